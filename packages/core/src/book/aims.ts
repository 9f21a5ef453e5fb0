import { add, compare, divide, ratio, type Instant, type Ratio } from '../quantities';

/** What a score says about an aim: of a whole assignment that is tagged with it, or of one criterion. */
export interface AimEvidence {
  aim: string;
  assignmentId: string;
  /** null: the whole assignment */
  criterion: string | null;
  /** of a criterion: the level that was chosen */
  level: string | null;
  /** 1 is full points */
  share: Ratio;
  at: Instant;
}

/** Where a student stands by one aim. */
export interface AimResult {
  aim: string;
  /** the newest; of several at one moment the last given */
  latest: AimEvidence;
  /** the middle of all, of an even number the mean of the two middle ones */
  typical: Ratio;
  evidence: AimEvidence[];
}

/** The latest and the typical level of each aim, in order of the aims' names. */
export function aimResults(evidence: readonly AimEvidence[]): AimResult[] {
  const byAim = new Map<string, AimEvidence[]>();
  for (const one of evidence) byAim.set(one.aim, [...(byAim.get(one.aim) ?? []), one]);
  return [...byAim]
    .map(([aim, all]) => {
      const inTime = all.map((one, place) => ({ one, place })).sort((a, b) => a.one.at - b.one.at || a.place - b.place);
      const shares = all.map((one) => one.share).sort(compare);
      const [low, high] = [shares[Math.floor((shares.length - 1) / 2)]!, shares[Math.ceil((shares.length - 1) / 2)]!];
      return { aim, latest: inTime.at(-1)!.one, typical: divide(add(low, high), ratio(2)), evidence: inTime.map(({ one }) => one) };
    })
    .sort((a, b) => a.aim.localeCompare(b.aim, 'en'));
}
