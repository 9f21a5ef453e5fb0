<script setup lang="ts">
/** The instructions spoken: recorded here with the microphone, or a recording put up. */
import { Button } from 'ant-design-vue';
import type { KeptFile } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { fileAddress } from '../files';
import FileButton from '../../ui/FileButton.vue';

const props = defineProps<{
  modelValue: KeptFile | null;
  locked?: boolean;
  /** in a narrow place: no file to choose, no hint */ quiet?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [KeptFile | null] }>();
const { t } = useT();
const { problem, busy, attempt } = useAttempt();

const recorder = ref<MediaRecorder | null>(null);
const seconds = ref(0);
const noMicrophone = ref(false);
let ticking: ReturnType<typeof setInterval> | undefined;
const time = computed(() => `${Math.floor(seconds.value / 60)}:${String(seconds.value % 60).padStart(2, '0')}`);

const putUp = (file: File) => attempt(async () => emit('update:modelValue', await ask('POST /api/files', { file })));

async function record(): Promise<void> {
  noMicrophone.value = false;
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    const parts: Blob[] = [];
    const made = new MediaRecorder(stream);
    made.ondataavailable = ({ data }) => parts.push(data);
    made.onstop = () => {
      clearInterval(ticking);
      stream.getTracks().forEach((track) => track.stop());
      recorder.value = null;
      const type = made.mimeType.split(';')[0] || 'audio/webm';
      void putUp(new File(parts, `${t('spoken.name')}.${type.split('/')[1]}`, { type }));
    };
    seconds.value = 0;
    ticking = setInterval(() => (seconds.value += 1), 1000);
    made.start();
    recorder.value = made;
  } catch {
    noMicrophone.value = true;
  }
}
onBeforeUnmount(() => recorder.value?.stop());
</script>

<template>
  <div class="row wrap">
    <template v-if="props.modelValue">
      <audio controls preload="none" :src="fileAddress(props.modelValue.id, 'inline')" />
      <Button v-if="!locked" type="link" @click="emit('update:modelValue', null)">{{ t('spoken.remove') }}</Button>
    </template>
    <Button v-else-if="recorder" type="primary" @click="recorder.stop()">{{ t('spoken.stop', { time }) }}</Button>
    <template v-else>
      <Button size="small" :disabled="busy || locked" @click="record">{{ t('spoken.record') }}</Button>
      <FileButton v-if="!quiet" accept="audio/*,video/webm,video/mp4" :disabled="busy || locked" @files="([file]) => void putUp(file!)">{{
        t('spoken.upload')
      }}</FileButton>
      <span v-if="busy || !quiet" class="muted small">{{ busy ? t('common.saving') : t('spoken.hint') }}</span>
    </template>
    <span v-if="noMicrophone" class="alarm small" role="alert">{{ t('spoken.noMicrophone') }}</span>
    <span v-if="problem" class="alarm small" role="alert">{{ problem.title }}</span>
  </div>
</template>

<style scoped>
audio {
  height: 34px;
  max-inline-size: 100%;
}
</style>
