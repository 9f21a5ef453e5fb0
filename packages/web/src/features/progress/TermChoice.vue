<script setup lang="ts">
/** Which term is looked at, or the year. */
import type { Looking, Term } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { useLooking } from './use-looking';
import ToggleButton from '../../ui/ToggleButton.vue';

const props = defineProps<{ terms: readonly Term[]; looking: Looking }>();
const { t } = useWords();
const { set } = useLooking();
const chosen = computed(() => (props.looking.kind === 'term' ? String(props.looking.term ?? '') : 'year'));
const choose = (value: string) => set({ term: value === 'year' ? 'year' : Number(value) });
</script>

<template>
  <span v-if="terms.length > 1" class="row wrap choice">
    <ToggleButton v-for="(term, place) in terms" :key="place" :on="chosen === String(place)" @click="choose(String(place))">
      {{ term.name }}
    </ToggleButton>
    <ToggleButton :on="chosen === 'year'" @click="choose('year')">{{ t('progress.year') }}</ToggleButton>
  </span>
</template>

<style scoped>
.choice {
  gap: 6px;
}
.choice .ant-btn {
  white-space: nowrap;
}
</style>
