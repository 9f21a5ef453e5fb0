<script setup lang="ts">
/** What a teacher without a class sees instead of Today. */
import { useT } from '../../i18n/use-t';
import { NewClassForm } from '../classes';

const { t } = useT();
</script>

<template>
  <div class="note first stack">
    <h2>{{ t('today.firstClass') }}</h2>
    <p>{{ t('today.firstClassWhy') }}</p>
    <NewClassForm />
  </div>
</template>

<style scoped>
.first {
  max-width: 520px;
  margin: 40px auto;
}
</style>
