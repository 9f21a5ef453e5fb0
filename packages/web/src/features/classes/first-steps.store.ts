import type { FirstSteps } from '@jolly/server/contract';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ask } from '../../api/client';

/** The classes in which something is missing before the first lesson; none once everything is there. */
export const useFirstSteps = defineStore('firstSteps', () => {
  const all = ref<FirstSteps[]>([]);
  /** What is not known now is asked again with the next page. */
  async function load(): Promise<void> {
    all.value = await ask('GET /api/first-steps').catch(() => all.value);
  }
  const of = (classId: string) => all.value.find((one) => one.classId === classId) ?? null;
  return { all, load, of };
});
