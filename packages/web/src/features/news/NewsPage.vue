<script setup lang="ts">
/** What somebody has been told, newest first, and how they want to be told by mail. */
import { Button } from 'ant-design-vue';
import { isLocalDate } from '@jolly/core';
import type { NewsItem, NewsKind, TellingSettings } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useTermLine } from '../termline';
import { useNews } from './news.store';
import FoldedPart from '../../ui/FoldedPart.vue';
import TimeField from '../../ui/TimeField.vue';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, when } = useWords();
const session = useSession();
const line = useTermLine();
const news = useNews();
const { problem, attempt } = useAttempt();

const { state, value, why, reload } = useLoad(async () => {
  const reply = await ask('GET /api/news');
  // Having them before one's eyes is having seen them; what was new stays marked until one comes again.
  if (reply.unseen > 0)
    void ask('POST /api/news/seen')
      .then(() => news.look())
      .catch(() => undefined);
  return reply;
});
const student = computed(() => session.me?.role === 'student');
const zoneOf = (item: NewsItem) => line.classOf(item.classId ?? '')?.zone ?? line.zone;
const day = (item: NewsItem, at: number | null | undefined) => (at == null ? t('common.noDue') : when(at, zoneOf(item)));
const SETTLED = ['shown', 'refused', 'hidden', 'answerHidden', 'paused', 'mayAgain'] as const;
const WALL_SETTLED = ['pieceShown', 'pieceHidden', 'remarkHidden'] as const;
const settledOf = (what: string) => SETTLED.find((one) => one === what) ?? 'shown';
function sentence(item: NewsItem): string {
  const { kind, title, who, from, to } = item;
  switch (kind) {
    case 'issued':
      return to?.due == null ? t('news.issued', { title }) : t('news.issuedDue', { title, when: day(item, to.due) });
    case 'dates':
      return from?.due === to?.due
        ? t('news.datesOther', { title, when: day(item, to?.due) })
        : t('news.dates', { title, when: day(item, to?.due) });
    case 'answered':
      return to ? t('news.granted', { title, when: day(item, to.due) }) : t('news.declined', { title });
    case 'joinSettled':
      return t(item.word === 'in' ? 'news.joinIn' : 'news.joinRefused', { className: item.className });
    case 'sentBack':
      return to?.due == null ? t('news.sentBack', { title }) : t('news.sentBackBy', { title, when: day(item, to.due) });
    case 'askedToJoin':
    case 'joined':
    case 'joinWaits':
    case 'joinAnswered':
    case 'coTeacher':
    case 'passwordGiven':
    case 'cardMade':
    case 'cardRevoked':
    case 'nameChanged':
    case 'familyInvited':
    case 'familyUnlinked':
      return t(`news.${kind}`, { who, className: item.className });
    case 'asked':
    case 'familyLinked':
    case 'calendarAsked':
    case 'calendarChanged':
    case 'calendarDeclined':
    case 'mailFailed':
    case 'inLate':
    case 'groupIn':
    case 'message':
    case 'nudge':
    case 'scoreAsked':
    case 'scoreAnswered':
    case 'familyMessage':
    case 'absenceTold':
      return t(`news.${kind}`, { who, title });
    case 'notice':
    case 'noticeAnswered':
    case 'noticeWaits':
      return t(`news.${kind}`, { who, title, className: item.className });
    case 'wall':
    case 'portfolioNew':
    case 'portfolioYes':
    case 'portfolioBack':
    case 'wallRemark':
    case 'wallWaits':
      return t(`news.${kind}`, { who, title, className: item.className });
    case 'wallSettled':
      return t(`news.wallSettled.${WALL_SETTLED.find((one) => one === who) ?? 'pieceShown'}`, { title });
    case 'noticeSettled':
      return t(`news.settled.${settledOf(who)}`, { title, className: item.className, day: isLocalDate(title) ? localDayText(title) : '' });
    case 'noteAnswer':
      return t('news.noteAnswer', { who: who || t('news.aStudent'), title });
    case 'review':
      return to?.due == null ? t('news.review', { title }) : t('news.reviewBy', { title, when: day(item, to.due) });
    case 'returned':
    case 'excused':
    case 'corrected':
    case 'reviewed':
      return t(`news.${kind}`, { title });
    // Families read these in their mail; they have no page of news.
    case 'absenceNoted':
    case 'teacherMessage':
    case 'childReturned':
    case 'childPortfolio':
    case 'childMissing':
    case 'childAnswered':
      return title;
  }
}
function address({ kind, assignmentId, classId, studentId }: NewsItem): string {
  if (kind.startsWith('portfolio')) return student.value ? '/portfolio' : '/portfolios';
  if (kind.startsWith('wall')) return student.value ? '/walls' : `/class/${classId}/walls`;
  if (kind === 'notice' || kind === 'noticeAnswered' || kind === 'noticeWaits' || kind === 'noticeSettled')
    return student.value ? '/notices' : `/class/${classId}/notices`;
  if (student.value)
    return assignmentId === null
      ? kind === 'askedToJoin' || kind === 'joinSettled'
        ? '/work'
        : '/account'
      : kind === 'review'
        ? '/work'
        : `/work/${assignmentId}`;
  switch (kind) {
    case 'joined':
    case 'joinWaits':
    case 'joinAnswered':
      return `/class/${classId}`;
    case 'coTeacher':
      return `/class/${classId}/about`;
    case 'calendarAsked':
    case 'calendarChanged':
    case 'calendarDeclined':
      return `/class/${classId}/calendar`;
    case 'familyLinked':
      return `/progress/${classId}/${studentId}?home`;
    case 'absenceTold':
      return `/class/${classId}/register`;
    case 'mailFailed':
      return '/mailroom';
    case 'asked':
      return '/today';
    case 'message':
      return `/assignments/${assignmentId}/follow/${studentId}`;
    case 'familyMessage':
      return `/progress/${classId}/${studentId}?home`;
    case 'noteAnswer':
    case 'scoreAsked':
      return `/marking/${assignmentId}/${studentId}`;
    default:
      return `/assignments/${assignmentId}`;
  }
}

const KINDS = computed(() => Object.keys(settings.value?.choices ?? {}) as NewsKind[]);
const settings = ref<TellingSettings | null>(null);
const saved = ref(false);
async function openSettings(open: boolean): Promise<void> {
  if (open && !settings.value) await attempt(async () => (settings.value = await ask('GET /api/news/settings')));
}
watch(settings, () => (saved.value = false), { deep: true });
const save = () =>
  attempt(async () => {
    await ask('PUT /api/news/settings', { body: settings.value! });
    saved.value = true;
  });
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page reading">
      <div class="heading">
        <h1 class="grow">{{ t('news.title') }}</h1>
      </div>
      <p v-if="value.news.length === 0" class="note">{{ t(student ? 'news.empty' : 'news.emptyTeacher') }}</p>
      <ul v-else class="plain sheet">
        <li v-for="item in value.news" :key="item.id" class="item" :class="{ fresh: !item.seen }">
          <ClassSquare :hue="line.classOf(item.classId ?? '')?.hue ?? 0" />
          <div class="grow">
            <RouterLink :to="address(item)" dir="auto">{{ sentence(item) }}</RouterLink>
            <span v-if="item.kind === 'dates' && item.from && item.from.due !== item.to?.due" class="muted small">
              {{ t('news.datesWas', { when: day(item, item.from.due) }) }}</span
            >
            <p v-if="item.word && item.kind !== 'joinSettled'" class="muted" dir="auto">{{ item.word }}</p>
          </div>
          <span class="muted small nowrap">{{ item.className }} · {{ when(item.madeAt, zoneOf(item)) }}</span>
        </li>
      </ul>
      <FoldedPart class="settings" :title="t('news.settings')" @toggle="openSettings">
        <FieldForm v-if="settings" class="sheet" @send="save">
          <p v-if="!session.me?.email" class="muted">{{ t('news.noMail') }}</p>
          <div v-for="kind in KINDS" :key="kind" class="row wrap">
            <span class="what">{{ t(`news.kinds.${kind}`) }}</span><RadioField
              v-model="settings.choices[kind]"
              :label="t(`news.kinds.${kind}`)"
              :options="(['atOnce', 'daily', 'never'] as const).map((one) => ({ value: one, label: t(`news.choices.${one}`) }))"
            />
          </div>
          <div class="row wrap">
            <span class="what">{{ t('news.quiet') }}</span><TimeField v-model="settings.quiet.from" :label="t('news.quiet')" required />{{
              t('news.and')
            }}<TimeField v-model="settings.quiet.to" :label="`${t('news.quiet')} ${t('news.and')}`" required />
          </div>
          <div v-if="student" class="row wrap">
            <span class="what">{{ t('news.letterShows') }}</span><RadioField
              v-model="settings.letterShows"
              :label="t('news.letterShows')"
              :options="(['score', 'words', 'nothing'] as const).map((one) => ({ value: one, label: t(`news.letter.${one}`) }))"
            />
          </div>
          <div class="row">
            <Button type="primary" html-type="submit">{{ t('common.save') }}</Button><span v-if="saved" class="muted small" role="status">{{
              t('compose.savedAgain')
            }}</span>
          </div>
        </FieldForm>
        <ProblemNote :problem="problem" />
      </FoldedPart>
    </div>
  </LoadGate>
</template>

<style scoped>
.item {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 10px 14px;
  border-block-end: 1px solid var(--line-2);
  flex-wrap: wrap;
}
.item:last-child {
  border-block-end: 0;
}
.item .grow {
  min-width: 220px;
  overflow-wrap: anywhere;
}
.fresh {
  box-shadow: inset 4px 0 0 var(--now);
  font-weight: 600;
}
.nowrap {
  white-space: nowrap;
  font-weight: 400;
}
.settings {
  margin-block-start: 22px;
}
.settings form {
  padding: 14px 18px;
}
.what {
  min-width: 220px;
}
.what ~ .time-field {
  width: 110px;
}
@media (max-width: 640px) {
  .item {
    align-items: flex-start;
  }
  .item .square {
    margin-block-start: 16px;
  }
  .item .grow > a {
    padding-block: 10px;
  }
}
</style>
