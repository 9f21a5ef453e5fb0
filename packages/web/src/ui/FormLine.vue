<script setup lang="ts">
/** One field of a form: its label, a hint, and in its place what the server says of it. */
import { FormItem } from 'ant-design-vue';
import { computed, inject, onBeforeUnmount, ref, useId, watchEffect } from 'vue';
import { errorAt, FORM_AROUND } from './form-problem';

const props = defineProps<{
  label: string;
  /** the id of the field; left out where the field is several that name themselves, as a day and its time do */
  for?: string | undefined;
  /** what the server calls it, or its parts; left out, nothing is said of it alone */
  path?: string | readonly string[] | undefined;
  hint?: string | undefined;
}>();
const around = inject(FORM_AROUND, null);
const root = ref<HTMLElement | null>(null);
const says = useId();
const paths = [props.path ?? []].flat();
const error = computed(() => paths.map((path) => errorAt(around?.problem.value ?? null, path)).find((one) => one !== null) ?? null);
const text = computed(() => error.value ?? props.hint ?? '');

// A form that says nothing of its fields has no place to say where they are.
if (around) {
  around.lines.value = new Set([...around.lines.value, ...paths]);
  onBeforeUnmount(() => (around.lines.value = new Set([...around.lines.value].filter((path) => !paths.includes(path)))));
}
// The library's fields take these attributes each in its own way, or not at all.
watchEffect(
  () => {
    const field = root.value?.querySelector(props.for === undefined ? 'input' : `[id="${props.for}"]`);
    if (!field) return;
    if (text.value) field.setAttribute('aria-describedby', says);
    else field.removeAttribute('aria-describedby');
    if (error.value) field.setAttribute('aria-invalid', 'true');
    else field.removeAttribute('aria-invalid');
  },
  { flush: 'post' },
);
</script>

<template>
  <div ref="root">
    <FormItem
      v-bind="props.for === undefined ? {} : { htmlFor: props.for }"
      :label="label"
      :validate-status="error ? 'error' : ''"
      :colon="false"
    >
      <slot />
      <p v-if="text" :id="says" class="small" :class="error ? 'alarm' : 'muted'">{{ text }}</p>
    </FormItem>
  </div>
</template>
