import { randomUUID } from 'node:crypto';
import type { BriefBody, MyPieceReply, WorkFile } from '../../contract';
import type { SaidPlace } from '@jolly/core';
import { aQuiz, asQuiz, bend, wear } from '../../testing/quizzes';
import { aSchool, aServer, type Person, type School, type Server } from '../../testing/school';
import { aWorksheet, p, sheetOf, space } from '../../testing/worksheets';

/** Parts of a work that are answered aloud instead of in writing. */
const TUS = { 'Tus-Resumable': '1.0.0' };
/** As short as a sound file can be. */
const SOUND = 'RIFF\x04\0\0\0WAVEfmt ';
const base64 = (text: string) => Buffer.from(text).toString('base64');
let server: Server;
let school: School;
let bao: Person;
let finch: Person;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
  [bao, finch] = [await server.person('bao'), await server.person('finch')];
});
afterEach(() => server.close());

const worksheet = aWorksheet(sheetOf(p('What does the river leave?'), space('first', { type: 'paragraph' })));
async function issued(more: Partial<BriefBody> = {}): Promise<string> {
  const draft = await school.drafted(finch, { attachments: [worksheet], accepts: ['text'], voiceAnswers: true, ...more });
  await finch.post(`/api/briefs/${draft.id}/issue`, { version: draft.version, at: null });
  return draft.classes[0]!.assignmentId;
}
const beginWith = (id: string, answers: string, size = SOUND.length, name = 'Answer.wav') =>
  bao.send('post', '/api/my/uploads', undefined, {
    ...TUS,
    'Upload-Length': String(size),
    'Upload-Metadata': `assignmentId ${base64(id)},name ${base64(name)}${answers === '' ? '' : `,answers ${base64(answers)}`}`,
  });
async function say(id: string, place: SaidPlace, bytes = SOUND, name = 'Answer.wav') {
  const begun = await beginWith(id, JSON.stringify(place), bytes.length, name);
  const upload = new URL(String(begun.headers.location), 'http://here').pathname;
  await bao
    .send('patch', upload, undefined, { ...TUS, 'Upload-Offset': '0', 'Content-Type': 'application/offset+octet-stream' })
    .send(bytes);
  return bao.post(`${upload}/finish`);
}
const TEXT: SaidPlace = { attachmentId: null, placeId: null };
const pieceOf = async (id: string): Promise<MyPieceReply> => (await bao.get(`/api/my/work/${id}`)).body;

it('a recording answers the text, a worksheet or a space of it, and is handed in with the work', async () => {
  const id = await issued();
  expect(await pieceOf(id)).toMatchObject({ voiceAnswers: true });
  const spot: SaidPlace = { attachmentId: worksheet.id, placeId: 'first' };
  for (const place of [TEXT, { attachmentId: worksheet.id, placeId: null }, spot])
    expect((await say(id, place)).body).toMatchObject({ mediaType: 'audio/wav', answers: place });
  expect((await pieceOf(id)).draft.files).toHaveLength(3);
  const { files } = (await bao.post(`/api/my/work/${id}/hand-in`)).body as { files: WorkFile[] };
  expect(files.map((one) => one.answers)).toContainEqual(spot);
  expect((await finch.get(`/api/files/${files[0]!.id}`)).status).toBe(200);
});

it.each<[string, Partial<BriefBody>, SaidPlace, string, string]>([
  ['where answers are written', { voiceAnswers: false }, TEXT, SOUND, 'piece.voiceNotAllowed'],
  ['for a text that is not asked for', { accepts: ['files'] }, TEXT, SOUND, 'piece.noSuchPlace'],
  ['for a space that is not there', {}, { attachmentId: worksheet.id, placeId: 'second' }, SOUND, 'piece.noSuchPlace'],
  [
    'for a sheet that is not theirs to write on',
    { attachments: [] },
    { attachmentId: worksheet.id, placeId: null },
    SOUND,
    'piece.noSuchPlace',
  ],
  ['that is not said but written', {}, TEXT, 'just words', 'piece.kindNotAccepted'],
])('nothing is taken %s', async (_, more, place, bytes, type) => {
  const id = await issued(more);
  expect((await say(id, place, bytes, bytes === SOUND ? 'Answer.wav' : 'answer.txt')).body.type).toBe(type);
  expect((await pieceOf(id)).draft.files).toEqual([]);
});

it('a part that cannot be read from the upload is refused before any byte comes', async () => {
  const id = await issued();
  for (const answers of ['{"attachmentId"', '"text"', '{"attachmentId":null}', '{"attachmentId":"not an id","placeId":null}'])
    expect((await beginWith(id, answers)).body.type).toBe('request.malformed');
});

it('an answer of a quiz that is said waits for the teacher, who hears it across the class', async () => {
  const { id } = await school.issued({ ...asQuiz(aQuiz([bend(), wear()])), voiceAnswers: true, closes: null });
  const at = `/api/my/quizzes/${id}`;
  expect((await bao.post(`${at}/tries`)).body.voiceAnswers).toBe(true);
  const { id: said } = (await bao.upload(`${at}/files`, Buffer.from(SOUND), 'answer.wav')).body;
  const answer = (questionId: string, what: unknown) => ({ id: randomUUID(), questionId, answer: what, insteadOf: null });
  const reply = (await bao.post(`${at}/answers`, { number: 1, answers: [answer('bend', 'inside'), answer('wear', { said })] })).body;
  expect([reply.refused, reply.stands.wear.answer]).toEqual([{}, { said }]);
  // What is chosen cannot be said.
  const wrong = answer('bend', { said });
  expect((await bao.post(`${at}/answers`, { number: 1, answers: [wrong] })).body.refused).toEqual({ [wrong.id]: 'wrongForm' });
  await bao.post(`${at}/hand-in`, { number: 1 });
  const across = (await finch.get(`/api/assignments/${id}/quiz/questions/wear/answers`)).body;
  expect(across.questions).toEqual([{ id: 'wear', number: 2, waiting: 1 }]);
  const [one] = across.answers;
  expect(one).toMatchObject({ answer: { said }, files: [{ id: said }], mark: null });
  const mark = { points: 1500, choices: null, remark: '', remarks: [], version: 0 };
  expect((await finch.put(`/api/assignments/${id}/quiz/tries/${one.tryId}/marks/wear`, mark)).body.mark.points).toBe(1500);
  const outcome = (await finch.get(`/api/assignments/${id}/quiz`)).body;
  expect([outcome.waiting, outcome.rows.find((row: { tryId: string | null }) => row.tryId).score]).toEqual([0, 2500]);
});

it('where a quiz is to be written, nothing can be said', async () => {
  const { id } = await school.issued({ ...asQuiz(aQuiz([wear()])), closes: null });
  await bao.post(`/api/my/quizzes/${id}/tries`);
  const answer = { id: randomUUID(), questionId: 'wear', answer: { said: randomUUID() }, insteadOf: null };
  expect((await bao.post(`/api/my/quizzes/${id}/answers`, { number: 1, answers: [answer] })).body.refused).toEqual({
    [answer.id]: 'wrongForm',
  });
});
