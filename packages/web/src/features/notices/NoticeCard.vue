<script setup lang="ts">
/** A notice on the board of its teachers: what it says, who has read it, how hands stand, and what can be done about it. */
import { Button, Input } from 'ant-design-vue';
import { noticeIn, noticeInOthers } from '@jolly/core';
import type { ClassReply, TeacherNotice } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { language, localDayText } from '../../time/format';
import ActMenu from '../../ui/ActMenu.vue';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { draftOf, titleOf } from './blank-notice';
import HandsBars from './HandsBars.vue';
import NoticeAnswers from './NoticeAnswers.vue';
import NoticePaper from './NoticePaper.vue';

const props = defineProps<{ notice: TeacherNotice; schoolClass: ClassReply }>();
const emit = defineEmits<{ edit: []; changed: []; readers: []; votes: []; pause: [] }>();
const { t, count, when, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const zone = computed(() => props.schoolClass.calendar.zone);
const title = computed(() => titleOf(props.notice));
const params = computed(() => ({ classId: props.schoolClass.id, noticeId: props.notice.id }));
const isUp = computed(() => props.notice.stand === 'up' && !props.notice.hidden && !props.notice.waits);
const others = computed(() => props.notice.classNames.filter((one) => one !== props.schoolClass.label));
const unread = computed(
  () => props.notice.of - props.notice.read + props.notice.readEarlier + (props.notice.families - props.notice.familiesRead),
);
const said = ref('');
const answersOpen = ref(false);
const hiding = ref<string | null>(null);
const verdict = (shown: boolean, word = '') =>
  attempt(async () => {
    await ask('PUT /api/notices/:noticeId/verdict', { params: { noticeId: props.notice.id }, body: { shown, word } });
    hiding.value = null;
    emit('changed');
  });
const remind = () =>
  attempt(async () => {
    const { reminded } = await ask('POST /api/classes/:classId/notices/:noticeId/remind', { params: params.value });
    said.value = count('notices.reminded', reminded);
  });
const act = (work: () => Promise<unknown>) =>
  attempt(async () => {
    await work();
    emit('changed');
  });
const noticeParams = () => ({ params: { noticeId: props.notice.id } });
const acts = computed(() => {
  const { notice } = props;
  const rest: { title: string; press: () => void }[] = [];
  if (notice.of > 0 && notice.showAt !== null) rest.push({ title: t('notices.who'), press: () => emit('readers') });
  if (notice.hands?.names) rest.push({ title: t('hands.votes'), press: () => emit('votes') });
  if (notice.mine && notice.answers !== 'nobody' && isUp.value)
    rest.push({
      title: t(notice.answersClosed ? 'notices.reopen' : 'notices.close'),
      press: () => void act(() => ask('PUT /api/notices/:noticeId/closed', { ...noticeParams(), body: { closed: !notice.answersClosed } })),
    });
  if (notice.student) rest.push({ title: t('notices.pause', { name: name(notice.student) }), press: () => emit('pause') });
  if (notice.student && isUp.value) rest.push({ title: t('notices.hide'), press: () => void (hiding.value = '') });
  else if (notice.mine && notice.hidden) rest.push({ title: t('notices.putUpAgain'), press: () => void verdict(true) });
  else if (notice.mine && notice.stand === 'up') rest.push({ title: t('notices.takeDown'), press: () => void verdict(false) });
  else if (notice.mine && notice.stand !== 'over')
    rest.push({ title: t('notices.throwAway'), press: () => void act(() => ask('DELETE /api/notices/:noticeId', noticeParams())) });
  if (notice.student && notice.hidden) rest.push({ title: t('notices.putUpAgain'), press: () => void verdict(true) });
  return rest;
});
const endHands = (ended: boolean) => act(() => ask('PUT /api/notices/:noticeId/hands', { ...noticeParams(), body: { ended } }));
async function sendNow(): Promise<void> {
  const { id: _, ...body } = draftOf(props.notice);
  const { version } = props.notice;
  await act(() =>
    ask('PUT /api/notices/:noticeId', { ...noticeParams(), body: { ...body, goesOut: 'now', at: null, tell: false, version } }),
  );
}
</script>

<template>
  <NoticePaper
    :said="noticeIn([language()], notice)"
    :others="noticeInOthers([language()], notice)"
    :read-in="t('wording.readIn')"
    :attachments="notice.attachments"
    :spoken="notice.spoken"
    :marked="notice.pinned || notice.waits"
    :faint="!isUp && !notice.waits"
  >
    <template v-if="notice.hands && notice.handCount" #hands>
      <HandsBars :choices="notice.hands.choices" :counts="notice.handCount.counts ?? []" />
      <p class="small muted hands">
        {{ count('hands.chosen', notice.handCount.chosen, { of: notice.handCount.of }) }} ·
        {{
          !notice.handCount.open
            ? t('hands.isOver')
            : notice.hands.endsAt === null
              ? t('hands.isOpen')
              : t('hands.openUntil', { when: when(notice.hands.endsAt, zone) })
        }}
        · {{ t(`hands.students.${notice.hands.countShown}`) }} · {{ t(notice.hands.names ? 'hands.youWho' : 'hands.nobodyWho') }}
      </p>
    </template>
    <template #facts>
      <span v-if="notice.about" dir="auto">{{ t('notices.about', { title: notice.about }) }}</span>
      <span v-if="notice.student" dir="auto">{{ t('notices.byStudent', { name: name(notice.student) }) }}</span>
      <span v-else
        >{{ t('notices.to') }} {{ t(`notices.readersAre.${notice.readers}`)
        }}<template v-if="others.length > 0">, {{ t('notices.toAlso', { names: others.join(', ') }) }}</template></span
      >
      <span v-if="notice.stand === 'timed'">{{ t('notices.goesUp', { when: when(notice.showAt!, zone) }) }}</span>
      <span v-if="notice.hidden">{{ t('notices.taken') }}</span>
      <span v-if="notice.until">{{ t('notices.untilDay', { day: localDayText(notice.until) }) }}</span>
      <template v-if="isUp && notice.of > 0"
        ><span
          ><strong class="of">{{ t('notices.readBy', { n: notice.read, of: notice.of }) }}</strong
          ><template v-if="notice.readEarlier > 0">, {{ count('notices.earlierWording', notice.readEarlier) }}</template
          ><template v-if="notice.families > 0"
            >, {{ count('notices.familiesRead', notice.familiesRead, { of: notice.families }) }}</template
          ><template v-if="notice.familyTick">, {{ t('notices.tickedOf', { n: notice.ticked, of: notice.of }) }}</template></span
        ><Button v-if="unread > 0 && schoolClass.putAwayAt === null" type="link" size="small" :disabled="busy" @click="remind">{{
          said || t('notices.remind', { n: unread })
        }}</Button></template
      >
      <Button
        v-if="notice.answers !== 'nobody' && notice.showAt !== null"
        type="link"
        size="small"
        :aria-expanded="answersOpen"
        @click="answersOpen = !answersOpen"
        >{{ count('notices.answerCount', notice.answerCount) }} ·
        {{ t(notice.answersClosed ? 'notices.closed' : `notices.answersTo.${notice.answers}`) }}</Button
      >
    </template>
    <NoticeAnswers
      v-if="answersOpen"
      :notice-id="notice.id"
      :zone="zone"
      :load="() => ask('GET /api/classes/:classId/notices/:noticeId/answers', { params })"
      :write="isUp ? (body) => ask('POST /api/classes/:classId/notices/:noticeId/answers', { params, body }) : null"
      :may-begin="notice.answers === 'class'"
      :readers="t('notices.answerFor.class')"
      :judge="(answerId, body) => ask('PUT /api/notice-answers/:answerId/verdict', { params: { answerId }, body })"
    />
    <div v-if="hiding !== null && notice.student" class="row wrap">
      <Input
        v-model:value="hiding"
        class="grow"
        :maxlength="500"
        :aria-label="t('notices.hideWord', { name: name(notice.student) })"
        :placeholder="t('notices.hideWord', { name: name(notice.student) })"
        dir="auto"
        @keydown.enter.prevent="verdict(false, hiding)"
      /><Button :disabled="busy" @click="verdict(false, hiding)">{{ t('notices.hideGo') }}</Button>
    </div>
    <ProblemNote :problem="problem" />
    <template v-if="schoolClass.putAwayAt === null" #acts>
      <template v-if="notice.waits"
        ><Button type="primary" size="small" :disabled="busy" @click="verdict(true)">{{ t('notices.yes') }}</Button
        ><Button size="small" @click="hiding = ''">{{ t('notices.no') }}</Button></template
      >
      <template v-if="notice.hands && isUp"
        ><LinkButton
          size="small"
          :type="notice.handCount?.open ? 'primary' : 'default'"
          :to="`/class/${schoolClass.id}/hands/${notice.id}`"
          :aria-label="t('hands.toBoardOf', { title })"
          >{{ t('hands.toBoard') }}</LinkButton
        ><Button v-if="notice.mine" size="small" :disabled="busy" @click="endHands(notice.handCount?.open ?? false)">{{
          t(notice.handCount?.open ? 'hands.end' : 'hands.goOn')
        }}</Button></template
      >
      <template v-if="notice.mine"
        ><Button v-if="notice.stand === 'timed'" size="small" :disabled="busy" @click="sendNow">{{ t('notices.sendNow') }}</Button
        ><Button size="small" :aria-label="`${t('notices.edit')}: ${title}`" @click="emit('edit')">{{
          t('notices.edit')
        }}</Button></template
      ><span v-else-if="!notice.student" class="small muted">{{ t('notices.onlyLook') }}</span>
      <ActMenu v-if="acts.length > 0" small :title="t('notices.moreActs')" :label="t('notices.acts', { title })" :acts="acts" />
    </template>
  </NoticePaper>
</template>

<style scoped>
.hands {
  margin-block-start: 10px;
}
.of {
  color: var(--text-2);
}
</style>
