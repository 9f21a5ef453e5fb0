import { paceOf } from '@jolly/core';
import type { AssignmentReply, HeldPile, MarkingChange, PileDeskReply, PileReply, PilesReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { RowsService } from '../collecting/rows.service';
import type { BoardService } from '../pieces/board.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { Teacher } from './desk.service';
import type { ScoreQuestionsService } from './score-questions.service';
import type { ReturningService } from './returning.service';
import { isNameless } from '../pieces/nameless';
import { isWithTeacher } from '../pieces/records';
import { type LeanSight, teacherViewer } from '../pieces/sight';

const PACE_OF_MS = 60 * 86_400_000;

const isWaiting = ({ state, record }: LeanSight) =>
  state.state === 'in' || state.state === 'inLate' || (state.state === 'inClass' && !record?.score);

/** Every assignment with what waits of it, those with most waiting first. */
function pilesOf(sights: readonly LeanSight[]): PileReply[] {
  const piles = new Map<string, PileReply>();
  for (const sight of sights) {
    const { assignment, state, record } = sight;
    if (state.state === null || state.state === 'excused') continue;
    const pile = piles.get(assignment.id) ?? {
      assignmentId: assignment.id,
      briefId: assignment.briefId,
      classId: assignment.classId,
      title: assignment.title,
      points: assignment.points,
      due: assignment.due,
      how: assignment.how,
      waiting: 0,
      late: 0,
      oldestWaitingAt: null,
      scored: 0,
      held: 0,
      returned: 0,
      students: 0,
      namesHidden: assignment.namesHidden,
    };
    piles.set(assignment.id, pile);
    pile.students += 1;
    if (isWaiting(sight)) {
      pile.waiting += 1;
      if (state.state === 'inLate') pile.late += 1;
      const since = record?.summary.handedInAt ?? assignment.due;
      if (since !== null && (pile.oldestWaitingAt === null || since < pile.oldestWaitingAt)) pile.oldestWaitingAt = since;
    }
    if (state.state === 'scored' || state.state === 'returned') pile.scored += 1;
    if (record?.held) pile.held += 1;
    if (state.state === 'returned') pile.returned += 1;
  }
  return [...piles.values()].sort((a, b) => b.waiting - a.waiting || (a.oldestWaitingAt ?? 0) - (b.oldestWaitingAt ?? 0));
}

/** The piles: what waits for a score or is held, per assignment. */
export const toPiles = (sights: readonly LeanSight[]): PileReply[] => pilesOf(sights).filter((pile) => pile.waiting > 0 || pile.held > 0);

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  classBoards: ClassBoardsService;
  pieces: PiecesService;
  rows: RowsService;
  returning: ReturningService;
  scoreQuestions: ScoreQuestionsService;
}

/** Marking piles, and how each is marked: names hidden, by a second marker. */
export function pilesService({
  accounts,
  classes,
  assignments,
  board,
  classBoards,
  pieces,
  rows,
  returning,
  scoreQuestions,
}: Collaborators) {
  /** How long a teacher takes for a piece of each assignment; where they have scored too few of it, for any. */
  async function pacesOf(teacher: Teacher, assignmentIds: readonly string[], now: number): Promise<Record<string, number>> {
    const scored = await pieces.scoredBy(teacher.userId, now - PACE_OF_MS);
    const all = paceOf(scored.map((one) => one.at));
    return Object.fromEntries(
      assignmentIds.flatMap((id) => {
        const pace = paceOf(scored.filter((one) => one.assignmentId === id).map((one) => one.at)) ?? all;
        return pace === null ? [] : [[id, pace]];
      }),
    );
  }

  async function issuedSights(teacher: Teacher, now: number): Promise<LeanSight[]> {
    const boards = await classBoards.of(teacherViewer(teacher), await classes.taughtBy(teacher.userId), now);
    return boards.sightsOf(boards.issued);
  }

  return {
    async piles(teacher: Teacher, now: number): Promise<PilesReply> {
      const sights = await issuedSights(teacher, now);
      const piles = toPiles(sights);
      const assignmentOf = new Map(sights.map(({ assignment }) => [assignment.id, assignment]));
      const [pace, timed, waiting] = await Promise.all([
        pacesOf(
          teacher,
          piles.map((pile) => pile.assignmentId),
          now,
        ),
        returning.waiting([...assignmentOf.keys()]),
        scoreQuestions.waitingOn([...assignmentOf.keys()]),
      ]);
      const people = await accounts.people(waiting.map((one) => one.studentId));
      const named = waiting.map((one) => {
        const person = people.get(one.studentId);
        return { ...one, title: assignmentOf.get(one.assignmentId)?.title ?? '', student: person ? fullName(person) : '' };
      });
      return { piles, pace, timed, scoreQuestions: named };
    },

    /** Everything that is held in the classes of this teacher, the assignment first that has most of it. */
    async held(teacher: Teacher, now: number): Promise<HeldPile[]> {
      const sights = await issuedSights(teacher, now);
      const found = new Map(sights.filter(({ record }) => record?.held).map(({ assignment }) => [assignment.id, assignment]));
      return (await returning.lookAtHeld(teacher, [...found.values()], now)).sort((a, b) => b.pieces.length - a.pieces.length);
    },

    /** One pile as it is worked through; with `together` all sections of the same brief that this teacher teaches. */
    async pile(teacher: Teacher, assignmentId: string, { together }: { together: boolean }, now: number): Promise<PileDeskReply> {
      const own = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const taught = new Set(together ? await classes.taughtBy(teacher.userId) : []);
      const others = together
        ? (await assignments.ofBriefs([own.briefId])).filter((one) => one.id !== own.id && taught.has(one.classId) && isIssued(one, now))
        : [];
      const all: AssignmentReply[] = [own, ...others];
      const [sights, teachers, pace, timed] = await Promise.all([
        board.as(teacherViewer(teacher)).ofAssignments(all, now),
        classes.teachersOf(all.map((one) => one.classId)),
        pacesOf(teacher, [own.id], now),
        returning.waiting(all.map((one) => one.id)),
      ]);
      const listed = await Promise.all(
        all.map(async (assignment) => {
          // Where names are hidden, who has handed nothing in is not on the pile: there is nothing to mark without a name.
          const here = sights.filter(
            (sight) =>
              sight.assignment.id === assignment.id &&
              sight.state.state !== null &&
              (!assignment.namesHidden || isWithTeacher(sight.record)),
          );
          const found = await rows.onDesk(teacher, here, now);
          const nameless = here.flatMap((sight, index) => (isNameless(sight) ? [found[index]!] : []));
          const named = found.filter((row) => !nameless.includes(row));
          // Nameless ones in the order of ids that say nothing.
          return [...named, ...nameless.sort((a, b) => (a.student.id < b.student.id ? -1 : 1))].map((row) => ({
            ...row,
            assignmentId: assignment.id,
          }));
        }),
      );
      const distinct = new Map([...teachers.values()].flat().map(({ id, name }) => [id, { id, name }]));
      return { assignments: all, rows: listed.flat(), pace: pace[own.id] ?? null, teachers: [...distinct.values()], timed };
    },

    /** How an assignment is marked. @throws Problem `thing.unknown` for a second marker who does not teach the class */
    async set(teacher: Teacher, assignmentId: string, change: MarkingChange): Promise<void> {
      const { classId } = await assignments.forTeacher(teacher, 'marking.set', assignmentId);
      if (
        change.secondMarker != null &&
        !((await classes.teachersOf([classId])).get(classId) ?? []).some((one) => one.id === change.secondMarker)
      )
        throw new Problem('thing.unknown');
      await assignments.setMarking(assignmentId, change);
    },
  };
}

export type PilesService = ReturnType<typeof pilesService>;
