import { EVERYONE, isPaper, type Actor, type Instant, type Language } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { Transaction } from 'sequelize';
import type { Attachment, BriefBody, CourseLook, CourseMiss, KeptFile, ShelfBody, ShelfRequest } from '../../contract';
import { isDrawable } from '../../files/drawable';
import type { FileStore, StoredBytes } from '../../files/file-store';
import type { OpenZip } from '../../files/zip-file';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import { filesOf } from '../assignments/brief-body';
import { BLANK_BRIEF } from '../assignments/drafts';
import type { ClassesService } from '../classes/classes.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { PaperChecksService } from '../kept/paper-checks.service';
import type { QuizInterchangeService } from '../quizzes/interchange/interchange.service';
import type { ShelfService } from '../shelf/shelf.service';
import type { Course, CourseThing } from './course';
import { readCourse, withFiles, withoutPictures, type ReadCourse } from './read-course';
import { writeCourse } from './write-course';

type Teacher = Actor & { userId: string };
type Progress = (done: number, total: number) => Promise<void> | void;
/** Where a course comes from: a class, or a folder of the shelf. */
export type CourseSource = { classId: string } | { folder: string };
/** Where a course goes: drafts of a class, or a folder of the shelf. */
export type CourseTarget = CourseSource;

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  keptFiles: KeptFilesService;
  paperChecks: PaperChecksService;
  shelf: ShelfService;
  fileStore: FileStore;
  quizInterchange: QuizInterchangeService;
}

/** Courses in one file: what is prepared, without people and dates, out of a class or of the shelf and in again. */
export function coursePackagesService(services: Collaborators) {
  const { classes, assignments, keptFiles, paperChecks, shelf, fileStore, quizInterchange } = services;

  async function ofClass(teacher: Teacher, classId: string, now: Instant): Promise<Course> {
    const { label } = await classes.forTeacher(teacher, 'class.copy', classId);
    const of = (kind: 'assignment' | 'handout') => assignments.ofClasses([classId], { drafts: true, now, kind });
    const all = [...(await of('handout')), ...(await of('assignment'))];
    const [units, quizzes] = await Promise.all([
      classes.unitsOf(classId),
      assignments.quizzesOf(all.filter((one) => one.how === 'quiz').map((one) => one.briefId)),
    ]);
    const things = all.map((one) => {
      const said = Object.fromEntries(Object.keys(BLANK_BRIEF).map((key) => [key, one[key as keyof typeof one]])) as unknown as BriefBody;
      const brief: BriefBody = { ...said, quiz: quizzes.get(one.briefId) ?? null };
      const thing: CourseThing = { id: one.briefId, title: one.title, body: { kind: one.kind, brief, window: null, termStart: null } };
      return { unitId: one.unitId, thing };
    });
    const under = (id: string | null) => things.filter((one) => one.unitId === id).map((one) => one.thing);
    return { title: label, units: [...units.map(({ id, name }) => ({ name, things: under(id) })), { name: '', things: under(null) }] };
  }

  async function ofFolder(teacher: Teacher, folder: string): Promise<Course> {
    const bodies = await shelf.inFolder(teacher, folder);
    const things = bodies.map(({ id, title, body }): CourseThing => ({
      ...{ id, title },
      body: body.kind === 'assignment' || body.kind === 'handout' ? { ...body, window: null, termStart: null } : body,
    }));
    return { title: folder, units: [{ name: '', things }] };
  }

  /** What a course becomes of which nothing but handouts and assignments is set. */
  function briefOf({ title, body }: CourseThing): BriefBody | null {
    const more = (attachment: Attachment): BriefBody => ({ ...BLANK_BRIEF, kind: 'handout', title, attachments: [attachment] });
    const common = { id: randomUUID() as string, title, use: 'toRead', example: false } as const;
    switch (body.kind) {
      case 'assignment':
      case 'handout':
        return body.brief;
      case 'worksheet':
        return more({ ...common, kind: 'worksheet', text: body.text });
      case 'file':
        return more({ ...common, kind: 'file', file: body.file });
      default:
        return null;
    }
  }

  const fits = async (bytes: StoredBytes): Promise<boolean> =>
    paperChecks.check(bytes).then(
      () => true,
      (error: unknown) => {
        if (error instanceof Problem) return false;
        throw error;
      },
    );
  /** Papers to write on that cannot be written on are to read. */
  async function asPapersAre(
    brief: BriefBody,
    bytesOf: (fileId: string) => StoredBytes,
    missed: (why: CourseMiss) => void,
  ): Promise<BriefBody> {
    const attachments: Attachment[] = [];
    for (const one of brief.attachments) {
      const bytes = one.kind === 'file' && one.use !== 'toRead' ? bytesOf(one.file.id) : null;
      if (one.kind !== 'file' || bytes === null || (!one.paper && !isPaper(bytes.mediaType)) || (await fits(bytes))) attachments.push(one);
      else {
        missed('paper');
        const { id, title, example, file } = one;
        attachments.push({ id, title, example, kind: 'file', use: 'toRead', file });
      }
    }
    return { ...brief, attachments };
  }

  async function intoClass(
    teacher: Teacher,
    classId: string,
    course: Course,
    { now, missed }: { now: Instant; missed: CourseLook['missed'] },
    transaction: Transaction,
  ): Promise<void> {
    const before = await classes.unitsOf(classId, transaction);
    const names = course.units.map((unit) => unit.name).filter((name) => name !== '' && !before.some((unit) => unit.name === name));
    const units = await classes.writeUnits(classId, [...before, ...names.map((name) => ({ id: null, name }))], transaction);
    const all = course.units.flatMap(({ name, things }) =>
      things.map((thing) => ({ thing, unit: units.find((one) => one.name === name) })),
    );
    const briefs = all.flatMap(({ thing, unit }) => {
      const brief = briefOf(thing);
      return brief ? [{ thing, brief, unitId: unit?.id ?? null, briefId: randomUUID() as string }] : [];
    });
    const ids = new Map(briefs.flatMap((one) => (one.brief.kind === 'handout' ? [[one.thing.id, one.briefId] as const] : [])));
    const bodies = [];
    for (const { thing, brief, unitId, briefId } of briefs) {
      const linked = brief.attachments.flatMap((one): Attachment[] => {
        if (one.kind !== 'handout') return [one];
        const there = ids.get(one.briefId);
        if (!there) missed.push({ title: thing.title, why: 'handoutLink' });
        return there ? [{ ...one, briefId: there }] : [];
      });
      const set = { classId, opens: null, due: null, closes: null, categoryId: null, countsInTotals: true, bonus: false };
      bodies.push({ ...brief, attachments: linked, ...set, unitId, audience: EVERYONE, groupingId: null, newBriefId: briefId });
    }
    const added = await assignments.addDrafts(classId, bodies, { by: teacher.userId, now }, transaction);
    for (const [index, one] of added.entries())
      await keptFiles.setUses({ holderKind: 'brief', holderId: one.briefId }, filesOf(bodies[index]!), transaction);
  }

  /** Everything under a folder; units become folders within its name. What a class cannot hold goes onto the shelf as well. */
  const onShelf = (course: Course, folder: string, missed: CourseLook['missed'], only: (body: ShelfBody) => boolean): ShelfRequest[] =>
    course.units.flatMap(({ name, things }) =>
      things
        .filter(({ body }) => only(body))
        .map(({ title, body }) => ({
          title: title || folder || '…',
          folder: [folder, name].filter(Boolean).join(' – ').slice(0, 200).trim(),
          tags: [],
          body: body.kind === 'assignment' || body.kind === 'handout' ? { ...body, brief: withoutLinks(body.brief, title, missed) } : body,
        })),
    );
  /** On the shelf a handout stands by itself: there is no class in which another could point at it. */
  function withoutLinks(brief: BriefBody, title: string, missed: CourseLook['missed']): BriefBody {
    const attachments = brief.attachments.filter((one) => one.kind !== 'handout');
    if (attachments.length < brief.attachments.length) missed.push({ title, why: 'handoutLink' });
    return { ...brief, attachments };
  }

  return {
    /** May this teacher take it out, and what is it called? @throws Problem */
    async titleOf(teacher: Teacher, source: CourseSource): Promise<string> {
      if ('classId' in source) return (await classes.forTeacher(teacher, 'class.copy', source.classId)).label;
      if ((await shelf.inFolder(teacher, source.folder)).length === 0) throw new Problem('course.emptyFolder');
      return source.folder;
    },

    /** May this teacher bring one in there? @throws Problem */
    async requireTarget(teacher: Teacher, target: CourseTarget): Promise<void> {
      if ('classId' in target) await classes.forTeacher(teacher, 'assignment.write', target.classId);
    },

    /** Writes a course as a package, whatever its size. */
    async write(
      teacher: Teacher,
      source: CourseSource,
      { language, now, progress }: { language: Language; now: Instant; progress: Progress },
      into: (zip: Readable) => Promise<StoredBytes>,
    ): Promise<StoredBytes> {
      const course = 'classId' in source ? await ofClass(teacher, source.classId, now) : await ofFolder(teacher, source.folder);
      const questionsOf = ({ title, quiz }: BriefBody) => quizInterchange.pack(title, quiz!, now);
      return writeCourse(course, language, { fileStore, filesOf: keptFiles.bytesOf, questionsOf }, progress, into);
    },

    read: readCourse,

    /** What is in a course, before it is brought in. */
    look(course: ReadCourse): CourseLook {
      const things = course.units.flatMap((unit) => unit.things);
      const count = (is: (body: ShelfBody) => boolean) => things.filter(({ body }) => is(body)).length;
      const isQuiz = (body: ShelfBody) => body.kind === 'assignment' && body.brief.how === 'quiz';
      const sizes = new Map([...course.files.values()].map(({ path, file }) => [path, file.size]));
      return {
        title: course.title,
        units: course.units.filter((unit) => unit.name !== '').length,
        assignments: count((body) => body.kind === 'assignment' && !isQuiz(body)),
        quizzes: count(isQuiz),
        handouts: count((body) => body.kind === 'handout'),
        others: count((body) => ['rubric', 'worksheet', 'file'].includes(body.kind)),
        files: sizes.size,
        bytes: [...sizes.values()].reduce((sum, one) => sum + one, 0),
        missed: course.missed,
        missedMore: course.missedMore,
      };
    },

    /**
     * Brings a course in: as drafts of a class, or onto the shelf. Files first; then all of it in the transaction of whoever asks.
     * @returns what stores it, with what of it could not be
     */
    async prepare(
      teacher: Teacher,
      { zip, course, target, now, progress }: { zip: OpenZip; course: ReadCourse; target: CourseTarget; now: Instant; progress: Progress },
    ): Promise<(transaction: Transaction) => Promise<CourseLook['missed']>> {
      const missed: CourseLook['missed'] = [];
      const stored = new Map<string, StoredBytes>();
      const total = course.files.size + 1;
      for (const { path } of course.files.values()) {
        if (!stored.has(path)) stored.set(path, await fileStore.keep(await zip.read(path)));
        await progress(stored.size, total);
      }
      const bytesOf = (fileId: string) => stored.get(course.files.get(fileId)!.path)!;
      const undrawable = new Set([...course.files.keys()].filter((id) => !isDrawable(bytesOf(id))));
      for (const { things } of course.units)
        for (const thing of things) {
          const note = (why: CourseMiss) => {
            const said = [...course.missed, ...missed].some((one) => one.title === thing.title && one.why === why);
            if (!said) missed.push({ title: thing.title, why });
          };
          thing.body = withoutPictures(thing.body, undrawable, note);
          if (thing.body.kind === 'assignment' || thing.body.kind === 'handout')
            thing.body.brief = await asPapersAre(thing.body.brief, bytesOf, note);
        }
      return async (transaction) => {
        const files = new Map<string, KeptFile>();
        for (const [id, { path, file }] of course.files)
          files.set(id, await keptFiles.keepOnce(teacher, { ...stored.get(path)!, name: file.name }, now, transaction));
        const here = withFiles<Course>({ title: course.title, units: course.units }, files);
        const toClass = 'classId' in target;
        if (toClass) await intoClass(teacher, target.classId, here, { now, missed }, transaction);
        const folder = toClass ? here.title : target.folder;
        const requests = onShelf(here, folder, missed, (body) => !toClass || body.kind === 'rubric');
        await shelf.keepAll(teacher, requests, now, transaction);
        await progress(total, total);
        return missed;
      };
    },
  };
}

export type CoursePackagesService = ReturnType<typeof coursePackagesService>;
