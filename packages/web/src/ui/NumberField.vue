<script setup lang="ts" generic="Value extends number | null">
/** A number within bounds, typed with the decimal mark of the reader's language or a point. Only an optional one can be emptied. */
import { InputNumber } from 'ant-design-vue';
import { ref } from 'vue';
import { decimalMark } from '../time/format';
import { given } from './given';

const props = withDefaults(
  defineProps<{
    modelValue: Value;
    id?: string | undefined;
    label?: string | undefined;
    min?: number | undefined;
    max?: number | undefined;
    step?: number | undefined;
    /** may be empty, which is null */
    optional?: boolean | undefined;
    placeholder?: string | undefined;
    disabled?: boolean | undefined;
    invalid?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [Value] }>();
const parsed = (text: string | undefined) => (text ?? '').replace(/[\s%]/g, '').replace(',', '.');
const emptied = ref(false);
/** One that was emptied and may not be shows its number again when it is left. */
const again = ref(0);
function typed(value: unknown): void {
  emptied.value = !(typeof value === 'number' && Number.isFinite(value));
  if (!emptied.value) emit('update:modelValue', value as Value);
  else if (props.optional) emit('update:modelValue', null as Value);
}
function left(): void {
  if (emptied.value && !props.optional) again.value += 1;
  emptied.value = false;
}
</script>

<template>
  <InputNumber
    :key="again"
    class="number-field"
    v-bind="given({ id, value: modelValue ?? undefined, min, max, placeholder, disabled })"
    :step="step ?? 1"
    :controls="false"
    :decimal-separator="decimalMark()"
    :parser="parsed"
    :status="invalid ? 'error' : ''"
    :aria-label="label"
    :aria-invalid="invalid || undefined"
    @update:value="typed"
    @blur="left"
  />
</template>

<style scoped>
.number-field {
  width: 84px;
}
.number-field :deep(input) {
  text-align: end;
}
</style>
