/** @jest-environment @happy-dom/jest-environment */
import type { EventReply, MyRoom, Reminder, TimetableReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { useSession } from '../accounts';
import EventSheet from './EventSheet.vue';
import NextLesson from './NextLesson.vue';
import RemindersStrip from './RemindersStrip.vue';
import RoomsStrip from './RoomsStrip.vue';
import TimetablePage from './TimetablePage.vue';

const NOW = Date.parse('2026-11-25T10:00:00Z');
const HOUR = 3_600_000;
beforeEach(() =>
  jest.useFakeTimers({ now: NOW, doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask', 'setTimeout', 'requestAnimationFrame'] }),
);
afterEach(() => jest.useRealTimers());

const rule = {
  id: 'wed',
  weekday: 3,
  from: '10:10',
  to: '10:55',
  room: '12',
  weeks: 'every' as const,
  validFrom: null,
  validTo: null,
  except: [],
  link: null,
};
const lesson = { ruleId: 'wed', date: '2026-11-25', begin: NOW + HOUR, end: NOW + 2 * HOUR, room: '12' };
const timetable = (more: Partial<TimetableReply> = {}): TimetableReply => ({
  rules: [rule],
  weekA: null,
  countsClosedWeeks: false,
  version: 3,
  lessons: [lesson],
  openUntil: null,
  ...more,
});
const SET = 'PUT /api/classes/:classId/timetable';

describe('the timetable of a class', () => {
  const open = async (answers: Answers = {}) => {
    const server = serving({
      'GET /api/classes': [aClass({ liveLink: 'https://call.example/', liveMinutes: 5 })],
      'GET /api/classes/:classId/timetable': timetable(),
      [SET]: ({ body }) => timetable({ ...body, version: body.version + 1 }),
      ...answers,
    } as Answers);
    return { ...server, page: await opened(TimetablePage, { at: '/class/rivers/timetable', path: '/class/:id/timetable' }) };
  };

  it('takes one more lesson, and says when somebody else was quicker', async () => {
    const theirs = timetable({ version: 4, rules: [{ ...rule, room: '14' }] });
    const { page, last } = await open({ [SET]: new Refusal(409, 'conflict.changedMeanwhile', { current: theirs }) });
    expect(page.text()).toContain('room 12');
    await page.press('One more lesson');
    await page.fill('Room 2', '9');
    await page.press('Store the timetable');
    expect(last(SET)!.body).toMatchObject({ version: 3, rules: [{ id: 'wed' }, { weekday: 4, from: '10:10', room: '9' }] });
    expect(page.field('Room 2').value).toBe('9');
    await page.press('Take theirs');
    expect(page.field('Room 1').value).toBe('14');
  });

  it('asks for a week A where a lesson is in one of two, and says at its line what is wrong', async () => {
    const errors = [{ path: 'rules.0', code: 'lesson.endsBeforeItBegins', message: 'This lesson would end before it begins.' }];
    const { page, last } = await open({ [SET]: new Refusal(422, 'timetable.notReady', { errors }) });
    await page.choose('Weeks 1', 'A weeks');
    await page.fill('A day in a week A', '23 Nov 2026');
    await page.press('Store the timetable');
    expect(last(SET)!.body).toMatchObject({ weekA: '2026-11-23', rules: [{ weeks: 'A' }] });
    expect(page.text()).toContain('This lesson would end before it begins.');
  });

  it('reads a calendar file, to be looked at before it is stored, and opens the live room', async () => {
    const { page, last } = await open({
      'POST /api/classes/:classId/timetable/read': {
        timetable: { rules: [{ ...rule, id: 'new', room: '7' }], weekA: null },
        passedOver: 2,
      },
      'PUT /api/classes/:classId/room': timetable({ openUntil: NOW + HOUR }),
    });
    // The simulated browser reads files in turns of a clock that stands here.
    const file = Object.assign(new File([], 'plan.ics'), { text: async () => 'BEGIN:VCALENDAR' });
    await page.pickFiles('Read a calendar file…', file);
    expect(page.said('status')).toContain('One lesson was found. 2 events were left out');
    expect(last(SET)).toBeUndefined();
    await page.press('Open it now');
    expect(last('PUT /api/classes/:classId/room')!.body).toEqual({ open: true });
    expect(page.text()).toContain('open for everybody until');
  });
});

it('sets a date to the begin or the end of the next lesson by one press', async () => {
  serving({
    'GET /api/classes/:classId/timetable': timetable({ lessons: [lesson, { ...lesson, begin: NOW + 25 * HOUR, end: NOW + 26 * HOUR }] }),
  });
  const fields = [
    { field: 'due', name: 'due' },
    { field: 'closes', name: 'closes' },
  ];
  const page = await opened(NextLesson, { props: { classId: 'rivers', zone: 'UTC', fields, after: null } });
  await page.press('due: next lesson Wed 25 Nov 11:00, begin');
  await page.wrapper.setProps({ after: NOW + HOUR });
  await page.press('closes: next lesson Thu 26 Nov 11:00, end');
  expect(page.wrapper.emitted('set')).toEqual([
    ['due', NOW + HOUR],
    ['closes', NOW + 26 * HOUR],
  ]);
});

describe('an event', () => {
  const event: EventReply = {
    id: 'field',
    classIds: ['rivers'],
    wholeSchool: false,
    title: 'Field day',
    text: 'Boots.',
    place: 'The ford',
    from: '2026-11-26',
    to: '2026-11-26',
    begins: '09:40',
    ends: '12:30',
    repeat: null,
    families: true,
    attachments: [],
    by: 'Odile Finch',
    classNames: ['Rivers 8'],
    zone: 'UTC',
    mine: true,
    version: 2,
  };
  const PUT = 'PUT /api/events/:eventId';
  const sheet = (eventId: string | null) => opened(EventSheet, { props: { eventId, classIds: ['rivers'], day: '2026-11-25' } });

  it('is looked at, then changed: again every week until a day, but not on one', async () => {
    const { last } = serving({ 'GET /api/events/:eventId': event, [PUT]: event });
    const page = await sheet('field');
    expect(page.text()).toContain('09:40 to 12:30 · The ford');
    await page.press('Change');
    await page.tick('It comes again');
    await page.fill('Until', '17 Dec 2026');
    await page.press('Not on a day…');
    await page.fill('Not on', '10 Dec 2026');
    await page.press('Store the event');
    expect(last(PUT)!.body).toMatchObject({
      version: 2,
      repeat: { weekdays: [4], every: 1, until: '2026-12-17', except: ['2026-12-10'] },
    });
    expect(page.wrapper.emitted('stored')).toHaveLength(1);
  });

  it('leads a teacher of its class to telling it in a notice', async () => {
    serving({ 'GET /api/events/:eventId': event, 'GET /api/classes': [aClass()] });
    const teacher = { id: 'finch', role: 'teacher' } as never;
    const props = { eventId: 'field', classIds: [], day: '2026-11-25' };
    const page = await opened(EventSheet, { props, before: () => (useSession().me = teacher) });
    await page.press('Tell in a notice');
    expect(page.router.currentRoute.value.fullPath).toBe('/class/rivers/notices?event=field');
    expect(page.wrapper.emitted('close')).toHaveLength(1);
  });

  it('keeps what was typed where it is refused, with the reason at its times, and when the sheet is closed', async () => {
    localStorage.clear();
    const errors = [{ path: 'times', code: 'event.endsBeforeItBegins', message: 'It would end before it begins.' }];
    const refused = new Refusal(422, 'event.notReady', { errors });
    const { asked } = serving({ [PUT]: () => (asked.length === 1 ? refused : event) });
    const page = await sheet(null);
    await page.fill('What it is', 'Camp');
    await page.press('Store the event');
    expect(page.text()).toContain('It would end before it begins.');
    expect(page.field('What it is').value).toBe('Camp');
    page.wrapper.unmount();
    const again = await sheet(null);
    expect(again.field('What it is').value).toBe('Camp');
    await again.press('Store the event');
    // The same event, should the first have been stored after all.
    expect(asked[1]!.params).toEqual(asked[0]!.params);
    again.wrapper.unmount();
    expect((await sheet(null)).field('What it is').value).toBe('');
  });

  it('of a colleague’s change says so once, and is then written over it', async () => {
    const { asked } = serving({
      'GET /api/events/:eventId': event,
      [PUT]: () => (asked.length === 2 ? new Refusal(409, 'conflict.changedMeanwhile', { current: { ...event, version: 3 } }) : event),
    });
    const page = await sheet('field');
    await page.press('Change');
    await page.fill('What it is', 'Field week');
    await page.press('Store the event');
    expect(page.field('What it is').value).toBe('Field week');
    await page.press('Store the event');
    expect(asked[2]!.body).toMatchObject({ title: 'Field week', version: 3 });
  });
});

it('ticks off a reminder that is due, and makes one', async () => {
  const floats: Reminder = { id: 'r', text: 'Fetch the floats', at: NOW - HOUR, byMail: false, done: false, version: 1 };
  const PUT = 'PUT /api/my/reminders/:reminderId';
  const all = [floats, { ...floats, id: 'far', text: 'Far off', at: NOW + 400 * HOUR }];
  const { last } = serving({ 'GET /api/my/reminders': all, [PUT]: floats });
  const page = await opened(RemindersStrip);
  expect(page.text()).not.toContain('Far off');
  await page.tick('Done: Fetch the floats');
  expect(last(PUT)).toMatchObject({ params: { reminderId: 'r' }, body: { done: true, version: 1 } });
  await page.press('Remind me');
  await page.fill('What to remember', 'Ring the boathouse');
  await page.press('Store it');
  expect(last(PUT)!.body).toMatchObject({ text: 'Ring the boathouse', version: 0, byMail: false });
});

it('shows a room that is open with its link, one that opens soon, and none that is far off', async () => {
  const room = (more: Partial<MyRoom>): MyRoom => ({
    classId: 'a',
    className: 'Rivers 8',
    hue: 0,
    zone: 'UTC',
    open: false,
    link: null,
    lesson: null,
    opensAt: null,
    ...more,
  });
  serving({
    'GET /api/my/rooms': [
      room({ open: true, link: 'https://call.example/' }),
      room({ classId: 'b', className: 'Maps 10', opensAt: NOW + HOUR / 4 }),
      room({ classId: 'c', className: 'Weather 9', opensAt: NOW + 5 * HOUR }),
    ],
  });
  const page = await opened(RoomsStrip);
  expect(document.querySelector('a')!.getAttribute('href')).toBe('https://call.example/');
  expect(page.text()).toContain('the room opens Wed 25 Nov 10:15');
  expect(page.text()).not.toContain('Weather 9');
});
