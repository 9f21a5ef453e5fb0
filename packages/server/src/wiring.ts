import type { Sequelize } from 'sequelize';
import { accountRoutes } from './features/accounts/accounts.routes';
import { accountsService } from './features/accounts/accounts.service';
import { signInService } from './features/accounts/sign-in.service';
import { ticketsService } from './features/accounts/tickets.service';
import { aboutRoutes } from './features/about/about.routes';
import { assignmentRoutes } from './features/assignments/assignments.routes';
import { assignmentsService } from './features/assignments/assignments.service';
import { calendarsService } from './features/classes/calendars.service';
import { classCopyService } from './features/classes/class-copy.service';
import { classRoutes } from './features/classes/classes.routes';
import { classesService } from './features/classes/classes.service';
import { schemeService } from './features/classes/scheme.service';
import { exceptionRoutes } from './features/exceptions/exceptions.routes';
import { exceptionsService } from './features/exceptions/exceptions.service';
import { standingService } from './features/exceptions/standing.service';
import { findRoutes } from './features/find/find.routes';
import { findService } from './features/find/find.service';
import { groupRoutes } from './features/groups/groups.routes';
import { groupsService } from './features/groups/groups.service';
import { mailRoutes } from './features/mail/mail.routes';
import { mailService, type MailSettings } from './features/mail/mail.service';
import { markingRoutes } from './features/marking/marking.routes';
import { markingService } from './features/marking/marking.service';
import { boardService } from './features/pieces/board.service';
import { myWorkRoutes } from './features/pieces/my-work.routes';
import { myWorkService } from './features/pieces/my-work.service';
import { piecesService } from './features/pieces/pieces.service';
import { progressRoutes } from './features/progress/progress.routes';
import { progressService } from './features/progress/progress.service';
import { rosterExportService } from './features/roster/roster-export.service';
import { rosterImportService } from './features/roster/roster-import.service';
import { rosterRoutes } from './features/roster/roster.routes';
import { rosterService } from './features/roster/roster.service';
import { termLineRoutes } from './features/termline/termline.routes';
import { termLineService } from './features/termline/termline.service';
import { todayRoutes } from './features/today/today.routes';
import { todayService } from './features/today/today.service';
import type { FileStore } from './files/file-store';
import type { Route } from './http/route';

export interface Installation {
  sequelize: Sequelize;
  fileStore: FileStore;
  defaultZone: string;
  mail: MailSettings;
}

/** Who works with whom, in one place. */
export function wire({ sequelize, fileStore, defaultZone, mail: settings }: Installation) {
  const accounts = accountsService({ sequelize });
  const signIn = signInService({ sequelize, accounts });
  const mail = mailService({ sequelize, accounts, settings });
  const classes = classesService({ sequelize, accounts, defaultZone });
  const tickets = ticketsService({ sequelize, accounts, classes, signIn, mail });
  const roster = rosterService({ sequelize, accounts, classes, signIn, tickets });
  const rosterImport = rosterImportService({ sequelize, accounts, classes, roster });
  const rosterExport = rosterExportService({ classes, roster });
  const groups = groupsService({ sequelize, classes, roster });
  const assignments = assignmentsService({ sequelize, classes });
  const schemes = schemeService({ sequelize, classes, assignments });
  const classCopies = classCopyService({ sequelize, classes, assignments });
  const exceptions = exceptionsService({ sequelize, assignments, roster });
  const standing = standingService({ sequelize, accounts, classes, roster });
  const pieces = piecesService({ sequelize });
  const board = boardService({ accounts, classes, roster, assignments, exceptions, standing, pieces });
  const calendars = calendarsService({ sequelize, classes, board });
  const myWork = myWorkService({ classes, roster, assignments, board, pieces });
  const marking = markingService({ classes, assignments, board, pieces });
  const progress = progressService({ classes, board, myWork });
  const today = todayService({ classes, assignments, board });
  const termLine = termLineService({ classes, roster, assignments, board, myWork });
  const find = findService({ classes, roster, assignments, myWork });
  const counters = { requests: new Map<number, number>() };
  const setup = { accounts, signIn, tickets, mail, classes, schemes, classCopies, calendars, roster, rosterImport, rosterExport, groups };
  return { sequelize, fileStore, counters, ...setup, assignments, exceptions, standing, pieces, board, myWork, marking, progress, today, termLine, find };
}

export type Services = ReturnType<typeof wire>;

/** Every route there is. */
export function allRoutes(services: Services): Route[] {
  const routes: Route[] = [
    ...accountRoutes(services),
    ...classRoutes(services),
    ...rosterRoutes(services),
    ...groupRoutes(services),
    ...mailRoutes(services),
    ...assignmentRoutes(services),
    ...exceptionRoutes(services),
    ...myWorkRoutes(services),
    ...markingRoutes(services),
    ...progressRoutes(services),
    ...todayRoutes(services),
    ...termLineRoutes(services),
    ...findRoutes(services),
    ...aboutRoutes(services, () => routes),
  ];
  return routes;
}
