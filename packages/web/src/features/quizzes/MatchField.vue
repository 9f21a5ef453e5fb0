<script setup lang="ts">
/** Pairs: for each thing at left the one that belongs to it is chosen from a list, so nothing has to be dragged. */
import { plainText, type Entry } from '@jolly/core';
import { computed, useId } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ entries: readonly Entry[]; partners: readonly Entry[]; disabled?: boolean }>();
const pairs = defineModel<Readonly<Record<string, string>>>({ required: true });
const { t } = useWords();
const id = useId();
const letter = (index: number) => String.fromCharCode(65 + (index % 26)) + (index < 26 ? '' : String(Math.floor(index / 26)));
const words = (entry: Entry) => plainText(entry.text).trim();
/** Partners that are more than words are shown beside their letters. */
const pictured = computed(() => props.partners.some((one) => words(one) === '' || JSON.stringify(one.text).includes('Math')));
const options = computed(() => [
  { value: '', label: t('quizTaking.noPartner') },
  ...props.partners.map((one, index) => ({ value: one.id, label: pictured.value ? `${letter(index)} ${words(one)}`.trim() : words(one) })),
]);
function choose(left: string, right: string): void {
  const { [left]: _, ...rest } = pairs.value;
  pairs.value = right === '' ? rest : { ...rest, [left]: right };
}
</script>

<template>
  <div class="stack">
    <ol v-if="pictured" class="plain row wrap partners">
      <li v-for="(one, index) in partners" :key="one.id" class="row">
        <strong>{{ letter(index) }}</strong> <RichTextView :text="one.text" />
      </li>
    </ol>
    <div v-for="entry in entries" :key="entry.id" class="pair">
      <label class="left" :for="`${id} ${entry.id}`"><RichTextView :text="entry.text" /></label>
      <SelectField
        :id="`${id} ${entry.id}`"
        :model-value="pairs[entry.id] ?? ''"
        :options="options"
        :disabled="disabled"
        @update:model-value="choose(entry.id, $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: center;
  min-height: 46px;
  font-size: 17px;
}
.pair + .pair {
  margin-block-start: 8px;
}
.partners li {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 4px 10px;
}
</style>
