import { DAY_MS, HOUR_MS, type WallRemarkKind } from '@jolly/core';
import type { AssignmentReply } from '@jolly/server/dist/contract';
import { idFrom } from '@jolly/server/dist/db/id-from';
import type { Services } from '@jolly/server/dist/wiring';
import { chanceOf } from './question-parts';

const SAID: { kind: WallRemarkKind; text: string }[] = [
  { kind: 'liked', text: 'I can see at once where it drops the sand.' },
  { kind: 'question', text: 'Is the big bend the one behind the mill?' },
  { kind: 'idea', text: 'Write the names of the two bridges on it, then one finds oneself.' },
  { kind: 'liked', text: 'The colours get lighter where it gets slower. I had not thought of that.' },
  { kind: 'question', text: 'Where did you find out how deep it is at the mouth?' },
];

/** A wall with the posters of a class: most show theirs, some say something, and two remarks wait for a yes. */
export async function seedWalls(
  services: Services,
  { now, teacherId, classId, assignments }: { now: number; teacherId: string; classId: string; assignments: readonly AssignmentReply[] },
): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const assignmentId = assignments.find((one) => one.title === 'Source to mouth poster')!.id;
  const details = (await services.classes.load([classId]))[0]!;
  await services.classes.edit(teacher, classId, { wallsForFamilies: true, version: details.version });
  const id = idFrom('demo wall', assignmentId);
  const prompt = 'Walk along one river from its source to its mouth. What would you like to know of it?';
  await services.wallActs.put(
    teacher,
    classId,
    { id, assignmentId, title: 'Rivers from source to mouth', prompt, names: 'given' },
    now - 3 * DAY_MS,
  );
  const members = (await services.roster.membersOf([classId])).filter((one) => one.left === null);
  const students = members.map((one) => ({ role: 'student' as const, userId: one.student.id }));
  for (const [place, student] of students.entries()) {
    const [own] = (await services.wallReplies.look(student, id, now)).own;
    if (own?.refusal === null && chanceOf(`${place} shows`).happens(0.6))
      await services.wallActs.show(student, id, { of: { assignmentId, pieceId: null }, shown: true }, now - (40 - place) * HOUR_MS);
  }
  const { pieces } = await services.wallReplies.look(teacher, id, now);
  const said: string[] = [];
  for (const [place, { kind, text }] of SAID.entries()) {
    const piece = pieces[place < 2 ? 0 : place - 1];
    const by = piece && students.find((one, at) => at > place * 3 && !piece.by.includes(nameOf(one.userId)));
    if (!by) continue;
    const remarkId = idFrom('demo wall remark', `${place}`);
    await services.wallActs.remark(by, id, piece.id, { id: remarkId, kind, text }, now - (10 - place) * HOUR_MS);
    said.push(remarkId);
  }
  if (said.length > 2)
    await services.wallActs.judgeRemarks(teacher, id, { remarkIds: said.slice(0, -2), shown: true, word: '' }, now - HOUR_MS);

  function nameOf(userId: string): string {
    const { givenName, familyName } = members.find((one) => one.student.id === userId)!.student;
    return `${givenName} ${familyName}`.trim();
  }
}
