/** How a teacher stands to a student as a person, not as a member of one class. Classes that are put away and classes the student has left do not count. */
export interface PersonRelation {
  /** classes that the student is in now */
  classes: number;
  /** of these, how many the teacher teaches */
  taught: number;
  /** the teacher was the first to bring the student into this installation */
  broughtIn: boolean;
  /** the student, signed in, has said that this teacher may help with the sign-in */
  allowed: boolean;
}

/**
 * May this teacher do what concerns more of a student than one class: give a password or a card, change the name, the
 * address or the school number, invite a family? Such an act opens or changes everything the student has, so it is for who
 * teaches all of their classes, for who brought them in, or for whom the student has allowed it (docs/decisions/0013).
 *
 * @example in two classes, one of them taught, not brought in, not allowed -> false
 */
export const mayForPerson = ({ classes, taught, broughtIn, allowed }: PersonRelation): boolean => taught >= classes || broughtIn || allowed;
