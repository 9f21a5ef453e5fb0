<script setup lang="ts">
/** Where pieces share words: a place to look, with both passages side by side. What it means is for a person to say. */
import { Button, Checkbox } from 'ant-design-vue';
import type { OverlapPair, OverlapReply } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import { markedText } from './marked-text';
import ProgressBar from '../../ui/ProgressBar.vue';

const ASK_EVERY_MS = 300;
const { t, count, when, percent: written } = useWords();
const route = useRoute();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const assignmentId = String(route.params.id);
const { value: pieces } = useLoad(() => ask('GET /api/assignments/:assignmentId/pieces', { params: { assignmentId } }));
const zone = computed(() => line.classOf(pieces.value?.assignment.classId ?? '')?.zone ?? line.zone);
const withEarlier = ref(false);
const job = ref<OverlapReply | null>(null);
const chosen = ref(0);
let asking: ReturnType<typeof setTimeout> | undefined;

const begin = () =>
  attempt(async () => {
    job.value = await ask('POST /api/assignments/:assignmentId/overlap', {
      params: { assignmentId },
      body: { withEarlier: withEarlier.value },
    });
    chosen.value = 0;
    look();
  });
function look(): void {
  clearTimeout(asking);
  if (!job.value || job.value.result) return;
  asking = setTimeout(
    () =>
      void attempt(async () => {
        if (!job.value) return;
        job.value = await ask('GET /api/overlap/:overlapId', { params: { overlapId: job.value.id } });
        look();
      }),
    ASK_EVERY_MS,
  );
}
async function stop(): Promise<void> {
  clearTimeout(asking);
  const id = job.value?.id;
  job.value = null;
  if (id) await ask('DELETE /api/overlap/:overlapId', { params: { overlapId: id } }).catch(() => undefined);
}
onBeforeUnmount(() => clearTimeout(asking));
void begin();

const pairs = computed(() => job.value?.result?.pairs ?? []);
const texts = computed(() => job.value?.result?.texts ?? []);
const pair = computed(() => pairs.value[chosen.value] ?? null);
const percent = ({ shared, words }: OverlapPair['a']) => (words === 0 ? 0 : Math.round((100 * shared) / words));
const side = (which: 'a' | 'b') => {
  const one = pair.value![which];
  const text = texts.value[one.text]!;
  return {
    ...text,
    of: one,
    parts: markedText(
      text.text,
      pair.value!.passages.map((passage) => passage[which]),
    ),
  };
};
</script>

<template>
  <div class="page">
    <div class="heading">
      <h1>{{ t('overlap.title') }}</h1>
      <span class="small grow"
        ><RouterLink :to="{ path: `/assignments/${assignmentId}`, query: route.query }" dir="auto">{{
          pieces?.assignment.title
        }}</RouterLink></span
      >
      <Checkbox v-model:checked="withEarlier" class="small" @change="begin">{{ t('overlap.withEarlier') }}</Checkbox>
    </div>
    <p class="muted reading">{{ t('overlap.what') }}</p>
    <p v-if="problem" class="note bad row wrap" role="alert">
      <span class="grow">{{ problem.title }}</span><Button @click="begin">{{ t('common.retry') }}</Button>
    </p>
    <div v-else-if="busy && !job" class="note" role="status">{{ t('common.loading') }}</div>
    <div v-else-if="job && !job.result" class="note row" role="status">
      <ProgressBar :done="job.done" :of="Math.max(1, job.of)" :label="t('overlap.title')" /><span>{{
        t('overlap.going', { a: job.done, b: job.of })
      }}</span
      ><Button @click="stop">{{ t('piece.stop') }}</Button>
    </div>
    <div v-else-if="!job" class="note row">
      <span class="grow">{{ t('overlap.stopped') }}</span><Button @click="begin">{{ t('overlap.again') }}</Button>
    </div>
    <p v-else-if="pairs.length === 0" class="note">{{ count('overlap.none', job.of) }}</p>
    <div v-else class="columns">
      <div class="sheet list" role="listbox" :aria-label="t('overlap.pairs')">
        <Button
          v-for="(one, index) in pairs"
          :key="index"
          role="option"
          type="text"
          class="bare pair"
          :aria-selected="index === chosen"
          @click="chosen = index"
        >
          <span v-for="which in ['a', 'b'] as const" :key="which" class="row"
            ><span class="grow clip" dir="auto">{{ texts[one[which].text]?.name }}</span
            ><strong class="number">{{ written(percent(one[which])) }}</strong></span
          >
        </Button>
      </div>
      <div v-if="pair" class="both">
        <article v-for="which in ['a', 'b'] as const" :key="which" class="sheet text">
          <header>
            <h2 class="clip" dir="auto">{{ side(which).name }}</h2>
            <p class="small muted">{{ side(which).className }} · {{ when(side(which).handedInAt, zone) }}</p>
            <p class="small">
              {{ t('overlap.base', { shared: side(which).of.shared, words: side(which).of.words, percent: percent(side(which).of) }) }}
            </p>
          </header>
          <div class="rich-text words" dir="auto" tabindex="0">
            <template v-for="(part, at) in side(which).parts" :key="at"
              ><mark v-if="part.shared">{{ part.text }}</mark
              ><span v-else>{{ part.text }}</span></template
            >
          </div>
        </article>
      </div>
    </div>
    <p v-if="job?.result" class="muted small took">{{ t('overlap.took', { n: job.of, ms: job.result.took }) }}</p>
  </div>
</template>

<style scoped>
.reading {
  max-width: 80ch;
  margin-block-end: 14px;
}
.columns {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.list {
  max-block-size: calc(100vh - 320px);
  min-block-size: 240px;
  overflow: auto;
}
.pair {
  justify-content: stretch;
  align-items: stretch;
  border-radius: 0;
  display: grid;
  gap: 2px;
  inline-size: 100%;
  text-align: start;
  padding: 9px 12px;
  border: 0;
  border-block-end: 1px solid var(--line-2);
  background: none;
  color: inherit;
  cursor: pointer;
}
.pair > .row {
  min-width: 0;
}
.pair[aria-selected='true'] {
  background: var(--surface-2);
  box-shadow: inset 4px 0 0 var(--text);
}
.both {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}
.text {
  padding: 14px 18px;
}
.text h2 {
  font-size: 17px;
}
.words {
  white-space: pre-wrap;
  max-block-size: calc(100vh - 400px);
  min-block-size: 200px;
  overflow: auto;
  margin-block-start: 10px;
}
mark {
  background: var(--surface-now);
  color: var(--text);
  text-decoration: underline 2px;
  text-decoration-color: var(--now);
}
.took {
  margin-block-start: 10px;
}
@media (max-width: 900px) {
  .columns,
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
