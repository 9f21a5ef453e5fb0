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
  const { id: classId, joinCode } = await asks<{ id: string; joinCode: string }>(teacher, 'post', '/api/classes', {
    name: unique('Shore'),
  });
  await asks(teacher, 'put', `/api/classes/${classId}/join-code`, { open: true, until: null, asksNumber: false });
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
      roundRule: 'latest',
      quiz: null,
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
    const { id, version, classes } = await asks<{ id: string; version: number; classes: { assignmentId: string }[] }>(
      teacher,
      'post',
      '/api/briefs',
      {
        ...brief,
        classes: [set],
        fromShelf: null,
      },
    );
    await asks(teacher, 'post', `/api/briefs/${id}/issue`, { version, at: null });
    return { briefId: id, id: classes[0]!.assignmentId };
  };
  return { teacher, classId, students, idOf, issue };
}

const level = (name: string, points: number) => ({
  id: `${name}-${points}`,
  name,
  descriptor: `${name}: what that looks like here.`,
  points: points * 1000,
  upTo: null,
});
/** A rubric of three criteria with four levels each, 20 points in all. */
export const RUBRIC = {
  name: 'Explaining',
  criteria: ['Observation', 'Explanation', 'Terms'].map((name, index) => ({
    id: `criterion-${index}`,
    name,
    weight: 1000,
    aims: [],
    levels: [1, 2, 3, 4].map((step) => level(`${name} ${step}`, index === 2 ? step : step * 2)),
  })),
};

/** A picture of one colour, large enough to point at. */
export const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** A PDF of empty pages. */
export function aPdf(pages = 1): Buffer {
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    `<</Type/Pages/Kids[${Array.from({ length: pages }, (_, page) => `${page + 3} 0 R`).join(' ')}]/Count ${pages}>>`,
    ...Array.from({ length: pages }, () => '<</Type/Page/Parent 2 0 R/MediaBox[0 0 420 595]>>'),
  ];
  let text = '%PDF-1.4\n';
  const at = objects.map((body, index) => {
    const start = text.length;
    text += `${index + 1} 0 obj${body}endobj\n`;
    return start;
  });
  const table = text.length;
  text += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${at.map((start) => `${String(start).padStart(10, '0')} 00000 n \n`).join('')}trailer<</Size ${objects.length + 1}/Root 1 0 R>>\nstartxref\n${table}\n%%EOF`;
  return Buffer.from(text);
}

/** Hands in at once, for journeys about what comes after. */
export async function handsIn(
  student: Page,
  assignmentId: string,
  work: { text?: string; file?: { name: string; mimeType: string; buffer: Buffer } },
): Promise<void> {
  const own = `/api/my/work/${assignmentId}`;
  const { draft } = await asks<{ draft: { version: number } }>(student, 'get', own);
  if (work.text) await asks(student, 'put', `${own}/text`, { text: paragraphs(work.text), version: draft.version });
  if (work.file) {
    const { csrf } = (await (await student.request.get('/api/session')).json()) as { csrf: string };
    await student.request.post(`${own}/files`, { headers: { 'X-CSRF-Token': csrf }, multipart: { file: work.file } });
  }
  await asks(student, 'post', `${own}/hand-in`);
}
