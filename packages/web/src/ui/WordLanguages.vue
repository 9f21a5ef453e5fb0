<script setup lang="ts">
/** The languages in which something that a teacher wrote can be read, each a press away. Nothing where it is in one alone. */
import { Button } from 'ant-design-vue';
import { OWN_NAMES, type Language } from '@jolly/core';

defineProps<{ label: string; /** the one that is read now, and the others */ language: Language; others: readonly Language[] }>();
defineEmits<{ choose: [Language] }>();
</script>

<template>
  <div v-if="others.length > 0" class="row wrap" role="group" :aria-label="label">
    <Button
      v-for="one in [language, ...others].sort()"
      :key="one"
      class="bare tongue"
      type="text"
      :lang="one"
      :aria-pressed="one === language"
      @click="$emit('choose', one)"
      >{{ OWN_NAMES[one] }}</Button
    >
  </div>
</template>

<style scoped>
.tongue.tongue {
  padding: 2px 10px;
  min-block-size: 30px;
  border: 1px solid var(--line);
  border-radius: 15px;
  font: 550 14px var(--font);
  color: var(--text);
}
.tongue.tongue[aria-pressed='true'] {
  border-color: var(--text);
  font-weight: 700;
}
@media (max-width: 480px) {
  .tongue.tongue {
    min-block-size: 44px;
    padding-inline: 14px;
    border-radius: 22px;
  }
}
</style>
