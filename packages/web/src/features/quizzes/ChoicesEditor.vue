<script setup lang="ts">
/** Options of a choice: their words, which are right, which stays last, and what is said to who chose it. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { EMPTY_TEXT, type Choice, type Question } from '@jolly/core';
import { nextTick, ref } from 'vue';
import { useWords } from '../../ui/use-words';
import EntryField from './EntryField.vue';

type OfChoice = Extract<Question, { kind: 'one' | 'several' }>;
const question = defineModel<OfChoice>({ required: true });
const { t } = useWords();
const root = ref<HTMLElement | null>(null);
/** the option whose explanation is written */
const saying = ref<string | null>(null);

const set = (more: Partial<Pick<OfChoice, 'options' | 'key'>>) => (question.value = { ...question.value, ...more } as OfChoice);
const change = (index: number, more: Partial<Choice>) =>
  set({ options: question.value.options.map((one, at) => (at === index ? { ...one, ...more } : one)) });
function mark(id: string, right: boolean): void {
  const others = question.value.key.filter((one) => one !== id);
  set({ key: right ? [...others, id] : others });
}
async function focus(index: number): Promise<void> {
  await nextTick();
  root.value?.querySelectorAll<HTMLElement>('.option')[index]?.querySelector<HTMLElement>('input.ant-input, [contenteditable]')?.focus();
}
async function add(after = question.value.options.length - 1): Promise<void> {
  const { options } = question.value;
  const fresh = { id: crypto.randomUUID(), text: EMPTY_TEXT, staysLast: false, explanation: '' };
  set({ options: [...options.slice(0, after + 1), fresh, ...options.slice(after + 1)] });
  await focus(after + 1);
}
/** Enter goes to the next option, and makes one below the last. */
const enter = (index: number) => (index < question.value.options.length - 1 ? focus(index + 1) : add(index));
async function drop(index: number): Promise<void> {
  const gone = question.value.options[index]!;
  set({ options: question.value.options.filter((_, at) => at !== index), key: question.value.key.filter((id) => id !== gone.id) });
  await focus(Math.max(0, index - 1));
}
</script>

<template>
  <div ref="root" class="stack options">
    <div v-for="(option, index) in question.options" :key="option.id" class="option">
      <div class="row">
        <Checkbox
          :checked="question.key.includes(option.id)"
          :aria-label="t('quizMaking.isRight', { n: index + 1 })"
          @update:checked="mark(option.id, $event)"
        />
        <EntryField
          :model-value="option.text"
          :label="t('quizMaking.option', { n: index + 1 })"
          :placeholder="t('quizMaking.optionHint')"
          @update:model-value="change(index, { text: $event })"
          @enter="enter(index)"
          @emptied="question.options.length > 2 && drop(index)"
        />
        <Button
          type="link"
          size="small"
          :aria-expanded="saying === option.id"
          :aria-label="t('quizMaking.moreOf', { n: index + 1 })"
          @click="saying = saying === option.id ? null : option.id"
          >{{ t('quizMaking.moreShort') }}</Button><Button
          type="link"
          size="small"
          :aria-label="t('quizMaking.dropOption', { n: index + 1 })"
          @click="drop(index)"
          >×</Button
        >
      </div>
      <div v-if="saying === option.id" class="row wrap more">
        <Checkbox :checked="option.staysLast" @update:checked="change(index, { staysLast: $event })">{{
          t('quizMaking.staysLast')
        }}</Checkbox>
        <Input
          class="grow"
          :value="option.explanation"
          :placeholder="t('quizMaking.optionExplanation')"
          :aria-label="t('quizMaking.optionExplanation')"
          :maxlength="2000"
          dir="auto"
          @update:value="change(index, { explanation: $event })"
        />
      </div>
      <p v-else-if="option.explanation || option.staysLast" class="small muted said" dir="auto">
        {{ [option.staysLast ? t('quizMaking.staysLast') : '', option.explanation].filter(Boolean).join(' · ') }}
      </p>
    </div>
    <Button size="small" @click="add()">{{ t('quizMaking.addOption') }}</Button>
  </div>
</template>

<style scoped>
.options > * + * {
  margin-block-start: 6px;
}
.more,
.said {
  padding-inline-start: 30px;
  margin-block-start: 4px;
}
</style>
