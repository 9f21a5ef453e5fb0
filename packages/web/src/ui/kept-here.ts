import { inject, ref, watch, type Ref } from 'vue';
import { LIST_OWNER } from './list-view';

/**
 * Names the place in this browser where something of whoever is signed in is kept, such as words that are not sent yet.
 * A browser may be shared, by a room or a family: what one has left there nobody else finds. Called while a component is
 * set up.
 *
 * @example const placeOf = useKeptHere(); placeOf('message', address) // 'jolly-message <person> <address>'
 */
export function useKeptHere(): (what: string, ...about: string[]) => string {
  const person = inject(LIST_OWNER, null);
  return (what, ...about) => [`jolly-${what}`, person?.value ?? '', ...about].join(' ');
}

/**
 * Words that are written in something that is opened about one thing after another, such as a message to somebody: those about
 * each are kept until they are sent.
 *
 * @param place by `useKeptHere`, of what it is open about now
 * @returns the text; `begin` whenever it is opened, with what stands there at first; `sent` lets go what was kept
 */
export function useKeptText(place: () => string) {
  const text = ref('');
  let first = '';
  watch(text, (now) => (now === first || now === '' ? localStorage.removeItem(place()) : localStorage.setItem(place(), now)), {
    flush: 'sync',
  });
  return {
    text,
    begin(usual = ''): void {
      first = usual;
      text.value = localStorage.getItem(place()) ?? usual;
    },
    sent(): void {
      localStorage.removeItem(place());
      first = text.value = '';
    },
  };
}

/**
 * What is filled in on a sheet, kept in this browser until it is stored: it outlives the sheet, with the id it is to have,
 * so that what was stored without the reply having come is sent again as the same thing.
 *
 * @param place by `useKeptHere`
 * @param begin what stands there where nothing is kept
 * @returns the draft; `keep` keeps it though nothing was changed; `drop` lets it go, once it is stored
 */
export function useKeptDraft<Draft extends object>(place: string, begin: Draft) {
  const draft = ref({ ...begin, ...(JSON.parse(localStorage.getItem(place) ?? '{}') as Partial<Draft>) }) as Ref<Draft>;
  const keep = () => localStorage.setItem(place, JSON.stringify(draft.value));
  watch(draft, keep, { deep: true, flush: 'sync' });
  return { draft, keep, drop: () => localStorage.removeItem(place) };
}
