<script setup lang="ts">
/** A small button in the head of a column that opens a list of boxes to tick. */
import { Button, Checkbox, Dropdown } from 'ant-design-vue';
import { ref } from 'vue';

defineProps<{
  label: string;
  choices: readonly { value: string; label: string }[];
  ticked: readonly string[];
  marked?: boolean | undefined;
}>();
const emit = defineEmits<{ tick: [value: string, on: boolean] }>();
const open = ref(false);
</script>

<template>
  <Dropdown v-model:open="open" :trigger="['click']">
    <!-- What is pressed here is not meant for the head, which sorts. -->
    <Button
      type="text"
      size="small"
      class="tool"
      :class="{ marked }"
      :aria-label="label"
      aria-haspopup="true"
      :aria-expanded="open"
      @click.stop
      @keydown.stop
      ><template #icon><slot /></template
    ></Button>
    <template #overlay>
      <div class="choices" role="group" :aria-label="label">
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
