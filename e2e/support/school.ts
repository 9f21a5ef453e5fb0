import type { Browser, Page } from '@playwright/test';
import { asks, someone, unique } from './people';

const EVERYONE = { kind: 'everyone', laterJoiners: true };
export const paragraphs = (...lines: string[]) => ({
  type: 'doc',
  content: lines.map((text) => ({ type: 'paragraph', ...(text === '' ? {} : { content: [{ type: 'text', text }] }) })),
});
/** A worksheet with a space to answer in under each line. */
export const sheetOf = (...lines: string[]) => ({
  type: 'doc',
  content: lines.flatMap((text, index) => [
    { type: 'paragraph', content: [{ type: 'text', text }] },
    { type: 'answerSpace', attrs: { key: `space-${index}` }, content: [{ type: 'paragraph' }] },
  ]),
});

interface Named {
  id: string;
  givenName: string;
}

/** A class that is there at once, for journeys that are about something else: its teacher and students, each at a browser. */
export async function aReadyClass<Name extends string>(browser: Browser, names: readonly Name[], size?: { width: number; height: number }) {
  const teacher = await someone(browser, 'odile.finch');
  const { id: classId, joinCode } = await asks<{ id: string; joinCode: string }>(teacher, 'post', '/api/classes', { name: unique('Shore') });
  await asks(teacher, 'put', `/api/classes/${classId}/join-code`, { open: true, until: null });
  const students = {} as Record<Name, Page>;
  for (const givenName of names) {
    students[givenName] = await someone(browser, undefined, size);
    const userName = unique(givenName.toLowerCase()).replace(/\s/g, '.');
    await asks(students[givenName], 'post', `/api/join/${joinCode}`, { givenName, familyName: 'Reef', userName, password: 'compass-rose' });
  }
  const roster = await asks<Named[]>(teacher, 'get', `/api/classes/${classId}/roster`);
  const idOf = (name: Name) => roster.find((one) => one.givenName === name)!.id;
  /** Issues something to the class. @param more of the brief, and of how it is set for the class */
  const issue = async (title: string, more: { brief?: object; set?: object } = {}) => {
    const brief = {
      kind: 'assignment',
      title,
      instructions: paragraphs('Explain what the tide does to the estuary.'),
      spoken: null,
      attachments: [],
      how: 'handIn',
      accepts: ['text', 'files'],
      scoring: { by: 'points' },
      points: 20_000,
      aims: [],
      minutes: null,
      rounds: null,
      lateRule: null,
      standingHolds: true,
      ...more.brief,
    };
    const set = {
      classId,
      opens: null,
      due: Date.now() + 3 * 86_400_000,
      closes: null,
      unitId: null,
      categoryId: null,
      countsInTotals: true,
      bonus: false,
      audience: EVERYONE,
      groupingId: null,
      ...more.set,
    };
    const { id, version, classes } = await asks<{ id: string; version: number; classes: { assignmentId: string }[] }>(teacher, 'post', '/api/briefs', {
      ...brief,
      classes: [set],
      fromShelf: null,
    });
    await asks(teacher, 'post', `/api/briefs/${id}/issue`, { version, at: null });
    return { briefId: id, id: classes[0]!.assignmentId };
  };
  return { teacher, classId, students, idOf, issue };
}
