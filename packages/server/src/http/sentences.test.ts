import Joi from 'joi';
import { userName } from '../forms/people';
import { instantOrNull, line, localDay } from '../forms/fields';
import { CHECKED, sentenceOf } from './sentences';

const said = (schema: Joi.Schema, value: unknown) => schema.validate(value, CHECKED).error?.details.map(sentenceOf) ?? [];

it.each<[Joi.Schema, unknown, string[]]>([
  [Joi.object({ password: Joi.string().min(8) }), { password: 'x' }, ['The password needs at least 8 characters.']],
  [Joi.object({ name: Joi.string().max(1) }), { name: 'xy' }, ['The name can have at most 1 character.']],
  [Joi.object({ name: Joi.string().required() }), {}, ['The name is missing.']],
  [
    Joi.object({ points: Joi.number().integer().min(0) }),
    { points: -0.5 },
    ['The points must be a whole number.', 'The points must be at least 0.'],
  ],
  [Joi.object({ studentIds: Joi.array().items(Joi.string()).min(2) }), { studentIds: ['a'] }, ['The students: at least 2 entries.']],
  [Joi.object({ a: Joi.boolean() }), { b: 1 }, ['“b” does not belong here.']],
  [
    Joi.object({ url: Joi.string().uri({ scheme: ['https'] }) }),
    { url: 'javascript:x' },
    ['The link must be an address that begins with https:// or http://.'],
  ],
  [Joi.object({ due: instantOrNull }), { due: 9_000_000_000_000 }, ['The due date must lie before the year 2100.']],
  [Joi.object({ day: localDay }), { day: '2026-02-31' }, ['The day is not a day.']],
  [
    Joi.object({ title: line }),
    { title: 'a\u202eb' },
    ['The title holds a character that cannot be seen, or turns the writing around. Type it again.'],
  ],
  [Joi.object({ list: Joi.array().items(Joi.object({ name: Joi.string() })) }), { list: [{ name: 1 }] }, ['The name must be a text.']],
  [Joi.array().min(1), [], ['This: at least 1 entry.']],
  // A code that nobody thought of is said without the checker's words, too.
  [Joi.object({ name: Joi.string().hex() }), { name: 'zz' }, ['The name cannot be taken as it is.']],
])('%#', (schema, value, sentences) => expect(said(schema, value)).toEqual(sentences));

it('keeps the sentence that a form has of its own', () => {
  const [first] = said(Joi.object({ userName }), { userName: 'two words' });
  expect(first).toMatch(/^The user name .*\.$/);
  expect(first).not.toContain('pattern');
});
