import { ratioText, unmilli } from '../quantities';
import {
  answerProblem,
  figureText,
  inHashOrder,
  numberRatio,
  quizFigures,
  quizScore,
  trySeed,
  type Answer,
  type Key,
  type Region,
} from '../quiz';
import {
  byKind,
  DocumentError,
  flag,
  list,
  object,
  oneOf,
  optional,
  orNull,
  record,
  text,
  thousandths,
  whole,
  type Reader,
} from './reader';

const FULL = 100_000;
const percent = thousandths({ most: 100 });
const coordinate = whole({ least: 0, most: 10_000 });

const number: Reader<string> = (value, path) => {
  if (typeof value === 'string' && numberRatio(value) !== null) return value;
  throw new DocumentError(path, 'must be a number, written as a text');
};
const positive: Reader<string> = (value, path) => {
  const read = number(value, path);
  if (read.startsWith('-')) throw new DocumentError(path, 'must not be negative');
  return read;
};

const gapReader = object({
  accepted: list(object({ text, percent: optional(percent) })),
  weight: optional(thousandths({ least: 0.001, most: 1000 })),
  ignoreCase: optional(flag),
  ignoreAccents: optional(flag),
  ignorePunctuation: optional(flag),
  near: optional(whole({ least: 0, most: 2 })),
  nearPercent: optional(percent),
});
const gap: Reader<Extract<Key, { kind: 'gaps' | 'short' }>['gaps'][number]> = (value, path) => {
  const read = gapReader(value, path);
  return {
    accepted: read.accepted.map((one) => ({ text: one.text, percent: one.percent ?? FULL })),
    weight: read.weight ?? 1000,
    ignoreCase: read.ignoreCase ?? true,
    ignoreAccents: read.ignoreAccents ?? false,
    ignorePunctuation: read.ignorePunctuation ?? false,
    near: (read.near ?? 0) as 0 | 1 | 2,
    nearPercent: read.nearPercent ?? FULL,
  };
};

const pair =
  (of: Reader<unknown>): Reader<[unknown, unknown]> =>
  (value, path) => {
    const read = list(of)(value, path);
    if (read.length !== 2) throw new DocumentError(path, 'must be two');
    return read as [unknown, unknown];
  };
const shape =
  (kinds: Record<string, Reader<unknown>>): Reader<unknown> =>
  (value, path) => {
    const name = typeof value === 'object' && value !== null ? (value as { shape?: unknown }).shape : undefined;
    const reader = typeof name === 'string' && Object.hasOwn(kinds, name) ? kinds[name] : undefined;
    if (!reader) throw new DocumentError(`${path}.shape`, `must be one of ${Object.keys(kinds).join(', ')}`);
    return reader(value, path);
  };
const region: Reader<Region> = (value, path) => {
  const read = shape({
    rect: object({ shape: oneOf('rect'), x: coordinate, y: coordinate, w: coordinate, h: coordinate, percent: optional(percent) }),
    ellipse: object({
      shape: oneOf('ellipse'),
      cx: coordinate,
      cy: coordinate,
      rx: coordinate,
      ry: coordinate,
      percent: optional(percent),
    }),
    polygon: object({ shape: oneOf('polygon'), points: list(pair(coordinate)), percent: optional(percent) }),
  })(value, path) as Region;
  return { ...read, percent: read.percent ?? FULL };
};

const basic = { id: text, points: thousandths() };
const onlyBasic = <K extends string>(kind: K) => object({ ...basic, kind: oneOf(kind) });
const chosen = <K extends string>(kind: K) => object({ ...basic, kind: oneOf(kind), options: list(text), key: list(text) });
const questionReader = byKind({
  one: chosen('one'),
  trueFalse: chosen('trueFalse'),
  several: object({ ...basic, kind: oneOf('several'), options: list(text), key: list(text), mode: oneOf('all', 'each') }),
  gaps: object({ ...basic, kind: oneOf('gaps'), gaps: list(gap) }),
  short: object({ ...basic, kind: oneOf('short'), gaps: list(gap) }),
  number: object({
    ...basic,
    kind: oneOf('number'),
    accepted: list(
      object({ value: number, tolerance: optional(positive), tolerancePercent: optional(positive), percent: optional(percent) }),
    ),
  }),
  match: object({ ...basic, kind: oneOf('match'), pairs: list(pair(text)), extra: optional(list(text)), mode: oneOf('all', 'each') }),
  order: object({ ...basic, kind: oneOf('order'), items: list(text), mode: oneOf('all', 'pairs') }),
  place: object({ ...basic, kind: oneOf('place'), regions: list(region) }),
  own: onlyBasic('own'),
  file: onlyBasic('file'),
  drawing: onlyBasic('drawing'),
  recording: onlyBasic('recording'),
});
const quizDocument = object({
  questions: list(questionReader),
  answers: record((value) => value),
  scores: optional(record(thousandths())),
  leftOut: optional(record(oneOf('dropped', 'everyone'))),
});

type Read = ReturnType<typeof questionReader>;

function keyIn(question: Read, path: string): Key {
  const refuse = (field: string, message: string): never => {
    throw new DocumentError(`${path}.${field}`, message);
  };
  if (question.kind === 'one' || question.kind === 'trueFalse' || question.kind === 'several') {
    if (question.key.length === 0) refuse('key', 'must name at least one option');
    if (question.key.some((id) => !question.options.includes(id))) refuse('key', 'must be among the options');
    return question as Key;
  }
  if ((question.kind === 'gaps' || question.kind === 'short') && question.gaps.length === 0) refuse('gaps', 'must not be empty');
  if (question.kind === 'short' && question.gaps.length !== 1) refuse('gaps', 'must be one');
  if (question.kind === 'order' && question.items.length < 2) refuse('items', 'must be two or more');
  if (question.kind === 'match') {
    if (question.pairs.length === 0) refuse('pairs', 'must not be empty');
    return { kind: 'match', pairs: question.pairs as [string, string][], extra: question.extra ?? [], mode: question.mode };
  }
  if (question.kind === 'number')
    return {
      kind: 'number',
      accepted: question.accepted.map(({ value, tolerance = null, tolerancePercent = null, percent: share = FULL }) => ({
        value,
        tolerance,
        tolerancePercent,
        percent: share,
      })),
    };
  return question as Key;
}

/** Ids that stand twice are refused: nobody could say which one is meant. */
function refuseTwice(ids: readonly string[], path: string): void {
  const twice = ids.findIndex((id, index) => ids.indexOf(id) < index);
  if (twice >= 0) throw new DocumentError(`${path}[${twice}]`, 'stands twice');
}

/** **quiz** of docs/compute.md. */
export function computeQuiz(document: unknown): unknown {
  const { questions: read, answers, scores = {}, leftOut = {} } = quizDocument(document, '');
  refuseTwice(
    read.map((one) => one.id),
    'questions',
  );
  const questions = read.map((one, index) => ({ id: one.id, points: one.points, key: keyIn(one, `questions[${index}]`) }));
  const byId = new Map(questions.map((one) => [one.id, one]));
  for (const [field, named] of Object.entries({ answers, scores, leftOut }))
    for (const id of Object.keys(named)) if (!byId.has(id)) throw new DocumentError(`${field}.${id}`, 'is not one of the questions');
  for (const [id, answer] of Object.entries(answers)) {
    const problem = answerProblem(byId.get(id)!.key, answer);
    if (problem) throw new DocumentError(`answers.${id}`, `is no answer to this question (${problem})`);
  }
  for (const [id, given] of Object.entries(scores))
    if (given > byId.get(id)!.points) throw new DocumentError(`scores.${id}`, 'must not be above the points of the question');
  const result = quizScore({
    questions,
    answers: answers as Record<string, Answer>,
    scores,
    corrections: { alsoRight: {}, leftOut },
  });
  const orNone = (points: number | null) => (points === null ? null : unmilli(points));
  return {
    questions: result.questions.map((one) => ({
      id: one.id,
      points: orNone(one.points),
      max: unmilli(one.max),
      notAnswered: one.notAnswered,
    })),
    score: orNone(result.score),
    max: unmilli(result.max),
    waiting: result.waiting,
  };
}

const itemsDocument = object({
  questions: list(text),
  tries: list(
    object({
      student: text,
      points: record(orNull(thousandths())),
      max: record(thousandths()),
      choice: optional(record(orNull(text))),
    }),
  ),
});

/** **items** of docs/compute.md. */
export function computeItems(document: unknown): unknown {
  const { questions, tries } = itemsDocument(document, '');
  refuseTwice(questions, 'questions');
  for (const [index, { points, max }] of tries.entries())
    for (const id of Object.keys(points)) {
      if (!questions.includes(id)) throw new DocumentError(`tries[${index}].points.${id}`, 'is not one of the questions');
      if (max[id] === undefined) throw new DocumentError(`tries[${index}].max.${id}`, 'is missing');
    }
  const { questions: rows, alpha } = quizFigures(
    questions,
    tries.map(({ points, max, choice }) => ({ points, max, ...(choice ? { choice } : {}) })),
  );
  return {
    questions: rows.map(({ id, n, difficulty, discrimination }) => ({
      id,
      n,
      difficulty: difficulty === null ? null : ratioText(difficulty),
      discrimination: discrimination === null ? null : figureText(discrimination),
    })),
    alpha: alpha === null ? null : figureText(alpha),
  };
}

const drawDocument = object({
  quizId: text,
  studentId: text,
  try: whole({ least: 1, most: 1000 }),
  questions: list(text),
  take: whole({ least: 0, most: 10_000 }),
});

/** **draw** of docs/compute.md. */
export function computeDraw(document: unknown): unknown {
  const { quizId, studentId, try: number, questions, take } = drawDocument(document, '');
  refuseTwice(questions, 'questions');
  if (take > questions.length) throw new DocumentError('take', 'must not be more than there are questions');
  return { order: inHashOrder(trySeed(quizId, studentId, number), questions).slice(0, take) };
}
