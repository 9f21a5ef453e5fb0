<script setup lang="ts">
/** A box whose tick is stored at once. It always shows what is stored: one that is refused goes back to where it was. */
import { Checkbox } from 'ant-design-vue';
import type { CheckboxChangeEvent } from 'ant-design-vue/es/checkbox/interface';
import { nextTick, ref, watch } from 'vue';

const props = defineProps<{
  /** what is stored */
  on: boolean;
  disabled?: boolean | undefined;
  /** stores it; settles when that was done or refused, and says itself what went wrong */
  store: (on: boolean) => Promise<unknown>;
}>();
const shown = ref(props.on);
watch(
  () => props.on,
  (on) => (shown.value = on),
);
async function ticked({ target: { checked } }: CheckboxChangeEvent): Promise<void> {
  shown.value = checked;
  await props.store(checked);
  await nextTick();
  shown.value = props.on;
}
</script>

<template>
  <Checkbox :checked="shown" :disabled="disabled" @change="ticked"><slot /></Checkbox>
</template>
