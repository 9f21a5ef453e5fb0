import {
  answerShare,
  choiceProblem,
  filesInAnswer,
  isNoAnswer,
  isTeacherScored,
  keyOf,
  rubricScore,
  type Answer,
  type Instant,
  type Question,
} from '@jolly/core';
import type { AcrossAnswersReply, AnswerToScore, AssignmentReply, MarkRequest, WorkFile } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import { namelessFile, type Teacher } from '../marking/desk.service';
import { isNameless, whoOf } from '../pieces/nameless';
import type { PiecesService } from '../pieces/pieces.service';
import type { WorksService } from '../pieces/works.service';
import type { RemarksService } from '../remarks/remarks.service';
import type { OutcomeService } from './outcome.service';
import { toCorrections, questionsOf, type MarkRecord, type QuizRecords, type TryRecord } from './quiz-records';
import { runOf, scoreAnew } from './quiz-scores';
import type { Sight } from '../pieces/sight';

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  pieces: PiecesService;
  works: WorksService;
  records: QuizRecords;
  outcome: OutcomeService;
  remarks: RemarksService;
}

/** Scoring the answers that wait, one question across all students. */
export function quizMarksService({ accounts, assignments, pieces, works, records, outcome, remarks }: Collaborators) {
  const { marks, tries } = records.tables;

  async function filesOf(sight: Sight, { kind }: Question, answer: Answer): Promise<WorkFile[]> {
    const ids = filesInAnswer(kind, answer);
    if (ids.length === 0 || sight.record === null) return [];
    const { one } = await works.handInsOf(sight.record.work.id);
    const files = (one?.files ?? []).filter((file) => ids.includes(file.id));
    return isNameless(sight) ? files.map((file, index) => ({ ...file, name: namelessFile(file.name, index + 1), fingerprint: '' })) : files;
  }

  const toMark = (mark: MarkRecord | undefined, names: ReadonlyMap<string, string>): AnswerToScore['mark'] =>
    mark ? { points: mark.points, choices: mark.choices, remark: mark.remark, version: mark.version, by: names.get(mark.by) ?? '' } : null;

  async function namesOf(all: readonly TryRecord[]): Promise<Map<string, string>> {
    const ids = all.flatMap((one) => [...one.marks.values()].map((mark) => mark.by));
    return new Map([...(await accounts.people(ids))].map(([id, person]) => [id, fullName(person)]));
  }

  async function find(teacher: Teacher, assignmentId: string, now: Instant) {
    const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
    if (assignment.how !== 'quiz') throw new Problem('thing.unknown');
    return { assignment, all: await outcome.taken(teacher, assignment, now) };
  }

  const gotBy = (one: TryRecord, assignment: AssignmentReply, questionId: string): Question | undefined =>
    questionsOf(one, assignment.briefId, runOf(assignment)).find((question) => question.id === questionId);

  return {
    async across(teacher: Teacher, assignmentId: string, questionId: string, now: Instant): Promise<AcrossAnswersReply> {
      const { assignment, all } = await find(teacher, assignmentId, now);
      const settled = toCorrections((await records.corrections([assignmentId])).get(assignmentId) ?? []);
      const quiz = (await assignments.quizzesOf([assignment.briefId])).get(assignment.briefId)!;
      const asked = new Map(quiz.questions.map((question) => [question.id, question]));
      for (const { over } of all)
        for (const one of over) for (const question of one.edition.questions) if (!asked.has(question.id)) asked.set(question.id, question);
      const question = asked.get(questionId);
      if (!question) throw new Problem('quiz.noQuestion');
      const counting = all.flatMap(({ sight, counts }) => (counts ? [{ sight, one: counts }] : []));
      /** Nothing but a teacher can score what was answered; where a key can, the answer was said aloud. */
      const isForTeacher = (one: TryRecord, id: string) => {
        const got = gotBy(one, assignment, id);
        return got !== undefined && answerShare(keyOf(got), one.counted[id] ?? null) === null;
      };
      const isWaiting = (one: TryRecord, id: string) =>
        settled.leftOut[id] === undefined && one.marks.get(id)?.points == null && isForTeacher(one, id);
      const names = await namesOf(counting.map(({ one }) => one));
      const given = counting.filter(({ one }) => isForTeacher(one, questionId));
      const answers = await Promise.all(
        given.map(async ({ sight, one }): Promise<AnswerToScore> => {
          const answer = one.counted[questionId] ?? null;
          return {
            tryId: one.row.id,
            student: whoOf(sight),
            answer,
            files: await filesOf(sight, question, answer),
            mark: toMark(one.marks.get(questionId), names),
          };
        }),
      );
      if (assignment.namesHidden) answers.sort((a, b) => (a.student.id < b.student.id ? -1 : 1));
      return {
        assignmentId,
        title: assignment.title,
        question,
        questions: [...asked.values()].flatMap(({ id, kind }, index) =>
          isTeacherScored(kind) || counting.some(({ one }) => isForTeacher(one, id))
            ? [{ id, number: index + 1, waiting: counting.filter(({ one }) => isWaiting(one, id)).length }]
            : [],
        ),
        answers,
        namesHidden: assignment.namesHidden,
      };
    },

    /**
     * Gives an answer its points, by number or by the question's rubric, and words; what the whole comes to follows at once.
     * @throws Problem `conflict.changedMeanwhile` with the mark as it is now; `quiz.tooMuch`, `score.noSuchChoice`
     */
    async give(
      teacher: Teacher,
      at: { assignmentId: string; tryId: string; questionId: string },
      request: MarkRequest,
      now: Instant,
    ): Promise<AnswerToScore> {
      const { assignmentId, tryId, questionId } = at;
      const assignment = await assignments.forTeacher(teacher, 'score.write', assignmentId);
      const { all } = await find(teacher, assignmentId, now);
      const found = all.flatMap(({ sight, over }) => over.map((one) => ({ sight, one }))).find(({ one }) => one.row.id === tryId);
      const question = found && gotBy(found.one, assignment, questionId);
      if (!found || !question) throw new Problem('thing.unknown');
      const answer = found.one.counted[questionId] ?? null;
      if (isNoAnswer(answer)) throw new Problem('quiz.answeredNothing');
      const rubric = isTeacherScored(question.kind) && 'rubric' in question ? question.rubric : null;
      if (request.choices && (!rubric || choiceProblem(rubric, request.choices))) throw new Problem('score.noSuchChoice');
      const points = request.choices && rubric ? rubricScore(rubric, question.points, request.choices).earned : request.points;
      if (points !== null && points > question.points) throw new Problem('quiz.tooMuch');
      const { studentId } = found.one.row;
      const stored = await pieces.change({ assignmentId, studentId }, async (piece) => {
        const fresh = (await records.marksOf([tryId], piece.transaction)).get(tryId)?.get(questionId);
        if ((fresh?.version ?? 0) !== request.version) return { stale: fresh };
        const row = {
          tryId,
          questionId,
          pointsMilli: points,
          choices: request.choices,
          remark: request.remark,
          byUser: teacher.userId,
          at: new Date(now),
          version: request.version + 1,
        };
        await marks.upsert(row, { transaction: piece.transaction });
        await remarks.used(teacher, request.remarks, piece.record.id, now, piece.transaction);
        await scoreAnew(records, piece, assignment, teacher.userId, now);
        return { mark: { points, choices: request.choices, remark: request.remark, by: teacher.userId, version: request.version + 1 } };
      });
      const names = new Map(
        [...(await accounts.people([teacher.userId, stored.stale?.by ?? '']))].map(([id, person]) => [id, fullName(person)]),
      );
      if ('stale' in stored) throw new Problem('conflict.changedMeanwhile', { current: toMark(stored.stale, names) });
      return {
        tryId,
        student: whoOf(found.sight),
        answer,
        files: await filesOf(found.sight, question, answer),
        mark: toMark(stored.mark, names),
      };
    },

    /** Counts what came too late in a try, or no longer. */
    async countLate(
      teacher: Teacher,
      { assignmentId, tryId }: { assignmentId: string; tryId: string },
      counts: boolean,
      now: Instant,
    ): Promise<void> {
      const assignment = await assignments.forTeacher(teacher, 'score.write', assignmentId);
      const row = await records.tryById(tryId);
      if (!row || row.assignmentId !== assignmentId || row.handedInAt === null) throw new Problem('thing.unknown');
      await pieces.change({ assignmentId, studentId: row.studentId }, async (piece) => {
        await tries.update({ lateCounts: counts }, { where: { id: tryId }, transaction: piece.transaction });
        await scoreAnew(records, piece, assignment, teacher.userId, now);
      });
    },
  };
}

export type QuizMarksService = ReturnType<typeof quizMarksService>;
