<script setup lang="ts">
/** Recording one's voice, or voice and picture, in the browser. What was recorded is heard first, then kept. */
import { Button } from 'ant-design-vue';
import { computed, nextTick, onBeforeUnmount, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import ToggleButton from '../../ui/ToggleButton.vue';

const props = defineProps<{ /** nothing but the voice is asked for */ onlyVoice?: boolean }>();
const emit = defineEmits<{ close: []; recorded: [File] }>();
const { t } = useT();

/** Kept under the 50 MB of a file: voice for hours, film for about ten minutes. */
const MOST_SECONDS = { voice: 60 * 60, film: 10 * 60 } as const;
const BITS = { audioBitsPerSecond: 64_000, videoBitsPerSecond: 500_000 };

const what = ref<'voice' | 'film'>('voice');
const state = ref<'ready' | 'recording' | 'paused' | 'listening'>('ready');
const seconds = ref(0);
const refused = ref(false);
const made = ref<{ file: File; address: string } | null>(null);
const screen = ref<HTMLVideoElement | null>(null);
const time = computed(() => `${Math.floor(seconds.value / 60)}:${String(seconds.value % 60).padStart(2, '0')}`);
let recorder: MediaRecorder | null = null;
let stream: MediaStream | null = null;
let ticking: ReturnType<typeof setInterval> | undefined;

function letGo(): void {
  clearInterval(ticking);
  stream?.getTracks().forEach((track) => track.stop());
  stream = recorder = null;
}
async function record(): Promise<void> {
  refused.value = false;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: true,
      ...(what.value === 'film' ? { video: { width: 1280, height: 720 } } : {}),
    });
  } catch {
    refused.value = true;
    return;
  }
  const parts: Blob[] = [];
  recorder = new MediaRecorder(stream, BITS);
  recorder.ondataavailable = ({ data }) => parts.push(data);
  recorder.onstop = () => {
    const type = (recorder?.mimeType || (what.value === 'film' ? 'video/webm' : 'audio/webm')).split(';')[0]!;
    letGo();
    const file = new File(parts, `${t(`recording.${what.value}Name`)}.${type.split('/')[1]}`, { type });
    made.value = { file, address: URL.createObjectURL(file) };
    state.value = 'listening';
  };
  seconds.value = 0;
  ticking = setInterval(() => {
    if (state.value === 'recording') seconds.value += 1;
    if (seconds.value >= MOST_SECONDS[what.value]) stop();
  }, 1000);
  // In parts of a second, so that what was said so far is there whatever happens.
  recorder.start(1000);
  state.value = 'recording';
  if (what.value === 'film') {
    await nextTick();
    if (screen.value) screen.value.srcObject = stream;
  }
}
function pause(): void {
  if (state.value === 'recording') recorder?.pause();
  else recorder?.resume();
  state.value = state.value === 'recording' ? 'paused' : 'recording';
}
const stop = () => recorder?.stop();
function drop(): void {
  if (made.value) URL.revokeObjectURL(made.value.address);
  made.value = null;
  state.value = 'ready';
}
function keep(): void {
  if (made.value) emit('recorded', made.value.file);
  drop();
  emit('close');
}
onBeforeUnmount(() => {
  if (recorder) recorder.onstop = null;
  letGo();
  if (made.value) URL.revokeObjectURL(made.value.address);
});
</script>

<template>
  <section class="sheet box stack" :aria-label="t('recording.title')">
    <template v-if="state === 'ready'">
      <div v-if="!props.onlyVoice" class="row wrap" role="group" :aria-label="t('recording.title')">
        <ToggleButton v-for="one in ['voice', 'film'] as const" :key="one" :on="what === one" @click="what = one">
          {{ t(`recording.${one}`) }}
        </ToggleButton>
      </div>
      <p v-if="refused" class="note bad" role="alert">{{ t(`recording.refused.${what}`) }}</p>
      <div class="row">
        <Button type="primary" @click="record">{{ t('recording.record') }}</Button><Button type="link" @click="emit('close')">
          {{ t('common.cancel') }}
        </Button>
      </div>
    </template>
    <template v-else-if="state === 'listening' && made">
      <video v-if="what === 'film'" controls :src="made.address" :aria-label="made.file.name" />
      <audio v-else controls :src="made.address" :aria-label="made.file.name" />
      <div class="row wrap">
        <Button type="primary" @click="keep">{{ t('recording.keep') }}</Button><Button @click="drop">
          {{ t('recording.again') }}
        </Button>
      </div>
    </template>
    <template v-else>
      <video v-if="what === 'film'" ref="screen" autoplay muted playsinline />
      <p class="row" role="timer">
        <strong class="time">{{ time }}</strong><span class="muted small">{{
          t(state === 'paused' ? 'recording.paused' : 'recording.going', { most: MOST_SECONDS[what] / 60 })
        }}</span>
      </p>
      <div class="row">
        <Button type="primary" @click="stop">{{ t('recording.stop') }}</Button><Button @click="pause">
          {{ t(state === 'paused' ? 'recording.goOn' : 'recording.pause') }}
        </Button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.box {
  padding: 14px 18px;
}
video {
  max-inline-size: 100%;
  max-block-size: 340px;
  border-radius: 6px;
  background: #000;
}
audio {
  inline-size: 100%;
}
.time {
  font: 650 24px var(--font-head);
}
</style>
