<script setup lang="ts">
/** Where a piece would lie: nothing was handed in, or it was taken back. */
import { useWords } from '../../ui/use-words';

defineProps<{ inClass: boolean; takenBack: boolean }>();
const { t } = useWords();
</script>

<template>
  <div class="paper nothing">
    <p>{{ inClass ? t('desk.inClass') : t('desk.nothingIn') }}</p>
    <p class="muted">{{ takenBack ? t('desk.takenBack') : t('desk.nothingInHint') }}</p>
  </div>
</template>

<style scoped>
.paper {
  background: var(--surface);
  border: 1px solid var(--line);
  border-radius: 4px;
  box-shadow: 0 2px 0 var(--line);
  padding: 34px 40px;
  max-width: 840px;
  min-height: 100%;
}
.nothing {
  display: flex;
  flex-direction: column;
  gap: 6px;
  justify-content: center;
  text-align: center;
}
@media (max-width: 900px) {
  .paper {
    padding: 20px;
  }
}
</style>
