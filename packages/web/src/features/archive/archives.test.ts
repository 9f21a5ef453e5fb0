/** @jest-environment @happy-dom/jest-environment */
import type { ArchiveJob } from '@jolly/server/contract';
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
  look: null,
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

it('stops what is being made', async () => {
  const { page, last } = await archives([job({ state: 'running', done: 3 })], { [STOP]: undefined });
  expect(page.text()).toContain('is being written');
  await page.press('Stop: Rivers 8');
  expect(last(STOP)!.params).toEqual({ jobId: 'job' });
});
