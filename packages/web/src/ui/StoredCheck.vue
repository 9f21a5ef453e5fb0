<script setup lang="ts">
/** A box whose tick is stored at once. It always shows what is stored: one that is refused goes back to where it was. */
import { nextTick } from 'vue';

const props = defineProps<{
  /** what is stored */
  on: boolean;
  disabled?: boolean;
  /** stores it; settles when that was done or refused, and says itself what went wrong */
  store: (on: boolean) => Promise<unknown>;
}>();
async function ticked(event: Event): Promise<void> {
  const box = event.target as HTMLInputElement;
  await props.store(box.checked);
  await nextTick();
  box.checked = props.on;
}
</script>

<template>
  <input type="checkbox" :checked="on" :disabled="disabled" @change="ticked" />
</template>
