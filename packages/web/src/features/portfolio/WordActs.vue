<script setup lang="ts">
/** A teacher's word on a piece: yes at once, yes with a word, or back with one. */
import { Button, Textarea } from 'ant-design-vue';
import { ref } from 'vue';
import type { ApiProblem } from '../../api/client';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ id: string; title: string; name: string; busy: boolean; problem: ApiProblem | null }>();
const emit = defineEmits<{ say: [yes: boolean, word: string] }>();
const { t } = useWords();
/** with which word it is said, once one is asked for */
const saying = ref<'yes' | 'back' | null>(null);
const word = ref('');
const of = () => ({ title: props.title, name: props.name });
</script>

<template>
  <div class="row wrap acts">
    <Button type="primary" :disabled="busy" :aria-label="t('portfolio.yesOf', of())" @click="emit('say', true, '')">{{
      t('portfolio.yes')
    }}</Button><Button
      :disabled="busy"
      :aria-expanded="saying === 'yes'"
      :aria-label="t('portfolio.yesWordOf', of())"
      @click="saying = saying === 'yes' ? null : 'yes'"
      >{{ t('portfolio.yesWord') }}</Button
    ><Button
      :disabled="busy"
      :aria-expanded="saying === 'back'"
      :aria-label="t('portfolio.backOf', of())"
      @click="saying = saying === 'back' ? null : 'back'"
      >{{ t('portfolio.back') }}</Button
    >
  </div>
  <FieldForm v-if="saying" :problem="problem" @send="emit('say', saying === 'yes', word.trim())">
    <FormLine :label="t('portfolio.word', { name })" :for="`word-${id}`" path="word"
      ><Textarea :id="`word-${id}`" v-model:value="word" :maxlength="500" :auto-size="{ minRows: 2, maxRows: 6 }" dir="auto"
    /></FormLine>
    <Button type="primary" html-type="submit" :disabled="busy || word.trim() === ''">{{
      t(saying === 'yes' ? 'portfolio.sayYes' : 'portfolio.sayBack')
    }}</Button>
  </FieldForm>
</template>

<style scoped>
.acts {
  margin-block: 14px 6px;
}
</style>
