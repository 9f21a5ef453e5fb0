<script setup lang="ts">
/** Hiding a piece or a remark, with a word to whoever it is of. */
import { Button, Textarea } from 'ant-design-vue';
import { ref } from 'vue';
import type { ApiProblem } from '../../api/client';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

defineProps<{ name: string; problem: ApiProblem | null; busy: boolean }>();
const emit = defineEmits<{ hide: [word: string]; close: [] }>();
const { t } = useWords();
const word = ref('');
</script>

<template>
  <SideSheet open :title="t('walls.hideTitle')" :unsaved="word !== ''" @close="emit('close')">
    <FieldForm :problem="problem" @send="emit('hide', word.trim())">
      <FormLine :label="t('walls.hideWord', { name })" for="hide-word" path="word"
        ><Textarea id="hide-word" v-model:value="word" :maxlength="500" :auto-size="{ minRows: 2, maxRows: 8 }" dir="auto"
      /></FormLine>
      <Button type="primary" html-type="submit" :disabled="busy">{{ t('walls.hideGo') }}</Button>
    </FieldForm>
  </SideSheet>
</template>
