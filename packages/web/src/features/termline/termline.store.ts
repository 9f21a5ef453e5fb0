import { localDateAt, plusDays, termAt, weeksOf, type LocalDate, type Term } from '@jolly/core';
import type { TermLineReply } from '@jolly/server/contract';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';

/** Classes, term and due dates that run along the top of every screen. */
export const useTermLine = defineStore('termLine', () => {
  const reply = ref<TermLineReply>({ classes: [], squares: [], waiting: 0 });
  const loaded = ref(false);

  async function load(): Promise<void> {
    reply.value = await ask('GET /api/term-line');
    loaded.value = true;
  }
  function forget(): void {
    reply.value = { classes: [], squares: [], waiting: 0 };
    loaded.value = false;
  }

  const classes = computed(() => reply.value.classes);
  const zone = computed(() => classes.value[0]?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone);
  const today = computed<LocalDate>(() => localDateAt(zone.value, now()));
  const term = computed<Term | null>(() =>
    termAt(
      classes.value.flatMap((one) => one.terms),
      today.value,
    ),
  );
  const weeks = computed(() => (term.value ? weeksOf(term.value) : []));
  const classOf = (id: string) => classes.value.find((one) => one.id === id);
  /** The last day of the week that begins on this Monday. */
  const sundayOf = (monday: LocalDate) => plusDays(monday, 6);

  return { reply, loaded, load, forget, classes, zone, today, term, weeks, classOf, sundayOf };
});
