/** What was chosen about a student's view of the application. */
export interface ViewChoices {
  /** by the student themselves; null: nothing */
  own: boolean | null;
  /** by teachers, for each class the student is in: for the class, and for this student of it (null: as the class) */
  classes: readonly { forClass: boolean; forStudent: boolean | null }[];
}

/**
 * Does a student see the simple view: large type, one thing at a time, pictures and sound before words? What the student chose
 * goes before everything. Otherwise it is on where a teacher of one of their classes has it so, for them or for the class.
 *
 * @example isSimple({ own: null, classes: [{ forClass: true, forStudent: false }] }) -> false
 * @example isSimple({ own: null, classes: [{ forClass: false, forStudent: null }, { forClass: false, forStudent: true }] }) -> true
 */
export function isSimple({ own, classes }: ViewChoices): boolean {
  return own ?? classes.some(({ forClass, forStudent }) => forStudent ?? forClass);
}
