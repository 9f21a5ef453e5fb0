<script setup lang="ts">
/** Days from the first to the last, with a name: a term, or a closure. */
import type { Closure, Term } from '@jolly/core';
import { computed } from 'vue';
import { localDayLong } from '../../time/format';
import { useWords } from '../../ui/use-words';

defineProps<{ nameLabel: string; most: number; hint?: boolean; wrong: (field: 'name' | 'from' | 'to') => boolean }>();
defineEmits<{ remove: [] }>();
const span = defineModel<Term | Closure>({ required: true });
const { t } = useWords();
const written = computed(() => {
  const { from, to } = span.value;
  if (!from || !to) return '';
  return from === to ? localDayLong(from) : `${localDayLong(from)} – ${localDayLong(to)}`;
});
</script>

<template>
  <div class="span">
    <input
      v-model="span.name"
      class="field name"
      :maxlength="most"
      :placeholder="hint ? nameLabel : undefined"
      :aria-label="nameLabel"
      :aria-invalid="wrong('name') || undefined"
      dir="auto"
    />
    <input
      v-model="span.from"
      class="field date"
      type="date"
      :aria-label="t('calendar.firstDay')"
      :aria-invalid="wrong('from') || undefined"
    /><span>–</span
    ><input v-model="span.to" class="field date" type="date" :aria-label="t('calendar.lastDay')" :aria-invalid="wrong('to') || undefined" />
    <span class="muted small written">{{ written }}</span>
    <button type="button" class="btn quiet" @click="$emit('remove')">
      {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ span.name }}</span>
    </button>
  </div>
</template>

<style scoped>
.span {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-block: 6px;
  flex-wrap: wrap;
}
.name {
  width: 210px;
}
.date {
  width: 146px;
}
.written {
  flex: 1 1 110px;
}
</style>
