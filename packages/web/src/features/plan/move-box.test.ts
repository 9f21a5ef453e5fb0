import type { MovePreview } from '@jolly/server/contract';
import { shown } from '../../testing';
import MoveBox from './MoveBox.vue';

const [wed, thu] = [Date.parse('2026-11-25T15:30:00.000Z'), Date.parse('2026-11-26T15:30:00.000Z')];
const change = {
  assignmentId: 'a',
  classId: 'c',
  title: 'Route card',
  what: 'class' as const,
  who: '',
  field: 'due' as const,
  before: wed,
  after: thu,
};
const preview: MovePreview = {
  changes: [change],
  moved: 17,
  keep: 2,
  untouched: 0,
  heavy: [{ day: '2026-11-25', before: 5, after: 0 }],
  said: [],
  digest: '',
};
const box = async (more: Partial<MovePreview>, issued = true) =>
  (await shown(MoveBox, { preview: { ...preview, ...more }, zone: 'Europe/Lisbon', issued, busy: false, problem: null, at: null }))
    .replace(/<[^>]+>/g, '\n')
    .replace(/\n+/g, '\n');

it('says who moves, who keeps their own dates, and which day gets lighter', async () => {
  const text = await box({});
  expect(text).toContain('Move Route card to Thu 26 Nov?');
  expect(text).toContain('17 students move from Wed 25 Nov 15:30 to Thu 26 Nov 15:30.');
  expect(text).toContain('2 keep dates of their own.');
  expect(text).toContain('Wed 25 Nov drops from 5 students with a heavy day to none.');
  expect(text).toMatch(/Move and tell students\s+Move quietly\s+Leave it/);
});

it.each<[string, Partial<MovePreview>, string]>([
  ['a day that gets heavy', { heavy: [{ day: '2026-11-26', before: 0, after: 6 }] }, 'Thu 26 Nov becomes heavy for 6 students.'],
  [
    'a day without school',
    { said: [{ assignmentId: 'a', title: 'Route card', why: 'noSchool', at: thu }] },
    'Route card would be due on a day without school.',
  ],
  [
    'a date in the past',
    { said: [{ assignmentId: 'a', title: 'Route card', why: 'past', at: wed }] },
    'Route card would be due in the past.',
  ],
  ['one who keeps a date', { keep: 1 }, '1 keeps a date of their own.'],
])('says of %s', async (_case, more, sentence) => expect(await box(more)).toContain(sentence));

it('tells nobody of a draft that moves', async () => {
  const text = await box({}, false);
  expect(text).not.toContain('tell students');
  expect(text).toMatch(/Move\s+Leave it/);
});
