import type { ValidationError, ValidationErrorItem, ValidationOptions } from 'joi';
import type { FieldProblem } from './field-problems';

/** What a field is called in a sentence, by its name in a request. */
const FIELDS: Readonly<Record<string, string>> = {
  amount: 'The amount',
  at: 'The time',
  class: 'The class',
  classIds: 'The classes',
  closes: 'The closing time',
  code: 'The code',
  day: 'The day',
  due: 'The due date',
  earned: 'The score',
  email: 'The e-mail address',
  familyName: 'The family name',
  from: 'The first day',
  givenName: 'The given name',
  groups: 'The groups',
  instructions: 'The text of the task',
  minutes: 'The minutes',
  name: 'The name',
  opens: 'The opening time',
  password: 'The password',
  percent: 'The percentage',
  points: 'The points',
  q: 'What you look for',
  reason: 'The reason',
  remark: 'The remark',
  schoolNumber: 'The school number',
  section: 'The section',
  studentIds: 'The students',
  text: 'The text',
  title: 'The title',
  to: 'The last day',
  url: 'The link',
  userName: 'The user name',
  wantedDue: 'The date asked for',
  weight: 'The weight',
  why: 'The reason',
  word: 'The word',
};

type Values = Record<string, unknown>;
const some = (n: unknown, one: string, many: string) => `${String(n)} ${n === 1 ? one : many}`;
const characters = (n: unknown) => some(n, 'character', 'characters');
const entries = (n: unknown) => some(n, 'entry', 'entries');

/** Our own sentence for each way in which a form can be wrong, by the code of the checker: what is wrong, and what would be right. */
const SENTENCES: Readonly<Record<string, (what: string, values: Values) => string>> = {
  'any.required': (what) => `${what} is missing`,
  'any.only': (what) => `${what} is none of what can be chosen here`,
  'any.invalid': (what) => `${what} cannot be this`,
  'any.unknown': (what) => `${what} does not belong here`,
  'object.unknown': (what) => `${what} does not belong here`,
  'object.base': (what) => `${what} has another shape than this form`,
  'object.missing': (what) => `${what} says nothing of what it could say`,
  'object.xor': (what) => `${what} says two things of which only one can hold`,
  'object.and': (what) => `${what} says only half of what belongs together`,
  'array.base': (what) => `${what} must be a list`,
  'array.min': (what, { limit }) => `${what}: at least ${entries(limit)}`,
  'array.max': (what, { limit }) => `${what}: at most ${entries(limit)}`,
  'array.length': (what, { limit }) => `${what}: exactly ${entries(limit)}`,
  'array.unique': (what) => `${what} names the same twice`,
  'array.includes': (what) => `${what} holds something that does not belong in it`,
  'array.includesRequiredUnknowns': (what) => `${what} lacks an entry`,
  'string.base': (what) => `${what} must be a text`,
  'string.empty': (what) => `${what} is empty`,
  'string.min': (what, { limit }) => `${what} needs at least ${characters(limit)}`,
  'string.max': (what, { limit }) => `${what} can have at most ${characters(limit)}`,
  'string.length': (what, { limit }) => `${what} has exactly ${characters(limit)}`,
  'string.guid': (what) => `${what} names something that is not there`,
  'string.email': (what) => `${what} is no address that mail can go to`,
  'string.uri': (what) => `${what} is no address of the web`,
  'string.uriCustomScheme': (what) => `${what} must be an address that begins with https:// or http://`,
  'string.pattern.base': (what) => `${what} is not written as it has to be`,
  'number.base': (what) => `${what} must be a number`,
  'number.min': (what, { limit }) => `${what} must be at least ${String(limit)}`,
  'number.max': (what, { limit }) => `${what} must be at most ${String(limit)}`,
  'number.greater': (what, { limit }) => `${what} must be more than ${String(limit)}`,
  'number.less': (what, { limit }) => `${what} must be less than ${String(limit)}`,
  'number.integer': (what) => `${what} must be a whole number`,
  'number.unsafe': (what) => `${what} is too large a number`,
  'number.infinity': (what) => `${what} is too large a number`,
  'boolean.base': (what) => `${what} must be yes or no`,
  'alternatives.base': (what) => `${what} is nothing that can stand here`,
  'alternatives.any': (what) => `${what} is nothing that can stand here`,
  'alternatives.all': (what) => `${what} is nothing that can stand here`,
  'alternatives.one': (what) => `${what} is nothing that can stand here`,
  'alternatives.types': (what) => `${what} is nothing that can stand here`,
  'alternatives.match': (what) => `${what} is nothing that can stand here`,
};
/** Stands for the checker's own words where no form has a sentence for a code. */
const OURS = '§';
const MESSAGES: Record<string, string> = Object.fromEntries(Object.keys(SENTENCES).map((code) => [code, OURS]));
/** Codes that forms of our own give, with sentences of their own (http/form). */
const OWN = /^(?:day|line|richText|zone|dates)\./;

/**
 * What is wrong with one field, as a sentence to a person. The checker's own words never reach anybody.
 * @param detail of a check with MESSAGES, so that a form's own sentence can be told from the checker's
 * @example { type: 'string.min', path: ['password'], limit: 8 } -> The password needs at least 8 characters.
 */
export function sentenceOf({ type, path, message, context }: Pick<ValidationErrorItem, 'type' | 'path' | 'message' | 'context'>): string {
  const named = [...path].reverse().find((one) => typeof one === 'string');
  const what = named === undefined ? 'This' : (FIELDS[named] ?? `“${named}”`);
  const said = SENTENCES[type];
  if (said && message === OURS) return `${said(what, context ?? {})}.`;
  if (!said && !OWN.test(type)) return `${what} cannot be taken as it is.`;
  return `${message.replace(/^“[^”]*”/, what)}.`;
}

/** How every form is checked, so that what is wrong can be said in our sentences. */
export const CHECKED: ValidationOptions = { abortEarly: false, messages: MESSAGES, errors: { wrap: { label: '“”' } } };

/** What a check with CHECKED found, field by field. */
export const fieldProblemsOf = ({ details }: ValidationError): FieldProblem[] =>
  details.map((detail) => ({ path: detail.path.join('.'), code: detail.type, message: sentenceOf(detail) }));
