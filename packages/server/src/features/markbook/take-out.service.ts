import { classInFile, columnFor, evidenceOf, localDateAt, ratioText, termOfWork } from '@jolly/core';
import type { BookAimsReply, BookReply, BookTakeOut } from '../../contract';
import { csv, fileStem, type TakenOut } from '../../files/write-table';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { QuestionAimsService } from '../quizzes/question-aims.service';
import type { Teacher } from '../marking/desk.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';

import type { RosterExportService } from '../roster/roster-export.service';
import { bookRows, bookWorkbook, type BookOut } from './book-workbook';
import type { BookService } from './book.service';
import { resultsBundle } from './one-roster-results';
import { isNameless } from '../pieces/nameless';
import { teacherViewer } from '../pieces/sight';
import { worth } from '../pieces/worth';

interface Collaborators {
  classes: ClassesService;
  rosterExport: RosterExportService;
  classBoards: ClassBoardsService;
  book: BookService;
  quizAims: QuestionAimsService;
}

/** The book taken out in open formats, and what it says about aims. */
export function takeOutService({ classes, rosterExport, classBoards, book, quizAims }: Collaborators) {
  /** The book of one class, or of one of its terms. @throws Problem `thing.unknown` for a term that the class does not have */
  async function outOf(
    teacher: Teacher,
    classId: string,
    { viewpoint, term }: Pick<BookTakeOut, 'viewpoint' | 'term'>,
    now: number,
  ): Promise<{ out: BookOut; reply: BookReply }> {
    const reply = await book.read(teacher, classId, false, now);
    const [found] = reply.classes;
    const { terms, calendar, scheme, label } = found!;
    const at = term === undefined ? null : terms.findIndex((one) => one.name === term);
    if (at === -1) throw new Problem('thing.unknown');
    const day = (due: number | null) => (due === null ? null : localDateAt(calendar.zone, due));
    const chosen = reply.columns.flatMap((column, index) => {
      const own = columnFor(column, 0);
      return own && (at === null || termOfWork(terms, calendar.zone, own) === at) ? [{ column: { ...own, day: day(own.due) }, index }] : [];
    });
    const out: BookOut = {
      label,
      inFiles: classInFile(await classes.forTeacher(teacher, 'book.look', classId)),
      scheme,
      columns: chosen.map((one) => one.column),
      students: reply.students,
      cells: reply.cells.map((row) => chosen.map(({ index }) => row[index] ?? null)),
      viewpoint,
      term: term ?? 'Year',
      at: localDateAt(calendar.zone, now),
    };
    return { out, reply };
  }

  return {
    outOf,

    async file(teacher: Teacher, classId: string, asked: BookTakeOut, now: number): Promise<TakenOut> {
      const { out } = await outOf(teacher, classId, asked, now);
      if (asked.as === 'xlsx' || asked.as === 'ods') return bookWorkbook(out, asked.as);
      if (asked.as === 'oneroster' || asked.as === 'oneroster12') {
        const told = await rosterExport.about(await classes.forTeacher(teacher, 'book.look', classId));
        return resultsBundle(told, out, asked.as === 'oneroster' ? '1.1' : '1.2', now);
      }
      const { header, rows } = bookRows(out);
      return {
        name: `${fileStem(`${out.inFiles} ${out.term}`)}-mark-book.csv`,
        mediaType: 'text/csv; charset=utf-8',
        bytes: Buffer.from(`\ufeff${csv(header, rows)}`),
      };
    },

    /** What every scored piece says about aims, by student. Nothing of what is marked without names. */
    async aims(teacher: Teacher, classId: string, now: number): Promise<BookAimsReply> {
      await classes.forTeacher(teacher, 'book.look', classId);
      const boards = await classBoards.of(teacherViewer(teacher), [classId], now);
      const tagged = boards.issued.filter(
        ({ aims, scoring, secondMarker, how }) =>
          secondMarker !== teacher.userId &&
          (how === 'quiz' || aims.length > 0 || (scoring.by === 'rubric' && scoring.rubric.criteria.some((one) => one.aims.length > 0))),
      );
      const ofQuestions = await quizAims.of(tagged);
      const byStudent = new Map<string, BookAimsReply['students'][number]>();
      for (const sight of boards.sightsOf(tagged)) {
        const { record, assignment, member, state } = sight;
        const score = record?.score;
        if (!score || state.state === null || state.state === 'excused' || isNameless(sight)) continue;
        const { id, aims, points, scoring } = assignment;
        const evidence = evidenceOf(
          { id, aims, points, rubric: scoring.by === 'rubric' ? scoring.rubric : null },
          {
            effective: worth(sight, score).effective,
            choices: score.chosen?.by === 'rubric' ? score.chosen.choices : {},
            word: score.chosen?.by === 'words' ? score.chosen.word : null,
            at: score.at,
            questions: score.chosen?.by === 'quiz' ? ofQuestions(id, member.student.id) : [],
          },
        );
        const student = byStudent.get(member.student.id) ?? { studentId: member.student.id, evidence: [] };
        student.evidence.push(...evidence.map((one) => ({ ...one, share: ratioText(one.share) })));
        byStudent.set(member.student.id, student);
      }
      return { students: [...byStudent.values()] };
    },
  };
}
export type TakeOutService = ReturnType<typeof takeOutService>;
