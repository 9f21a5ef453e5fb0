<script setup lang="ts">
/** On My work: what a teacher asks in the lesson this moment, heard of as it is asked. */
import { questionTitle } from '@jolly/core';
import { computed } from 'vue';
import ClassSquare from '../../ui/ClassSquare.vue';
import LinkButton from '../../ui/LinkButton.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import { useAskedNow } from './use-asked-now';

const emit = defineEmits<{ heard: [] }>();
const { t } = useWords();
const { kept } = useScope();
const { value } = useAskedNow(() => emit('heard'));
const open = computed(() => (value.value ?? []).filter((one) => one.open));
</script>

<template>
  <section v-if="open.length > 0" :aria-label="t('live.askedNow')" role="status">
    <div v-for="one in open" :key="one.id" class="row wrap asks">
      <ClassSquare :hue="one.hue" />
      <p class="grow">
        <strong>{{ t('live.asked') }}</strong> <span class="muted small" dir="auto">{{ one.className }}</span><br /><span dir="auto">{{
          questionTitle(one.asked)
        }}</span>
      </p>
      <LinkButton :type="!one.has ? 'primary' : 'default'" :to="{ path: '/asked', query: kept }">{{
        t(!one.has ? 'live.answerIt' : 'live.answeredIt')
      }}</LinkButton>
    </div>
  </section>
</template>

<style scoped>
.asks {
  background: var(--surface-now);
  border-inline-start: 6px solid var(--now);
  border-radius: 4px;
  padding: 10px 14px;
  margin-block-end: 12px;
}
p {
  overflow-wrap: anywhere;
  min-inline-size: 160px;
}
</style>
