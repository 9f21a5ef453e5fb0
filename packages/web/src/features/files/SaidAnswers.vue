<script setup lang="ts" generic="F extends { id: string; name: string }">
/** A written part answered aloud: what was said, to hear it and take it off, and a way to say more. */
import { Button } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from './file-address';
import RecordingSheet from './RecordingSheet.vue';
import type { Upload } from './use-uploads';

const props = defineProps<{
  /** which part it is, as the recording will be called */
  part: string;
  files: readonly F[];
  uploads?: readonly Upload[];
  /** one recording is the answer: there is no more to say */
  once?: boolean;
  /** recording begins at once: somebody has asked for it elsewhere */
  open?: boolean;
  /** what was said is heard, and stays */
  locked?: boolean;
}>();
const emit = defineEmits<{ said: [File]; remove: [F]; stop: [key: string]; closed: [] }>();
const { t, percent } = useWords();
const recording = ref(props.open ?? false);
watch(
  () => props.open,
  (open) => open && (recording.value = true),
);
const waiting = computed(() => props.uploads?.some((one) => one.state === 'waiting'));

/** Named by the part that it answers, so that it can be told from others wherever files are listed. */
function take(file: File): void {
  const ending = file.name.split('.').at(-1) ?? 'webm';
  emit('said', new File([file], `${props.part}.${ending}`, { type: file.type }));
}
function close(): void {
  recording.value = false;
  emit('closed');
}
</script>

<template>
  <div class="stack said" role="group" :aria-label="t('said.of', { part })">
    <div v-for="file in files" :key="file.id" class="row">
      <audio controls preload="none" class="grow" :src="fileAddress(file.id, 'inline')" :aria-label="file.name" />
      <Button v-if="!locked" type="link" @click="emit('remove', file)"
        >{{ t('said.remove') }}{{ ' ' }}<span class="hidden-text">{{ file.name }}</span></Button
      >
    </div>
    <p v-for="one in uploads" :key="one.key" class="row small" :class="{ alarm: one.state === 'refused' }">
      <span class="grow" :role="one.state === 'refused' ? 'alert' : 'status'">{{
        one.state === 'refused' ? t('said.refused', { why: one.why }) : t('said.sending', { share: percent(Math.floor(one.share * 100)) })
      }}</span><Button v-if="one.state === 'refused'" type="link" @click="emit('stop', one.key)">{{ t('said.remove') }}</Button>
    </p>
    <p v-if="waiting" class="small">{{ t('said.kept') }}</p>
    <RecordingSheet v-if="recording && !locked" only-voice @close="close" @recorded="take" />
    <div v-else-if="!locked && !(once && files.length > 0)">
      <Button @click="recording = true">{{ t(files.length > 0 ? 'said.more' : 'said.begin') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.said > * + * {
  margin-block-start: 6px;
}
audio {
  block-size: 36px;
  min-inline-size: 0;
}
</style>
