import type { Language } from '@jolly/core';
import type { Readable } from 'node:stream';
import { safeFileName, type FileStore } from '../../files/file-store';
import { writeZip, type AddToZip } from '../../files/write-zip';
import { xmlWriter, type Html } from '../quizzes/interchange/xml';
import { filesOfBody } from '../shelf/shelf-columns';
import { NAMESPACE, OURS, OURS_FORMAT, OURS_VERSION, RESOURCE, type Course, type OurPart } from './course';
import { asHref, fileResource, HEAD, thingWriter, type Resource, type ThingWriting } from './write-things';

const { h } = xmlWriter('2.1');

/** Files of ours, where they lie in the package. */
export interface CourseFile {
  fingerprint: string;
  name: string;
}
const pathOfFile = ({ fingerprint, name }: CourseFile): string => `files/${fingerprint.slice(0, 12)}/${safeFileName(name)}`;

export interface CourseSources extends Pick<ThingWriting, 'questionsOf'> {
  fileStore: Pick<FileStore, 'read'>;
  /** files by their ids, those of them that are there */
  filesOf: (ids: readonly string[]) => Promise<(CourseFile & { id: string })[]>;
}

/**
 * Writes a course as a package of the standard IMS Common Cartridge 1.3, in which every program finds pages, files, links,
 * assignments and the questions that its profile has words for; and beside them, in a file of ours, all that it has none for.
 *
 * @param into takes the zip as a stream and says when it is there
 * @returns what `into` says
 */
export async function writeCourse<T>(
  course: Course,
  language: Language,
  { fileStore, filesOf, questionsOf }: CourseSources,
  progress: (done: number, total: number) => Promise<void> | void,
  into: (zip: Readable) => Promise<T>,
): Promise<T> {
  const things = course.units.flatMap((unit) => unit.things);
  const files = await filesOf([...new Set(things.flatMap((one) => filesOfBody(one.body)))]);
  const paths = new Map(files.map((file) => [file.id, pathOfFile(file)]));
  const distinct = new Map(files.map((file) => [pathOfFile(file), file]));
  const total = things.length + distinct.size + 1;
  let done = 0;
  const step = async () => void (await progress((done += 1), total));

  const ours: OurPart = {
    format: OURS_FORMAT,
    version: OURS_VERSION,
    title: course.title,
    things: {},
    files: Object.fromEntries(paths),
    besides: [],
  };
  const fill = async (add: AddToZip) => {
    const pathOf = (id: string) => paths.get(id) ?? null;
    const { resources, put, resourcesOf } = thingWriter({ add, language, pathOf, questionsOf, ours });
    const items: Html[] = [];
    let number = 0;
    for (const [index, unit] of course.units.entries()) {
      const inUnit: Html[] = [];
      for (const thing of unit.things) {
        number += 1;
        for (const { id } of await resourcesOf(thing, String(number).padStart(3, '0')))
          inUnit.push(h('item', { identifier: `item_${id}`, identifierref: id }, h('title', {}, thing.title || '…')));
        await step();
      }
      items.push(...(unit.name === '' ? inUnit : [h('item', { identifier: `unit_${index + 1}` }, h('title', {}, unit.name), ...inUnit)]));
    }
    for (const [path, file] of distinct) {
      const found = await fileStore.read(file.fingerprint);
      // A file that is gone from the disk is not pretended to be there.
      if (found) {
        await add(found.stream, path);
        resources.push(fileResource(path));
      }
      await step();
    }
    await put(null, { id: 'res_ours', type: RESOURCE.web, href: OURS, needs: [] }, JSON.stringify(ours));
    await add(HEAD + manifest(course.title, language, items, resources).html, 'imsmanifest.xml');
    await step();
  };
  return writeZip(into, fill);
}

function manifest(title: string, language: Language, items: readonly Html[], resources: readonly Resource[]): Html {
  const there = new Set(resources.map((one) => one.id));
  return h(
    'manifest',
    { xmlns: NAMESPACE.manifest, 'xmlns:cpx': NAMESPACE.extension, 'xmlns:lomimscc': NAMESPACE.about, identifier: 'course' },
    h(
      'metadata',
      {},
      h('schema', {}, 'IMS Common Cartridge'),
      h('schemaversion', {}, '1.3.0'),
      h('lomimscc:lom', {}, h('lomimscc:general', {}, h('lomimscc:title', {}, h('lomimscc:string', { language }, title || 'course')))),
    ),
    h(
      'organizations',
      {},
      h('organization', { identifier: 'units', structure: 'rooted-hierarchy' }, h('item', { identifier: 'root' }, ...items)),
    ),
    h(
      'resources',
      {},
      ...resources.map(({ id, type, href, needs, variant, isAssignment }) =>
        h(
          'resource',
          { identifier: id, type, href: asHref(href), intendeduse: isAssignment ? 'assignment' : null },
          h('file', { href: asHref(href) }),
          ...[...new Set(needs)].filter((one) => there.has(one)).map((identifierref) => h('dependency', { identifierref })),
          variant ? h('cpx:variant', { identifier: `${id}_variant`, identifierref: variant }, h('cpx:metadata')) : null,
        ),
      ),
    ),
  );
}
