<script setup lang="ts">
/** Several short texts, typed or chosen among those used before; a semicolon or Enter ends one. */
import { Select } from 'ant-design-vue';
import { computed, useId } from 'vue';
import { given } from './given';

const props = withDefaults(
  defineProps<{
    modelValue: readonly string[];
    proposals: readonly string[];
    label: string;
    placeholder?: string | undefined;
    maxlength?: number | undefined;
    disabled?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [string[]] }>();
const options = computed(() => [...new Set([...props.proposals, ...props.modelValue])].map((value) => ({ value })));
/** Each once, without blanks around it. */
function set(values: unknown): void {
  const texts = (values as string[]).map((one) => one.trim().slice(0, props.maxlength)).filter((one) => one !== '');
  emit('update:modelValue', [...new Set(texts)]);
}
const ownId = useId();
</script>

<template>
  <div class="tags-field">
    <label v-if="label" class="hidden-text" :for="ownId">{{ label }}</label>
    <Select
      :id="ownId"
      class="list"
      mode="tags"
      v-bind="given({ placeholder, disabled })"
      :value="[...modelValue]"
      :options="options"
      :token-separators="[';']"
      :virtual="false"
      @update:value="set"
    />
  </div>
</template>

<style scoped>
.list {
  width: 100%;
}
.tags-field {
  min-width: 180px;
}
</style>
