<script setup lang="ts">
/** What is new in portfolios, over all classes, whole and one below the other, each with its three acts. */
import type { PortfolioWaiting } from '@jolly/server/contract';
import { computed, nextTick, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { FileView } from '../files';
import { useScope } from '../termline';
import WordActs from './WordActs.vue';

const { t, name, when } = useWords();
const scope = useScope();
const { state, value, why, reload } = useLoad(() => ask('GET /api/portfolio/waiting'));
const { problem, busy, attempt } = useAttempt();
const waiting = computed(() => (value.value ?? []).filter(({ piece }) => scope.inScope(piece.classId)));
/** which one the last act was about, where it was refused */
const at = ref('');
/** whose piece was changed meanwhile */
const changed = ref('');
const list = ref<HTMLElement | null>(null);

async function say({ piece, student }: PortfolioWaiting, yes: boolean, word: string): Promise<boolean> {
  at.value = piece.id;
  changed.value = '';
  const place = waiting.value.findIndex((one) => one.piece.id === piece.id);
  const done = await attempt(() =>
    ask('PUT /api/portfolio/:pieceId/word', { params: { pieceId: piece.id }, body: { yes, word, version: piece.version } }),
  );
  if (done) value.value = (value.value ?? []).filter((one) => one.piece.id !== piece.id);
  else if (problem.value?.code === 'conflict.changedMeanwhile' || problem.value?.status === 404) {
    // Changed, or taken out again: what is there now is shown.
    changed.value = name(student);
    problem.value = null;
    await reload();
  } else return false;
  // From one to the next without looking for it; to its title, so that nobody says yes to what they have not seen.
  await nextTick();
  const next = list.value?.querySelectorAll<HTMLElement>('h2');
  next?.[Math.min(place, next.length - 1)]?.focus();
  return done;
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page narrow">
      <div class="heading">
        <h1>{{ t('portfolio.waiting') }}</h1>
        <span class="small grow">{{ t('portfolio.waitingHint') }}</span>
      </div>
      <p v-if="changed" class="note" role="status" dir="auto">{{ t('portfolio.changed', { name: changed }) }}</p>
      <p v-if="waiting.length === 0" class="note">{{ t('portfolio.waitingNone') }}</p>
      <ul v-else ref="list" class="plain">
        <li v-for="one in waiting" :key="one.piece.id" class="sheet one">
          <p class="row">
            <ClassSquare :hue="one.hue" /><strong class="grow" dir="auto">{{ name(one.student) }}</strong
            ><span class="small muted">{{ when(one.piece.at, one.zone) }}</span>
          </p>
          <h2 tabindex="-1" dir="auto">{{ one.piece.title }}</h2>
          <p class="small muted" dir="auto">
            {{ [one.piece.className, ...(one.piece.kind === 'work' ? [] : [t(`portfolio.kinds.${one.piece.kind}`)])].join(' · ')
            }}<template v-if="one.piece.assignmentId">
              ·
              <RouterLink :to="{ path: `/marking/${one.piece.assignmentId}/${one.student.id}`, query: scope.kept.value }">{{
                t('portfolio.openWork')
              }}</RouterLink></template
            >
          </p>
          <p v-if="one.piece.why" class="note" dir="auto">{{ one.piece.why }}</p>
          <p v-if="one.piece.text" class="said" dir="auto">{{ one.piece.text }}</p>
          <RichTextView v-if="one.work?.text" :text="one.work.text" />
          <template v-for="(sheet, index) in one.work?.sheets ?? []" :key="index"
            ><h3 dir="auto">{{ sheet.title }}</h3>
            <RichTextView :text="sheet.text"
          /></template>
          <FileView v-for="file in one.piece.files" :key="file.id" class="file" :file="file" />
          <WordActs
            :id="one.piece.id"
            :title="one.piece.title"
            :name="name(one.student)"
            :busy="busy"
            :problem="at === one.piece.id ? problem : null"
            :say="(yes, word) => say(one, yes, word)"
          />
        </li>
      </ul>
    </div>
  </LoadGate>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}
.one {
  padding: 16px 20px;
  margin-block-end: 16px;
  overflow-wrap: anywhere;
}
.one > p {
  margin: 2px 0 8px;
}
h2 {
  font-size: 20px;
  margin-block: 4px;
}
.said {
  font-family: var(--font-read);
  white-space: pre-line;
  max-width: 75ch;
}
.file {
  margin-block: 10px 14px;
}
</style>
