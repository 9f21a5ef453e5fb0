import { familiesSee, lookBackTerm, PORTFOLIO_STANDS } from '.';

const terms = [
  { name: 'Term 1', from: '2026-09-07', to: '2026-12-18' },
  { name: 'Term 2', from: '2026-12-21', to: '2027-03-26' },
  { name: 'Two weeks', from: '2027-03-29', to: '2027-04-09' },
];

it.each([
  ['two weeks and a day before the end it is too early', '2026-12-03', null],
  ['two weeks before the end one begins', '2026-12-04', 'Term 1'],
  ['two weeks after it one still can', '2027-01-01', 'Term 1'],
  ['then it is over', '2027-01-02', null],
  ['of two the one that has ended', '2027-04-09', 'Term 2'],
  ['before any term there is none', '2026-08-01', null],
])('%s', (_case, today, name) => expect(lookBackTerm(terms, today)?.name ?? null).toBe(name));

it('only what has a yes is seen at home', () => {
  expect(PORTFOLIO_STANDS.filter(familiesSee)).toEqual(['yes']);
});
