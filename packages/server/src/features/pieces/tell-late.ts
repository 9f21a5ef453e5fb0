import type { Transaction } from 'sequelize';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService } from '../news/news.service';
import type { Sight } from './sight';
import { lateOf } from './worth';

/** What is told about a hand-in, whoever hears of it. */
export const aboutHandIn = ({ schoolClass, assignment, member }: Sight) => ({
  assignmentId: assignment.id,
  classId: schoolClass.id,
  zone: schoolClass.calendar.zone,
  data: { title: assignment.title, className: schoolClass.label, who: fullName(member.student) },
});

/** Tells teachers who want to hear of late hand-ins, if this one is late; each version once. */
export type LateTelling = (sight: Sight, version: number, transaction: Transaction, now: number) => Promise<void>;

/** @returns how it is told; the sight's record must be as it is after the hand-in */
export function lateTelling({ classes, news }: { classes: ClassesService; news: NewsService }): LateTelling {
  return async (sight, version, transaction, now) => {
    if (lateOf(sight) === null) return;
    const teachers = (await classes.teachersOf([sight.schoolClass.id])).get(sight.schoolClass.id) ?? [];
    await news.tell(
      teachers.map(({ id }) => ({
        userId: id,
        kind: 'inLate' as const,
        onceKey: `late:${sight.assignment.id}:${sight.member.student.id}:${version}`,
        ...aboutHandIn(sight),
      })),
      now,
      transaction,
    );
  };
}
