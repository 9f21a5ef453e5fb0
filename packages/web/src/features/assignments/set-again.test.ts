import { FIRST_SCHEME } from '@jolly/core';
import type { ClassReply, ShelfItemReply } from '@jolly/server/contract';
import { setAgain } from './set-again';
import { blankBrief } from './use-brief';

const now = Date.parse('2027-01-08T10:00:00.000Z');
const schoolClass = {
  id: 'c1',
  calendar: { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [] },
  scheme: FIRST_SCHEME,
  terms: [
    { name: 'Term 1', from: '2026-09-07', to: '2026-12-18' },
    { name: 'Term 2', from: '2027-01-11', to: '2027-03-26' },
  ],
} as Partial<ClassReply> as ClassReply;
const again = (body: ShelfItemReply['body'], of: ClassReply | null = schoolClass) => setAgain({ body, title: 'Kept' }, of, now);
const brief = { ...blankBrief('assignment'), title: 'Valley model', points: 30_000 };
const window = { opens: null, due: Date.parse('2026-09-09T14:30:00.000Z'), closes: Date.parse('2026-09-16T14:30:00.000Z') };

it('carries dates over by school days to the term that comes, at the same wall time', () => {
  const { body, sets } = again({ kind: 'assignment', brief, window, termStart: '2026-09-07' });
  expect([body.title, body.points]).toEqual(['Valley model', 30_000]);
  // Third school day of the term, 15:30; closing on the eighth.
  expect(sets).toMatchObject([
    { classId: 'c1', opens: null, due: Date.parse('2027-01-13T15:30:00.000Z'), closes: Date.parse('2027-01-20T15:30:00.000Z') },
  ]);
});

it('leaves dates open where none were kept, or there is no class', () => {
  expect(again({ kind: 'assignment', brief, window: null, termStart: null }).sets).toMatchObject([{ due: null }]);
  expect(again({ kind: 'assignment', brief, window, termStart: '2026-09-07' }, null).sets).toEqual([]);
});

it.each<[string, ShelfItemReply['body'], object]>([
  ['a rubric', { kind: 'rubric', rubric: { name: 'Models', criteria: [] } }, { scoring: { by: 'rubric', rubric: { name: 'Models' } } }],
  [
    'a worksheet',
    { kind: 'worksheet', text: { type: 'doc', content: [] } },
    { title: 'Kept', attachments: [{ kind: 'worksheet', use: 'oneEach' }] },
  ],
  [
    'a file',
    { kind: 'file', file: { id: 'f', name: 'map.pdf', size: 3, mediaType: 'application/pdf' } },
    { attachments: [{ kind: 'file', use: 'toRead' }] },
  ],
])('begins an assignment with %s', (_case, body, expected) => expect(again(body).body).toMatchObject(expected));
