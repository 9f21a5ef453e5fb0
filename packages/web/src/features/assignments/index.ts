/** Assignments: the plan, composing, and how each student's piece stands. */
export { useTrail } from './use-trail';
