<script setup lang="ts">
/** A large button to hear something: a recording where there is one, else the words read aloud by the device. */
import { Button } from 'ant-design-vue';
import type { Language } from '@jolly/core';
import { computed, ref } from 'vue';
import { useT } from '../i18n/use-t';
import { language as pageLanguage } from '../time/format';
import { useReadAloud } from './read-aloud';
import SignPicture from './SignPicture.vue';

const props = defineProps<{
  /** address of the recording; null: there is none */
  recording: string | null;
  /** read aloud where there is no recording */
  words: string;
  /** which they are in; left out, that of the page */
  language?: Language;
}>();
const { t } = useT();
const aloud = useReadAloud(() => props.language ?? pageLanguage());
const sound = ref<HTMLAudioElement | null>(null);
const playing = ref(false);
const failed = ref(false);
const canHear = computed(() => props.recording !== null || (aloud.can.value && props.words.trim() !== ''));
const isHeard = computed(() => playing.value || aloud.reading.value);

async function press(): Promise<void> {
  failed.value = false;
  if (!sound.value) return aloud.reading.value ? aloud.stop() : aloud.read(props.words);
  if (!sound.value.paused) return sound.value.pause();
  await sound.value.play().catch(() => (failed.value = true));
}
</script>

<template>
  <div v-if="canHear" class="listen">
    <Button class="round" shape="circle" :aria-label="t(isHeard ? 'simple.quiet' : 'simple.listen')" :class="{ on: isHeard }" @click="press"
      ><SignPicture sign="listen"
    /></Button>
    <audio
      v-if="recording !== null"
      ref="sound"
      preload="none"
      :src="recording"
      @playing="playing = true"
      @pause="playing = false"
      @ended="playing = false"
    />
    <p v-if="failed" class="small alarm" role="alert">{{ t('simple.notHeard') }}</p>
  </div>
</template>

<style scoped>
.round.round {
  inline-size: 96px;
  block-size: 96px;
  padding: 24px;
  background: var(--now);
  border-color: var(--now);
  color: #14262e;
}
.round.round:is(:hover, :focus) {
  color: #14262e;
  border-color: #14262e;
}
.round.on {
  outline: 6px solid var(--surface-now);
}
</style>
