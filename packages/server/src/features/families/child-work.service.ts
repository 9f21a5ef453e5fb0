import { EMPTY_TEXT, tickStand, type Instant } from '@jolly/core';
import type { AskExtension, ChildPieceReply, HandInView, MarginNote, TriedQuiz } from '../../contract';
import { Problem } from '../../http/problem';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ExtensionsService } from '../exceptions/extensions.service';
import type { BoardService } from '../pieces/board.service';
import type { MyWorkService } from '../pieces/my-work.service';
import type { PiecesService } from '../pieces/pieces.service';
import { familyReader, type Sight } from '../pieces/sight';
import type { QuizzesService } from '../quizzes/quizzes.service';
import type { FamiliesService, Family } from './families.service';
import type { FamilyTicksService } from './family-ticks.service';

interface Collaborators {
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  myWork: MyWorkService;
  quizzes: QuizzesService;
  extensions: ExtensionsService;
  families: FamiliesService;
  familyTicks: FamilyTicksService;
}

/** A family's child's piece of work: as the child sees it, as far as the class shows it; asking for more time, and ticking what was seen. */
export function childWorkService({ assignments, board, pieces, myWork, quizzes, extensions, families, familyTicks }: Collaborators) {
  /** The child's sight, in the family's language. @throws Problem `thing.unknown` where it is not their child's, or not out */
  async function sightOf(
    family: Family,
    action: 'child.look' | 'child.ask' | 'child.tick',
    { studentId, assignmentId }: { studentId: string; assignmentId: string },
    now: Instant,
  ): Promise<Sight> {
    await families.child(family, action, studentId);
    const [assignment, { language }] = await Promise.all([assignments.byId(assignmentId), families.home(family)]);
    if (!assignment || !isIssued(assignment, now)) throw new Problem('thing.unknown');
    const [sight] = await board.as(familyReader(language)).ofAssignment(assignment, now, [studentId]);
    if (!sight || sight.state.state === null || sight.member.left !== null || sight.schoolClass.putAwayAt !== null)
      throw new Problem('thing.unknown');
    return sight;
  }

  /** What was handed in, for the family of one of those who did it: who else did stays theirs. */
  const ofOwn = (handIn: HandInView | null, alone: boolean): HandInView | null => handIn && (alone ? handIn : { ...handIn, by: '' });

  /** A note as the family reads it: nothing in it is theirs, and what group mates wrote below it stays with them. */
  const forFamily = (note: MarginNote, alone: boolean): MarginNote => ({
    ...note,
    mine: false,
    answers: alone ? note.answers.map((answer) => ({ ...answer, mine: false, unread: false })) : [],
  });

  /** What was answered in a quiz, without what was said about it where the class keeps that from families. */
  const answersOnly = ({ shows, finished, ...quiz }: TriedQuiz): TriedQuiz => ({
    ...quiz,
    shows: { ...shows, marks: 'never', key: 'never', explanations: 'never' },
    finished: finished.map((one) => ({
      ...one,
      questions: one.questions.map((of) => ({ ...of, mark: null, points: null, key: null, explanation: null, remark: null })),
    })),
  });

  return {
    async one(family: Family, studentId: string, assignmentId: string, now: Instant): Promise<ChildPieceReply> {
      const sight = await sightOf(family, 'child.look', { studentId, assignmentId }, now);
      const { schoolClass, member, assignment, resolved, record } = sight;
      const { familyWork, familyFeedback, familyAsks } = schoolClass;
      const { language } = await families.home(family);
      const [own, returns, ticked, tried] = await Promise.all([
        myWork.one({ role: 'student', userId: studentId }, assignmentId, now, familyReader(language)),
        record ? pieces.returnsOf(record.id) : [],
        familyTicks.ofFamily(family.userId, studentId, [assignmentId]),
        familyWork && assignment.how === 'quiz' ? quizzes.tried(sight, [language], now) : null,
      ]);
      const { returned } = own.piece;
      const feedback = familyFeedback && returned !== null;
      const alone = sight.team === null;
      const { rubric } = own.scoring.by === 'rubric' ? own.scoring : { rubric: null };
      const { id, givenName, familyName } = member.student;
      return {
        student: { id, givenName, familyName },
        assignmentId,
        ...{ classId: schoolClass.id, className: schoolClass.label, hue: schoolClass.hue, zone: schoolClass.calendar.zone },
        teachers: own.teachers,
        how: assignment.how,
        state: sight.toldState.state!,
        lateBy: sight.toldState.lateBy,
        window: resolved.window,
        againBy: own.piece.againBy,
        points: assignment.points,
        shows: { work: familyWork, feedback: familyFeedback },
        words: familyWork ? own.words : { ...own.words, instructions: EMPTY_TEXT, spoken: null, otherWords: {} },
        // What leads elsewhere in the student's own pages leads a family nowhere.
        attachments: familyWork ? own.attachments.filter((one) => one.kind !== 'handout') : [],
        rubric: familyWork || feedback ? rubric : null,
        handIn: familyWork ? ofOwn(own.handIn, alone) : null,
        quiz: tried && (familyFeedback ? tried : answersOnly(tried)),
        marked: familyWork && feedback ? ofOwn(own.marked, alone) : null,
        notes: familyWork && feedback ? own.notes.map((note) => forFamily(note, alone)) : [],
        feedbackFiles: feedback ? own.feedbackFiles : [],
        returned: returned && (familyFeedback ? returned : { ...returned, remark: EMPTY_TEXT, words: {}, chosen: null, adjust: null }),
        returns,
        sentBack: own.sentBack && { ...own.sentBack, reason: familyFeedback ? own.sentBack.reason : '' },
        requests: own.requests,
        mayAsk: familyAsks && own.mayAsk,
        proposedDue: own.proposedDue,
        tick: tickStand({
          asked: assignment.familyTick,
          returnedAt: record?.summary.lastReturnAt ?? null,
          tickedAt: ticked.get(assignmentId) ?? null,
        }),
      };
    },

    /** Asks for more time for a child. @throws Problem `extension.notByFamily` where the class does not let families ask */
    async ask(family: Family, studentId: string, assignmentId: string, body: AskExtension, now: Instant): Promise<void> {
      const { schoolClass } = await sightOf(family, 'child.ask', { studentId, assignmentId }, now);
      if (!schoolClass.familyAsks) throw new Problem('extension.notByFamily');
      await extensions.ask({ userId: studentId }, assignmentId, body, now, family.userId);
    },

    /** Ticks that a family has seen what came back, or takes the tick back. @throws Problem `tick.notAsked` */
    async tick(family: Family, studentId: string, assignmentId: string, seen: boolean, now: Instant): Promise<void> {
      const { assignment, record } = await sightOf(family, 'child.tick', { studentId, assignmentId }, now);
      const stand = tickStand({ asked: assignment.familyTick, returnedAt: record?.summary.lastReturnAt ?? null, tickedAt: null });
      if (stand.stand !== 'asked') throw new Problem('tick.notAsked');
      await familyTicks.set({ familyId: family.userId, studentId, subjectId: assignmentId }, seen, now);
    },
  };
}

export type ChildWorkService = ReturnType<typeof childWorkService>;
