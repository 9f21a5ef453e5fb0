import { nameKey, type Actor } from '@jolly/core';
import type { FindReply } from '../../contract';
import { fullName } from '../accounts/accounts.service';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { MyWorkService } from '../pieces/my-work.service';
import type { RosterService } from '../roster/roster.service';

const MOST_FOUND = 12;
const key = (text: string) => nameKey({ givenName: text, familyName: '' });

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  myWork: MyWorkService;
}

/** "Find anything": classes, students and assignments among one's own, without regard to case and accents. */
export function findService({ classes, roster, assignments, myWork }: Collaborators) {
  return {
    async find(actor: Actor, text: string, now: number): Promise<FindReply> {
      if (actor.role === 'anonymous') return { found: [] };
      const wanted = key(text);
      const matches = (label: string) => key(label).includes(wanted);
      if (actor.role === 'student') {
        const mine = await myWork.mySights(actor, now);
        const found = mine
          .filter(({ assignment }) => matches(assignment.title))
          .map(({ assignment, schoolClass }) => ({ kind: 'assignment' as const, id: assignment.id, classId: schoolClass.id, label: assignment.title, detail: schoolClass.label }));
        return { found: found.slice(0, MOST_FOUND) };
      }
      const mine = await classes.load(await classes.taughtBy(actor.userId, { away: true }));
      const ids = mine.map((one) => one.id);
      const [members, work, handouts] = await Promise.all([
        roster.membersOf(ids),
        assignments.ofClasses(ids, { drafts: true, now }),
        assignments.ofClasses(ids, { drafts: true, now, kind: 'handout' }),
      ]);
      const all = [...work, ...handouts];
      const className = new Map(mine.map((one) => [one.id, one.label]));
      const found: FindReply['found'] = [
        ...mine.filter((one) => matches(one.label)).map(({ id, label }) => ({ kind: 'class' as const, id, classId: id, label, detail: '' })),
        ...members
          .filter(({ student }) => matches(fullName(student)))
          .map(({ student, classId }) => ({ kind: 'student' as const, id: student.id, classId, label: fullName(student), detail: className.get(classId)! })),
        ...all.filter(({ title }) => matches(title)).map(({ id, classId, title }) => ({ kind: 'assignment' as const, id, classId, label: title, detail: className.get(classId)! })),
      ];
      return { found: found.slice(0, MOST_FOUND) };
    },
  };
}

export type FindService = ReturnType<typeof findService>;
