import {
  answerShare,
  EVERYONE,
  keyOf,
  multiply,
  questionTitle,
  ratio,
  roundToMilli,
  type Answer,
  type Instant,
  type MilliPoints,
  type Question,
} from '@jolly/core';
import { Problem } from '../../http/problem';
import { BLANK_BRIEF } from '../assignments/drafts';
import type { BriefsService } from '../assignments/briefs.service';
import type { IssuingService } from '../assignments/issuing.service';
import type { BookActsService } from '../markbook/book-acts.service';
import type { LiveQuestionsService } from './live-questions.service';
import type { Teacher } from '../marking/desk.service';

/** What an answer is worth of some points, to a thousandth; null: nothing was answered. */
function earnedBy(question: Question, answer: Answer, points: MilliPoints): MilliPoints | null {
  const share = answer === null ? null : answerShare(keyOf(question), answer);
  return share === null ? null : roundToMilli(multiply(share, ratio(points, 1000)));
}

/**
 * A question asked in the lesson that is to count: it becomes a piece done in class, with the scores that its key gives. Who has
 * not answered gets no score. From then on it is an assignment like any other; the question itself stays what it was.
 */
export function liveScoringService({
  liveQuestions,
  briefs,
  issuing,
  bookActs,
}: {
  liveQuestions: LiveQuestionsService;
  briefs: BriefsService;
  issuing: IssuingService;
  bookActs: BookActsService;
}) {
  return {
    /** @throws Problem `live.stillOpen`, `live.nameless`, `live.counting` while somebody else does the same */
    async score(teacher: Teacher, id: string, points: MilliPoints, now: Instant): Promise<{ assignmentId: string }> {
      const { question, schoolClass, askedAt, assignmentId: counted, answers } = await liveQuestions.toScore(teacher, id, now);
      if (counted !== null) return { assignmentId: counted };
      if (!(await liveQuestions.claim(id, now))) throw new Problem('live.counting');
      try {
        const set = {
          classId: schoolClass.id,
          opens: null,
          due: askedAt,
          closes: null,
          unitId: null,
          categoryId: null,
          countsInTotals: true,
          bonus: false,
          audience: EVERYONE,
          groupingId: null,
        };
        const title = questionTitle(question).slice(0, 200);
        const body = { ...BLANK_BRIEF, title, instructions: question.text, how: 'inClass' as const, accepts: [], points };
        const brief = await briefs.draft(teacher, { ...body, classes: [set], fromShelf: null }, now);
        await issuing.issue(teacher, brief.id, { version: brief.version, at: null }, now);
        const { assignmentId } = brief.classes[0]!;
        const edits = [...answers].flatMap(([studentId, answer]) => {
          const earned = earnedBy(question, answer, points);
          return earned === null ? [] : [{ assignmentId, studentId, version: 0, text: String(earned / 1000) }];
        });
        if (edits.length > 0) await bookActs.enter(teacher, schoolClass.id, { kind: 'pasted', edits }, now);
        await liveQuestions.counts(id, assignmentId);
        return { assignmentId };
      } catch (error) {
        await liveQuestions.counts(id, null);
        throw error;
      }
    },
  };
}

export type LiveScoringService = ReturnType<typeof liveScoringService>;
