<script setup lang="ts" generic="Value extends string | number | boolean | null">
/**
 * One of many, by a list that opens. It is found by typing where the list is long, and says to whoever listens what is chosen:
 * the library shows that beside the field, where it is not read.
 */
import { Select } from 'ant-design-vue';
import { computed, ref, useId } from 'vue';
import { given } from './given';
import { useInputSays } from './use-input-says';

export interface SelectOption<Value> {
  value: Value;
  label: string;
  disabled?: boolean;
  /** the heading it stands under, together with its neighbours of the same */
  group?: string;
}
const props = withDefaults(
  defineProps<{
    modelValue: Value | undefined;
    options: readonly SelectOption<Value>[];
    id?: string | undefined;
    label?: string | undefined;
    disabled?: boolean | undefined;
    placeholder?: string | undefined;
    invalid?: boolean | undefined;
    /** small, and without a frame: on a coloured ground */
    quiet?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [Value] }>();
const LONG = 10;
// The library takes only text and numbers; the place in the list stands for anything.
interface Place {
  value: number;
  label: string;
  disabled: boolean;
}
const places = computed(() => {
  const lines: (Place | { label: string; options: Place[] })[] = [];
  props.options.forEach(({ label, disabled, group }, value) => {
    const place = { value, label, disabled: disabled === true };
    if (group === undefined) return lines.push(place);
    const last = lines.at(-1);
    if (last && 'options' in last && last.label === group) return last.options.push(place);
    return lines.push({ label: group, options: [place] });
  });
  return lines;
});
const chosen = computed(() => {
  const at = props.options.findIndex(({ value }) => value === props.modelValue);
  return at < 0 ? undefined : at;
});
const says = computed(() => (chosen.value === undefined ? props.placeholder : props.options[chosen.value]!.label));
const ownId = useId();
const root = ref<HTMLElement | null>(null);
useInputSays(root, () => ({
  'aria-description': says.value,
  'aria-invalid': props.invalid ? 'true' : undefined,
}));
</script>

<template>
  <div ref="root" class="select-field">
    <label v-if="label" class="hidden-text" :for="id ?? ownId">{{ label }}</label>
    <Select
      class="list"
      v-bind="given({ id: id ?? ownId, value: chosen, placeholder, disabled })"
      :options="places"
      :bordered="!quiet"
      :size="quiet ? 'small' : 'middle'"
      :status="invalid ? 'error' : ''"
      :show-search="options.length > LONG"
      option-filter-prop="label"
      :virtual="options.length > 100"
      :dropdown-match-select-width="false"
      @update:value="(at: unknown) => emit('update:modelValue', options[at as number]!.value)"
    />
  </div>
</template>

<style scoped>
.list {
  width: 100%;
}
.select-field {
  width: 100%;
}
</style>
