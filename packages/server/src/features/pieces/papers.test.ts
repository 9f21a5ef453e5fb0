import { randomUUID } from 'node:crypto';
import { fieldId, STICKER_NAMES, type PaperObject } from '@jolly/core';
import type { Attachment, OwnPaperReply, PaperChangeReply } from '../../contract';
import { worksheetPdf } from '../../testing/blank-papers';
import { textOfPdf } from '../../testing/pdf-text';
import { aSchool, aServer, changed, doc, HOUR, type Person, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());

const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
const work = (id: string) => `/api/my/work/${id}`;
const box = (id: string, text: string): PaperObject => ({
  id,
  page: 1,
  kind: 'text',
  x: 1000,
  y: 4000,
  width: 6000,
  size: 250,
  ink: 'ink',
  text,
});
const stroke = (id: string): PaperObject => ({
  id,
  page: 2,
  kind: 'stroke',
  tool: 'pen',
  ink: 'blue',
  width: 40,
  points: [0, 0, 900, 900],
});
const sticker = (id: string, which: string): PaperObject => ({ id, page: 1, kind: 'sticker', sticker: which, x: 5000, y: 5000, size: 800 });

/** An assignment with a PDF of which each student, or each group, has a copy. */
async function aPaper({ use = 'oneEach' as Attachment['use'], together = false } = {}) {
  const [finch, bao, hana] = [await server.person('finch'), await server.person('bao'), await server.person('hana')];
  const file = (await finch.upload('/api/files', await worksheetPdf(), 'Leaf.pdf')).body;
  const sun = (await finch.upload('/api/files', PNG, 'sun.png')).body;
  const attachment: Attachment = {
    id: randomUUID(),
    title: 'Leaf parts',
    kind: 'file',
    file,
    use,
    example: false,
    paper: {
      places: [{ id: randomUUID(), page: 2, kind: 'words', x: 100, y: 100, width: 3000, height: 400, label: 'Light' }],
      stickers: [sun],
    },
  };
  const groups = together
    ? await finch.post(`/api/classes/${school.rivers}/groupings`, {
        name: 'Lab',
        seed: null,
        until: null,
        groups: [{ id: null, name: 'Ford', studentIds: [school.bao.id, school.hana.id] }],
      })
    : null;
  const draft = await school.drafted(finch, {
    attachments: [attachment],
    accepts: ['files'],
    ...(groups ? { groupingId: groups.body.id } : {}),
  });
  await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
  const id = draft.classes[0]!.assignmentId;
  const at = `${work(id)}/papers/${attachment.id}`;
  const change = async (person: Person, seen: number, put: PaperObject[], drop: string[] = [], writer: string = randomUUID()) =>
    person.post(`${at}/changes`, { seen, writer, put, drop });
  const look = async (person: Person): Promise<OwnPaperReply> => (await person.get(at)).body;
  return { finch, bao, hana, attachment, sun, briefId: draft.id, id, at, change, look };
}
const words = (reply: { written: PaperObject[] }) => reply.written.map((one) => (one.kind === 'text' ? one.text : one.id));

describe('a paper to write on', () => {
  it('is the teacher’s file until something stands on it, then a copy of one’s own that the others do not have', async () => {
    const { bao, hana, change, look, attachment, id } = await aPaper();
    expect(await look(bao)).toMatchObject({
      title: 'Leaf parts',
      file: { id: attachment.kind === 'file' && attachment.file.id },
      written: [],
      version: 0,
      mayWrite: null,
      places: [{ label: 'Light' }],
      stickers: [{ name: 'sun.png' }],
    });
    expect((await change(bao, 0, [box('a', 'blade'), stroke('s')])).body).toMatchObject({
      version: 1,
      put: [{ id: 'a' }, { id: 's' }],
      drop: [],
    });
    const mine = await look(bao);
    expect([words(mine), mine.objects, mine.shared]).toEqual([['blade', 's'], 2, false]);
    expect(mine.file.id).not.toBe(attachment.kind === 'file' && attachment.file.id);
    expect((await bao.get(`/api/files/${mine.file.id}`)).status).toBe(200);
    expect((await hana.get(`/api/files/${mine.file.id}`)).status).toBe(404);
    expect((await look(hana)).written).toEqual([]);
    expect((await bao.get(work(id))).body).toMatchObject({ piece: { state: 'started' }, papers: [{ title: 'Leaf parts', objects: 2 }] });
  });

  it('refuses what it is not made of, and nothing of it is stored', async () => {
    const { bao, at, change, look } = await aPaper();
    const refused = async (put: unknown[], more: object = {}) =>
      (await bao.post(`${at}/changes`, { seen: 0, writer: randomUUID(), put, drop: [], ...more })).status;
    expect([
      await refused([{ ...box('a', 'x'), x: 10_001 }]),
      await refused([{ ...stroke('s'), points: [1, 2, 3] }]),
      await refused([{ ...box('a', 'x'), kind: 'film' }]),
      await refused([box('a', 'x'), box('a', 'y')]),
      await refused([], { writer: 'me' }),
      await refused([], { seen: -1 }),
      (await bao.get(`${at}/changes?since=never`)).status,
    ]).toEqual([400, 400, 400, 400, 400, 400, 400]);
    const foreign = (await (await server.person('finch')).upload('/api/files', PNG, 'key.png')).body;
    expect((await change(bao, 0, [sticker('k', foreign.id)])).body.type).toBe('paper.noSuchSticker');
    expect((await look(bao)).written).toEqual([]);
    expect((await bao.get(`${at.slice(0, -36)}${randomUUID()}`)).status).toBe(404);
  });

  it('brings two devices together object by object, and each hears of the other', async () => {
    const { bao, change, look, at } = await aPaper();
    const [phone, desk] = [randomUUID(), randomUUID()];
    await change(bao, 0, [box('a', 'blade'), box('b', 'stalk')], [], phone);
    await change(bao, 1, [box('a', 'leaf blade')], ['b'], phone);
    const reply: PaperChangeReply = (await change(bao, 1, [box('a', 'the blade'), box('b', 'leaf stalk'), stroke('s')], [], desk)).body;
    expect(reply).toMatchObject({ version: 3, drop: [] });
    expect(words(await look(bao)).sort()).toEqual(['leaf blade\nthe blade', 'leaf stalk', 's']);
    expect((await bao.get(`${at}/changes?since=2`)).body.put.map((one: PaperObject) => one.id).sort()).toEqual(['a', 'b', 's']);
    // Sent once more because the reply was lost: nothing changes.
    expect((await change(bao, 3, [stroke('s')], [], desk)).body).toMatchObject({ version: 3, put: [], drop: [] });
    // Its own writer's changes are followed, whether their reply came or not.
    await change(bao, 1, [box('b', 'vein')], [], desk);
    expect(words(await look(bao))).toContain('vein');
    await change(bao, 4, [], ['b'], phone);
    expect((await bao.get(`${at}/changes?since=3`)).body).toMatchObject({ put: [], drop: ['b'] });
  });

  it('does not let a page that writes on over the words that were brought together with its own', async () => {
    const { bao, change, look } = await aPaper();
    const [phone, desk] = [randomUUID(), randomUUID()];
    await change(bao, 0, [box('a', 'theirs')], [], phone);
    await change(bao, 0, [box('a', 'mine')], [], desk);
    // The desk has typed on before it heard of it.
    await change(bao, 0, [box('a', 'mine, longer')], [], desk);
    expect(words(await look(bao))).toEqual(['theirs\nmine, longer']);
  });

  it('is handed in as a PDF with everything on it, that is read, noted on and taken back', async () => {
    const { bao, finch, change, look, id, sun } = await aPaper();
    await change(bao, 0, [
      box('a', 'the blade'),
      sticker('k', sun.id),
      sticker('l', STICKER_NAMES[0]!),
      { id: fieldId('Name'), page: 1, kind: 'answer', x: 0, y: 0, width: 100, height: 100, tick: false, value: 'Bao L' },
    ]);
    const handIn = (await bao.post(`${work(id)}/hand-in`)).body;
    expect(handIn).toMatchObject({ files: [{ name: 'Leaf parts.pdf', mediaType: 'application/pdf' }], words: 4 });
    expect(handIn.receipt).toMatch(/^[0-9A-F]{4}-/);
    const pdf = (await finch.get(`/api/files/${handIn.files[0].id}?as=inline`)).body;
    const read = textOfPdf(pdf);
    expect(read).toContain('the blade');
    expect(read).toContain('Bao L');
    expect((await change(bao, 1, [box('a', 'later')])).body.type).toBe('piece.alreadyIn');
    const noted = await finch.post(`/api/assignments/${id}/pieces/${school.bao.id}/notes`, {
      version: 1,
      place: { kind: 'area', fileId: handIn.files[0].id, page: 1, x: 10, y: 10, width: 0, height: 0 },
      text: 'Well seen.',
    });
    expect(noted.body).toMatchObject([{ text: 'Well seen.', here: { page: 1 } }]);
    const copy = await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/files/${handIn.files[0].id}/noted`);
    expect(copy.headers['content-type']).toBe('application/pdf');
    const withNotes = textOfPdf(copy.body);
    expect([withNotes.includes('the blade'), withNotes.includes('Well seen.')]).toEqual([true, true]);
    // The student has the same once it is theirs to read, and no note before.
    expect((await bao.get(`${work(id)}/files/${handIn.files[0].id}/noted`)).status).toBe(404);
    await finch.del(`/api/assignments/${id}/pieces/${school.bao.id}/notes/${noted.body[0].id}`);
    await bao.post(`${work(id)}/take-back`);
    const back = (await bao.get(work(id))).body;
    expect([back.draft.files, words(await look(bao)).length]).toEqual([[], 4]);
    await change(bao, 1, [box('a', 'the blade, and the stalk')]);
    expect((await bao.post(`${work(id)}/hand-in`)).body.files).toHaveLength(1);
  });

  it('is kept by its student with the notes that came back on it', async () => {
    const { bao, finch, hana, change, id } = await aPaper();
    await change(bao, 0, [box('a', 'the blade')]);
    const handIn = (await bao.post(`${work(id)}/hand-in`)).body;
    const piece = `/api/assignments/${id}/pieces/${school.bao.id}`;
    const [file] = handIn.files;
    const pen = { kind: 'pen', fileId: file.id, page: 1, strokes: [[10, 10, 200, 200]] };
    await finch.post(`${piece}/notes`, { version: 1, place: pen, text: '' });
    const spot = { kind: 'area', fileId: file.id, page: 1, x: 100, y: 100, width: 200, height: 50 };
    await finch.post(`${piece}/notes`, { version: 1, place: spot, text: 'Why there, {name}?' });
    const desk = (await finch.get(piece)).body;
    await finch.put(`${piece}/score`, { version: desk.row.version, earned: 15_000, chosen: null, remark: doc('Good.') });
    await finch.post(`/api/assignments/${id}/return`, { studentIds: 'allHeld', confirmed: true });
    const copy = await bao.get(`${work(id)}/files/${file.id}/noted`);
    expect(copy.status).toBe(200);
    expect(textOfPdf(copy.body)).toContain('Why there, Bao?');
    expect((await hana.get(`${work(id)}/files/${file.id}/noted`)).status).toBe(404);
  });

  it('cannot be handed in with nothing on it', async () => {
    const { bao, change, id } = await aPaper();
    await change(bao, 0, [box('a', 'x')]);
    await change(bao, 1, [], ['a']);
    expect((await bao.post(`${work(id)}/hand-in`)).body.type).toBe('piece.empty');
  });

  it('has versions to look at and to go back to, also to what was handed in', async () => {
    const { bao, finch, change, look, id } = await aPaper();
    const writer = randomUUID();
    for (const [seen, text] of ['t', 'th', 'the blade'].entries()) await change(bao, seen, [box('a', text)], [], writer);
    server.clock.now += HOUR;
    await bao.post(`${work(id)}/hand-in`);
    server.clock.now += HOUR;
    await bao.post(`${work(id)}/take-back`);
    await change(bao, 3, [box('a', 'something else'), box('b', 'more')], [], writer);
    await change(bao, 4, [], ['a'], writer);
    const versions = (await bao.get(`${work(id)}/versions`)).body;
    expect(versions.map((one: { kind: string; paperCount: number }) => [one.kind, one.paperCount])).toEqual([
      ['saved', 1],
      ['handedIn', 1],
      ['saved', 1],
    ]);
    const [, handedIn] = versions;
    const then = (await bao.get(`${work(id)}/versions/${handedIn.id}`)).body;
    expect(then.papers.map(words)).toEqual([['the blade']]);
    const seen = await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/versions/${handedIn.id}`);
    expect(seen.body.papers.map(words)).toEqual([['the blade']]);
    server.clock.now += HOUR;
    expect((await bao.post(`${work(id)}/versions/${handedIn.id}/restore`)).status).toBe(204);
    expect(words(await look(bao))).toEqual(['the blade']);
    // The PDF that was made of it does not become a file to hand in beside it.
    expect((await bao.get(work(id))).body.draft.files).toEqual([]);
    const [, kept] = (await bao.get(`${work(id)}/versions`)).body;
    expect(kept.kind).toBe('kept');
    expect((await bao.get(`${work(id)}/versions/${kept.id}`)).body.papers.map(words)).toEqual([['more']]);
  });

  it('keeps the file it was written on until its student takes the corrected one', async () => {
    const { bao, finch, change, look, at, briefId, attachment } = await aPaper();
    await change(bao, 0, [box('a', 'blade')]);
    const newer = (await finch.upload('/api/files', PNG, 'Leaf 2.png')).body;
    const brief = (await finch.get(`/api/briefs/${briefId}`)).body;
    await finch.put(`/api/briefs/${briefId}`, changed(brief, { attachments: [{ ...attachment, file: newer } as Attachment] }));
    const before = await look(bao);
    expect(before.corrected).toBe(true);
    expect((await bao.get(`/api/files/${before.file.id}`)).body.subarray(0, 4).toString()).toBe('%PDF');
    expect((await bao.post(`${at}/correction`)).status).toBe(204);
    const after = await look(bao);
    expect([after.corrected, words(after)]).toEqual([false, ['blade']]);
    expect((await bao.get(`/api/files/${after.file.id}`)).body).toEqual(PNG);
  });

  it('is looked on by the class’s teacher while it is written, with the versions of the group’s', async () => {
    const { bao, finch, change, id, attachment } = await aPaper();
    const seen = `/api/assignments/${id}/pieces/${school.bao.id}/papers/${attachment.id}`;
    expect((await finch.get(seen)).body.written).toEqual([]);
    await change(bao, 0, [box('a', 'blade')]);
    expect(words((await finch.get(seen)).body)).toEqual(['blade']);
    expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}/draft`)).body.papers).toMatchObject([{ objects: 1 }]);
  });
});

describe('a paper of a group', () => {
  it('is one for all where the teacher says so: each writes on it, each sees the other', async () => {
    const { bao, hana, change, look, id } = await aPaper({ use: 'onePerGroup', together: true });
    await change(bao, 0, [box('a', 'by Bao')]);
    await change(hana, 1, [box('b', 'by Hana')]);
    expect([words(await look(bao)), (await look(hana)).shared]).toEqual([['by Bao', 'by Hana'], true]);
    const handIn = (await bao.post(`${work(id)}/hand-in`)).body;
    expect(handIn.files.map((file: { name: string }) => file.name)).toEqual(['Leaf parts.pdf']);
  });

  it('is one for each where each has one: all go in together, under names that differ', async () => {
    const { bao, hana, change, look, id } = await aPaper({ together: true });
    await change(bao, 0, [box('a', 'by Bao')]);
    await change(hana, 0, [box('b', 'by Hana')]);
    expect([words(await look(bao)), words(await look(hana))]).toEqual([['by Bao'], ['by Hana']]);
    const handIn = (await hana.post(`${work(id)}/hand-in`)).body;
    expect(handIn.files.map((file: { name: string }) => file.name).sort()).toEqual(['Leaf parts (2).pdf', 'Leaf parts.pdf']);
  });
});

describe('giving a paper', () => {
  it('is refused while it is written where nobody could write on it', async () => {
    const finch = await server.person('finch');
    const broken = (await finch.upload('/api/files', Buffer.from('%PDF-1.7\n%no more'), 'broken.pdf')).body;
    expect((await finch.get(`/api/files/${broken.id}/paper`)).body.type).toBe('paper.broken');
    const whole = (await finch.upload('/api/files', await worksheetPdf(), 'Leaf.pdf')).body;
    expect((await finch.get(`/api/files/${whole.id}/paper`)).body).toEqual({ pages: 2 });
    const words = (await finch.upload('/api/files', Buffer.from('plain'), 'plain.txt')).body;
    expect((await finch.get(`/api/files/${words.id}/paper`)).body.type).toBe('paper.notPaper');
    const draft = await school.drafted(finch);
    const brief = (await finch.get(`/api/briefs/${draft.id}`)).body;
    const attachment = { id: randomUUID(), title: 'Leaf', kind: 'file', file: broken, use: 'oneEach', example: false } as Attachment;
    expect((await finch.put(`/api/briefs/${draft.id}`, changed(brief, { attachments: [attachment] }))).body.type).toBe('paper.broken');
    expect((await finch.put(`/api/briefs/${draft.id}`, changed(brief, { attachments: [{ ...attachment, use: 'toRead' }] }))).status).toBe(
      200,
    );
  });
});
