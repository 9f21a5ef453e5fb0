<script setup lang="ts">
/** Numbers that count, how far beside them still does, and the unit that stands behind the line. */
import { Button, Input } from 'ant-design-vue';
import { readNumber, type AcceptedNumber, type DecimalMark, type Question } from '@jolly/core';
import { ref } from 'vue';
import FormLine from '../../ui/FormLine.vue';
import { useWords } from '../../ui/use-words';

type OfNumber = Extract<Question, { kind: 'number' }>;
const question = defineModel<OfNumber>({ required: true });
const props = defineProps<{ decimal: DecimalMark }>();
const { t, number } = useWords();
const BLANK: AcceptedNumber = { value: '0', tolerance: null, tolerancePercent: null, percent: 100_000 };
const typed = ref<Record<string, string>>({});
const bad = ref<Record<string, boolean>>({});
const rows = () => (question.value.accepted.length > 0 ? question.value.accepted : [null]);

function change(index: number, more: Partial<AcceptedNumber>): void {
  const { accepted } = question.value;
  const list =
    accepted.length > index ? accepted.map((one, at) => (at === index ? { ...one, ...more } : one)) : [...accepted, { ...BLANK, ...more }];
  question.value = { ...question.value, accepted: list };
}
function type(index: number, field: 'value' | 'tolerance', text: string): void {
  const key = `${field} ${index}`;
  typed.value[key] = text;
  const percent = field === 'tolerance' && text.trim().endsWith('%');
  const read = readNumber(percent ? text.replace('%', '') : text, props.decimal);
  bad.value[key] = text.trim() !== '' && (read === null || (field === 'tolerance' && read.startsWith('-')));
  if (bad.value[key]) return;
  if (field === 'value') {
    if (read === null) drop(index);
    else change(index, { value: read });
  } else change(index, { tolerance: percent ? null : read, tolerancePercent: percent ? read : null });
}
function drop(index: number): void {
  question.value = { ...question.value, accepted: question.value.accepted.filter((_, at) => at !== index) };
  typed.value = bad.value = {};
}
const shown = (index: number, field: 'value' | 'tolerance', one: AcceptedNumber | null) => {
  const written = typed.value[`${field} ${index}`];
  if (written !== undefined) return written;
  if (one === null) return '';
  if (field === 'value') return number(one.value);
  return one.tolerancePercent !== null ? `${number(one.tolerancePercent)} %` : one.tolerance === null ? '' : number(one.tolerance);
};
</script>

<template>
  <div class="stack">
    <div v-for="(one, index) in rows()" :key="index" class="row wrap">
      <Input
        class="short"
        :value="shown(index, 'value', one)"
        :aria-label="t('quizMaking.numberIs', { n: index + 1 })"
        :placeholder="t('quizMaking.numberHint')"
        :status="bad[`value ${index}`] ? 'error' : ''"
        :aria-invalid="bad[`value ${index}`] || undefined"
        @update:value="type(index, 'value', $event)"
      />
      <span class="muted">{{ t('quizMaking.giveOrTake') }}</span>
      <Input
        class="short"
        :value="shown(index, 'tolerance', one)"
        :aria-label="t('quizMaking.giveOrTakeOf', { n: index + 1 })"
        :placeholder="t('quizMaking.toleranceHint')"
        :status="bad[`tolerance ${index}`] ? 'error' : ''"
        :disabled="one === null"
        @update:value="type(index, 'tolerance', $event)"
      />
      <Button
        v-if="question.accepted.length > 1"
        type="link"
        size="small"
        :aria-label="t('quizMaking.dropNumber', { n: index + 1 })"
        @click="drop(index)"
        >×</Button
      >
      <p v-if="bad[`value ${index}`] || bad[`tolerance ${index}`]" class="small alarm whole" role="alert">
        {{ t('quizMaking.badNumber') }}
      </p>
    </div>
    <Button v-if="question.accepted.length > 0" size="small" @click="change(question.accepted.length, {})">{{
      t('quizMaking.addNumber')
    }}</Button>
    <FormLine :label="t('quizMaking.unit')" for="question-unit">
      <Input
        id="question-unit"
        class="short"
        :value="question.unit"
        :maxlength="60"
        dir="auto"
        @update:value="question = { ...question, unit: $event }"
      />
    </FormLine>
  </div>
</template>

<style scoped>
.short {
  inline-size: 120px;
}
.whole {
  flex-basis: 100%;
}
</style>
