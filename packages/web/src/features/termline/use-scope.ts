import { instantOf, mondayOf, plusDays, type LocalDate } from '@jolly/core';
import { computed } from 'vue';
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router';
import { useTermLine } from './termline.store';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/**
 * Which class and which weeks are being looked at. Both live in the address, so that they hold across
 * sections, survive a reload and can be sent to a colleague.
 */
export function useScope() {
  const route = useRoute();
  const router = useRouter();
  const line = useTermLine();

  const classId = computed<string | null>(() => {
    const { class: asked } = route.query;
    return typeof asked === 'string' && (!line.loaded || line.classOf(asked)) ? asked : null;
  });
  const day = (value: unknown): LocalDate | null => (typeof value === 'string' && DAY.test(value) ? value : null);
  const thisMonday = computed(() => mondayOf(line.today));
  const from = computed(() => day(route.query.from) ?? thisMonday.value);
  const to = computed(() => {
    const asked = day(route.query.to);
    return asked && asked >= from.value ? asked : plusDays(day(route.query.from) ?? thisMonday.value, 13);
  });
  const within = (due: number) =>
    due >= instantOf(line.zone, { date: from.value, msOfDay: 0 }) &&
    due < instantOf(line.zone, { date: plusDays(to.value, 1), msOfDay: 0 });
  const inScope = (id: string) => classId.value === null || classId.value === id;

  /** What a link to another section carries along. */
  const kept = computed<LocationQueryRaw>(() => {
    const { class: asked, from: first, to: last } = route.query;
    return { ...(asked ? { class: asked } : {}), ...(first ? { from: first } : {}), ...(last ? { to: last } : {}) };
  });
  const set = (change: { class?: string | null; from?: LocalDate; to?: LocalDate }) => {
    const query: LocationQueryRaw = { ...route.query, ...change };
    if (change.class === null) delete query.class;
    return router.replace({ query });
  };
  return { classId, from, to, within, inScope, kept, set };
}
