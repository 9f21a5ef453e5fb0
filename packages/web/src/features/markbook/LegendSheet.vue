<script setup lang="ts">
/** What the flags mean, which letters can be typed, and every key. */
import { PIECE_STATES } from '@jolly/core';
import SideSheet from '../../ui/SideSheet.vue';
import StateWord from '../../ui/StateWord.vue';
import { useWords } from '../../ui/use-words';

defineProps<{ open: boolean }>();
defineEmits<{ close: [] }>();
const { t, percent } = useWords();
const KEYS = [
  ['type', '0–9 · F2'],
  ['remark', '⇧ F2'],
  ['move', '↵ · Tab'],
  ['leave', 'Esc'],
  ['range', '⇧ ↑ ↓ ← →'],
  ['fill', 'Ctrl D'],
  ['copy', 'Ctrl C · Ctrl V'],
  ['undo', 'Ctrl Z · Ctrl Y'],
  ['clear', 'Del'],
  ['open', 'Alt ↵'],
] as const;
const LETTERS = ['x', 'a', 'm', 'd', 'n'] as const;
</script>

<template>
  <SideSheet :open="open" :title="t('book.legend')" :width="400" @close="$emit('close')">
    <div class="stack">
      <ul class="plain flags">
        <li v-for="one in PIECE_STATES.filter((state) => state !== 'returned')" :key="one"><StateWord :state="one" /></li>
      </ul>
      <p class="muted small">{{ t('book.flagHint') }}</p>
      <h3>{{ t('book.keys.letters') }}</h3>
      <dl>
        <template v-for="one in LETTERS" :key="one"
          ><dt>{{ one }}</dt>
          <dd>{{ t(`book.letters.${one}`) }}</dd></template
        >
        <dt>{{ percent(80) }}</dt>
        <dd>{{ t('book.letters.percent') }}</dd>
      </dl>
      <p class="muted small">{{ t('book.lettersHint') }}</p>
      <h3>{{ t('shell.here') }}</h3>
      <dl>
        <template v-for="[key, shown] in KEYS" :key="key"
          ><dt>{{ shown }}</dt>
          <dd>{{ t(`book.keys.${key}`) }}</dd></template
        >
      </dl>
    </div>
  </SideSheet>
</template>

<style scoped>
.flags {
  columns: 2;
}
.flags li {
  padding-block: 3px;
}
dl {
  display: grid;
  grid-template-columns: 120px 1fr;
  row-gap: 5px;
  margin: 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
</style>
