<script setup lang="ts">
/** One question while it is written: at left what students see, at right what it earns, how it counts and what is said about it. */
import { Button, Textarea } from 'ant-design-vue';
import { isTeacherScored, type DecimalMark, type Language, type Question, type QuestionSet, type Rubric } from '@jolly/core';
import { computed, onMounted, ref } from 'vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import FormLine from '../../ui/FormLine.vue';
import NumberField from '../../ui/NumberField.vue';
import RadioField from '../../ui/RadioField.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import SelectField from '../../ui/SelectField.vue';
import TagsField from '../../ui/TagsField.vue';
import type { Focusable } from '../../ui/focus-first';
import { useWords } from '../../ui/use-words';
import { keepPicture, RubricSheet, SpokenField } from '../assignments';
import ChoicesEditor from './ChoicesEditor.vue';
import GapsEditor from './GapsEditor.vue';
import ItemsEditor from './ItemsEditor.vue';
import NumberEditor from './NumberEditor.vue';
import PairsEditor from './PairsEditor.vue';
import PlaceEditor from './PlaceEditor.vue';
import QuestionInLanguages from './QuestionInLanguages.vue';

const question = defineModel<Question>({ required: true });
const props = defineProps<{
  n: number;
  decimal: DecimalMark;
  aims: readonly string[];
  sets: readonly QuestionSet[];
  /** it is written outside of a quiz: in no set, with nothing to copy it to */
  alone?: boolean;
  /** the language of the quiz */
  own?: Language;
}>();
const emit = defineEmits<{ done: []; remove: []; copy: []; keep: []; newSet: [] }>();
const { t } = useWords();
const more = ref(props.alone ?? false);
/** One begins with what is asked, wherever the key was pressed. */
const words = ref<Focusable | null>(null);
onMounted(() => words.value?.focus());
const rubricOpen = ref(false);
const set = (changed: object) => (question.value = { ...question.value, ...changed } as Question);
const rubric = computed(() => ('rubric' in question.value ? question.value.rubric : null));
const NEW = 'new';
const setChoices = computed(() => [
  { value: '', label: t('quizMaking.noSet') },
  ...props.sets.map((one) => ({ value: one.id, label: one.name || t('quizMaking.unnamedSet') })),
  { value: NEW, label: t('quizMaking.newSet') },
]);
const chooseSet = (id: string) => (id === NEW ? emit('newSet') : set({ setId: id === '' ? null : id }));
function key(event: KeyboardEvent): void {
  if (event.key !== 'Escape') return;
  // A list that is open takes it first. The text takes it too, to choose what surrounds the cursor, which nobody wants here.
  const inText = (event.target as HTMLElement).isContentEditable;
  if (event.defaultPrevented && !inText) return;
  // What lies around it hears it by itself.
  if (props.alone && !inText) return;
  event.stopPropagation();
  emit('done');
}
const textOfHint = computed(() => t(question.value.kind === 'gaps' ? 'quizMaking.textHintGaps' : 'quizMaking.textHint'));
function setRubric(changed: Rubric): void {
  set({ rubric: changed });
  rubricOpen.value = false;
}
</script>

<template>
  <div class="writes" role="group" :aria-label="t('quizMaking.editing', { n })" @keydown="key">
    <div class="stack main">
      <RichTextEditor
        ref="words"
        :model-value="question.text"
        slim
        :label="t('quizMaking.textLabel', { n })"
        :placeholder="textOfHint"
        :keep-picture="keepPicture"
        @update:model-value="set({ text: $event })"
      />
      <ChoicesEditor v-if="question.kind === 'one' || question.kind === 'several'" v-model="question" />
      <RadioField
        v-else-if="question.kind === 'trueFalse'"
        :label="t('quizMaking.isItTrue')"
        :model-value="question.key[0]"
        :options="(['true', 'false'] as const).map((one) => ({ value: one, label: t(`quiz.${one}`) }))"
        @update:model-value="set({ key: [$event] })"
      />
      <GapsEditor v-else-if="question.kind === 'gaps' || question.kind === 'short'" v-model="question" />
      <NumberEditor v-else-if="question.kind === 'number'" v-model="question" :decimal="decimal" />
      <PairsEditor v-else-if="question.kind === 'match'" v-model="question" />
      <ItemsEditor v-else-if="question.kind === 'order'" v-model="question" />
      <PlaceEditor v-else-if="question.kind === 'place'" v-model="question" />
      <p v-else class="small muted">{{ t(`quiz.asks.${question.kind}`) }}</p>
      <FoldedPart :title="t('wording.question')" :open="question.otherWords !== undefined">
        <QuestionInLanguages v-model="question" :own="own" />
      </FoldedPart>
    </div>
    <div class="stack side">
      <FormLine :label="t('quizMaking.points')" :for="`points-${question.id}`">
        <NumberField
          :id="`points-${question.id}`"
          :model-value="question.points / 1000"
          :min="0"
          :max="100000"
          :step="0.5"
          @update:model-value="set({ points: Math.round($event * 1000) })"
        />
      </FormLine>
      <RadioField
        v-if="question.kind === 'several' || question.kind === 'match' || question.kind === 'order'"
        stacked
        :label="t('quizMaking.howItCounts')"
        :model-value="question.mode"
        :options="[
          {
            value: question.kind === 'order' ? ('pairs' as const) : ('each' as const),
            label: t(question.kind === 'order' ? 'quizMaking.aSharePair' : 'quizMaking.aShareEach'),
          },
          { value: 'all' as const, label: t('quizMaking.allOrNothing') },
        ]"
        @update:model-value="set({ mode: $event })"
      />
      <Button v-if="isTeacherScored(question.kind)" size="small" @click="rubricOpen = true">{{
        rubric ? t('quizMaking.byRubric', { name: rubric.name }) : t('quizMaking.giveRubric')
      }}</Button>
      <Button v-if="rubric" type="link" size="small" @click="set({ rubric: null })">{{ t('quizMaking.noRubric') }}</Button>
      <Button v-if="!alone" type="link" size="small" :aria-expanded="more" @click="more = !more">{{ t('quizMaking.more') }}</Button>
      <template v-if="more">
        <FormLine :label="t('quizMaking.explanation')" :for="`explanation-${question.id}`">
          <Textarea
            :id="`explanation-${question.id}`"
            :value="question.explanation"
            :placeholder="t('quizMaking.explanationHint')"
            :maxlength="5000"
            :auto-size="{ minRows: 2, maxRows: 8 }"
            dir="auto"
            @update:value="set({ explanation: $event })"
          />
        </FormLine>
        <FormLine v-if="!alone" :label="t('quizMaking.set')" :for="`set-${question.id}`">
          <SelectField
            :id="`set-${question.id}`"
            :model-value="question.setId ?? ''"
            :options="setChoices"
            @update:model-value="chooseSet"
          />
        </FormLine>
        <span class="label">{{ t('compose.aims') }}</span>
        <TagsField
          :model-value="question.aims"
          :proposals="aims"
          :label="t('compose.aims')"
          :maxlength="120"
          @update:model-value="set({ aims: $event })"
        />
        <span class="label">{{ t('quizMaking.spoken') }}</span>
        <SpokenField :model-value="question.spoken" @update:model-value="set({ spoken: $event })" />
      </template>
      <div v-if="!alone" class="row wrap acts">
        <Button type="primary" size="small" @click="emit('done')"
          >{{ t('quizMaking.done') }}<span class="key">{{ t('quizMaking.doneKey') }}</span></Button
        >
        <Button size="small" @click="emit('copy')">{{ t('quizMaking.copy') }}</Button>
        <Button size="small" @click="emit('keep')">{{ t('store.keepOne') }}</Button>
        <Button size="small" @click="emit('remove')">{{ t('quizMaking.remove') }}</Button>
      </div>
    </div>
    <RubricSheet
      v-if="rubricOpen"
      :open="rubricOpen"
      :rubric="rubric ?? { name: '', criteria: [] }"
      :aims="aims"
      :own="own"
      @close="rubricOpen = false"
      @set="setRubric"
    />
  </div>
</template>

<style scoped>
/* Not .editor: the root of the text's editor is called that, and would be laid out like this too. */
.writes {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 236px;
  gap: 18px;
  background: var(--surface);
  border: 1px solid var(--line);
  border-inline-start: 5px solid var(--now);
  border-radius: 8px;
  padding: 12px 14px;
}
.side > * + * {
  margin-block-start: 8px;
}
.acts {
  margin-block-start: 14px;
  gap: 6px;
}
.key {
  margin-inline-start: 6px;
}
@media (max-width: 900px) {
  .writes {
    grid-template-columns: 1fr;
  }
}
</style>
