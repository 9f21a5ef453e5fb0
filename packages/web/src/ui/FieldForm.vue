<script setup lang="ts">
/**
 * A form. What the server refuses of it is said at the field it is about, and the first of these has the cursor; what is about no
 * field stands above the button. Every form of the application is one of these.
 */
import { Form } from 'ant-design-vue';
import { computed, nextTick, provide, ref, toRef, watch } from 'vue';
import { errorsElsewhere, FORM_AROUND, type FormProblem } from './form-problem';

const props = withDefaults(
  defineProps<{
    problem?: FormProblem | null;
    /** one below the other; a line of fields; or as the page lays it out */
    lies?: 'below' | 'row' | 'own';
  }>(),
  { problem: null, lies: 'below' },
);
const emit = defineEmits<{ send: [] }>();
const form = ref<{ $el: HTMLElement } | null>(null);
/** where the cursor was when it was sent */
let sentFrom: Element | null = null;
const lines = ref<ReadonlySet<string>>(new Set());
provide(FORM_AROUND, { problem: toRef(props, 'problem'), lines });
const elsewhere = computed(() => errorsElsewhere(props.problem, lines.value));
watch(
  () => props.problem,
  async (problem) => {
    if (!problem) return;
    await nextTick();
    // Whoever writes elsewhere by the time a slow reply comes keeps the cursor there.
    if (document.activeElement !== sentFrom && document.activeElement !== document.body) return;
    form.value?.$el.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  },
  { flush: 'post' },
);
function send(): void {
  sentFrom = document.activeElement;
  emit('send');
}
</script>

<template>
  <Form ref="form" layout="vertical" :class="{ stack: lies === 'below', 'row wrap in-row': lies === 'row' }" @submit="send">
    <slot />
    <slot v-if="problem" name="problem" :elsewhere="elsewhere">
      <p class="note bad" :class="{ whole: lies === 'row' }" role="alert">{{ [problem.title, ...elsewhere].join(' ') }}</p>
    </slot>
    <slot name="acts" />
  </Form>
</template>

<style scoped>
/* The field takes what the buttons beside it leave. */
.in-row > :deep(.ant-input:not(.short)) {
  flex: 1 1 150px;
}
.whole {
  flex-basis: 100%;
}
</style>
