/** @jest-environment @happy-dom/jest-environment */
import { defineComponent, h, ref } from 'vue';
import { opened } from '../testing-page';
import ListTable from './ListTable.vue';
import { LIST_OWNER, byNumber, byText, shownRows, type ListColumn } from './list-view';

interface Piece {
  id: string;
  who: string;
  score: number | null;
  state: string;
}
const piece = (id: string, who: string, score: number | null, state = 'in'): Piece => ({ id, who, score, state });
const rows = [piece('a', 'Zoe', 4), piece('b', 'ada', null, 'missing'), piece('c', 'Émile', 12)];
const columns: ListColumn<Piece>[] = [
  { key: 'who', title: 'Student', sort: byText((one) => one.who) },
  { key: 'score', title: 'Score', number: true, sort: byNumber((one) => one.score), hideable: true },
  {
    key: 'state',
    title: 'State',
    filter: { options: ['in', 'missing'].map((one) => ({ value: one, label: one })), of: (one) => one.state },
  },
];
const view = { sort: null, down: false, hidden: [], only: {} };
const ids = (all: Piece[]) => all.map(({ id }) => id).join('');

describe('what of a list is shown', () => {
  it('is all in the order it came in, unless one has set it otherwise', () => {
    expect(ids(shownRows(rows, columns, view))).toBe('abc');
    expect(ids(shownRows(rows, columns, { ...view, sort: 'who' }))).toBe('bca');
    expect(ids(shownRows(rows, columns, { ...view, sort: 'score' }))).toBe('acb');
    expect(ids(shownRows(rows, columns, { ...view, sort: 'score', down: true }))).toBe('bca');
    expect(ids(shownRows(rows, columns, { ...view, only: { state: ['missing'] } }))).toBe('b');
    expect(ids(shownRows(rows, columns, { ...view, only: { state: [] }, sort: 'gone' }))).toBe('abc');
  });
});

describe('a list', () => {
  beforeEach(() => localStorage.clear());
  const chosen = ref<string[]>([]);
  const list = (owner = 'finch', more: object = {}) =>
    opened(
      defineComponent({
        provide: { [LIST_OWNER as symbol]: ref(owner) },
        setup: () => () =>
          h(
            ListTable as never,
            {
              ...{ name: 'pieces', label: 'Pieces', rows, columns, keyOf: (one: Piece) => one.id, empty: 'None yet.' },
              ...{ nameOf: (one: Piece) => one.who, chosen: chosen.value, 'onUpdate:chosen': (ids: string[]) => (chosen.value = ids) },
              ...more,
            },
            { who: ({ row }: { row: Piece }) => row.who, score: ({ row }: { row: Piece }) => String(row.score ?? '–') },
          ),
      }),
    );
  const names = () => [...document.querySelectorAll('tbody tr.ant-table-row')].map((one) => one.textContent!.replace(/[^\p{L}]/gu, ''));
  const head = (title: string) => [...document.querySelectorAll<HTMLElement>('th')].find((one) => one.textContent!.includes(title))!;

  it('is sorted by the head of a column, and so again for the same person', async () => {
    const page = await list();
    head('Student').click();
    await page.settled();
    expect([names(), head('Student').getAttribute('aria-sort')]).toEqual([['ada', 'Émile', 'Zoe'], 'ascending']);
    await list();
    expect(names()).toEqual(['ada', 'Émile', 'Zoe']);
    await list('vega');
    expect(names()).toEqual(['Zoe', 'ada', 'Émile']);
  });

  it('lets rows be chosen, one or all that may be', async () => {
    chosen.value = [];
    const page = await list('finch', { locked: (one: Piece) => one.id === 'b' });
    await page.tick('Zoe');
    expect(chosen.value).toEqual(['a']);
    await page.tick('Choose all shown');
    expect(chosen.value).toEqual(['a', 'c']);
  });

  it('says what is so where there is nothing', async () => {
    expect((await list('finch', { rows: [] })).text()).toContain('None yet.');
  });
});
