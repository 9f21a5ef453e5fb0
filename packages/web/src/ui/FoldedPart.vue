<script setup lang="ts">
/** A part of a page that opens under its title. */
import { Collapse, CollapsePanel } from 'ant-design-vue';
import { ref, watch } from 'vue';

const props = defineProps<{ title?: string | undefined; summary?: string | undefined; open?: boolean | undefined }>();
const emit = defineEmits<{ toggle: [boolean] }>();
const shown = ref(props.open);
watch(
  () => props.open,
  (open) => (shown.value = open),
);
function toggle(): void {
  shown.value = !shown.value;
  emit('toggle', shown.value);
}
</script>

<template>
  <Collapse class="folded-part" ghost :active-key="shown ? ['part'] : []" @change="toggle">
    <CollapsePanel key="part" force-render>
      <template #header
        ><slot name="title">{{ title }}</slot
        ><span v-if="summary && !shown" class="summary">{{ summary }}</span></template
      >
      <slot />
    </CollapsePanel>
  </Collapse>
</template>

<style scoped>
.summary {
  margin-inline-start: 10px;
  font-weight: 400;
  color: var(--text-3);
  overflow-wrap: anywhere;
}
.folded-part :deep(.ant-collapse-item > .ant-collapse-header) {
  padding: 5px 0;
  font-weight: 600;
  align-items: baseline;
}
.folded-part :deep(.ant-collapse-content > .ant-collapse-content-box) {
  padding: 6px 0 4px;
}
</style>
