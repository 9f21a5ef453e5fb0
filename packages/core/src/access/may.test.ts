import { ACTIONS, may, type Action, type Actor, type ClassRelation } from '.';

const teacher: Actor = { role: 'teacher', userId: 't' };
const student: Actor = { role: 'student', userId: 's' };
const family: Actor = { role: 'family', userId: 'f' };
const nobody: Actor = { role: 'anonymous' };

it.each<[string, Actor, Action, { relation: ClassRelation; own?: boolean } | undefined, ReturnType<typeof may>]>([
  ['a teacher scores in their class', teacher, 'score.write', { relation: 'owner' }, 'allowed'],
  ['a co-teacher scores in the class', teacher, 'score.write', { relation: 'coTeacher' }, 'allowed'],
  ['a teacher scores in another class', teacher, 'score.write', { relation: 'none' }, 'notTheirs'],
  ['a student scores', student, 'score.write', { relation: 'student', own: true }, 'role'],
  ['nobody scores', nobody, 'score.write', undefined, 'signIn'],
  ['a student hands in their own', student, 'ownWork.handIn', { relation: 'student', own: true }, 'allowed'],
  ["a student hands in another's", student, 'ownWork.handIn', { relation: 'student', own: false }, 'notTheirs'],
  ['a student who left hands in', student, 'ownWork.handIn', { relation: 'none', own: true }, 'notTheirs'],
  ['a teacher hands in', teacher, 'ownWork.handIn', { relation: 'owner' }, 'role'],
  ["a teacher fetches a student's file", teacher, 'file.fetch', { relation: 'owner', own: false }, 'allowed'],
  ["a student fetches another's file", student, 'file.fetch', { relation: 'student', own: false }, 'notTheirs'],
  ['a co-teacher hands the class over', teacher, 'class.handOver', { relation: 'coTeacher' }, 'notTheirs'],
  ['the owner puts the class away', teacher, 'class.putAway', { relation: 'owner' }, 'allowed'],
  ['a family looks at their child', family, 'child.look', { relation: 'family', own: true }, 'allowed'],
  ["a family looks at another's child", family, 'child.look', { relation: 'none', own: false }, 'notTheirs'],
  ['a family scores', family, 'score.write', { relation: 'family', own: true }, 'role'],
  ["a teacher looks with a family's eyes", teacher, 'child.look', { relation: 'owner' }, 'role'],
  ['nobody joins a class', nobody, 'class.join', undefined, 'allowed'],
])('%s: %#', (_case, actor, action, target, answer) => expect(may(actor, action, target)).toBe(answer));

it('lets nobody who is not signed in near anything of a class', () => {
  const open = (Object.keys(ACTIONS) as Action[]).filter((action) => may(nobody, action) === 'allowed');
  expect(open.sort()).toEqual([
    'account.recover',
    'class.join',
    'dates.fetch',
    'familyCode.use',
    'invitation.look',
    'invitation.take',
    'server.look',
    'session.begin',
    'session.look',
  ]);
});
