<script setup lang="ts">
/** One line on Today: what is new in portfolios, over all classes. */
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';

defineProps<{ waiting: number }>();
const { count } = useWords();
const { kept } = useScope();
</script>

<template>
  <p v-if="waiting > 0" class="line">
    <RouterLink class="alone" :to="{ path: '/portfolios', query: kept }"
      ><strong>{{ count('portfolio.waitingLine', waiting) }}</strong></RouterLink
    >
  </p>
</template>

<style scoped>
.line {
  margin: 8px 0 12px;
}
</style>
