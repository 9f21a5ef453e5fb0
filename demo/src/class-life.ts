import { DAY_MS, HOUR_MS, instantOf, localDateAt, mondayOf, plusDays, textOf, weekdayOf, type SchoolCalendar } from '@jolly/core';
import type { NoticeRequest } from '@jolly/server/dist/contract';
import { blankNotice } from '@jolly/server/dist/features/notices/blank-notice';
import { idFrom } from '@jolly/server/dist/db/id-from';
import type { Services } from '@jolly/server/dist/wiring';
import PDFDocument from 'pdfkit';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { chanceOf } from './question-parts';
import { dueAt } from './school-days';
import { seedYearShelf } from './year-shelf';

interface Setting {
  services: Services;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  classIds: Record<string, string>;
  idOf: Map<string, string>;
  families: Map<string, string>;
}

/** A slip that families sign. */
async function slip(day: string): Promise<Buffer> {
  const pdf = new PDFDocument({ size: 'A5', margin: 44, info: { Title: 'Slip for home', CreationDate: new Date(`${day}T00:00:00Z`) } });
  const whole = buffer(pdf);
  pdf.fontSize(17).text('Field day at the ford').moveDown();
  pdf.fontSize(11.5).text(`On ${day} our class measures the ford. We are back before lunch.`).moveDown(2);
  pdf.text('Name of the student: ______________________________').moveDown(2);
  pdf.text('May come along, signed: __________________________');
  pdf.end();
  return whole;
}

const blank = (classIds: readonly string[], title: string, text: string): NoticeRequest => ({
  ...blankNotice(classIds),
  words: { en: { title, text: textOf(text) } },
});

/** What goes on around the work of a class: its year's shelf, its noticeboard with a show of hands. */
export async function seedClassLife({ services, calendar, now, teacherId, classIds, idOf, families }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const [rivers, maps] = [classIds['Rivers 8']!, classIds['Maps 10']!];
  await seedYearShelf(services, { calendar, now, teacherId, classId: rivers });
  const next = localDateAt(calendar.zone, dueAt(calendar, now, 1));
  const put = (name: string, request: NoticeRequest, at: number) =>
    services.writingNotices.set(teacher, idFrom('demo notice', name), request, at);
  const students = (await services.roster.membersOf([rivers])).filter((one) => one.left === null).map((one) => one.student.id);
  const read = async (noticeIds: string[], share: number, at: number) => {
    for (const [place, userId] of students.entries())
      if (chanceOf(`${place} reads ${noticeIds.length}`).happens(share))
        await services.readingNotices.noteReadByStudent({ role: 'student', userId }, noticeIds, at);
  };

  await put(
    'pictures',
    {
      ...blank([rivers], 'After the lesson: the three pictures', 'Look at them again. Which one was taken after rain?'),
      goesOut: 'at',
      at: now + DAY_MS,
    },
    now - 2 * HOUR_MS,
  );
  const table = await put(
    'table',
    {
      ...blank(
        [rivers],
        'Two answers about the flow rate table',
        'The depth is in centimetres and the width in metres. Change one of them before you multiply.',
      ),
      answers: 'teacher',
    },
    now - 2 * DAY_MS,
  );
  const bytes = await slip(next);
  const { fingerprint, size } = await services.fileStore.keep(Readable.from([bytes]));
  const file = await services.keptFiles.keep(
    teacher,
    { fingerprint, size, name: 'slip-for-home.pdf', mediaType: 'application/pdf', pixels: 0 },
    now - DAY_MS,
  );
  const boots = await put(
    'boots',
    {
      ...blank(
        [rivers, maps],
        'Boots for the field day',
        'We measure the ford at ten. The slip for home is attached; whoever has lost theirs can print it again.',
      ),
      readers: 'families',
      phrases: [{ id: 'bringThing', places: { what: 'boots, dry socks', day: next } }],
      attachments: [{ id: idFrom('demo slip'), kind: 'file', title: '', file }],
      pinned: true,
    },
    now - DAY_MS,
  );
  const choices = ['The old bridge', 'The ford', 'Below the weir'].map((text, place) => ({ id: `station${place}`, text }));
  const hands = await put(
    'stations',
    {
      ...blank([rivers], 'Which station shall we measure again?', ''),
      hands: { choices, several: false, names: false, countShown: 'chosen', endsAt: now + 6 * HOUR_MS, mayChange: false, picture: null },
    },
    now - 5 * HOUR_MS,
  );
  await read([table.id], 1, now - DAY_MS);
  await read([boots.id, hands.id], 0.8, now - 3 * HOUR_MS);
  for (const [place, userId] of students.entries()) {
    const chance = chanceOf(`${place} raises a hand`);
    if (!chance.happens(0.82)) continue;
    const chosen = chance.happens(0.55) ? 'station0' : chance.happens(0.55) ? 'station1' : 'station2';
    await services.readingNotices.choose({ role: 'student', userId }, hands.id, [chosen], now - 2 * HOUR_MS);
  }
  const answer = (who: string, text: string, ago: number) =>
    services.noticeAnswers.writeAsStudent(
      { role: 'student', userId: idOf.get(who)! },
      table.id,
      { id: idFrom('demo answer', who), text, below: null },
      now - ago,
    );
  await answer('Bao Lindqvist', 'Is it the depth in the middle or the mean of the five?', 30 * HOUR_MS);
  await answer('Noor Haldane', 'Mine was metres twice, I have changed it.', 28 * HOUR_MS);
  await services.noticeAnswers.writeAsTeacher(
    teacher,
    rivers,
    table.id,
    { id: idFrom('demo answer', 'mean'), text: 'The mean of the five.', below: idFrom('demo answer', 'Bao Lindqvist') },
    now - 26 * HOUR_MS,
  );
  const linnea = { role: 'family' as const, userId: families.get('linnea.lindqvist')! };
  await services.readingNotices.noteReadByFamily(linnea, idOf.get('Bao Lindqvist')!, [boots.id], now - 20 * HOUR_MS);
  await seedDates({ services, calendar, now, teacherId, classIds, idOf, families });
  await seedRegister({ services, calendar, now, teacherId, classIds, idOf, families });
}

/** Lessons by a timetable in A and B weeks, a call, events of a class and of the school, and a reminder of the teacher's own. */
async function seedDates({ services, calendar, now, teacherId, classIds }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const rule = (id: string, weekday: number, from: string, to: string, room: string, weeks: 'every' | 'A' | 'B' = 'every') => ({
    ...{ id: idFrom('demo lesson', id), weekday, from, to, room, weeks },
    ...{ validFrom: null, validTo: null, except: [], link: null },
  });
  const weekA = mondayOf(localDateAt(calendar.zone, now));
  for (const [name, rules] of [
    [
      'Rivers 8',
      [rule('r1', 3, '10:10', '10:55', '12'), rule('r2', 5, '08:20', '09:05', '12'), rule('r3', 1, '11:10', '11:55', '12', 'B')],
    ],
    ['Weather 9', [rule('w1', 2, '09:15', '10:00', '14'), rule('w2', 4, '13:10', '13:55', '14')]],
    ['Maps 10', [rule('m1', 1, '08:20', '09:05', '12'), rule('m2', 3, '13:10', '13:55', '12')]],
  ] as const)
    await services.lessons.set(teacher, classIds[name]!, { rules: [...rules], weekA, countsClosedWeeks: false, version: 0 }, now);
  const rivers = classIds['Rivers 8']!;
  const { version } = (await services.classes.load([rivers]))[0]!;
  await services.classes.edit(teacher, rivers, { liveLink: services.mail.linkTo(`/call/${rivers}`), liveMinutes: 5, version });
  const day = (schoolDays: number) => localDateAt(calendar.zone, dueAt(calendar, now, schoolDays));
  const event = (name: string, more: object) =>
    services.events.set(teacher, idFrom('demo event', name), {
      ...{ classIds: [rivers], wholeSchool: false, title: name, text: '', place: '', begins: null, ends: null, repeat: null },
      ...{ from: day(1), to: day(1), families: true, attachments: [], version: 0 },
      ...more,
    });
  await event('Field day at the ford', {
    begins: '09:40',
    ends: '12:30',
    place: 'The ford',
    text: 'Boots and dry socks. Back before lunch.',
  });
  await event('Evening for families', {
    wholeSchool: true,
    classIds: [],
    from: day(7),
    to: day(7),
    begins: '18:00',
    ends: '20:00',
    place: 'Hall',
  });
  const last = plusDays(day(4), 28);
  const repeat = { weekdays: [weekdayOf(day(4))], every: 2, until: last, except: [] };
  await event('Gauge reading at the bridge', { from: day(4), to: day(4), begins: '08:00', ends: '08:20', families: false, repeat });
  const at = instantOf(calendar.zone, { date: day(1), msOfDay: 8 * HOUR_MS });
  await services.reminders.set(
    teacher,
    idFrom('demo reminder'),
    { text: 'Fetch the floats', at, byMail: false, done: false, version: 0 },
    now,
  );
}

/** Registers of the last two weeks, and an absence that a family has told of for the next lesson. */
async function seedRegister({ services, calendar, now, teacherId, classIds, idOf, families }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const rivers = classIds['Rivers 8']!;
  const today = localDateAt(calendar.zone, now);
  const found = await services.classes.load([rivers]);
  const students = (await services.roster.membersOf([rivers])).filter((one) => one.left === null).map((one) => one.student.id);
  const held = (await services.lessons.between(found, { from: plusDays(today, -14), to: plusDays(today, -1) })).get(rivers) ?? [];
  for (const { date, ruleId: lesson } of held) {
    const entries = students.flatMap((studentId, place) => {
      const chance = chanceOf(`${place} on ${held.findIndex((one) => one.date === date)}`);
      if (!chance.happens(0.08)) return [];
      const late = chance.happens(0.4);
      return [{ studentId, entry: { mark: late ? ('late' as const) : ('absent' as const), minutes: late ? 10 : null, reason: '' } }];
    });
    await services.register.set(teacher, rivers, date, { lesson, entries, taken: true }, undefined, now - HOUR_MS);
  }
  const next = (await services.lessons.between(found, { from: today, to: plusDays(today, 14) })).get(rivers)?.[0]?.date ?? today;
  await services.toldAbsences.tell(
    { role: 'family', userId: families.get('linnea.lindqvist')! },
    idOf.get('Bao Lindqvist')!,
    { id: idFrom('demo absence'), from: next, to: next, reason: 'ill' },
    now - HOUR_MS,
  );
}
