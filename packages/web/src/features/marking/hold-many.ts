/** Holds scores and remarks of several students as one act. Says whether it was done; what is wrong, the page says. */
export type HoldMany = (
  changes: { studentId: string; earned: number | null; remark?: string }[],
  bonusConfirmed?: boolean,
) => Promise<boolean>;
