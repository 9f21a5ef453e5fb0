<script setup lang="ts">
/** A plain text file as text; a long one only its beginning. */
import { computed } from 'vue';
import { useI18n } from 'vue-i18n';
import { useLoad } from '../../api/use-load';

const MOST_SHOWN = 200_000;
const props = defineProps<{ address: string; size: number }>();
const { t } = useI18n();
const { state, value } = useLoad(async () => {
  const response = await fetch(props.address, { headers: { Range: `bytes=0-${MOST_SHOWN}` } });
  if (!response.ok) throw new Error(String(response.status));
  return (await response.text()).slice(0, MOST_SHOWN);
});
const cut = computed(() => props.size > MOST_SHOWN);
</script>

<template>
  <pre v-if="state === 'ready'" class="text" dir="auto">{{ value }}{{ cut ? '…' : '' }}</pre>
  <p v-else-if="state === 'loading'" class="muted">{{ t('desk.loadingFile') }}</p>
</template>

<style scoped>
.text { margin: 0; padding: 12px 14px; border: 1px solid var(--line); border-radius: 6px; background: var(--surface); overflow: auto; max-height: 420px; white-space: pre-wrap; font: 14px/1.5 ui-monospace, monospace; }
</style>
