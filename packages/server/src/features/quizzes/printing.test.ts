import { aQuiz, asQuiz, bend, course, speed, wear, why } from '../../testing/quizzes';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, bytesOf, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeAll(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterAll(() => server.close());

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
