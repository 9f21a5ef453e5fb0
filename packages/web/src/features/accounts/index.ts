/** Signing in, joining, and who is signed in. */
import { defineAsyncComponent } from 'vue';

export { useSession } from './session.store';
export const SignInForm = defineAsyncComponent(() => import('./SignInForm.vue'));
export { useOwnLanguage } from './use-own-language';
