<script setup lang="ts">
/** The students of a class: who is here, how each signs in, and how more get in. */
import { Button } from 'ant-design-vue';
import type { ClassReply, JoiningsReply, RosterStudent } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { dateText, localDayText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useLoad } from '../../api/use-load';
import { useScope, useTermLine } from '../termline';
import BringInBox from './BringInBox.vue';
import ClassFrame from './ClassFrame.vue';
import { useClasses } from './classes.store';
import JoinBox from './JoinBox.vue';
import JoiningCard from './JoiningCard.vue';
import { useFirstSteps } from './first-steps.store';
import StudentSheet from './StudentSheet.vue';
import { useRoute, useRouter } from 'vue-router';
import ListTable from '../../ui/ListTable.vue';
import { byText, type ListColumn } from '../../ui/list-view';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, name, count } = useWords();
const route = useRoute();
const router = useRouter();
const scope = useScope();
const line = useTermLine();
const classes = useClasses();
const firstSteps = useFirstSteps();
const shownId = ref<string | null>(null);
const joinings = ref<JoiningsReply>({ waiting: [], asked: [] });
const { state, value, why, reload } = useLoad(async () => {
  const all = classes.all ?? (await classes.load());
  const id = (route.params.id as string) || scope.classId.value || classes.active[0]?.id || all[0]?.id;
  shownId.value = id ?? null;
  if (!id) return [];
  const [students, onTheWay] = await Promise.all([
    ask('GET /api/classes/:classId/roster', { params: { classId: id } }),
    ask('GET /api/classes/:classId/joinings', { params: { classId: id } }),
  ]);
  joinings.value = onTheWay;
  return students;
}, [() => route.params.id, () => scope.classId.value, () => classes.all?.length]);
/** What the address asked for is done once, however often the list is loaded anew. */
const done = (what: 'student' | 'cards') => void router.replace({ query: { ...route.query, [what]: undefined } });
const openId = ref<string | null>(null);
const open = computed(() => (value.value ?? []).find((one) => one.id === openId.value) ?? null);
// Found by typing elsewhere: their sheet lies open.
watch([value, () => route.query.student], ([students, id]) => {
  const student = (students ?? []).find((one) => one.id === id);
  if (!student) return;
  openId.value = student.id;
  done('student');
});
const here = computed(() => (value.value ?? []).filter((one) => one.left === null));
const gone = computed(() => (value.value ?? []).filter((one) => one.left !== null));

const chosen = ref<string[]>([]);
// From the strip of a new class: everybody who has no card yet is chosen, so that one press makes the cards.
watch([value, () => route.query.cards], ([students, cards]) => {
  if (cards === undefined || (students ?? []).length === 0) return;
  chosen.value = here.value.filter((one) => !one.hasPassword && one.cardMadeAt === null).map((one) => one.id);
  done('cards');
});
const picked = computed(() => here.value.filter((one) => chosen.value.includes(one.id)));
const withCard = computed(() => picked.value.filter((one) => one.cardMadeAt !== null).length);

const said = ref('');
const sure = ref(false);
const { problem, busy, attempt } = useAttempt();
const ids = () => picked.value.map((one) => one.id);
const printCards = (schoolClass: ClassReply) =>
  attempt(async () => {
    said.value = '';
    if (withCard.value > 0 && !sure.value) return void (sure.value = true);
    sure.value = false;
    await download('POST /api/classes/:classId/cards', `${schoolClass.label} cards.pdf`, {
      params: { classId: schoolClass.id },
      body: { studentIds: ids() },
    });
    said.value = count('roster.cardsMade', picked.value.length);
    await Promise.all([reload(), firstSteps.load()]);
  });
const invite = (schoolClass: ClassReply) =>
  attempt(async () => {
    const { invited, withoutAddress } = await ask('POST /api/classes/:classId/invitations', {
      params: { classId: schoolClass.id },
      body: { studentIds: ids() },
    });
    said.value = [count('roster.invited', invited), withoutAddress.length > 0 ? count('roster.noAddress', withoutAddress.length) : '']
      .filter(Boolean)
      .join(' ');
    await reload();
  });
const takeOut = (schoolClass: ClassReply, kind: 'xlsx' | 'ods' | '1.1' | '1.2') =>
  attempt(() => {
    const params = { classId: schoolClass.id };
    const name = (ending: string) => `${schoolClass.label} roster.${ending}`;
    if (kind === 'xlsx') return download('GET /api/classes/:classId/roster.xlsx', name('xlsx'), { params });
    if (kind === 'ods') return download('GET /api/classes/:classId/roster.ods', name('ods'), { params });
    return download('GET /api/classes/:classId/roster.zip', name('zip'), { params, query: { version: kind } });
  });

const takeBack = (schoolClass: ClassReply, id: string) =>
  attempt(async () => {
    await ask('POST /api/classes/:classId/joinings/:joiningId', {
      params: { classId: schoolClass.id, joiningId: id },
      body: { how: 'refuse' },
    });
    await reload();
  });

const changed = () => Promise.all([reload(), classes.load(), line.load()]);
const day = (at: number) => dateText(at, line.zone);
const columns = computed((): ListColumn<RosterStudent>[] => [
  { key: 'student', title: t('class.columns.student'), sort: byText((one) => `${one.familyName} ${one.givenName}`) },
  { key: 'userName', title: t('class.columns.userName'), sort: byText((one) => one.userName ?? '') },
  { key: 'number', title: t('roster.number'), sort: byText((one) => one.schoolNumber ?? ''), hideable: true },
  { key: 'joined', title: t('class.columns.joined'), sort: byText((one) => one.left ?? one.joined), hideable: true },
  { key: 'edit', title: t('roster.edit'), acts: true },
]);
function signsIn(one: RosterStudent): string {
  if (one.hasPassword) return one.userName ?? '';
  if (one.cardMadeAt !== null) return t('roster.byCard', { name: one.userName ?? '', day: day(one.cardMadeAt) });
  if (one.invitedAt !== null) return t('roster.invitedOn', { day: day(one.invitedAt) });
  return t('class.notJoined');
}
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="shownId === schoolClass.id ? state : 'loading'" :why="why" @retry="reload">
      <div class="columns">
        <section>
          <template v-if="joinings.waiting.length > 0"
            ><h2 class="who-is">{{ t('joining.title') }}</h2>
            <JoiningCard v-for="one in joinings.waiting" :key="one.id" :joining="one" @settled="changed"
          /></template>
          <div class="row wrap acts">
            <span class="muted small grow">{{ chosen.length === 0 ? t('roster.choose') : count('roster.chosen', picked.length) }}</span>
            <template v-if="sure"
              ><span class="small">{{ count('roster.cardsSure', withCard) }}</span
              ><Button type="primary" @click="printCards(schoolClass)">{{ t('roster.cardsYes') }}</Button
              ><Button type="link" @click="sure = false">{{ t('common.cancel') }}</Button></template
            >
            <template v-else>
              <Button
                :type="picked.length > 0 ? 'primary' : 'default'"
                :disabled="picked.length === 0 || busy || schoolClass.putAwayAt !== null"
                @click="printCards(schoolClass)"
              >
                {{ count('roster.cards', picked.length) }}
              </Button>
              <Button :disabled="picked.length === 0 || busy || schoolClass.putAwayAt !== null" @click="invite(schoolClass)">
                {{ t('roster.invite') }}
              </Button>
            </template>
          </div>
          <ProblemNote :problem="problem" />
          <p v-if="said" class="good small" role="status">{{ said }}</p>
          <div v-if="here.length === 0 && gone.length === 0" class="note">
            <p class="muted">{{ t('class.emptyHint') }}</p>
          </div>
          <ListTable
            v-else
            v-model:chosen="chosen"
            name="roster"
            :label="t('class.columns.student')"
            :rows="value ?? []"
            :columns="columns"
            :key-of="(one) => one.id"
            :name-of="(one) => name(one)"
            :locked="(one) => one.left !== null"
            :row-class="(one) => (one.left === null ? '' : 'muted')"
            :empty="t('class.emptyHint')"
          >
            <template #student="{ row: one }">
              <RouterLink class="row-link" :to="{ path: `/progress/${schoolClass.id}/${one.id}`, query: scope.kept.value }" dir="auto">{{
                name(one)
              }}</RouterLink><span v-if="one.shownAs" class="muted small shown" dir="auto">{{
                t('roster.shownAs', { name: one.shownAs })
              }}</span>
            </template>
            <template #userName="{ row: one }">
              <span :class="{ muted: !one.hasPassword }">{{ one.left === null ? signsIn(one) : one.userName }}</span><span
                v-if="one.left === null && !one.email"
                class="muted small"
              >
                · {{ t('roster.noMail') }}</span
              >
            </template>
            <template #number="{ row: one }"
              ><span class="muted">{{ one.schoolNumber }}</span></template
            >
            <template #joined="{ row: one }"
              ><span class="muted nowrap">{{
                one.left === null ? localDayText(one.joined) : t('class.leftOn', { day: localDayText(one.left) })
              }}</span></template
            >
            <template #edit="{ row: one }">
              <Button type="link" @click="openId = one.id">
                {{ t('roster.edit') }} <span class="hidden-text">{{ name(one) }}</span>
              </Button>
            </template>
          </ListTable>
        </section>
        <aside class="stack">
          <JoinBox :school-class="schoolClass" />
          <section v-if="joinings.asked.length > 0" class="sheet box">
            <h2>{{ t('joining.askedTitle') }}</h2>
            <p class="muted small">{{ t('joining.askedHint') }}</p>
            <ul class="plain">
              <li v-for="one in joinings.asked" :key="one.id" class="row">
                <span class="grow" dir="auto">{{ one.name }}</span><Button type="link" @click="takeBack(schoolClass, one.id)">
                  {{ t('joining.takeBack') }}
                </Button>
              </li>
            </ul>
          </section>
          <BringInBox :class-id="schoolClass.id" :shut="schoolClass.putAwayAt !== null" />
          <section class="sheet box">
            <h2>{{ t('roster.takeOut') }}</h2>
            <p class="muted small">{{ t('roster.takeOutHint') }}</p>
            <div class="row wrap out">
              <Button @click="takeOut(schoolClass, 'xlsx')">{{ t('roster.workbook') }}</Button><Button
                @click="takeOut(schoolClass, 'ods')"
                >{{ t('roster.openDocument') }}</Button
              ><Button v-for="version in ['1.1', '1.2'] as const" :key="version" @click="takeOut(schoolClass, version)">
                {{ t('roster.bundle', { version }) }}
              </Button>
            </div>
          </section>
        </aside>
      </div>
      <StudentSheet :class-id="schoolClass.id" :student="open" @close="openId = null" @changed="changed" />
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.who-is {
  margin-block-end: 8px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 24px;
}
.acts {
  margin-block-end: 8px;
  min-height: 36px;
}
.shown {
  display: block;
}
.nowrap {
  white-space: nowrap;
}
.box {
  padding: 16px 18px;
}
.out {
  margin-block-start: 10px;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
