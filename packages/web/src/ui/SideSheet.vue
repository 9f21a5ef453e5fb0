<script setup lang="ts">
/**
 * A sheet that slides in at the side. The page behind it keeps everything; Escape closes it, and what had the focus has it again.
 * Before it drops what was typed and is not stored, it says so; closed once more, it does.
 */
import { Button, Drawer } from 'ant-design-vue';
import { onBeforeUnmount, ref, watch, watchEffect } from 'vue';
import { useT } from '../i18n/use-t';
import { sheetCloses, sheetOpens } from './open-sheets';

const props = defineProps<{
  open: boolean;
  title: string;
  width?: number;
  /** something in it is typed and not stored */ unsaved?: boolean;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useT();
const inside = ref<HTMLElement | null>(null);
const asks = ref(false);
watch([() => props.open, () => props.unsaved], () => (asks.value = false));
function close(): void {
  if (props.unsaved && !asks.value) asks.value = true;
  else emit('close');
}

// Escape is heard on the whole page: what was pressed in a sheet may be gone or disabled by then, and the focus with it.
const sheet = { close, box: () => inside.value?.closest<HTMLElement>('.ant-drawer-content') ?? null };
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
    @close="close"
  >
    <div ref="inside">
      <p v-if="asks" class="note row wrap asks" role="alert">
        <span class="grow">{{ t('common.unsaved') }}</span><Button size="small" @click="asks = false">{{ t('common.goOnWriting') }}</Button
        ><Button size="small" @click="emit('close')">{{ t('common.dropIt') }}</Button>
      </p>
      <slot />
    </div>
  </Drawer>
</template>

<style scoped>
.asks {
  position: sticky;
  inset-block-start: -24px;
  z-index: 3;
  margin-block-end: 14px;
}
</style>
