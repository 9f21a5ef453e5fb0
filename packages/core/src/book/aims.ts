import { middleRatio, ratio, type Instant, type MilliPoints, type Ratio } from '../quantities';
import type { QuestionAim } from '../quiz';
import { criterionMax, type Rubric, type RubricChoices } from '../rubric';

/** What a score says about an aim: of a whole assignment that is tagged with it, of one criterion, or of questions of a quiz. */
export interface AimEvidence {
  aim: string;
  assignmentId: string;
  /** null: the whole assignment */
  criterion: string | null;
  /** of a quiz: so many questions that are about it; null: it is about more than questions */
  questions: number | null;
  /** of a criterion: the level that was chosen */
  level: string | null;
  /** 1 is full points */
  share: Ratio;
  at: Instant;
}

/**
 * What one scored piece says about aims: the whole of it about those of the assignment, each chosen level about
 * those of its criterion, and the answers to a quiz about those of its questions.
 *
 * @param piece.word of a word scale, what was given @param piece.effective after lateness; null: words only
 */
export function evidenceOf(
  assignment: { id: string; aims: readonly string[]; points: MilliPoints | null; rubric: Rubric | null },
  piece: { effective: MilliPoints | null; choices: RubricChoices; word: string | null; at: Instant; questions?: readonly QuestionAim[] },
): AimEvidence[] {
  const { id, aims, points, rubric } = assignment;
  const { effective, choices, word, at, questions = [] } = piece;
  const whole = effective === null || points === null || points === 0 ? null : ratio(effective, points);
  const ofWhole =
    whole === null
      ? []
      : aims.map((aim): AimEvidence => ({ aim, assignmentId: id, criterion: null, questions: null, level: word, share: whole, at }));
  const ofCriteria = (rubric?.criteria ?? []).flatMap((criterion) => {
    const choice = choices[criterion.id];
    const max = criterionMax(criterion);
    if (!choice || max === 0) return [];
    const level = criterion.levels.find((one) => one.id === choice.levelId)?.name ?? null;
    return criterion.aims.map((aim): AimEvidence => ({
      aim,
      assignmentId: id,
      criterion: criterion.name,
      questions: null,
      level,
      share: ratio(choice.points, max),
      at,
    }));
  });
  const ofQuestions = questions.map(({ aim, earned, max, questions: count }): AimEvidence => ({
    aim,
    assignmentId: id,
    criterion: null,
    questions: count,
    level: null,
    share: ratio(earned, max),
    at,
  }));
  return [...ofWhole, ...ofCriteria, ...ofQuestions];
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
      return {
        aim,
        latest: inTime.at(-1)!.one,
        typical: middleRatio(all.map((one) => one.share))!,
        evidence: inTime.map(({ one }) => one),
      };
    })
    .sort((a, b) => a.aim.localeCompare(b.aim, 'en'));
}
