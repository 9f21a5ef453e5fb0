<script setup lang="ts">
/** What the mark book shows and from which viewpoint, undoing, arranging. */
import { Button, Checkbox } from 'ant-design-vue';
import { daysBetween, type Viewpoint } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import type { Book } from './use-book';
import type { Stretch } from './use-view';
import ToggleButton from '../../ui/ToggleButton.vue';

const props = defineProps<{
  book: Book;
  stretch: Stretch;
  viewpoint: Viewpoint;
  showsAims: boolean;
  together: boolean;
  locked: boolean;
  terms: readonly { name: string }[];
}>();
const emit = defineEmits<{ set: [Record<string, string | undefined>]; turn: ['undo' | 'redo']; arrange: [] }>();
const { t, count } = useWords();
const line = useTermLine();
const scope = useScope();
const { acts, value } = props.book;
const set = (change: Record<string, string | undefined>) => emit('set', change);
const spanText = computed(() => {
  const week = (day: string) => line.weeks.find((one) => day >= one.monday && daysBetween(one.monday, day) < 7)?.number;
  const [a, b] = [week(scope.from.value), week(scope.to.value)];
  return a === b ? t('book.week', { a: a ?? '?' }) : t('book.weeks', { a: a ?? '?', b: b ?? '?' });
});

const actText = (way: 'undo' | 'redo') => {
  const act = acts.value[way];
  return act ? t(`book.${way}Is`, { what: count(`book.act.${act.kind}`, act.cells) }) : t(`book.${way}`);
};
</script>

<template>
  <div class="row tools" role="group" :aria-label="t('book.stretch')">
    <ToggleButton :on="stretch.kind === 'span'" @click="set({ show: undefined, from: scope.from.value, to: scope.to.value })">
      {{ spanText }}
    </ToggleButton>
    <ToggleButton
      v-for="(one, index) in terms"
      :key="one.name"
      :on="stretch.kind === 'term' && stretch.term === index"
      @click="set({ show: `term${index}` })"
    >
      {{ one.name }}
    </ToggleButton>
    <ToggleButton v-if="terms.length > 1" :on="stretch.kind === 'year'" @click="set({ show: 'year' })">
      {{ t('book.year') }}
    </ToggleButton>
    <span class="gap" />
    <ToggleButton
      v-for="one in ['teacher', 'student'] as const"
      :key="one"
      :on="viewpoint === one && !showsAims"
      @click="set({ viewpoint: one === 'teacher' ? undefined : one, view: undefined })"
    >
      {{ t(`book.viewpoints.${one}`) }}
    </ToggleButton>
    <ToggleButton :on="showsAims" @click="set({ view: showsAims ? undefined : 'aims' })">
      {{ t('book.aims') }}
    </ToggleButton>
    <Checkbox
      v-if="(value?.sections ?? 0) > 1"
      class="small"
      :checked="together"
      @change="set({ sections: together ? undefined : 'together' })"
      >{{ t('book.sections') }}</Checkbox
    >
    <span class="grow" />
    <Button size="small" :disabled="!acts.undo || locked" :title="actText('undo')" @click="emit('turn', 'undo')">
      {{ t('book.undo') }}
    </Button>
    <Button size="small" :disabled="!acts.redo || locked" :title="actText('redo')" @click="emit('turn', 'redo')">
      {{ t('book.redo') }}
    </Button>
    <Button size="small" @click="emit('arrange')">{{ t('book.arrange') }}</Button>
  </div>
</template>

<style scoped>
.tools {
  gap: 6px;
}
.tools .ant-btn {
  min-height: 28px;
  padding-block: 2px;
  font-size: 13.5px;
}
.tools .ant-btn:disabled {
  opacity: 0.45;
  cursor: default;
}
.gap {
  inline-size: 14px;
}
@media (max-width: 900px) {
  .tools {
    flex-wrap: wrap;
  }
}
</style>
