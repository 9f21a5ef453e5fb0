<script setup lang="ts">
/** Shows what was loaded, or on purpose one of the other three: loading, failed. Empty is the page's own. */
import { useI18n } from 'vue-i18n';

defineProps<{ state: 'loading' | 'ready' | 'failed'; why?: string }>();
defineEmits<{ retry: [] }>();
const { t } = useI18n();
</script>

<template>
  <slot v-if="state === 'ready'" />
  <div v-else-if="state === 'loading'" class="gate" role="status">
    <span class="needle" aria-hidden="true" />
    <span class="muted">{{ t('common.loading') }}</span>
  </div>
  <div v-else class="gate" role="alert">
    <div class="note bad stack">
      <h2>{{ t('common.failed') }}</h2>
      <p>{{ why }}</p>
      <button class="btn main" @click="$emit('retry')">{{ t('common.retry') }}</button>
    </div>
  </div>
</template>

<style scoped>
.gate { padding: 60px 20px; display: flex; gap: 12px; justify-content: center; align-items: center; }
.needle { width: 4px; height: 26px; border-radius: 2px; background: var(--now); animation: swing 1.2s ease-in-out infinite alternate; }
@keyframes swing { from { transform: rotate(-40deg); } to { transform: rotate(40deg); } }
</style>
