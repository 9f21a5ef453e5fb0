/** Who is asking. */
export type Actor = { role: 'anonymous' } | { role: 'teacher' | 'student' | 'family'; userId: string };

/** How the one who asks stands to the class that the thing belongs to; `family`: of a student in it. */
export type ClassRelation = 'owner' | 'coTeacher' | 'student' | 'family' | 'none';

/** What the action is done to: a class or something of one, and for a student's things whether they are their own. */
export interface Target {
  relation: ClassRelation;
  /** only for things that belong to one student: is the one who asks that student, or of their family? */
  own?: boolean;
}

type Rule = {
  /** who may do this kind of action at all; asked on the route */
  roles: readonly Actor['role'][];
  /** who may do it to this very thing; asked by the service */
  relations: readonly ClassRelation[] | 'anyone';
  own?: true;
  /** changes something of a class, so it is refused once the class is put away */
  changes?: true;
};

const TEACHERS: readonly ClassRelation[] = ['owner', 'coTeacher'];
const teaching: Rule = { roles: ['teacher'], relations: TEACHERS };
const changing: Rule = { ...teaching, changes: true };
const ownWork: Rule = { roles: ['student'], relations: ['student'], own: true };
const anyone: Rule = { roles: ['anonymous', 'teacher', 'student', 'family'], relations: 'anyone' };
const signedIn: Rule = { roles: ['teacher', 'student', 'family'], relations: 'anyone' };
const inSchool: Rule = { roles: ['teacher', 'student'], relations: 'anyone' };
const ownChild: Rule = { roles: ['family'], relations: ['family'], own: true };

/**
 * Every action there is, who may do it at all, and to whose things.
 * A route names one of these; a service asks again about the very object.
 */
export const ACTIONS = {
  'server.look': anyone,
  'session.begin': anyone,
  'session.look': anyone,
  'session.end': signedIn,
  'account.edit': signedIn,
  'account.twoStep': { roles: ['teacher'], relations: 'anyone' },
  'account.keys': { roles: ['teacher'], relations: 'anyone' },
  'account.recover': anyone,
  'invitation.look': anyone,
  'invitation.take': anyone,
  'class.join': { roles: ['anonymous', 'student'], relations: 'anyone' },
  'find.ask': inSchool,
  'termLine.look': inSchool,
  'class.list': { roles: ['teacher'], relations: 'anyone' },
  'class.create': { roles: ['teacher'], relations: 'anyone' },
  'class.look': teaching,
  'class.edit': changing,
  'class.copy': teaching,
  'class.putAway': { roles: ['teacher'], relations: ['owner'] },
  'class.handOver': { roles: ['teacher'], relations: ['owner'] },
  'coTeacher.look': teaching,
  'coTeacher.edit': teaching,
  'calendar.look': teaching,
  'calendar.edit': teaching,
  'joinCode.renew': changing,
  'roster.look': teaching,
  'roster.edit': changing,
  'signIn.give': teaching,
  'group.look': teaching,
  'group.edit': changing,
  'practice.enter': teaching,
  'practice.leave': { roles: ['student', 'teacher'], relations: 'anyone' },
  'mail.look': { roles: ['teacher'], relations: 'anyone' },
  'assignment.look': teaching,
  'assignment.write': changing,
  'assignment.issue': changing,
  'file.keep': { roles: ['teacher'], relations: 'anyone' },
  'shelf.use': { roles: ['teacher'], relations: 'anyone' },
  'rubric.read': { roles: ['teacher'], relations: 'anyone' },
  'exception.look': teaching,
  'exception.give': changing,
  'extension.answer': changing,
  'register.look': teaching,
  'register.take': changing,
  'notice.look': teaching,
  'notice.write': changing,
  'wall.look': { roles: ['teacher', 'student', 'family'], relations: ['owner', 'coTeacher', 'student', 'family'], own: true },
  'wall.set': changing,
  'piece.look': teaching,
  'score.write': changing,
  'score.return': changing,
  'piece.sendBack': changing,
  'piece.annotate': changing,
  'score.answer': changing,
  'marking.set': changing,
  'remark.use': { roles: ['teacher'], relations: 'anyone' },
  'review.look': teaching,
  'review.set': changing,
  'piece.talk': changing,
  'piece.nudge': changing,
  'piece.note': changing,
  'piece.bringBack': changing,
  'piece.takeHome': teaching,
  'progress.look': teaching,
  'jotting.write': teaching,
  'jotting.keep': { roles: ['teacher'], relations: 'anyone' },
  'archive.make': teaching,
  'archive.bring': { roles: ['teacher'], relations: 'anyone' },
  'report.make': { roles: ['teacher'], relations: 'anyone' },
  'portfolio.waiting': { roles: ['teacher'], relations: 'anyone' },
  'portfolio.look': teaching,
  'portfolio.choose': changing,
  'family.look': teaching,
  'family.invite': changing,
  'family.talk': teaching,
  'book.look': teaching,
  'today.look': { roles: ['teacher'], relations: 'anyone' },
  'pile.look': { roles: ['teacher'], relations: 'anyone' },
  'file.fetch': { roles: ['teacher', 'student', 'family'], relations: ['owner', 'coTeacher', 'student'], own: true },
  'ownWork.look': ownWork,
  'ownWork.write': { ...ownWork, changes: true },
  'ownWork.handIn': { ...ownWork, changes: true },
  'ownWork.talk': { ...ownWork, changes: true },
  'ownNotice.look': ownWork,
  'ownNotice.write': { ...ownWork, changes: true },
  'ownWall.show': { ...ownWork, changes: true },
  'ownReview.look': ownWork,
  'ownReview.write': { ...ownWork, changes: true },
  'ownProgress.look': ownWork,
  'ownJoining.look': { roles: ['student'], relations: 'anyone' },
  'ownJoining.answer': { roles: ['student'], relations: 'anyone' },
  'ownHelper.look': { roles: ['student'], relations: 'anyone' },
  'ownHelper.allow': { roles: ['student'], relations: 'anyone' },
  'ownPortfolio.look': { roles: ['student'], relations: 'anyone' },
  'ownPortfolio.choose': { roles: ['student'], relations: 'anyone' },
  'familyCode.use': { roles: ['anonymous', 'family'], relations: 'anyone' },
  'child.list': { roles: ['family'], relations: 'anyone' },
  'child.look': ownChild,
  'child.talk': ownChild,
  'child.absence': ownChild,
  'child.ask': ownChild,
  'child.tick': ownChild,
  'familyAccount.edit': { roles: ['family'], relations: 'anyone' },
  'news.look': inSchool,
  'dates.look': signedIn,
  'reminder.own': signedIn,
  'dates.fetch': anyone,
} as const satisfies Record<string, Rule>;

export type Action = keyof typeof ACTIONS;

/** Is this one of the actions that a class which is put away no longer takes? */
export const changesClass = (action: Action): boolean => 'changes' in ACTIONS[action];

/**
 * May this person do this? The only statement of who may do what; the page asks it as a courtesy, the
 * server decides by it.
 *
 * @param target left out, the question is about the kind of action only ("could they ever?")
 * @returns `allowed`, `signIn` (nobody is signed in), `role` (never for this role), or `notTheirs`, which
 *   the server answers as if the thing did not exist
 */
export function may(actor: Actor, action: Action, target?: Target): 'allowed' | 'signIn' | 'role' | 'notTheirs' {
  const rule: Rule = ACTIONS[action];
  if (!rule.roles.includes(actor.role)) return actor.role === 'anonymous' ? 'signIn' : 'role';
  if (!target || rule.relations === 'anyone') return 'allowed';
  if (!rule.relations.includes(target.relation)) return 'notTheirs';
  if (rule.own && (target.relation === 'student' || target.relation === 'family') && !target.own) return 'notTheirs';
  return 'allowed';
}
