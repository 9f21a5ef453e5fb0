import type { Language } from '@jolly/core';
import { QueryTypes } from 'sequelize';
import type { AssignmentPiecesReply, NewsReply } from '../../contract';
import { unzip } from '../../files/read-table';
import { aSchool, aServer, bytesOf, DAY, doc, toOne, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const chooses = (who: Person, language: Language) => who.put('/api/account/language', { language });
const lastLetter = async () =>
  (await server.sequelize.query<{ subject: string; body: string }>('SELECT subject, body FROM mails', { type: QueryTypes.SELECT })).at(-1);

it('is kept with the account, whichever browser its owner comes in by', async () => {
  expect((await finch.get('/api/session')).body.me.language).toBeNull();
  expect((await chooses(finch, 'ar')).status).toBe(204);
  expect((await (await server.person()).signIn('finch')).body.me.language).toBe('ar');
  expect((await chooses(finch, 'xx' as Language)).status).toBe(400);
});

it('is that of whatever refuses a request: its sentence, and what is wrong with each field', async () => {
  const asks = (language: string, name: string) =>
    finch.send('post', '/api/classes', { name }, { 'Accept-Language': language }).then(({ body }) => body);
  const french = await asks('fr-CA,fr;q=0.9,en;q=0.5', 'x'.repeat(500));
  expect(french.title).toBe('Quelque chose ici n’est pas comme il faut. Rien n’a été enregistré.');
  expect(french.errors.find((one: { path: string }) => one.path === 'name').message).toMatch(
    /^Le nom : nombre maximal de caractères, \d+\.$/,
  );
  const none = { 'Accept-Language': 'ar' };
  expect((await (await server.person()).send('get', '/api/classes', undefined, none)).body.title).toMatch(/^[\u0600-\u06ff\s،؛.]+$/);
  expect((await finch.send('get', '/api/nowhere', undefined, { 'Accept-Language': 'de' })).body.title).toBe('There is nothing here.');
});

it('is that of the letters: the reader’s own, and before they chose that of who invites them', async () => {
  await chooses(finch, 'es');
  await school.bringIn(finch, 'Name,E-mail\nAda Reef,ada@tern.example');
  const roster = (await finch.get(`/api/classes/${school.rivers}/roster`)).body as { id: string; givenName: string }[];
  const ada = roster.find((one) => one.givenName === 'Ada')!;
  await finch.post(`/api/classes/${school.rivers}/invitations`, { studentIds: [ada.id] });
  expect(await lastLetter()).toMatchObject({
    subject: 'Únete a Rivers',
    body: expect.stringContaining('finch Test te ha puesto en la lista'),
  });
});

it('is that of what is told by mail, too', async () => {
  await chooses(await server.person('bao'), 'fr');
  const { id } = await school.issued();
  await server.services.accounts.setEmail(school.bao.id, 'bao@tern.example');
  await finch.put(`/api/assignments/${id}/exceptions`, {
    ...toOne(school.bao.id),
    due: server.clock.now + 9 * DAY,
    excused: false,
    reason: 'Away',
  });
  server.clock.now += DAY;
  await server.services.news.mailDue(server.clock.now);
  expect((await lastLetter())?.body).toContain('« Meander notes » (Rivers)');
});

it('is that of what is taken home and of the calendar, whatever the browser asks in', async () => {
  const bao = await server.person('bao');
  await chooses(bao, 'es');
  const [index] = await unzip(await bytesOf(bao.get('/api/my/portfolio/zip')));
  expect(index!.bytes.toString()).toMatch(/<html lang="es" dir="ltr">[^]*Portafolio de Bao Lind[^]*Todavía no se eligió nada/);
  await chooses(finch, 'ar');
  const calendar = (await bytesOf(finch.get(`/api/classes/${school.rivers}/dates.ics`))).toString();
  expect(calendar).toContain('PRODID:-//Jolly Compass//Dates//AR');
});

it('of a correction says both scores as the student writes numbers', async () => {
  const bao = await server.person('bao');
  await chooses(bao, 'fr');
  const { id } = await school.issued();
  await bao.put(`/api/my/work/${id}/text`, { text: doc('It cuts.'), version: 0 });
  await bao.post(`/api/my/work/${id}/hand-in`, {});
  for (const earned of [10_500, 12_000]) {
    const rows = ((await finch.get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply).rows;
    const { version } = rows.find((row) => row.student.id === school.bao.id)!;
    await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, { earned, chosen: null, remark: doc(''), version });
    await finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  }
  const told = ((await bao.get('/api/news')).body as NewsReply).news.find((one) => one.kind === 'corrected');
  expect(told?.word).toBe('10,5 sur 20 → 12 sur 20');
});
