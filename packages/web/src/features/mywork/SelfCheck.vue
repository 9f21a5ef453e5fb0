<script setup lang="ts">
/** How a student sees their own work by the rubric, before handing in. */
import type { Chosen, Scoring } from '@jolly/server/contract';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { ChoiceLadder } from '../marking';
import FoldedPart from '../../ui/FoldedPart.vue';

type Choices = Extract<Chosen, { by: 'rubric' }>['choices'];
defineProps<{ scoring: Extract<Scoring, { by: 'rubric' }> }>();
const choices = defineModel<Choices | null>({ required: true });
const { t } = useWords();
const chosen = computed({
  get: (): Chosen | null => (choices.value ? { by: 'rubric', choices: choices.value } : null),
  set: (one: Chosen | null) => {
    if (one?.by === 'rubric') choices.value = one.choices;
  },
});
</script>

<template>
  <FoldedPart class="how" :title="t('selfCheck.title')">
    <p class="muted small">{{ t('selfCheck.hint') }}</p>
    <ChoiceLadder v-model="chosen" :scoring="scoring" :points="null" />
  </FoldedPart>
</template>

<style scoped></style>
