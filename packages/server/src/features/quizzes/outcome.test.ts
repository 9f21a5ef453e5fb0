import type { Answer } from '@jolly/core';
import type { BookAimsReply, CorrectionRequest, QuizOutcomeReply } from '../../contract';
import { aQuiz, asQuiz, bend, question, speed, takes, wear, why } from '../../testing/quizzes';
import { aSchool, aServer, DAY, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterEach(() => server.close());

const at = (id: string) => `/api/assignments/${id}/quiz`;
async function taken(who: string, id: string, answers: Record<string, Answer>): Promise<Person> {
  const person = await server.person(who);
  await takes(person, id, answers);
  return person;
}
const look = async (id: string) => (await finch.get(at(id))).body as QuizOutcomeReply;
const scores = (outcome: QuizOutcomeReply) => outcome.rows.map((row) => row.score);
const right = (more: Partial<CorrectionRequest> = {}): CorrectionRequest => ({
  questionId: 'wear',
  correction: { kind: 'countRight', right: { kind: 'text', gap: 0, text: 'erosion' } },
  giveBack: false,
  ...more,
});
const earned = async (id: string) =>
  ((await finch.get(`/api/assignments/${id}/pieces`)).body.rows as { score: { earned: number } | null }[]).map(
    (row) => row.score?.earned ?? null,
  );

describe('what came of a quiz', () => {
  it('shows students by questions, how each was answered, and who waits', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([bend(), wear(), why()])));
    await taken('bao', id, { bend: 'inside', wear: ['abrassion', 'silt'], why: 'It wears.' });
    await taken('hana', id, { bend: 'outside', wear: ['erosion', null] });
    const outcome = await look(id);
    expect([outcome.handedIn, outcome.max, outcome.waiting, scores(outcome)]).toEqual([2, 9000, 1, [null, 0]]);
    expect(outcome.rows.map((row) => [row.soFar, row.cells.why!.points, row.cells.why!.notAnswered])).toEqual([
      [2000, null, false],
      [0, 0, true],
    ]);
    expect(outcome.questions[1]!.spreads[0]!.lines.map((line) => [line.label, line.count, line.as])).toEqual([
      ['abrassion', 1, 'near'],
      ['erosion', 1, 'wrong'],
    ]);
    expect((await finch.get(at((await school.issued()).id))).status).toBe(404);
  });

  it('is known without names where names are hidden', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([bend()])));
    await taken('bao', id, { bend: 'inside' });
    await finch.put(`/api/assignments/${id}/marking`, { namesHidden: true });
    const named = (await look(id)).rows.filter((row) => row.tries > 0);
    expect(named.map((row) => row.student.familyName)).toEqual(['']);
  });
});

describe('aims of single questions', () => {
  it('say where a student stands, by the aims that the quiz has now; to the student once it is back, where right and wrong is shown', async () => {
    const asked = (marks: 'never' | 'whenReturned') => {
      const quiz = aQuiz([bend({ aims: ['Reading'] }), speed()]);
      return asQuiz({ ...quiz, run: { ...quiz.run, shows: { ...quiz.run.shows, marks } } });
    };
    const [shown, hidden] = [await school.issued(asked('whenReturned')), await school.issued(asked('never'))];
    const bao = await taken('bao', shown.id, { bend: 'inside', speed: '9' });
    await taken('bao', hidden.id, { bend: 'outside', speed: '0.625' });
    const ofClass = async () => (await finch.get(`/api/classes/${school.rivers}/progress/${school.bao.id}`)).body.aims;
    expect(await ofClass()).toMatchObject([{ aim: 'Reading', typical: '50', pieces: 2 }]);
    const book = (await finch.get(`/api/classes/${school.rivers}/book/aims`)).body as BookAimsReply;
    expect(book.students.flatMap((one) => one.evidence.map(({ questions, share }) => `${questions}: ${share.num}`)).sort()).toEqual([
      '1: 0',
      '1: 1',
    ]);
    expect(await (await finch.get('/api/aims')).body).toContain('Reading');
    const mine = async () => (await bao.get('/api/my/progress')).body[0].aims;
    expect(await mine()).toEqual([]);
    for (const { id } of [shown, hidden]) await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    expect(await mine()).toMatchObject([{ aim: 'Reading', latest: '100', pieces: 1 }]);
  });
});

describe('scoring the answers that wait', () => {
  it('goes one question across all, and the whole follows at once', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([bend(), why()])));
    await taken('bao', id, { bend: 'inside', why: 'It wears.' });
    await taken('hana', id, { bend: 'inside' });
    const across = (await finch.get(`${at(id)}/questions/why/answers`)).body;
    expect([across.questions, across.answers.length]).toEqual([[{ id: 'why', number: 2, waiting: 1 }], 1]);
    const [{ tryId }] = across.answers;
    const mark = `${at(id)}/tries/${tryId}/marks/why`;
    expect((await finch.put(mark, { points: 6001, choices: null, remark: '', remarks: [], version: 0 })).body.type).toBe('quiz.tooMuch');
    const say = { text: 'Say why', folder: '', aim: '', criterion: '', shared: false };
    const { id: remark } = (await finch.post('/api/remarks', say)).body;
    expect(
      (await finch.put(mark, { points: 4500, choices: null, remark: 'Say why', remarks: [remark], version: 0 })).body.mark,
    ).toMatchObject({
      points: 4500,
      version: 1,
    });
    expect((await finch.put(mark, { points: 1000, choices: null, remark: '', remarks: [], version: 0 })).body).toMatchObject({
      type: 'conflict.changedMeanwhile',
      current: { points: 4500 },
    });
    expect(await earned(id)).toEqual([5500, 1000]);
    expect((await finch.get('/api/remarks')).body).toMatchObject([{ text: 'Say why', uses: 1 }]);
    expect((await finch.get(`${at(id)}/questions/none/answers`)).body.type).toBe('quiz.noQuestion');
  });

  it('can be by a rubric of the question', async () => {
    const level = (name: string, points: number) => ({ id: name, name, descriptor: '', points, upTo: null });
    const rubric = {
      name: 'Explaining',
      criteria: [{ id: 'c', name: 'Cause', weight: 1000, aims: [], levels: [level('some', 1000), level('all', 4000)] }],
    };
    const { id } = await school.issued(asQuiz(aQuiz([question('why', 'Why?', { kind: 'own', rubric }, { points: 6000 })])));
    await taken('bao', id, { why: 'It wears.' });
    const [{ tryId }] = (await finch.get(`${at(id)}/questions/why/answers`)).body.answers;
    await finch.put(`${at(id)}/tries/${tryId}/marks/why`, {
      points: null,
      choices: { c: { levelId: 'some', points: 1000 } },
      remark: '',
      remarks: [],
      version: 0,
    });
    expect(await earned(id)).toEqual([1500, null]);
    const wrong = { points: null, choices: { c: { levelId: 'none', points: 0 } }, remark: '', remarks: [], version: 1 };
    expect((await finch.put(`${at(id)}/tries/${tryId}/marks/why`, wrong)).body.type).toBe('score.noSuchChoice');
  });
});

describe('what is settled afterwards', () => {
  async function twoTaken() {
    const { id } = await school.issued(asQuiz(aQuiz([bend(), wear(), speed()])));
    const bao = await taken('bao', id, { bend: 'inside', wear: ['erosion', 'load'], speed: '0.7' });
    await taken('hana', id, { bend: 'inside', wear: ['abrasion', 'load'], speed: '0.625' });
    return { id, bao };
  }

  it('is looked at before: who moves, who passes, and that nobody falls', async () => {
    const { id } = await twoTaken();
    const { body } = await finch.post(`${at(id)}/corrections/look`, right());
    expect(body).toMatchObject({
      moves: [{ before: 2000, after: 3000, className: 'Rivers' }],
      passing: 1,
      failing: 0,
      returned: 0,
      classes: 1,
    });
    expect(await earned(id)).toEqual([2000, 5000]);
    const left = await finch.post(
      `${at(id)}/corrections/look`,
      right({ questionId: 'speed', correction: { kind: 'leaveOut', how: 'dropped' } }),
    );
    expect(left.body.moves).toMatchObject([{ before: 2000, after: 3333 }]);
    expect((await finch.post(`${at(id)}/corrections/look`, right({ questionId: 'bend' }))).body.type).toBe('score.noSuchChoice');
    expect((await finch.post(`${at(id)}/corrections/look`, right({ questionId: 'gone' }))).body.type).toBe('quiz.noQuestion');
  });

  it('counts for all as one act, is told once to who has theirs back, and can be undone', async () => {
    const { id, bao } = await twoTaken();
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    const act = await finch.post(`${at(id)}/corrections`, right({ giveBack: true }));
    expect(act.status).toBe(201);
    expect(await earned(id)).toEqual([3000, 5000]);
    const news = async () => ((await bao.get('/api/news')).body.news as { kind: string }[]).map((one) => one.kind).sort();
    expect(await news()).toEqual(['corrected', 'returned']);
    expect((await bao.get(`/api/my/quizzes/${id}`)).body.finished[0].score).toBe(3000);
    const outcome = await look(id);
    expect([outcome.acts.length, outcome.questions[1]!.counted.length]).toEqual([1, 1]);
    expect((await finch.del(`${at(id)}/corrections/${act.body.id}`)).status).toBe(204);
    expect(await earned(id)).toEqual([2000, 5000]);
    expect((await finch.del(`${at(id)}/corrections/${act.body.id}`)).status).toBe(404);
  });

  it('lets who hands in afterwards have it too, and leaves a score that a teacher typed', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([wear()])));
    await taken('bao', id, { wear: ['erosion', 'load'] });
    const { version } = (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row;
    const typed = { earned: 1700, chosen: null, remark: { type: 'doc', content: [{ type: 'paragraph' }] }, version };
    await finch.put(`/api/assignments/${id}/pieces/${school.bao.id}/score`, typed);
    await finch.post(`${at(id)}/corrections`, right());
    await taken('hana', id, { wear: ['Erosion', 'load'] });
    expect(await earned(id)).toEqual([1700, 2000]);
  });
});

describe('results', () => {
  it('are shown as set, and until then no reply to a student holds a key, points or an explanation', async () => {
    const shows = { score: 'whenReturned', marks: 'whenReturned', key: 'afterClosing', explanations: 'whenReturned' } as const;
    const { id } = await school.issued(asQuiz(aQuiz([bend(), wear()], { shows })));
    const bao = await taken('bao', id, { bend: 'outside', wear: ['abrasion', null] });
    const secret = /abrasion.*corr|"key":\["|There it is fast|Slow water|"points":1000,"key"|"mark":"(full|part|none)/;
    for (const path of [`/api/my/quizzes/${id}`, `/api/my/work/${id}`, '/api/my/work', '/api/my/progress'])
      expect(JSON.stringify((await bao.get(path)).body)).not.toMatch(secret);
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    const [shown] = (await bao.get(`/api/my/quizzes/${id}`)).body.finished;
    expect(shown).toMatchObject({ score: 1000, max: 3000 });
    expect(
      shown.questions.map((one: { mark: string; points: number; explanation: string | null }) => [one.mark, one.points, one.explanation]),
    ).toEqual([
      ['none', 0, 'There it is fast.\nSlow water drops its load.'],
      ['part', 1000, null],
    ]);
    expect(shown.questions[0].key).toEqual(['Inside']);
  });

  it('come at once where it is set so, and after closing where that is set, each told once', async () => {
    const shows = { score: 'atOnce', marks: 'atOnce', key: 'never', explanations: 'never' } as const;
    const { id } = await school.issued(asQuiz(aQuiz([bend()], { shows })));
    const bao = await taken('bao', id, { bend: 'inside' });
    expect((await bao.get(`/api/my/quizzes/${id}`)).body).toMatchObject({
      state: 'returned',
      finished: [{ score: 1000, questions: [{ mark: 'full', key: null }] }],
    });
    const later = await school.issued(asQuiz(aQuiz([bend()], { shows: { ...shows, score: 'afterClosing', marks: 'never' } })));
    await taken('hana', later.id, { bend: 'inside' });
    await server.services.quizzes.showClosed(server.clock.now);
    expect((await (await server.person('hana')).get(`/api/my/quizzes/${later.id}`)).body.state).toBe('in');
    server.clock.now += 10 * DAY;
    await server.services.quizzes.showClosed(server.clock.now);
    await server.services.quizzes.showClosed(server.clock.now);
    const hana = await server.person('hana');
    expect((await hana.get(`/api/my/quizzes/${later.id}`)).body.state).toBe('returned');
    expect(((await hana.get('/api/news')).body.news as { kind: string }[]).filter((one) => one.kind === 'returned')).toHaveLength(1);
  });
});
