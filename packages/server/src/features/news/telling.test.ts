import { textOf } from '@jolly/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { aSchool, aServer, DAY, type Person, type School, type Server } from '../../testing/school';
import { NEWS, newsKindsFor } from './news-kinds';

it('is written down as it is: who hears of what, and how it comes by mail', () => {
  const rows = [
    ...readFileSync(join(__dirname, '../../../../../docs/telling.md'), 'utf8').matchAll(/^\| `(\w+)` \| ([\w, ]+) \| (\w+) \|/gm),
  ];
  expect(Object.fromEntries(rows.map(([, kind, readers, usual]) => [kind, { readers: readers!.split(', '), usual }]))).toEqual(NEWS);
});

let server: Server;
let school: School;
let finch: Person;
let bao: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao] = [await server.person('finch'), await server.person('bao')];
});
afterEach(() => server.close());

const told = async (person: Person) =>
  (await person.get('/api/news')).body.news as { kind: string; word: string; to: { due: number | null } | null }[];
const letters = async (to: string) => {
  const { news, mail } = server.services;
  await news.mailDue(server.clock.now);
  await mail.sendDue(server.clock.now);
  const [rows] = (await server.sequelize.query('SELECT body FROM mails WHERE to_address = ? ORDER BY made_at, id', {
    replacements: [to],
  })) as [{ body: string }[], unknown];
  return rows.map((row) => row.body);
};
const piece = (id: string) => `/api/assignments/${id}/pieces/${school.bao.id}`;
const version = async (id: string) => ((await finch.get(piece(id))).body.row as { version: number }).version;
const score = async (id: string, earned: number, remark: string) =>
  finch.put(`${piece(id)}/score`, { earned, chosen: null, remark: textOf(remark), version: await version(id) });
const giveBack = (id: string) => finch.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
const handedIn = async (more: object = {}) => {
  const { id } = await school.issued(more);
  await bao.put(`/api/my/work/${id}/text`, { text: textOf('Bends wear away'), version: 0 });
  await bao.post(`/api/my/work/${id}/hand-in`);
  return id;
};

it('of work that is sent back tells each student of it, with why and by when, once', async () => {
  const id = await handedIn();
  const newDue = server.clock.now + 3 * DAY;
  expect((await finch.post(`${piece(id)}/send-back`, { reason: 'Say why, please', newDue, version: await version(id) })).status).toBe(200);
  expect(await told(bao)).toEqual([
    expect.objectContaining({ kind: 'sentBack', word: 'Say why, please', to: { opens: null, due: newDue, closes: null } }),
  ]);
});

it('of a correction says what was and what is, and of a return after new work that it is one', async () => {
  const id = await handedIn();
  await score(id, 12_000, 'Good.');
  await giveBack(id);
  await score(id, 15_000, 'Better than I thought.');
  await giveBack(id);
  expect((await told(bao)).map(({ kind, word }) => [kind, word]).sort()).toEqual([
    ['corrected', '12 of 20 → 15 of 20'],
    ['returned', ''],
  ]);
});

it('by letter carries what came back as the class chooses, and less for who asks for less', async () => {
  await server.services.accounts.setEmail(school.bao.id, 'bao@lind.example');
  await bao.put('/api/news/settings', { choices: {}, quiet: { from: '00:00', to: '00:00' } });
  const frida = await server.person('frida');
  await frida.put('/api/family/settings', { language: 'es', telling: 'atOnce' });
  const come = async (title: string, shows: string, more: object = {}) => {
    server.clock.now += 60_000;
    const { version: seen } = (await finch.get(`/api/classes/${school.rivers}`)).body as { version: number };
    await finch.patch(`/api/classes/${school.rivers}`, { letterShows: shows, familyFeedback: true, version: seen, ...more });
    const id = await handedIn({ title, due: server.clock.now - DAY, closes: null });
    const shown = (await bao.get(`/api/my/work/${id}`)).body as { handIn: { version: number } };
    await finch.post(`${piece(id)}/notes`, { version: shown.handIn.version, place: { kind: 'whole' }, text: 'Which bend?' });
    await score(id, 15_000, 'A clear answer.');
    await giveBack(id);
    return (await letters('bao@lind.example')).at(-1)!;
  };
  expect(await come('One', 'nothing')).not.toMatch(/clear answer|Score|bend/);
  const words = await come('Two', 'words');
  expect(words).toMatch(/“Two” \(Rivers\) is back from your teacher\.\n {2}A clear answer\./);
  expect(words).not.toContain('Score');
  const whole = await come('Three', 'score');
  expect(whole).toContain('  Score: 14 of 20\n  Taken off for being late: 1\n  A clear answer.');
  // The family reads the same in its language, and only as much as it wants.
  expect((await letters('frida@lind.example')).at(-1)).toContain('Puntuación: 14 de 20\n  Restado por llegar tarde: 1');
  await bao.put('/api/news/settings', { choices: {}, quiet: { from: '00:00', to: '00:00' }, letterShows: 'nothing' });
  expect(await come('Four', 'score')).not.toMatch(/clear answer|Score/);
});

it('offers everybody the kinds that they can be told, and no others', async () => {
  for (const [person, role] of [
    [finch, 'teacher'],
    [bao, 'student'],
  ] as const)
    expect(Object.keys((await person.get('/api/news/settings')).body.choices)).toEqual(newsKindsFor(role));
});
