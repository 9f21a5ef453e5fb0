import { PORTFOLIO_STANDS } from '../portfolio';
import { ownWallRefusal, readsWallRemark, wallNames, wallRefusal, wallWaitsFor } from '.';

const piece = { handedIn: true, nameless: false, reviewed: false };
it.each([
  ['what lies with the teacher is shown', 'open', {}, null],
  ['nothing goes up on a closed wall', 'closed', {}, 'closed'],
  ['nor on one that was taken down', 'down', { handedIn: false }, 'closed'],
  ['what was not handed in is not there to be shown', 'open', { handedIn: false }, 'nothing'],
  ['a nameless piece would be given away', 'open', { nameless: true }, 'nameless'],
  ['and so would one that others review', 'open', { reviewed: true }, 'reviewed'],
] as const)('%s', (_case, stand, more, refusal) => expect(wallRefusal(stand, { ...piece, ...more })).toBe(refusal));

it('of one’s own only what has a yes is shown', () => {
  expect(PORTFOLIO_STANDS.map((stand) => ownWallRefusal('open', stand))).toEqual(['noYes', 'noYes', null, 'noYes']);
  expect(ownWallRefusal('closed', 'yes')).toBe('closed');
});

it('waits for each who made it and is still there', () => {
  expect(wallWaitsFor(['ada', 'bao', 'hana'], ['bao'])).toEqual(['ada', 'hana']);
  expect(wallWaitsFor(['ada'], ['ada', 'somebody who left'])).toEqual([]);
});

it('a remark that waits or is hidden is its author’s alone', () => {
  const remark = { by: 'bao', waits: false, hidden: false };
  expect(readsWallRemark(remark, 'hana')).toBe(true);
  for (const kept of [{ waits: true }, { hidden: true }]) {
    expect(readsWallRemark({ ...remark, ...kept }, 'hana')).toBe(false);
    expect(readsWallRemark({ ...remark, ...kept }, 'bao')).toBe(true);
  }
});

describe('wallNames', () => {
  const people = [
    { id: 'r', givenName: 'Ada', familyName: 'Reef' },
    { id: 'l', givenName: 'Ada', familyName: 'Lund' },
    { id: 'b', givenName: 'Bao', familyName: 'Li' },
    { id: 'e', givenName: 'Eos', familyName: '' },
  ];
  const named = (names: Parameters<typeof wallNames>[0], of = people) => Object.fromEntries(wallNames(names, of));
  it('tells two of the same given name apart, with as little as that takes', () => {
    expect(named('given')).toEqual({ r: 'Ada R.', l: 'Ada L.', b: 'Bao', e: 'Eos' });
    const near = [
      { id: 'a', givenName: 'Ada', familyName: 'Élan' },
      { id: 'b', givenName: 'Ada', familyName: 'Élise' },
      { id: 'c', givenName: 'Ada', familyName: 'Él' },
      { id: 'd', givenName: 'Ada', familyName: '' },
    ];
    expect(named('given', near)).toEqual({ a: 'Ada Éla.', b: 'Ada Éli.', c: 'Ada Él', d: 'Ada' });
  });
  it('says the whole name, or none', () => {
    expect(named('full')).toEqual({ r: 'Ada Reef', l: 'Ada Lund', b: 'Bao Li', e: 'Eos' });
    expect(new Set(Object.values(named('none')))).toEqual(new Set(['']));
  });
});
