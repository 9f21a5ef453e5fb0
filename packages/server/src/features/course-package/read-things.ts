import { EMPTY_TEXT, FIRST_RUN, parsePoints, quizMax, tidyText, type RichNode, type RichText } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Attachment, BriefBody, CourseMiss, HandInKind, KeptFile, ShelfBody } from '../../contract';
import { MOST_FILE_BYTES, safeFileName } from '../../files/file-store';
import { MOST_QUESTIONS } from '../../forms/quizzes';
import { BLANK_BRIEF } from '../assignments/drafts';
import { readHtml } from '../quizzes/interchange/html';
import { packagePath } from '../quizzes/interchange/package-path';
import { fromXhtml, type XhtmlReading } from '../quizzes/interchange/xhtml';
import { all, child, children, elements, readXml, textIn, type Xml } from '../quizzes/interchange/xml';
import { FILE_BASES } from './course';
import { readAssessment } from './read-questions';

/** Resources of a course package as things of ours, by what the standard says of them. */

/** Why something of a package is not taken at all. */
export class NotTaken extends Error {
  constructor(readonly why: CourseMiss) {
    super(why);
  }
}

/** What a package holds, as far as things need it. */
export interface Inside {
  sizeOf: (path: string) => number | null;
  /** the one path that ends like this; null: none or several do */
  endingIn: (tail: string) => string | null;
  textOf: (path: string) => Promise<string>;
  /** what was written beside things for other programs */
  isBesides: (path: string) => boolean;
  /** the file that a path becomes, by an id of its own until it is kept */
  fileAt: (path: string) => KeptFile;
  /** @param part of a thing in which something is missed: one of its questions */
  missed: (why: CourseMiss, part?: string) => void;
}

const PICTURE = /\.(png|jpe?g|gif|webp)$/i;
const ADDRESS = /^([a-z][a-z\d+.-]*:|\/\/)/i;
const MOST_ATTACHED = 40;
export const nameIn = (path: string): string => path.split('/').at(-1)!;
/** A title as ours are: one line, not too long. */
export const titled = (text: string): string =>
  tidyText(text.replace(/\p{Cc}/gu, ' '))
    .slice(0, 200)
    .trim();

/** Pictures and files that a text names, from where it stands. */
function readingAt(path: string, inside: Inside): { how: XhtmlReading; files: Map<string, KeptFile> } {
  const files = new Map<string, KeptFile>();
  const leads = (address: string): string | null => {
    const bare = address.trim().replace(FILE_BASES, '');
    if (ADDRESS.test(bare)) return null;
    const there = [packagePath(bare, path), packagePath(bare, '')].find((one) => inside.sizeOf(one) !== null);
    // Programs mean different folders by the token that stands before an address.
    return there ?? (bare === address.trim() ? null : inside.endingIn(`/${packagePath(bare, '')}`));
  };
  const fits = (found: string): boolean => {
    if (inside.sizeOf(found)! <= MOST_FILE_BYTES) return true;
    inside.missed('tooLarge');
    return false;
  };
  return {
    files,
    how: {
      pictureOf(address) {
        if (/^(https?:)?\/\//i.test(address.trim())) inside.missed('elsewhere');
        const found = leads(address);
        return found !== null && PICTURE.test(found) && fits(found) ? inside.fileAt(found).id : null;
      },
      pointsAt(address) {
        const found = leads(address);
        if (found !== null && !inside.isBesides(found) && fits(found)) files.set(found, inside.fileAt(found));
      },
      interaction: () => null,
      missed: (what) => inside.missed(what),
    },
  };
}

const attachmentOf = (file: KeptFile): Attachment => ({
  ...{ id: randomUUID(), kind: 'file', title: titled(file.name), use: 'toRead', example: false },
  file,
});
function attached(files: ReadonlyMap<string, KeptFile>, inside: Inside): Attachment[] {
  if (files.size > MOST_ATTACHED) inside.missed('tooManyFiles');
  return [...files.values()].slice(0, MOST_ATTACHED).map(attachmentOf);
}

/** What stands in a page, without its own title over it. */
function pageText(page: Xml, title: string, how: XhtmlReading): RichText {
  const first = elements(page)[0];
  const heading = first && /^h[1-3]$/.test(first.name) && titled(textIn(first)) === title ? first : null;
  return fromXhtml(
    page.children.filter((one) => one !== heading),
    how,
  );
}
const htmlText = (text: string, how: XhtmlReading): RichText => fromXhtml(readHtml(text).children, how);

const brief = (more: Partial<BriefBody>): ShelfBody => {
  const body = { ...BLANK_BRIEF, ...more };
  return { kind: body.kind, brief: body, window: null, termStart: null };
};
const handout = (title: string, instructions: RichText, attachments: Attachment[]): ShelfBody =>
  brief({ kind: 'handout', title, instructions, attachments });

async function pageThing(path: string, title: string, inside: Inside, isAssignment: boolean): Promise<ShelfBody> {
  const { how, files } = readingAt(path, inside);
  const instructions = pageText(readHtml(await inside.textOf(path)), title, how);
  const attachments = attached(files, inside);
  return isAssignment ? brief({ title, instructions, attachments }) : handout(title, instructions, attachments);
}

function linkThing(document: Xml, title: string): ShelfBody {
  const url = (all(document, 'url')[0]?.attrs.href ?? '').trim();
  if (!/^https?:\/\/\S+$/i.test(url)) throw new NotTaken('noAddress');
  return handout(title, EMPTY_TEXT, [{ id: randomUUID(), kind: 'link', title, use: 'toRead', example: false, url }]);
}

const ACCEPTS: Readonly<Record<string, HandInKind>> = { file: 'files', text: 'text', html: 'text', url: 'link' };
function assignmentThing(document: Xml, path: string, title: string, inside: Inside): ShelfBody {
  const { how, files } = readingAt(path, inside);
  const text = child(document, 'text');
  const isHtml = text && (/html/i.test(text.attrs.texttype ?? 'text/html') || elements(text).length > 0);
  const words = textIn(text);
  const instructions = isHtml ? htmlText(words, how) : ({ type: 'doc', content: paragraphs(words) } satisfies RichText);
  for (const one of all(document, 'attachment')) how.pointsAt!(one.attrs.href ?? '');
  // What is for the teacher alone has no place that students do not see.
  if (textIn(child(document, 'instructor_text')).trim() !== '') inside.missed('forTeachers');
  const gradable = child(document, 'gradable');
  const isScored = textIn(gradable).trim() !== 'false';
  const points = parsePoints(gradable?.attrs.points_possible ?? '');
  const asked = child(document, 'submission_formats');
  const accepts = asked
    ? [...new Set(children(asked, 'format').flatMap((one) => ACCEPTS[one.attrs.type ?? ''] ?? []))]
    : BLANK_BRIEF.accepts;
  return brief({
    title: title || titled(textIn(child(document, 'title'))),
    instructions,
    attachments: attached(files, inside),
    ...(accepts.length > 0 ? { accepts } : { how: 'inClass' }),
    ...(isScored ? { points: points === 0 ? null : points } : { scoring: { by: 'none' } }),
  });
}
const paragraphs = (words: string): RichNode[] => {
  const found = words.split(/\n+/).map((line) => line.trim()).filter(Boolean); // prettier-ignore
  return (found.length > 0 ? found : ['']).map((text) => ({
    type: 'paragraph',
    ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
  }));
};

const WHY_NOT = {
  unknownInteraction: 'questionKind',
  ownProcessing: 'questionScoring',
  noKey: 'questionKey',
  unreadable: 'questionKind',
  tooMany: 'tooManyQuestions',
} as const;
function quizThing(document: Xml, path: string, title: string, inside: Inside): ShelfBody {
  const { how, files } = readingAt(path, inside);
  const read = readAssessment(document, how, MOST_QUESTIONS);
  for (const { item, why } of read.notTaken) inside.missed(WHY_NOT[why], titled(item));
  if (read.questions.length === 0) throw new NotTaken('noQuestions');
  const points = quizMax(read.questions, []);
  return brief({
    title: title || titled(read.title),
    instructions: read.instructions,
    attachments: attached(files, inside),
    how: 'quiz',
    accepts: [],
    quiz: { run: { ...FIRST_RUN, limitMinutes: read.minutes }, sets: [], questions: read.questions },
    points: points > 0 ? points : null,
    rounds: read.tries,
  });
}

function discussionThing(document: Xml, path: string, title: string, inside: Inside): ShelfBody {
  const { how, files } = readingAt(path, inside);
  const text = child(document, 'text');
  const instructions = text ? htmlText(textIn(text), how) : EMPTY_TEXT;
  for (const one of all(document, 'attachment')) how.pointsAt!(one.attrs.href ?? '');
  inside.missed('discussion');
  return handout(title || titled(textIn(child(document, 'title'))), instructions, attached(files, inside));
}

/**
 * A resource as a thing of ours.
 * @param type as the manifest says it, of any version of the standard
 * @throws NotTaken, XmlProblem
 */
export async function readThing(
  { type, path, title, isAssignment }: { type: string; path: string; title: string; isAssignment: boolean },
  inside: Inside,
): Promise<ShelfBody> {
  if (/^(webcontent|associatedcontent)/.test(type)) {
    if (/\.x?html?$/i.test(path)) return pageThing(path, title, inside, isAssignment);
    if (inside.sizeOf(path)! > MOST_FILE_BYTES) throw new NotTaken('tooLarge');
    return handout(title || titled(nameIn(path)), EMPTY_TEXT, [attachmentOf(inside.fileAt(path))]);
  }
  if (/^(ims_?)?(basic)?lti/.test(type)) throw new NotTaken('outsideTool');
  const document = readXml(await inside.textOf(path));
  if (/^imswl/.test(type)) return linkThing(document, title);
  if (/^assignment/.test(type)) return assignmentThing(document, path, title, inside);
  if (/^imsqti/.test(type)) return quizThing(document, path, title, inside);
  if (/^imsdt/.test(type)) return discussionThing(document, path, title, inside);
  throw new NotTaken('unknownKind');
}

/** Does a resource stand for something by itself, though no unit lists it? */
export const standsAlone = (type: string): boolean => /^(imswl|assignment|imsqti|imsdt)/.test(type);

export const fileNamed = (path: string, size: number): KeptFile => ({
  ...{ id: randomUUID(), name: safeFileName(nameIn(path)), size },
  mediaType: 'application/octet-stream',
});
