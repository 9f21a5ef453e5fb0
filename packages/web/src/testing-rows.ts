import { FIRST_BEARING, FIRST_SCHEME } from '@jolly/core';
import type { ClassReply, PieceRow } from '@jolly/server/contract';
import type { Answers } from './testing-page';

/** A student's row of an assignment as the server has it: open, nothing in. A test says what matters to it. */
export const aRow = (givenName: string, more: Partial<PieceRow> = {}): PieceRow => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
  groups: [],
  state: 'open',
  lateBy: 0,
  stillAccepted: true,
  overdue: false,
  window: { opens: null, due: null, closes: null },
  trail: [],
  exception: null,
  handedInAt: null,
  version: 1,
  score: null,
  held: false,
  returnedAt: null,
  readAt: null,
  nameless: false,
  collecting: {} as PieceRow['collecting'],
  ...more,
});

/** A class of one teacher in UTC, with everything as a new class has it. */
export const aClass = (more: Partial<ClassReply> = {}): ClassReply => ({
  id: 'rivers',
  name: 'Rivers 8',
  section: '',
  subject: '',
  level: '',
  room: '',
  hue: 3,
  dueTime: '15:30',
  graceMinutes: 0,
  lateRule: { kind: 'none' },
  liveLink: null,
  liveMinutes: 10,
  familyTotals: true,
  familyFeedback: false,
  letterShows: 'words',
  roundTimes: true,
  label: more.name ?? 'Rivers 8',
  calendarId: 'calendar',
  calendar: { zone: 'UTC', schoolDays: [1, 2, 3, 4, 5], closures: [] },
  terms: [{ name: 'Autumn', firstDay: '2026-09-07', lastDay: '2026-12-18' }],
  scheme: FIRST_SCHEME,
  bearing: FIRST_BEARING,
  joinCode: 'QU7R8ST',
  joinOpen: true,
  joinUntil: null,
  joinAsksNumber: false,
  putAwayAt: null,
  students: 2,
  teachers: [{ id: 'finch', name: 'Finch Test', owner: true }],
  version: 1,
  ...more,
});
/** What every page of a class asks first. */
export const forClass = (...classes: ClassReply[]): Answers => ({ 'GET /api/classes': classes, 'GET /api/first-steps': [] });
