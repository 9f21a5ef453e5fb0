/** What each route answers to who may not: nobody, the wrong role, and the right role but somebody else's things. */
export type Row = { nobody: number; wrong: ['teacher' | 'student', number] | null; other: number | null; query?: string; body?: object };
/** What is for teachers only, or for students; of somebody else's things it answers as is said. */
export const teachers = (other: number, more: Pick<Row, 'query' | 'body'> = {}): Row => ({
  nobody: 401,
  wrong: ['student', 403],
  other,
  ...more,
});
export const students = (other: number, more: Pick<Row, 'query' | 'body'> = {}): Row => ({
  nobody: 401,
  wrong: ['teacher', 403],
  other,
  ...more,
});
