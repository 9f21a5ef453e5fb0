import type { FirstSteps } from '../../contract';
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
const steps = async (who = finch) => (await who.get('/api/first-steps')).body as FirstSteps[];

it('says what a new class still lacks, and nothing once it has students, a way to sign in and work', async () => {
  const { id } = (await finch.post('/api/classes', { name: 'Coasts' })).body;
  await school.issued();
  expect(await steps()).toEqual([{ classId: id, students: 0, canSignIn: 0, issued: 0, draft: null }]);
  await school.bringIn(finch, 'Given name,Family name\nNew,Comer', {}, id);
  const draft = await school.drafted(finch, {}, [id]);
  expect(await steps()).toEqual([{ classId: id, students: 1, canSignIn: 0, issued: 0, draft: draft.id }]);
  const [student] = (await finch.get(`/api/classes/${id}/roster`)).body;
  await finch.post(`/api/classes/${id}/cards`, { studentIds: [student.id] });
  await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
  expect(await steps()).toEqual([]);
});

it('does not say that everything is in where nothing was issued', async () => {
  const any = async (who: Person) => (await who.get('/api/today')).body.anyIssued;
  expect(await any(finch)).toBe(false);
  await school.issued();
  expect([await any(finch), await any(await server.person('stranger'))]).toEqual([true, false]);
});
