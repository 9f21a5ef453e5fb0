/** @jest-environment @happy-dom/jest-environment */
import { PRESENT, type RegisterEntry } from '@jolly/core';
import type { RegisterReply, RegisterStudent } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import RegisterPage from './RegisterPage.vue';

const NAMES = ['Anouk', 'Bao', 'Bela', 'Chidi', 'Dora', 'Emil', 'Fatou', 'Goran', 'Hana', 'Ines', 'Jonas', 'Kiri', 'Lena', 'Milo', 'Noor'];
const SET = 'PUT /api/classes/:classId/register/:day';
const student = (givenName: string, more: Partial<RegisterStudent> = {}): RegisterStudent => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Zed' },
  entries: {},
  told: null,
  due: [],
  ...more,
});
const reply = (
  students = [...NAMES.map((one) => student(one)), ...NAMES.map((one) => student(`${one}e`))],
  more: Partial<RegisterReply> = {},
): RegisterReply => ({
  classId: 'rivers',
  day: '2026-11-25',
  isSchoolDay: true,
  lessons: [{ lesson: 'l1', begin: 0, end: 1, room: '', takenAt: null }],
  students,
  bySeats: false,
  hasSeats: false,
  ...more,
});
/** A server that keeps what it is told. */
const keeping = (first: RegisterReply): Answers => {
  let now = first;
  return {
    'GET /api/classes': [aClass()],
    'GET /api/classes/:classId/register': () => now,
    [SET]: ({ body }: { body: { lesson: string; taken: boolean; entries: { studentId: string; entry: RegisterEntry }[] } }) =>
      (now = {
        ...now,
        lessons: now.lessons.map((one) => ({ ...one, takenAt: body.taken ? 5 : one.takenAt })),
        students: now.students.map((one) => {
          const said = body.entries.find((other) => other.studentId === one.student.id);
          return said ? { ...one, entries: { ...one.entries, [body.lesson]: said.entry } } : one;
        }),
      }),
  } as Answers;
};
const open = async (answers: Answers) => {
  const server = serving(answers);
  const page = await opened(RegisterPage, { at: '/class/rivers/register?day=2026-11-25', path: '/class/:id/register' });
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      (document.activeElement ?? document.body).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await page.settled();
    }
  };
  const sent = () =>
    server.asked
      .filter((one) => one.key === SET)
      .map((one) => one.body as { taken: boolean; entries: { studentId: string; entry: RegisterEntry }[] });
  return { ...server, page, press, sent };
};
beforeEach(() =>
  jest.useFakeTimers({ now: Date.parse('2026-11-25T10:00:00Z'), doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask', 'setTimeout'] }),
);
afterEach(() => jest.useRealTimers());

it('takes a whole register of thirty with three absent in seven keys', async () => {
  const { press, sent, page } = await open(keeping(reply()));
  const keys = ['c', ' ', 'h', ' ', 'n', ' ', 'Enter'];
  expect(keys.length).toBeLessThanOrEqual(8);
  await press(...keys);
  expect(sent().flatMap((one) => one.entries.map(({ studentId, entry }) => [studentId, entry.mark]))).toEqual([
    ['chidi', 'absent'],
    ['hana', 'absent'],
    ['noor', 'absent'],
  ]);
  expect(sent().at(-1)!.taken).toBe(true);
  expect(page.said('status')).toContain('3 are not there · Taken');
});

it('goes on to the next name of the same letter, marks by digits, and takes back', async () => {
  const { press, sent } = await open(keeping(reply()));
  await press('b', 'b', '2', 'ArrowDown', '4', '4', 'ArrowUp', '0');
  expect(sent().flatMap((one) => one.entries.map(({ studentId, entry }) => [studentId, entry.mark]))).toEqual([
    ['bela', 'late'],
    ['chidi', 'excused'],
    ['bela', 'present'],
  ]);
});

it('shows at once what is pressed, keeps it where it cannot be stored, and sends it again', async () => {
  let down = true;
  const answers = keeping(reply());
  const stored = answers[SET] as (asked: never) => RegisterReply;
  const { page, press, sent } = await open({
    ...answers,
    [SET]: (asked: never) => (down ? new Refusal(503, 'server.busy') : stored(asked)),
  } as Answers);
  await press('d', ' ');
  expect(page.text()).toContain('about server.busy');
  expect(page.text()).toContain('one is not there');
  down = false;
  await page.press('Store it again');
  expect(sent().at(-1)!.entries).toEqual([{ studentId: 'dora', entry: { ...PRESENT, mark: 'absent' } }]);
  expect(page.has('Store it again')).toBe(false);
});

it('notes what a family told, gives one more school day, and keeps a reason', async () => {
  const told = { id: 't', reason: 'ill', by: 'Frida Lind', from: '2026-11-25', to: '2026-11-25', answered: false };
  const due = [{ assignmentId: 'a', title: 'Valley model', due: 0, moved: 5 }];
  const bao = student('Bao', { told, due, entries: { l1: { mark: 'absent', minutes: null, reason: '' } } });
  const NOTE = 'POST /api/classes/:classId/absences/:absenceId';
  const MORE = 'POST /api/classes/:classId/register/:day/more-time';
  const { page, last } = await open({ ...keeping(reply([bao])), [NOTE]: reply([bao]), [MORE]: reply([bao]) });
  expect(page.text()).toContain('Frida Lind says: ill');
  await page.press('Note it, and say so');
  expect(last(NOTE)).toMatchObject({ params: { absenceId: 't' }, body: { day: '2026-11-25' } });
  await page.press('Give 1 more school day');
  expect(last(MORE)!.body).toEqual({ assignmentId: 'a', studentId: 'bao' });
  await page.fill('Reason for Bao Zed', 'bus');
  expect(last(SET)!.body).toMatchObject({ entries: [{ entry: { mark: 'absent', reason: 'bus' } }], taken: false });
});

it('sets how they sit', async () => {
  const { page, last } = await open({
    ...keeping(reply([student('Bao'), student('Hana')])),
    'PUT /api/classes/:classId/seats': undefined as never,
  });
  await page.press('Set how they sit');
  await page.press('Move Hana Zed up');
  await page.press('Done');
  expect(last('PUT /api/classes/:classId/seats')!.body).toEqual({ studentIds: ['hana', 'bao'] });
});
