import { entriesOf, filesIn, type Question, type QuestionSet, type Quiz } from '@jolly/core';
import archiver from 'archiver';
import { createHash, randomUUID } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { question as questionForm, quiz as quizForm } from '../../../forms/quizzes';
import { packagePath } from './package-path';
import { ItemProblem, readItem, titleOf, type ItemReading, type NotTaken } from './read-item';
import { itemTitle, nameOf, writeItem, type ItemWriting } from './write-item';
import { all, readXml, XmlProblem, xmlWriter, type Dialect, type Xml } from './xml';
import type { LeftBehind } from './xhtml';

/**
 * Packages of the standard: a zip with a manifest, an item for each question, a test that lists them, and pictures. What the
 * standard cannot say (letters that may be wrong, shares of an order, sets) lies beside it in a file of ours, with the fingerprint
 * of each item: an item that nobody changed is taken back as it was, any other is read by the standard.
 */

export const OURS = 'jolly-quiz.json';

/** A file of a package. */
export interface PackageFile {
  name: string;
  bytes: Buffer;
}
export interface Picture extends NonNullable<ReturnType<ItemWriting['pictureOf']>> {
  id: string;
  bytes: Buffer;
}

/** A picture of a package as it is kept here. */
export type KeptPicture = NonNullable<ReturnType<ItemReading['pictureOf']>> & {
  /** other files of the teacher with the same bytes */
  same: string[];
};

interface Ours {
  version: 1;
  title: string;
  run: Quiz['run'];
  sets: QuestionSet[];
  /** by path of its item: its fingerprint and the question itself */
  items: Record<string, { sha256: string; question: Question }>;
  /** by id of a file: where it lies in the package */
  pictures: Record<string, string>;
}

const sha256 = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex');
const itemPath = (question: Question): string => `items/${nameOf(question.id)}.xml`;
const MANIFEST = {
  '2.1': {
    xmlns: 'http://www.imsglobal.org/xsd/imscp_v1p1',
    item: 'imsqti_item_xmlv2p1',
    test: 'imsqti_test_xmlv2p1',
    schema: 'QTIv2.1 Package',
    version: '1.0.0',
    namespace: 'http://www.imsglobal.org/xsd/imsqti_v2p1',
  },
  '3.0': {
    xmlns: 'http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1',
    item: 'imsqti_item_xmlv3p0',
    test: 'imsqti_test_xmlv3p0',
    schema: 'QTI Package',
    version: '3.0.0',
    namespace: 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0',
  },
} as const;

/** A quiz as a package. @param pictures of its questions, by file id */
export async function writePackage({
  title,
  quiz,
  pictures,
  dialect,
  now,
}: {
  title: string;
  quiz: Quiz;
  pictures: ReadonlyMap<string, Picture>;
  dialect: Dialect;
  now: number;
}): Promise<Buffer> {
  const w = xmlWriter(dialect);
  const { q, h } = w;
  const terms = MANIFEST[dialect];
  const how: ItemWriting = {
    pathOf: (fileId) => (pictures.has(fileId) ? `../${pictures.get(fileId)!.path}` : null),
    pictureOf: (fileId) => {
      const found = pictures.get(fileId);
      return found ? { ...found, path: `../${found.path}` } : null;
    },
  };
  const items = quiz.questions.map((question) => ({
    question,
    path: itemPath(question),
    xml: writeItem(question, itemTitle(question), w, how),
  }));
  const ref = (question: Question) => q('assessmentItemRef', { identifier: `ref_${question.id}`, href: itemPath(question) });
  const sections = [
    ...quiz.sets.map((set) =>
      q(
        'assessmentSection',
        { identifier: nameOf(set.id), title: set.name || 'set', visible: false },
        q('selection', { select: set.take }),
        ...quiz.questions.filter((one) => one.setId === set.id).map(ref),
      ),
    ),
    ...(quiz.questions.some((one) => one.setId === null)
      ? [
          q(
            'assessmentSection',
            { identifier: 'questions', title, visible: true },
            quiz.run.ownOrder ? q('ordering', { shuffle: true }) : null,
            ...quiz.questions.filter((one) => one.setId === null).map(ref),
          ),
        ]
      : []),
  ];
  const limit = quiz.run.limitMinutes;
  const test = q(
    'assessmentTest',
    { xmlns: terms.namespace, identifier: 'test', title },
    limit === null ? null : q('timeLimits', { maxTime: limit * 60 }),
    q(
      'testPart',
      { identifier: 'part', navigationMode: quiz.run.oneWay ? 'linear' : 'nonlinear', submissionMode: 'simultaneous' },
      ...sections,
    ),
  );
  const used = [...pictures.values()];
  const filesOf = (question: Question) => used.filter((one) => usesFile(question, one.id));
  const resource = (identifier: string, type: string, href: string, ...files: string[]) =>
    h('resource', { identifier, type, href }, h('file', { href }), ...files.map((file) => h('file', { href: file })));
  const manifest = h(
    'manifest',
    { xmlns: terms.xmlns, identifier: 'manifest' },
    h('metadata', {}, h('schema', {}, terms.schema), h('schemaversion', {}, terms.version)),
    h('organizations', {}),
    h(
      'resources',
      {},
      resource('test', terms.test, 'test.xml'),
      ...items.map(({ question, path }) => resource(`res_${question.id}`, terms.item, path, ...filesOf(question).map((one) => one.path))),
      resource('extension', 'webcontent', OURS),
    ),
  );
  const ours: Ours = {
    version: 1,
    title,
    run: quiz.run,
    sets: quiz.sets,
    items: Object.fromEntries(items.map(({ question, path, xml }) => [path, { sha256: sha256(xml), question }])),
    pictures: Object.fromEntries(used.map((one) => [one.id, one.path])),
  };
  const head = '<?xml version="1.0" encoding="UTF-8"?>\n';
  const zip = archiver('zip', { zlib: { level: 9 } });
  const date = new Date(now);
  zip.append(head + manifest.html, { name: 'imsmanifest.xml', date });
  zip.append(head + test.html, { name: 'test.xml', date });
  for (const { path, xml } of items) zip.append(xml, { name: path, date });
  for (const one of used) zip.append(one.bytes, { name: one.path, date });
  zip.append(JSON.stringify(ours), { name: OURS, date });
  void zip.finalize();
  return buffer(zip);
}

const usesFile = (question: Question, fileId: string): boolean =>
  filesIn(question.text).includes(fileId) ||
  entriesOf(question).some((one) => filesIn(one.text).includes(fileId)) ||
  (question.kind === 'place' && question.picture?.id === fileId);

/** What was read of a package, and item by item what was not. */
export interface ReadPackage {
  title: string;
  run: Quiz['run'] | null;
  sets: QuestionSet[];
  questions: Question[];
  notTaken: { item: string; why: NotTaken | 'doctype' | 'tooMany' }[];
  /** questions that were taken without something that stood in them */
  missed: { item: string; what: LeftBehind }[];
}

function readOurs(files: ReadonlyMap<string, Buffer>): Ours | null {
  const bytes = files.get(OURS);
  if (!bytes) return null;
  try {
    const found = JSON.parse(bytes.toString('utf8')) as Ours;
    return found.version === 1 && typeof found.items === 'object' && typeof found.pictures === 'object' ? found : null;
  } catch {
    return null;
  }
}

/** The items of a package in their order: that of its test, else of its manifest. */
function itemPaths(files: ReadonlyMap<string, Buffer>, manifest: Xml, manifestPath: string): string[] {
  const resources = all(manifest, 'resource');
  const listed = resources.filter((one) => /item/.test(one.attrs.type ?? '')).map((one) => packagePath(one.attrs.href ?? '', manifestPath));
  const tests = resources.filter((one) => /test/.test(one.attrs.type ?? '')).map((one) => packagePath(one.attrs.href ?? '', manifestPath));
  const inTests = tests.flatMap((path) => {
    const bytes = files.get(path);
    if (!bytes) return [];
    try {
      return all(readXml(bytes.toString('utf8')), 'assessmentItemRef').map((one) => packagePath(one.attrs.href ?? '', path));
    } catch {
      return [];
    }
  });
  // Sets are written first in a test; our own order is kept beside it.
  return [...new Set([...inTests, ...listed])].filter((path) => files.has(path));
}

/**
 * Reads a package of either version.
 *
 * @param pictureOf the file of ours that a path of the package became
 * @param most how many questions are taken
 * @throws XmlProblem where there is no manifest that can be read
 */
export function readPackage(
  entries: readonly PackageFile[],
  { pictureOf, most }: { pictureOf: (path: string) => KeptPicture | null; most: number },
): ReadPackage {
  const files = new Map(entries.map((one) => [one.name, one.bytes]));
  const manifestPath =
    [...files.keys()].find((name) => name === 'imsmanifest.xml') ?? [...files.keys()].find((name) => name.endsWith('/imsmanifest.xml'));
  if (!manifestPath) throw new XmlProblem('notXml');
  const manifest = readXml(files.get(manifestPath)!.toString('utf8'));
  const ours = readOurs(files);
  const paths = itemPaths(files, manifest, manifestPath);
  const ordered = ours
    ? [...Object.keys(ours.items).filter((path) => paths.includes(path)), ...paths.filter((path) => !(path in ours.items))]
    : paths;
  const result: ReadPackage = {
    title: ours?.title ?? titleOfTest(files, manifest, manifestPath),
    run: null,
    sets: [],
    questions: [],
    notTaken: [],
    missed: [],
  };
  for (const path of ordered) {
    const bytes = files.get(path)!;
    const kept = ours?.items[path];
    if (result.questions.length >= most) {
      result.notTaken.push({ item: path, why: 'tooMany' });
      continue;
    }
    if (kept && kept.sha256 === sha256(bytes)) {
      const again = withPictures(kept.question, ours!, pictureOf);
      if (again) {
        result.questions.push(again);
        continue;
      }
    }
    try {
      const item = readXml(bytes.toString('utf8'));
      try {
        const read = readItem(item, { newId: randomUUID, pictureOf: (from) => pictureOf(packagePath(from, path)) });
        // Our own form has the last word on what is a question.
        if (questionForm.validate(read.question).error) throw new ItemProblem('unreadable');
        result.questions.push(read.question);
        for (const what of read.missed) result.missed.push({ item: titleOf(item) || path, what });
      } catch (error) {
        if (!(error instanceof ItemProblem)) throw error;
        result.notTaken.push({ item: titleOf(item) || path, why: error.why });
      }
    } catch (error) {
      if (!(error instanceof XmlProblem)) throw error;
      result.notTaken.push({ item: path, why: error.why === 'doctype' ? 'doctype' : 'unreadable' });
    }
  }
  if (ours) {
    const whole = quizForm.validate({ run: ours.run, sets: ours.sets, questions: [] });
    if (!whole.error) {
      const inUse = new Set(result.questions.map((one) => one.setId));
      result.run = whole.value.run;
      result.sets = whole.value.sets.filter((set: QuestionSet) => inUse.has(set.id));
    }
  }
  const known = new Set(result.sets.map((set) => set.id));
  result.questions = result.questions.map((one) => (one.setId !== null && !known.has(one.setId) ? { ...one, setId: null } : one));
  return result;
}

function titleOfTest(files: ReadonlyMap<string, Buffer>, manifest: Xml, manifestPath: string): string {
  const test = all(manifest, 'resource').find((one) => /test/.test(one.attrs.type ?? ''));
  const bytes = test && files.get(packagePath(test.attrs.href ?? '', manifestPath));
  try {
    return bytes ? (readXml(bytes.toString('utf8')).attrs.title ?? '').slice(0, 200) : '';
  } catch {
    return '';
  }
}

/** The question as it was kept, with its pictures as they are here; null if one of them is not there or it is no question of ours. */
function withPictures(question: Question, ours: Ours, pictureOf: (path: string) => KeptPicture | null): Question | null {
  let text = JSON.stringify(question);
  for (const [id, path] of Object.entries(ours.pictures)) {
    if (!text.includes(id)) continue;
    const here = pictureOf(path);
    if (!here) return null;
    // A file that is still the teacher's own stays the one it was.
    if (!here.same.includes(id)) text = text.replaceAll(id, here.id);
  }
  const checked = questionForm.validate({ ...(JSON.parse(text) as Question), storeId: null });
  return checked.error ? null : (checked.value as Question);
}
