<script setup lang="ts">
/** How the pieces of an assignment stand: a flag and a number for each state that occurs. */
import { PIECE_STATES } from '@jolly/core';
import type { StateCounts } from '@jolly/server/contract';
import { computed } from 'vue';
import { useI18n } from 'vue-i18n';
import SignalFlag from '../../ui/SignalFlag.vue';

const props = defineProps<{ counts: StateCounts }>();
const { t } = useI18n();
const shown = computed(() => PIECE_STATES.filter((state) => (props.counts[state] ?? 0) > 0));
</script>

<template>
  <ul class="plain counts">
    <li v-for="state in shown" :key="state" :title="t(`state.${state}`)"><SignalFlag :state="state" :label="t(`state.${state}`)" /> {{ counts[state] }}</li>
  </ul>
</template>

<style scoped>
.counts { display: flex; flex-wrap: wrap; gap: 4px 14px; }
.counts li { display: inline-flex; align-items: center; gap: 5px; }
</style>
