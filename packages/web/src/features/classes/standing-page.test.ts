/** @jest-environment @happy-dom/jest-environment */
import type { StandingReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, forClass, onRoster } from '../../testing-rows';
import StandingPage from './StandingPage.vue';

const LIST = 'GET /api/classes/:classId/standing-exceptions';
const GIVE = 'POST /api/standing-exceptions';
const CHANGE = 'PUT /api/classes/:classId/standing-exceptions/:exceptionId';
const OUT = 'DELETE /api/classes/:classId/standing-exceptions/:exceptionId';
const ROUND = 'PATCH /api/classes/:classId';
const given = (more: Partial<StandingReply> = {}): StandingReply => ({
  id: 's1',
  student: { id: 'bao', givenName: 'Bao', familyName: 'Lind' },
  kind: 'percent',
  amount: 25_000,
  validFrom: null,
  validTo: null,
  reason: 'Reads slowly',
  quizTimePercent: 125_000,
  waivesLate: false,
  classIds: ['rivers'],
  givenBy: 'Finch Test',
  givenAt: Date.UTC(2026, 8, 7),
  holds: 'now',
  elsewhere: false,
  version: 2,
  ...more,
});
async function standing(list: StandingReply[] = [given()], answers: Answers = {}, at = '/class/rivers/exceptions') {
  const server = serving({
    ...forClass(aClass(), aClass({ id: 'sea', name: 'Sea 8' })),
    [LIST]: { standing: list },
    'GET /api/classes/:classId/roster': ({ params }) => (params.classId === 'sea' ? [onRoster('Bao')] : [onRoster('Ada'), onRoster('Bao')]),
    [GIVE]: { ids: ['s2'] },
    [CHANGE]: undefined,
    [OUT]: undefined,
    ...answers,
  });
  return { ...server, page: await opened(StandingPage, { at, path: '/class/:id/exceptions' }) };
}

it('lists who has what, by whether it holds now, is to come or has ended', async () => {
  const { page } = await standing([
    given(),
    given({ id: 's2', holds: 'ended', student: { id: 'ada', givenName: 'Ada', familyName: 'Lind' } }),
    given({ id: 's3', holds: 'coming', elsewhere: true }),
  ]);
  expect([...document.querySelectorAll('h3')].map((one) => one.textContent!.trim().at(-1))).toEqual(['1', '1', '1']);
  expect(page.text()).toContain('25 % more time');
  // What also holds in a colleague's class is not for one teacher to change.
  expect(document.querySelectorAll('td.acts button')).toHaveLength(5);
});

it('is given to a student who was found by typing, in the classes in which they are', async () => {
  const { page, last } = await standing([], {}, '/class/rivers/exceptions?student=bao');
  expect(page.router.currentRoute.value.query.student).toBeUndefined();
  await page.choose('More time', '% of the time');
  await page.fill('How much', '25');
  await page.fill('Time for quizzes', '150');
  await page.tick('Sea 8');
  await page.fill('Why', 'Reads slowly');
  await page.press('Give it');
  expect(last(GIVE)!.body).toEqual({
    studentIds: ['bao'],
    kind: 'percent',
    amount: 25_000,
    quizTimePercent: 150_000,
    validFrom: null,
    validTo: null,
    reason: 'Reads slowly',
    waivesLate: false,
    classIds: ['rivers', 'sea'],
  });
});

it('is changed over what was seen, with the fault said at its field', async () => {
  const errors = [{ path: 'validTo', code: 'standing.endsBeforeItBegins', message: 'This ends before it begins.' }];
  const { page, last } = await standing([given()], { [CHANGE]: new Refusal(422, 'standing.wrong', { errors }) });
  await page.press('Edit Bao Lind');
  expect([page.field('How much').value, page.field('Time for quizzes').value]).toEqual(['25', '125']);
  await page.fill('From', '2026-12-01');
  await page.fill('Until', '2026-11-01');
  await page.press('Change it');
  expect(last(CHANGE)).toMatchObject({ params: { exceptionId: 's1' }, body: { amount: 25_000, validTo: '2026-11-01', version: 2 } });
  expect(document.querySelector('#st-to')!.getAttribute('aria-invalid')).toBe('true');
  expect(page.text()).toContain('This ends before it begins.');
});

it('ends only when it is pressed twice', async () => {
  const { page, last } = await standing();
  await page.press('End Bao Lind');
  expect(last(OUT)).toBeUndefined();
  await page.press('End it');
  expect(last(OUT)!.params).toEqual({ classId: 'rivers', exceptionId: 's1' });
});

it('comes to round times where the class says so; a box that was refused goes back', async () => {
  const { page, last } = await standing([given()], { [ROUND]: new Refusal(409, 'conflict.changedMeanwhile') });
  const box = document.querySelector<HTMLInputElement>('.rounding input')!;
  box.checked = false;
  box.dispatchEvent(new Event('change', { bubbles: true }));
  await page.settled();
  expect([last(ROUND)!.body, page.said('alert'), box.checked]).toEqual([
    { roundTimes: false, version: 1 },
    'about conflict.changedMeanwhile',
    true,
  ]);
});

it('is nobody’s at first, and says what it is for', async () => {
  const { page } = await standing([]);
  expect(document.querySelector('table')).toBeNull();
  expect(page.text()).toContain('Nobody has a standing exception in this class.');
});
