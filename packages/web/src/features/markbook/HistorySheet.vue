<script setup lang="ts">
/** What happened to a cell: who, when, from what to what, why; an earlier score can be put back. */
import { Button } from 'ant-design-vue';
import { unmilli } from '@jolly/core';
import type { CellHistoryEntry } from '@jolly/server/contract';
import { computed } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  open: boolean;
  title: string;
  at: { assignmentId: string; studentId: string } | null;
  zone: string;
  locked: boolean;
  tick: number;
}>();
const emit = defineEmits<{ close: []; restore: [entry: CellHistoryEntry] }>();
const { t, when } = useWords();
const { state, value, why, reload } = useLoad(
  async () =>
    props.open && props.at
      ? ask('GET /api/assignments/:assignmentId/pieces/:studentId/history', {
          params: { assignmentId: props.at.assignmentId, studentId: props.at.studentId },
        })
      : null,
  [() => props.open, () => props.at, () => props.tick],
);

function givenText({ given }: CellHistoryEntry): string {
  if (!given) return '';
  const { earned, chosen } = given;
  if (chosen?.by === 'words') return chosen.word;
  if (chosen?.by === 'done') return chosen.done ? 'd' : 'n';
  return earned === null ? t('book.cell.words') : String(unmilli(earned));
}
const lines = computed(() => {
  const entries = value.value?.entries ?? [];
  return entries.map((entry, index) => {
    const isScore = entry.kind === 'scored' || entry.kind === 'rescaled';
    const before = entries.slice(index + 1).find((one) => one.kind === 'scored' || one.kind === 'rescaled' || one.kind === 'unscored');
    const from = before && before.kind !== 'unscored' ? givenText(before) : t('book.history.nothing');
    const what = isScore
      ? t('book.history.fromTo', { from, to: givenText(entry) })
      : entry.kind === 'unscored'
        ? t('book.history.fromTo', { from, to: t('book.history.nothing') })
        : entry.kind === 'returned'
          ? givenText(entry)
          : '';
    return { entry, what };
  });
});
</script>

<template>
  <SideSheet :open="open" :title="`${t('book.history.title')}: ${title}`" :width="480" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="lines.length === 0" class="muted">{{ t('book.history.none') }}</p>
      <ol class="plain">
        <li v-for="{ entry, what } in lines" :key="entry.id">
          <div>
            <strong>{{ t(`book.history.kinds.${entry.kind}`) }}</strong> <span v-if="what" class="what">{{ what }}</span>{{ ' '
            }}<span v-if="entry.given?.words" class="muted small">{{ t('book.history.words') }}</span>
          </div>
          <div class="muted small">
            {{ when(entry.at, zone) }}<template v-if="entry.by"> · {{ entry.by }}</template
            ><template v-if="entry.why"> · {{ t(`book.history.why.${entry.why}`) }}</template>
          </div>
          <Button v-if="entry.restores && !locked" @click="emit('restore', entry)">
            {{ t('book.history.restore', { what: givenText(entry) }) }}
          </Button>
        </li>
      </ol>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
li {
  padding-block: 10px;
  border-block-end: 1px solid var(--line-2);
}
.what {
  font-weight: 650;
}
li .ant-btn {
  margin-block-start: 6px;
  min-height: 30px;
  padding-block: 3px;
}
</style>
