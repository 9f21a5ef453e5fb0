import { isSimple } from '.';

const of = (forClass: boolean, forStudent: boolean | null = null) => ({ forClass, forStudent });

it.each([
  ['nobody chose anything', null, [of(false)], false],
  ['in no class', null, [], false],
  ['the class has it', null, [of(true)], true],
  ['the class has it, this student has not', null, [of(true, false)], false],
  ['this student alone', null, [of(false, true)], true],
  ['one class of two', null, [of(false), of(true)], true],
  ['not in one class, but in the other', null, [of(true, false), of(true)], true],
  ['chosen by the student', true, [of(false)], true],
  ['the student chose the usual view', false, [of(true, true)], false],
])('%s', (_, own, classes, simple) => {
  expect(isSimple({ own, classes })).toBe(simple);
});
