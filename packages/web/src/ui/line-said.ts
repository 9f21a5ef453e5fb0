import type { InjectionKey, Ref } from 'vue';

/** Whether the frame says already that the server cannot be reached, so that no part of a page needs to say it again. */
export const LINE_SAID: InjectionKey<Ref<boolean>> = Symbol('line said');
