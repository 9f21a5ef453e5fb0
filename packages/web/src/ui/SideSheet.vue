<script setup lang="ts">
/** A sheet that slides in at the side. The page behind it keeps everything; Escape closes it. */
import { Drawer } from 'ant-design-vue';
import { ref, watchEffect } from 'vue';

const props = defineProps<{ open: boolean; title: string; width?: number }>();
const emit = defineEmits<{ close: [] }>();
const inside = ref<HTMLElement | null>(null);

// The component library's drawer has no role and no name, and takes none: readers of the screen would not hear of it.
// Its box stays when it is closed; then it has neither again, or the page would believe that a sheet lies over it.
watchEffect(
  (cleanUp) => {
    const sheet = props.open ? inside.value?.closest('.ant-drawer-content') : null;
    if (!sheet) return;
    const said = { role: 'dialog', 'aria-modal': 'true', 'aria-label': props.title };
    for (const [name, value] of Object.entries(said)) sheet.setAttribute(name, value);
    cleanUp(() => Object.keys(said).forEach((name) => sheet.removeAttribute(name)));
  },
  { flush: 'post' },
);
</script>

<template>
  <Drawer :open="open" :title="title" :width="width ?? 440" :root-style="{ maxInlineSize: '100vw' }" destroy-on-close placement="right" @close="emit('close')">
    <div ref="inside"><slot /></div>
  </Drawer>
</template>
