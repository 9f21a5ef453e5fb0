import type { AssignmentReply, BriefBody, SetFor } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';

/** For the demo school and tests: assignments as they are, issued or not. */
export const seedAssignments = (
  { sequelize, assignments }: Pick<Services, 'sequelize' | 'assignments'>,
  rows: (BriefBody & SetFor & { issuedAt: number | null; createdBy: string })[],
  now: number,
): Promise<AssignmentReply[]> => inTransaction(sequelize, (transaction) => assignments.addRows(rows, now, transaction));
