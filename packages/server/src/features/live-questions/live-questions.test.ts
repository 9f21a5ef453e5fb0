import { LONGEST_LIVE_MS, textOf } from '@jolly/core';
import type { AssignmentPiecesReply, LiveAnswersReply, LiveBoardReply, LiveQuestionItem, MyLiveQuestion } from '../../contract';
import { bend, course, why } from '../../testing/quizzes';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';

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

const ask = async (question = bend(), more: object = {}) =>
  (await finch.post(`/api/classes/${school.rivers}/live-questions`, { question, names: true, mayChange: true, ...more }))
    .body as LiveBoardReply;
const show = async (id: string, more: { spread?: boolean; key?: boolean; ended?: boolean }) =>
  (await finch.put(`/api/live-questions/${id}`, more)).body as LiveBoardReply;
const board = async (id: string) => (await finch.get(`/api/live-questions/${id}`)).body as LiveBoardReply;
const mine = async (person = bao) => (await person.get('/api/my/live-questions')).body as MyLiveQuestion[];
const answer = (person: Person, id: string, given: unknown) => person.put(`/api/my/live-questions/${id}/answer`, { answer: given });

describe('a question asked in the lesson', () => {
  it('gathers each student’s latest answer, and tells nothing of the key until it is shown', async () => {
    const { id } = await ask();
    expect(await mine()).toMatchObject([{ id, open: true, answer: null, spread: null, key: null, mark: null }]);
    await answer(bao, id, 'outside');
    expect((await answer(bao, id, 'inside')).body).toMatchObject({ answer: 'inside' });
    await answer(await server.person('hana'), id, 'outside');
    expect(await board(id)).toMatchObject({ answered: 2, of: 2, spread: null, key: null, open: true });
    const shown = await show(id, { spread: true });
    expect(shown.spread).toEqual([
      {
        gap: null,
        lines: [
          { label: 'Inside', count: 1, right: null, at: null },
          { label: 'Outside', count: 1, right: null, at: null },
          { label: 'Mouth', count: 0, right: null, at: null },
        ],
      },
    ]);
    for (const seen of [shown, await mine(), await board(id)])
      expect(JSON.stringify(seen)).not.toMatch(/Slow water|There it is fast|"key":\[|Lind/);
    await show(id, { key: true });
    // Another window of the board knows nothing of the key yet: what it asks for takes nothing back.
    expect(await show(id, { spread: true })).toMatchObject({ key: ['Inside'], open: false });
    expect((await finch.put(`/api/live-questions/${id}`, {})).status).toBe(400);
    expect(await mine()).toMatchObject([{ open: false, key: ['Inside'], mark: 'full', explanation: 'Slow water drops its load.' }]);
    expect((await board(id)).spread![0]!.lines.map((line) => line.right)).toEqual([true, false, false]);
    expect(((await finch.get(`/api/live-questions/${id}/answers`)).body as LiveAnswersReply).rows).toMatchObject([
      { student: { givenName: 'Bao' }, answer: 'inside', mark: 'full' },
      { student: { givenName: 'Hana' }, answer: 'outside', mark: 'none' },
    ]);
  });

  it('takes nothing once it is ended, though a phone that slept sends it; it can go on', async () => {
    const { id } = await ask();
    await show(id, { ended: true });
    expect((await answer(bao, id, 'inside')).body.type).toBe('live.over');
    expect(await mine()).toEqual([]);
    await show(id, { ended: false });
    expect((await answer(bao, id, 'inside')).status).toBe(200);
    // A lesson later it is over by itself.
    server.clock.now += LONGEST_LIVE_MS;
    expect((await answer(bao, id, 'outside')).body.type).toBe('live.over');
    expect(await board(id)).toMatchObject({ open: false, answered: 1 });
  });

  it('ends with the next one of its class, and is kept in the list until it is taken away', async () => {
    const first = await ask();
    await answer(bao, first.id, 'inside');
    const second = await ask(course());
    expect((await answer(bao, first.id, 'outside')).body.type).toBe('live.over');
    expect((await mine()).map((one) => one.id)).toEqual([second.id]);
    const list = async () => (await finch.get(`/api/classes/${school.rivers}/live-questions`)).body as LiveQuestionItem[];
    expect((await list()).map(({ answered, open }) => [answered, open]).sort()).toEqual([
      [0, true],
      [1, false],
    ]);
    expect((await finch.del(`/api/live-questions/${first.id}`)).status).toBe(204);
    expect((await list()).map((one) => one.id)).toEqual([second.id]);
  });

  it('refuses what cannot be asked or is no answer, and who is not in the class', async () => {
    const at = `/api/classes/${school.rivers}/live-questions`;
    expect((await finch.post(at, { question: why(), names: true, mayChange: true })).body.type).toBe('live.notScored');
    expect((await finch.post(at, { question: bend({ text: textOf('') }), names: true, mayChange: true })).body).toMatchObject({
      type: 'live.notReady',
      errors: [{ path: 'question' }],
    });
    const { id } = await ask();
    for (const wrong of ['nowhere', null, ['inside']]) expect((await answer(bao, id, wrong)).body.type).toBe('live.noAnswer');
    expect((await answer(await server.person('otto'), id, 'inside')).status).toBe(404);
    expect((await board(id)).answered).toBe(0);
  });

  it('shows its picture to the class that is asked, and is heard of where somebody looks', async () => {
    const file = (await finch.upload('/api/files', Buffer.from('spoken'), 'river.mp3')).body;
    const { live } = server.services;
    const [asked, answers] = [jest.fn(), jest.fn()];
    const stopAsked = await live.listenToAll('asked', [school.rivers], asked);
    const { id } = await ask(bend({ spoken: file }));
    expect((await bao.get(`/api/files/${file.id}`)).status).toBe(200);
    expect((await (await server.person('otto')).get(`/api/files/${file.id}`)).status).toBe(404);
    const stop = await live.listen({ kind: 'liveQuestion', id }, answers);
    await live.poll();
    expect([asked.mock.calls.length, answers.mock.calls.length]).toEqual([1, 0]);
    await answer(bao, id, 'inside');
    await live.poll();
    await answer(bao, id, 'outside');
    await live.poll();
    await live.poll();
    expect([asked.mock.calls.length, answers.mock.calls.length]).toEqual([1, 2]);
    [stopAsked, stop].forEach((end) => end());
    // A co-teacher asks the same again with a picture that is not theirs; a stranger cannot use it.
    const again = { question: bend({ spoken: file }), names: true, mayChange: true };
    expect((await (await server.person('lund')).post(`/api/classes/${school.rivers}/live-questions`, again)).status).toBe(201);
    expect((await (await server.person('stranger')).post(`/api/classes/${school.maps}/live-questions`, again)).body.type).toBe(
      'file.notYours',
    );
  });

  it('without names stores who has answered and what was answered apart, and nobody’s answer counts', async () => {
    const { id } = await ask(bend(), { names: false });
    expect((await answer(bao, id, 'inside')).body).toMatchObject({ has: true, answer: null, names: false });
    expect((await answer(bao, id, 'outside')).body.type).toBe('live.answered');
    await answer(await server.person('hana'), id, 'outside');
    expect(await show(id, { key: true, spread: true })).toMatchObject({ answered: 2, names: false, open: false });
    expect(await mine()).toMatchObject([{ has: true, mark: null, key: ['Inside'] }]);
    const [rows] = (await server.sequelize.query('SELECT student_id AS who, at FROM live_answers')) as unknown as [
      { who: null; at: Date }[],
    ];
    const [{ asked }] = (await server.sequelize.query('SELECT asked_at AS asked FROM live_questions'))[0] as [{ asked: Date }];
    expect(rows).toEqual([
      { who: null, at: asked },
      { who: null, at: asked },
    ]);
    expect(((await finch.get(`/api/live-questions/${id}/answers`)).body as LiveAnswersReply).rows).toEqual([]);
    expect((await finch.post(`/api/live-questions/${id}/score`, { points: 2000 })).body.type).toBe('live.nameless');
  });

  it('counts in the mark book once it is over, once; an answer that may not be changed stays', async () => {
    const { id } = await ask(bend(), { mayChange: false });
    await answer(bao, id, 'inside');
    expect((await answer(bao, id, 'outside')).body.type).toBe('live.stays');
    expect((await answer(bao, id, 'inside')).status).toBe(200);
    const count = () => finch.post(`/api/live-questions/${id}/score`, { points: 2000 });
    expect((await count()).body.type).toBe('live.stillOpen');
    await show(id, { ended: true });
    const [first, second] = [(await count()).body as { assignmentId: string }, (await count()).body as { assignmentId: string }];
    expect(second).toEqual(first);
    const { rows } = (await finch.get(`/api/assignments/${first.assignmentId}/pieces`)).body as AssignmentPiecesReply;
    expect(rows.map((one) => [one.student.givenName, one.score?.earned ?? null])).toEqual([
      ['Bao', 2000],
      ['Hana', null],
    ]);
  });
});
