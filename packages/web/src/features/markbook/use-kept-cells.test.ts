import { computed, effectScope, nextTick, ref } from 'vue';
import { aStorage } from '../../testing';
import { useKeptCells } from './use-kept-cells';

const [COLUMNS, STUDENTS] = [
  ['tides', 'valley'],
  ['ann', 'bao', 'eve'],
];
let scope: ReturnType<typeof effectScope>;
beforeEach(() => {
  globalThis.localStorage = aStorage();
  scope = effectScope();
});
afterEach(() => scope.stop());
const keeping = (key = ref<string | null>('book')) =>
  scope.run(() =>
    useKeptCells({
      key: computed(() => key.value),
      idsOf: ({ row, column }) => `${COLUMNS[column]} ${STUDENTS[row]}`,
      spotOf: (ids) => {
        const [column, row] = [COLUMNS.indexOf(ids.split(' ')[0]!), STUDENTS.indexOf(ids.split(' ')[1]!)];
        return column < 0 || row < 0 ? null : { row, column };
      },
      isStored: (_, text) => text === 'stored meanwhile',
    }),
  )!;

it('keeps a refused entry in its cell until it is mended or dropped, whatever else is entered', () => {
  const kept = keeping();
  kept.keep([{ row: 1, column: 0, text: 'seven' }], new Map([['1 0', 'notRead']]));
  kept.keep([
    { row: 2, column: 1, text: '7' },
    { row: 0, column: 0, text: '', restore: 'h1' },
  ]);
  kept.drop([{ row: 0, column: 0 }]);
  expect([...kept.cells.value]).toEqual([
    ['1 0', { row: 1, column: 0, text: 'seven', why: 'notRead' }],
    ['2 1', { row: 2, column: 1, text: '7', why: 'notStored' }],
  ]);
  kept.drop([{ row: 1, column: 0 }]);
  expect([...kept.cells.value.keys()]).toEqual(['2 1']);
});

it('keeps it over a reload, with its student and assignment, and for each book its own', async () => {
  keeping().keep([{ row: 1, column: 1, text: 'seven' }]);
  const key = ref<string | null>('book');
  const after = keeping(key);
  after.keep([{ row: 2, column: 1, text: 'stored meanwhile' }]);
  after.settle();
  expect([...after.cells.value.values()]).toMatchObject([{ row: 1, column: 1, text: 'seven' }]);
  key.value = 'another book';
  await nextTick();
  expect(after.cells.value.size).toBe(0);
});
