<script setup lang="ts">
/** The word mark with the tilted needle. */
import { useT } from '../i18n/use-t';

const { t } = useT();
</script>

<template>
  <span class="mark">
    <svg width="26" height="26" viewBox="0 0 26 26" aria-hidden="true">
      <circle class="rim" cx="13" cy="13" r="11.5" />
      <path class="tail" d="M13 3.5l3.2 9.5L13 22.5 9.8 13z" transform="rotate(38 13 13)" />
      <path class="tip" d="M13 3.5l3.2 9.5H9.8z" transform="rotate(38 13 13)" />
    </svg>
    <span class="word">{{ t('brand') }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 9px;
  font: 700 19px var(--font-head);
  letter-spacing: -0.02em;
  color: var(--on-mast);
  white-space: nowrap;
}
.rim {
  fill: none;
  stroke: var(--now);
  stroke-width: 2;
}
.tail {
  fill: var(--on-mast);
}
.tip {
  fill: var(--now);
}
@media (max-width: 1000px) {
  .mast .word {
    display: none;
  }
}
</style>
