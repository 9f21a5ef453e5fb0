/** @jest-environment @happy-dom/jest-environment */
import { EMPTY_TEXT, textOf } from '@jolly/core';
import type { ChildPieceReply, ChildReply, FamilyPiece, ReadNotice } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import ChildNotices from './ChildNotices.vue';
import ChildPiece from './ChildPiece.vue';
import ChildrenBeside from './ChildrenBeside.vue';

const WORK = 'GET /api/family/children/:studentId/work/:assignmentId';
const TICK = 'PUT /api/family/children/:studentId/work/:assignmentId/tick';
const ASK = 'POST /api/family/children/:studentId/work/:assignmentId/requests';
const noon = Date.UTC(2026, 10, 23, 12);
const day = 86_400_000;
const reply = (more: Partial<ChildPieceReply> = {}): ChildPieceReply => ({
  student: { id: 'bao', givenName: 'Bao', familyName: 'Lind' },
  assignmentId: 'ford',
  ...{ classId: 'rivers', className: 'Rivers 8', hue: 3, zone: 'UTC', teachers: ['Finch Test'] },
  how: 'handIn',
  state: 'returned',
  lateBy: 0,
  window: { opens: null, due: noon, closes: null },
  againBy: null,
  points: 20_000,
  shows: { work: true, feedback: true },
  words: {
    title: 'Le gué',
    instructions: textOf('Mesurez-le.'),
    spoken: null,
    language: 'fr',
    otherWords: { en: { title: 'The ford', instructions: textOf('Measure it.'), spoken: null } },
  },
  attachments: [],
  rubric: null,
  quiz: null,
  handIn: {
    ...{ version: 1, at: noon, receivedFor: 'The ford', by: 'Bao Lind', text: textOf('Two metres.'), textFingerprint: null },
    ...{ words: 2, sheets: [], files: [], receipt: 'JC-1' },
  },
  marked: null,
  notes: [],
  feedbackFiles: [],
  returned: {
    ...{ earned: 15_000, chosen: null, remark: textOf('Well measured.'), words: {}, adjust: null, rounds: [] },
    ...{ counted: 15_000, takenOff: 0, effective: 15_000, at: noon, readAt: null },
  },
  returns: [noon, noon + day],
  sentBack: null,
  requests: [],
  mayAsk: false,
  proposedDue: null,
  tick: { stand: 'none', at: null },
  ...more,
});
async function page(more: Partial<ChildPieceReply> = {}, answers: Answers = {}) {
  const server = serving({ [WORK]: reply(more), ...answers });
  const shown = await opened(ChildPiece, { path: '/family', props: { childId: 'bao', assignmentId: 'ford' } });
  await shown.settled();
  return { ...server, page: shown };
}

it('shows what was answered in a quiz, with its marks', async () => {
  const asked = { id: 'q', kind: 'short', text: textOf('What is this?'), spoken: null, points: 1000, entries: [], partners: [] } as const;
  const { page: shown } = await page({
    how: 'quiz',
    handIn: null,
    quiz: {
      points: 20_000,
      shows: { score: 'atOnce', marks: 'atOnce', key: 'atOnce', explanations: 'never' },
      finished: [
        {
          ...{ number: 1, begunAt: noon, endedAt: noon, byClock: false, receipt: 'JC-2', late: 0, score: 15_000, max: 20_000 },
          questions: [
            {
              ...{ asked: { ...asked, entries: [], partners: [], gaps: 1, unit: '', picture: null }, answer: ['A ford'] },
              ...{ mark: 'full', points: 1000, key: ['ford'], explanation: null, remark: 'Yes.' },
            },
          ],
        },
      ],
    },
  });
  for (const said of ['What was answered', 'What is this?', 'A ford', '1 of 1', 'ford', 'Yes.']) expect(shown.text()).toContain(said);
  expect(shown.text()).not.toContain('Nothing is handed in');
});

it('shows what is asked, what was handed in and what came back, each time, in the family’s language and the others', async () => {
  const { page: shown } = await page();
  const text = shown.text();
  for (const said of [
    'Le gué',
    'Mesurez-le.',
    'Two metres.',
    'Well measured.',
    '15 of 20',
    'Came back on Mon 23 Nov',
    'Came back on Tue 24 Nov',
  ])
    expect(text).toContain(said);
  await shown.press('English');
  expect(shown.text()).toContain('Measure it.');
});

it('says what the class does not show', async () => {
  const hidden = {
    shows: { work: false, feedback: false },
    words: { title: 'The ford', instructions: EMPTY_TEXT, spoken: null, language: 'en' as const, otherWords: {} },
    handIn: null,
    returned: { ...reply().returned!, remark: EMPTY_TEXT },
  };
  const { page: shown } = await page(hidden);
  expect(shown.text()).toContain('does not show families what is asked');
  expect(shown.text()).toContain('does not show families what the teacher wrote');
  expect(shown.text()).not.toContain('What is to be done');
});

it('is ticked with one press, and the tick can be taken back; a refusal is said', async () => {
  const { page: shown, last } = await page(
    { tick: { stand: 'asked', at: null } },
    { [TICK]: reply({ tick: { stand: 'given', at: noon } }) },
  );
  await shown.press('I have seen it');
  expect(last(TICK)!.body).toEqual({ seen: true });
  expect(shown.text()).toContain('You ticked it on Mon 23 Nov');
  serving({ [WORK]: reply(), [TICK]: new Refusal(409, 'tick.notAsked') });
  await shown.press('Take the tick back');
  expect(shown.said('alert')).toContain('tick.notAsked');
});

it('asks for more time where the class lets families, and says what became of it', async () => {
  const waits = { id: 'r', reason: 'A cold', wantedDue: noon + day, askedAt: noon, state: 'waiting' as const, word: '', answeredAt: null };
  const { page: shown, last } = await page(
    { state: 'open', returned: null, returns: [], handIn: null, mayAsk: true, proposedDue: noon + day },
    { [ASK]: reply({ state: 'open', requests: [{ ...waits, askedBy: 'Frida Lind' }] }) },
  );
  await shown.press('Ask for more time');
  await shown.fill('Why', ' A cold ');
  await shown.press('Ask the teacher');
  expect(last(ASK)!.body).toEqual({ reason: 'A cold', wantedDue: noon + day });
  expect(shown.text()).toContain('Frida Lind asked on Mon 23 Nov');
});

it('why one asks is still there after leaving the page, until it is sent', async () => {
  const asks = { state: 'open' as const, returned: null, returns: [], handIn: null, mayAsk: true };
  const { page: left } = await page(asks);
  await left.press('Ask for more time');
  await left.fill('Why', 'A cold, and no sleep');
  const { page: back } = await page(asks, { [ASK]: reply({ state: 'open' }) });
  await back.press('Ask for more time');
  expect(back.field('Why').value).toBe('A cold, and no sleep');
  await back.press('Ask the teacher');
  expect(Object.keys(localStorage).filter((key) => key.includes('more-time'))).toEqual([]);
});

it('children stand beside each other, each with what is missing, coming and back', async () => {
  const piece = (title: string, more: Partial<FamilyPiece> = {}): FamilyPiece => ({
    ...{ id: title, title, state: 'missing', due: noon, closes: null, stillAccepted: true, lateBy: 0, points: null, effective: null },
    ...{ returnedAt: null, remark: null, levels: [], worth: null, opens: true, tick: { stand: 'none', at: null } },
    ...more,
  });
  const child = (givenName: string, missing: FamilyPiece[]): ChildReply => ({
    student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
    classes: [
      {
        ...{ classId: 'rivers', className: 'Rivers 8', hue: 3, zone: 'UTC', teachers: [], passLine: 60, view: null, unread: 0 },
        ...{ missing, coming: [], waiting: [], returned: [] },
      },
    ],
  });
  const children = [
    child(
      'Bao',
      ['One', 'Two', 'Three', 'Four', 'Five'].map((title) => piece(title)),
    ),
    child('Hana', []),
  ];
  serving({
    'GET /api/family/children/:studentId': ({ params }: { params: { studentId: string } }) =>
      children.find((one) => one.student.id === params.studentId)!,
  } as unknown as Answers);
  const shown = await opened(ChildrenBeside, { path: '/family', props: { childList: children.map((one) => one.student) } });
  await shown.settled();
  const [bao, hana] = shown.wrapper.findAll('.child').map((one) => one.text());
  expect(bao).toContain('and 1 more');
  expect(hana).toContain('Nothing is missing.');
  expect(shown.wrapper.find('a.open').attributes('href')).toContain('work=One');
});

it('a notice that asks for a tick is ticked for that child', async () => {
  const notice = {
    ...{ id: 'n', classId: 'rivers', className: 'Rivers 8', hue: 3, zone: 'UTC', by: 'Finch Test', byStudent: false, own: false },
    ...{ showAt: noon, until: null, pinned: false, title: 'Trip', text: EMPTY_TEXT, phrases: [], language: 'en', wordsLanguage: 'en' },
    ...{ inOthers: [], attachments: [], spoken: null, about: null, read: true, answers: 'nobody', takesAnswers: false, answerCount: 0 },
    ...{ hands: null, waits: false, hidden: null, tick: { at: null } },
  } as ReadNotice;
  const SEEN = 'PUT /api/family/children/:studentId/notices/:noticeId/tick';
  const { last } = serving({
    'GET /api/family/children/:studentId/notices': [notice],
    [SEEN]: [{ ...notice, tick: { at: noon } }],
  });
  const shown = await opened(ChildNotices, { path: '/family', props: { childId: 'bao' } });
  await shown.settled();
  await shown.press('I have seen it');
  expect([last(SEEN)!.body, shown.text().includes('You ticked it on')]).toEqual([{ seen: true }, true]);
});
