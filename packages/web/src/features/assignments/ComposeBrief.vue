<script setup lang="ts">
/** Composing: what to do at left, who and when at right. A draft is kept as one types. */
import { Button, Input } from 'ant-design-vue';
import { localDateAt, unmilli } from '@jolly/core';
import type { AssignmentListItem, Attachment, ClassReply, Unit } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask, now } from '../../api/client';
import { vFocusFirst } from '../../ui/focus-first';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { useWords } from '../../ui/use-words';
import { lastClass, useScope, useTermLine } from '../termline';
import AttachmentSheet from './AttachmentSheet.vue';
import ClearlySaid from './ClearlySaid.vue';
import FiledUnder from './FiledUnder.vue';
import HandInKinds from './HandInKinds.vue';
import IssueBar from './IssueBar.vue';
import { keepPicture } from './keep-picture';
import MoreOfBrief from './MoreOfBrief.vue';
import OtherLanguages from './OtherLanguages.vue';
import PreviewSheet from './PreviewSheet.vue';
import ScoredBy from './ScoredBy.vue';
import { setAgain } from './set-again';
import SpokenField from './SpokenField.vue';
import { blankBrief, blankSet, useBrief } from './use-brief';
import WhoAndWhen from './WhoAndWhen.vue';
import LinkButton from '../../ui/LinkButton.vue';

const emit = defineEmits<{ stored: [string] }>();
const { t, count } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const brief = useBrief();
const { body, sets, stored, problem, out } = brief;

const state = ref<'loading' | 'ready' | 'failed'>('loading');
const why = ref('');
const classes = ref<ClassReply[]>([]);
const units = ref<Record<string, Unit[]>>({});
const aims = ref<string[]>([]);
const handouts = ref<AssignmentListItem[]>([]);
const goesTo = ref(0);
const previewOpen = ref(false);
const more = ref(false);
const onShelf = ref(false);

const quizSays = computed(() => {
  const quiz = body.value.quiz;
  return quiz ? `${count('quiz.questions', quiz.questions.length)} · ${count('common.points', unmilli(body.value.points ?? 0))}` : '';
});
const handout = computed(() => body.value.kind === 'handout');
const zone = computed(() => classes.value.find((one) => one.id === sets.value[0]?.classId)?.calendar.zone ?? line.zone);
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

const attaching = ref<{ one: Attachment | null; example?: boolean } | null>(null);
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
        <LinkButton type="primary" to="/class">{{ t('today.firstClass') }}</LinkButton>
      </div>
    </div>
    <div v-else class="compose">
      <section class="what">
        <h1 class="hidden-text">{{ body.title || t('today.newAssignment') }}</h1>
        <Input
          v-model:value="body.title"
          v-focus-first
          :placeholder="t('compose.titlePlaceholder')"
          :aria-label="t('compose.titleLabel')"
          :maxlength="200"
          dir="auto"
          :disabled="locked"
          class="title"
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
        <OtherLanguages v-model="body" :locked="locked" />
        <ClearlySaid
          v-model:body="body"
          v-model:sets="sets"
          :zone-of="(id) => classes.find((one) => one.id === id)?.calendar.zone ?? zone"
          :locked="locked"
          :brief-id="stored?.id ?? ''"
          @example="attaching = { one: null, example: true }"
        />
        <div class="facts">
          <span class="muted">{{ t('compose.goesWith') }}</span>
          <div class="row wrap">
            <Button v-for="one in body.attachments" :key="one.id" size="small" :disabled="locked" @click="attaching = { one }">
              <span dir="auto">{{ one.title }}</span> · {{ t(`attach.uses.${one.use}`)
              }}<template v-if="one.example"> · {{ t('attach.exampleShort') }}</template>
            </Button>
            <Button size="small" :disabled="locked" @click="attaching = { one: null }">{{ t('compose.add') }}</Button>
          </div>
          <span class="muted">{{ t('compose.spoken') }}</span>
          <SpokenField v-model="body.spoken" :locked="locked" />
          <template v-if="!handout">
            <span class="muted">{{ t('compose.handIn') }}</span>
            <HandInKinds v-model="body" :locked="locked" />
            <template v-if="body.how === 'quiz'">
              <span class="muted">{{ t('compose.asks') }}</span>
              <div class="row wrap">
                <LinkButton v-if="stored" type="primary" :to="{ path: `/quiz/${stored.id}`, query: scope.kept.value }">{{
                  t('compose.questions')
                }}</LinkButton><span class="muted">{{ stored ? quizSays : t('compose.titleFirst') }}</span>
              </div>
            </template>
            <template v-else>
              <span class="muted">{{ t('compose.scoredBy') }}</span>
              <ScoredBy v-model="body" :aims="aims" :locked="locked" />
            </template>
          </template>
          <FiledUnder v-model:body="body" v-model:sets="sets" :classes="classes" :units="units" :aims="aims" :locked="locked" />
          <template v-if="!handout">
            <span />
            <div>
              <Button type="link" :aria-expanded="more" @click="more = !more">{{ t('compose.more') }}</Button>
            </div>
            <MoreOfBrief v-if="more" v-model="body" :locked="locked" />
          </template>
        </div>
        <div class="row wrap also">
          <Button type="link" @click="previewOpen = true">{{ t('compose.asStudent') }}</Button>
          <span v-if="onShelf" class="muted small" role="status">{{ t('compose.onShelf') }}</span><Button
            v-else
            type="link"
            :disabled="body.title.trim() === ''"
            @click="toShelf"
          >
            {{ t('compose.toShelf') }}
          </Button>
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

        <IssueBar :brief="brief" :zone="zone" :goes-to="goesTo" />
      </aside>
    </div>
    <AttachmentSheet
      :open="attaching !== null"
      :attachment="attaching?.one ?? null"
      :as-example="attaching?.example ?? false"
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
  gap: 8px;
  margin-block-start: 12px;
  align-items: center;
}
.facts .ant-btn {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
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
