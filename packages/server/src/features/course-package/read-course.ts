import Joi from 'joi';
import { createHash, randomUUID } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import type { CourseMiss, KeptFile, ShelfBody } from '../../contract';
import { MOST_FILE_BYTES } from '../../files/file-store';
import { decodeText } from '../../files/read-table';
import type { OpenZip } from '../../files/zip-file';
import { id as uuid } from '../../forms/fields';
import { shelfBody } from '../../forms/shelf';
import { Problem } from '../../http/problem';
import { packagePath } from '../quizzes/interchange/package-path';
import { child, children, elements, readXml, textIn, XmlProblem, type Xml } from '../quizzes/interchange/xml';
import { filesOfBody } from '../shelf/shelf-columns';
import { MOST_THINGS, OURS, OURS_FORMAT, OURS_VERSION, type Course, type CourseThing, type OurPart } from './course';
import { fileNamed, NotTaken, readThing, standsAlone, titled, type Inside } from './read-things';

/** More than a text of a course is long; what is read at once is bounded by it. */
const LARGEST_TEXT = 8 * 1024 ** 2;
/** Our own part holds the questions of every quiz. */
const LARGEST_OURS = 128 * 1024 ** 2;
const MOST_MISSED = 300;
const LONGEST_UNIT = 120;

/** A course as it was read from a package: its files by the id that its things name them with. */
export interface ReadCourse extends Course {
  files: ReadonlyMap<string, { path: string; file: KeptFile }>;
  missed: { title: string; why: CourseMiss }[];
  /** as many more are not told one by one */
  missedMore: number;
}

const thingForm = Joi.object<CourseThing>({ id: uuid, title: Joi.string().max(200).allow('').required(), body: shelfBody.required() });
const ourForm = Joi.object<OurPart>({
  format: Joi.valid(OURS_FORMAT).required(),
  version: Joi.number().integer().min(1).required(),
  title: Joi.string().max(400).allow('').required(),
  things: Joi.object()
    .pattern(Joi.string(), Joi.object({ sha256: Joi.string().required(), thing: Joi.object().unknown().required() }))
    .required(),
  files: Joi.object().pattern(uuid.optional(), Joi.string()).required(),
  besides: Joi.array().items(Joi.string()).required(),
}).unknown();

/** Where a package has its manifest; null: it is none. */
export const manifestIn = (zip: OpenZip): string | null =>
  [...zip.entries.keys()]
    .filter((name) => name === 'imsmanifest.xml' || name.endsWith('/imsmanifest.xml'))
    .sort((a, b) => a.length - b.length)[0] ?? null;

/** Is a zip a package of a course, and no archive of a class? */
export const isCourse = (zip: OpenZip): boolean => !zip.entries.has('manifest.json') && manifestIn(zip) !== null;

/**
 * Reads a package of a course: what is as we wrote it is taken as it was, everything else by the standard, and of what could not be
 * taken is said why. Nothing is fetched from anywhere, and nothing is stored.
 *
 * @throws Problem `archive.notReadable`, `course.notReadable`, `course.doctype`
 */
export async function readCourse(zip: OpenZip, progress: (done: number, total: number) => Promise<void> | void): Promise<ReadCourse> {
  const listed = manifestIn(zip);
  if (listed === null) throw new Problem('archive.notReadable');
  const manifestPath: string = listed;
  const bytesOf = async (path: string, most = LARGEST_TEXT): Promise<Buffer> => {
    if (zip.entries.get(path)!.size > most) throw new NotTaken('tooLarge');
    return buffer(await zip.read(path));
  };
  const manifest = await bytesOf(manifestPath)
    .then((bytes) => readXml(decodeText(bytes).text))
    .catch((error: unknown) => {
      if (error instanceof XmlProblem) throw new Problem(error.why === 'doctype' ? 'course.doctype' : 'course.notReadable');
      throw error instanceof NotTaken ? new Problem('course.notReadable') : error;
    });
  const ours = await ourPart(zip, packagePath(OURS, manifestPath), bytesOf);
  const besides = new Set(ours?.besides.map((one) => packagePath(one, manifestPath)));

  const ourThings = new Map(Object.entries(ours?.things ?? {}).map(([name, one]) => [packagePath(name, manifestPath), one]));

  const missed: ReadCourse['missed'] = [];
  const noted = new Set<string>();
  const note = (title: string, why: CourseMiss) => {
    const known = `${why} ${title}`;
    if (noted.has(known)) return;
    noted.add(known);
    if (missed.length < MOST_MISSED) missed.push({ title, why });
  };
  const byPath = new Map<string, KeptFile>();
  const fileAt = (path: string): KeptFile => {
    const file = byPath.get(path) ?? fileNamed(path, zip.entries.get(path)!.size);
    byPath.set(path, file);
    return file;
  };
  const insideFor = (title: string): Inside => ({
    sizeOf: (path) => zip.entries.get(path)?.size ?? null,
    endingIn: (tail) => {
      const [first, ...more] = [...zip.entries.keys()].filter((name) => name.endsWith(tail));
      return more.length === 0 ? (first ?? null) : null;
    },
    textOf: async (path) => decodeText(await bytesOf(path)).text,
    isBesides: (path) => besides.has(path),
    fileAt,
    missed: (why, part) => note(part ? `${title} – ${part}` : title, why),
  });

  const section = child(manifest, 'resources');
  const resources = section ? children(section, 'resource') : [];
  const byId = new Map(resources.map((one) => [one.attrs.identifier ?? '', one]));
  const pathOf = ({ attrs }: Xml): string => {
    const href = attrs.href ?? '';
    const base = section!.attrs.base ?? '';
    return packagePath(`${base}${attrs.base ?? ''}${href}`, manifestPath);
  };
  const taken = new Set<Xml>();
  const looked = new Set<string>();
  let count = 0;

  async function thingOf(resource: Xml, called: string): Promise<CourseThing | null> {
    const others = children(resource, 'variant').flatMap((one) => byId.get(one.attrs.identifierref ?? '') ?? []);
    // The page is for programs that have no word for what it is.
    const richer = others.filter((one) => standsAlone(one.attrs.type ?? ''));
    if ([...richer, resource].some((one) => taken.has(one))) return null;
    for (const one of [resource, ...others]) {
      taken.add(one);
      for (const path of [pathOf(one), ...children(one, 'file').map((file) => packagePath(file.attrs.href ?? '', manifestPath))])
        looked.add(path);
    }
    if (besides.has(pathOf(resource)) && richer.length === 0) return null;
    const title = titled(called);
    const named = title || pathOf(resource);
    await progress((count += 1), Math.max(count + 1, resources.length + 1));
    let whyNot: CourseMiss | null = null;
    for (const one of [...richer, resource]) {
      try {
        return await thingIn(one, title, named);
      } catch (error) {
        if (!(error instanceof NotTaken || error instanceof XmlProblem)) throw error;
        whyNot ??= error instanceof NotTaken ? error.why : error.why === 'doctype' ? 'doctype' : 'unreadable';
      }
    }
    note(named, whyNot!);
    return null;
  }
  /** @throws NotTaken, XmlProblem */
  async function thingIn(resource: Xml, title: string, named: string): Promise<CourseThing> {
    const { type = '', intendeduse = '' } = resource.attrs;
    const path = pathOf(resource);
    if (!zip.entries.has(path)) throw new NotTaken(/lti/.test(type) ? 'outsideTool' : 'notThere');
    const exact = await asItWas(path);
    if (exact) return exact;
    const about = { type, path, title, isAssignment: /assignment/.test(intendeduse) };
    const { error, value } = shelfBody.validate(await readThing(about, insideFor(named)));
    if (error) throw new NotTaken('unreadable');
    const body = value as Extract<ShelfBody, { brief: unknown }>;
    return { id: randomUUID(), title: body.brief.title, body };
  }

  /** A thing that nobody has changed since we wrote it; null where somebody has, or it is none. */
  async function asItWas(path: string): Promise<CourseThing | null> {
    const kept = ourThings.get(path);
    if (!kept || !ours) return null;
    const sha256 = createHash('sha256').update(await bytesOf(path)).digest('hex'); // prettier-ignore
    if (sha256 !== kept.sha256) return null;
    const text = asText(kept.thing, (key, value: unknown) => (key === 'storeId' || key === 'shelfId' ? null : value));
    const { error, value } = thingForm.validate(JSON.parse(text ?? 'null'));
    if (error || value === null) return null;
    const thing = value!;
    if (thing.body.kind === 'assignment' || thing.body.kind === 'handout') Object.assign(thing.body, { window: null, termStart: null });
    const renamed = new Map<string, KeptFile>();
    for (const id of filesOfBody(thing.body)) {
      const file = packagePath(ours.files[id] ?? '', manifestPath);
      const size = zip.entries.get(file)?.size;
      if (size === undefined || size > MOST_FILE_BYTES) return null;
      renamed.set(id, fileAt(file));
    }
    return withFiles(thing, renamed);
  }

  const units: Course['units'] = [];
  const unitOf = (name: string): Course['units'][number] => {
    const unit = units.find((one) => one.name === name) ?? { name, things: [] };
    if (!units.includes(unit)) units.push(unit);
    return unit;
  };
  /** units that somebody planned and has not filled */
  const planned = new Set<string>();
  async function walk(items: readonly Xml[], name: string): Promise<void> {
    const unit = unitOf(name);
    for (const item of items) {
      const called = textIn(child(item, 'title')).trim();
      const below = children(item, 'item');
      const resource = byId.get(item.attrs.identifierref ?? '');
      if (item.attrs.identifierref !== undefined && !resource) note(titled(called) || item.attrs.identifierref, 'notThere');
      if (resource) {
        const thing = await thingOf(resource, called);
        if (thing) unit.things.push(thing);
      }
      const inside = titled([name, called].filter(Boolean).join(' – ')).slice(0, LONGEST_UNIT).trim();
      if (below.length > 0) await walk(below, inside);
      else if (item.attrs.identifierref === undefined && inside !== '') planned.add(unitOf(inside).name);
    }
  }
  const organization = elements(child(manifest, 'organizations') ?? manifest).find((one) => one.name === 'organization');
  const tops = organization ? children(organization, 'item') : [];
  const [root] = tops;
  await walk(tops.length === 1 && root!.attrs.identifierref === undefined ? children(root!, 'item') : tops, '');
  const loose = resources.filter((one) => !taken.has(one) && standsAlone(one.attrs.type ?? ''));
  for (const resource of loose) {
    const thing = await thingOf(resource, '');
    if (thing) units[0]!.things.push({ ...thing, title: thing.title || titled(pathOf(resource)) });
  }

  const used = new Set(units.flatMap((unit) => unit.things.flatMap((one) => filesOfBody(one.body))));
  const files = new Map([...byPath].flatMap(([path, file]) => (used.has(file.id) ? [[file.id, { path, file }] as const] : [])));
  const known = new Set([
    ...looked,
    ...[...files.values()].map((one) => one.path),
    ...besides,
    manifestPath,
    packagePath(OURS, manifestPath),
  ]);
  for (const resource of resources)
    if (!taken.has(resource) && !known.has(pathOf(resource)))
      note(pathOf(resource) || (resource.attrs.identifier ?? ''), /lti/.test(resource.attrs.type ?? '') ? 'outsideTool' : 'notNamed');
  const most = bounded(units, planned, note);
  return {
    title: titled(ours?.title ?? '') || titleOf(manifest, organization),
    units: most,
    files,
    missed,
    missedMore: noted.size - missed.length,
  };
}

/** As JSON; null for what nests without end. */
function asText(value: unknown, replacer: (key: string, value: unknown) => unknown): string | null {
  try {
    return JSON.stringify(value, replacer);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

function titleOf(manifest: Xml, organization: Xml | undefined): string {
  const about = child(manifest, 'metadata');
  const find = (of: Xml): Xml | undefined => elements(of).map((one) => (one.name === 'title' ? one : find(one))).find(Boolean); // prettier-ignore
  return titled(textIn(about && find(about)) || textIn(organization && child(organization, 'title')));
}

/** Units with something in them or planned, and of all their things no more than a class is given. */
function bounded(units: Course['units'], planned: ReadonlySet<string>, note: (title: string, why: CourseMiss) => void): Course['units'] {
  let left = MOST_THINGS;
  return units.flatMap(({ name, things }) => {
    for (const one of things.slice(left)) note(one.title, 'tooMany');
    const some = things.slice(0, left);
    left -= some.length;
    return some.length > 0 || planned.has(name) ? [{ name, things: some }] : [];
  });
}

/** The same with other files in the place of those it names, by their ids. */
export function withFiles<T>(value: T, files: ReadonlyMap<string, KeptFile>): T {
  const now = new Map([...files.values()].map((file) => [file.id, file]));
  return JSON.parse(JSON.stringify(value), (_, one: unknown) => {
    if (typeof one === 'string') return files.get(one)?.id ?? one;
    if (one === null || typeof one !== 'object' || !('mediaType' in one) || !('id' in one)) return one;
    // Inside out: its id is the other file's already.
    return { ...one, ...now.get(String(one.id)) };
  }) as T;
}

/** The same with the words of pictures that cannot be drawn in their place: that are none, or would fill a phone's memory. */
export function withoutPictures<T>(value: T, undrawable: ReadonlySet<string>, missed: (why: 'picture') => void): T {
  const wrong = (id: unknown): boolean => {
    const is = typeof id === 'string' && undrawable.has(id);
    if (is) missed('picture');
    return is;
  };
  return JSON.parse(JSON.stringify(value), (key, one: { type?: string; id?: unknown; attrs?: Record<string, unknown> } | null) => {
    if (key === 'picture' && wrong(one?.id)) return null;
    if (one?.type !== 'image' || !wrong(one.attrs?.fileId)) return one;
    const alt = String(one.attrs?.alt ?? '');
    return { type: 'paragraph', ...(alt === '' ? {} : { content: [{ type: 'text', text: alt }] }) };
  }) as T;
}

async function ourPart(zip: OpenZip, path: string, bytesOf: (path: string, most: number) => Promise<Buffer>): Promise<OurPart | null> {
  if (!zip.entries.has(path)) return null;
  try {
    const { error, value } = ourForm.validate(JSON.parse((await bytesOf(path, LARGEST_OURS)).toString('utf8')));
    if (error) return null;
    // What a newer version says beside the standard it may mean otherwise; the standard stays the same.
    return value!.version === OURS_VERSION ? value! : null;
  } catch (error) {
    if (error instanceof SyntaxError || error instanceof RangeError || error instanceof NotTaken) return null;
    throw error;
  }
}
