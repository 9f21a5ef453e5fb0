import { textOf } from '@jolly/core';
import type { AssignmentReply, DeskPieceReply, ScoreView } from '@jolly/server/contract';
import { ref } from 'vue';
import { aRow } from '../../testing-rows';
import { BLANK, comparable, differing, fieldsOf } from './desk-fields';
import type { Fields } from './DeskForm.vue';
import { useDeskScore } from './use-desk-score';

const points = (milli: number) => String(milli / 1000);
const score = (more: Partial<ScoreView>) =>
  ({ earned: null, chosen: null, remark: textOf(''), words: {}, adjust: null, ...more }) as ScoreView;
const piece = (more: Partial<DeskPieceReply> = {}): DeskPieceReply =>
  ({ row: aRow('Bao'), team: [], second: null, blind: false, ...more }) as DeskPieceReply;
const assignment = (more: object = {}) => ({ points: 20_000, scoring: { by: 'points' }, ...more }) as AssignmentReply;
const rubric = {
  name: 'Explaining',
  criteria: ['a', 'b'].map((id) => ({
    id,
    name: id,
    weight: 1000,
    aims: [],
    levels: [2000, 10_000].map((worth) => ({ id: `${id}${worth}`, name: '', descriptor: '', points: worth, upTo: null })),
  })),
};
const typed = (more: Partial<Fields>, of = assignment(), differ: Record<string, string> = {}) =>
  useDeskScore({ fields: ref({ ...BLANK, ...more }), differ: ref(differ), assignment: ref(of), forGroup: ref(true) });

describe('what is typed on the desk', () => {
  it.each([
    ['a number is what it says', { earned: '17.5' }, 17_500],
    ['points on top are added', { earned: '17', adjustBy: '+1.5' }, 18_500],
    ['points off are taken, with either minus', { earned: '17', adjustBy: '−2' }, 15_000],
    ['points off are taken, with a hyphen', { earned: '17', adjustBy: '-2' }, 15_000],
    ['nothing is no score', {}, null],
    ['what cannot be read is no score', { earned: 'good' }, null],
  ])('%s', (_case, more, result) => expect(typed(more).result.value).toBe(result));

  it('comes from the levels of a rubric, not from a number that was typed before', () => {
    const of = assignment({ scoring: { by: 'rubric', rubric } });
    const choice = (levelId: string) => ({ levelId, points: 10_000 });
    const chosen: Fields['chosen'] = { by: 'rubric', choices: { a: choice('a10000'), b: choice('b10000') } };
    const desk = typed({ earned: '3', chosen }, of);
    expect(desk.byChoice.value).toBe(true);
    expect(desk.heldOf(piece(), { bonus: false, version: 4 })).toMatchObject({ score: { earned: null, chosen, version: 4 } });
  });

  it.each([
    ['a number that is none', { earned: '1o' }, {}, { badNumber: true, badAdjust: false, badDiffer: false }],
    ['an adjustment that is none', { earned: '10', adjustBy: '+x' }, {}, { badNumber: false, badAdjust: true, badDiffer: false }],
    ['another score of a member that is none', { earned: '10' }, { hana: 'x' }, { badNumber: false, badAdjust: false, badDiffer: true }],
  ])('%s is said of', (_case, more, differ, wrong) => {
    const { badNumber, badAdjust, badDiffer } = typed(more, assignment(), differ);
    expect({ badNumber: badNumber.value, badAdjust: badAdjust.value, badDiffer: badDiffer.value }).toEqual(wrong);
  });

  it('goes to the group with who differs, and as a second score without anything of the first', () => {
    const desk = typed({ earned: '14', remark: textOf('Clear.') }, assignment(), { hana: '12', otto: ' ' });
    expect(desk.heldOf(piece({ team: [aRow('Hana'), aRow('Otto')] }), { bonus: true, version: 2 })).toMatchObject({
      score: { earned: 14_000, bonusConfirmed: true, group: { differ: [{ studentId: 'hana', earned: 12_000 }] } },
    });
    expect(desk.heldOf(piece({ blind: true }), { bonus: false, version: 0 })).toEqual({
      secondScore: { earned: 14_000, chosen: null, remark: 'Clear.' },
    });
  });
});

describe('the form of a piece', () => {
  it('shows what was earned without what was added, and that beside it with its sign', () => {
    const row = aRow('Bao', { score: score({ earned: 15_500, adjust: { by: -1500, reason: 'No sources.' } }) });
    expect(fieldsOf(piece({ row }), points)).toMatchObject({ earned: '17', adjustBy: '−1.5', adjustReason: 'No sources.' });
  });

  it('is blank for who must not see the first score', () => {
    const row = aRow('Bao', { score: score({ earned: 15_500 }) });
    expect(fieldsOf(piece({ row, blind: true }), points)).toEqual(BLANK);
  });

  it('knows which members of a group have another score', () => {
    const [bao, hana, otto] = ['Bao', 'Hana', 'Otto'].map((name, at) => aRow(name, { score: score({ earned: at === 1 ? 9000 : 15_000 }) }));
    expect(differing(piece({ row: bao!, team: [hana!, otto!] }), points)).toEqual({ hana: '9' });
  });

  it('is the same with an empty remark as with none, and whichever saved remark was used', () =>
    expect(comparable({ ...BLANK, remark: textOf(' '), remarks: ['r1'] })).toEqual(comparable(BLANK)));
});
