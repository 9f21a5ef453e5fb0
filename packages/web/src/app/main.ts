import { createPinia } from 'pinia';
import { createApp, watch } from 'vue';
import { sayUnreachable } from '../api/client';
import { hearUnsaid } from '../api/unsaid';
import { i18n } from '../i18n';
import '../styles/base.css';
import App from './App.vue';
import { router } from './router';

sayUnreachable(i18n.global.t('common.unreachable'));
const app = createApp(App).use(createPinia()).use(i18n).use(router);
hearUnsaid(app);
watch(
  router.currentRoute,
  ({ meta }) => (document.title = meta.title ? `${i18n.global.t(meta.title)} · ${i18n.global.t('brand')}` : i18n.global.t('brand')),
);
app.mount('#app');
// The browser keeps the application's own files, so that it opens without a line; only where it is served as built.
if (import.meta.env.PROD && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
