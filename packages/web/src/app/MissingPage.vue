<script setup lang="ts">
import { useT } from '../i18n/use-t';

const { t } = useT();
</script>

<template>
  <div class="page stack">
    <h1>{{ t('missingPage.title') }}</h1>
    <p>{{ t('missingPage.hint') }}</p>
    <RouterLink class="btn main" to="/">{{ t('missingPage.home') }}</RouterLink>
  </div>
</template>
