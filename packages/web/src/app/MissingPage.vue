<script setup lang="ts">
import { useI18n } from 'vue-i18n';

const { t } = useI18n();
</script>

<template>
  <div class="page stack">
    <h1>{{ t('missingPage.title') }}</h1>
    <p>{{ t('missingPage.hint') }}</p>
    <RouterLink class="btn main" to="/">{{ t('missingPage.home') }}</RouterLink>
  </div>
</template>
