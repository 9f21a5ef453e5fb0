<script setup lang="ts">
/** The frame of the pages in front of the door: signing in and joining. */
import { useT } from '../../i18n/use-t';
import LanguageChoice from '../../ui/LanguageChoice.vue';
import { useOwnLanguage } from './use-own-language';
import WordMark from '../../ui/WordMark.vue';

defineProps<{ title: string }>();
const { t } = useT();
const { choose } = useOwnLanguage();
</script>

<template>
  <div class="gate">
    <header class="top">
      <WordMark />
      <span class="promise">{{ t('signIn.promise') }}</span>
      <LanguageChoice mast :label="t('signIn.language')" @choose="choose" />
    </header>
    <main class="sheet card">
      <h1>{{ title }}</h1>
      <slot />
    </main>
    <p class="below"><slot name="below" /></p>
  </div>
</template>

<style scoped>
.gate {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
  align-items: center;
  background: linear-gradient(var(--mast) 250px, var(--now) 250px, var(--now) 253px, var(--page) 253px);
  padding: 0 16px 40px;
}
.top {
  width: 100%;
  max-width: 420px;
  padding-block: 48px 26px;
  color: var(--on-mast);
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.promise {
  color: var(--on-mast-2);
}
.card {
  width: 100%;
  max-width: 420px;
  padding: 26px 28px 30px;
}
.card h1 {
  margin-block-end: 18px;
  overflow-wrap: anywhere;
}
.below {
  margin-block-start: 18px;
  /* Each of the links above each other can be hit by itself. */
  line-height: 2.75;
}
</style>
