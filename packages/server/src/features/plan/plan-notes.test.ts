import type { PlanNote, PlanReply } from '../../contract';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const notesOf = async (from = '2026-11-16', to = '2026-11-27', person = finch) =>
  ((await person.get(`/api/plan?from=${from}&to=${to}`)).body as PlanReply).notes;
const write = (more: object = {}) =>
  finch.post(`/api/classes/${school.rivers}/plan-notes`, {
    day: '2026-11-26',
    text: 'Meanders again',
    assignmentId: null,
    questionId: null,
    ...more,
  });

it('stands in the plan for all teachers of the class, until it is done in its own days', async () => {
  const { id } = await school.issued();
  const note = (await write({ assignmentId: id, questionId: 'bend' })).body as PlanNote;
  await write({ day: null, text: 'The map legend' });
  expect(note).toMatchObject({ day: '2026-11-26', assignmentId: id, questionId: 'bend', done: false, version: 1 });
  expect((await notesOf()).map((one) => one.text)).toEqual(['Meanders again', 'The map legend']);
  expect(await notesOf('2026-11-16', '2026-11-27', await server.person('lund'))).toHaveLength(2);
  expect(await notesOf('2026-11-16', '2026-11-27', await server.person('stranger'))).toEqual([]);
  const done = { day: note.day, text: 'Meanders, with the film', done: true, version: 1 };
  expect((await finch.put(`/api/plan-notes/${note.id}`, done)).body).toMatchObject({ text: 'Meanders, with the film', done: true });
  expect((await notesOf()).map((one) => one.done)).toEqual([true, false]);
  expect((await notesOf('2026-12-07', '2026-12-18')).map((one) => one.text)).toEqual(['The map legend']);
  expect((await finch.del(`/api/plan-notes/${note.id}`)).status).toBe(204);
  expect(await notesOf()).toHaveLength(1);
});

it('refuses what is empty, about another class, or stale', async () => {
  expect((await write({ text: '  ' })).status).toBe(400);
  expect((await write({ day: '2026-02-30' })).status).toBe(400);
  const stranger = await server.person('stranger');
  const [elsewhere] = (await school.drafted(stranger, {}, [school.maps])).classes;
  expect((await write({ assignmentId: elsewhere!.assignmentId })).status).toBe(404);
  const note = (await write()).body as PlanNote;
  const change = { day: null, text: 'x', done: false, version: 0 };
  expect((await finch.put(`/api/plan-notes/${note.id}`, change)).body).toMatchObject({
    type: 'conflict.changedMeanwhile',
    current: { text: 'Meanders again', version: 1 },
  });
  expect((await stranger.put(`/api/plan-notes/${note.id}`, change)).status).toBe(404);
  expect((await stranger.del(`/api/plan-notes/${note.id}`)).status).toBe(404);
});
