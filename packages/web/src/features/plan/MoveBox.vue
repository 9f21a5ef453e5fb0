<script setup lang="ts">
/** What a move would do, beside where the card was put: who moves, who keeps their own dates, which days get heavy. */
import { Button } from 'ant-design-vue';
import { localDateAt } from '@jolly/core';
import type { MovePreview } from '@jolly/server/contract';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { localDayLong } from '../../time/format';
import { arrowStep } from '../../ui/arrows';
import { useWords } from '../../ui/use-words';
import { useMoveWords } from './use-move-words';

const props = defineProps<{
  preview: MovePreview;
  zone: string;
  issued: boolean;
  busy: boolean;
  problem: string | null;
  at: { x: number; y: number } | null;
}>();
const emit = defineEmits<{ confirm: [boolean]; leave: []; /** one school day more or less */ step: [1 | -1] }>();
const { t, count, when } = useWords();
const words = useMoveWords();
const box = ref<HTMLElement | null>(null);

const due = computed(
  () => props.preview.changes.find((one) => one.what === 'class' && one.field === 'due') ?? props.preview.changes[0] ?? null,
);
const lines = computed(() => {
  const { moved, keep } = props.preview;
  const one = due.value;
  return [
    ...(one ? [count('move.moved', moved, { from: when(one.before, props.zone), to: when(one.after, props.zone) })] : []),
    ...(keep > 0 ? [count('move.keep', keep)] : []),
    ...words.heavy(props.preview).map((one) => one.text),
    ...words.said(props.preview),
  ];
});
const place = computed(() => {
  if (!props.at) return {};
  // Beside the card, and wholly on the screen.
  return {
    left: `${Math.max(12, Math.min(props.at.x, window.innerWidth - 442))}px`,
    top: `${Math.max(140, Math.min(props.at.y, window.innerHeight - 270))}px`,
  };
});
// The first button takes the focus as soon as it can be pressed, so Enter confirms.
onMounted(() =>
  watch(
    () => props.busy,
    async (busy) => {
      if (busy) return;
      await nextTick();
      box.value?.querySelector<HTMLElement>('.main')?.focus();
    },
    { immediate: true },
  ),
);
function step(event: KeyboardEvent): void {
  const by = arrowStep(event.key);
  if (!event.altKey || by === 0) return;
  event.preventDefault();
  emit('step', by);
}
</script>

<template>
  <div
    ref="box"
    class="box stack"
    role="dialog"
    :aria-label="t('move.title', { title: due?.title ?? '', day: due ? localDayLong(localDateAt(zone, due.after)) : '' })"
    :style="place"
    @keydown="step"
    @keydown.esc="emit('leave')"
  >
    <h3 dir="auto">{{ t('move.title', { title: due?.title ?? '', day: due ? localDayLong(localDateAt(zone, due.after)) : '' }) }}</h3>
    <p v-for="one in lines" :key="one">{{ one }}</p>
    <p v-if="problem" class="alarm" role="alert">{{ problem }}</p>
    <div class="row">
      <template v-if="issued">
        <Button type="primary" :disabled="busy" @click="emit('confirm', true)">{{ t('move.tell') }}</Button>
        <Button :disabled="busy" @click="emit('confirm', false)">{{ t('move.quietly') }}</Button>
      </template>
      <Button v-else type="primary" :disabled="busy" @click="emit('confirm', false)">{{ t('move.draft') }}</Button>
      <Button type="link" @click="emit('leave')">{{ t('move.leave') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.box {
  position: fixed;
  z-index: 20;
  width: 430px;
  max-width: calc(100vw - 24px);
  background: var(--surface);
  border: 2px solid var(--act);
  border-radius: 10px;
  padding: 14px 16px;
  box-shadow: 0 14px 40px rgb(20 38 46 / 22%);
}
.box h3 {
  font-size: 16px;
  overflow-wrap: anywhere;
}
.box p {
  font-size: 14.5px;
}
.box.stack > * + * {
  margin-block-start: 6px;
}
.box .row {
  margin-block-start: 12px;
}
.box .ant-btn {
  white-space: nowrap;
  padding-inline: 12px;
}
</style>
