import type { PieceRow } from '@jolly/server/contract';

/** A student's row of an assignment as the server has it: open, nothing in. A test says what matters to it. */
export const aRow = (givenName: string, more: Partial<PieceRow> = {}): PieceRow => ({
  student: { id: givenName.toLowerCase(), givenName, familyName: 'Lind' },
  groups: [],
  state: 'open',
  lateBy: 0,
  stillAccepted: true,
  overdue: false,
  window: { opens: null, due: null, closes: null },
  trail: [],
  exception: null,
  handedInAt: null,
  version: 1,
  score: null,
  held: false,
  returnedAt: null,
  readAt: null,
  nameless: false,
  collecting: {} as PieceRow['collecting'],
  ...more,
});
