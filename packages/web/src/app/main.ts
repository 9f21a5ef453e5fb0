import { createPinia } from 'pinia';
import { createApp, watch } from 'vue';
import { sayUnreachable } from '../api/client';
import { hearUnsaid } from '../api/unsaid';
import { i18n, useLanguage } from '../i18n';
import { doorLanguage } from '../i18n/door-language';
import '../styles/base.css';
import App from './App.vue';
import { router } from './router';

const app = createApp(App).use(createPinia()).use(i18n).use(router);
hearUnsaid(app);
watch([router.currentRoute, i18n.global.locale], ([{ meta }]) => {
  document.title = meta.title ? `${i18n.global.t(meta.title)} · ${i18n.global.t('brand')}` : i18n.global.t('brand');
});
watch(i18n.global.locale, () => sayUnreachable(i18n.global.t('common.unreachable')), { immediate: true });
// Families' pages speak for themselves; everything else begins in the language of the door.
const isFamilies = location.pathname.startsWith('/family');
void (isFamilies ? Promise.resolve() : useLanguage(doorLanguage())).catch(() => undefined).finally(() => app.mount('#app'));
// The browser keeps the application's own files, so that it opens without a line; only where it is served as built.
if (import.meta.env.PROD && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
