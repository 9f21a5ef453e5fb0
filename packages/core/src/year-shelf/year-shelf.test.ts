import { addedAt, addedLast, yearFolders } from '.';

const one = (name: string, folder: string, pinnedAt: number, issuedAt: number | null = 0) => ({ name, folder, pinnedAt, issuedAt });

it('puts a folder where its first handout stands, and what is in none before all', () => {
  const all = [one('Legend', 'Maps', 1), one('Rules', '', 2), one('Scale', ' maps ', 3), one('Gauge', 'Tools', 4)];
  expect(yearFolders(all).map(({ folder, handouts }) => [folder, ...handouts.map(({ name }) => name)])).toEqual([
    ['', 'Rules'],
    ['Maps', 'Legend', 'Scale'],
    ['Tools', 'Gauge'],
  ]);
  expect(yearFolders([])).toEqual([]);
});

it('says what was added last to those who read: pinned and given out', () => {
  expect(addedAt(one('Later', '', 20, 30))).toBe(30);
  expect(addedAt(one('Draft', '', 20, null))).toBeNull();
  const all = [one('First', '', 10), one('Draft', '', 90, null), one('Given later', '', 5, 40), one('Pinned', '', 30)];
  expect(addedLast(all)?.name).toBe('Given later');
  expect(addedLast([one('Draft', '', 90, null)])).toBeUndefined();
});
