<script setup lang="ts">
/** A sheet that slides in at the side. The page behind it keeps everything; Escape closes it. */
import { Drawer } from 'ant-design-vue';

defineProps<{ open: boolean; title: string; width?: number }>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <Drawer :open="open" :title="title" :width="width ?? 440" :root-style="{ maxInlineSize: '100vw' }" destroy-on-close placement="right" @close="emit('close')">
    <slot />
  </Drawer>
</template>
