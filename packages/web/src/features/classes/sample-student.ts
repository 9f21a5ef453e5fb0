import {
  applyLateRule,
  countedItem,
  DAY_MS,
  HOUR_MS,
  lateBy,
  standingOf,
  totalOf,
  type BearingSettings,
  type CountedPiece,
  type LateRule,
  type SchoolCalendar,
  type Scheme,
  type Standing,
  type Total,
} from '@jolly/core';

/** One piece of the sample student, with what became of its score. */
export interface SamplePiece extends CountedPiece {
  /** before lateness; null without a score */
  earned: number | null;
  takenOff: number;
  lateHours: number;
}

export interface Sample {
  pieces: SamplePiece[];
  total: Total;
  standing: Standing;
  /** ids of pieces that the missing rule counts */
  byMissingRule: Set<string>;
}

// What a student might have: good and middling work, some of it late, something missing. Out of, earned, and
// hours late; a missing piece has earned nothing. Categories take these in turn.
const WORK: [points: number, earned: number | null, lateHours: number][][] = [
  [
    [30, 25, 0],
    [20, 15, 25],
    [20, 14, 0],
  ],
  [
    [60, 35, 0],
    [20, null, 0],
  ],
  [
    [10, 6, 0],
    [12, 7, 0],
    [10, 3, 0],
  ],
];
const ON_TOP: (typeof WORK)[number] = [[5, 3, 0]];
const WEEK_MS = 7 * DAY_MS;

/** What the chosen rules make of a sample student: the core's own reckoning on made-up work, so the page can show it live. */
export function sampleStudent({
  scheme,
  lateRule,
  graceMinutes,
  bearing,
  calendar,
  now,
}: {
  scheme: Scheme;
  lateRule: LateRule;
  graceMinutes: number;
  bearing: BearingSettings;
  calendar: SchoolCalendar;
  now: number;
}): Sample {
  const pieces: SamplePiece[] = [];
  let ordinary = 0;
  const categories = scheme.categories.length > 0 ? scheme.categories : [null];
  for (const category of categories) {
    const work = category?.bonus ? ON_TOP : category === null ? WORK.flat().slice(0, 5) : WORK[ordinary++ % WORK.length]!;
    for (const [index, [outOf, score, lateHours]] of work.entries()) {
      const due = now - WEEK_MS + index * HOUR_MS;
      const [points, earned] = [outOf * 1000, score === null ? null : score * 1000];
      const late = lateBy({ due, handedInAt: due + lateHours * HOUR_MS, graceMinutes });
      const { takenOff, effective } =
        earned === null
          ? { takenOff: 0, effective: null }
          : applyLateRule({ earned, max: points, late: { calendar, due, lateBy: late }, rule: lateRule, waived: false });
      pieces.push({
        id: `${category?.id ?? ''} ${index}`,
        category: category?.id ?? null,
        points,
        counts: true,
        bonus: false,
        effective,
        scoredAt: earned === null ? null : due + DAY_MS,
        state: earned === null ? 'missing' : 'returned',
        stillAccepted: false,
        due,
        earned,
        takenOff,
        lateHours: late === 0 ? 0 : lateHours,
      });
    }
  }
  const items = pieces.flatMap((piece) => countedItem(piece, scheme) ?? []);
  return {
    pieces,
    total: totalOf(scheme, items),
    standing: standingOf({ pieces, scheme, settings: bearing, now }),
    byMissingRule: new Set(items.filter((item) => item.missing).map((item) => item.id)),
  };
}
