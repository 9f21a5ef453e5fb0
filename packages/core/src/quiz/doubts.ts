import { isBlank, plainText } from '../richtext';
import { rubricMax } from '../rubric';
import { otherLanguagesOf } from './asked';
import type { QuestionSet } from './draw';
import { comparedText } from './gap-text';
import { gapsIn, type Entry, type Question } from './question';
import { numberRatio } from './read-number';

/** What keeps a question from being asked at all. */
export type QuestionFault =
  | 'noText'
  | 'fewOptions'
  | 'emptyOption'
  | 'noRightOption'
  | 'noGap'
  | 'gapsDiffer'
  | 'noAcceptedText'
  | 'noAcceptedNumber'
  | 'notANumber'
  | 'fewPairs'
  | 'fewItems'
  | 'noPicture'
  | 'noRegion'
  | 'rubricWithoutPoints';
/** What may be meant so, and is said before the quiz goes out. */
export type QuestionDoubt = 'noPoints' | 'optionsAlike' | 'allRight' | 'textsAlike' | 'formulaUnreadable';
/** The same of the quiz as a whole. */
export type QuizFault = { what: 'noQuestions' } | { what: 'unequalSet' | 'setTooSmall' | 'emptySet'; setId: string };

const said = (entry: Entry) => JSON.stringify(entry.text.content ?? []);
const words = (entry: Entry) => plainText(entry.text).replace(/\s+/g, ' ').trim().toLowerCase();
/** Alike to whoever reads: the same words, or without words the same pictures and formulas. */
const alike = (entries: readonly Entry[]) => {
  const keys = entries.map((one) => `${words(one)}|${words(one) === '' ? said(one) : ''}`);
  return new Set(keys).size < keys.length;
};
const isEmpty = (entry: Entry) => isBlank(entry.text);

/** What is asked in other languages, where something is written. */
const otherTexts = ({ otherWords }: Question) =>
  otherLanguagesOf({ ...(otherWords ? { otherWords } : {}) })
    .map((one) => otherWords![one]!.text)
    .filter((text) => !isBlank(text));

/** What keeps a question from going out, in the order in which one would mend it. */
export function questionFaults(question: Question): QuestionFault[] {
  const faults: QuestionFault[] = [];
  const check = (fault: QuestionFault, wrong: boolean) => void (wrong && faults.push(fault));
  check('noText', isBlank(question.text) && question.spoken === null);
  switch (question.kind) {
    case 'one':
    case 'several':
      check('fewOptions', question.options.length < 2);
      check('emptyOption', question.options.some(isEmpty));
      check('noRightOption', !question.options.some((one) => question.key.includes(one.id)));
      break;
    case 'trueFalse':
      check('noRightOption', question.key.length === 0);
      break;
    case 'gaps':
      check('noGap', gapsIn(question.text) === 0);
      check(
        'gapsDiffer',
        [question.text, ...otherTexts(question)].some((text) => gapsIn(text) !== question.gaps.length),
      );
      check(
        'noAcceptedText',
        question.gaps.some((gap) => gap.accepted.every((one) => one.text.trim() === '')),
      );
      break;
    case 'short':
      check('noAcceptedText', !question.gaps[0]?.accepted.some((one) => one.text.trim() !== ''));
      break;
    case 'number':
      check('noAcceptedNumber', question.accepted.length === 0);
      check(
        'notANumber',
        question.accepted.some((one) => numberRatio(one.value) === null),
      );
      break;
    case 'match':
      check('fewPairs', question.pairs.length < 2);
      check('emptyOption', [...question.left, ...question.right].some(isEmpty));
      break;
    case 'order':
      check('fewItems', question.items.length < 2);
      check('emptyOption', question.items.some(isEmpty));
      break;
    case 'place':
      check('noPicture', question.picture === null);
      check('noRegion', question.regions.length === 0);
      break;
    default:
      check('rubricWithoutPoints', question.rubric !== null && rubricMax(question.rubric) === 0);
  }
  return faults;
}

/**
 * What is doubtful about a question: it can go out, and is said before.
 * @param isFormula can this formula be shown? The core does not know the language of formulas
 */
export function questionDoubts(question: Question, isFormula: (latex: string) => boolean = () => true): QuestionDoubt[] {
  const doubts: QuestionDoubt[] = [];
  const check = (doubt: QuestionDoubt, holds: boolean) => void (holds && doubts.push(doubt));
  check('noPoints', question.points === 0);
  if (question.kind === 'one' || question.kind === 'several') {
    check('optionsAlike', alike(question.options));
    check('allRight', question.options.length > 0 && question.options.every((one) => question.key.includes(one.id)));
  }
  if (question.kind === 'match') check('optionsAlike', alike(question.left) || alike(question.right));
  if (question.kind === 'order') check('optionsAlike', alike(question.items));
  if (question.kind === 'gaps' || question.kind === 'short')
    check(
      'textsAlike',
      question.gaps.some((gap) => {
        const texts = gap.accepted.map((one) => comparedText(one.text, gap));
        return new Set(texts).size < texts.length;
      }),
    );
  check(
    'formulaUnreadable',
    formulasOf(question).some((latex) => !isFormula(latex)),
  );
  return doubts;
}

/** Every formula in what students read of a question. */
export function formulasOf(question: Question): string[] {
  const found: string[] = [];
  const visit = (node: { type: string; attrs?: Record<string, unknown>; content?: readonly unknown[] }): void => {
    if (node.type === 'inlineMath' || node.type === 'blockMath') found.push(String(node.attrs?.latex ?? ''));
    node.content?.forEach((one) => visit(one as Parameters<typeof visit>[0]));
  };
  visit(question.text);
  entriesOf(question).forEach((one) => visit(one.text));
  for (const one of otherLanguagesOf(question)) {
    const { text, entries } = question.otherWords![one]!;
    [text, ...Object.values(entries)].forEach(visit);
  }
  return found;
}

/** Everything of a question that students read beside its text. */
export function entriesOf(question: Question): Entry[] {
  switch (question.kind) {
    case 'one':
    case 'several':
      return question.options;
    case 'match':
      return [...question.left, ...question.right];
    case 'order':
      return question.items;
    default:
      return [];
  }
}

/** What keeps the quiz as a whole from going out. */
export function quizFaults(questions: readonly Question[], sets: readonly QuestionSet[]): QuizFault[] {
  if (questions.length === 0) return [{ what: 'noQuestions' }];
  return sets.flatMap(({ id: setId, take }): QuizFault[] => {
    const within = questions.filter((one) => one.setId === setId);
    if (within.length === 0) return [{ what: 'emptySet', setId }];
    const faults: QuizFault[] = [];
    if (within.some((one) => one.points !== within[0]!.points)) faults.push({ what: 'unequalSet', setId });
    if (within.length < take) faults.push({ what: 'setTooSmall', setId });
    return faults;
  });
}

/** Seconds that a question takes whoever reads at a usual pace; a first guess, shown as "about". */
const SECONDS: Record<Question['kind'], number> = {
  one: 45,
  trueFalse: 30,
  several: 60,
  gaps: 20,
  short: 60,
  number: 90,
  match: 20,
  order: 20,
  place: 45,
  own: 240,
  file: 300,
  drawing: 300,
  recording: 180,
};
const partsOf = (question: Question): number => {
  if (question.kind === 'gaps') return Math.max(2, question.gaps.length + 1);
  if (question.kind === 'match') return Math.max(2, question.pairs.length);
  return question.kind === 'order' ? Math.max(2, question.items.length) : 1;
};

/** About how many minutes a quiz takes, of each set as many questions as are drawn; at least one. */
export function quizMinutes(questions: readonly Question[], sets: readonly QuestionSet[]): number {
  const seconds = (one: Question) => SECONDS[one.kind] * partsOf(one);
  const alone = questions.filter((one) => one.setId === null).reduce((sum, one) => sum + seconds(one), 0);
  const drawn = sets.reduce((sum, set) => {
    const within = questions.filter((one) => one.setId === set.id);
    const all = within.reduce((total, one) => total + seconds(one), 0);
    return sum + (within.length === 0 ? 0 : (all / within.length) * Math.min(set.take, within.length));
  }, 0);
  return questions.length === 0 ? 0 : Math.max(1, Math.round((alone + drawn) / 60));
}
