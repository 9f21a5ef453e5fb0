<script setup lang="ts" generic="Value extends string | number | boolean | null">
/**
 * One of many, by a list that opens. It is found by typing where the list is long, and says to whoever listens what is chosen:
 * the library shows that beside the field, where it is not read.
 */
import { Select } from 'ant-design-vue';
import { computed } from 'vue';

export interface SelectOption<Value> {
  value: Value;
  label: string;
  disabled?: boolean;
}
const props = defineProps<{
  modelValue: Value | undefined;
  options: readonly SelectOption<Value>[];
  id?: string;
  label?: string;
  disabled?: boolean;
  placeholder?: string;
  invalid?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [Value] }>();
const LONG = 10;
// The library takes only text and numbers; the place in the list stands for anything.
const places = computed(() => props.options.map(({ label, disabled }, value) => ({ value, label, disabled })));
const chosen = computed(() => {
  const at = props.options.findIndex(({ value }) => value === props.modelValue);
  return at < 0 ? undefined : at;
});
const says = computed(() => (chosen.value === undefined ? props.placeholder : props.options[chosen.value]!.label));
</script>

<template>
  <Select
    :id="id"
    class="select-field"
    :value="chosen"
    :options="places"
    :disabled="disabled"
    :placeholder="placeholder"
    :status="invalid ? 'error' : undefined"
    :show-search="options.length > LONG"
    option-filter-prop="label"
    :virtual="options.length > 100"
    :dropdown-match-select-width="false"
    :aria-label="label"
    :aria-description="says"
    :aria-invalid="invalid || undefined"
    @update:value="(at: unknown) => emit('update:modelValue', options[at as number]!.value)"
  />
</template>

<style scoped>
.select-field {
  width: 100%;
}
</style>
