import {
  classInFile,
  FILE_STUDENTS,
  isBlank,
  namesInFile,
  takeHomeNames,
  whichTakenHome,
  type Actor,
  type FileStudents,
} from '@jolly/core';
import archiver from 'archiver';
import { createHash } from 'node:crypto';
import { PassThrough, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { AssignmentReply, BroughtBackReply, TakeHomeProgress, WorkFile } from '../../contract';
import type { FileStore } from '../../files/file-store';
import type { PrintPdf } from '../../files/print-pdf';
import { handInPage, type HandInPage } from '../../files/rich-text-html';
import type { TakenFile } from '../../files/take-file';
import { textDocument } from '../../files/text-document';
import { csv } from '../../files/write-table';
import { Problem } from '../../http/problem';
import { say, wordsIn, type Words } from '../../words';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { BoardService } from '../pieces/board.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { WorksService } from '../pieces/works.service';
import type { FeedbackFilesService } from './feedback-files.service';
import { isApartFromName, pieceName } from '../pieces/nameless';
import { type HandInRecord, isWithTeacher } from '../pieces/records';
import { type Sight, teacherViewer } from '../pieces/sight';

type Teacher = Actor & { userId: string };

/** One file of a hand-in: its words, or something that was attached. */
export interface Going {
  name: string;
  sight: Sight;
  /** everybody whose piece it is */
  sights: Sight[];
  handIn: HandInRecord;
  /** null: the words */
  file: WorkFile | null;
}

const HEADER = [
  'File',
  'Class',
  'Family name',
  'Given name',
  'Group',
  'Assignment',
  'Version',
  'Handed in',
  'Late by (minutes)',
  'Words',
  'Receipt',
  'SHA-256',
  'Called by the student',
];
const MOST_TICKETS = 500;
const MOST_CLASSES_NAMED = 2;
/** In which form words go home: to be read, to be printed, or to go on writing. */
export const WORDS_FORMS = ['html', 'pdf', 'docx', 'odt'] as const;
export type WordsForm = (typeof WORDS_FORMS)[number];

const endingOf = ({ name }: WorkFile): string => name.split('.').slice(1).pop() ?? '';
const localTime = (zone: string, at: number) =>
  new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  }).format(at);

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  feedbackFiles: FeedbackFilesService;
  fileStore: FileStore;
  printPdf: PrintPdf;
}

/** Taking everything that was handed in home, and bringing it back with notes on it. */
export function takeHomeService({ accounts, assignments, board, pieces, works, feedbackFiles, fileStore, printPdf }: Collaborators) {
  /** How far downloads of this server are, so that a page can say so; nothing depends on it. */
  const tickets = new Map<string, { userId: string; progress: TakeHomeProgress }>();

  /** Every file of every hand-in of these assignments, of all versions. */
  async function everything(teacher: Teacher, all: readonly AssignmentReply[], now: number): Promise<Omit<Going, 'name'>[]> {
    const sights = (await board.as(teacherViewer(teacher)).ofAssignments(all, now)).filter(
      ({ record }) => (record?.summary.handIns ?? 0) > 0,
    );
    const byWork = new Map<string, Sight[]>();
    for (const sight of sights) byWork.set(sight.record!.work.id, [...(byWork.get(sight.record!.work.id) ?? []), sight]);
    const handIns = await works.allHandIns([...byWork.keys()]);
    return [...byWork].flatMap(([workId, sharing]) =>
      (handIns.get(workId) ?? []).flatMap((handIn): Omit<Going, 'name'>[] => {
        const common = { sight: sharing[0]!, sights: sharing, handIn };
        // Words on a paper go home with the paper.
        const words = isBlank(handIn.text) && handIn.sheets.length === 0 ? [] : [{ ...common, file: null }];
        return [...words, ...handIn.files.map((file) => ({ ...common, file }))];
      }),
    );
  }

  /**
   * The names that files go home by. They are given to all versions in one order, so that a file keeps its name when somebody hands in again.
   * @param called other than the class has it: as it may have had it when they went home
   */
  function named(
    going: readonly Omit<Going, 'name'>[],
    as: WordsForm,
    { byName = false, called }: { byName?: boolean; called?: { fileClass?: string; fileStudents: FileStudents } } = {},
  ): Going[] {
    const names = takeHomeNames(
      going.map(({ sight: { schoolClass, assignment, member, team }, sights, handIn, file }) => ({
        className: classInFile({ ...schoolClass, ...(called?.fileClass === undefined ? {} : { fileClass: called.fileClass }) }),
        // A group's piece goes under the group's name; one that is marked without its name under the id of the piece.
        student:
          !byName && isApart(sights)
            ? [pieceName(sights[0]!.record!)]
            : team
              ? [team.name]
              : namesInFile(member.student, (called ?? schoolClass).fileStudents),
        title: assignment.title,
        version: handIn.version,
        ending: file ? endingOf(file) : as,
      })),
    );
    return going.map((one, index) => ({ ...one, name: names[index]! }));
  }

  const isApart = (sights: readonly Sight[]): boolean => sights.some((sight) => isApartFromName(sight));

  const latestOf = (going: readonly Going[]): Going[] => {
    const latest = new Map<string, number>();
    for (const { sight, handIn } of going)
      latest.set(sight.record!.work.id, Math.max(latest.get(sight.record!.work.id) ?? 0, handIn.version));
    return going.filter(({ sight, handIn }) => latest.get(sight.record!.work.id) === handIn.version);
  };

  async function wordsOf(
    { sight: { schoolClass, assignment }, sights, handIn }: Going,
    as: WordsForm,
    { pages }: Pick<Words, 'pages'>,
  ): Promise<Buffer> {
    const who = isApart(sights) ? pieceName(sights[0]!.record!) : sights.map(({ member }) => fullName(member.student)).join(', ');
    const page: HandInPage = {
      title: assignment.title,
      facts: [
        who,
        schoolClass.label,
        isApart(sights)
          ? say(pages.version, { n: handIn.version })
          : say(pages.handedIn, {
              n: handIn.version,
              when: localTime(schoolClass.calendar.zone, handIn.at),
              zone: schoolClass.calendar.zone,
              receipt: handIn.receipt,
            }),
      ],
      parts: [{ title: '', text: handIn.text }, ...handIn.sheets.map(({ title, text }) => ({ title, text }))],
    };
    if (as === 'docx' || as === 'odt') return textDocument(page, as);
    return as === 'pdf' ? printPdf(handInPage(page, 'paper')) : Buffer.from(handInPage(page));
  }

  function manifestRow(
    { name, sight: { schoolClass, assignment, member, team, state }, sights, handIn, file }: Going,
    fingerprint: string,
  ): string[] {
    if (isApart(sights))
      return [
        name,
        schoolClass.label,
        '',
        '',
        '',
        assignment.title,
        String(handIn.version),
        '',
        '',
        file ? '' : String(handIn.words),
        '',
        '',
        '',
      ];
    const { familyName, givenName } = member.student;
    const late = state.lateBy > 0 ? String(Math.ceil(state.lateBy / 60_000)) : '0';
    const when = localTime(schoolClass.calendar.zone, handIn.at);
    return [
      name,
      schoolClass.label,
      team ? '' : familyName,
      team ? '' : givenName,
      team?.name ?? '',
      assignment.title,
      String(handIn.version),
      when,
      late,
      file ? '' : String(handIn.words),
      handIn.receipt,
      fingerprint,
      file?.name ?? '',
    ];
  }

  return {
    /** What will go home. @throws Problem `takeHome.nothing` if nothing is handed in, `report.noPrinter` for PDFs without a program to print */
    async plan(teacher: Teacher, assignmentIds: readonly string[], as: WordsForm, now: number): Promise<Going[]> {
      const all: AssignmentReply[] = [];
      for (const id of assignmentIds) all.push(await assignments.forTeacher(teacher, 'piece.takeHome', id));
      const going = latestOf(named(await everything(teacher, all, now), as)).filter(({ sight }) => isWithTeacher(sight.record));
      if (going.length === 0) throw new Problem('takeHome.nothing');
      // Whether anything can be printed is known before the download begins: in the middle of it nobody can be told.
      if (as === 'pdf') await printPdf('<p></p>');
      return going;
    },

    /** What the zip is called: after the assignment and its class, or after the classes, counted where they are many. */
    async nameOf(teacher: Teacher, going: readonly Going[]): Promise<string> {
      const { assignment } = going[0]!.sight;
      const classes = [...new Map(going.map(({ sight: { schoolClass } }) => [schoolClass.id, classInFile(schoolClass)])).values()];
      const { pages } = wordsIn(await accounts.languageOf(teacher.userId));
      const one = going.every(({ sight }) => sight.assignment.id === assignment.id);
      const className = classes.length > MOST_CLASSES_NAMED ? say(pages.classes, { n: classes.length }) : classes.join(' ');
      const [name] = takeHomeNames([{ className, student: [], title: one ? assignment.title : pages.all, version: 1, ending: 'zip' }]);
      return name!.replace(/_v1\.zip$/, '');
    },

    /** Writes them into one zip while they are read, a file at a time, with a table of what is in it at the end. */
    async write(teacher: Teacher, going: readonly Going[], as: WordsForm, to: Writable, ticket: string | null): Promise<void> {
      const words = wordsIn(await accounts.languageOf(teacher.userId));
      const progress: TakeHomeProgress = { done: 0, of: going.length };
      if (ticket) {
        tickets.set(ticket, { userId: teacher.userId, progress });
        for (const old of tickets.keys()) if (tickets.size > MOST_TICKETS) tickets.delete(old);
      }
      const zip = archiver('zip', { zlib: { level: 6 } });
      const sent = pipeline(zip, to);
      // The zip says of one file at a time that it has taken it in; the next is opened only then.
      const broken = new Promise<never>((_done, failed) => {
        zip.once('error', failed);
        to.once('close', () => failed(new Error('the download was stopped')));
      });
      broken.catch(() => undefined);
      const added = (source: Buffer | PassThrough, name: string, date: number) => {
        const taken = new Promise<void>((done) => zip.once('entry', () => done()));
        zip.append(source, { name, date: new Date(date) });
        return Promise.race([taken, broken]);
      };
      const packed = (async () => {
        const rows: string[][] = [];
        for (const one of going) {
          if (one.file === null) {
            const bytes = await wordsOf(one, as, words);
            await added(bytes, one.name, isApart(one.sights) ? Date.parse('2026-01-01') : one.handIn.at);
            rows.push(manifestRow(one, createHash('sha256').update(bytes).digest('hex')));
          } else {
            const bytes = await fileStore.read(one.file.fingerprint);
            if (bytes)
              await added(bytes.stream.pipe(new PassThrough()), one.name, isApart(one.sights) ? Date.parse('2026-01-01') : one.handIn.at);
            rows.push(manifestRow(bytes ? one : { ...one, name: `MISSING ON THE SERVER: ${one.name}` }, one.file.fingerprint));
          }
          progress.done += 1;
        }
        // With the mark of its encoding, for a spreadsheet that would guess it wrong.
        await added(Buffer.from(`\ufeff${csv(HEADER, rows)}`), 'manifest.csv', Date.parse('2026-01-01'));
        await zip.finalize();
      })();
      try {
        await Promise.all([sent, packed]);
      } finally {
        zip.destroy();
      }
    },

    /** How far a download is; null once it is over, or on another server. */
    progress(teacher: Teacher, ticket: string): TakeHomeProgress | null {
      const one = tickets.get(ticket);
      return one?.userId === teacher.userId ? one.progress : null;
    },

    /**
     * Takes an annotated file by the name it went home with, for everybody whose piece it is.
     * @throws Problem `bringBack.unknownName` for a name that is not one of this assignment's
     */
    async bringBack(teacher: Teacher, assignmentId: string, file: TakenFile, now: number): Promise<BroughtBackReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.bringBack', assignmentId);
      // A file may have gone home while names were hidden, or before; and when files of the class were called otherwise.
      const ways = [undefined, ...FILE_STUDENTS.flatMap((fileStudents) => [{ fileStudents }, { fileStudents, fileClass: '' }])];
      const all = await everything(teacher, [assignment], now);
      const found = ways
        .flatMap((called) =>
          (assignment.namesHidden ? [false, true] : [false]).map((byName) => ({ byName, ...(called ? { called } : {}) })),
        )
        .map((way) => {
          const going = named(all, 'html', way);
          const names = going.map(({ name }) => name);
          return going[whichTakenHome(file.name, names) ?? -1];
        })
        .find((one) => one !== undefined);
      if (!found) throw new Problem('bringBack.unknownName', { values: { name: file.name } });
      const { sights } = found;
      const { id, name, size, mediaType } = await pieces.changeAll(
        sights.map(({ member }) => ({ assignmentId, studentId: member.student.id })),
        async (opened) => {
          let last;
          for (const piece of opened) {
            last = await feedbackFiles.add(piece.record.id, file, teacher.userId, now, piece.transaction);
            // What was returned before has something new to return; what has no score yet goes with that.
            piece.set(piece.record.score ? { held: true } : {});
          }
          return last!;
        },
      );
      return {
        file: { id, name, size, mediaType },
        students: sights.map(({ member: { student } }) => ({ givenName: student.givenName, familyName: student.familyName })),
      };
    },
  };
}

export type TakeHomeService = ReturnType<typeof takeHomeService>;
