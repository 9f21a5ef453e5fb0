import { ConnectionError, UniqueConstraintError } from 'sequelize';
import { fieldProblem } from '../http/field-problems';
import { Problem } from '../http/problem';

// Names of unique keys in the migrations, and what breaking each means to a person.
const TAKEN: Record<string, () => Problem> = {
  user_name_taken: () => new Problem('account.userNameTaken', { errors: [fieldProblem('userName', 'account.userNameTaken')] }),
  school_number_taken: () => new Problem('roster.numberTaken'),
  source_id_taken: () => new Problem('roster.numberTaken'),
  one_membership: () => new Problem('roster.alreadyIn'),
};

/** A database failure as a problem for people, where we know what it means; else the error as it is. */
export function translateDbError(error: unknown): unknown {
  if (error instanceof UniqueConstraintError) {
    const message = (error.parent as { sqlMessage?: string }).sqlMessage ?? '';
    const key = Object.keys(TAKEN).find((name) => message.includes(name));
    if (key) return TAKEN[key]!();
    return new Problem('conflict.changedMeanwhile');
  }
  if (error instanceof ConnectionError) return new Problem('server.databaseAway');
  return error;
}
