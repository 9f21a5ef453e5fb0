import { QUESTION_HEAD, questionsToTable, readQuestionTable, type Quiz } from '@jolly/core';
import { imageSize } from 'image-size';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import type { QuizFileRequest, ReadQuizReply } from '../../../contract';
import { MOST_PIXELS } from '../../../files/drawable';
import type { FileStore } from '../../../files/file-store';
import { isZip, readTable, TableError, unzip, workbookKind } from '../../../files/read-table';
import type { TakenFile } from '../../../files/take-file';
import { csv, fileStem, workbookOf, type TakenOut } from '../../../files/write-table';
import { MOST_QUESTIONS } from '../../../forms/quizzes';
import { Problem } from '../../../http/problem';
import { filesOfQuestion } from '../../assignments/brief-body';
import type { BriefsService } from '../../assignments/briefs.service';
import type { KeptFilesService } from '../../kept/kept-files.service';
import type { Teacher } from '../../marking/desk.service';
import { readPackage, writePackage, type KeptPicture, type PackageFile, type Picture } from './package';
import { XmlProblem } from './xml';

const BOUNDS = { rows: 2000, columns: 40 };
/** Files of a package: an item a question, and its pictures. */
const MOST_FILES = 2000;
const LARGEST_UNPACKED = 120_000_000;
const PICTURE = /\.(png|jpe?g|gif|webp)$/i;
const WIDTHS = [16, 60, 9, 40, 40, 10, 13, 10, 40, 24];

interface Collaborators {
  briefs: BriefsService;
  keptFiles: KeptFilesService;
  fileStore: FileStore;
}

/** Quizzes out to other programs and in from them: packages of the open standard, and tables. */
export function quizInterchangeService({ briefs, keptFiles, fileStore }: Collaborators) {
  async function picturesOf(quiz: Quiz): Promise<Map<string, Picture>> {
    const pictures = new Map<string, Picture>();
    for (const id of new Set(quiz.questions.flatMap(filesOfQuestion))) {
      const found = await keptFiles.byId(id);
      const read = found && (await fileStore.read(found.file.fingerprint));
      if (!found || !read || !found.file.mediaType.startsWith('image/')) continue;
      const bytes = await buffer(read.stream);
      const { width = 1000, height = 1000 } = sizeOf(bytes) ?? {};
      const ending = /\.\w{2,5}$/.exec(found.file.name)?.[0].toLowerCase() ?? '.png';
      pictures.set(id, {
        id,
        bytes,
        mediaType: found.file.mediaType,
        width,
        height,
        path: `media/${found.file.fingerprint.slice(0, 16)}${ending}`,
      });
    }
    return pictures;
  }

  const sizeOf = (bytes: Buffer): { width: number; height: number } | null => {
    try {
      return imageSize(bytes);
    } catch {
      return null;
    }
  };

  /** Pictures of a package become files of the teacher; what was put up before is found again by its fingerprint. */
  async function keepPictures(teacher: Teacher, entries: readonly PackageFile[], now: number) {
    const kept = new Map<string, KeptPicture>();
    for (const { name, bytes } of entries) {
      const size = PICTURE.test(name) ? sizeOf(bytes) : null;
      if (!size || size.width * size.height > MOST_PIXELS) continue;
      const stored = await fileStore.keep(Readable.from([bytes]));
      if (!stored.mediaType.startsWith('image/')) continue;
      const same = await keptFiles.ownByFingerprint(teacher, stored.fingerprint);
      const file = same[0] ?? (await keptFiles.keep(teacher, { ...stored, name: name.split('/').at(-1)! }, now));
      const { id, name: called, size: bytesOfIt, mediaType } = file;
      kept.set(name, { id, name: called, size: bytesOfIt, mediaType, ...size, same: same.map((one) => one.id) });
    }
    return kept;
  }

  async function readEntries(bytes: Buffer): Promise<PackageFile[]> {
    return unzip(bytes, { entries: MOST_FILES, unpacked: LARGEST_UNPACKED });
  }

  const refused = (error: unknown): never => {
    if (error instanceof TableError) throw new Problem(`quizFile.${error.why}`);
    if (error instanceof XmlProblem) throw new Problem(error.why === 'doctype' ? 'quizFile.doctype' : 'quizFile.notReadable');
    throw error;
  };

  return {
    /** The questions of a quiz as a package of the newest standard, pictures and all. */
    pack: async (title: string, quiz: Quiz, now: number): Promise<Buffer> =>
      writePackage({ title, quiz, pictures: await picturesOf(quiz), dialect: '3.0', now }),

    /** A quiz as a file. */
    async write(teacher: Teacher, briefId: string, { format }: QuizFileRequest, now: number): Promise<TakenOut> {
      const { quiz, title } = await briefs.forTeacher(teacher, 'assignment.look', briefId);
      if (!quiz) throw new Problem('thing.unknown');
      const name = fileStem(title || 'quiz');
      const rows = questionsToTable(quiz.questions);
      if (format === 'csv')
        return { name: `${name}.csv`, mediaType: 'text/csv; charset=utf-8', bytes: Buffer.from(csv(QUESTION_HEAD, rows)) };
      if (format === 'xlsx')
        return workbookOf(
          name,
          'Questions',
          QUESTION_HEAD.map((header, index) => ({ header, width: WIDTHS[index]! })),
          rows,
        );
      const bytes = await writePackage({ title, quiz, pictures: await picturesOf(quiz), dialect: format === 'qti3' ? '3.0' : '2.1', now });
      return { name: `${name}.zip`, mediaType: 'application/zip', bytes };
    },

    /**
     * Reads questions from a package or a table, with a report of what was not taken. No quiz is changed: the page puts them
     * into the one that is open.
     */
    async read(teacher: Teacher, file: TakenFile, decimal: '.' | ',', now: number): Promise<ReadQuizReply> {
      const stored = await fileStore.read(file.fingerprint);
      const bytes = stored ? await buffer(stored.stream) : Buffer.alloc(0);
      const entries = isZip(bytes) ? await readEntries(bytes).catch(refused) : [];
      if (entries.length > 0 && workbookKind(entries) === null) {
        const pictures = await keepPictures(teacher, entries, now);
        try {
          const { missed, notTaken, ...read } = readPackage(entries, {
            pictureOf: (path) => pictures.get(path) ?? null,
            most: MOST_QUESTIONS,
          });
          return { ...read, notTaken: notTaken.map(({ item, why }) => ({ item, why })), missed };
        } catch (error) {
          return refused(error);
        }
      }
      if (!isZip(bytes) && bytes.includes(0)) throw new Problem('quizFile.notReadable');
      const rows = await readTable(bytes, BOUNDS).catch(refused);
      const { questions, problems } = readQuestionTable(rows, { newId: randomUUID, mark: decimal });
      return {
        title: '',
        run: null,
        sets: [],
        questions: questions.slice(0, MOST_QUESTIONS),
        notTaken: [
          ...problems.map(({ row, why }) => ({ item: String(row), why })),
          ...(questions.length > MOST_QUESTIONS ? [{ item: '', why: 'tooMany' as const }] : []),
        ],
        missed: [],
      };
    },
  };
}

export type QuizInterchangeService = ReturnType<typeof quizInterchangeService>;
