import { localDateAt, type Question } from '@jolly/core';
import type { AssignmentReply } from '@jolly/server/dist/contract';
import { answerTo, ask, chanceOf, choice, gap, idOf, type Setting } from './question-parts';
import { dueAt } from './school-days';

type Needed = Pick<Setting, 'services' | 'calendar' | 'teacherId' | 'colleagueId' | 'classId' | 'now' | 'students'>;
/** Questions that are kept from a quiz, and one of them that is to be taught again. */
interface Kept {
  asked: Question[];
  from: AssignmentReply;
  tags: string[];
  again: Question | null;
}

// What a colleague keeps and shares.
const SHARED: Question[] = [
  choice('A map is drawn 1 : 25,000. How far is 4 cm on it?', ['1 km', '4 km', '100 m'], 0, 1, { aims: ['plan a journey'] }),
  ask('Contour lines that lie close together mean a ___ slope.', 1, { kind: 'gaps', gaps: [gap(['steep'])] }, { aims: ['plan a journey'] }),
];

/** Questions beside the quizzes: what is kept and shared, what is noted in the plan, and what was asked in the last lesson. */
export async function seedQuestions(needed: Needed, all: readonly Kept[]): Promise<void> {
  const { services, calendar, teacherId, colleagueId, classId, now } = needed;
  const keep = (userId: string, questions: Question[], tags: string[], more: { from?: string; sharedWith?: string[] } = {}) =>
    services.questionStore.keep(
      { role: 'teacher', userId },
      { questions, tags, sharedWith: more.sharedWith ?? [], from: more.from ?? null },
      now - 6 * 86_400_000,
    );
  const note = (day: string | null, text: string, assignmentId: string | null, questionId: string | null) =>
    services.planNotes.write({ role: 'teacher', userId: teacherId }, classId, { day, text, assignmentId, questionId }, now);
  for (const { asked, from, tags, again } of all) {
    await keep(teacherId, asked, tags, { from: from.briefId });
    const day = localDateAt(calendar.zone, dueAt(calendar, now, 1));
    if (again) await note(day, 'Teach again: which stream carries most mud', from.id, again.id);
  }
  await keep(colleagueId, SHARED, ['maps'], { sharedWith: [teacherId] });
  await note(null, 'Ask Marek for the film of the ford', null, null);
  await seedLesson(needed, dueAt(calendar, now, -1));
}

/** One question that was asked in a lesson, with its key shown. */
async function seedLesson({ services, teacherId, classId, students }: Needed, at: number): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const asked = choice('Where is the water of a river fastest?', ['In the middle, near the surface', 'At the bed', 'At the banks'], 0, 1, {
    explanation: 'Bed and banks hold the water back.',
  });
  const { id } = await services.liveQuestions.ask(teacher, classId, { question: asked, names: true, mayChange: true }, at);
  for (const [place, { id: userId, diligence }] of students.entries()) {
    const chance = chanceOf(`${place} in the lesson`);
    if (chance.happens(0.9))
      await services.liveQuestions.answer(
        { role: 'student', userId },
        id,
        answerTo(asked, chance, diligence - 0.3) ?? idOf('At the bed'),
        at,
      );
  }
  await services.liveQuestions.step(teacher, id, { spread: true, key: true, ended: true }, at);
}
