import type { Sequelize } from 'sequelize';
import { accountRoutes } from './features/accounts/accounts.routes';
import { accountsService } from './features/accounts/accounts.service';
import { aboutRoutes } from './features/about/about.routes';
import { assignmentRoutes } from './features/assignments/assignments.routes';
import { assignmentsService } from './features/assignments/assignments.service';
import { classRoutes } from './features/classes/classes.routes';
import { classesService } from './features/classes/classes.service';
import { exceptionRoutes } from './features/exceptions/exceptions.routes';
import { exceptionsService } from './features/exceptions/exceptions.service';
import { findRoutes } from './features/find/find.routes';
import { findService } from './features/find/find.service';
import { markingRoutes } from './features/marking/marking.routes';
import { markingService } from './features/marking/marking.service';
import { boardService } from './features/pieces/board.service';
import { myWorkRoutes } from './features/pieces/my-work.routes';
import { myWorkService } from './features/pieces/my-work.service';
import { piecesService } from './features/pieces/pieces.service';
import { progressRoutes } from './features/progress/progress.routes';
import { progressService } from './features/progress/progress.service';
import { rosterRoutes } from './features/roster/roster.routes';
import { rosterService } from './features/roster/roster.service';
import { termLineRoutes } from './features/termline/termline.routes';
import { termLineService } from './features/termline/termline.service';
import { todayRoutes } from './features/today/today.routes';
import { todayService } from './features/today/today.service';
import type { FileStore } from './files/file-store';
import type { Route } from './http/route';

/** Who works with whom, in one place. */
export function wire({ sequelize, fileStore, defaultZone }: { sequelize: Sequelize; fileStore: FileStore; defaultZone: string }) {
  const accounts = accountsService({ sequelize });
  const classes = classesService({ sequelize, accounts, defaultZone });
  const roster = rosterService({ sequelize, accounts, classes });
  const assignments = assignmentsService({ sequelize, classes });
  const exceptions = exceptionsService({ sequelize, assignments, roster });
  const pieces = piecesService({ sequelize });
  const board = boardService({ accounts, classes, roster, assignments, exceptions, pieces });
  const myWork = myWorkService({ classes, roster, assignments, board, pieces });
  const marking = markingService({ classes, assignments, board, pieces });
  const progress = progressService({ classes, board, myWork });
  const today = todayService({ classes, assignments, board });
  const termLine = termLineService({ classes, roster, assignments, board, myWork });
  const find = findService({ classes, roster, assignments, myWork });
  const counters = { requests: new Map<number, number>() };
  return { sequelize, fileStore, counters, accounts, classes, roster, assignments, exceptions, pieces, board, myWork, marking, progress, today, termLine, find };
}

export type Services = ReturnType<typeof wire>;

/** Every route there is. */
export function allRoutes(services: Services): Route[] {
  const routes: Route[] = [
    ...accountRoutes(services),
    ...classRoutes(services),
    ...rosterRoutes(services),
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
