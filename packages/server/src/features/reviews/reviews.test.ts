import type { ReviewReply, ReviewsReply } from '../../contract';
import { aSchool, aServer, DAY, doc, type School, type Server } from '../../testing/school';
import { seedPeople } from '../accounts/accounts.seed';
import { seedMembers } from '../roster/roster.seed';

let server: Server;
let school: School;
let id: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  ({ id } = await school.issued({ closes: null }));
});
afterEach(() => server.close());

const at = (path = '') => `/api/assignments/${id}/reviews${path}`;
const round = {
  byRubric: false,
  each: 1,
  guidance: 'Say one thing that is clear and one that is not.',
  due: null as number | null,
  seed: 'sand',
};

/** Four students whose work is in: Bao, Hana, and two more. */
async function four() {
  const names = ['Ana', 'Ulf'];
  const more = (await seedPeople(
    server.services,
    names.map((givenName) => ({ givenName, familyName: 'Moss', role: 'student' as const, userName: givenName.toLowerCase() })),
    'correct horse',
    server.clock.now,
  )) as { id: string }[];
  await seedMembers(
    server.services,
    school.rivers,
    more.map(({ id: userId }) => ({ userId, joined: '2026-09-07' })),
  );
  const people = await Promise.all(['bao', 'hana', 'ana', 'ulf'].map((name) => server.person(name)));
  for (const [index, person] of people.entries()) {
    await person.put(`/api/my/work/${id}/text`, { text: doc(`Work number ${index}`), version: 0 });
    await person.upload(`/api/my/work/${id}/files`, Buffer.from('a,b'), `My own name ${index}.csv`);
    await person.post(`/api/my/work/${id}/hand-in`);
  }
  return people;
}
type Student = Awaited<ReturnType<typeof four>>[number];
const toGive = async (student: Student) => (await student.get('/api/my/reviews')).body as ReviewReply[];
async function write(student: Student, more: object = {}) {
  const [{ id: reviewId }] = (await toGive(student)) as [ReviewReply];
  const { version } = (await student.get(`/api/my/reviews/${reviewId}`)).body as ReviewReply;
  return student.put(`/api/my/reviews/${reviewId}`, { choices: {}, text: 'Clear, but for the scale.', give: true, version, ...more });
}

it('is dealt to everybody whose work is in, one each, told once, and the same seed deals the same', async () => {
  const finch = await server.person('finch');
  expect((await finch.put(at(), round)).body.type).toBe('reviews.tooFew');
  const people = await four();
  const dealt = (await finch.put(at(), round)).body as ReviewsReply;
  expect(dealt).toMatchObject({ peers: 4, round: { each: 1, seed: 'sand', shownAt: null } });
  const pairs = (reply: ReviewsReply) => reply.reviews.map(({ reviewer, author }) => `${reviewer.givenName} ${author.givenName}`).sort();
  expect(new Set(dealt.reviews.map((one) => one.author.id)).size).toBe(4);
  expect(pairs((await finch.put(at(), round)).body)).toEqual(pairs(dealt));
  for (const person of people) expect(await toGive(person)).toMatchObject([{ title: 'Meander notes', number: 1, givenAt: null }]);
});

it('shows the work and its files without whose they are, to whoever reviews it and to nobody else', async () => {
  const [bao, hana] = (await four()) as [Student, Student];
  await (await server.person('finch')).put(at(), round);
  const [{ id: reviewId }] = (await toGive(bao)) as [ReviewReply];
  const reply = (await bao.get(`/api/my/reviews/${reviewId}`)).body as ReviewReply;
  expect(JSON.stringify(reply)).not.toMatch(/Lind|Moss|Hana|Ana|Ulf|own name/);
  const file = `/api/files/${reply.work.files[0]!.id}`;
  expect((await bao.get(file)).headers['content-disposition']).toContain('File 1.csv');
  const others = (await toGive(hana)).map((one) => one.id);
  expect(others).not.toContain(reviewId);
  expect((await hana.get(`/api/my/reviews/${reviewId}`)).status).toBe(404);
  expect((await (await server.person('otto')).get(file)).status).toBe(404);
});

it('is kept while it is written, given once, changed as it was seen, and cannot be dealt anew once begun', async () => {
  const [bao] = (await four()) as [Student];
  const finch = await server.person('finch');
  await finch.put(at(), round);
  expect((await write(bao, { text: ' ' })).body.type).toBe('review.empty');
  expect((await write(bao, { choices: { c: { levelId: 'x', points: 0 } } })).body.type).toBe('score.noSuchChoice');
  expect((await write(bao, { give: false })).body).toMatchObject({ givenAt: null, begunAt: server.clock.now });
  expect((await write(bao, { version: 1 })).body.type).toBe('conflict.changedMeanwhile');
  expect((await finch.put(at(), round)).body.type).toBe('reviews.begun');
  expect((await write(bao)).body).toMatchObject({ givenAt: server.clock.now, text: 'Clear, but for the scale.' });
});

it('reaches its author when the teacher shows it, without a name, but for what was hidden', async () => {
  const people = await four();
  const finch = await server.person('finch');
  await finch.put(at(), round);
  for (const person of people) await write(person);
  const own = async (person: Student) => (await person.get(`/api/my/work/${id}`)).body.reviews;
  expect(await own(people[0]!)).toEqual([]);
  const { reviews } = (await finch.get(at())).body as ReviewsReply;
  const ofBao = reviews.find((one) => one.author.givenName === 'Bao')!;
  await finch.put(at(`/${ofBao.id}/hidden`), { hidden: true });
  await finch.post(at('/show'));
  await finch.post(at('/show'));
  expect(await own(people[0]!)).toEqual([]);
  expect(await own(people[1]!)).toEqual([{ number: 1, choices: {}, text: 'Clear, but for the scale.' }]);
  expect((await people[1]!.get('/api/news')).body.news.filter((one: { kind: string }) => one.kind === 'reviewed')).toHaveLength(1);
  expect((await write(people[1]!)).body.type).toBe('review.closed');
});

it('that is late is given to those who are done', async () => {
  const people = await four();
  const finch = await server.person('finch');
  const due = server.clock.now + DAY;
  await finch.put(at(), { ...round, due });
  for (const person of people.slice(1)) await write(person);
  expect((await finch.post(at('/share-out'))).body.type).toBe('reviews.nothing');
  server.clock.now = due + 1;
  const { reviews } = (await finch.post(at('/share-out'))).body as ReviewsReply;
  expect(reviews.filter((one) => one.reviewer.givenName === 'Bao')).toEqual([]);
  expect(new Set(reviews.map((one) => one.author.id)).size).toBe(4);
  expect(reviews.filter((one) => one.begunAt === null)).toHaveLength(1);
});
