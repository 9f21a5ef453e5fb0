import type { Actor } from '@jolly/core';
import type { TermLineReply } from '../../contract';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import { toPiles } from '../marking/piles.service';
import type { ClassBoardsService } from '../pieces/class-boards.service';
import { isCurrent, type MyWorkService } from '../pieces/my-work.service';
import { teacherViewer } from '../pieces/sight';

const toClass = ({ id, label, hue, calendar, terms }: SchoolClass) => ({ id, name: label, hue, zone: calendar.zone, terms });

interface Collaborators {
  classes: ClassesService;
  classBoards: ClassBoardsService;
  myWork: MyWorkService;
}

/** The term as a line of due dates: the class's dates for a teacher, their own for a student. */
export function termLineService({ classes, classBoards, myWork }: Collaborators) {
  return {
    async of(actor: Actor, now: number): Promise<TermLineReply> {
      if (actor.role === 'anonymous') return { classes: [], squares: [], waiting: 0 };
      if (actor.role === 'student') {
        const { classes: mine, sights } = await myWork.own(actor, now);
        const squares = sights.filter(isCurrent).flatMap(({ assignment, resolved: { window } }) =>
          window.due === null
            ? []
            : [
                {
                  assignmentId: assignment.id,
                  briefId: assignment.briefId,
                  classId: assignment.classId,
                  title: assignment.title,
                  due: window.due,
                  issued: true,
                },
              ],
        );
        return { classes: mine.filter((one) => one.putAwayAt === null).map(toClass), squares, waiting: 0 };
      }
      const boards = await classBoards.of(teacherViewer(actor), await classes.taughtBy(actor.userId), now);
      const waiting = toPiles(boards.sightsOf(boards.issued)).reduce((sum, pile) => sum + pile.waiting, 0);
      const squares = boards.assignments.flatMap(({ id, briefId, classId, title, due, issuedAt }) =>
        due === null ? [] : [{ assignmentId: id, briefId, classId, title, due, issued: issuedAt !== null && issuedAt <= now }],
      );
      return { classes: boards.classes.map(toClass), squares, waiting };
    },
  };
}

export type TermLineService = ReturnType<typeof termLineService>;
