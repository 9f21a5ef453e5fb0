import type { Sequelize } from 'sequelize';
import type { AccountsService } from './features/accounts/accounts.service';
import type { AssignmentsService } from './features/assignments/assignments.service';
import type { ClassesService } from './features/classes/classes.service';
import type { ExtensionsService } from './features/exceptions/extensions.service';
import { childWorkService } from './features/families/child-work.service';
import { childrenService } from './features/families/children.service';
import type { FamiliesService } from './features/families/families.service';
import { familyReportsService } from './features/families/family-reports.service';
import { familyTalksService } from './features/families/family-talks.service';
import { familyTicksService } from './features/families/family-ticks.service';
import { invitingService } from './features/families/inviting.service';
import type { MailService } from './features/mail/mail.service';
import type { NewsService } from './features/news/news.service';
import type { BoardService } from './features/pieces/board.service';
import type { MyWorkService } from './features/pieces/my-work.service';
import type { PiecesService } from './features/pieces/pieces.service';
import type { ProgressService } from './features/progress/progress.service';
import type { QuizzesService } from './features/quizzes/quizzes.service';
import type { PersonsService } from './features/roster/persons.service';
import type { RosterService } from './features/roster/roster.service';
import type { PrintPdf } from './files/print-pdf';

interface Needed {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  persons: PersonsService;
  assignments: AssignmentsService;
  board: BoardService;
  pieces: PiecesService;
  myWork: MyWorkService;
  quizzes: QuizzesService;
  extensions: ExtensionsService;
  progress: ProgressService;
  families: FamiliesService;
  news: NewsService;
  mail: MailService;
  printPdf: PrintPdf;
}

/** What families see and do: who of it works with whom. */
export function wireHome({ sequelize, accounts, classes, roster, families, news, ...needed }: Needed) {
  const { persons, assignments, board, pieces, myWork, quizzes, extensions, progress, mail, printPdf } = needed;
  const inviting = invitingService({ sequelize, accounts, classes, roster, persons, families, news, mail, printPdf });
  const talks = familyTalksService({ sequelize, accounts, classes, roster, families, news });
  const familyTicks = familyTicksService({ sequelize, accounts });
  const children = childrenService({ classes, roster, progress, families, talks, familyTicks });
  const childWork = childWorkService({ assignments, board, pieces, myWork, quizzes, extensions, families, familyTicks });
  const familyReports = familyReportsService({ sequelize, families, printPdf });
  return { inviting, talks, familyTicks, children, childWork, familyReports };
}
