import { handInRefusal, takeBackRefusal, type HandInWay, type PieceState, type StateOfPiece } from '.';

const CLOSES = 2000;
const piece = (state: PieceState | null): StateOfPiece => ({ state, lateBy: 0, stillAccepted: false, overdue: false });
const at = (state: PieceState | null, more: { how?: HandInWay; closes?: number | null; handedInAt?: number | null; now?: number } = {}) => {
  const { how = 'handIn', closes = CLOSES, handedInAt = null, now = 1000 } = more;
  return { piece: piece(state), how, window: { opens: null, due: 1500, closes }, handedInAt, now };
};

describe('handing in', () => {
  it.each<[string, ReturnType<typeof at>, string | null]>([
    ['what is not theirs', at(null), 'notTheirs'],
    ['what is excused', at('excused'), 'excused'],
    ['what came back', at('returned', { handedInAt: 500 }), 'returned'],
    ['what is open', at('open'), null],
    ['what was sent back, even closed', at('sentBack', { now: CLOSES + 1 }), null],
    ['what is in already', at('in', { handedInAt: 500 }), 'alreadyIn'],
    ['what is done in class', at('inClass', { how: 'inClass' }), 'inClass'],
    ['what is not open yet', at('notOpen'), 'notOpen'],
    ['the last instant before it closes', at('open', { now: CLOSES }), null],
    ['the instant after', at('missing', { now: CLOSES + 1 }), 'closed'],
    ['what never closes', at('missing', { closes: null, now: CLOSES + 1 }), null],
  ])('%s', (_case, situation, refusal) => expect(handInRefusal(situation)).toBe(refusal));
});

describe('taking back', () => {
  const back = (state: PieceState, lastScoredAt: number | null, more: Parameters<typeof at>[1] = {}) =>
    takeBackRefusal({ ...at(state, { handedInAt: 500, ...more }), lastScoredAt });

  it.each<[string, ReturnType<typeof back>, string | null]>([
    ['what is in', back('in', null), null],
    ['what came back', back('returned', null), 'returned'],
    ['what is excused', back('excused', null), 'excused'],
    ['nothing', back('open', null, { handedInAt: null }), 'nothingIn'],
    ['what is in after the others were scored', back('in', 499), null],
    ['what was in when one was scored', back('in', 500), 'marking'],
    ['the last instant before it closes', back('in', null, { now: CLOSES }), null],
    ['the instant after', back('in', null, { now: CLOSES + 1 }), 'closed'],
    ['what never closes', back('in', null, { closes: null, now: CLOSES + 1 }), null],
  ])('%s', (_case, refusal, expected) => expect(refusal).toBe(expected));
});
