<script setup lang="ts">
/** A small button in the head of a column that opens a list of boxes to tick. */
import { Button, Checkbox, Dropdown } from 'ant-design-vue';
import { ref, type ComponentPublicInstance } from 'vue';

defineProps<{
  label: string;
  choices: readonly { value: string; label: string }[];
  ticked: readonly string[];
  marked?: boolean | undefined;
}>();
const emit = defineEmits<{ tick: [value: string, on: boolean] }>();
const open = ref(false);
const button = ref<ComponentPublicInstance>();

/** The library closes what it opened by a press elsewhere only. */
function close(): void {
  if (!open.value) return;
  open.value = false;
  (button.value?.$el as HTMLElement | undefined)?.focus();
}
</script>

<template>
  <Dropdown v-model:open="open" :trigger="['click']">
    <!-- What is pressed here is not meant for the head, which sorts. -->
    <Button
      ref="button"
      type="text"
      size="small"
      class="tool"
      :class="{ marked }"
      :aria-label="label"
      aria-haspopup="true"
      :aria-expanded="open"
      @click.stop
      @keydown.stop
      @keydown.esc="close"
      ><template #icon><slot /></template
    ></Button>
    <template #overlay>
      <div class="choices" role="group" :aria-label="label" @keydown.esc.stop="close">
        <Checkbox
          v-for="one in choices"
          :key="one.value"
          :checked="ticked.includes(one.value)"
          @update:checked="(on: boolean) => emit('tick', one.value, on)"
          >{{ one.label }}</Checkbox
        >
        <slot name="below" />
      </div>
    </template>
  </Dropdown>
</template>

<style scoped>
.tool {
  color: var(--text-3);
  min-height: 24px;
  width: 26px;
}
.marked {
  color: var(--text);
  background: var(--surface-now);
}
.choices {
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  box-shadow: var(--float-shadow);
  padding: 10px 14px;
  display: grid;
  gap: 4px;
}
</style>
