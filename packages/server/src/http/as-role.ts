import type { Actor } from '@jolly/core';
import { Problem } from './problem';

type SignedIn = Extract<Actor, { userId: string }>;

function inRole(actor: Actor, role: SignedIn['role']): SignedIn {
  if (actor.role !== role) throw new Problem('access.role');
  return actor;
}

/** The actor as a teacher. The route's permission has let nobody else through; this tells the compiler so. */
export const asTeacher = (actor: Actor): SignedIn => inRole(actor, 'teacher');

/** The actor as a student, likewise. */
export const asStudent = (actor: Actor): SignedIn => inRole(actor, 'student');

/** The actor as a family member, likewise. */
export const asFamily = (actor: Actor): SignedIn => inRole(actor, 'family');

/** Whoever is signed in. */
export function asPerson(actor: Actor): SignedIn {
  if (actor.role === 'anonymous') throw new Problem('access.role');
  return actor;
}
