import type { Question, Quiz } from '@jolly/core';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ReadQuizReply } from '../../contract';
import { aQuiz, asQuiz, bend, course, gap, question, speed, wear, why } from '../../testing/quizzes';
import { aSchool, aServer, bytesOf, type Person, type School, type Server } from '../../testing/school';
import { zip } from '../../testing/zip';

let server: Server;
let school: School;
let finch: Person;
beforeAll(async () => {
  server = await aServer();
  school = await aSchool(server);
  finch = await server.person('finch');
});
afterAll(() => server.close());

const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
const entries = (...words: string[]) =>
  words.map((text) => ({ id: text, text: { type: 'doc' as const, content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] } }));

/** A question of every kind, with what the standard can and cannot say. */
async function everyKind(): Promise<Question[]> {
  const file = (await finch.upload('/api/files', PNG, 'ford.png')).body as { id: string; name: string; size: number; mediaType: string };
  const picture = { id: file.id, name: file.name, size: file.size, mediaType: file.mediaType, alt: 'The ford' };
  const formula = {
    type: 'doc' as const,
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'What is ' },
          { type: 'inlineMath', attrs: { latex: '\\frac{10}{16}' } },
          { type: 'text', text: '?' },
        ],
      },
    ],
  };
  return [
    bend(),
    wear(),
    speed(),
    course(),
    why(),
    question(
      'several',
      'Which?',
      {
        kind: 'several',
        options: entries('A', 'B', 'C').map((one) => ({ ...one, staysLast: one.id === 'C', explanation: '' })),
        key: ['A', 'B'],
        mode: 'each',
      },
      { points: 2000 },
    ),
    question('true', 'It is so.', { kind: 'trueFalse', key: ['false'] }),
    question('short', 'Which word?', { kind: 'short', gaps: [gap(['silt', 'mud'], { ignoreCase: false })] }),
    question(
      'match',
      'Match.',
      {
        kind: 'match',
        left: entries('L1', 'L2'),
        right: entries('R1', 'R2', 'R3'),
        pairs: [
          ['L1', 'R1'],
          ['L2', 'R2'],
        ],
        mode: 'each',
      },
      { points: 2000 },
    ),
    question('place', 'Where?', { kind: 'place', picture, regions: [{ shape: 'rect', x: 0, y: 0, w: 5000, h: 10_000, percent: 100_000 }] }),
    {
      ...question('formula', '', {
        kind: 'number',
        unit: '',
        accepted: [{ value: '5/8', tolerance: null, tolerancePercent: '5', percent: 100_000 }],
      }),
      text: formula,
    },
    question('map', 'Draw it.', { kind: 'drawing', rubric: null }),
    question('set', 'Drawn.', { kind: 'trueFalse', key: ['true'] }, { setId: 'landforms' }),
  ];
}
async function written(quiz: Quiz, format: string): Promise<Buffer> {
  const { briefId } = await school.issued(asQuiz(quiz));
  return bytesOf(finch.post(`/api/briefs/${briefId}/quiz/file`, { format }));
}
const read = async (bytes: Buffer, name = 'quiz.zip') => (await finch.upload('/api/quizzes/read', bytes, name)).body as ReadQuizReply;
const MANIFEST = (...items: string[]) =>
  `<manifest><resources>${items.map((item) => `<resource identifier="${item}" type="imsqti_item_xmlv2p1" href="${item}"/>`).join('')}</resources></manifest>`;
const ITEM = (body: string, more = '') =>
  `<assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="x" title="Foreign">${more}<itemBody>${body}</itemBody></assessmentItem>`;
const CHOICE = `<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>B</value></correctResponse></responseDeclaration>`;
const CHOICES =
  '<choiceInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Which?</prompt><simpleChoice identifier="A">one</simpleChoice><simpleChoice identifier="B">two</simpleChoice></choiceInteraction>';

it.each(['qti3', 'qti21'])('takes its own package of %s back without any change', async (format) => {
  const questions = await everyKind();
  const quiz = {
    ...aQuiz(questions, { limitMinutes: 20, ownOrder: true, oneWay: true }),
    sets: [{ id: 'landforms', name: 'Landforms', take: 1 }],
  };
  const again = await read(await written(quiz, format));
  expect(again).toMatchObject({ title: 'Reading a river', run: quiz.run, sets: quiz.sets, notTaken: [], missed: [] });
  expect(again.questions).toEqual(questions);
});

it.each(['qti3', 'qti21'])(
  'writes items of %s that are well formed, and read by the standard alone give the same questions and keys',
  async (format) => {
    const questions = await everyKind();
    const folder = mkdtempSync(join(tmpdir(), 'jolly-qti-'));
    try {
      writeFileSync(
        join(folder, 'quiz.zip'),
        await written({ ...aQuiz(questions), sets: [{ id: 'landforms', name: '', take: 1 }] }, format),
      );
      execFileSync('python3', [
        '-c',
        'import sys,zipfile,xml.dom.minidom as m\nz=zipfile.ZipFile(sys.argv[1])\nassert z.testzip() is None\nfor n in z.namelist():\n  if n.endswith(".xml"): m.parseString(z.read(n))\nz.extractall(sys.argv[2])',
        join(folder, 'quiz.zip'),
        folder,
      ]);
      const files: Record<string, Buffer> = {};
      const take = (at: string) => execFileSync('cat', [join(folder, at)]);
      for (const name of [
        'imsmanifest.xml',
        'test.xml',
        ...readdirSync(join(folder, 'items')).map((one) => `items/${one}`),
        ...readdirSync(join(folder, 'media')).map((one) => `media/${one}`),
      ])
        files[name] = take(name);
      // Without our own file beside it, all that is known is what the standard says.
      const bare = await read(await zip(files));
      expect(bare.notTaken).toEqual([]);
      const kinds = (list: Question[]) => list.map((one) => `${one.kind} ${one.points}`).sort();
      expect(kinds(bare.questions)).toEqual(kinds(questions));
      const byKind = (kind: string) => bare.questions.find((one) => one.kind === kind) as never as Record<string, never>;
      expect(byKind('gaps').gaps).toMatchObject([{ accepted: [{ text: 'abrasion', percent: 100_000 }] }, { accepted: [{ text: 'load' }] }]);
      expect(byKind('place').regions).toMatchObject([{ shape: 'rect', x: 0, y: 0, percent: 100_000 }]);
      expect(JSON.stringify(bare.questions)).toContain('\\\\frac{10}{16}');
      const number = bare.questions
        .filter((one) => one.kind === 'number')
        .map((one) => (one as never as { accepted: object[] }).accepted[0]);
      expect(number).toEqual(
        expect.arrayContaining([
          expect.objectContaining({ value: '0.625', tolerance: '0.01' }),
          expect.objectContaining({ value: '0.625', tolerancePercent: '5' }),
        ]),
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  },
);

it.each(['csv', 'xlsx'])('goes out as a table of %s and comes in again', async (format) => {
  const again = await read(await written(aQuiz([bend(), wear(), speed(), course(), why()]), format), `quiz.${format}`);
  expect(again.questions.map((one) => [one.kind, one.points])).toEqual([
    ['one', 1000],
    ['gaps', 2000],
    ['number', 2000],
    ['order', 3000],
    ['own', 6000],
  ]);
  expect(again.notTaken).toEqual([]);
});

it.each<[string, string, string | null]>([
  ['a choice', ITEM(CHOICES, CHOICE), null],
  ['a choice without a key', ITEM(CHOICES, CHOICE.replace('<value>B</value>', '')), 'noKey'],
  ['a script', ITEM(`${CHOICES}<script>alert(1)</script>`, CHOICE), 'script'],
  ['a document type', `<!DOCTYPE x [<!ENTITY a "b">]>${ITEM(CHOICES, CHOICE)}`, 'doctype'],
  ['two interactions', ITEM(CHOICES + CHOICES, CHOICE), 'severalInteractions'],
  ['an interaction of another kind', ITEM('<sliderInteraction responseIdentifier="RESPONSE"/>', CHOICE), 'unknownInteraction'],
  [
    'scoring of its own',
    ITEM(CHOICES, CHOICE).replace('</itemBody>', '</itemBody><responseProcessing><customOperator/></responseProcessing>'),
    'ownProcessing',
  ],
  ['broken XML', '<assessmentItem>', 'unreadable'],
])('of a package with %s says what is not taken, and takes the rest', async (_case, item, problem) => {
  const { questions, notTaken } = await read(
    await zip({ 'imsmanifest.xml': MANIFEST('one.xml', 'two.xml'), 'one.xml': item, 'two.xml': ITEM(CHOICES, CHOICE) }),
  );
  expect(notTaken.map((one) => one.why)).toEqual(problem === null ? [] : [problem]);
  expect(questions).toHaveLength(problem === null ? 2 : 1);
});

it('takes three hundred questions of more, and says so of the others', async () => {
  const names = Array.from({ length: 400 }, (_, index) => `i${index}.xml`);
  const files = Object.fromEntries(names.map((name) => [name, ITEM(CHOICES, CHOICE)]));
  const { questions, notTaken } = await read(await zip({ 'imsmanifest.xml': MANIFEST(...names), ...files }));
  expect([questions.length, notTaken.length, notTaken[0]!.why]).toEqual([300, 100, 'tooMany']);
  const more = Object.fromEntries(Array.from({ length: 2100 }, (_, index) => [`i${index}.xml`, 'x']));
  expect((await finch.upload('/api/quizzes/read', await zip(more), 'many.zip')).body.type).toBe('quizFile.tooLarge');
});

it('refuses a package with paths outside, and what is none', async () => {
  const inside = await zip({ 'a/imsmanifest.xml': MANIFEST('one.xml') });
  // The packer makes no such names, so one is written over in the bytes.
  const outside = Buffer.from(inside.toString('latin1').replaceAll('a/imsmanifest.xml', '../manifest.xmlxx'), 'latin1');
  expect((await finch.upload('/api/quizzes/read', outside, 'quiz.zip')).body.type).toBe('quizFile.outside');
  expect((await finch.upload('/api/quizzes/read', Buffer.from([0, 1, 2, 3]), 'quiz.bin')).body.type).toBe('quizFile.notReadable');
});
