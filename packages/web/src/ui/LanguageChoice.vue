<script setup lang="ts">
/** The languages, each called as it calls itself. */
import { Button } from 'ant-design-vue';
import { LANGUAGES, OWN_NAMES, type Language } from '@jolly/core';
import { i18n } from '../i18n';

defineProps<{ label: string; /** in front of the door, on the dark of the mast */ mast?: boolean }>();
defineEmits<{ choose: [Language] }>();
</script>

<template>
  <div class="row wrap tongues" :class="{ mast }" role="group" :aria-label="label">
    <Button
      v-for="one in LANGUAGES"
      :key="one"
      type="text"
      class="bare tongue"
      :lang="one"
      :aria-pressed="i18n.global.locale.value === one"
      @click="$emit('choose', one)"
      >{{ OWN_NAMES[one] }}</Button
    >
  </div>
</template>

<style scoped>
.tongues {
  gap: 6px;
}
.tongue {
  border: 1px solid var(--line);
  border-radius: 7px;
  padding: 4px 10px;
  font: 600 14px var(--font);
  min-block-size: 36px;
}
.mast .tongue {
  border-color: var(--term-line);
  color: var(--on-mast);
}
.mast .tongue:focus-visible {
  outline-color: var(--now);
}
.tongue[aria-pressed='true'],
.mast .tongue[aria-pressed='true'] {
  background: var(--now);
  color: #14262e;
  border-color: var(--now);
}
</style>
