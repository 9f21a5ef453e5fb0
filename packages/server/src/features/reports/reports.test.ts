import { SHIPPED_REPORTS, type ReportSettings } from '@jolly/core';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ReportJob, ReportLettersReply, ReportPreviewReply } from '../../contract';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, bytesOf, DAY, doc, type Person, type School, type Server } from '../../testing/school';
import { seedMembers } from '../roster/roster.seed';
import { opened } from '../../testing/spreadsheet';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const settings = (more: Partial<ReportSettings> = {}): ReportSettings => ({
  ...SHIPPED_REPORTS.progress,
  classIds: [school.rivers],
  ...more,
});
const preview = async (more: Partial<ReportSettings> = {}, whole = false) =>
  (await finch.post('/api/reports/preview', { settings: settings(more), whole })).body as ReportPreviewReply;

/** A piece of Bao's, scored and returned. */
async function scored(title: string, points: number, remark = '') {
  const { id } = await school.issued({
    title,
    due: server.clock.now - DAY,
    closes: server.clock.now + 6 * DAY,
    how: 'inClass',
    accepts: [],
  });
  await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, {
    earned: points * 1000,
    chosen: null,
    remark: doc(remark),
    version: 0,
  });
  await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
}
async function made(more: Partial<ReportSettings>, format: string): Promise<{ job: ReportJob; bytes: Buffer }> {
  const begun = await finch.post('/api/reports/jobs', { settings: settings(more), format });
  expect(begun.status).toBe(202);
  await server.services.reportJobs.work(server.clock.now);
  const job = (await finch.get(`/api/reports/jobs/${begun.body.id}`)).body as ReportJob;
  return { job, bytes: await bytesOf(finch.get(`/api/reports/jobs/${job.id}/file`)) };
}

describe('a report beforehand', () => {
  it('shows its beginning, with what students have and their names as text', async () => {
    await scored('Delta', 14);
    await school.bringIn(finch, '<b>Bold</b> Name');
    const { html, shown, sections, students, unknown } = await preview({ above: 'For {firstName}, {total}, {nobody}' });
    expect([shown, sections, students, unknown]).toEqual([3, 3, 3, ['nobody']]);
    expect(html).toContain('For Bao, 70.0\u00a0%, {nobody}');
    expect((await preview({ above: '{total}', language: 'fr' })).html).toContain('70,0\u00a0%');
    expect(html).toContain('14 / 20');
    expect(html).toContain('&#60;b&#62;Bold&#60;/b&#62;');
    expect(html).not.toMatch(/<script|<b>/);
  });

  it('keeps held scores to the teacher unless all are asked for', async () => {
    const { id } = await school.issued({ title: 'Held', due: server.clock.now - DAY, closes: null, how: 'inClass', accepts: [] });
    await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, { earned: 13_000, chosen: null, remark: doc(''), version: 0 });
    expect((await preview()).html).not.toContain('13 / 20');
    expect((await preview({ scores: 'all' })).html).toContain('13 / 20');
  });

  it('holds up with nobody, a class without work, a term to come, and a note of 5,000 words', async () => {
    expect(await preview({ studentIds: [] })).toMatchObject({ shown: 0, sections: 0 });
    expect((await preview({ studentIds: [] })).html).toContain('Nobody is in this report.');
    expect((await preview()).html).toContain('No work yet.');
    expect((await preview({ time: { kind: 'term', name: 'Term 9' } })).html).toContain('Term 9');
    expect((await preview({ below: 'word '.repeat(5000) })).html.split('word ').length).toBe(2 * 5000 + 1);
  });

  it('lists only what is missing, and leaves out who has nothing to list', async () => {
    await school.issued({ title: 'Not there', due: server.clock.now - DAY, closes: null });
    await scored('Delta', 14);
    const { html, sections } = await preview({ ...SHIPPED_REPORTS.missingWork, classIds: [school.rivers] });
    expect([sections, html.includes('Not there'), html.includes('Delta')]).toEqual([2, true, false]);
    expect(html).toContain('Dear family of Bao Lind');
    expect((await preview({ onlyWith: true, only: { missing: false, late: true, sentBack: false, below: null } })).sections).toBe(0);
  });

  it('of a student over all their classes has the put away ones that are chosen, and those who left if asked', async () => {
    await scored('Delta', 14);
    const { body: old } = await finch.post('/api/classes', { name: 'Last year' });
    await seedMembers(server.services, old.id, [{ userId: school.bao.id, joined: '2025-09-07' }]);
    await finch.post(`/api/classes/${old.id}/away`, { away: true });
    await finch.del(`/api/classes/${school.rivers}/roster/${school.hana.id}`);
    const over = { by: 'studentAll' as const, classIds: [old.id, school.rivers] };
    const { html, sections } = await preview(over);
    expect(sections).toBe(1);
    expect(html.indexOf('Last year')).toBeLessThan(html.lastIndexOf('>Rivers<'));
    expect(await preview({ ...over, withLeft: true })).toMatchObject({ sections: 2 });
    expect((await preview({ withLeft: true })).html).toContain('left Mon 23 Nov 2026');
  });
});

it('settings are kept by name for oneself, and let go', async () => {
  const kept = (await finch.put('/api/reports/presets', { name: 'Mine', settings: settings() })).body;
  await finch.put('/api/reports/presets', { name: 'Mine', settings: settings({ title: 'Newer' }) });
  expect((await finch.get('/api/reports/presets')).body).toEqual([{ id: kept.id, name: 'Mine', settings: settings({ title: 'Newer' }) }]);
  expect((await (await server.person('lund')).get('/api/reports/presets')).body).toEqual([]);
  expect((await (await server.person('lund')).del(`/api/reports/presets/${kept.id}`)).status).toBe(404);
  await finch.del(`/api/reports/presets/${kept.id}`);
  expect((await finch.get('/api/reports/presets')).body).toEqual([]);
});

describe('a report as a file', () => {
  it('is a sound PDF, tagged, with its fonts, every row and names in any writing', async () => {
    const long = 'Maximiliana Wilhelmina von der Brandenburg-Schwarzenfels III';
    expect(long).toHaveLength(60);
    await school.bringIn(finch, `${long}\nيوسف الراشد`);
    for (const title of ['Delta', 'Meander', 'Oxbow']) await scored(title, 14, 'Well seen.');
    const { job, bytes } = await made({ parts: ['summary', 'work', 'remarks'], signature: 'Read by (family)' }, 'pdf');
    expect(job).toMatchObject({ state: 'done', parts: 1, done: 1, students: 4, fileName: 'Progress-report-Rivers-2026-11-23.pdf' });
    const folder = mkdtempSync(join(tmpdir(), 'jolly-pdf-'));
    try {
      const path = join(folder, 'report.pdf');
      writeFileSync(path, bytes);
      expect(execFileSync('qpdf', ['--check', path]).toString()).toContain('No syntax or stream encoding errors');
      const text = textOfPdf(bytes, '-layout');
      for (const row of [
        'Delta',
        'Meander',
        'Oxbow',
        '14 / 20',
        'Well seen.',
        'Read by (family)',
        'Brandenburg-Schwarzenfels III',
        'الراشد',
      ])
        expect(text).toContain(row);
      expect(execFileSync('pdfinfo', [path]).toString()).toMatch(/Tagged: +yes/);
      const fonts = execFileSync('pdffonts', [path]).toString().split('\n').slice(2).filter(Boolean);
      expect(fonts.every((line) => / yes (yes|no) (yes|no) +\d+ +\d+$/.test(line))).toBe(true);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it('is a workbook with numbers as numbers, and a table that no spreadsheet takes for formulas', async () => {
    await scored('=1+1', 14);
    const { bytes } = await made({ studentIds: [school.bao.id] }, 'xlsx');
    const book = await opened(bytes);
    expect(book.worksheets.map((sheet) => sheet.name)).toEqual(['Summary', 'Work']);
    const work = book.getWorksheet('Work')!;
    expect(work.getRow(1).values).toEqual([, 'Student', 'Class', 'Title', 'Due', 'State', 'Score', 'Points', '%']);
    expect([work.getCell('C2').value, work.getCell('F2').value, work.getCell('G2').value]).toEqual(['=1+1', 14, 20]);
    expect(book.getWorksheet('Summary')!.getCell('C2').value).toBe(70);
    expect((await made({ studentIds: [school.bao.id] }, 'csv')).bytes.toString()).toContain("Bao Lind,Rivers,'=1+1,");
  });

  it('by class has each class once, and columns to write in', async () => {
    const { body: other } = await finch.post('/api/classes', { name: 'Other' });
    await seedMembers(server.services, other.id, [{ userId: school.hana.id, joined: '2026-09-07' }]);
    const signIn = { ...SHIPPED_REPORTS.signIn, classIds: [school.rivers, other.id] };
    expect((await preview(signIn)).sections).toBe(2);
    const { job, bytes } = await made(signIn, 'csv');
    expect(job).toMatchObject({ parts: 2, state: 'done', fileName: expect.stringMatching(/^Sign-in-list-Rivers-.*2026-11-23\.csv$/) });
    expect(bytes.toString().trim().split('\r\n')).toEqual([
      'Student,Class,In,Out,Signature',
      'Bao Lind,Rivers,,,',
      'Hana Lind,Rivers,,,',
      'Hana Lind,Other,,,',
    ]);
  });

  it('goes on after a stop where it was, and makes no part twice', async () => {
    const { body: other } = await finch.post('/api/classes', { name: 'Other' });
    await seedMembers(server.services, other.id, [{ userId: school.bao.id, joined: '2026-09-07' }]);
    const { body } = await finch.post('/api/reports/jobs', { settings: settings({ classIds: [school.rivers, other.id] }), format: 'csv' });
    expect(body).toMatchObject({ state: 'waiting', parts: 2, done: 0 });
    const { fileStore } = server.services;
    const real = fileStore.keep;
    let calls = 0;
    fileStore.keep = (source) => {
      calls += 1;
      return calls === 2 ? Promise.reject(new Error('the power went out')) : real(source);
    };
    await expect(server.services.reportJobs.work(server.clock.now)).rejects.toThrow('the power went out');
    expect((await finch.get(`/api/reports/jobs/${body.id}`)).body).toMatchObject({ state: 'running', done: 1 });
    await server.services.reportJobs.work(server.clock.now);
    fileStore.keep = real;
    // the second part and the file itself
    expect(calls).toBe(4);
    expect((await finch.get('/api/reports/jobs')).body).toMatchObject([{ id: body.id, state: 'done', done: 2 }]);
  });

  it('of nobody is refused, one that was stopped is not made, and nobody else fetches it', async () => {
    expect((await finch.post('/api/reports/jobs', { settings: settings({ studentIds: [] }), format: 'pdf' })).body.type).toBe(
      'report.nobody',
    );
    const { body } = await finch.post('/api/reports/jobs', { settings: settings(), format: 'csv' });
    expect((await finch.get(`/api/reports/jobs/${body.id}/file`)).body.type).toBe('report.notReady');
    await finch.post(`/api/reports/jobs/${body.id}/stop`);
    expect(await server.services.reportJobs.work(server.clock.now)).toBe(0);
    expect((await finch.get(`/api/reports/jobs/${body.id}`)).body.state).toBe('stopped');
    expect((await (await server.person('lund')).get(`/api/reports/jobs/${body.id}`)).status).toBe(404);
  });
});

it('without Chromium says so: no report is half made, and no code is out that is on no letter', async () => {
  const bare = await aServer({ chromium: 'no-such-program' });
  try {
    const there = await aSchool(bare);
    const teacher = await bare.person('finch');
    const { body } = await teacher.post('/api/reports/jobs', {
      settings: { ...SHIPPED_REPORTS.progress, classIds: [there.rivers] },
      format: 'pdf',
    });
    await bare.services.reportJobs.work(bare.clock.now);
    expect((await teacher.get(`/api/reports/jobs/${body.id}`)).body).toMatchObject({
      state: 'failed',
      problem: expect.stringContaining('Chromium is not installed'),
    });
    const letters = await teacher.post(`/api/classes/${there.rivers}/families/letters`, { studentIds: [there.bao.id], language: 'en' });
    expect([letters.status, letters.body.type]).toEqual([503, 'report.noPrinter']);
    expect((await teacher.get(`/api/classes/${there.rivers}/families`)).body[0].codes).toEqual([]);
  } finally {
    await bare.close();
  }
});

describe('letters to families', () => {
  const look = async (more: Partial<ReportSettings> = {}) => finch.post('/api/reports/letters', { settings: settings(more) });
  const send = (reply: ReportLettersReply, key: string, more: Partial<ReportSettings> = {}) =>
    finch.send(
      'post',
      '/api/reports/letters/send',
      {
        settings: settings(more),
        digest: reply.digest,
        chosen: reply.letters.filter((one) => one.problem === null).map(({ key: of, familyId }) => ({ key: of, familyId })),
      },
      { 'Idempotency-Key': key },
    );
  const mails = async () =>
    ((await finch.get('/api/mailroom')).body.mails as { to: string; subject: string; body: string }[]).filter((mail) =>
      mail.subject.includes('Progress report'),
    );

  it('are looked at first: in the family’s language, with what the student has, and none of the teacher’s notes', async () => {
    await scored('Delta', 14);
    await finch.post(`/api/classes/${school.rivers}/progress/${school.bao.id}/jottings`, { kind: 'talk', text: 'Private word' });
    await (await server.person('frida')).put('/api/family/settings', { language: 'es', telling: 'never' });
    const reply = (await look({ scores: 'all', parts: ['summary', 'work', 'notes'] })).body as ReportLettersReply;
    expect(reply.letters.map(({ student, problem, familyName }) => [student.givenName, familyName, problem])).toEqual([
      ['Bao', 'Frida Lind', null],
      ['Hana', '', 'noFamily'],
    ]);
    const { body } = reply.letters[0]!;
    expect(body).toContain('Total hasta ahora: 70,0\u00a0%');
    expect(body).toContain('Delta');
    expect(body).not.toContain('Private word');
    expect(await mails()).toEqual([]);
  });

  it('go out once each, however often they are sent under one key', async () => {
    const reply = (await look()).body as ReportLettersReply;
    expect((await send(reply, 'letters-0001')).body).toEqual({ sent: 1 });
    await send(reply, 'letters-0001');
    expect((await mails()).map((mail) => mail.to)).toEqual(['frida@lind.example']);
    await send(reply, 'letters-0002');
    expect(await mails()).toHaveLength(2);
  });

  it('that would say something else by now are not sent; a report by class is none', async () => {
    const reply = (await look()).body as ReportLettersReply;
    await scored('Delta', 14);
    expect((await send(reply, 'letters-0003')).body.type).toBe('report.changedMeanwhile');
    expect((await look({ by: 'class' })).body.type).toBe('report.noLetters');
    expect(await mails()).toEqual([]);
  });
});
