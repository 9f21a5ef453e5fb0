<script setup lang="ts">
/** Shows what was loaded, with a word where it could not be looked at afresh, or loading, or failed. Empty is the page's own. */
import { Alert, Button, Skeleton } from 'ant-design-vue';
import { inject, ref } from 'vue';
import { useT } from '../i18n/use-t';
import { LINE_SAID } from './line-said';

defineProps<{ state: 'loading' | 'ready' | 'stale' | 'failed'; why?: string }>();
defineEmits<{ retry: [] }>();
const { t } = useT();
const said = inject(LINE_SAID, ref(false));
</script>

<template>
  <!-- What is shown stays the same elements whether it is fresh or not: somebody may be typing in it. -->
  <template v-if="state === 'ready' || state === 'stale'">
    <Alert v-if="state === 'stale' && !said" class="stale" type="warning" role="status" :message="t('common.stale', { why: why ?? '' })">
      <template #action
        ><Button type="link" @click="$emit('retry')">{{ t('common.retry') }}</Button></template
      >
    </Alert>
    <slot />
  </template>
  <div v-else-if="state === 'loading'" class="gate" role="status">
    <span class="hidden-text">{{ t('common.loading') }}</span>
    <Skeleton active :title="{ width: '30%' }" :paragraph="{ rows: 5 }" aria-hidden="true" />
  </div>
  <div v-else class="gate">
    <Alert type="error" :message="t('common.failed')" :description="why">
      <template #action
        ><Button type="primary" @click="$emit('retry')">{{ t('common.retry') }}</Button></template
      >
    </Alert>
  </div>
</template>

<style scoped>
.gate {
  padding: 28px 20px;
  max-width: 720px;
}
.stale {
  margin: 12px 20px 0;
}
</style>
