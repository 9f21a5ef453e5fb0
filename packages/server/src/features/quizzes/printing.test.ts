import { aQuiz, asQuiz, bend, course, speed, wear, why } from '../../testing/quizzes';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, bytesOf, doc, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeAll(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterAll(() => server.close());

it('is printed in a language in which it was written, as far as it was', async () => {
  const finch = await server.person('finch');
  const words = { text: doc('Où une rivière dépose-t-elle sa charge ?'), spoken: null, entries: {}, explanation: '' };
  const french = { title: 'Lire une rivière', instructions: doc(''), spoken: null };
  const quiz = aQuiz([{ ...bend(), language: 'en', otherWords: { fr: words } }, speed()]);
  const { briefId } = await school.issued({ ...asQuiz(quiz), language: 'en', otherWords: { fr: french } });
  const print = async (more: object) => {
    const reply = finch.post(`/api/briefs/${briefId}/quiz/print`, { orders: 1, key: true, ...more });
    return (await textOfPdf(await bytesOf(reply))).replace(/\s+/g, ' ');
  };
  const printed = await print({ language: 'fr' });
  expect(printed).toMatch(/Lire une rivière.*Nom.*Où une rivière dépose-t-elle sa charge \?.*How fast/);
  expect(await print({})).toMatch(/Reading a river.*Name.*Where does a river drop/);
  expect((await finch.post(`/api/briefs/${briefId}/quiz/print`, { orders: 1, key: true, language: 'de' })).status).toBe(400);
});

it('is printed in several orders, each with its own key at the end, or without any', async () => {
  const finch = await server.person('finch');
  const { briefId } = await school.issued(asQuiz(aQuiz([bend(), wear(), speed(), course(), why()], { ownOrder: true })));
  const print = async (body: object, language = 'en') =>
    textOfPdf(await bytesOf(finch.post(`/api/briefs/${briefId}/quiz/print`, body, { 'Accept-Language': language })));
  const plain = await print({ orders: 1, key: false });
  expect(plain).toContain('Where does a river drop what it carries?');
  expect(plain).not.toMatch(/abrasion|0\.625|Key/);
  const keyed = await print({ orders: 2, key: true });
  expect(keyed.match(/Reading a river · [AB]/g)).toHaveLength(4);
  expect(keyed).toMatch(/Key: Reading a river · B/);
  expect(keyed).toMatch(/abrasion; load/);
  const spanish = await print({ orders: 1, key: true }, 'es');
  expect(spanish).toMatch(/Nombre[^]*2 puntos[^]*Solución: Reading a river/);
});
