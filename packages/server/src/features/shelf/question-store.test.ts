import { blankQuestion, fromStore, QUESTION_KINDS, textOf, type Question } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { BriefReply, KeepQuestions, QuestionUsesReply, KeptQuestions, QuestionStoreReply } from '../../contract';
import { aQuiz, asQuiz, bend, speed, takes, wear } from '../../testing/quizzes';
import { aBrief, aSchool, aServer, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const keep = async (questions: Question[], more: Partial<KeepQuestions> = {}) =>
  (await finch.post('/api/questions', { questions, tags: [], sharedWith: [], from: null, ...more })).body as KeptQuestions;
const search = async (query = '', person = finch) => (await person.get(`/api/questions${query}`)).body as QuestionStoreReply;
const found = async (query = '', person = finch) => (await search(query, person)).found.map((one) => one.question.id).sort();

describe('the question store', () => {
  it('finds by words, tag, aim and kind, and says what there is to choose from', async () => {
    await keep([bend({ aims: ['Read a map'] }), wear()], { tags: ['rivers'] });
    await keep([speed()]);
    expect([await found(), await found('?text=drop%20rIVER'), await found('?text=dr%C3%B3p'), await found('?text=abrasi')]).toEqual([
      ['bend', 'speed', 'wear'],
      ['bend'],
      ['bend'],
      ['wear'],
    ]);
    expect([await found('?tag=rivers'), await found('?aim=Read%20a%20map'), await found('?kind=number'), await found('?text=%25')]).toEqual(
      [['bend', 'wear'], ['bend'], ['speed'], []],
    );
    expect(await search('?tag=rivers&kind=gaps')).toMatchObject({
      total: 1,
      kept: 3,
      tags: [{ name: 'rivers', count: 2 }],
      aims: [{ name: 'Read a map', count: 1 }],
    });
    // The shelf lists what is set again as it is.
    expect((await finch.get('/api/shelf')).body.items).toEqual([]);
    expect((await finch.get('/api/questions?kind=riddle')).status).toBe(400);
  });

  it('keeps the same question once, whatever its ids and points', async () => {
    const first = await keep([bend(), wear()]);
    const again = await keep([{ ...fromStore(bend(), first.kept[0]!.itemId, randomUUID), id: 'other', points: 5000 }, speed()]);
    expect(again.kept).toMatchObject([{ questionId: 'other', itemId: first.kept[0]!.itemId, already: true }, { already: false }]);
    expect([(await search()).kept, await found(`?ids=${first.kept[0]!.itemId},${randomUUID()}`)]).toEqual([3, ['bend']]);
  });

  it('keeps a question of any kind that is not finished, as a draft of a quiz does', async () => {
    const blank = QUESTION_KINDS.map((kind) => blankQuestion(kind, randomUUID));
    expect((await finch.post('/api/questions', { questions: blank, tags: [], sharedWith: [], from: null })).status).toBe(201);
    const draft = aBrief([school.rivers], { ...asQuiz(aQuiz(blank)), points: null });
    expect((await finch.post('/api/briefs', { ...draft, fromShelf: null })).status).toBe(201);
  });

  it('gives what was kept already the tags and colleagues that were asked for', async () => {
    await keep([bend(), wear()], { tags: ['old'] });
    await keep([bend()], { tags: ['new'], sharedWith: [school.lund.id] });
    expect((await search('?tag=new')).found).toMatchObject([{ tags: ['old', 'new'], sharedWith: [school.lund.id], version: 2 }]);
    expect(await found('', await server.person('lund'))).toEqual(['bend']);
  });

  it('is changed by its owner with the version that was seen, several at once too, and let go', async () => {
    const { kept } = await keep([bend(), wear()]);
    const [item, other] = kept.map((one) => one.itemId);
    const change = {
      title: 'x',
      folder: '',
      tags: ['meander'],
      sharedWith: [],
      body: { kind: 'question', question: bend({ points: 3000 }) },
    };
    expect((await finch.put(`/api/shelf/${item}`, { ...change, version: 1 })).body).toMatchObject({
      version: 2,
      title: expect.stringMatching(/^Where does/),
    });
    expect((await finch.put(`/api/shelf/${item}`, { ...change, version: 1 })).body.type).toBe('conflict.changedMeanwhile');
    const many = { itemIds: [item!, other!], addTags: ['autumn'], shareWith: [school.lund.id] };
    expect((await finch.post('/api/questions/changes', { ...many, itemIds: [item!, randomUUID()] })).status).toBe(404);
    expect((await finch.post('/api/questions/changes', many)).status).toBe(204);
    expect((await search('?tag=autumn')).found.map((one) => [one.question.id, one.tags, one.sharedWith])).toEqual(
      expect.arrayContaining([['bend', ['meander', 'autumn'], [school.lund.id]]]),
    );
    const lund = await server.person('lund');
    expect([await found('?whose=shared', lund), await found('?whose=own', lund)]).toEqual([['bend', 'wear'], []]);
    expect((await lund.post('/api/questions/changes', many)).status).toBe(404);
    expect((await finch.del(`/api/shelf/${item}`)).status).toBe(204);
    expect(await found()).toEqual(['wear']);
  });

  it('says where a question was asked and how it did there, to whoever teaches that class', async () => {
    const { kept } = await keep([bend()]);
    const { itemId } = kept[0]!;
    const copy = { ...fromStore(bend(), itemId, randomUUID), id: 'copy' };
    const asked = await school.issued(asQuiz(aQuiz([copy])));
    const right = copy.kind === 'one' ? copy.key[0]! : '';
    // One that is kept from a quiz which is out has its figures there.
    const other = await school.issued(asQuiz(aQuiz([speed()])));
    const [own] = (await keep([speed()], { from: other.briefId })).kept;
    expect((await finch.get(`/api/questions/${own!.itemId}/uses`)).body).toMatchObject({ uses: [{ assignmentId: other.id, n: 0 }] });
    expect((await finch.get(`/api/questions/${own!.itemId}`)).body).toMatchObject({ used: 1, own: true });
    await takes(await server.person('bao'), asked.id, { copy: right });
    await takes(await server.person('hana'), asked.id, {});
    const look = async (person = finch) => (await person.get(`/api/questions/${itemId}/uses`)).body as QuestionUsesReply;
    expect(await look()).toMatchObject({
      elsewhere: 0,
      uses: [{ assignmentId: asked.id, title: 'Reading a river', changed: false, n: 2, difficulty: 5000, discrimination: null }],
    });
    // Other words there: the figures are not of this question as it lies.
    const brief = (await finch.get(`/api/briefs/${asked.briefId}`)).body as BriefReply;
    const { elsewhere: _, id: __, classes, ...body } = brief;
    const edited = aQuiz([{ ...copy, text: textOf('And in winter?') }]);
    const sets = classes.map(({ assignmentId: ___, issuedAt: ____, begun: _____, ...set }) => set);
    expect((await finch.put(`/api/briefs/${asked.briefId}`, { ...body, classes: sets, quiz: edited, tell: false })).status).toBe(200);
    expect((await look()).uses).toMatchObject([{ changed: true }]);
    await finch.post('/api/questions/changes', { itemIds: [itemId], addTags: [], shareWith: [school.stranger.id] });
    expect(await look(await server.person('stranger'))).toMatchObject({ uses: [], elsewhere: 1 });
    expect((await (await server.person('lund')).get(`/api/questions/${itemId}`)).status).toBe(404);
  });

  it('lends its pictures with a question that is shared, and to nobody else', async () => {
    const file = (await finch.upload('/api/files', Buffer.from('spoken'), 'river.mp3')).body;
    const spoken = { id: file.id, name: file.name, size: file.size, mediaType: file.mediaType };
    const { kept } = await keep([bend({ spoken })], { sharedWith: [school.lund.id] });
    const copy = (storeId: string | null) => aBrief([school.maps], asQuiz(aQuiz([bend({ id: 'copy', spoken, storeId })])));
    const stranger = await server.person('stranger');
    expect((await stranger.post('/api/briefs', { ...copy(kept[0]!.itemId), fromShelf: null })).body.type).toBe('file.notYours');
    await finch.post('/api/questions/changes', { itemIds: [kept[0]!.itemId], addTags: [], shareWith: [school.stranger.id] });
    expect((await stranger.post('/api/briefs', { ...copy(null), fromShelf: null })).body.type).toBe('file.notYours');
    expect((await stranger.post('/api/briefs', { ...copy(kept[0]!.itemId), fromShelf: null })).status).toBe(201);
  });
});
