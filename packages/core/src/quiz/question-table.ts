import { parsePoints, unmilli } from '../quantities';
import { plainText, textOf } from '../richtext';
import type { DecimalMark } from '../score';
import { blankGap, blankQuestion } from './blank';
import { gapsIn, type Entry, type Question, type QuestionKind } from './question';
import { readNumber } from './read-number';

/** The head of questions as a table, one question a row. Parts of a cell stand apart by a semicolon or by a line each. */
export const QUESTION_HEAD = [
  'kind',
  'question',
  'points',
  'right',
  'wrong',
  'counts',
  'letters wrong',
  'unit',
  'explanation',
  'aims',
] as const;
type Column = (typeof QUESTION_HEAD)[number];

/** How kinds are called in a table. */
export const KIND_NAMES: Readonly<Record<QuestionKind, string>> = {
  one: 'one answer',
  several: 'several',
  trueFalse: 'true or false',
  gaps: 'words in gaps',
  short: 'short answer',
  number: 'number',
  match: 'match',
  order: 'order',
  place: 'place on a picture',
  own: 'in own words',
  file: 'file',
  drawing: 'drawing',
  recording: 'recording',
};
const BY_NAME = new Map(Object.entries(KIND_NAMES).map(([kind, name]) => [name, kind as QuestionKind]));

const words = (entry: Entry) => plainText(entry.text).trim();
/** What holds a semicolon goes one a line instead. */
const joined = (parts: readonly string[]): string => parts.join(parts.some((one) => one.includes(';')) ? '\n' : '; ');
const parts = (cell: string): string[] =>
  cell
    .split(cell.includes('\n') ? '\n' : ';')
    .map((one) => one.trim())
    .filter((one) => one !== '');

function cellsOf(question: Question): Partial<Record<Column, string>> {
  switch (question.kind) {
    case 'one':
    case 'several': {
      const [right, wrong] = [true, false].map((is) =>
        joined(question.options.filter((one) => question.key.includes(one.id) === is).map(words)),
      );
      return { right: right!, wrong: wrong!, ...(question.kind === 'several' ? { counts: question.mode } : {}) };
    }
    case 'trueFalse':
      return { right: question.key.join('') };
    case 'gaps':
    case 'short':
      return {
        right: joined(question.gaps.map((gap) => gap.accepted.map((one) => one.text).join(' / '))),
        'letters wrong': String(Math.max(0, ...question.gaps.map((gap) => gap.near))),
      };
    case 'number':
      return {
        right: joined(question.accepted.map(({ value, tolerance }) => `${value}${tolerance === null ? '' : ` ± ${tolerance}`}`)),
        unit: question.unit,
      };
    case 'match': {
      const [left, right] = [new Map(question.left.map((one) => [one.id, one])), new Map(question.right.map((one) => [one.id, one]))];
      const paired = new Set(question.pairs.map(([, r]) => r));
      return {
        right: joined(question.pairs.map(([l, r]) => `${words(left.get(l)!)} = ${words(right.get(r)!)}`)),
        wrong: joined(question.right.filter((one) => !paired.has(one.id)).map(words)),
        counts: question.mode,
      };
    }
    case 'order':
      return { right: joined(question.items.map(words)), counts: question.mode };
    default:
      return {};
  }
}

/**
 * Questions as rows below QUESTION_HEAD. Pictures, formulas, recordings, places and rubrics are not in a table.
 * @example a choice of Inside and Outside -> ['one answer', 'Where?', '1', 'Inside', 'Outside', '', '', '', '', '']
 */
export function questionsToTable(questions: readonly Question[]): string[][] {
  return questions.map((question) => {
    const cells: Partial<Record<Column, string>> = {
      ...cellsOf(question),
      kind: KIND_NAMES[question.kind],
      question: plainText(question.text).trim(),
      points: String(unmilli(question.points)),
      explanation: question.explanation,
      aims: question.aims.join('; '),
    };
    return QUESTION_HEAD.map((column) => cells[column] ?? '');
  });
}

/** Questions read from a table, with the rows that could not be read. */
export interface ReadQuestions {
  questions: Question[];
  problems: { row: number; why: 'noQuestion' | 'unknownKind' | 'notPoints' | 'notANumber' }[];
}

const tidy = (cell: string | undefined) => (cell ?? '').trim();

/** What a row without a kind is: with wrong answers a choice, with gaps a text with gaps, else a short answer. */
function guessed(right: string, wrong: string, question: string): QuestionKind {
  if (wrong !== '') return parts(right).length > 1 ? 'several' : 'one';
  if (gapsIn(textOf(question)) > 0) return 'gaps';
  return /^(true|false)$/i.test(right) ? 'trueFalse' : right === '' ? 'own' : 'short';
}

function formed(
  blank: Question,
  cell: (column: Column) => string,
  { newId, mark }: { newId: () => string; mark: DecimalMark },
): Question | 'notANumber' {
  const entry = (text: string): Entry => ({ id: newId(), text: textOf(text) });
  const [right, wrong, counts] = [parts(cell('right')), parts(cell('wrong')), cell('counts').toLowerCase()];
  const near = Math.min(2, Math.max(0, Number(cell('letters wrong')) || 0)) as 0 | 1 | 2;
  const gap = (texts: string) => ({
    ...blankGap(),
    near,
    accepted: texts
      .split('/')
      .map((one) => one.trim())
      .filter((one) => one !== '')
      .map((text) => ({ text, percent: 100_000 })),
  });
  switch (blank.kind) {
    case 'one':
    case 'several': {
      const options = [...right, ...wrong].map((text) => ({ ...entry(text), staysLast: false, explanation: '' }));
      const key = options.slice(0, right.length).map((one) => one.id);
      return blank.kind === 'one' ? { ...blank, options, key } : { ...blank, options, key, mode: counts === 'all' ? 'all' : 'each' };
    }
    case 'trueFalse':
      return { ...blank, key: /^(true|yes)$/i.test(cell('right')) ? ['true'] : /^(false|no)$/i.test(cell('right')) ? ['false'] : [] };
    case 'gaps':
      return { ...blank, gaps: right.map(gap) };
    case 'short':
      return { ...blank, gaps: [gap(right.join('/'))] };
    case 'number': {
      const accepted = right.map((text) => {
        const [value = '', tolerance] = text.split('±').map((one) => readNumber(one, mark));
        return { value: value ?? '', tolerance: tolerance ?? null, tolerancePercent: null, percent: 100_000 };
      });
      return accepted.some((one) => one.value === '') ? 'notANumber' : { ...blank, accepted, unit: cell('unit') };
    }
    case 'match': {
      const pairs = right.map((text) => text.split('=').map((one) => one.trim()));
      const [left, matched] = [pairs.map(([l = '']) => entry(l)), pairs.map(([, r = '']) => entry(r))];
      return {
        ...blank,
        left,
        right: [...matched, ...wrong.map(entry)],
        pairs: left.map((one, index) => [one.id, matched[index]!.id]),
        mode: counts === 'all' ? 'all' : 'each',
      };
    }
    case 'order':
      return { ...blank, items: right.map(entry), mode: counts === 'all' ? 'all' : 'pairs' };
    default:
      return blank;
  }
}

/**
 * Reads questions from cells that were pasted or come from a file. The first row is a head if one of its cells is called
 * "question"; without a head the columns are those of QUESTION_HEAD, or with two or three columns question, right and wrong.
 *
 * @param mark the decimal mark that numbers are written with
 */
export function readQuestionTable(
  rows: readonly (readonly string[])[],
  { newId, mark }: { newId: () => string; mark: DecimalMark },
): ReadQuestions {
  const [first = []] = rows;
  const named = first.map((one) => tidy(one).toLowerCase());
  const hasHead = named.includes('question');
  const short: Column[] = ['question', 'right', 'wrong'];
  const head: readonly string[] = hasHead ? named : first.length <= 3 ? short : QUESTION_HEAD;
  const result: ReadQuestions = { questions: [], problems: [] };
  for (const [index, row] of rows.entries()) {
    if ((hasHead && index === 0) || row.every((one) => tidy(one) === '')) continue;
    const cell = (column: Column) => (head.includes(column) ? tidy(row[head.indexOf(column)]) : '');
    const refuse = (why: ReadQuestions['problems'][number]['why']) => void result.problems.push({ row: index + 1, why });
    if (cell('question') === '') {
      refuse('noQuestion');
      continue;
    }
    const kind = cell('kind') === '' ? guessed(cell('right'), cell('wrong'), cell('question')) : BY_NAME.get(cell('kind').toLowerCase());
    if (!kind) {
      refuse('unknownKind');
      continue;
    }
    const points = cell('points') === '' ? 1000 : parsePoints(cell('points'));
    if (points === null) refuse('notPoints');
    const blank: Question = {
      ...blankQuestion(kind, newId),
      text: textOf(cell('question')),
      points: points ?? 0,
      explanation: cell('explanation'),
      aims: [...new Set(parts(cell('aims')))],
    };
    const question = formed(blank, cell, { newId, mark });
    if (question === 'notANumber') refuse('notANumber');
    else result.questions.push(question);
  }
  return result;
}
