import type { Transaction } from 'sequelize';
import type { DeskPieceReply, FeedbackFile, MarginNote, NoteChange, NoteRequest } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService } from '../news/news.service';
import type { NotesService } from '../notes/notes.service';
import type { OwnPiecesService, Student } from '../pieces/own-pieces.service';

import type { PiecesService } from '../pieces/pieces.service';

import type { RemarksService } from '../remarks/remarks.service';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import type { At, DeskService, Teacher } from './desk.service';
import type { ScoreQuestionsService } from './score-questions.service';
import { isNameless, whoOf } from '../pieces/nameless';
import type { Sight } from '../pieces/sight';

type NoteAt = At & { noteId: string };
type OwnNoteAt = { assignmentId: string; noteId: string };

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  desk: DeskService;
  notes: NotesService;
  scoreQuestions: ScoreQuestionsService;
  remarks: RemarksService;
  pieces: PiecesService;
  ownPieces: OwnPiecesService;
  feedbackFiles: FeedbackFilesService;
  news: NewsService;
}

/** What is said about a piece, from both sides: notes in the margin, what is written below them, voice, questions about a score. */
export function annotatingService({
  accounts,
  classes,
  desk,
  notes,
  scoreQuestions,
  remarks,
  pieces,
  ownPieces,
  feedbackFiles,
  news,
}: Collaborators) {
  /** Changes notes on the hand-in that lies on the desk. @returns all notes on it */
  async function changeNotes(
    teacher: Teacher,
    at: At,
    now: number,
    work: (of: {
      workId: string;
      pieceId: string;
      handIn: NonNullable<DeskPieceReply['handIn']>;
      transaction: Transaction;
    }) => Promise<void>,
    holds = true,
  ): Promise<MarginNote[]> {
    const sight = await desk.sightAt(teacher, 'piece.annotate', at, now);
    const { one } = await desk.handInOf(sight);
    if (!sight.record || !one) throw new Problem('piece.nothingToNote');
    const {
      id: pieceId,
      work: { id: workId },
    } = sight.record;
    await desk.changeWork(
      teacher,
      sight,
      now,
      (transaction) => work({ workId, pieceId, handIn: { ...one, receivedFor: '' }, transaction }),
      { holds },
    );
    return notes.ofWork(workId, one, { as: 'teacher', userId: teacher.userId, nameless: isNameless(sight) });
  }

  /** Both sides hear of an answer once, the teachers without a name where names are hidden. */
  async function tellAnswer(
    sight: Sight,
    who: { userIds: readonly string[]; name: string },
    answer: { id: string; text: string },
    now: number,
    transaction: Transaction,
  ): Promise<void> {
    const { assignment, schoolClass } = sight;
    await news.tell(
      who.userIds.map((userId) => ({
        userId,
        kind: 'noteAnswer' as const,
        onceKey: `noteAnswer:${answer.id}`,
        assignmentId: assignment.id,
        classId: schoolClass.id,
        zone: schoolClass.calendar.zone,
        data: {
          title: assignment.title,
          className: schoolClass.label,
          who: who.name,
          word: answer.text.slice(0, 200),
          studentId: whoOf(sight).id,
        },
      })),
      now,
      transaction,
    );
  }

  const nameOf = async (userId: string) => {
    const person = (await accounts.people([userId])).get(userId);
    return person ? fullName(person) : '';
  };
  const teachersOf = async ({ schoolClass }: Sight) =>
    ((await classes.teachersOf([schoolClass.id])).get(schoolClass.id) ?? []).map(({ id }) => id);

  async function ownWork(
    student: Student,
    action: 'ownWork.look' | 'ownWork.talk',
    assignmentId: string,
    now: number,
  ): Promise<{ sight: Sight; workId: string; until: number }> {
    const sight = await ownPieces.sight(student, action, assignmentId, now);
    if (!sight.record || sight.record.shownAt === null) throw new Problem('thing.unknown');
    return { sight, workId: sight.record.work.id, until: sight.record.shownAt };
  }

  /** A note that the student may see; what is kept back does not exist for them. */
  async function requireShown(
    student: Student,
    { workId, until }: { workId: string; until: number },
    { member }: Sight,
    noteId: string,
  ): Promise<void> {
    const seen = await notes.ofWork(workId, null, { as: 'student', userId: student.userId, student: member.student, until });
    if (!seen.some((note) => note.id === noteId)) throw new Problem('thing.unknown');
  }

  return {
    async addNote(teacher: Teacher, at: At, { remark, ...request }: NoteRequest & { remark?: string }, now: number): Promise<MarginNote[]> {
      return changeNotes(teacher, at, now, async ({ workId, pieceId, handIn, transaction }) => {
        // Somebody handed in again meanwhile: the note would be pinned to what nobody looks at.
        if (request.version !== handIn.version) throw new Problem('note.noSuchPlace');
        await notes.add(workId, handIn, request, teacher.userId, now, transaction);
        if (remark !== undefined) await remarks.used(teacher, [remark], pieceId, now, transaction);
      });
    },

    changeNote: (teacher: Teacher, { noteId, ...at }: NoteAt, change: NoteChange, now: number): Promise<MarginNote[]> =>
      changeNotes(teacher, at, now, ({ workId, handIn, transaction }) =>
        notes.change(workId, handIn, noteId, change, teacher.userId, transaction),
      ),

    removeNote: (teacher: Teacher, { noteId, ...at }: NoteAt, now: number): Promise<MarginNote[]> =>
      changeNotes(teacher, at, now, ({ workId, transaction }) => notes.remove(workId, noteId, teacher.userId, transaction), false),

    settleNote: (teacher: Teacher, { noteId, ...at }: NoteAt, settled: boolean, now: number): Promise<MarginNote[]> =>
      changeNotes(
        teacher,
        at,
        now,
        ({ workId, transaction }) => notes.settle(workId, noteId, settled, teacher.userId, now, transaction),
        false,
      ),

    /** Writes below a note; students who have it already read the answer at once. */
    async answerNote(teacher: Teacher, { noteId, ...at }: NoteAt, text: string, now: number): Promise<MarginNote[]> {
      const sight = await desk.sightAt(teacher, 'piece.annotate', at, now);
      const [others, name] = await Promise.all([desk.sharing(teacher, sight, now), nameOf(teacher.userId)]);
      return changeNotes(
        teacher,
        at,
        now,
        async ({ workId, transaction }) => {
          const { answerId, note } = await notes.answer(workId, noteId, text, teacher.userId, now, transaction);
          const userIds = [sight, ...others].filter(({ record }) => record?.shownAt != null).map(({ member }) => member.student.id);
          if (note.shown) await tellAnswer(sight, { userIds, name }, { id: answerId, text }, now, transaction);
        },
        false,
      );
    },

    async readNotes(teacher: Teacher, at: At, now: number): Promise<void> {
      const { record } = await desk.sightAt(teacher, 'piece.look', at, now);
      if (record) await notes.read(record.work.id, teacher.userId, now);
    },

    /** A student writes below a note that they have been shown; their teachers are told. */
    async ownAnswer(student: Student, { assignmentId, noteId }: OwnNoteAt, text: string, now: number): Promise<void> {
      const { sight, ...work } = await ownWork(student, 'ownWork.talk', assignmentId, now);
      await requireShown(student, work, sight, noteId);
      const [userIds, name] = await Promise.all([teachersOf(sight), nameOf(student.userId)]);
      await pieces.change({ assignmentId, studentId: student.userId }, async ({ transaction, set, record }) => {
        const { answerId } = await notes.answer(work.workId, noteId, text, student.userId, now, transaction);
        // The piece counts as changed, so that whoever looks on sees it.
        set({ activeAt: new Date(Math.max(now, record.activeAt ?? 0)) });
        await tellAnswer(sight, { userIds, name: isNameless(sight) ? '' : name }, { id: answerId, text }, now, transaction);
      });
    },

    async ownSettle(student: Student, { assignmentId, noteId }: OwnNoteAt, settled: boolean, now: number): Promise<void> {
      const { sight, ...work } = await ownWork(student, 'ownWork.talk', assignmentId, now);
      await requireShown(student, work, sight, noteId);
      await pieces.change({ assignmentId, studentId: student.userId }, ({ transaction }) =>
        notes.settle(work.workId, noteId, settled, student.userId, now, transaction),
      );
    },

    async ownRead(student: Student, assignmentId: string, now: number): Promise<void> {
      const { workId } = await ownWork(student, 'ownWork.look', assignmentId, now);
      await notes.read(workId, student.userId, now);
    },

    /** Puts a file, or what was said aloud, beside the piece of everybody who shares it; kept back until it is returned. */
    async addFile(teacher: Teacher, at: At, file: TakenFile, kind: FeedbackFile['kind'], now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'piece.annotate', at, now);
      const studentIds = [sight, ...(await desk.sharing(teacher, sight, now))].map(({ member }) => member.student.id);
      await pieces.changeAll(
        studentIds.map((studentId) => ({ assignmentId: at.assignmentId, studentId })),
        async (opened) => {
          for (const piece of opened) {
            await feedbackFiles.add(piece.record.id, file, teacher.userId, now, piece.transaction, kind);
            piece.set(piece.record.score ? { held: true } : {});
          }
        },
      );
      return desk.look(teacher, at, now);
    },

    /** Takes away a file that the student does not have yet. */
    async removeFile(teacher: Teacher, { fileId, ...at }: At & { fileId: string }, now: number): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'piece.annotate', at, now);
      await pieces.change({ assignmentId: at.assignmentId, studentId: sight.member.student.id }, async ({ record, transaction }) => {
        if (!(await feedbackFiles.remove(record.id, fileId, transaction))) throw new Problem('thing.unknown');
      });
      return desk.look(teacher, at, now);
    },

    /** A student asks about a score that was returned; the question is kept with the piece. */
    async ask(student: Student, assignmentId: string, text: string, now: number): Promise<void> {
      const sight = await ownPieces.sight(student, 'ownWork.talk', assignmentId, now);
      if (sight.toldState.state !== 'returned') throw new Problem('question.notNow');
      const { assignment, schoolClass } = sight;
      const [userIds, name] = await Promise.all([teachersOf(sight), nameOf(student.userId)]);
      await pieces.change({ assignmentId, studentId: student.userId }, async ({ record, transaction }) => {
        const id = await scoreQuestions.ask(record.id, text, student.userId, now, transaction);
        const data = {
          title: assignment.title,
          className: schoolClass.label,
          who: name,
          word: text.slice(0, 200),
          studentId: student.userId,
        };
        await news.tell(
          userIds.map((userId) => ({
            userId,
            kind: 'scoreAsked' as const,
            onceKey: `scoreAsked:${id}`,
            assignmentId,
            classId: schoolClass.id,
            zone: schoolClass.calendar.zone,
            data,
          })),
          now,
          transaction,
        );
      });
    },

    async answerQuestion(
      teacher: Teacher,
      { questionId, ...at }: At & { questionId: string },
      answer: string,
      now: number,
    ): Promise<DeskPieceReply> {
      const sight = await desk.sightAt(teacher, 'score.answer', at, now);
      const { assignment, schoolClass, member } = sight;
      const name = await nameOf(teacher.userId);
      await pieces.change({ assignmentId: assignment.id, studentId: member.student.id }, async ({ record, transaction }) => {
        await scoreQuestions.answer(record.id, questionId, answer, teacher.userId, now, transaction);
        const data = { title: assignment.title, className: schoolClass.label, who: name, word: answer.slice(0, 200) };
        const about = { assignmentId: assignment.id, classId: schoolClass.id, zone: schoolClass.calendar.zone, data };
        await news.tell(
          [{ userId: member.student.id, kind: 'scoreAnswered', onceKey: `scoreAnswered:${questionId}`, ...about }],
          now,
          transaction,
        );
      });
      return desk.look(teacher, at, now);
    },
  };
}

export type AnnotatingService = ReturnType<typeof annotatingService>;
