import { questionAims, type QuestionAim } from '@jolly/core';
import type { AssignmentReply } from '../../contract';
import type { AssignmentsService } from '../assignments/assignments.service';
import { scoreOf, toCorrections, type QuizRecords } from './quiz-records';
import { countingTry, runOf } from './quiz-scores';

/** By assignment and student, what the questions of a quiz say about aims; nothing where no question is about one. */
export type QuestionAims = (assignmentId: string, studentId: string) => readonly QuestionAim[];

/** Aims of single questions: which aims they are about is said by the quiz as it is now, whenever it was taken. */
export function questionAimsService({ assignments, records }: { assignments: AssignmentsService; records: QuizRecords }) {
  return {
    /** @param studentIds left out: of everybody */
    async of(all: readonly AssignmentReply[], studentIds?: readonly string[]): Promise<QuestionAims> {
      const quizzes = await assignments.quizzesWithAims(all.filter(({ how }) => how === 'quiz').map((one) => one.briefId));
      const aimsOf = new Map(
        [...quizzes].flatMap(([briefId, { questions }]) => {
          const own = new Map(questions.filter(({ aims }) => aims.length > 0).map(({ id, aims }) => [id, aims]));
          return own.size > 0 ? [[briefId, own] as const] : [];
        }),
      );
      const asked = all.filter(({ briefId }) => aimsOf.has(briefId));
      if (asked.length === 0) return () => [];
      const ids = asked.map((one) => one.id);
      const rows = (await records.tries(ids, studentIds)).filter((row) => row.handedInAt !== null);
      const [tries, settled] = await Promise.all([records.whole(rows, () => null), records.corrections(ids)]);
      const found = new Map<string, readonly QuestionAim[]>();
      for (const assignment of asked) {
        const corrections = toCorrections(settled.get(assignment.id) ?? []);
        const here = tries.filter(({ row }) => row.assignmentId === assignment.id);
        for (const studentId of new Set(here.map(({ row }) => row.studentId))) {
          const counts = countingTry(
            here.filter(({ row }) => row.studentId === studentId),
            assignment,
            corrections,
          )!;
          const { questions } = scoreOf(counts, assignment.briefId, runOf(assignment), corrections);
          found.set(`${assignment.id} ${studentId}`, questionAims(questions, aimsOf.get(assignment.briefId)!));
        }
      }
      return (assignmentId, studentId) => found.get(`${assignmentId} ${studentId}`) ?? [];
    },
  };
}

export type QuestionAimsService = ReturnType<typeof questionAimsService>;
