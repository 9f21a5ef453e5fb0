/** @jest-environment @happy-dom/jest-environment */
import type { ArchiveJob, CourseLook } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import ArchivesPage from './ArchivesPage.vue';

const LIST = 'GET /api/archives';
const BRING = 'POST /api/archives/:jobId/bring';
const STOP = 'POST /api/archives/:jobId/stop';
const job = (more: Partial<ArchiveJob> = {}): ArchiveJob => ({
  id: 'job',
  kind: 'out',
  title: 'Rivers 8',
  state: 'done',
  done: 9,
  total: 9,
  problem: null,
  madeAt: 0,
  size: 2_000_000,
  classId: 'rivers',
  holds: 'class',
  folder: null,
  look: null,
  course: null,
  ...more,
});
const look = {
  className: 'Rivers 8',
  madeAt: 0,
  students: 23,
  known: 20,
  assignments: 28,
  handIns: 293,
  files: 14,
  bytes: 225_000,
  here: null,
};
const archives = async (jobs: ArchiveJob[], answers: Answers = {}) => {
  const server = serving({
    'GET /api/classes': [aClass()],
    'GET /api/assignments': [],
    'GET /api/dates': { zone: 'UTC', entries: [] },
    [LIST]: jobs,
    ...answers,
  });
  return { ...server, page: await opened(ArchivesPage) };
};

it('fetches what is ready as a stream, and says of each how far it is', async () => {
  const { page } = await archives([
    job(),
    job({ id: 'b', kind: 'in', state: 'failed', problem: 'This archive is damaged.' }),
    job({ id: 'c', kind: 'in', classId: 'past' }),
  ]);
  expect(document.querySelector('a[href="/api/archives/job/file"]')?.textContent).toContain('Fetch it');
  expect(page.text()).toContain('This archive is damaged.');
  expect(document.querySelector('a[href="/class/past"]')?.textContent).toContain('To the class');
});

it('shows what is in one that was looked at, and brings it in as it is said to', async () => {
  const { page, last } = await archives([job({ kind: 'in', state: 'looked', look })], { [BRING]: job({ state: 'waiting' }) });
  expect(page.text()).toContain('23 students · 28 assignments · 293 hand-ins · 14 files');
  expect(page.text()).toContain('20 of 23 students are here');
  await page.tick('a new class: units, assignments, handouts, rubrics and quizzes, without students and dates');
  await page.press('Bring it in');
  expect(last(BRING)).toMatchObject({ params: { jobId: 'job' }, body: { as: 'new' } });
});

it('offers one that is here already as a new class alone, and keeps it where a refusal came', async () => {
  const here = { ...look, here: { classId: 'past', className: 'Rivers 8' } };
  const { page, last } = await archives([job({ kind: 'in', state: 'looked', look: here })], {
    [STOP]: new Refusal(503, 'server.databaseAway'),
  });
  expect(page.text()).toContain('This archive is here already');
  expect(page.text()).not.toContain('a class that is over');
  await page.press('Leave it');
  expect(last(STOP)!.params).toEqual({ jobId: 'job' });
  expect(page.said('alert')).toBe('about server.databaseAway');
});

const course: CourseLook = {
  title: 'Streams',
  units: 2,
  assignments: 3,
  quizzes: 1,
  handouts: 4,
  others: 0,
  files: 2,
  bytes: 2000,
  missed: [
    { title: 'Tool', why: 'outsideTool' },
    { title: 'Ground', why: 'script' },
  ],
  missedMore: 0,
};
const aCourse = () => job({ kind: 'in', state: 'looked', holds: 'course', title: 'Streams', course });

it('says of a course what is in it and what is not taken, and brings it into a class as drafts', async () => {
  const { page, last } = await archives([aCourse()], { [BRING]: job({ state: 'waiting' }) });
  expect(page.text()).toContain('2 units · 3 assignments · 1 quiz · 4 handouts · 2 files');
  expect(page.text()).toContain('Tool: not taken: it is a tool on somebody else’s server');
  expect(page.text()).toContain('Ground: taken without the program in it');
  await page.press('Bring it in');
  expect(last(BRING)).toMatchObject({ params: { jobId: 'job' }, body: { as: 'drafts', classId: aClass().id } });
});

it('brings a course onto the shelf, into a folder of its name', async () => {
  const { page, last } = await archives([aCourse()], { [BRING]: job({ state: 'waiting' }) });
  await page.tick('onto your shelf');
  await page.press('Bring it in');
  expect(last(BRING)!.body).toEqual({ as: 'shelf', folder: 'Streams' });
});

it('offers nothing to bring in where nothing of a course can be taken, and the shelf alone without a class', async () => {
  const nothing = { ...course, units: 0, assignments: 0, quizzes: 0, handouts: 0 };
  const { page } = await archives([{ ...aCourse(), course: nothing }]);
  expect(page.text()).toContain('There is nothing in it that could be taken.');
  expect(page.text()).not.toContain('Bring it in');
  const { page: bare } = await archives([aCourse()], { 'GET /api/classes': [] });
  expect(bare.text()).toContain('Folder of the shelf');
  expect(bare.text()).not.toContain('as drafts without dates');
});

it('leads to where a course went, and still says what of it was not taken', async () => {
  const done = { ...aCourse(), state: 'done' as const };
  const { page } = await archives([
    { ...done, classId: 'rivers' },
    { ...done, id: 'b', classId: null, folder: 'Streams' },
    job({ id: 'c', holds: 'course', title: '', folder: '', classId: null }),
  ]);
  expect(document.querySelector('a[href="/plan?class=rivers"]')?.textContent).toContain('To the drafts');
  expect(document.querySelector('a[href="/shelf"]')?.textContent).toContain('To the shelf');
  expect(page.text()).toContain('2 things are not taken as they stand');
  expect(page.text()).toContain('Shelf, in no folder');
});

it('stops what is being made', async () => {
  const { page, last } = await archives([job({ state: 'running', done: 3 })], { [STOP]: undefined });
  expect(page.text()).toContain('is being written');
  await page.press('Stop: Rivers 8');
  expect(last(STOP)!.params).toEqual({ jobId: 'job' });
});
