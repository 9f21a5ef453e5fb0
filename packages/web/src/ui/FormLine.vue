<script setup lang="ts">
/** One field of a form: its label, a hint, and in its place what the server says of it. */
import { FormItem } from 'ant-design-vue';
import { computed, inject, onBeforeUnmount, ref, watchEffect } from 'vue';
import { errorAt, FORM_AROUND } from './form-problem';

const props = defineProps<{
  label: string;
  /** the id of the field */
  for: string;
  /** what the server calls it; left out, nothing is said of it alone */
  path?: string | undefined;
  hint?: string | undefined;
}>();
const around = inject(FORM_AROUND, null);
const root = ref<HTMLElement | null>(null);
const error = computed(() => (props.path === undefined ? null : errorAt(around?.problem.value ?? null, props.path)));
const says = computed(() => error.value ?? props.hint ?? '');

function register(path: string | undefined, is: boolean): void {
  if (path === undefined || !around) return;
  const lines = new Set(around.lines.value);
  if (is) lines.add(path);
  else lines.delete(path);
  around.lines.value = lines;
}
register(props.path, true);
onBeforeUnmount(() => register(props.path, false));
// The library's fields take these attributes each in its own way, or not at all.
watchEffect(
  () => {
    const field = root.value?.querySelector(`[id="${props.for}"]`);
    if (!field) return;
    if (says.value) field.setAttribute('aria-describedby', `${props.for}-says`);
    else field.removeAttribute('aria-describedby');
    if (error.value) field.setAttribute('aria-invalid', 'true');
    else field.removeAttribute('aria-invalid');
  },
  { flush: 'post' },
);
</script>

<template>
  <div ref="root">
    <FormItem :label="label" :html-for="props.for" :validate-status="error ? 'error' : ''" :colon="false">
      <slot />
      <p v-if="says" :id="`${props.for}-says`" class="small" :class="error ? 'alarm' : 'muted'">{{ says }}</p>
    </FormItem>
  </div>
</template>
