<script setup lang="ts">
/** Free text with what was used before as proposals. */
import { AutoComplete } from 'ant-design-vue';
import { computed, ref, useId } from 'vue';
import { given } from './given';
import { useInputSays } from './use-input-says';

const props = withDefaults(
  defineProps<{
    modelValue: string;
    proposals: readonly string[];
    id?: string | undefined;
    label?: string | undefined;
    placeholder?: string | undefined;
    maxlength?: number | undefined;
    disabled?: boolean | undefined;
    invalid?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [string] }>();
const within = (text: string, part: string) => text.toLowerCase().includes(part.toLowerCase());
const options = computed(() => props.proposals.filter((one) => within(one, props.modelValue)).map((value) => ({ value })));
const set = (value: unknown) => emit('update:modelValue', String(value ?? '').slice(0, props.maxlength));
/** Enter takes what is offered; the form around the field is sent by the next one. */
const offering = ref(false);
const ownId = useId();
const root = ref<HTMLElement | null>(null);
useInputSays(root, () => ({ 'aria-invalid': props.invalid ? 'true' : undefined }));
</script>

<template>
  <div ref="root" class="proposal-field" @keydown.enter.capture="(event) => offering && event.preventDefault()">
    <label v-if="label" class="hidden-text" :for="id ?? ownId">{{ label }}</label>
    <AutoComplete
      class="list"
      v-bind="given({ id: id ?? ownId, placeholder, disabled })"
      :value="modelValue"
      :options="options"
      :default-active-first-option="false"
      :virtual="false"
      :status="invalid ? 'error' : ''"
      @update:value="set"
      @dropdown-visible-change="(open: boolean) => (offering = open && options.length > 0)"
    />
  </div>
</template>

<style scoped>
.list {
  width: 100%;
}
.proposal-field {
  width: 100%;
}
</style>
