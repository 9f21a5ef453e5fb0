<script setup lang="ts">
/** A question to be heard: its recording; in the simple view by a large button, which without one reads it aloud with its entries. */
import { plainText, type AskedQuestion } from '@jolly/core';
import { computed } from 'vue';
import { useT } from '../../i18n/use-t';
import ListenButton from '../../ui/ListenButton.vue';
import { useSession } from '../accounts';
import { fileAddress } from '../files';

const props = defineProps<{ asked: AskedQuestion }>();
const { t } = useT();
const session = useSession();
const recording = computed(() => (props.asked.spoken ? fileAddress(props.asked.spoken.id, 'inline') : null));
const words = computed(() =>
  [props.asked.text, ...[...props.asked.entries, ...props.asked.partners].map((one) => one.text)]
    // What stands for a gap is no word.
    .map((text) => plainText(text).replace(/_{3,}/g, '…').trim())
    .filter((one) => one !== '')
    .join('\n'),
);
</script>

<template>
  <ListenButton
    v-if="session.me?.simple"
    :recording="recording"
    :words="words"
    v-bind="asked.language ? { language: asked.language } : {}"
  />
  <audio v-else-if="recording" controls :src="recording" :aria-label="t('quizTaking.spoken')"></audio>
</template>
