<script setup lang="ts">
/** Composing: what to do at left, who and when at right. A draft is kept as one types. */
import { localDateAt, unmilli, type LateRule } from '@jolly/core';
import type { AssignmentListItem, Attachment, BriefEffects, ClassReply, HandInKind, Unit } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask, now } from '../../api/client';
import { useLatest } from '../../api/use-latest';
import { timeText } from '../../time/format';
import { vFocusFirst } from '../../ui/focus-first';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { lastClass, useScope, useTermLine } from '../termline';
import AttachmentSheet from './AttachmentSheet.vue';
import FiledUnder from './FiledUnder.vue';
import { keepPicture } from './keep-picture';
import PreviewSheet from './PreviewSheet.vue';
import ScoredBy from './ScoredBy.vue';
import { setAgain } from './set-again';
import SpokenField from './SpokenField.vue';
import { blankBrief, blankSet, useBrief } from './use-brief';
import WhoAndWhen from './WhoAndWhen.vue';

const emit = defineEmits<{ stored: [string] }>();
const KINDS: readonly HandInKind[] = ['text', 'files', 'photos', 'drawing', 'recording', 'link'];
const { t, count, when } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const brief = useBrief();
const { body, sets, stored, theirs, savedAt, saving, problem, pointsAsked, out, contradiction, dirty } = brief;

const state = ref<'loading' | 'ready' | 'failed'>('loading');
const why = ref('');
const classes = ref<ClassReply[]>([]);
const units = ref<Record<string, Unit[]>>({});
const aims = ref<string[]>([]);
const handouts = ref<AssignmentListItem[]>([]);
const goesTo = ref(0);
const previewOpen = ref(false);
const more = ref(false);
const sureToDelete = ref(false);
const later = ref<{ at: number | null } | null>(null);
const onShelf = ref(false);
const effects = ref<BriefEffects | null>(null);

const handout = computed(() => body.value.kind === 'handout');
const zone = computed(() => classes.value.find((one) => one.id === sets.value[0]?.classId)?.calendar.zone ?? line.zone);
const issuedAt = computed(() => stored.value?.classes.find((one) => one.issuedAt !== null)?.issuedAt ?? null);
const timed = computed(() => issuedAt.value !== null && issuedAt.value > now());
const begun = computed(() => stored.value?.classes.reduce((sum, one) => sum + one.begun, 0) ?? 0);
/** classes that were added to what is out already */
const unissued = computed(() => out.value && (stored.value?.classes.some((one) => one.issuedAt === null) ?? false));
const locked = computed(() => (stored.value?.elsewhere ?? 0) > 0);

async function begin(): Promise<void> {
  state.value = 'loading';
  try {
    classes.value = (await ask('GET /api/classes')).filter((one) => one.putAwayAt === null);
    const { id } = route.params;
    const { kind, shelf } = route.query;
    if (typeof id === 'string' && id) brief.open(await ask('GET /api/briefs/:briefId', { params: { briefId: id } }));
    else {
      const there = (one: string | null) => (one !== null && classes.value.some((other) => other.id === one) ? one : null);
      const first = scope.classId.value ?? there(lastClass()) ?? classes.value[0]?.id;
      const set = first ? [blankSet(first)] : [];
      if (typeof shelf === 'string') {
        const item = await ask('GET /api/shelf/:itemId', { params: { itemId: shelf } });
        const again = setAgain(item, classes.value.find((one) => one.id === first) ?? null, now());
        brief.begin(again.body, again.sets.length > 0 ? again.sets : set, shelf);
      } else brief.begin(blankBrief(kind === 'handout' ? 'handout' : 'assignment'), set, null);
    }
    state.value = 'ready';
    void ask('GET /api/aims').then(
      (all) => (aims.value = all),
      () => undefined,
    );
    void ask('GET /api/assignments', { query: { kind: 'handout' } }).then(
      (all) => (handouts.value = all),
      () => undefined,
    );
  } catch (error) {
    why.value = error instanceof ApiProblem ? error.title : String(error);
    state.value = 'failed';
  }
}
void begin();

// What it can be filed under belongs to each class.
watch(
  () => sets.value.map((set) => set.classId).join(' '),
  async (ids) => {
    for (const id of ids.split(' ').filter((one) => one && !units.value[one]))
      units.value = { ...units.value, [id]: await ask('GET /api/classes/:classId/units', { params: { classId: id } }).catch(() => []) };
  },
  { immediate: true },
);
// The address becomes the draft's own once it is stored.
watch(
  () => stored.value?.id,
  (id) => {
    if (id) emit('stored', id);
    if (id && route.params.id !== id && route.path.startsWith('/compose'))
      void router.replace({ path: `/compose/${id}`, query: scope.kept.value });
  },
);

function toggle(kind: HandInKind): void {
  const { how, accepts } = body.value;
  body.value.how = 'handIn';
  if (how === 'inClass') body.value.accepts = [kind];
  else
    body.value.accepts =
      accepts.includes(kind) && accepts.length > 1 ? accepts.filter((one) => one !== kind) : [...new Set([...accepts, kind])];
}
const attaching = ref<{ one: Attachment | null } | null>(null);
function setAttachment(one: Attachment): void {
  const at = body.value.attachments.findIndex((other) => other.id === one.id);
  if (at < 0) body.value.attachments.push(one);
  else body.value.attachments[at] = one;
  attaching.value = null;
}
function removeAttachment(): void {
  body.value.attachments = body.value.attachments.filter((one) => one.id !== attaching.value?.one?.id);
  attaching.value = null;
}

const lateKinds: { key: 'lateClass' | 'lateNone' | 'latePerDay' | 'lateCap' | 'more'; rule: LateRule | null }[] = [
  { key: 'lateClass', rule: null },
  { key: 'lateNone', rule: { kind: 'none' } },
  ...[5_000, 10_000].map((percent) => ({
    key: 'latePerDay' as const,
    rule: { kind: 'perDay' as const, percent, of: 'max' as const, maxPercentOff: 100_000, floorPercent: 0 },
  })),
  ...[80_000, 50_000].map((percent) => ({ key: 'lateCap' as const, rule: { kind: 'cap' as const, percent } })),
];
// A rule of another kind that came from elsewhere stays choosable as it is.
const lateChoices = computed(() =>
  lateKinds.some(({ rule }) => JSON.stringify(rule) === JSON.stringify(body.value.lateRule))
    ? lateKinds
    : [...lateKinds, { key: 'more' as const, rule: body.value.lateRule }],
);
const lateText = ({ key, rule }: (typeof lateKinds)[number]) =>
  t(`compose.${key}`, { n: rule && 'percent' in rule ? unmilli(rule.percent) : 0 });

async function leave(path: string): Promise<void> {
  void line.load();
  await router.push({ path, query: scope.kept.value });
}
async function issue(at: number | null): Promise<void> {
  const students = await brief.issue(at);
  if (students === null) return;
  later.value = null;
  if (at === null) await leave(handout.value || !stored.value ? '/plan' : `/assignments/${stored.value.classes[0]!.assignmentId}`);
  else void line.load();
}
async function keepDraft(): Promise<void> {
  await brief.save();
  if (!problem.value && !theirs.value) await leave('/plan');
}
async function deleteDraft(): Promise<void> {
  await brief.deleteDraft();
  await leave('/plan');
}
// Before changes of what is out are saved, whom they touch is asked and said.
const asked = useLatest(500, (found: Awaited<ReturnType<typeof brief.effects>> | null) => (effects.value = found));
watch(
  [body, sets, stored],
  () => {
    asked.drop();
    effects.value = null;
    if (!out.value || !dirty.value || contradiction.value || sets.value.length === 0) return;
    asked.ask(() => brief.effects().catch(() => null));
  },
  { deep: true },
);
const effectText = computed(() => {
  const one = effects.value;
  if (!one) return '';
  const has = one.has.reduce((sum, { students }) => sum + students, 0);
  const parts = [
    count('compose.saveMoved', one.moved),
    ...(one.keep > 0 ? [count('compose.saveKeep', one.keep)] : []),
    ...(one.gone > 0 ? [count('compose.saveGone', one.gone)] : []),
  ];
  return `${t('compose.saveHas', { students: count('common.students', has) })} ${parts.join('; ')}.`;
});
async function toShelf(): Promise<void> {
  const settled = await brief.settled();
  if (!settled) return;
  const [set] = sets.value;
  const term = classes.value
    .find((one) => one.id === set?.classId)
    ?.terms.find((one) => set?.due != null && one.from <= localDateAt(zone.value, set.due) && localDateAt(zone.value, set.due) <= one.to);
  const window = set ? { opens: set.opens, due: set.due, closes: set.closes } : null;
  await ask('POST /api/shelf', {
    query: { from: settled.id },
    body: {
      title: body.value.title,
      folder: '',
      tags: [],
      body: { kind: body.value.kind, brief: body.value, window: term ? window : null, termStart: term?.from ?? null },
    },
  }).then(
    () => (onShelf.value = true),
    (error) => (problem.value = error as ApiProblem),
  );
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="begin">
    <div v-if="classes.length === 0" class="page">
      <div class="note stack">
        <p>{{ t('compose.noClass') }}</p>
        <RouterLink class="btn main" to="/class">{{ t('today.firstClass') }}</RouterLink>
      </div>
    </div>
    <div v-else class="compose">
      <section class="what">
        <input
          v-model="body.title"
          v-focus-first
          class="title"
          :placeholder="t('compose.titlePlaceholder')"
          :aria-label="t('compose.titleLabel')"
          maxlength="200"
          dir="auto"
          :disabled="locked"
        />
        <p v-if="locked" class="note small">{{ count('compose.elsewhere', stored!.elsewhere) }}</p>
        <RichTextEditor
          v-model="body.instructions"
          class="instructions"
          :locked="locked"
          :label="t('compose.instructions')"
          :placeholder="t(handout ? 'compose.handoutPlaceholder' : 'compose.instructionsPlaceholder')"
          :keep-picture="keepPicture"
        />
        <div class="facts">
          <span class="muted">{{ t('compose.goesWith') }}</span>
          <div class="row wrap">
            <button
              v-for="one in body.attachments"
              :key="one.id"
              type="button"
              class="chip"
              :disabled="locked"
              @click="attaching = { one }"
            >
              <span dir="auto">{{ one.title }}</span> · {{ t(`attach.uses.${one.use}`)
              }}<template v-if="one.example"> · {{ t('attach.exampleShort') }}</template>
            </button>
            <button type="button" class="chip" :disabled="locked" @click="attaching = { one: null }">{{ t('compose.add') }}</button>
          </div>
          <span class="muted">{{ t('compose.spoken') }}</span>
          <SpokenField v-model="body.spoken" :locked="locked" />
          <template v-if="!handout">
            <span class="muted">{{ t('compose.handIn') }}</span>
            <div class="row wrap" role="group" :aria-label="t('compose.handIn')">
              <button
                v-for="kind in KINDS"
                :key="kind"
                type="button"
                class="chip"
                :aria-pressed="body.how === 'handIn' && body.accepts.includes(kind)"
                :disabled="locked"
                @click="toggle(kind)"
              >
                {{ t(`compose.kinds.${kind}`) }}
              </button>
              <button
                type="button"
                class="chip"
                :aria-pressed="body.how === 'inClass'"
                :disabled="locked"
                @click="
                  body.how = 'inClass';
                  body.accepts = [];
                "
              >
                {{ t('compose.kinds.inClass') }}
              </button>
            </div>
            <span class="muted">{{ t('compose.scoredBy') }}</span>
            <ScoredBy v-model="body" :aims="aims" :locked="locked" />
          </template>
          <FiledUnder v-model:body="body" v-model:sets="sets" :classes="classes" :units="units" :aims="aims" :locked="locked" />
          <template v-if="!handout">
            <span />
            <div>
              <button type="button" class="btn quiet" :aria-expanded="more" @click="more = !more">{{ t('compose.more') }}</button>
            </div>
            <template v-if="more">
              <label class="muted" for="minutes">{{ t('compose.minutes') }}</label>
              <div class="row">
                <input
                  id="minutes"
                  class="field short"
                  type="number"
                  min="1"
                  max="6000"
                  :value="body.minutes ?? ''"
                  :disabled="locked"
                  @change="body.minutes = Number(($event.target as HTMLInputElement).value) || null"
                />{{ t('compose.minutesUnit') }}
              </div>
              <label class="muted" for="rounds">{{ t('compose.rounds') }}</label>
              <select id="rounds" v-model="body.rounds" class="field filed" :disabled="locked">
                <option :value="null">{{ t('compose.roundsAny') }}</option>
                <option v-for="n in [1, 2, 3, 4, 5]" :key="n" :value="n">
                  {{ n === 1 ? t('compose.roundsN', { n }, 0) : t('compose.roundsN', { n }, n) }}
                </option>
              </select>
              <template v-if="body.rounds !== 1 && body.scoring.by !== 'none'"
                ><label class="muted" for="round-rule">{{ t('compose.roundRule') }}</label
                ><select id="round-rule" v-model="body.roundRule" class="field filed" :disabled="locked">
                  <option v-for="one in ['latest', 'best', 'mean'] as const" :key="one" :value="one">
                    {{ t(`compose.roundRules.${one}`) }}
                  </option>
                </select></template
              >
              <label class="muted" for="late">{{ t('compose.late') }}</label>
              <select
                id="late"
                class="field filed"
                :value="JSON.stringify(body.lateRule)"
                :disabled="locked"
                @change="body.lateRule = JSON.parse(($event.target as HTMLSelectElement).value)"
              >
                <option v-for="one in lateChoices" :key="JSON.stringify(one.rule)" :value="JSON.stringify(one.rule)">
                  {{ lateText(one) }}
                </option>
              </select>
              <span />
              <label class="row"
                ><input v-model="body.standingHolds" type="checkbox" :disabled="locked" /> {{ t('compose.standingHolds') }}</label
              >
            </template>
          </template>
        </div>
        <div class="row wrap also">
          <button type="button" class="btn quiet" @click="previewOpen = true">{{ t('compose.asStudent') }}</button>
          <span v-if="onShelf" class="muted small" role="status">{{ t('compose.onShelf') }}</span><button
            v-else
            type="button"
            class="btn quiet"
            :disabled="body.title.trim() === ''"
            @click="toShelf"
          >
            {{ t('compose.toShelf') }}
          </button>
        </div>
      </section>
      <aside class="who">
        <WhoAndWhen
          v-model="sets"
          class="grow-down"
          :classes="classes"
          :brief="stored"
          :minutes="body.minutes"
          :handout="handout"
          :out="out"
          :settle="brief.settled"
          @goes-to="goesTo = $event"
        />

        <div class="foot">
          <div v-if="theirs" class="note bad stack" role="alert">
            <p>
              {{ t('compose.conflict') }} “{{ theirs.title }}”,
              {{ theirs.classes[0]?.due == null ? t('common.noDue') : t('common.due', { when: when(theirs.classes[0].due, zone) }) }}.
            </p>
            <div class="row">
              <button type="button" class="btn" @click="brief.takeTheirs">{{ t('compose.conflictTheirs') }}</button><button
                type="button"
                class="btn"
                @click="brief.keepMine"
              >
                {{ t('compose.conflictMine') }}
              </button>
            </div>
          </div>
          <div v-else-if="pointsAsked" class="note stack" role="alert">
            <p>{{ count('compose.pointsAsked', pointsAsked.pieces, { from: pointsAsked.from / 1000, to: pointsAsked.to / 1000 }) }}</p>
            <div class="row wrap">
              <button type="button" class="btn" :disabled="saving" @click="brief.answerPoints('keep')">
                {{ t('compose.pointsKeep') }}</button><button
                type="button"
                class="btn main"
                :disabled="saving"
                @click="brief.answerPoints('scale')"
              >
                {{ t('compose.pointsScale') }}
              </button>
            </div>
          </div>
          <p v-else-if="problem" class="note bad" role="alert">
            {{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}
          </p>
          <p class="small muted" role="status">
            <template v-if="saving">{{ t('common.saving') }}</template>
            <template v-else-if="out"
              >{{ timed ? t('compose.issuedLater', { when: when(issuedAt!, zone) }) : t('compose.issued', { when: when(issuedAt!, zone) })
              }}<template v-if="dirty"> · {{ effectText }}</template
              ><template v-else-if="savedAt"> · {{ t('compose.savedAgain') }}</template></template
            >
            <template v-else-if="savedAt && !dirty">{{ t('compose.draftKept', { time: timeText(savedAt, zone) }) }}</template>
            <template v-else-if="!stored">{{ t('compose.notYet') }}</template>
          </p>
          <div v-if="later" class="row wrap">
            <span class="muted small">{{ t('compose.issueAt') }}</span><WhenField
              v-model="later.at"
              :zone="zone"
              :usual-time="'08:00'"
              :label="t('compose.issueAt')"
            />
          </div>
          <div class="row wrap">
            <template v-if="later">
              <button type="button" class="btn" @click="later = null">{{ t('common.cancel') }}</button><span class="grow" />
              <button type="button" class="btn main" :disabled="later.at === null || contradiction" @click="issue(later.at)">
                {{ count('compose.issueThen', goesTo) }}
              </button>
            </template>
            <template v-else-if="out">
              <button v-if="begun === 0" type="button" class="btn" @click="brief.withdraw()">{{ t('compose.backToDraft') }}</button>
              <RouterLink v-else class="btn" :to="{ path: `/assignments/${stored!.classes[0]!.assignmentId}`, query: scope.kept.value }">{{
                t('common.close')
              }}</RouterLink>
              <span class="grow" />
              <template v-if="dirty">
                <!-- The question above is the next thing then. -->
                <button type="button" class="btn" :disabled="contradiction || saving" @click="brief.save({ tell: false })">
                  {{ t('compose.saveQuietly') }}
                </button>
                <button
                  type="button"
                  class="btn"
                  :class="{ main: !pointsAsked }"
                  :disabled="contradiction || saving"
                  @click="brief.save({ tell: true })"
                >
                  {{ t('compose.saveChanges') }}
                </button>
              </template>
              <button v-else-if="timed || unissued" type="button" class="btn main" @click="issue(null)">{{ t('compose.issueNow') }}</button>
            </template>
            <template v-else>
              <button type="button" class="btn" :disabled="body.title.trim() === '' || contradiction" @click="keepDraft">
                {{ t('compose.keepDraft') }}
              </button>
              <button v-if="stored && !sureToDelete" type="button" class="btn quiet" @click="sureToDelete = true">
                {{ t('compose.deleteDraft') }}
              </button>
              <button v-if="sureToDelete" type="button" class="btn" @click="deleteDraft">{{ t('compose.deleteSure') }}</button>
              <span class="grow" />
              <button type="button" class="btn" :disabled="body.title.trim() === '' || contradiction" @click="later = { at: null }">
                {{ t('compose.issueLater') }}
              </button>
              <button
                type="button"
                class="btn main"
                :disabled="body.title.trim() === '' || contradiction || goesTo === 0"
                @click="issue(null)"
              >
                {{ count('compose.issue', goesTo) }}
              </button>
            </template>
          </div>
        </div>
      </aside>
    </div>
    <AttachmentSheet
      :open="attaching !== null"
      :attachment="attaching?.one ?? null"
      :handouts="handouts"
      :class-ids="sets.map((set) => set.classId)"
      @close="attaching = null"
      @set="setAttachment"
      @remove="removeAttachment"
    />
    <PreviewSheet
      :open="previewOpen"
      :body="body"
      :set="sets[0] ?? null"
      :class-name="classes.find((one) => one.id === sets[0]?.classId)?.label ?? ''"
      :zone="zone"
      @close="previewOpen = false"
    />
  </LoadGate>
</template>

<style scoped>
.compose {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 486px;
  min-height: calc(100vh - 126px);
}
.what {
  padding: 20px 26px;
  min-width: 0;
}
.title {
  width: 100%;
  border: 0;
  border-block-end: 2px solid var(--text);
  background: none;
  color: var(--text);
  font: 650 27px var(--font-head);
  padding: 0 0 8px;
  margin-block-end: 12px;
  border-radius: 0;
}
.title:focus-visible {
  outline: none;
  border-block-end-color: var(--focus);
  box-shadow: 0 2px 0 var(--focus);
}
.title::placeholder {
  color: var(--text-3);
}
.instructions {
  padding-block-end: 16px;
  border-block-end: 1px solid var(--line);
}
.facts {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 11px;
  margin-block-start: 16px;
  align-items: center;
}
.facts .chip {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
.filed {
  width: auto;
  max-width: 320px;
}
.short {
  width: 84px;
}
.also {
  margin-block-start: 14px;
}
.who {
  background: var(--surface);
  border-inline-start: 1px solid var(--line);
  padding: 16px 20px;
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-width: 0;
}
.grow-down {
  flex: 1;
}
.foot {
  border-block-start: 1px solid var(--line);
  padding-block-start: 10px;
  position: sticky;
  bottom: 0;
  background: var(--surface);
  padding-block-end: 4px;
  z-index: 1;
}
.foot .row {
  margin-block-start: 8px;
}
.foot .note {
  margin-block-end: 8px;
}
@media (max-width: 1000px) {
  .compose {
    grid-template-columns: 1fr;
  }
  .who {
    border-inline-start: 0;
    border-block-start: 1px solid var(--line);
  }
}
</style>
