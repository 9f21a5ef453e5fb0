<script setup lang="ts">
/** One student's work at left and what is given for it at right, in a row of many that are scored one after another. */
</script>

<template>
  <article class="one sheet">
    <div class="work"><slot /></div>
    <div class="given"><slot name="given" /></div>
  </article>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 20px;
  padding: 12px 18px;
  margin-block-end: 10px;
  max-inline-size: 1200px;
}
.one:focus-within {
  box-shadow: inset 5px 0 0 var(--now);
}
.one :deep(h2) {
  font-size: 16px;
  margin-block-end: 4px;
}
.given > :deep(* + *) {
  margin-block-start: 8px;
}
@media (max-width: 900px) {
  .one {
    grid-template-columns: 1fr;
  }
}
</style>
