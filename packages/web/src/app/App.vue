<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { i18n } from '../i18n';
import { libraryWords } from '../i18n/library-words';
import { useLibraryTheme } from '../ui/theme';
import AppShell from './AppShell.vue';

const route = useRoute();
const library = useLibraryTheme();
const direction = computed(() => (i18n.global.locale.value === 'ar' ? 'rtl' : 'ltr'));
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
    <RouterView v-if="bare" />
    <AppShell v-else-if="route.matched.length > 0" />
  </ConfigProvider>
</template>
