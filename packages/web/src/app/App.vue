<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useTheme } from '../ui/theme';
import AppShell from './AppShell.vue';

const route = useRoute();
const { library } = useTheme();
const bare = computed(() => route.meta.bare === true);
</script>

<template>
  <ConfigProvider :theme="library">
    <RouterView v-if="bare" />
    <AppShell v-else-if="route.matched.length > 0" />
  </ConfigProvider>
</template>
