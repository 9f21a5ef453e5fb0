import { fillIn } from '@jolly/core';
import type { ValidationError, ValidationErrorItem, ValidationOptions } from 'joi';
import { refusal } from '../words';
import type { FieldProblem } from './field-problems';

/** What a field is called in a sentence, by its name in a request. */
export const FIELDS: Readonly<Record<string, string>> = {
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

/**
 * Our own sentence for each way in which a form can be wrong, by the code of the checker: what is wrong, and what would
 * be right. Below are those that some forms have instead, by the name that stands in their `messages`.
 */
export const SENTENCES: Readonly<Record<string, string>> = {
  'any.required': '{what} is missing.',
  'any.only': '{what} is none of what can be chosen here.',
  'any.invalid': '{what} cannot be this.',
  'any.unknown': '{what} does not belong here.',
  'object.unknown': '{what} does not belong here.',
  'object.base': '{what} has another shape than this form.',
  'object.missing': '{what} says nothing of what it could say.',
  'object.xor': '{what} says two things of which only one can hold.',
  'object.and': '{what} says only half of what belongs together.',
  'array.base': '{what} must be a list.',
  'array.min': '{what}: at least {limit} {entries}.',
  'array.max': '{what}: at most {limit} {entries}.',
  'array.length': '{what}: exactly {limit} {entries}.',
  'array.unique': '{what} names the same twice.',
  'array.includes': '{what} holds something that does not belong in it.',
  'array.includesRequiredUnknowns': '{what} lacks an entry.',
  'string.base': '{what} must be a text.',
  'string.empty': '{what} is empty.',
  'string.min': '{what} needs at least {limit} {characters}.',
  'string.max': '{what} can have at most {limit} {characters}.',
  'string.length': '{what} has exactly {limit} {characters}.',
  'string.guid': '{what} names something that is not there.',
  'string.email': '{what} is no address that mail can go to.',
  'string.uri': '{what} is no address of the web.',
  'string.uriCustomScheme': '{what} must be an address that begins with https:// or http://.',
  'string.pattern.base': '{what} is not written as it has to be.',
  'number.base': '{what} must be a number.',
  'number.min': '{what} must be at least {limit}.',
  'number.max': '{what} must be at most {limit}.',
  'number.greater': '{what} must be more than {limit}.',
  'number.less': '{what} must be less than {limit}.',
  'number.integer': '{what} must be a whole number.',
  'number.unsafe': '{what} is too large a number.',
  'number.infinity': '{what} is too large a number.',
  'boolean.base': '{what} must be yes or no.',
  alternatives: '{what} is nothing that can stand here.',
  'points.odd': '{what} must be pairs of numbers.',
  'zone.unknown': '{what} is not a time zone.',
  'dates.order': '{what} end before they begin.',
  'question.key': '{what} has a key that names nothing in it.',
  'day.unknown': '{what} is not a day.',
  'line.hidden': '{what} holds a character that cannot be seen, or turns the writing around. Type it again.',
  'richText.problem': '{what} holds something we do not take ({problem} at {path}).',
  userName: '{what} must not contain spaces, @ or slashes.',
  notEmail: '{what} is not an e-mail address.',
  notNumber: '{what} is not a number.',
  tooLate: '{what} must lie before the year 2100.',
  other: '{what} cannot be taken as it is.',
  this: 'This',
};
/** English says one thing otherwise than several; the other catalogues write around it. */
const COUNTED = { characters: ['character', 'characters'], entries: ['entry', 'entries'] } as const;

/** What is wrong in a sentence of a form's own, by its name in SENTENCES. */
const sentence = (name: string): string => refusal('forms', name, SENTENCES[name]!);

/**
 * What is wrong with one field, as a sentence to a person. The checker's own words never reach anybody.
 * @param detail of a check with CHECKED; its message is the name of a sentence
 * @example { type: 'string.min', path: ['password'], limit: 8 } -> The password needs at least 8 characters.
 */
export function sentenceOf({
  type,
  path,
  message,
  context = {},
}: Pick<ValidationErrorItem, 'type' | 'path' | 'message' | 'context'>): string {
  const field = [...path].reverse().find((one) => typeof one === 'string');
  const what = field === undefined ? sentence('this') : field in FIELDS ? refusal('fields', field, FIELDS[field]!) : `“${field}”`;
  const name = message in SENTENCES ? message : type.startsWith('alternatives.') ? 'alternatives' : type in SENTENCES ? type : 'other';
  const count = context['limit'] === 1 ? 0 : 1;
  const said = { ...context, what, characters: COUNTED.characters[count], entries: COUNTED.entries[count] };
  return fillIn(sentence(name), said as Record<string, string>);
}

/** How every form is checked: all that is wrong is said at once. */
export const CHECKED: ValidationOptions = { abortEarly: false };

/** What a check with CHECKED found, field by field. */
export const fieldProblemsOf = ({ details }: ValidationError): FieldProblem[] =>
  details.map((detail) => ({ path: detail.path.join('.'), code: detail.type, message: sentenceOf(detail) }));
