import { DOMParser } from '@xmldom/xmldom';
import { textOf } from '@jolly/core';
import type { NoticeFeedReply } from '../../contract';
import { putUp } from '../../testing/notices';
import { aSchool, aServer, DAY, HOUR, MONDAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const at = () => `/api/classes/${school.rivers}/notices/feed`;
const address = async () => new URL(((await finch.post(at())).body as NoticeFeedReply).address!).pathname;
const texts = (xml: string, name: string) =>
  Array.from(new DOMParser().parseFromString(xml, 'text/xml').getElementsByTagName(name), (one) => one.textContent);

it('is nowhere until a teacher wants it, and nowhere again once they do not', async () => {
  expect((await finch.get(at())).body).toEqual({ address: null });
  const first = await address();
  const second = await address();
  const reader = await server.person();
  expect([(await reader.get(first)).status, (await reader.get(second)).status]).toEqual([404, 200]);
  expect((await finch.del(at())).status).toBe(204);
  expect((await reader.get(second)).status).toBe(404);
  expect((await reader.get('/feed/short.atom')).status).toBe(404);
});

it('says what all of the class read, in every language it was written in, while it is up; nothing that is for a few', async () => {
  await putUp(finch, [school.rivers], {
    readers: 'families',
    language: 'en',
    words: { en: { title: 'Boots & floats', text: textOf('At <ten>.') }, ar: { title: 'أحذية', text: textOf('في العاشرة.') } },
    until: '2026-11-24',
  });
  const audience = { kind: 'chosen' as const, studentIds: [school.bao.id], groupIds: [] };
  await putUp(finch, [school.rivers], {
    classes: [{ classId: school.rivers, audience }],
    words: { en: { title: 'For Bao', text: textOf('x') } },
  });
  await putUp(finch, [school.rivers], { readers: 'teachers', words: { en: { title: 'Among us', text: textOf('x') } } });
  await putUp(finch, [school.rivers], { goesOut: 'at', at: MONDAY + HOUR, words: { en: { title: 'Later', text: textOf('x') } } });
  const feed = await address();
  const reader = await server.person();
  const reply = await reader.get(feed);
  expect(reply.headers['content-type']).toBe('application/atom+xml; charset=utf-8');
  expect(texts(reply.text, 'title')).toEqual(['Rivers', 'Boots & floats']);
  expect(texts(reply.text, 'content')).toEqual(['<p>At &#60;ten&#62;.</p><hr><p>في العاشرة.</p>']);
  expect(texts(reply.text, 'name')).toEqual(['finch Test']);
  expect(texts(reply.text, 'updated')).toEqual(['2026-11-23T10:00:00.000Z', '2026-11-23T10:00:00.000Z']);
  server.clock.now += 2 * DAY;
  expect(texts((await reader.get(feed)).text, 'title')).toEqual(['Rivers', 'Later']);
});
