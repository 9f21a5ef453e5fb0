<script setup lang="ts">
/** Where a question is answered, whatever its kind. Says an answer only once it has the form that the question asks for. */
import { Input, Textarea } from 'ant-design-vue';
import {
  isNoAnswer,
  isWritten,
  plainText,
  readNumber,
  saidAnswer,
  saidIn,
  type Answer,
  type AskedQuestion,
  type DecimalMark,
} from '@jolly/core';
import { computed, h, ref, watch, type VNodeChild } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import { useWords } from '../../ui/use-words';
import { SaidAnswers } from '../files';
import AnswerFiles from './AnswerFiles.vue';
import ChoiceCards from './ChoiceCards.vue';
import MatchField from './MatchField.vue';
import OrderField from './OrderField.vue';
import PlaceField from './PlaceField.vue';

const props = defineProps<{
  asked: AskedQuestion;
  decimal: DecimalMark;
  disabled?: boolean;
  /** what is to be written may be said aloud */
  mayBeSaid?: boolean;
  /** puts up a file that is to be an answer; left out, files cannot be given here */
  attach?: ((file: File) => Promise<{ id: string; name: string } | null>) | undefined;
}>();
const answer = defineModel<Answer>({ required: true });
const { t, number } = useWords();

const words = computed(() => plainText(props.asked.text).replace(/\s+/g, ' ').trim());
const texts = computed(() => (Array.isArray(answer.value) ? (answer.value as readonly unknown[]) : []));
const ids = computed(() => texts.value.filter((one): one is string => typeof one === 'string'));
const text = computed(() => (typeof answer.value === 'string' ? answer.value : ''));
const say = (given: Answer) => (answer.value = isNoAnswer(given) ? null : given);

const chosen = computed({
  get: () => (props.asked.kind === 'several' ? ids.value : text.value === '' ? [] : [text.value]),
  set: (list: string[]) => say(props.asked.kind === 'several' ? list : (list[0] ?? null)),
});
const order = computed({ get: () => (ids.value.length > 0 ? ids.value : null), set: (list: string[] | null) => say(list) });
const pairs = computed({
  get: () =>
    answer.value !== null && typeof answer.value === 'object' && !Array.isArray(answer.value)
      ? (answer.value as Record<string, string>)
      : {},
  set: (given: Readonly<Record<string, string>>) => say(given),
});
const place = computed({
  get: () => (texts.value.length === 2 ? (texts.value as [number, number]) : null),
  set: (at: readonly [number, number] | null) => say(at),
});
const entries = computed(() =>
  props.asked.kind === 'trueFalse'
    ? props.asked.entries.map(({ id }) => ({
        id,
        text: {
          type: 'doc' as const,
          content: [{ type: 'paragraph', content: [{ type: 'text', text: t(id === 'true' ? 'quiz.true' : 'quiz.false') }] }],
        },
      }))
    : props.asked.entries,
);

/** A written answer that was said aloud instead. */
const said = computed(() => saidIn(props.asked.kind, answer.value));
const canBeSaid = computed(
  () => said.value !== null || (props.mayBeSaid && isWritten(props.asked.kind) && !props.disabled && isNoAnswer(answer.value)),
);
const failed = ref('');
async function put(file: File): Promise<void> {
  failed.value = '';
  const kept = await props.attach?.(file);
  if (kept) say(saidAnswer(kept.id));
  else failed.value = file.name;
}

/** A gap in its sentence. */
function gapInput(index: number): VNodeChild {
  const value = texts.value[index];
  return h(Input, {
    class: 'gap',
    value: typeof value === 'string' ? value : '',
    disabled: props.disabled ?? false,
    maxlength: 500,
    autocomplete: 'off',
    spellcheck: false,
    'aria-label': t('quizTaking.gap', { n: index + 1 }),
    'onUpdate:value': (written: string) => {
      const list = Array.from({ length: props.asked.gaps }, (_, at) =>
        at === index ? written : ((texts.value[at] as string | null | undefined) ?? null),
      );
      say(list.map((one) => (one === '' ? null : one)));
    },
  });
}

// What is typed as a number stays as it was typed; what is said is what it was read as.
const typed = ref('');
const unreadable = ref(false);
watch(
  () => [props.asked.id, answer.value] as const,
  ([id], before) => {
    if (props.asked.kind !== 'number') return;
    if (id !== before?.[0] || readNumber(typed.value, props.decimal) !== answer.value)
      typed.value = text.value === '' ? '' : number(text.value);
    if (id !== before?.[0]) unreadable.value = false;
  },
  { immediate: true },
);
function typeNumber(written: string): void {
  typed.value = written;
  const value = readNumber(written, props.decimal);
  unreadable.value = written.trim() !== '' && value === null;
  if (!unreadable.value) say(value);
}
</script>

<template>
  <div>
    <RichTextView v-if="said !== null && asked.kind === 'gaps'" class="with-gaps" :text="asked.text" />
    <template v-else-if="said !== null" />
    <RichTextView v-else-if="asked.kind === 'gaps'" class="with-gaps" :text="asked.text" :gap="gapInput" />
    <ChoiceCards
      v-else-if="asked.kind === 'one' || asked.kind === 'several' || asked.kind === 'trueFalse'"
      v-model="chosen"
      :entries="entries"
      :several="asked.kind === 'several'"
      :label="words"
      :disabled="disabled ?? false"
    />
    <Input
      v-else-if="asked.kind === 'short'"
      :value="text"
      :aria-label="words"
      :disabled="disabled ?? false"
      :maxlength="500"
      autocomplete="off"
      :spellcheck="false"
      dir="auto"
      size="large"
      class="short"
      @update:value="say"
    />
    <template v-else-if="asked.kind === 'number'">
      <div class="row">
        <Input
          :value="typed"
          inputmode="text"
          :aria-label="words"
          :aria-invalid="unreadable || undefined"
          :status="unreadable ? 'error' : ''"
          :disabled="disabled ?? false"
          :maxlength="40"
          autocomplete="off"
          size="large"
          class="number-answer"
          @update:value="typeNumber"
        /><span dir="auto">{{ asked.unit }}</span>
      </div>
      <p v-if="unreadable" class="alarm small" role="alert">
        {{ t('quizTaking.notANumber', { example: decimal === ',' ? '3,5' : '3.5' }) }}
      </p>
    </template>
    <MatchField
      v-else-if="asked.kind === 'match'"
      v-model="pairs"
      :entries="asked.entries"
      :partners="asked.partners"
      :disabled="disabled ?? false"
    />
    <OrderField v-else-if="asked.kind === 'order'" v-model="order" :entries="asked.entries" :label="words" :disabled="disabled ?? false" />
    <PlaceField
      v-else-if="asked.kind === 'place' && asked.picture"
      v-model="place"
      :picture="asked.picture"
      :label="words"
      :disabled="disabled ?? false"
    />
    <Textarea
      v-else-if="asked.kind === 'own'"
      :value="text"
      :aria-label="words"
      :disabled="disabled ?? false"
      :maxlength="20000"
      :auto-size="{ minRows: 5, maxRows: 18 }"
      dir="auto"
      class="own"
      @update:value="say"
    />
    <AnswerFiles
      v-else
      :question-id="asked.id"
      :kind="asked.kind"
      :model-value="ids"
      :attach="attach"
      :disabled="disabled ?? false"
      @update:model-value="say"
    />
    <SaidAnswers
      v-if="canBeSaid && attach"
      class="said"
      :part="t('quizTaking.spokenAnswer')"
      :files="said === null ? [] : [{ id: said, name: t('quizTaking.spokenAnswer') }]"
      :locked="disabled ?? false"
      once
      @said="put"
      @remove="say(null)"
    />
    <p v-if="failed" role="alert" class="note bad small">{{ t('quizTaking.fileFailed', { name: failed }) }}</p>
  </div>
</template>

<style scoped>
.with-gaps {
  font: 19px/2.1 var(--font-read);
}
.with-gaps :deep(.gap) {
  inline-size: 150px;
  display: inline-block;
  font: 17px var(--font);
  padding: 3px 8px;
  margin-inline: 2px;
}
.said {
  margin-block-start: 12px;
}
.short {
  max-inline-size: 420px;
}
.number-answer {
  inline-size: 150px;
}
.own {
  font: 17px/1.5 var(--font-read);
}
</style>
