import type { Sequelize } from 'sequelize';
import type { AccountsService } from './features/accounts/accounts.service';
import type { BoardService } from './features/pieces/board.service';
import type { ClassesService } from './features/classes/classes.service';
import type { RosterService } from './features/roster/roster.service';
import type { GroupsService } from './features/groups/groups.service';
import type { FamilyTicksService } from './features/families/family-ticks.service';
import type { FamiliesService } from './features/families/families.service';
import type { AssignmentsService } from './features/assignments/assignments.service';
import type { KeptFilesService } from './features/kept/kept-files.service';
import type { MailService } from './features/mail/mail.service';
import type { NewsService } from './features/news/news.service';
import { handsService } from './features/hands/hands.service';
import { noticesService } from './features/notices/notices.service';
import { handsBoardService } from './features/hands/hands-board.service';
import { noticeboardService } from './features/notices/noticeboard.service';
import { writingNoticesService } from './features/notices/writing-notices.service';
import { readingNoticesService } from './features/notices/reading-notices.service';
import { noticeFeedService } from './features/notices/notice-feed.service';
import { noticeTellingService } from './features/notices/notice-telling.service';
import { noticeAnswersService } from './features/notices/notice-answers.service';
import { studentNoticesService } from './features/notices/student-notices.service';

interface Needed {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  groups: GroupsService;
  families: FamiliesService;
  familyTicks: FamilyTicksService;
  assignments: AssignmentsService;
  board: BoardService;
  keptFiles: KeptFilesService;
  news: NewsService;
  mail: MailService;
}

/** Notices, the answers to them, and shows of hands: who of them works with whom. */
export function wireNotices({
  sequelize,
  accounts,
  classes,
  roster,
  groups,
  families,
  assignments,
  board,
  keptFiles,
  news,
  familyTicks,
  mail,
}: Needed) {
  const hands = handsService({ sequelize });
  const notices = noticesService({ sequelize, classes, roster, groups, families, hands });
  const handsBoard = handsBoardService({ classes, notices, hands });
  const noticeboard = noticeboardService({ sequelize, accounts, classes, assignments, families, notices, hands, familyTicks });
  const writingNotices = writingNoticesService({ sequelize, classes, assignments, keptFiles, notices, noticeboard, hands });
  const readingNotices = readingNoticesService({
    sequelize,
    accounts,
    classes,
    roster,
    assignments,
    board,
    families,
    notices,
    hands,
    familyTicks,
  });
  const noticeTelling = noticeTellingService({ sequelize, accounts, classes, families, notices, news });
  const noticeAnswers = noticeAnswersService({ sequelize, accounts, classes, notices, readingNotices, news });
  const ofStudents = { accounts, classes, roster, notices, readingNotices, writingNotices, news };
  const studentNotices = studentNoticesService({ sequelize, ...ofStudents });
  const noticeFeed = noticeFeedService({ sequelize, accounts, classes, mail, notices });
  return {
    hands,
    handsBoard,
    notices,
    noticeboard,
    writingNotices,
    readingNotices,
    noticeTelling,
    noticeAnswers,
    noticeFeed,
    studentNotices,
  };
}
