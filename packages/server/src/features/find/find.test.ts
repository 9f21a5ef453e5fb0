import { SHIPPED_REPORTS } from '@jolly/core';
import type { Found } from '../../contract';
import { bend } from '../../testing/quizzes';
import { aSchool, aServer, doc, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());
const find = async (text: string, who = finch) =>
  ((await who.get(`/api/find?q=${encodeURIComponent(text)}`)).body.found as Found[]).map(({ kind, label, detail }) => [
    kind,
    label,
    detail,
  ]);

it('finds what is one’s own by any part of its name, without regard to case and accents', async () => {
  await school.issued({
    title: 'Oxbow',
    aims: ['explain a process'],
    instructions: doc('Draw the neck of the bend before it is cut through by the flood of spring.'),
  });
  await finch.post(`/api/classes/${school.rivers}/groupings`, {
    name: 'Lab',
    seed: null,
    until: null,
    groups: [{ id: null, name: 'Élan', studentIds: [school.bao.id] }],
  });
  await finch.put(`/api/classes/${school.rivers}/units`, { units: [{ id: null, name: 'Down to the sea' }] });
  await finch.post('/api/shelf', { title: 'Marks', folder: 'Old', tags: ['delta'], body: { kind: 'worksheet', text: doc('x') } });
  await finch.put('/api/reports/presets', { name: 'For the head', settings: SHIPPED_REPORTS.progress });
  expect(await find('RIVERS')).toEqual([['class', 'Rivers', '']]);
  expect(await find('bao')).toEqual([['student', 'Bao Lind', 'Rivers']]);
  expect(await find('oxb')).toEqual([['assignment', 'Oxbow', 'Rivers']]);
  expect(await find('cut through')).toEqual([
    ['assignment', 'Oxbow', 'Rivers · …of the bend before it is cut through by the flood of spring.'],
  ]);
  expect(await find('elan')).toEqual([['group', 'Élan', 'Rivers']]);
  expect(await find('sea')).toEqual([['unit', 'Down to the sea', 'Rivers']]);
  await finch.post('/api/questions', { questions: [bend()], tags: ['bends'], sharedWith: [], from: null });
  expect(await find('delta')).toEqual([['shelf', 'Marks', 'Old']]);
  // By a word of an option, or of what it asks.
  expect(await find('mouth')).toEqual([['question', 'Where does a river drop what it carries?', 'bends']]);
  expect(await find('DROP what')).toHaveLength(1);
  expect(await find('explain')).toEqual([['aim', 'explain a process', 'Rivers']]);
  expect(await find('for the')).toEqual([['preset', 'For the head', '']]);
  expect(await find('nothing of the kind')).toEqual([]);
});

it('puts what begins so first, and finds nothing of somebody else', async () => {
  await school.issued({ title: 'A meander' });
  await school.issued({ title: 'Meander notes' });
  expect((await find('meander')).map(([, label]) => label)).toEqual(['Meander notes', 'A meander']);
  const stranger = await server.person('stranger');
  expect([await find('meander', stranger), await find('bao', stranger)]).toEqual([[], []]);
});

it('finds a student’s own work and handouts by title and words, never drafts or classmates', async () => {
  const bao = await server.person('bao');
  await school.issued({ title: 'Oxbow', instructions: doc('Draw the neck of the bend.') });
  await school.drafted(finch, { title: 'Not out yet' });
  const french = { title: 'Le gué', instructions: doc('Mesurez la profondeur.'), spoken: null };
  await school.issued({ title: 'The ford', language: 'en', otherWords: { fr: french } });
  expect(await find('neck', bao)).toEqual([['assignment', 'Oxbow', 'Rivers · Draw the neck of the bend.']]);
  // In whichever language it was written; what is not read in that one says why it was found.
  expect(await find('gue', bao)).toEqual([['assignment', 'The ford', 'Rivers · Le gué']]);
  expect(await find('profond', bao)).toEqual([['assignment', 'The ford', 'Rivers · Mesurez la profondeur.']]);
  expect([await find('not out', bao), await find('hana', bao)]).toEqual([[], []]);
});
