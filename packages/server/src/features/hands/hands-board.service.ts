import { compareNames, noticeIn, type Instant } from '@jolly/core';
import type { HandsBoardReply, HandVotesReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { NoticesService, Person } from '../notices/notices.service';
import type { HandsService } from './hands.service';

interface Collaborators {
  classes: ClassesService;
  notices: NoticesService;
  hands: HandsService;
}

/** A show of hands on the board, and for its teachers who chose what, where names are recorded. */
export function handsBoardService({ classes, notices, hands }: Collaborators) {
  async function find(teacher: Person, classId: string, noticeId: string) {
    const { notice, schoolClass } = await notices.inClass(teacher, 'notice.look', classId, noticeId);
    if (notice.hands === null) throw new Problem('thing.unknown');
    const of = await classes.load(notice.classes.map((one) => one.classId));
    return { notice, asked: notice.hands, schoolClass, of, audience: await notices.audienceOf(of) };
  }

  return {
    /** The question and the count as it comes, over all its classes. Never a name. */
    async board(teacher: Person, classId: string, noticeId: string, now: Instant): Promise<HandsBoardReply> {
      const { notice, asked, schoolClass, of, audience } = await find(teacher, classId, noticeId);
      const students = of.flatMap((one) => audience(notice, one).map((member) => member.student.id));
      const counts = (await hands.countsOf([notice], () => students)).get(noticeId)!;
      return {
        ...asked,
        ...hands.toCount(asked, notice.handsEndedAt, counts, now),
        id: noticeId,
        title: noticeIn([notice.language], notice).title,
        classId,
        className: schoolClass.label,
      };
    },

    /** Who chose what, of this class. @throws Problem `thing.unknown` where names are not recorded: there is nothing to see */
    async votes(teacher: Person, classId: string, noticeId: string): Promise<HandVotesReply> {
      const { notice, asked, schoolClass, audience } = await find(teacher, classId, noticeId);
      if (!asked.names) throw new Problem('thing.unknown');
      const votes = await hands.votesOf(noticeId);
      return {
        rows: audience(notice, schoolClass)
          .map(({ student: { id, givenName, familyName } }) => ({ student: { id, givenName, familyName }, chosen: votes.get(id) ?? null }))
          .sort((a, b) => compareNames(a.student, b.student)),
      };
    },
  };
}

export type HandsBoardService = ReturnType<typeof handsBoardService>;
