<script setup lang="ts">
/** Chooses files from the device, by pressing it or by dropping them on it; what becomes of them is the caller's. */
import { Upload } from 'ant-design-vue';
import { given } from './given';

defineProps<{
  accept?: string | undefined;
  multiple?: boolean | undefined;
  disabled?: boolean | undefined;
  label?: string | undefined;
  link?: boolean | undefined;
  camera?: boolean | undefined;
}>();
const emit = defineEmits<{ files: [File[]] }>();
/** The library asks for each file; all that were chosen together are handed on once, and the library sends none of them. */
function chosen(file: File, all: File[]): boolean {
  if (file === all[0]) emit('files', [...all]);
  return false;
}
</script>

<template>
  <Upload
    class="file-button"
    v-bind="given({ accept, capture: camera ? ('environment' as const) : undefined })"
    :multiple="multiple"
    :disabled="disabled"
    :show-upload-list="false"
    :before-upload="(file, all) => chosen(file, all)"
    :aria-label="label"
  >
    <span class="face" :class="{ link, disabled }"><slot /></span>
  </Upload>
</template>

<style scoped>
.face {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: 36px;
  padding: 6px 14px;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--surface);
  font-weight: 600;
  font-size: 14px;
  cursor: pointer;
}
.face:hover {
  border-color: var(--text-3);
}
.link {
  border-color: transparent;
  background: none;
  padding-inline: 8px;
  color: var(--text-2);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.disabled {
  opacity: 0.55;
  cursor: default;
}
@media (max-width: 640px) {
  .face {
    min-height: 44px;
  }
}
</style>
