import * as accounts from './0001-add-accounts';
import * as classes from './0002-add-classes';
import * as assignments from './0003-add-assignments';
import * as oneOffExceptions from './0004-add-one-off-exceptions';
import * as pieces from './0005-add-pieces';
import * as files from './0006-add-files';
import * as keptReplies from './0007-add-kept-replies';

/** One step of the schema: statements up, and the way back. A released one is never edited. */
export interface Migration {
  name: string;
  up: string[];
  down: string[];
}

/** All steps, in the order in which they are applied. */
export const MIGRATIONS: readonly Migration[] = [accounts, classes, assignments, oneOffExceptions, pieces, files, keptReplies];
