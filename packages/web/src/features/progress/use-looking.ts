import type { ProgressQuery } from '@jolly/server/contract';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';

const NUMBERS = ['fromAt', 'toAt', 'fromTerm', 'toTerm'] as const;

/** Which term or year is looked at and what is compared. It lives in the address, as the class and the weeks do. */
export function useLooking() {
  const route = useRoute();
  const router = useRouter();
  const number = (value: unknown) => (typeof value === 'string' && /^\d{1,15}$/.test(value) ? Number(value) : undefined);
  const asked = computed<ProgressQuery>(() => {
    const { term } = route.query;
    const place = term === 'year' ? ('year' as const) : number(term);
    const query: ProgressQuery = place === undefined ? {} : { term: place };
    for (const key of NUMBERS) {
      const value = number(route.query[key]);
      if (value !== undefined) query[key] = value;
    }
    return query;
  });
  const set = (change: { [K in keyof ProgressQuery]?: ProgressQuery[K] | undefined }) => {
    const query = { ...route.query };
    for (const [key, value] of Object.entries(change)) {
      if (value === undefined) delete query[key];
      else query[key] = String(value);
    }
    return router.replace({ query });
  };
  const term = computed<Pick<ProgressQuery, 'term'>>(() => (asked.value.term === undefined ? {} : { term: asked.value.term }));
  return { asked, set, term };
}
