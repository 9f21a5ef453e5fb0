<script setup lang="ts">
/** A teacher's word on a piece: yes at once, yes with a word, or back with one. */
import { Button, Textarea } from 'ant-design-vue';
import { nextTick, ref } from 'vue';
import type { ApiProblem } from '../../api/client';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import type { Focusable } from '../../ui/focus-first';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{
  id: string;
  title: string;
  name: string;
  busy: boolean;
  problem: ApiProblem | null;
  /** says it; whether it was taken */ say: (yes: boolean, word: string) => Promise<boolean>;
}>();
const { t } = useWords();
/** with which word it is said, once one is asked for */
const saying = ref<'yes' | 'back' | null>(null);
const placeOf = useKeptHere();
const { text: word, begin, sent } = useKeptText(() => placeOf('portfolio-word', props.id));
const field = ref<Focusable | null>(null);
async function open(as: 'yes' | 'back'): Promise<void> {
  saying.value = saying.value === as ? null : as;
  if (saying.value === null) return;
  begin();
  await nextTick();
  field.value?.focus();
}
async function tell(yes: boolean, said: string): Promise<void> {
  if (await props.say(yes, said)) sent();
}
const of = () => ({ title: props.title, name: props.name });
</script>

<template>
  <div class="row wrap acts">
    <Button
      type="primary"
      :disabled="busy"
      :aria-label="t('portfolio.yesOf', of())"
      @click="tell(true, saying === 'yes' ? word.trim() : '')"
      >{{ t('portfolio.yes') }}</Button><Button
      :disabled="busy"
      :aria-expanded="saying === 'yes'"
      :aria-label="t('portfolio.yesWordOf', of())"
      @click="open('yes')"
      >{{ t('portfolio.yesWord') }}</Button
    ><Button :disabled="busy" :aria-expanded="saying === 'back'" :aria-label="t('portfolio.backOf', of())" @click="open('back')">{{
      t('portfolio.back')
    }}</Button>
  </div>
  <FieldForm v-if="saying" :problem="problem" @send="tell(saying === 'yes', word.trim())">
    <FormLine :label="t('portfolio.word', { name })" :for="`word-${id}`" path="word"
      ><Textarea :id="`word-${id}`" ref="field" v-model:value="word" :maxlength="500" :auto-size="{ minRows: 2, maxRows: 6 }" dir="auto"
    /></FormLine>
    <Button type="primary" html-type="submit" :disabled="busy || word.trim() === ''">{{
      t(saying === 'yes' ? 'portfolio.sayYes' : 'portfolio.sayBack')
    }}</Button>
  </FieldForm>
  <ProblemNote v-else :problem="problem" />
</template>

<style scoped>
.acts {
  margin-block: 14px 6px;
}
</style>
