import type { BookCell } from '@jolly/core';
import type { BookEdit, BookReply } from '../../contract';
import { aSchool, aServer, doc, HOUR, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
let finch: Person;
let book: string;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
  book = `/api/classes/${school.rivers}/book`;
});
afterEach(() => server.close());

const look = async (who = finch, query = ''): Promise<BookReply> => (await who.get(`${book}${query}`)).body as BookReply;
/** The cell of a student in the column of an assignment. */
const cellIn = (reply: BookReply, assignmentId: string, studentId: string): BookCell | null =>
  reply.cells[reply.students.findIndex((one) => one.id === studentId)]![
    reply.columns.findIndex((one) => one.sets.some((set) => set?.assignmentId === assignmentId))
  ]!;
const cell = async (assignmentId: string, name: 'bao' | 'hana') => cellIn(await look(), assignmentId, school[name].id);
const edit = (assignmentId: string, name: 'bao' | 'hana', text: string, version = 0): BookEdit => ({
  assignmentId,
  studentId: school[name].id,
  version,
  text,
});
const enter = (edits: BookEdit[], more: object = {}, who = finch) => who.post(`${book}/edits`, { kind: 'typed', edits, ...more });
async function handsIn(name: 'bao' | 'hana', id: string): Promise<void> {
  const student = await server.person(name);
  await student.put(`/api/my/work/${id}/text`, { text: doc('work'), version: 0 });
  expect((await student.post(`/api/my/work/${id}/hand-in`)).status).toBe(201);
}

describe('undoing', () => {
  const turn = async (way: 'undo' | 'redo') => {
    const { body } = await finch.get(`${book}/acts`);
    return finch.post(`${book}/acts/${body[way]?.id ?? school.bao.id}/${way}`);
  };

  it('puts back everything an act changed, and does it again, act by act', async () => {
    const { id } = await school.issued({ due: server.clock.now - 24 * HOUR });
    await enter([edit(id, 'bao', '12'), edit(id, 'hana', 'x')]);
    await enter([edit(id, 'bao', '14', 1)]);
    expect((await turn('undo')).body.cells).toMatchObject([{ cell: { score: { earned: 12_000 } } }]);
    expect((await turn('undo')).body).toMatchObject({ changed: 2, undo: null, redo: { cells: 2 } });
    expect([await cell(id, 'bao'), await cell(id, 'hana')]).toMatchObject([{ state: 'missing' }, { state: 'missing' }]);
    expect((await cell(id, 'bao'))!.score).toBeUndefined();
    await turn('redo');
    expect((await turn('redo')).body.redo).toBeNull();
    expect([await cell(id, 'bao'), await cell(id, 'hana')]).toMatchObject([{ score: { earned: 14_000 } }, { excused: true }]);
    expect((await turn('redo')).body.type).toBe('book.notNext');
  });

  it('cannot do again what was undone before something else was done', async () => {
    const { id } = await school.issued();
    await enter([edit(id, 'bao', '12')]);
    await turn('undo');
    await enter([edit(id, 'hana', '9')]);
    expect((await finch.get(`${book}/acts`)).body.redo).toBeNull();
  });

  it('leaves everything as it is where a cell was changed since, and shows that one', async () => {
    const { id } = await school.issued();
    await enter([edit(id, 'bao', '12'), edit(id, 'hana', '9')]);
    const lund = await server.person('lund');
    await enter([edit(id, 'hana', '10', 1)], {}, lund);
    const reply = await turn('undo');
    expect([reply.status, reply.body.type]).toEqual([409, 'book.changedSince']);
    expect(reply.body.current.cells).toMatchObject([{ studentId: school.hana.id, cell: { score: { earned: 10_000 } } }]);
    expect(await cell(id, 'bao')).toMatchObject({ score: { earned: 12_000 } });
  });

  it('takes back what a student was shown by correcting it, never by taking it out', async () => {
    const { id } = await school.issued();
    await enter([edit(id, 'bao', '12')]);
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    expect((await turn('undo')).body.type).toBe('book.changedSince');
    const { version } = (await cell(id, 'bao'))!;
    expect((await enter([edit(id, 'bao', '', version)])).body.current.problems).toEqual([{ index: 0, why: 'returned' }]);
    await enter([edit(id, 'bao', '13', version)]);
    expect(await cell(id, 'bao')).toMatchObject({ state: 'returned', held: true, returned: 12_000 });
    await turn('undo');
    const back = (await cell(id, 'bao'))!;
    expect([back.held, back.score!.earned]).toEqual([undefined, 12_000]);
  });

  it('of a second round brings the first one back', async () => {
    const { id } = await school.issued({ roundRule: 'mean' });
    await handsIn('bao', id);
    await enter([edit(id, 'bao', '10', (await cell(id, 'bao'))!.version)]);
    const desk = `/api/assignments/${id}/pieces/${school.bao.id}`;
    await finch.post(`${desk}/send-back`, { reason: 'again', newDue: null, version: (await cell(id, 'bao'))!.version });
    await (await server.person('bao')).post(`/api/my/work/${id}/hand-in`);
    const again = (await cell(id, 'bao'))!;
    // The same number typed again is a score of this round, not what is there already.
    expect((await enter([edit(id, 'bao', '10', again.version)])).body.changed).toBe(1);
    await enter([edit(id, 'bao', '20', again.version + 1)]);
    expect(await cell(id, 'bao')).toMatchObject({ score: { earned: 20_000, counted: 15_000, effective: 15_000 } });
    await turn('undo');
    await turn('undo');
    const first = (await cell(id, 'bao'))!;
    expect([first.state, first.score!.earned, first.score!.counted]).toEqual(['in', 10_000, undefined]);
  });

  it('knows absence as the class sheet does, and takes it back', async () => {
    const { id } = await school.issued({ how: 'inClass', due: server.clock.now - HOUR });
    expect((await enter([edit((await school.issued()).id, 'bao', 'a')])).body.current.problems).toEqual([{ index: 0, why: 'notInClass' }]);
    const { undo } = (await enter([edit(id, 'bao', 'a')])).body;
    expect(await cell(id, 'bao')).toMatchObject({ state: 'inClass', absent: true });
    const mark = async () =>
      (await finch.get(`/api/assignments/${id}/pieces`)).body.rows.map(
        (row: { collecting: { mark: string | null } }) => row.collecting.mark,
      );
    expect(await mark()).toEqual(['absent', null]);
    // A score that comes later stays beside it; emptied once the score goes, then the note.
    const at = async () => (await cell(id, 'bao'))!.version;
    await enter([edit(id, 'bao', '12', await at())]);
    expect(await cell(id, 'bao')).toMatchObject({ absent: true, score: { earned: 12_000 } });
    await enter([edit(id, 'bao', '', await at())]);
    expect([(await cell(id, 'bao'))!.absent, (await cell(id, 'bao'))!.score]).toEqual([true, undefined]);
    const last = (await enter([edit(id, 'bao', '', await at())])).body.undo;
    expect(await mark()).toEqual([null, null]);
    await finch.post(`${book}/acts/${last.id}/undo`);
    expect(await mark()).toEqual(['absent', null]);
    const { entries } = (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/history`)).body;
    expect(entries.map((one: { kind: string }) => one.kind)).toEqual(expect.arrayContaining(['absent', 'notAbsent']));
    expect(undo.id).not.toBe(last.id);
  });

  it('takes a remark to a cell, held like any other, beside the score or alone', async () => {
    const { id } = await school.issued({ how: 'inClass', due: server.clock.now - HOUR });
    const remark = async (text: string) =>
      enter([{ assignmentId: id, studentId: school.bao.id, version: (await cell(id, 'bao'))!.version, remark: text }], {
        kind: 'remarked',
      });
    const desk = async () => (await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row;
    expect((await remark('See me.')).body.changed).toBe(1);
    expect(await desk()).toMatchObject({ held: true, score: { earned: null, remark: doc('See me.') } });
    await enter([edit(id, 'bao', '12', (await cell(id, 'bao'))!.version)]);
    expect((await desk()).score).toMatchObject({ earned: 12_000, remark: doc('See me.') });
    const { undo } = (await remark('Well seen.')).body;
    expect((await desk()).score.remark).toEqual(doc('Well seen.'));
    await finch.post(`${book}/acts/${undo.id}/undo`);
    expect((await desk()).score).toMatchObject({ earned: 12_000, remark: doc('See me.') });
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld' });
    expect((await (await server.person('bao')).get(`/api/my/work/${id}`)).body.piece.returned).toMatchObject({ remark: doc('See me.') });
    expect((await remark('x'.repeat(4001))).status).toBe(400);
  });

  it('keeps the remark when a number is emptied', async () => {
    const { id } = await school.issued();
    const desk = `/api/assignments/${id}/pieces/${school.bao.id}`;
    await finch.put(`${desk}/score`, { earned: 12_000, chosen: null, remark: doc('Clear'), version: 0 });
    await enter([edit(id, 'bao', '', 1)]);
    const { row } = (await finch.get(desk)).body;
    expect([row.score.earned, row.score.remark]).toEqual([null, doc('Clear')]);
    await turn('undo');
    expect((await finch.get(desk)).body.row.score).toMatchObject({ earned: 12_000, remark: doc('Clear') });
  });
});
