import {
  answerSpread,
  isNoAnswer,
  keyOf,
  quizFigures,
  quizMax,
  questionVerdicts,
  ratio,
  middleRatio,
  roundHalfUp,
  scaledScore,
  type Answer,
  type CountedTry,
  type Corrections,
  type Instant,
  type MilliPoints,
  type Question,
} from '@jolly/core';
import type { AssignmentReply, OutcomeRow, QuestionOutcome, QuizOutcomeReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { Teacher } from '../marking/desk.service';
import type { BoardService } from '../pieces/board.service';
import { whoOf } from '../pieces/nameless';
import { teacherViewer, type Sight } from '../pieces/sight';
import type { Ending } from './ending';
import { scoreOf, toAct, toCorrections, type QuizRecords, type TryRecord } from './quiz-records';
import { countingTry, runOf } from './quiz-scores';

interface Collaborators {
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  records: QuizRecords;
  ending: Ending;
}

/** One student's tries with the one that counts in the figures. */
export interface Taken {
  sight: Sight;
  over: TryRecord[];
  running: TryRecord | null;
  counts: TryRecord | null;
}

/** What came of a quiz: students by questions, how each question was answered, what the figures say. */
export function outcomeService({ accounts, assignments, board, records, ending }: Collaborators) {
  /** What was asked, as most recently gone through; of a quiz that nobody has begun as it is now. */
  function askedIn(all: readonly Taken[], now: readonly Question[]): Question[] {
    const found = new Map(now.map((one) => [one.id, one]));
    for (const { over, running } of all)
      for (const one of [...over, ...(running ? [running] : [])])
        for (const question of one.edition.questions) if (!found.has(question.id)) found.set(question.id, question);
    return [...found.values()];
  }

  function toRow({ sight, over, running, counts }: Taken, assignment: AssignmentReply, corrections: Corrections): OutcomeRow {
    const common = { student: whoOf(sight), state: sight.state.state };
    const answeredNow = running ? Object.values(running.counted).filter((answer) => !isNoAnswer(answer)).length : null;
    const late = over.reduce((sum, one) => sum + one.answers.late, 0);
    const blank = {
      tryId: null,
      number: null,
      endedAt: null,
      byClock: false,
      cells: {},
      score: null,
      soFar: 0,
      max: 0,
      waiting: 0,
      lateCounts: false,
    };
    if (!counts) return { ...common, ...blank, tries: over.length, late, answeredNow };
    const score = scoreOf(counts, assignment.briefId, runOf(assignment), corrections);
    return {
      ...common,
      tryId: counts.row.id,
      number: counts.row.number,
      endedAt: counts.row.handedInAt?.getTime() ?? null,
      byClock: Boolean(counts.row.byClock),
      tries: over.length,
      cells: Object.fromEntries(
        score.questions.map(({ id, points, max, notAnswered }) => [id, { points, max, notAnswered, answer: counts.counted[id] ?? null }]),
      ),
      score: score.score,
      soFar: score.questions.reduce((sum, one) => sum + (one.points ?? 0), 0),
      max: score.max,
      waiting: score.waiting.length,
      late,
      lateCounts: Boolean(counts.row.lateCounts),
      answeredNow,
    };
  }

  const chosenIn = (answer: Answer): string | readonly string[] | null =>
    typeof answer === 'string'
      ? answer
      : Array.isArray(answer)
        ? (answer as readonly unknown[]).filter((one): one is string => typeof one === 'string')
        : null;

  function toQuestions(
    asked: readonly Question[],
    rows: readonly OutcomeRow[],
    corrections: Corrections,
  ): { questions: QuestionOutcome[]; alpha: number | null } {
    const done = rows.filter((row) => row.tryId !== null);
    const ids = asked.map((one) => one.id);
    const choices: Record<string, { options: readonly string[]; right: readonly string[] }> = {};
    for (const question of asked) {
      const key = keyOf(question);
      const also = (corrections.alsoRight[question.id] ?? []).flatMap((one) => (one.kind === 'option' ? [one.optionId] : []));
      if (key.kind === 'one' || key.kind === 'trueFalse') choices[question.id] = { options: key.options, right: [...key.key, ...also] };
    }
    const counted = done.map((row): CountedTry => ({
      points: Object.fromEntries(Object.entries(row.cells).map(([id, cell]) => [id, cell.points])),
      max: Object.fromEntries(Object.entries(row.cells).map(([id, cell]) => [id, cell.max])),
      choice: Object.fromEntries(Object.keys(choices).map((id) => [id, chosenIn(row.cells[id]?.answer ?? null)])),
    }));
    // What was dropped earns nothing, and says nothing of the others.
    const telling = ids.filter((id) => corrections.leftOut[id] === undefined);
    const figures = quizFigures(telling, counted);
    const verdicts = questionVerdicts(telling, counted, choices, figures);
    const byId = new Map(figures.questions.map((one) => [one.id, one]));
    const questions = asked.map((question): QuestionOutcome => {
      const cells = done.flatMap((row) => row.cells[question.id] ?? []);
      const also = corrections.alsoRight[question.id] ?? [];
      const found = byId.get(question.id);
      const difficulty = found?.difficulty ?? null;
      return {
        question,
        n: cells.length,
        right: cells.filter((cell) => cell.points !== null && cell.max > 0 && cell.points >= cell.max).length,
        answered: cells.filter((cell) => !cell.notAnswered).length,
        waiting: cells.filter((cell) => cell.points === null).length,
        difficulty: difficulty === null ? null : Number(roundHalfUp(ratio(difficulty.num * 10_000n, difficulty.den))),
        discrimination: found?.discrimination ?? null,
        verdicts: verdicts.get(question.id) ?? [],
        leftOut: corrections.leftOut[question.id] ?? null,
        counted: [...also],
        spreads: answerSpread(
          question,
          cells.map((cell) => cell.answer),
          also,
        ),
      };
    });
    return { questions, alpha: figures.alpha };
  }

  function middleOf(scores: readonly MilliPoints[]): MilliPoints | null {
    const middle = middleRatio(scores.map((one) => ratio(one)));
    return middle === null ? null : Number(roundHalfUp(middle));
  }

  const service = {
    /** Everybody's tries of one quiz; what has ended by the clock is noted first. */
    async taken(teacher: Teacher, assignment: AssignmentReply, now: Instant): Promise<Taken[]> {
      const load = async () =>
        (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now)).filter(({ state }) => state.state !== null);
      let sights = await load();
      const rows = await records.tries([assignment.id]);
      const open = new Set(rows.filter((row) => row.handedInAt === null).map((row) => row.studentId));
      let settled = false;
      for (const sight of sights)
        if (open.has(sight.member.student.id))
          settled =
            (await ending.settle(
              sight,
              rows.filter((row) => row.studentId === sight.member.student.id),
              now,
            )) || settled;
      if (settled) sights = await load();
      const endBy = new Map(sights.map((sight) => [sight.member.student.id, sight.tryEnd]));
      const fresh = settled ? await records.tries([assignment.id]) : rows;
      const whole = await records.whole(fresh, (row) => (row.handedInAt === null ? (endBy.get(row.studentId) ?? null) : null));
      const corrections = toCorrections((await records.corrections([assignment.id])).get(assignment.id) ?? []);
      return sights.map((sight) => {
        const own = whole.filter(({ row }) => row.studentId === sight.member.student.id);
        const over = own.filter(({ row }) => row.handedInAt !== null);
        return {
          sight,
          over,
          running: own.find(({ row }) => row.handedInAt === null) ?? null,
          counts: countingTry(over, assignment, corrections),
        };
      });
    },

    async look(teacher: Teacher, assignmentId: string, now: Instant): Promise<QuizOutcomeReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      if (assignment.how !== 'quiz') throw new Problem('thing.unknown');
      const all = await service.taken(teacher, assignment, now);
      const quiz = (await assignments.quizzesOf([assignment.briefId])).get(assignment.briefId)!;
      const settled = (await records.corrections([assignmentId])).get(assignmentId) ?? [];
      const corrections = toCorrections(settled);
      const people = await accounts.people(settled.map((row) => row.byUser));
      const rows = all.map((one) => toRow(one, assignment, corrections));
      // Nameless pieces stand in the order of their ids, so that their place tells nothing.
      if (assignment.namesHidden) rows.sort((a, b) => (a.student.id < b.student.id ? -1 : 1));
      const { questions, alpha } = toQuestions(askedIn(all, quiz.questions), rows, corrections);
      const acts = new Map(
        [...settled].reverse().map((row) => [row.actId, toAct(row, people.get(row.byUser) ? fullName(people.get(row.byUser)!) : '')]),
      );
      const max = quizMax(
        quiz.questions.filter((one) => corrections.leftOut[one.id] !== 'dropped'),
        quiz.sets,
      );
      return {
        assignmentId,
        briefId: assignment.briefId,
        classId: assignment.classId,
        title: assignment.title,
        points: assignment.points,
        max,
        namesHidden: assignment.namesHidden,
        questions,
        rows,
        handedIn: rows.filter((row) => row.tryId !== null).length,
        middle: middleOf(
          rows.flatMap((row) =>
            row.score === null ? [] : [scaledScore({ score: row.score, max: row.max }, assignment.points ?? row.max) ?? row.score],
          ),
        ),
        waiting: rows.reduce((sum, row) => sum + row.waiting, 0),
        alpha,
        acts: [...acts.values()],
      };
    },
  };
  return service;
}

export type OutcomeService = ReturnType<typeof outcomeService>;
