import { mayForPerson } from './person';

describe('mayForPerson', () => {
  it.each([
    ['a teacher of all of a student’s classes', { classes: 2, taught: 2, broughtIn: false, allowed: false }, true],
    ['nobody who teaches only one of two', { classes: 2, taught: 1, broughtIn: false, allowed: false }, false],
    ['who brought the student in, whatever they teach now', { classes: 3, taught: 1, broughtIn: true, allowed: false }, true],
    ['whom the student has allowed it', { classes: 3, taught: 1, broughtIn: false, allowed: true }, true],
    ['the teacher of a student who is in no other class', { classes: 0, taught: 0, broughtIn: false, allowed: false }, true],
  ])('lets %s', (_who, relation, answer) => {
    expect(mayForPerson(relation)).toBe(answer);
  });
});
