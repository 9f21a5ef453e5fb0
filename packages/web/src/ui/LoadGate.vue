<script setup lang="ts">
/** Shows what was loaded, with a word where it could not be looked at afresh, or loading, or failed. Empty is the page's own. */
import { Button } from 'ant-design-vue';
import { useT } from '../i18n/use-t';

defineProps<{ state: 'loading' | 'ready' | 'stale' | 'failed'; why?: string }>();
defineEmits<{ retry: [] }>();
const { t } = useT();
</script>

<template>
  <!-- What is shown stays the same elements whether it is fresh or not: somebody may be typing in it. -->
  <template v-if="state === 'ready' || state === 'stale'">
    <p v-if="state === 'stale'" class="note stale row" role="status">
      <span class="grow">{{ t('common.stale', { why: why ?? '' }) }}</span><Button type="link" @click="$emit('retry')">
        {{ t('common.retry') }}
      </Button>
    </p>
    <slot />
  </template>
  <div v-else-if="state === 'loading'" class="gate" role="status">
    <span class="needle" aria-hidden="true" />
    <span class="muted">{{ t('common.loading') }}</span>
  </div>
  <div v-else class="gate" role="alert">
    <div class="note bad stack">
      <h2>{{ t('common.failed') }}</h2>
      <p>{{ why }}</p>
      <Button type="primary" @click="$emit('retry')">{{ t('common.retry') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.gate {
  padding: 60px 20px;
  display: flex;
  gap: 12px;
  justify-content: center;
  align-items: center;
}
.stale {
  margin: 12px 20px 0;
}
.needle {
  width: 4px;
  height: 26px;
  border-radius: 2px;
  background: var(--now);
  animation: swing 1.2s ease-in-out infinite alternate;
}
@keyframes swing {
  from {
    transform: rotate(-40deg);
  }
  to {
    transform: rotate(40deg);
  }
}
</style>
