<script setup lang="ts">
/** What was refused, and each part of it, where no field says it. */
import type { FormProblem } from './form-problem';

defineProps<{ problem: FormProblem | null }>();
</script>

<template>
  <p v-if="problem" class="note bad" role="alert">{{ [problem.title, ...problem.errors.map(({ message }) => message)].join(' ') }}</p>
</template>
