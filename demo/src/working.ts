import { HOUR_MS, MINUTE_MS, textOf, type SchoolCalendar } from '@jolly/core';
import type { AssignmentReply } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import type { Services } from '@jolly/server/dist/wiring';
import { ago, dueAt } from './school-days';
import { setFor } from './set-for';
import { LAB_GROUPS } from './setup';
import { seedPapers } from './papers';
import { sheetOf } from './planning';

interface Setting {
  services: Services;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  /** class ids by name */
  classIds: Record<string, string>;
  idOf: Map<string, string>;
  assignments: AssignmentReply[];
}

/** A piece that groups work on with one worksheet each, a conversation, and how it went for some. */
export async function seedWorking({ services, calendar, now, teacherId, classIds, idOf, assignments }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const student = (name: string) => ({ role: 'student' as const, userId: idOf.get(name)! });
  const classId = classIds['Rivers 8']!;
  const lab = (await services.groups.list(teacher, classId, now)).find((one) => one.name === LAB_GROUPS.name)!;
  const issuedAt = ago(calendar, now, 28);
  const { id, version, classes } = await services.briefs.draft(
    teacher,
    {
      ...BLANK_BRIEF,
      title: 'Ford survey report',
      instructions: textOf(
        'Write up together what your group measured at the ford: what you did, what you found, and what you would do another time. One report for the group.',
      ),
      attachments: [
        {
          id: '5b2f6c1e-7a55-4c1c-9f0e-3f6f1c5d2a10',
          kind: 'worksheet',
          title: 'Depths across the ford',
          text: sheetOf('Depth every half metre:', 'Deepest place:'),
          use: 'onePerGroup',
          example: false,
        },
      ],
      accepts: ['text', 'files'],
      points: 20_000,
      minutes: 40,
      classes: [setFor(classId, { due: dueAt(calendar, now, 3), groupingId: lab.id })],
      fromShelf: null,
    },
    issuedAt,
  );
  await services.briefs.setIssue(teacher, id, version, issuedAt, issuedAt);
  const survey = classes[0]!.assignmentId;
  const mates = lab.groups.map((group) => group.studentIds);
  for (const [index, members] of mates.slice(0, 3).entries()) {
    const at = ago(calendar, now, 5 - index);
    const [first, second] = members.map((userId) => ({ role: 'student' as const, userId }));
    const one = 'We measured the depth at the ford every half metre from the left bank, with a pole and a rope.';
    const two = 'In the middle the current pushed the pole, so we read each depth twice and took the mean.';
    await services.working.saveText(first!, survey, { text: textOf(one), version: 0 }, at);
    await services.working.saveText(second!, survey, { text: textOf(`${one}\n${two}`), version: 1 }, at + 20 * MINUTE_MS);
    if (index === 0) await services.working.handIn(second!, survey, null, at + 40 * MINUTE_MS);
  }

  const model = assignments.find((one) => one.title === 'Valley model')!;
  const about = { assignmentId: model.id, studentId: student('Bao Lindqvist').userId };
  await services.talking.send(
    student('Bao Lindqvist'),
    about,
    { text: 'May I show the valley when it is flooded too?', fileIds: [] },
    ago(calendar, now, 4),
  );
  await services.talking.send(
    teacher,
    about,
    { text: 'Yes, as a second photograph. Say in a label what has changed.', fileIds: [] },
    ago(calendar, now, 2),
  );
  const ways = ['flowed', 'hardGoing', 'flowed', 'stuck'] as const;
  const lines = ['', 'The scale took me longest', '', 'I could not find the water line on my photo'];
  const sketch = assignments.find((one) => one.title === 'River cross-section sketch')!;
  const handed = (await services.board.as({ as: 'server' }).ofAssignment(sketch, now))
    .filter(({ record }) => record?.summary.handedInAt != null)
    .slice(0, ways.length);
  for (const [index, { member }] of handed.entries())
    await services.working.sayHowItWent(
      { role: 'student', userId: member.student.id },
      sketch.id,
      { how: ways[index]!, line: lines[index]! },
      now - HOUR_MS,
    );
  await seedPapers({ services, calendar, now, teacherId, classId, idOf });
}
