/** @jest-environment @happy-dom/jest-environment */
import { SHIPPED_REPORTS, type ReportSettings } from '@jolly/core';
import type { ReportJob, ReportPreviewReply, TermLineReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type AnyAsked, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { useTermLine } from '../termline';
import ReportsPage from './ReportsPage.vue';

const PREVIEW = 'POST /api/reports/preview';
const PRESETS = 'GET /api/reports/presets';
const KEEP = 'PUT /api/reports/presets';
const JOBS = 'GET /api/reports/jobs';
const MAKE = 'POST /api/reports/jobs';
const STOP = 'POST /api/reports/jobs/:jobId/stop';
const shown: ReportPreviewReply = { html: '<p>As it looks</p>', turned: false, shown: 2, sections: 2, students: 2, unknown: [] };
const job = (more: Partial<ReportJob> = {}): ReportJob => ({
  id: 'j1',
  title: 'Progress',
  format: 'pdf',
  state: 'waiting',
  parts: 1,
  done: 0,
  students: 2,
  madeAt: 0,
  problem: null,
  fileName: 'progress.pdf',
  ...more,
});
const own = { id: 'p1', name: 'Mine', settings: { ...SHIPPED_REPORTS.missingWork, title: 'What is missing', classIds: ['sea'] } };

beforeEach(() => jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: Date.UTC(2026, 10, 25, 9) }));
afterEach(() => jest.useRealTimers());

async function page(answers: Answers = {}, at = '/reports?class=rivers') {
  const server = serving({
    'GET /api/classes': [aClass(), aClass({ id: 'sea', name: 'Sea 8' })],
    [PREVIEW]: shown,
    [PRESETS]: [own],
    [JOBS]: [],
    [MAKE]: job(),
    ...answers,
  });
  const term: TermLineReply = { classes: [{ ...aClass(), zone: 'UTC' }], squares: [], waiting: 0 };
  const page = await opened(ReportsPage, { at, before: () => (useTermLine().reply = term) });
  const later = async (ms = 400) => {
    await jest.advanceTimersByTimeAsync(ms);
    await page.settled();
  };
  const settings = () => (server.last(PREVIEW)!.body as { settings: ReportSettings }).settings;
  return { ...server, page, later, settings };
}
const looks = (asked: AnyAsked[]) => asked.filter((one) => one.key === PREVIEW).length;

describe('what a report is made from', () => {
  it('is looked at a moment after each change, once for changes that follow each other', async () => {
    const { page: it, asked, later, settings } = await page();
    expect(it.said('status')).toContain('2 of 2 sections shown');
    await it.tick('Sea 8');
    await it.tick('shaded rows');
    expect([looks(asked), it.said('status')]).toEqual([1, '2 of 2 sections shown']);
    await later();
    expect([looks(asked), settings().classIds]).toEqual([2, ['rivers', 'sea']]);
  });

  it('begins with one’s first class where none is asked for', async () => {
    const { later, settings } = await page({}, '/reports');
    await later();
    expect(settings().classIds).toEqual(['rivers']);
  });

  it('changes with where one begins, but not of whom it is', async () => {
    const { page: it, later, settings } = await page();
    await it.choose('Begin from', 'Mine');
    await later();
    expect(settings()).toMatchObject({ title: 'What is missing', classIds: ['rivers'], studentIds: null });
    await it.choose('Begin from', 'Sign-in list');
    await later();
    expect(settings().by).toBe('class');
    expect(it.field('Empty columns to write in').value).not.toBe('');
  });

  it('keeps its parts in their order, and what is below a score in percent', async () => {
    const { page: it, later, settings } = await page();
    const parts = settings().parts;
    await it.tick('Summary', false);
    await it.tick('Summary');
    await it.tick('below a score of');
    const percent = document.querySelector<HTMLInputElement>('.percent input')!;
    percent.value = '62.5';
    percent.dispatchEvent(new Event('input'));
    await later();
    expect(settings()).toMatchObject({ parts, only: { below: 62_500 } });
  });

  it('is about chosen students once they are chosen', async () => {
    const bao = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };
    const { page: it, later, settings } = await page({ 'GET /api/classes/:classId/roster': [bao] as never });
    await it.press('Choose students');
    await it.tick('Bao Lind');
    await later();
    expect(settings().studentIds).toEqual(['bao']);
    await it.press('Everybody');
    await later();
    expect(settings().studentIds).toBeNull();
  });

  it('between two days begins with this month of the school’s day', async () => {
    const { page: it, later, settings } = await page();
    await it.choose('When', 'between two days');
    await later();
    expect(settings().time).toEqual({ kind: 'dates', from: '2026-11-01', to: '2026-11-25' });
    await it.choose('When', 'Autumn');
    await later();
    expect(settings().time).toEqual({ kind: 'term', name: 'Autumn' });
  });

  it('that cannot be shown says why, and keeps what was seen', async () => {
    let bad = false;
    const errors = [{ path: 'above', code: 'tooLong', message: 'is too long' }];
    const { page: it, later } = await page({ [PREVIEW]: () => (bad ? new Refusal(422, 'request.malformed', { errors }) : shown) });
    bad = true;
    await it.fill('A note above', 'Much');
    await later();
    expect(it.said('alert')).toBe('This cannot be shown: about request.malformed above is too long');
    expect(document.querySelector('iframe')!.getAttribute('srcdoc')).toBe(shown.html);
  });

  it('says what is not filled in, and that there is nobody', async () => {
    const { page: it } = await page({ [PREVIEW]: { ...shown, shown: 0, sections: 0, unknown: ['nmae'] } });
    expect(it.text()).toContain('Nothing is filled into {nmae}');
    expect(it.text()).toContain('There is nobody in this report.');
  });
});

describe('settings that are kept', () => {
  it('get a name, and say of nobody', async () => {
    const { page: it, last } = await page({ [KEEP]: { ...own, id: 'p2', name: 'Weekly' } }, '/reports?class=rivers&student=bao');
    await it.press('Keep these settings');
    await it.fill('Name', ' Weekly ');
    await it.press('Keep');
    expect(last(KEEP)!.body).toMatchObject({ name: 'Weekly', settings: { studentIds: null, classIds: ['rivers'] } });
    expect(it.said('status')).toContain('Kept as Weekly.');
  });

  it('are found by their address, and can be let go', async () => {
    const DROP = 'DELETE /api/reports/presets/:presetId';
    const { page: it, last } = await page({ [DROP]: undefined }, '/reports?class=rivers&preset=p1');
    expect(it.chosenIn('Begin from')).toBe('Mine');
    await it.press('Let go');
    expect(last(DROP)!.params).toEqual({ presetId: 'p1' });
    expect(it.chosenIn('Begin from')).toBe('Progress report');
  });
});

describe('files', () => {
  let fetched: string[];
  beforeEach(() => {
    fetched = [];
    URL.createObjectURL = () => 'blob:here';
    // Pages of other tests have the same kind of element: it is theirs again afterwards.
    jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
      fetched.push(this.download);
    });
  });
  afterEach(() => jest.restoreAllMocks());
  const FILE = 'GET /api/reports/jobs/:jobId/file';
  const MORE = 'Print, tables, families';

  it('that were asked for here are fetched once they are made, and once only', async () => {
    let state: ReportJob['state'] = 'running';
    const { page: it, later, last } = await page({ [JOBS]: () => [job({ state })], [FILE]: 'paper' as never });
    await it.press(MORE);
    await it.press('Spreadsheet');
    expect(last(MAKE)!.body).toMatchObject({ format: 'xlsx' });
    await later(800);
    expect(fetched).toEqual([]);
    state = 'done';
    await later(800);
    await later(5000);
    expect(fetched).toEqual(['progress.pdf']);
  });

  it('of before are not fetched by themselves; of several it is said how many are made, and it can be stopped', async () => {
    const { page: it, last } = await page({
      [JOBS]: [job({ id: 'old', state: 'done', fileName: 'old.pdf' }), job({ state: 'running', parts: 4, done: 1 })],
      [FILE]: 'paper' as never,
      [STOP]: undefined,
    });
    expect(fetched).toEqual([]);
    expect(it.text()).toContain('1 of 4 files');
    await it.press('Stop');
    expect(last(STOP)!.params).toEqual({ jobId: 'j1' });
    await it.press('Fetch: old.pdf');
    expect(fetched).toEqual(['old.pdf']);
  });

  it('that failed say why, and one that cannot be begun leaves the page as it is', async () => {
    const { page: it } = await page({
      [JOBS]: [job({ state: 'failed', problem: 'Chromium is missing.' })],
      [MAKE]: new Refusal(409, 'report.tooMany'),
    });
    expect(it.text()).toContain('Chromium is missing.');
    await it.press('PDF');
    expect(it.said('alert')).toBe('about report.tooMany');
  });

  it('are not to be had before a class is chosen; letters not of a list of a class', async () => {
    const { page: it, later } = await page();
    const disabled = (name: string) => {
      const [one] = [...document.querySelectorAll<HTMLElement>('.out button, [role=menuitem]')].filter(
        (each) => each.textContent!.trim() === name,
      );
      return one instanceof HTMLButtonElement ? one.disabled : one!.getAttribute('aria-disabled') === 'true';
    };
    await it.choose('A section for', 'each class');
    await it.press(MORE);
    expect([disabled('PDF'), disabled('To families')]).toEqual([false, true]);
    await it.tick('Rivers 8', false);
    await later();
    expect([disabled('PDF'), it.text().includes('Choose a class first.')]).toEqual([true, true]);
  });
});
