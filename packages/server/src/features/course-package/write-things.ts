import { LANGUAGES, plainText, rubricToTable, RUBRIC_HEAD, type Language, type RichText, type Rubric } from '@jolly/core';
import { createHash } from 'node:crypto';
import type { Attachment, BriefBody, HandInKind } from '../../contract';
import { htmlPage } from '../../files/html-page';
import type { AddToZip } from '../../files/write-zip';
import { toXhtml, type XhtmlWriting } from '../quizzes/interchange/xhtml';
import { xmlWriter, type Html } from '../quizzes/interchange/xml';
import { filesOfBody } from '../shelf/shelf-columns';
import { FILE_BASE, NAMESPACE, RESOURCE, type CourseThing, type OurPart } from './course';
import { isSaidBy, writeAssessment } from './write-questions';

/** What stands for a thing in a package: pages for everybody, and what the standard has for it. */

const w = xmlWriter('2.1');
const { h } = w;
export const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';
export const sha256 = (text: string | Buffer): string => createHash('sha256').update(text).digest('hex');
export const asHref = (path: string): string => path.split('/').map(encodeURIComponent).join('/');

/** A resource of the manifest. */
export interface Resource {
  id: string;
  type: string;
  href: string;
  needs: string[];
  /** of a page: what programs that know assignments take in its place */
  variant?: string;
  isAssignment?: boolean;
}

/** How an element of a text is written where addresses begin at a page in a folder, or at a file that is no page. */
function writing(pathOf: (id: string) => string | null, base: string): XhtmlWriting {
  return {
    pathOf: (id) => {
      const path = pathOf(id);
      return path === null ? null : `${base}../${asHref(path)}`;
    },
  };
}
const html = (text: RichText, how: XhtmlWriting): string =>
  toXhtml(text.content ?? [], w, how)
    .map((one) => one.html)
    .join('');
const isBlank = (text: RichText): boolean => plainText(text).trim() === '' && !JSON.stringify(text).includes('"image"');

/** What a brief says, in every language it was written in. */
function wordsOf({ title, instructions, otherWords }: BriefBody, how: XhtmlWriting): string {
  const others = LANGUAGES.flatMap((language) => {
    const words = otherWords[language];
    if (!words) return [];
    const heading = h('h2', {}, words.title || title).html;
    return [`<section lang="${language}">${heading}${html(words.instructions, how)}</section>`];
  });
  return html(instructions, how) + others.join('');
}

const FORMATS: Record<HandInKind, 'text' | 'html' | 'url' | 'file'> = {
  text: 'html',
  files: 'file',
  photos: 'file',
  drawing: 'file',
  recording: 'file',
  link: 'url',
};

/** What goes with a thing, as its page names it. */
interface Named {
  href: string;
  title: string;
  /** of the package, not of the web */
  inside: boolean;
}
const listed = (found: readonly Named[], base = ''): string => {
  const address = ({ href, inside }: Named) => (inside ? `${base}../${asHref(href)}` : href);
  return found.length === 0 ? '' : h('ul', {}, ...found.map((one) => h('li', {}, h('a', { href: address(one) }, one.title)))).html;
};
function rubricTable(rubric: Rubric): string {
  const row = (cells: readonly string[], tag: string): Html => h('tr', {}, ...cells.map((cell) => h(tag, {}, cell)));
  return h('table', {}, row(RUBRIC_HEAD, 'th'), ...rubricToTable(rubric).map((cells) => row(cells, 'td'))).html;
}

export interface ThingWriting {
  add: AddToZip;
  /** of whatever is in no language of its own */
  language: Language;
  /** where a file lies in the package; null: it is gone */
  pathOf: (fileId: string) => string | null;
  /** the questions of a quiz as a package of their own, for programs that read a newer standard than the course's */
  questionsOf: (brief: BriefBody) => Promise<Buffer>;
  /** where what stands for each is noted */
  ours: Pick<OurPart, 'things' | 'besides'>;
}
/** The resource of a file. */
export const fileResource = (path: string): Resource => ({
  ...{ id: `file_${sha256(path).slice(0, 16)}`, type: RESOURCE.web, href: path, needs: [] },
});

/** Writes things into a package, one after the other. */
export function thingWriter({ add, language, pathOf, questionsOf, ours }: ThingWriting) {
  const [onPage, inXml] = [writing(pathOf, ''), writing(pathOf, FILE_BASE)];
  const resources: Resource[] = [];
  const needsOf = (thing: CourseThing): string[] =>
    [...new Set(filesOfBody(thing.body).flatMap((id) => pathOf(id) ?? []))].map((path) => fileResource(path).id);

  /** Puts what stands for a thing into the package. @returns its resource */
  const put = async (thing: CourseThing | null, resource: Resource, text: string | Buffer): Promise<Resource> => {
    await add(text, resource.href);
    resources.push(resource);
    if (thing) ours.things[resource.href] = { sha256: sha256(text), thing };
    return resource;
  };
  const page = (title: string, body: string, of: Language = language) => htmlPage(of, title, `${h('h1', {}, title).html}${body}`);

  /** Worksheets and rubrics become pages of their own beside the thing; links and files are named. */
  async function attached(attachments: readonly Attachment[], name: string, of: Language) {
    const found: Named[] = [];
    const needs: string[] = [];
    for (const [index, one] of attachments.entries()) {
      if (one.kind === 'link') found.push({ href: one.url, title: one.title || one.url, inside: false });
      else if (one.kind === 'file') {
        const path = pathOf(one.file.id);
        if (path) found.push({ href: path, title: one.title || one.file.name, inside: true });
      } else if (one.kind === 'worksheet') {
        const href = `${name}-${index + 1}.html`;
        const title = one.title || String(index + 1);
        ours.besides.push(href);
        const id = `res_${sha256(href).slice(0, 16)}`;
        await put(null, { id, type: RESOURCE.web, href, needs: [] }, page(title, html(one.text, onPage), of));
        needs.push(id);
        found.push({ href, title, inside: true });
      }
    }
    return { found, needs };
  }
  /** An assignment that is handed in: a page for everybody, and the same for programs that know assignments. */
  async function assignment(thing: CourseThing, brief: BriefBody, name: string, id: string): Promise<Resource> {
    const { found, needs } = await attached(brief.attachments, name, brief.language);
    if (brief.scoring.by === 'rubric') {
      const href = `${name}-rubric.html`;
      ours.besides.push(href);
      const title = brief.scoring.rubric.name || thing.title;
      await put(
        null,
        { id: `${id}_rubric`, type: RESOURCE.web, href, needs: [] },
        page(title, rubricTable(brief.scoring.rubric), brief.language),
      );
      needs.push(`${id}_rubric`);
      found.push({ href, title, inside: true });
    }
    needs.push(...needsOf(thing));
    const links = found.filter((one) => !one.inside);
    const inside = found.filter((one) => one.inside);
    const document = h(
      'assignment',
      { xmlns: NAMESPACE.assignment, identifier: id },
      h('title', {}, thing.title),
      h('text', { texttype: 'text/html' }, wordsOf(brief, inXml) + listed(links)),
      inside.length === 0
        ? null
        : h('attachments', {}, ...inside.map(({ href }) => h('attachment', { href: `../${asHref(href)}`, role: 'All' }))),
      h('gradable', brief.points === null ? {} : { points_possible: brief.points / 1000 }, String(brief.scoring.by !== 'none')),
      h(
        'submission_formats',
        {},
        ...[...new Set(brief.how === 'handIn' ? brief.accepts.map((one) => FORMATS[one]) : [])].map((type) => h('format', { type })),
      ),
    );
    const exact = await put(thing, { id: `${id}_assignment`, type: RESOURCE.assignment, href: `${name}.xml`, needs }, HEAD + document.html);
    const shown = page(thing.title, wordsOf(brief, onPage) + listed(found), brief.language);
    ours.besides.push(`${name}.html`);
    return put(null, { id, type: RESOURCE.web, href: `${name}.html`, needs, variant: exact.id, isAssignment: true }, shown);
  }

  async function quiz(thing: CourseThing, brief: BriefBody, name: string, id: string): Promise<Resource[]> {
    const { found, needs } = await attached(brief.attachments, name, brief.language);
    needs.push(...needsOf(thing));
    const questions = brief.quiz!.questions;
    const words = wordsOf(brief, inXml) + listed(found, FILE_BASE);
    const assessment = writeAssessment({ title: thing.title, words, quiz: brief.quiz!, tries: brief.rounds }, inXml);
    const asPage =
      wordsOf(brief, onPage) + listed(found) + h('ol', {}, ...questions.map((one) => h('li', {}, { html: html(one.text, onPage) }))).html;
    const first = assessment
      ? await put(thing, { id, type: RESOURCE.quiz, href: `${name}.xml`, needs }, assessment)
      : await put(
          thing,
          { id, type: RESOURCE.web, href: `${name}.html`, needs, isAssignment: true },
          page(thing.title, asPage, brief.language),
        );
    if (assessment && questions.every(isSaidBy)) return [first];
    const href = `${name}-questions.zip`;
    ours.besides.push(href);
    return [first, await put(null, { id: `${id}_all`, type: RESOURCE.web, href, needs: [] }, await questionsOf(brief))];
  }

  async function handout(thing: CourseThing, brief: BriefBody, name: string, id: string): Promise<Resource> {
    const [only, ...more] = brief.attachments;
    if (only?.kind === 'link' && more.length === 0 && isBlank(brief.instructions)) {
      const link = h('webLink', { xmlns: NAMESPACE.link }, h('title', {}, thing.title), h('url', { href: only.url, target: '_blank' }));
      return put(thing, { id, type: RESOURCE.link, href: `${name}.xml`, needs: [] }, HEAD + link.html);
    }
    const { found, needs } = await attached(brief.attachments, name, brief.language);
    needs.push(...needsOf(thing));
    return put(
      thing,
      { id, type: RESOURCE.web, href: `${name}.html`, needs },
      page(thing.title, wordsOf(brief, onPage) + listed(found), brief.language),
    );
  }

  async function resourcesOf(thing: CourseThing, number: string): Promise<Resource[]> {
    const { body } = thing;
    const id = `res_${number}`;
    switch (body.kind) {
      case 'assignment':
        return body.brief.how === 'quiz'
          ? quiz(thing, body.brief, `quizzes/${number}`, id)
          : [await assignment(thing, body.brief, `assignments/${number}`, id)];
      case 'handout':
        return [await handout(thing, body.brief, `handouts/${number}`, id)];
      case 'rubric':
        return [
          await put(
            thing,
            { id, type: RESOURCE.web, href: `rubrics/${number}.html`, needs: [] },
            page(thing.title, rubricTable(body.rubric)),
          ),
        ];
      case 'worksheet': {
        const shown = page(thing.title, html(body.text, onPage));
        return [await put(thing, { id, type: RESOURCE.web, href: `worksheets/${number}.html`, needs: needsOf(thing) }, shown)];
      }
      case 'file': {
        const path = pathOf(body.file.id);
        const shown = page(thing.title, path ? listed([{ href: path, title: body.file.name, inside: true }]) : '');
        return [await put(thing, { id, type: RESOURCE.web, href: `files/${number}.html`, needs: needsOf(thing) }, shown)];
      }
      case 'question':
        return [];
    }
  }

  return { resources, put, resourcesOf };
}
