import { randomUUID } from 'node:crypto';
import type { Answer, Quiz } from '@jolly/core';
import type { MyQuizReply } from '../../contract';
import { aQuiz, asQuiz, bend, course, question, speed, wear, why } from '../../testing/quizzes';
import { aSchool, aServer, changed, DAY, HOUR, type Person, type School, type Server } from '../../testing/school';

const MINUTE = 60_000;
let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const at = (id: string) => `/api/my/quizzes/${id}`;
const given = (questionId: string, answer: Answer, insteadOf: string | null = null) => ({
  id: randomUUID(),
  questionId,
  answer,
  insteadOf,
});
const send = (person: Person, id: string, ...answers: ReturnType<typeof given>[]) =>
  person.post(`${at(id)}/answers`, { number: 1, answers });
const begun = async (who: string, id: string) => {
  const person = await server.person(who);
  const { body } = await person.post(`${at(id)}/tries`);
  return { person, quiz: body as MyQuizReply };
};
const stateOf = async (id: string, who = 0) =>
  (await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body.rows[who].state;

describe('going through a quiz', () => {
  it('is begun, answered and handed in with a receipt, and what a key can score is scored', async () => {
    const { id } = await school.issued({ ...asQuiz(aQuiz([bend(), wear(), speed(), course()])), closes: null });
    const { person, quiz } = await begun('bao', id);
    expect(quiz).toMatchObject({
      questions: 4,
      decimal: '.',
      points: 8000,
      minutes: null,
      mayBegin: 'running',
      running: { number: 1, endsAt: null, position: null },
    });
    expect(await stateOf(id)).toBe('started');
    await send(person, id, given('bend', 'inside'), given('wear', ['abrassion', 'silt']), given('speed', '0.63'));
    const { body } = await send(person, id, given('course', ['spring', 'meander', 'waterfall', 'delta']));
    expect(Object.keys(body.stands).sort()).toEqual(['bend', 'course', 'speed', 'wear']);
    const handed = await person.post(`${at(id)}/hand-in`, { number: 1 });
    expect([handed.status, handed.body.answered, handed.body.questions]).toEqual([201, 4, 4]);
    expect((await person.post(`${at(id)}/hand-in`, { number: 1 })).body).toEqual(handed.body);
    const [row] = (await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body.rows;
    // 1 + 1 of 2 + 2 + 5/6 of 3
    expect([row.state, row.score.earned, row.score.chosen, row.held]).toEqual(['scored', 6500, { by: 'quiz' }, true]);
    const mine = (await person.get(`/api/my/work/${id}`)).body;
    expect([mine.handIn.receipt, mine.piece.state, mine.mayTakeBack]).toEqual([handed.body.receipt, 'in', 'isQuiz']);
    expect(JSON.stringify(mine.handIn.text)).toContain('0.63 m/s');
  });

  it('reads numbers with the decimal mark of the class, whatever an earlier export says of its own', async () => {
    const finch = await server.person('finch');
    const { version } = (await finch.get(`/api/classes/${school.rivers}`)).body;
    expect((await finch.patch(`/api/classes/${school.rivers}`, { decimalMark: ';', version })).status).toBe(400);
    await finch.patch(`/api/classes/${school.rivers}`, { decimalMark: ',', version });
    const quiz = aQuiz([speed()]);
    const { id } = await school.issued(asQuiz({ ...quiz, run: { ...quiz.run, decimal: '.' } as Quiz['run'] }));
    expect((await begun('bao', id)).quiz.decimal).toBe(',');
    // A further class of the same teacher writes numbers alike.
    expect((await finch.post('/api/classes', { name: 'Deltas 8' })).body.decimalMark).toBe(',');
  });

  it('waits for the teacher where a key cannot score', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([bend(), why()])));
    const { person } = await begun('bao', id);
    await send(person, id, given('bend', 'inside'), given('why', 'The outside wears away.'));
    await person.post(`${at(id)}/hand-in`, { number: 1 });
    expect(await stateOf(id)).toBe('in');
  });

  it('goes on on another device, and asks where two answered without knowing of each other', async () => {
    const { id } = await school.issued(asQuiz());
    const { person: phone } = await begun('bao', id);
    const laptop = await server.person('bao');
    expect((await laptop.post(`${at(id)}/tries`)).body.running).toMatchObject({ number: 1 });
    const [one, two] = [given('bend', 'inside'), given('bend', 'outside')];
    await send(phone, id, one);
    const { body } = await send(laptop, id, two);
    expect([body.stands.bend.answer, body.beside.bend]).toEqual(['inside', [{ id: two.id, answer: 'outside' }]]);
    const chosen = await send(laptop, id, given('bend', 'outside', one.id));
    expect([chosen.body.stands.bend.answer, chosen.body.beside]).toEqual(['outside', {}]);
  });

  it('stores once what is sent again', async () => {
    const { id } = await school.issued(asQuiz());
    const { person } = await begun('bao', id);
    const one = given('bend', 'inside');
    await send(person, id, one);
    const again = await send(person, id, one, given('bend', 'mouth', one.id));
    expect(again.body.stands.bend.answer).toBe('mouth');
    expect(again.body.beside).toEqual({});
  });

  it('refuses what is no answer to its question by its id, and stores the rest', async () => {
    const { id } = await school.issued(asQuiz());
    const { person } = await begun('bao', id);
    const [wrong, right] = [given('speed', 'ten'), given('bend', 'inside')];
    const { status, body } = await send(person, id, wrong, right);
    expect([status, body.refused, Object.keys(body.stands)]).toEqual([200, { [wrong.id]: 'notANumber' }, ['bend']]);
    expect((await send(person, id, given('another', 'x'))).body.type).toBe('quiz.notDrawn');
  });

  it('lets nobody back where it goes one way', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([bend(), speed()], { oneWay: true })));
    const { person, quiz } = await begun('bao', id);
    expect(quiz.running!.questions.map((one) => one?.id ?? null)).toEqual(['bend', null]);
    const next = await person.post(`${at(id)}/forward`, { number: 1, position: 0 });
    await person.post(`${at(id)}/forward`, { number: 1, position: 0 });
    expect(next.body.running).toMatchObject({ position: 1, questions: [null, { id: 'speed' }] });
    const back = given('bend', 'inside');
    expect((await send(person, id, back)).body.refused).toEqual({ [back.id]: 'passed' });
  });

  it('keeps the questions as they were when it was begun', async () => {
    const finch = await server.person('finch');
    const { id, briefId } = await school.issued(asQuiz(aQuiz([bend(), speed()])));
    const { person } = await begun('bao', id);
    const brief = (await finch.get(`/api/briefs/${briefId}`)).body;
    const edited = await finch.put(`/api/briefs/${briefId}`, changed(brief, { quiz: aQuiz([bend(), course()]) }));
    expect(edited.status).toBe(200);
    expect((await person.get(at(id))).body.running.questions.map((one: { id: string }) => one.id)).toEqual(['bend', 'speed']);
    const { quiz } = await begun('hana', id);
    expect(quiz.running!.questions.map((one) => one!.id)).toEqual(['bend', 'course']);
  });

  it('takes a file as an answer and hands it in', async () => {
    const { id } = await school.issued(asQuiz(aQuiz([question('map', 'Draw it.', { kind: 'drawing', rubric: null })])));
    const { person } = await begun('bao', id);
    const file = (await person.upload(`${at(id)}/files`, Buffer.from('a drawing'), 'map.txt')).body as { id: string };
    await person.upload(`${at(id)}/files`, Buffer.from('another'), 'unused.txt');
    await send(person, id, given('map', [file.id]));
    await person.post(`${at(id)}/hand-in`, { number: 1 });
    expect((await person.get(`/api/my/work/${id}`)).body.handIn.files.map((one: { name: string }) => one.name)).toEqual(['map.txt']);
  });
});

describe('the time', () => {
  const timed = (more: object = {}) => school.issued({ ...asQuiz(aQuiz([bend(), speed()], { limitMinutes: 20 })), ...more });

  it('is longer for whom a time factor holds, and says why', async () => {
    const finch = await server.person('finch');
    const standing = { kind: 'none', amount: 0, validFrom: null, validTo: null, reason: '', quizTimePercent: 125_000, waivesLate: false };
    await finch.post('/api/standing-exceptions', { ...standing, studentIds: [school.bao.id], classIds: [school.rivers] });
    const { id } = await timed();
    expect((await begun('bao', id)).quiz).toMatchObject({
      minutes: 25,
      limitMinutes: 20,
      factor: 125_000,
      running: { endsAt: server.clock.now + 25 * MINUTE },
    });
    expect((await begun('hana', id)).quiz).toMatchObject({ minutes: 20, factor: null });
  });

  it('ends by the clock for whoever reads, before anything has noted it', async () => {
    const { id } = await timed();
    const { person } = await begun('bao', id);
    await send(person, id, given('bend', 'inside'));
    server.clock.now += 20 * MINUTE;
    expect(await stateOf(id)).toBe('in');
    const late = await send(person, id, given('speed', '0.625'));
    expect([late.body.over, Object.keys(late.body.stands)]).toEqual([true, ['bend', 'speed']]);
    server.clock.now += 30_001;
    const after = await send(person, id, given('bend', 'mouth', null));
    expect([after.body.late, after.body.stands.bend.answer]).toEqual([1, 'inside']);
  });

  it('makes a hand-in of what is there by itself, once, with the moment of its end', async () => {
    const { id } = await timed();
    const { person } = await begun('bao', id);
    await send(person, id, given('bend', 'inside'));
    const end = server.clock.now + 20 * MINUTE;
    server.clock.now = end + 31_000;
    await server.services.quizzes.settleEnded(server.clock.now);
    await server.services.quizzes.settleEnded(server.clock.now);
    const { body } = await person.get(at(id));
    expect(body.finished).toMatchObject([{ number: 1, endedAt: end, byClock: true }]);
    expect((await person.get(`/api/my/work/${id}`)).body.handIn).toMatchObject({ version: 1, at: end });
    expect(await stateOf(id)).toBe('scored');
  });

  it('keeps what came too late apart until the teacher counts it', async () => {
    const { id } = await timed();
    const { person } = await begun('bao', id);
    server.clock.now += 21 * MINUTE;
    await send(person, id, given('bend', 'inside'));
    const finch = await server.person('finch');
    const outcome = (await finch.get(`/api/assignments/${id}/quiz`)).body;
    const row = outcome.rows.find((one: { tries: number }) => one.tries === 1);
    expect([row.score, row.late]).toEqual([0, 1]);
    const counted = (await finch.put(`/api/assignments/${id}/quiz/tries/${row.tryId}/late`, { counts: true })).body;
    expect(counted.rows.find((one: { tries: number }) => one.tries === 1)).toMatchObject({ score: 1000, late: 0, lateCounts: true });
  });

  it('ends at the student’s own closing, where that comes first', async () => {
    const { id } = await timed({ closes: server.clock.now + 10 * MINUTE, due: server.clock.now + 5 * MINUTE });
    expect((await begun('bao', id)).quiz.running!.endsAt).toBe(server.clock.now + 10 * MINUTE);
  });

  it.each<[string, object, number, string]>([
    ['before it opens', { opens: Date.parse('2026-11-24T10:00:00Z') }, 0, 'quiz.notOpen'],
    ['after it has closed', {}, 10 * DAY, 'quiz.closed'],
  ])('lets nobody begin %s', async (_case, more, later, code) => {
    const { id } = await timed(more);
    const bao = await server.person('bao');
    server.clock.now += later;
    expect((await bao.post(`${at(id)}/tries`)).body.type).toBe(code);
  });
});

describe('several tries', () => {
  it('count by the rule of the assignment, and end when they are used up', async () => {
    const { id } = await school.issued({ ...asQuiz(aQuiz([bend()])), rounds: 2, roundRule: 'best' });
    const { person } = await begun('bao', id);
    await send(person, id, given('bend', 'inside'));
    await person.post(`${at(id)}/hand-in`, { number: 1 });
    server.clock.now += HOUR;
    expect((await person.post(`${at(id)}/tries`)).body.running.number).toBe(2);
    await person.post(`${at(id)}/answers`, { number: 2, answers: [given('bend', 'mouth')] });
    await person.post(`${at(id)}/hand-in`, { number: 2 });
    expect((await person.post(`${at(id)}/tries`)).body.type).toBe('quiz.noTriesLeft');
    const [row] = (await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body.rows;
    expect([row.score.earned, row.score.rounds, row.score.counted]).toEqual([0, [1000], 1000]);
  });

  it('gives one more to whom it was sent back', async () => {
    const finch = await server.person('finch');
    const { id } = await school.issued({ ...asQuiz(aQuiz([bend()])), rounds: 1 });
    const { person } = await begun('bao', id);
    await person.post(`${at(id)}/hand-in`, { number: 1 });
    const piece = `/api/assignments/${id}/pieces/${school.bao.id}`;
    const { version } = (await finch.get(piece)).body.row;
    const back = await finch.post(`${piece}/send-back`, { reason: 'Look again', newDue: null, version });
    expect([back.status, back.body.type]).toEqual([200, undefined]);
    expect((await person.post(`${at(id)}/tries`)).body.running.number).toBe(2);
  });
});
