<script setup lang="ts">
/** A sheet that slides in at the side. The page behind it keeps everything; Escape closes it, and what had the focus has it again. */
import { Drawer } from 'ant-design-vue';
import { onBeforeUnmount, ref, watch, watchEffect } from 'vue';
import { sheetCloses, sheetOpens } from './open-sheets';

const props = defineProps<{ open: boolean; title: string; width?: number }>();
const emit = defineEmits<{ close: [] }>();
const inside = ref<HTMLElement | null>(null);

// Escape is heard on the whole page: what was pressed in a sheet may be gone or disabled by then, and the focus with it.
const sheet = { close: () => emit('close'), box: () => inside.value?.closest<HTMLElement>('.ant-drawer-content') ?? null };
watch(
  () => props.open,
  (open) => (open ? sheetOpens(sheet) : sheetCloses(sheet)),
  { immediate: true, flush: 'sync' },
);
onBeforeUnmount(() => sheetCloses(sheet));

// The component library's drawer has no role and no name, and takes none: readers of the screen would not hear of it.
// Its box stays when it is closed; then it has neither again, or the page would believe that a sheet lies over it.
watchEffect(
  (cleanUp) => {
    const box = props.open ? inside.value?.closest('.ant-drawer-content') : null;
    if (!box) return;
    const said = { role: 'dialog', 'aria-modal': 'true', 'aria-label': props.title };
    for (const [name, value] of Object.entries(said)) box.setAttribute(name, value);
    // Where nothing in it takes the focus, it is moved by its keys all the same.
    if (!inside.value!.querySelector('a[href], button, input, textarea, [tabindex]'))
      box.querySelector('.ant-drawer-body')?.setAttribute('tabindex', '0');
    cleanUp(() => Object.keys(said).forEach((name) => box.removeAttribute(name)));
  },
  { flush: 'post' },
);
</script>

<template>
  <Drawer
    :open="open"
    :title="title"
    :width="`min(${width ?? 440}px, 100vw)`"
    :keyboard="false"
    destroy-on-close
    placement="right"
    @close="emit('close')"
  >
    <div ref="inside"><slot /></div>
  </Drawer>
</template>
