<script setup lang="ts">
import { useT } from '../i18n/use-t';
import LinkButton from '../ui/LinkButton.vue';

const { t } = useT();
</script>

<template>
  <div class="page stack">
    <h1>{{ t('missingPage.title') }}</h1>
    <p>{{ t('missingPage.hint') }}</p>
    <LinkButton type="primary" to="/">{{ t('missingPage.home') }}</LinkButton>
  </div>
</template>
