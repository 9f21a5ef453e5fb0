<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { computed, provide, watch, watchEffect } from 'vue';
import { useRoute } from 'vue-router';
import { lineAway } from '../api/last-seen';
import { useOwnLanguage, useSession } from '../features/accounts';
import { i18n } from '../i18n';
import { libraryWords } from '../i18n/library-words';
import { LINE_SAID } from '../ui/line-said';
import { useLibraryTheme } from '../ui/theme';
import AppShell from './AppShell.vue';
import LineAway from './LineAway.vue';

const route = useRoute();
const session = useSession();
/** Large type wherever a student of the simple view comes. */
const simple = computed(() => session.me?.simple ?? false);
const library = useLibraryTheme(simple);
watchEffect(() => document.documentElement.classList.toggle('simple', simple.value));
const direction = computed(() => (i18n.global.locale.value === 'ar' ? 'rtl' : 'ltr'));
// Before anybody is known the door speaks; what was said already is said anew in another language.
const own = useOwnLanguage();
watch(
  () => session.me,
  (me) => void own.follow(me),
);
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
    <AppShell v-else-if="route.matched.length > 0" :key="i18n.global.locale.value" />
  </ConfigProvider>
</template>
