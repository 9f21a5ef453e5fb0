import { answerProblem, askedIn, askedQuestion, isOver, keyOf, quizMax, scaledScore, tryRefusal, type Language } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { AnswersReply, AnswersRequest, FinishedTry, MyQuizReply, RunningTry, TriedQuiz, WorkFile } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { ProblemCode } from '../../http/problems';
import type { AssignmentsService } from '../assignments/assignments.service';
import { freshSight, type OwnPiecesService, type Student } from '../pieces/own-pieces.service';
import type { PiecesService } from '../pieces/pieces.service';
import { wordsOf } from '../pieces/piece-views';
import { quizMinutesFor, readsOf, type Sight } from '../pieces/sight';
import type { Closings } from './closings';
import type { Ending } from './ending';
import { countedAnswers, questionsOf, scoreOf, seedOf, toCorrections, type QuizRecords, type TryRecord } from './quiz-records';
import { runOf } from './quiz-scores';
import type { AnswerRow, TryRow } from './quizzes.model';
import { partsShown, toFinishedTry } from './results';

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  records: QuizRecords;
  ending: Ending;
  closings: Closings;
}

/** A student goes through a quiz: begins a try, answers, goes on, looks at what came of it. */
export function taking({ sequelize, assignments, ownPieces, pieces, records, ending, closings }: Collaborators) {
  const { tries, answers } = records.tables;

  /** The student's sight of a quiz, with their tries; what has ended meanwhile is noted first. */
  async function look(
    student: Student,
    action: 'ownWork.look' | 'ownWork.write',
    assignmentId: string,
    now: number,
  ): Promise<{ sight: Sight; rows: TryRow[] }> {
    const sight = await ownPieces.sight(student, action, assignmentId, now);
    if (sight.assignment.how !== 'quiz') throw new Problem('thing.unknown');
    const rows = await records.tries([assignmentId], [student.userId]);
    if (!(await ending.settle(sight, rows, now))) return { sight, rows };
    return {
      sight: await ownPieces.sight(student, action, assignmentId, now),
      rows: await records.tries([assignmentId], [student.userId]),
    };
  }

  function toRunning(one: TryRecord, { assignment, member, tryEnd }: Sight): RunningTry {
    const { row } = one;
    const run = runOf(assignment);
    const seed = seedOf(row, assignment.briefId);
    const asked = questionsOf(one, assignment.briefId, run).map((question) =>
      askedIn(readsOf(member), askedQuestion(question, { seed, ownOptions: run.ownOptions })),
    );
    return {
      number: row.number,
      begunAt: row.begunAt.getTime(),
      endsAt: tryEnd,
      questions: run.oneWay ? asked.map((question, index) => (index === row.position ? question : null)) : asked,
      position: run.oneWay ? row.position : null,
      ...one.answers,
    };
  }

  async function toFinished(
    { assignment, record }: Sight,
    over: readonly TryRecord[],
    reads: readonly (Language | null)[],
    now: number,
  ): Promise<FinishedTry[]> {
    if (over.length === 0) return [];
    const settled = await records.corrections([assignment.id]);
    const corrections = toCorrections(settled.get(assignment.id) ?? []);
    const returned = record?.summary.returnedAt != null;
    const parts = partsShown(assignment, { closedForAllAt: await closings.ofBrief(assignment.briefId, now), returned, now });
    return over.map((one) => {
      const score = scoreOf(one, assignment.briefId, runOf(assignment), corrections);
      const points = assignment.points === null ? score.score : scaledScore(score, assignment.points);
      return toFinishedTry(one, { assignment, reads, corrections, parts }, points);
    });
  }

  async function toReply({ sight, rows }: { sight: Sight; rows: readonly TryRow[] }, now: number): Promise<MyQuizReply> {
    const { assignment, schoolClass, toldState, resolved, record } = sight;
    const run = runOf(assignment);
    const whole = await records.whole(rows, (row) => (row.handedInAt === null ? sight.tryEnd : null));
    const running = whole.find(({ row }) => row.handedInAt === null && !isOver(now, sight.tryEnd));
    const over = whole.filter(({ row }) => row.handedInAt !== null);
    const minutes = quizMinutesFor(sight, running?.row.begunAt.getTime() ?? now);
    const quiz = (await assignments.quizzesOf([assignment.briefId])).get(assignment.briefId)!;
    const single = quiz.questions.filter((one) => one.setId === null).length;
    const drawn = quiz.sets.reduce((sum, set) => sum + Math.min(set.take, quiz.questions.filter((one) => one.setId === set.id).length), 0);
    const refusal = tryRefusal({
      piece: toldState,
      summary: record?.summary ?? sight.facts.summary,
      closes: resolved.window.closes,
      tries: rows.length,
      allowed: assignment.rounds,
      now,
    });
    return {
      assignmentId: assignment.id,
      classId: schoolClass.id,
      className: schoolClass.label,
      hue: schoolClass.hue,
      zone: schoolClass.calendar.zone,
      title: assignment.title,
      words: wordsOf(assignment),
      state: toldState.state!,
      window: resolved.window,
      now,
      questions: running ? questionsOf(running, assignment.briefId, run).length : single + drawn,
      points: assignment.points ?? quizMax(quiz.questions, quiz.sets),
      minutes,
      limitMinutes: run.limitMinutes,
      factor:
        minutes === null || run.limitMinutes === null || minutes === run.limitMinutes
          ? null
          : Math.round((minutes * 100_000) / run.limitMinutes),
      oneWay: run.oneWay,
      decimal: schoolClass.decimalMark,
      voiceAnswers: assignment.voiceAnswers,
      triesAllowed: assignment.rounds === null ? null : assignment.rounds + (record?.summary.roundsSentBack ?? 0),
      tryRule: assignment.roundRule,
      mayBegin: running ? 'running' : rows.some((row) => row.handedInAt === null) ? 'ending' : refusal,
      running: running ? toRunning(running, sight) : null,
      finished: await toFinished(sight, over, readsOf(sight.member), now),
      shows: run.shows,
    };
  }

  /** The try that is under way, locked, with what decides over it. */
  async function openTry(student: Student, assignmentId: string, number: number, now: number): Promise<{ sight: Sight; row: TryRow }> {
    const sight = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
    const row = (await records.tries([assignmentId], [student.userId])).find((one) => one.number === number);
    if (!row) throw new Problem('thing.unknown');
    return { sight, row };
  }

  return {
    /** Tries that are over, for somebody who may see what their student is shown, to read in their languages. Nothing is noted. */
    async tried(sight: Sight, reads: readonly (Language | null)[], now: number): Promise<TriedQuiz> {
      const { assignment, member } = sight;
      const rows = await records.tries([assignment.id], [member.student.id]);
      const over = await records.whole(
        rows.filter((row) => row.handedInAt !== null),
        () => null,
      );
      return { points: assignment.points, shows: runOf(assignment).shows, finished: await toFinished(sight, over, reads, now) };
    },

    async look(student: Student, assignmentId: string, now: number): Promise<MyQuizReply> {
      return toReply(await look(student, 'ownWork.look', assignmentId, now), now);
    },

    /** Begins a try; while one is under way it is that one, on whatever device. @throws Problem `quiz.…` with why it cannot be begun */
    async begin(student: Student, assignmentId: string, now: number): Promise<MyQuizReply> {
      const before = await look(student, 'ownWork.write', assignmentId, now);
      const { assignment } = before.sight;
      const quiz = (await assignments.quizzesOf([assignment.briefId])).get(assignment.briefId)!;
      const team = { assignmentId, groupId: null, studentIds: [student.userId] };
      const attempt = () =>
        pieces.changeWork(team, async ({ own, transaction }) => {
          const sight = freshSight(before.sight, own.record, now);
          const rows = await records.tries([assignmentId], [student.userId], transaction);
          if (rows.some((row) => row.handedInAt === null)) return;
          const { record, toldState, resolved } = sight;
          const refusal = tryRefusal({
            piece: toldState,
            summary: record!.summary,
            closes: resolved.window.closes,
            tries: rows.length,
            allowed: assignment.rounds,
            now,
          });
          if (refusal) throw new Problem(`quiz.${refusal}` as ProblemCode);
          const edition = await records.editionOf(assignment.briefId, quiz, now, transaction);
          own.append({ kind: 'tryBegun', at: now }, student.userId, { number: rows.length + 1 });
          own.set({ activeAt: new Date(now) });
          const end = freshSight(before.sight, own.record, now).tryEnd;
          await tries.create(
            {
              id: randomUUID(),
              assignmentId,
              studentId: student.userId,
              number: rows.length + 1,
              editionId: edition.id,
              begunAt: new Date(now),
              position: 0,
              lookAt: end === null ? null : new Date(end),
              handedInAt: null,
              countsUntil: null,
              byClock: false,
              receipt: null,
              lateCounts: false,
              seed: null,
            },
            { transaction },
          );
        });
      await attempt();
      return toReply(await look(student, 'ownWork.look', assignmentId, now), now);
    },

    /**
     * Stores answers as they are given. Sent again they are stored once. What comes after the end is kept apart; what has not
     * the form of its question is refused and said by its id, and the rest is stored.
     * @throws Problem `quiz.notDrawn` for a question that this try did not get
     */
    async answer(student: Student, assignmentId: string, { number, answers: given }: AnswersRequest, now: number): Promise<AnswersReply> {
      const { sight, row } = await openTry(student, assignmentId, number, now);
      const edition = await records.edition(row.editionId);
      const run = runOf(sight.assignment);
      const asked = questionsOf({ row, edition }, sight.assignment.briefId, run);
      const byId = new Map(asked.map((question, index) => [question.id, { key: keyOf(question), index }]));
      if (given.some((one) => !byId.has(one.questionId))) throw new Problem('quiz.notDrawn');
      const refused: Record<string, string> = {};
      for (const one of given) {
        const { key, index } = byId.get(one.questionId)!;
        const problem =
          answerProblem(key, one.answer, { say: sight.assignment.voiceAnswers }) ??
          (run.oneWay && index !== row.position ? 'passed' : null);
        if (problem) refused[one.id] = problem;
      }
      const taken = given.filter((one) => !refused[one.id]);
      const stored = await inTransaction(sequelize, async (transaction) => {
        const locked = (await records.lockTry({ assignmentId, studentId: student.userId, number }, transaction))!;
        // Under the lock of the try, so that the order of what two devices send at once is one.
        const before = taken.length === 0 ? 0 : await answers.count({ where: { tryId: row.id }, transaction });
        if (taken.length > 0)
          await answers.bulkCreate(
            taken.map((one, nth): AnswerRow => ({
              id: one.id,
              tryId: row.id,
              questionId: one.questionId,
              answer: { given: one.answer },
              insteadOf: one.insteadOf,
              receivedAt: new Date(now),
              nth: before + nth,
            })),
            { ignoreDuplicates: true, transaction },
          );
        const all = (await records.answersOf([row.id], transaction)).get(row.id) ?? [];
        return { locked, all };
      });
      const over = stored.locked.handedInAt !== null || isOver(now, sight.tryEnd);
      return { now, endsAt: sight.tryEnd, over, refused, ...countedAnswers(stored.all, stored.locked, sight.tryEnd) };
    },

    /** Of a quiz without going back: closes the question at this position and opens the next. */
    async forward(
      student: Student,
      assignmentId: string,
      { number, position }: { number: number; position: number },
      now: number,
    ): Promise<MyQuizReply> {
      const { sight, row } = await openTry(student, assignmentId, number, now);
      const edition = await records.edition(row.editionId);
      const last = questionsOf({ row, edition }, sight.assignment.briefId, runOf(sight.assignment)).length - 1;
      // Sent twice it goes on once: only from where it was.
      if (position < last) await tries.update({ position: position + 1 }, { where: { id: row.id, position, handedInAt: null } });
      return toReply(await look(student, 'ownWork.look', assignmentId, now), now);
    },

    /** Takes a file as it is to be an answer; it belongs to the answer that names it. */
    async attach(student: Student, assignmentId: string, file: TakenFile, now: number): Promise<WorkFile> {
      const before = await ownPieces.sight(student, 'ownWork.write', assignmentId, now);
      const team = { assignmentId, groupId: null, studentIds: [student.userId] };
      return pieces.changeWork(team, async ({ work, own }) => {
        const { record, tryEnd } = freshSight(before, own.record, now);
        if (record?.summary.tryBegunAt == null || isOver(now, tryEnd)) throw new Problem('quiz.over');
        return work.addFile(file, student.userId, now);
      });
    },
  };
}
