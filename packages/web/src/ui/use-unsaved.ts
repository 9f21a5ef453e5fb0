import { computed, ref, type ComputedRef } from 'vue';

/**
 * Whether something was changed in a form since it was filled in, for a sheet that asks before it drops that.
 * @example const { unsaved, settle } = useUnsaved(() => [title.value, text.value]); // settle() whenever it is filled in anew
 */
export function useUnsaved(values: () => unknown): { unsaved: ComputedRef<boolean>; settle: () => void } {
  const now = () => JSON.stringify(values());
  const filledIn = ref(now());
  return { unsaved: computed(() => now() !== filledIn.value), settle: () => void (filledIn.value = now()) };
}
