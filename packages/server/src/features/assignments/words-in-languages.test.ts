import { plainText, textOf, type Language } from '@jolly/core';
import { QueryTypes } from 'sequelize';
import type { AssignmentPiecesReply, BriefReply, FamilyClass, MyPieceReply, MyWorkReply, NewsReply } from '../../contract';
import { aSchool, aServer, changed, type Person, type School, type Server } from '../../testing/school';
import { asQuiz, aQuiz, bend } from '../../testing/quizzes';
import { putUp } from '../../testing/notices';

let server: Server;
let school: School;
let [finch, bao, hana, frida]: Person[] = [];
const french = { title: 'Notes sur le méandre', instructions: textOf('Pourquoi le bord extérieur s’use-t-il ?'), spoken: null };
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [finch, bao, hana, frida] = await Promise.all(['finch', 'bao', 'hana', 'frida'].map((name) => server.person(name)));
});
afterEach(() => server.close());

const reads = (who: Person, language: Language) => who.put('/api/account/language', { language });
const gives = (studentId: string, wordsLanguage: Language | null) =>
  finch!.patch(`/api/classes/${school.rivers}/roster/${studentId}`, { wordsLanguage });
const work = async (who: Person) => (await who.get('/api/my/work')).body as MyWorkReply;
const piece = async (who: Person, id: string) => (await who.get(`/api/my/work/${id}`)).body as MyPieceReply;
async function issued(more: object = {}): Promise<BriefReply> {
  const draft = await school.drafted(finch!, { otherWords: { fr: french }, ...more });
  const reply = await finch!.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
  if (reply.status !== 200) throw new Error(JSON.stringify(reply.body));
  return reply.body.brief as BriefReply;
}

it('reaches each student in theirs, with the other one beside it, in lists and in what is told', async () => {
  await reads(bao!, 'fr');
  const { classes } = await issued();
  const id = classes[0]!.assignmentId;
  const [own, others] = [await piece(bao!, id), await piece(hana!, id)];
  expect([own.piece.title, own.words.language, plainText(own.words.instructions).trim()]).toEqual([
    french.title,
    'fr',
    'Pourquoi le bord extérieur s’use-t-il ?',
  ]);
  expect(own.words.otherWords.en?.title).toBe('Meander notes');
  expect([others.piece.title, others.words.language, others.words.otherWords.fr?.title]).toEqual(['Meander notes', 'en', french.title]);
  expect([(await work(bao!)).pieces[0]!.title, (await work(hana!)).pieces[0]!.title]).toEqual([french.title, 'Meander notes']);
  await server.services.issuing.tellIssued(server.clock.now);
  const told = async (who: Person) => ((await who.get('/api/news')).body as NewsReply).news.map((one) => one.title);
  expect([await told(bao!), await told(hana!)]).toEqual([[french.title], ['Meander notes']]);
  // Going over to another language shows at once what is written in it.
  await reads(bao!, 'en');
  expect((await work(bao!)).pieces[0]!.title).toBe('Meander notes');
});

it('a language that the teachers give goes before the student’s own, and nobody else learns of it', async () => {
  await issued();
  await reads(hana!, 'en');
  expect((await gives(school.hana.id, 'fr')).status).toBe(204);
  const reply = await work(hana!);
  expect(reply.pieces[0]!.title).toBe(french.title);
  expect(JSON.stringify([reply, await work(bao!), (await hana!.get('/api/session')).body])).not.toMatch(/wordsLanguage/);
  await gives(school.hana.id, null);
  expect((await work(hana!)).pieces[0]!.title).toBe('Meander notes');
  expect((await finch!.patch(`/api/classes/${school.rivers}/roster/${school.hana.id}`, { wordsLanguage: 'xx' })).status).toBe(400);
});

it('a family reads it in its own, and criteria are read as far as they were written so', async () => {
  await frida!.put('/api/family/settings', { language: 'fr', telling: 'never', letterShows: 'score' });
  const level = {
    id: 'l1',
    name: 'Clear',
    descriptor: '',
    points: 20_000,
    upTo: null,
    otherWords: { fr: { name: 'Clair', descriptor: '' } },
  };
  const criterion = {
    id: 'c1',
    name: 'Facts',
    weight: 1000,
    aims: [],
    levels: [{ ...level, id: 'l0', name: 'Thin', points: 0, otherWords: {} }, level],
    otherNames: { fr: 'Faits' },
  };
  const rubric = { name: 'Report', criteria: [criterion] };
  const { classes } = await issued({ scoring: { by: 'rubric', rubric, shelfId: null } });
  const child = async () =>
    ((await frida!.get(`/api/family/children/${school.bao.id}`)).body as { classes: FamilyClass[] }).classes[0]!.coming[0]!.title;
  expect(await child()).toBe(french.title);
  expect((await piece(bao!, classes[0]!.assignmentId)).scoring).toMatchObject({ rubric: { criteria: [{ name: 'Facts' }] } });
  await reads(bao!, 'fr');
  expect((await piece(bao!, classes[0]!.assignmentId)).scoring).toMatchObject({
    rubric: { criteria: [{ name: 'Faits', levels: [{ name: 'Thin' }, { name: 'Clair', points: 20_000 }] }] },
  });

  // And so in what is told of a return.
  const id = classes[0]!.assignmentId;
  await bao!.put(`/api/my/work/${id}/text`, { text: textOf('Il creuse.'), version: 0 });
  await bao!.post(`/api/my/work/${id}/hand-in`, {});
  const { rows } = (await finch!.get(`/api/assignments/${id}/pieces`)).body as AssignmentPiecesReply;
  const { version } = rows.find((row) => row.student.id === school.bao.id)!;
  const chosen = { by: 'rubric', choices: { c1: { levelId: 'l1', points: 20_000 } } };
  const score = { earned: null, chosen, remark: textOf(''), version };
  expect((await finch!.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, score)).status).toBe(200);
  await finch!.post(`/api/assignments/${id}/return`, { studentIds: [school.bao.id], confirmed: true });
  const told = await server.sequelize.query<{ back: { criteria: unknown[] } }>(
    "SELECT JSON_QUERY(data, '$.back') AS back FROM news WHERE kind = 'returned'",
    {
      type: QueryTypes.SELECT,
    },
  );
  expect(told.map(({ back }) => back.criteria)).toEqual([[expect.objectContaining({ criterion: 'Faits', level: 'Clair' })]]);
});

it('what was written first is not kept twice, and a recording in another language must be the teacher’s own', async () => {
  const brief = await issued();
  const put = (otherWords: object) => finch!.put(`/api/briefs/${brief.id}`, changed(brief, { otherWords } as never));
  const foreign = { id: '6f3c0f2e-58cf-4f3a-9a9b-0f8d3b8a9c11', name: 'x.webm', size: 1, mediaType: 'audio/webm' };
  expect((await put({ fr: { ...french, spoken: foreign } })).status).toBe(422);
  expect((await put({ fr: french, en: french })).body.otherWords).toEqual({ fr: french });
  expect((await put({ xx: french })).status).toBe(400);
});

it('a question is answered in the language one reads, and its key stays hidden in all of them', async () => {
  await reads(bao!, 'fr');
  const entries = { inside: textOf('À l’intérieur'), outside: textOf('À l’extérieur'), mouth: textOf('À l’embouchure') };
  const words = { text: textOf('Où la rivière dépose-t-elle sa charge ?'), spoken: null, entries, explanation: 'L’eau lente dépose.' };
  const quiz = aQuiz([bend({ language: 'en', otherWords: { fr: words } })]);
  const { id } = await school.issued(asQuiz(quiz));
  const begun = (await bao!.post(`/api/my/quizzes/${id}/tries`)).body;
  const [question] = begun.running.questions;
  expect(plainText(question.text).trim()).toBe('Où la rivière dépose-t-elle sa charge ?');
  expect(plainText(question.otherWords.en.text).trim()).toBe('Where does a river drop what it carries?');
  expect(JSON.stringify(begun)).not.toMatch(/L’eau lente|Slow water/);
});

it('a notice reaches students in theirs, too', async () => {
  await reads(bao!, 'fr');
  await putUp(finch!, [school.rivers], {
    words: { en: { title: 'Boots', text: textOf('Bring them.') }, fr: { title: 'Des bottes', text: textOf('Apportez-les.') } },
  });
  const seen = async (who: Person) => (await who.get('/api/my/notices')).body.notices[0];
  expect(await seen(bao!)).toMatchObject({ title: 'Des bottes', wordsLanguage: 'fr', inOthers: [{ title: 'Boots', wordsLanguage: 'en' }] });
  expect(await seen(hana!)).toMatchObject({ title: 'Boots', inOthers: [{ title: 'Des bottes' }] });
  await server.services.noticeTelling.tellShown(server.clock.now);
  const rows = await server.sequelize.query<{ title: string }>(
    "SELECT JSON_VALUE(data, '$.title') AS title FROM news WHERE kind = 'notice' ORDER BY title",
    { type: QueryTypes.SELECT },
  );
  expect(rows.map((row) => row.title)).toEqual(['Boots', 'Des bottes']);
});
