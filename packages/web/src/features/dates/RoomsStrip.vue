<script setup lang="ts">
/** On My work: live rooms that are open now, and those that open soon. The link is told only while a room is open. */
import { Button } from 'ant-design-vue';
import { useIntervalFn } from '@vueuse/core';
import { computed } from 'vue';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import { useWords } from '../../ui/use-words';

const { t, when } = useWords();
const LOOK_EVERY_MS = 30_000;
/** A room that opens within so long is announced. */
const SOON_MS = 30 * 60_000;
const { value, reload } = useLoad(() => ask('GET /api/my/rooms'));
useIntervalFn(() => void reload(), LOOK_EVERY_MS);
const rooms = computed(() => (value.value ?? []).filter((one) => one.open || (one.opensAt !== null && one.opensAt - now() < SOON_MS)));
</script>

<template>
  <section v-if="rooms.length > 0" :aria-label="t('lessons.rooms')" role="status">
    <p v-for="one in rooms" :key="one.classId" class="row wrap room">
      <ClassSquare :hue="one.hue" /><strong class="grow" dir="auto">{{ one.className }}</strong>
      <Button v-if="one.link" type="primary" :href="one.link" target="_blank" rel="noopener noreferrer">{{ t('lessons.join') }}</Button>
      <span v-else-if="one.opensAt !== null" class="muted">{{ t('lessons.opens', { when: when(one.opensAt, one.zone) }) }}</span>
    </p>
  </section>
</template>

<style scoped>
.room {
  background: var(--surface-now);
  border-inline-start: 6px solid var(--now);
  border-radius: 4px;
  padding: 10px 14px;
  margin-block: 0 12px;
}
</style>
