<script setup lang="ts">
/** The keys that do something: on this page, and everywhere. */
import { computed } from 'vue';
import { useT } from '../i18n/use-t';
import SideSheet from '../ui/SideSheet.vue';
import { activeShortcuts } from '../ui/use-shortcuts';

const props = defineProps<{ open: boolean; student: boolean }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useT();
const everywhere = computed(() => activeShortcuts.everywhere.filter((one) => one.key !== 'n' || !props.student));
</script>

<template>
  <SideSheet :open="open" :title="t('shell.shortcuts')" :width="360" @close="emit('close')">
    <div class="stack">
      <h3>{{ t('shell.here') }}</h3>
      <p v-if="activeShortcuts.here.length === 0" class="muted">{{ t('shell.shortcutsNone') }}</p>
      <dl class="keys">
        <template v-for="one in activeShortcuts.here" :key="one.shown"
          ><dt>{{ one.shown }}</dt>
          <dd>{{ t(one.does) }}</dd></template
        >
      </dl>
      <h3>{{ t('shell.everywhere') }}</h3>
      <dl class="keys">
        <template v-for="one in everywhere" :key="one.shown"
          ><dt>{{ one.shown }}</dt>
          <dd>{{ t(one.does) }}</dd></template
        >
      </dl>
    </div>
  </SideSheet>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 64px 1fr;
  row-gap: 8px;
  margin: 0;
}
.keys dt {
  font-weight: 700;
}
.keys dd {
  margin: 0;
}
</style>
