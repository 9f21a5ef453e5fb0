<script setup lang="ts">
/** Files, a drawing or a recording as an answer: put up at once, and named by the answer. */
import { Button } from 'ant-design-vue';
import { MOST_ANSWER_FILES } from '@jolly/core';
import { ref } from 'vue';
import FileButton from '../../ui/FileButton.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress, RecordingSheet } from '../files';
import { DrawingSheet } from '../mywork';

const props = defineProps<{
  questionId: string;
  kind: string;
  attach?: ((file: File) => Promise<{ id: string; name: string } | null>) | undefined;
  disabled?: boolean;
}>();
const ids = defineModel<string[]>({ required: true });
const { t } = useWords();
const names = ref<Record<string, string>>({});
const going = ref('');
const failed = ref('');
const open = ref(false);

async function put(files: readonly File[]): Promise<void> {
  open.value = false;
  for (const file of files.slice(0, MOST_ANSWER_FILES - ids.value.length)) {
    [going.value, failed.value] = [file.name, ''];
    const kept = await props.attach?.(file);
    going.value = '';
    if (!kept) failed.value = file.name;
    else {
      names.value[kept.id] = kept.name;
      ids.value = [...ids.value, kept.id];
    }
  }
}
</script>

<template>
  <div class="stack">
    <ul v-if="ids.length > 0" class="plain stack files">
      <li v-for="(id, index) in ids" :key="id" class="row">
        <a :href="fileAddress(id)" target="_blank" class="grow">{{ names[id] ?? t('quizTaking.file', { n: index + 1 }) }}</a>
        <Button v-if="!disabled" size="small" @click="ids = ids.filter((one) => one !== id)">{{ t('quizTaking.takeOff') }}</Button>
      </li>
    </ul>
    <p v-if="going" role="status" class="small muted">{{ t('quizTaking.sendingFile', { name: going }) }}</p>
    <p v-if="failed" role="alert" class="note bad small">{{ t('quizTaking.fileFailed', { name: failed }) }}</p>
    <div v-if="!disabled && attach && ids.length < MOST_ANSWER_FILES" class="row wrap">
      <Button v-if="kind === 'drawing'" @click="open = true">{{ t('quizTaking.draw') }}</Button>
      <Button v-if="kind === 'recording'" @click="open = true">{{ t('quizTaking.record') }}</Button>
      <FileButton :accept="kind === 'drawing' ? 'image/*' : kind === 'recording' ? 'audio/*,video/*' : undefined" multiple @files="put">
        {{ t('quizTaking.chooseFile') }}
      </FileButton>
    </div>
    <p v-if="!attach" class="muted small">{{ t(`quiz.asks.${kind === 'drawing' || kind === 'recording' ? kind : 'file'}`) }}</p>
    <DrawingSheet
      v-if="kind === 'drawing'"
      :open="open"
      :pictures="[]"
      :keep-key="questionId"
      @close="open = false"
      @drawn="(file) => void put([file])"
    />
    <RecordingSheet v-if="kind === 'recording' && open" @close="open = false" @recorded="(file) => void put([file])" />
  </div>
</template>

<style scoped>
.files > * + * {
  margin-block-start: 6px;
}
</style>
