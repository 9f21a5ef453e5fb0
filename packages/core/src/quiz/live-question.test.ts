import { answerMark, boardSpread, explanationOf, LONGEST_LIVE_MS, takesAnswers, type BoardSpread } from '.';
import { choice, entry, gap, question } from './testing-questions';

const bend = question({
  kind: 'one',
  options: [choice('Outside'), choice('Inside'), { ...choice('Mouth'), explanation: 'Too far.' }],
  key: ['Inside'],
});
const said = ([spread]: BoardSpread[]) => spread!.lines.map((line) => `${line.label} ${line.count} ${line.right}`);

it('takes answers until it is ended, its key is shown, or a lesson is long over', () => {
  const times = { askedAt: 1000, endedAt: null, keyAt: null };
  expect(takesAnswers(times, 999 + LONGEST_LIVE_MS)).toBe(true);
  expect(takesAnswers(times, 1000 + LONGEST_LIVE_MS)).toBe(false);
  expect([takesAnswers({ ...times, endedAt: 1200 }, 1300), takesAnswers({ ...times, keyAt: 1200 }, 1300)]).toEqual([false, false]);
});

describe('the spread on the board', () => {
  it('has options as they were written, and says which is right only with the key', () => {
    const answers = ['Inside', 'Mouth', 'Inside', 'Outside'];
    expect(said(boardSpread(bend, answers, { withKey: false }))).toEqual(['Outside 1 null', 'Inside 2 null', 'Mouth 1 null']);
    expect(said(boardSpread(bend, answers, { withKey: true }))).toEqual(['Outside 1 false', 'Inside 2 true', 'Mouth 1 false']);
    expect(said(boardSpread(question({ kind: 'trueFalse', key: ['false'] }), ['false'], { withKey: false }))).toEqual([
      'true 0 null',
      'false 1 null',
    ]);
  });

  it('has texts by how many wrote them, so that their order tells nothing of the key', () => {
    const wear = question({ kind: 'short', gaps: [gap(['abrasion'], { near: 1 })] });
    const answers = ['erosion', 'Erosion', 'abrasion', 'abrassion', ''];
    expect(said(boardSpread(wear, answers, { withKey: false }))).toEqual([
      'erosion 2 null',
      'abrasion 1 null',
      'abrassion 1 null',
      ' 1 null',
    ]);
    expect(said(boardSpread(wear, answers, { withKey: true }))).toEqual([
      'erosion 2 false',
      'abrasion 1 true',
      'abrassion 1 true',
      ' 1 false',
    ]);
  });

  it('has places where they were pointed at', () => {
    const ford = question({ kind: 'place', picture: null, regions: [{ shape: 'rect', x: 0, y: 0, w: 5000, h: 5000, percent: 100_000 }] });
    const [spread] = boardSpread(
      ford,
      [
        [100, 200],
        [9000, 9000],
      ],
      { withKey: true },
    );
    expect(spread!.lines.map(({ at, right }) => [at, right])).toEqual([
      [[100, 200], true],
      [[9000, 9000], false],
    ]);
  });

  it('counts two options that say the same each by itself', () => {
    const twins = question({ kind: 'several', options: [choice('a', 'Mud'), choice('b', 'Mud')], key: ['a'], mode: 'each' });
    expect(said(boardSpread(twins, [['b'], ['a', 'b']], { withKey: true }))).toEqual(['Mud 1 true', 'Mud 2 false']);
  });
});

it('says in a word what an answer earns, and what is said to whoever gave it', () => {
  const course = question(
    { kind: 'order', items: ['a', 'b', 'c'].map((id) => entry(id)), mode: 'pairs' },
    { explanation: 'From the spring.' },
  );
  expect([['a', 'b', 'c'], ['b', 'a', 'c'], ['c', 'b', 'a'], null].map((answer) => answerMark(course, answer))).toEqual([
    'full',
    'part',
    'none',
    'notAnswered',
  ]);
  expect(answerMark(question({ kind: 'own', rubric: null }), 'Because')).toBe('waits');
  expect([explanationOf(bend, 'Mouth'), explanationOf(course, null)]).toEqual(['Too far.', 'From the spring.']);
});
