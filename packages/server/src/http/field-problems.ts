import type { CalendarProblem, EntryProblem, RubricRemark, SchemeProblem, windowProblem } from '@jolly/core';
import { refusal } from '../words';

type Codes<Area extends string, Why extends string> = Record<`${Area}.${Why}`, string>;

/**
 * What can be wrong with a field beyond its form (http/sentences), by code: the catalogue beside `PROBLEMS` for what
 * stands in `errors` of a failure. `{name}` is filled in with a value.
 */
export const FIELD_PROBLEMS = {
  needed: 'This is needed.',
  fileNeeded: 'A file must come with this.',
  notJson: 'This is not JSON.',
  idempotencyKey: 'It must be 8 to 64 letters, digits or dashes.',

  'window.closesBeforeDue': 'It would close before it is due.',
  'window.opensAfterDue': 'It would open after it is due.',
  'window.closesBeforeOpens': 'It would close before it opens.',

  'brief.noTitle': 'Give it a title.',
  'brief.noPoints': 'Say what it is out of.',
  'brief.noWords': 'The word scale has no words.',
  'brief.emptyWord': 'A word of the scale is empty.',
  'brief.acceptsNothing': 'Say what students hand in, or that it is done in class.',
  'brief.noSuchCategory': 'The class has no such category any more.',
  'brief.noSuchUnit': 'The class has no such unit any more.',
  'brief.noSuchGroups': 'The class has no such groups any more.',

  'quiz.noQuestions': 'The quiz has no questions.',
  'quiz.unequalSet': 'The questions of a set must have the same points, as each student gets others of them.',
  'quiz.setTooSmall': 'More is to be drawn of this set than it holds.',
  'quiz.emptySet': 'This set has no questions.',
  'quiz.noText': 'Question {n} asks nothing yet.',
  'quiz.fewOptions': 'Question {n} needs at least two options.',
  'quiz.emptyOption': 'Question {n} has an entry with nothing in it.',
  'quiz.noRightOption': 'Question {n} has no right answer.',
  'quiz.noGap': 'Question {n} has no gap. Write three low lines where one stands: ___',
  'quiz.gapsDiffer': 'Question {n} has not as many gaps as answers.',
  'quiz.noAcceptedText': 'Question {n} has a gap without an answer that counts.',
  'quiz.noAcceptedNumber': 'Question {n} has no number that counts.',
  'quiz.notANumber': 'A number of question {n} cannot be read.',
  'quiz.fewPairs': 'Question {n} needs at least two pairs.',
  'quiz.fewItems': 'Question {n} needs at least two things to put in order.',
  'quiz.noPicture': 'Question {n} has no picture.',
  'quiz.noRegion': 'Question {n} has no place that counts.',
  'quiz.rubricWithoutPoints': 'The rubric of question {n} gives no points.',
  'quiz.notAlone': 'A quiz is taken by each student alone.',

  'notice.untitled': 'Give it a title, or choose a sentence of the stock.',
  'notice.phrase': 'Sentence {n} has a place that is not filled in.',
  'lesson.endsBeforeItBegins': 'This lesson would end before it begins.',
  'lesson.validBackwards': 'Its last day lies before its first.',
  'lesson.noWeekA': 'Say which week is a week A.',
  'event.nobody': 'Choose at least one class.',
  'event.endsBeforeItBegins': 'It would end before it begins.',
  'event.halfTimed': 'Give both times, or neither.',
  'event.tooLong': 'An event lasts 60 days at most.',
  'event.noWeekday': 'Choose on which days it comes again.',
  'event.repeatsForEver': 'Say until when it comes again: for two years at most, not before it begins.',
  'event.overlapsItself': 'What lasts over midnight does not come again. Put it in for each time.',
  'hands.fewChoices': 'Give at least two choices.',
  'hands.manyChoices': 'Ten choices at most.',
  'hands.emptyChoice': 'A choice is empty.',
  'hands.sameChoice': 'Two choices are the same.',
  'hands.changeNeedsNames': 'Without names nobody knows what was chosen, so that it cannot be changed.',

  'rubric.noCriteria': 'The rubric has no criteria.',
  'rubric.tooManyCriteria': 'A rubric has at most 60 criteria.',
  'rubric.noName': 'A criterion has no name.',
  'rubric.oneLevel': 'A criterion needs at least two levels.',
  'rubric.tooManyLevels': 'A criterion has at most 12 levels.',
  'rubric.noPoints': 'No level of a criterion gives points.',
  'rubric.rangeBackwards': 'The range of a level ends below where it begins.',
  'rubric.notInOrder': 'The rubric is not in order.',

  'scheme.noName': 'Give it a name.',
  'scheme.sameName': 'Another category has this name.',
  'scheme.weight': 'A weight must be more than 0. To let a category count nothing, say of its assignments that they do not count.',
  'scheme.noCategory': 'To weigh categories there must be one.',
  'scheme.onlyBonus': 'At least one category must count on its own, not only on top.',
  'scheme.leaveOut': 'This must be 0 or more.',
  'scheme.keepBest': 'This must be at least 1, or empty to keep all.',
  'scheme.bandOrder': 'Another band begins at the same percentage, so one of them would never be given.',
  'scheme.bandGap': 'The lowest band must begin at 0 %; below it nothing would be given.',
  'scheme.missingPercent': 'This must lie between 0 and 100 %.',
  'scheme.filed': '{n} assignments are filed under it.',

  'calendar.noSchoolDays': 'Choose at least one weekday with school.',
  'calendar.endsBeforeItBegins': 'This ends before it begins.',
  'calendar.termsOverlap': 'Two terms overlap.',
  'calendar.noName': 'Give it a name.',
  'calendar.noSuchDay': 'There is no such day.',
  'calendar.closesTerm': 'A closure covers this whole term.',

  'standing.endsBeforeItBegins': 'It would end before it begins.',
  'standing.noAmount': 'Say how much more.',
  'standing.tooManyDays': 'At most 60 days.',
  'standing.tooMuch': 'At most 300 %.',
  'standing.givesNothing': 'Say what it gives: more time, longer quizzes, or no cost for being late.',

  'group.sameName': 'Another group has this name.',
  'group.notInClass': 'Somebody in this group is not in the class.',

  'account.userNameTaken': 'Someone already has this user name.',

  'bundle.noManifest': 'There is no manifest.csv in this bundle, so nobody can say what it holds.',
  'bundle.version': 'manifest.csv says OneRoster version “{version}”; 1.1 and 1.2 can be read.',
  'bundle.mode': 'manifest.csv says “{mode}” of {name}.csv; it can be bulk, delta or absent.',
  'bundle.promised': 'manifest.csv promises {name}.csv, but it is not in the bundle.',
  'bundle.unannounced': '{name}.csv is in the bundle, but manifest.csv says it is absent.',
  'bundle.lacks': '{name}.csv is absent from this bundle, and without it there is no roster.',
  'bundle.tooLarge': 'This bundle is larger than a school. Take out the classes you need and try again.',

  'score.outOf': 'The piece is out of {points}.',
  'score.noPoints': 'This piece has no points.',
  'score.negative': 'That is more than was earned.',

  'book.twice': 'A cell stands in it twice.',
  'book.notRead': '{cell} is neither a score nor one of the letters and words that can stand here.',
  'book.severalWords': '{cell} begins several words of the scale.',
  'book.noScores': '{cell} cannot stand here: it is not scored.',
  'book.noPoints': '{cell} cannot stand here: it has no points.',
  'book.notTheirs': '{cell} cannot stand here: the piece is not theirs.',
  'book.nameless': '{cell} cannot stand here: it is marked without names.',
  'book.blind': '{cell} cannot stand here: you are to score it a second time first.',
  'book.excused': '{cell} cannot stand here: they are excused.',
  'book.notDue': '{cell} cannot stand here: it is not past its date.',
  'book.isIn': '{cell} cannot stand here: something is handed in.',
  'book.returned': '{cell} cannot stand here: the student has this score.',
  'book.notInClass': '{cell} cannot stand here: absence is noted of what is done in class.',
  'book.aboveMaximum': '{cell} is above the maximum.',
} as const satisfies Record<string, string> &
  Codes<'window', NonNullable<ReturnType<typeof windowProblem>>> &
  Codes<'scheme', SchemeProblem['why']> &
  Codes<'calendar', CalendarProblem['why']> &
  Codes<'book', EntryProblem>;

export type FieldProblemCode = keyof typeof FIELD_PROBLEMS;
export type Values = Readonly<Record<string, string | number>>;
/** What is wrong with one field: by code, and as a sentence of ours. */
export interface FieldProblem {
  path: string;
  code: string;
  message: string;
}

/** A sentence with its values in place. @example filled('Out of {points}.', { points: 5 }) is Out of 5. */
export const filled = (sentence: string, values: Values): string =>
  sentence.replace(/\{(\w+)\}/g, (whole, name: string) => (name in values ? String(values[name]) : whole));

/** @example fieldProblem('earned', 'score.outOf', { points: 20 }) */
export const fieldProblem = (path: string, code: FieldProblemCode, values: Values = {}): FieldProblem => ({
  path,
  code,
  message: filled(refusal('fieldProblems', code, FIELD_PROBLEMS[code]), values),
});

/** The code for what the core says of a rubric; what it only remarks on is never refused. */
export const rubricCode = (why: RubricRemark['why']): FieldProblemCode => {
  const code = `rubric.${why}`;
  return code in FIELD_PROBLEMS ? (code as FieldProblemCode) : 'rubric.notInOrder';
};
