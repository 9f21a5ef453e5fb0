<script setup lang="ts">
/** Which term is looked at, or the year. */
import type { Looking, Term } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useLooking } from './use-looking';

const props = defineProps<{ terms: readonly Term[]; looking: Looking }>();
const { t } = useWords();
const { set } = useLooking();
const chosen = computed(() => (props.looking.kind === 'term' ? String(props.looking.term ?? '') : 'year'));
const choose = (value: string) => set({ term: value === 'year' ? 'year' : Number(value) });
</script>

<template>
  <span v-if="terms.length > 1" class="row wrap choice">
    <button
      v-for="(term, place) in terms"
      :key="place"
      class="chip"
      :aria-pressed="chosen === String(place)"
      @click="choose(String(place))"
    >
      {{ term.name }}
    </button>
    <button class="chip" :aria-pressed="chosen === 'year'" @click="choose('year')">{{ t('progress.year') }}</button>
  </span>
</template>

<style scoped>
.choice {
  gap: 6px;
}
.choice .chip {
  white-space: nowrap;
}
</style>
