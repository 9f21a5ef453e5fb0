<script setup lang="ts">
/** A page as large as the screen, for the board: its acts below, with filling the screen and the way back. */
import { Button } from 'ant-design-vue';
import type { RouteLocationRaw } from 'vue-router';
import { useT } from '../i18n/use-t';
import LinkButton from './LinkButton.vue';

defineProps<{ closesTo: RouteLocationRaw }>();
const { t } = useT();
const fill = () => (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen());
</script>

<template>
  <main class="board">
    <div class="content">
      <slot />
      <div class="row wrap acts">
        <slot name="acts" /><Button @click="fill">{{ t('class.fullScreen') }}</Button
        ><LinkButton :to="closesTo">{{ t('common.close') }}</LinkButton>
      </div>
    </div>
  </main>
</template>

<style scoped>
.board {
  min-height: 100vh;
  background: var(--mast);
  color: var(--on-mast);
  display: grid;
  place-items: center;
  padding: 24px;
}
.content {
  min-inline-size: 0;
}
.acts {
  gap: 8px;
  margin-block-start: 22px;
}
.acts :deep(.ant-btn-primary:not(:disabled)) {
  background: var(--now);
  border-color: var(--now);
  color: #14262e;
}
.board :focus-visible {
  outline-color: var(--now);
}
</style>
