/** Signing in, joining, and who is signed in. */
export { useSession } from './session.store';
export { default as SignInForm } from './SignInForm.vue';
