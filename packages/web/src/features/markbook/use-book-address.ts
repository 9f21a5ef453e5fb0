import type { Viewpoint } from '@jolly/core';
import { computed, type ComputedRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useScope, useTermLine } from '../termline';
import type { Stretch } from './use-view';

/** What of the mark book is looked at: it lives in the address, so that a link and the way back lead to the same. */
export function useBookAddress() {
  const route = useRoute();
  const router = useRouter();
  const line = useTermLine();
  const scope = useScope();
  const only = computed(() => (line.classes.length === 1 ? line.classes[0]!.id : null));
  return {
    classId: computed(() => scope.classId.value ?? (typeof route.query.class === 'string' ? route.query.class : only.value)),
    together: computed(() => route.query.sections === 'together'),
    viewpoint: computed<Viewpoint>(() => (route.query.viewpoint === 'student' ? 'student' : 'teacher')),
    showsAims: computed(() => route.query.view === 'aims'),
    /** Changes what is looked at; undefined takes it out of the address. */
    set: (change: Record<string, string | undefined>): void =>
      void router.replace({
        query: Object.fromEntries(Object.entries({ ...route.query, ...change }).filter(([, value]) => value !== undefined)),
      }),
    /** The weeks of the term line where somebody chose them; otherwise the term that is now. */
    stretchOf: (terms: () => readonly { to: string }[]): ComputedRef<Stretch> =>
      computed(() => {
        const asked = route.query.show;
        if (asked === 'year') return { kind: 'year' };
        const term = typeof asked === 'string' && /^term\d+$/.test(asked) ? Number(asked.slice(4)) : null;
        if (term !== null) return { kind: 'term', term };
        if (route.query.from !== undefined) return { kind: 'span', from: scope.from.value, to: scope.to.value };
        const current = terms().findIndex((one) => line.today <= one.to);
        return { kind: 'term', term: current >= 0 ? current : Math.max(0, terms().length - 1) };
      }),
  };
}
