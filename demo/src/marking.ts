import { MINUTE_MS, plainText, textPlace, type SchoolCalendar } from '@jolly/core';
import type { AssignmentReply, RemarkRequest } from '@jolly/server/dist/contract';
import type { Services } from '@jolly/server/dist/wiring';
import { ago, dueAt } from './school-days';
import { seedRemarks } from '@jolly/server/dist/features/remarks/remarks.seed';

interface Setting {
  services: Services;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  idOf: Map<string, string>;
  assignments: AssignmentReply[];
}

const remark = (text: string, folder: string, criterion = '', shared = false): RemarkRequest => ({
  text,
  folder,
  aim: '',
  criterion,
  shared,
});
/** What the teacher of the demo says again and again. */
const SAVED: RemarkRequest[] = [
  remark('What did you see that tells you so?', 'Evidence', 'Observation', true),
  remark('Give the number, with its unit.', 'Evidence', 'Observation'),
  remark('Good link from cause to effect, {name}.', 'Explaining', 'Explanation'),
  remark('Say why, not only that it is so.', 'Explaining', 'Explanation', true),
  remark('One step is missing between these two.', 'Explaining', 'Explanation'),
  remark('Name it: there is a word for this.', 'Terms', 'Terms'),
  remark('You are reading the river well, {name}. Next time use the float times to prove the speed claim.', 'At the end'),
  remark('Clear and to the point. Well done, {name}.', 'At the end'),
  remark('Label both axes.', 'Drawings', '', true),
  remark('Where is north on your map?', 'Drawings'),
];

/** Saved remarks, notes in the margin of some pieces, an answer and a question of a student, and a round of reviews. */
export async function seedMarking({ services, calendar, now, teacherId, idOf, assignments }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const bao = { role: 'student' as const, userId: idOf.get('Bao Lindqvist')! };
  const titled = (title: string) => assignments.find((one) => one.title === title)!;
  await seedRemarks(services, teacherId, SAVED, ago(calendar, now, 300));
  const saved = await services.remarks.list(teacher);

  /** Pins a saved remark to the nth sentence of what a student handed in. */
  async function note(assignment: AssignmentReply, studentId: string, nth: number, text: string, at: number): Promise<string | null> {
    const { handIn } = await services.desk.look(teacher, { assignmentId: assignment.id, studentId }, at);
    const words = plainText(handIn?.text ?? null);
    const sentences = [...words.matchAll(/[^.!?\n]+[.!?]/g)];
    const sentence = sentences[Math.min(nth, sentences.length - 1)];
    if (!handIn || !sentence) return null;
    const start = sentence.index + sentence[0].length - sentence[0].trimStart().length;
    const used = saved.find((one) => one.text === text);
    const place = textPlace('text', words, start, sentence.index + sentence[0].length);
    const all = await services.annotating.addNote(
      teacher,
      { assignmentId: assignment.id, studentId },
      { version: handIn.version, place, text, ...(used ? { remark: used.id } : {}) },
      at,
    );
    return all.at(-1)!.id;
  }
  const notes = titled('Meander notes');
  const handed = (await services.board.as({ as: 'server' }).ofAssignment(notes, now)).filter(
    ({ record }) => record?.summary.handedInAt != null,
  );
  for (const [index, { member }] of handed.slice(0, 8).entries()) {
    const at = now - (90 - index * 6) * MINUTE_MS;
    await note(notes, member.student.id, 0, SAVED[index % 2 === 0 ? 2 : 0]!.text, at);
    if (index % 3 !== 1) await note(notes, member.student.id, 2, SAVED[index % 2 === 0 ? 5 : 3]!.text, at + MINUTE_MS);
  }

  // What came back to the student who is shown around: notes in place, one answered, and a question about the score.
  const rain = titled('Rain to river');
  const at = { assignmentId: rain.id, studentId: bao.userId };
  const before = await services.desk.look(teacher, at, now);
  if (before.row.returnedAt !== null && before.handIn) {
    const asked = await note(rain, bao.userId, 1, 'What did you see that tells you so?', ago(calendar, now, 26));
    await note(rain, bao.userId, 3, 'Good link from cause to effect, {name}.', ago(calendar, now, 26) + MINUTE_MS);
    await services.returning.giveBack(teacher, rain.id, { studentIds: [bao.userId], confirmed: true }, ago(calendar, now, 25));
    await services.annotating.ownAnswer(
      bao,
      { assignmentId: rain.id, noteId: asked! },
      'We saw it at the drain by the bridge: the water there came up within the hour.',
      ago(calendar, now, 20),
    );
    await services.annotating.ask(bao, rain.id, 'Would naming the aquifer have brought me to the next level?', ago(calendar, now, 19));
  }

  const table = titled('Flow rate table');
  await services.reviews.deal(
    teacher,
    table.id,
    {
      byRubric: false,
      each: 2,
      guidance: 'Can you follow the calculation without asking? Say one thing that is clear and one that could be clearer.',
      due: dueAt(calendar, now, 2),
      seed: 'ford',
    },
    ago(calendar, now, 30),
  );
  const { reviews } = await services.reviews.look(teacher, table.id, now);
  const WORDS = [
    'I could follow every step. The unit is missing in the last row.',
    'The table is clear. I did not see where the 12 s come from.',
    'You show one whole calculation, which helps. Round at the end, not before.',
  ];
  for (const [index, { id, reviewer }] of reviews
    .filter((one) => one.reviewer.id !== bao.userId)
    .slice(0, 9)
    .entries())
    await services.reviews.write(
      { role: 'student', userId: reviewer.id },
      id,
      { choices: {}, text: WORDS[index % WORDS.length]!, give: true, version: 1 },
      ago(calendar, now, 12 - index),
    );
}
