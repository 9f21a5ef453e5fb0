import type { ClassChange, ClassReply, ClassRequest } from '@jolly/server/contract';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { pointOrComma } from '../../time/format';
import { table } from './bring-in';

const ofThisBrowser = () => ({ zone: Intl.DateTimeFormat().resolvedOptions().timeZone, decimalMark: pointOrComma() });

/** The classes one teaches, shared by all pages of the section. */
export const useClasses = defineStore('classes', () => {
  const all = ref<ClassReply[] | null>(null);
  const active = computed(() => (all.value ?? []).filter((one) => one.putAwayAt === null));
  const away = computed(() => (all.value ?? []).filter((one) => one.putAwayAt !== null));

  async function load(): Promise<ClassReply[]> {
    all.value = await ask('GET /api/classes');
    return all.value;
  }
  /** Takes a class as it is now, in place of what was known of it. */
  function take(changed: ClassReply): void {
    const known = all.value ?? [];
    all.value = known.some((one) => one.id === changed.id)
      ? known.map((one) => (one.id === changed.id ? changed : one))
      : [...known, changed];
  }
  async function make(name: string): Promise<ClassReply> {
    // The first class takes the zone of this browser, and how its reader writes numbers; further ones follow it.
    const first = (all.value ?? []).length === 0;
    const body: ClassRequest = { name, ...(first ? ofThisBrowser() : {}) };
    const made = await ask('POST /api/classes', { body });
    take(made);
    return made;
  }
  /** @throws ApiProblem if somebody else changed the class meanwhile */
  async function change(one: ClassReply, changes: Partial<ClassChange>): Promise<void> {
    take(await ask('PATCH /api/classes/:classId', { params: { classId: one.id }, body: { ...changes, version: one.version } }));
  }
  /** Whoever sits down next is not shown what somebody else had open. */
  function forget(): void {
    all.value = null;
    table.value = null;
  }
  return { all, active, away, load, take, make, change, forget };
});
