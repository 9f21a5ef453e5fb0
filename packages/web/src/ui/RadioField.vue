<script setup lang="ts" generic="Value extends string | number | boolean | null, Option extends SelectOption<Value>">
/** One of a few that are all to be read. Arrows go from one to the next, as with the browser's own. */
import { Radio, RadioGroup } from 'ant-design-vue';
import { useId } from 'vue';
import { given } from './given';
import type { SelectOption } from './SelectField.vue';

const props = withDefaults(
  defineProps<{
    modelValue: Value | undefined;
    options: readonly Option[];
    label?: string | undefined;
    /** one below the other */
    stacked?: boolean | undefined;
    disabled?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [Value] }>();
defineSlots<{ default?: (props: { option: Option }) => unknown }>();
const name = useId();
const at = () => props.options.findIndex(({ value }) => value === props.modelValue);
</script>

<template>
  <RadioGroup
    v-bind="given({ disabled })"
    class="radio-field"
    :class="{ stacked }"
    :name="name"
    :value="at()"
    role="radiogroup"
    :aria-label="label"
    @update:value="(place: number) => emit('update:modelValue', options[place]!.value)"
  >
    <Radio v-for="(option, place) in options" :key="place" :value="place" v-bind="option.disabled ? { disabled: true } : {}">
      <slot :option="option">{{ option.label }}</slot>
    </Radio>
  </RadioGroup>
</template>

<style scoped>
.radio-field {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.stacked {
  flex-direction: column;
}
</style>
