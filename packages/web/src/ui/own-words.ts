import same from 'fast-deep-equal';
import { computed, ref, type Ref } from 'vue';

const isFields = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const copy = <T>(value: T): T => (value === undefined ? value : (JSON.parse(JSON.stringify(value)) as T));

/**
 * What a form shows once the server has said what is stored: a field that nobody has touched since `before` takes
 * what is stored; a field that was touched keeps what was typed. Lists and texts are one field each; a record is
 * gone through by field.
 *
 * @param before what the form began with, or what of it was sent
 * @example keepTyped({ before: { score: '7', remark: '' }, typed: { score: '7', remark: 'Clear' }, stored: { score: '7.0', remark: '' } })
 *   // { score: '7.0', remark: 'Clear' }
 */
export function keepTyped<T>({ before, typed, stored }: { before: T; typed: T; stored: T }): T {
  if (same(typed, before)) return copy(stored);
  if (!isFields(typed) || !isFields(before) || !isFields(stored)) return typed;
  const met: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(stored), ...Object.keys(typed)])) {
    const one = keepTyped<unknown>({ before: before[key], typed: typed[key], stored: stored[key] });
    if (one !== undefined) met[key] = one;
  }
  return met as T;
}

/**
 * What is left in a field after what was in it has been sent: what was typed meanwhile.
 *
 * @example typedSince('See you. And bring the map', 'See you.') // 'And bring the map'
 */
export const typedSince = (typed: string, sent: string): string => (typed.startsWith(sent) ? typed.slice(sent.length).trimStart() : typed);

/**
 * A form whose words belong to who types them until they are stored. Whatever comes from the server meanwhile, a
 * reply to a save or a fresh look, goes only into what was not touched.
 */
export function useOwnWords<T>(blank: T) {
  const typed = ref(copy(blank)) as Ref<T>;
  const before = ref(copy(blank)) as Ref<T>;
  return {
    /** what is in the form */
    typed,
    /** what of it is stored, as far as is known here */
    before,
    /** whether the form says something that is not stored */
    dirty: computed(() => !same(typed.value, before.value)),
    /** Begins anew with what is stored; what was typed is dropped. */
    begin(stored: T): void {
      [typed.value, before.value] = [copy(stored), copy(stored)];
    },
    /** What is in the form now, to be sent. */
    sent: (): T => copy(typed.value),
    /** Takes in what is stored. @param sent what of the form it is the answer to, where it is one */
    arrive(stored: T, sent?: T): void {
      typed.value = keepTyped({ before: sent ?? before.value, typed: typed.value, stored });
      before.value = copy(stored);
    },
  };
}
