<script setup lang="ts">
/**
 * A form. What the server refuses of it is said at the field it is about, and the first of these has the cursor; what is about no
 * field stands above the button.
 */
import { Form } from 'ant-design-vue';
import { computed, nextTick, provide, ref, toRef, watch } from 'vue';
import { errorsElsewhere, FORM_AROUND, type FormProblem } from './form-problem';

const props = defineProps<{ problem: FormProblem | null }>();
const emit = defineEmits<{ send: [] }>();
const box = ref<HTMLElement | null>(null);
const lines = ref<ReadonlySet<string>>(new Set());
provide(FORM_AROUND, { problem: toRef(props, 'problem'), lines });
const elsewhere = computed(() => errorsElsewhere(props.problem, lines.value));
watch(
  () => props.problem,
  async (problem) => {
    if (!problem) return;
    await nextTick();
    box.value?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  },
  { flush: 'post' },
);
</script>

<template>
  <div ref="box">
    <Form layout="vertical" class="stack" @submit="emit('send')">
      <slot />
      <slot v-if="problem" name="problem" :elsewhere="elsewhere">
        <p class="note bad" role="alert">{{ [problem.title, ...elsewhere].join(' ') }}</p>
      </slot>
      <slot name="acts" />
    </Form>
  </div>
</template>
