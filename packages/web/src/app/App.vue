<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { computed, provide } from 'vue';
import { useRoute } from 'vue-router';
import { lineAway } from '../api/last-seen';
import { i18n } from '../i18n';
import { libraryWords } from '../i18n/library-words';
import { LINE_SAID } from '../ui/line-said';
import { useLibraryTheme } from '../ui/theme';
import AppShell from './AppShell.vue';
import LineAway from './LineAway.vue';

const route = useRoute();
const library = useLibraryTheme();
const direction = computed(() => (i18n.global.locale.value === 'ar' ? 'rtl' : 'ltr'));
provide(
  LINE_SAID,
  computed(() => lineAway.value !== null),
);
const bare = computed(() => route.meta.bare === true);
</script>

<template>
  <ConfigProvider
    :theme="library"
    :locale="libraryWords"
    :direction="direction"
    :auto-insert-space-in-button="false"
    :wave="{ disabled: true }"
  >
    <LineAway />
    <RouterView v-if="bare" />
    <AppShell v-else-if="route.matched.length > 0" />
  </ConfigProvider>
</template>
