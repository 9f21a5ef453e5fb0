import { addSchoolDays, HOUR_MS, textOf, type RichText, type Rubric, type SchoolCalendar } from '@jolly/core';
import type { AssignmentReply, Attachment, BriefBody, BriefRequest, SetFor } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import type { Services } from '@jolly/server/dist/wiring';
import { randomUUID } from 'node:crypto';
import { ago, dueAt } from './school-days';
import { seedGroupDates } from '@jolly/server/dist/features/exceptions/exceptions.seed';
import { setFor } from './set-for';

const levels = (descriptors: [string, string, string, string], points: [number, number, number, number]) =>
  ['Begun', 'Nearly there', 'Secure', 'Goes further'].map((name, index) => ({
    id: randomUUID(),
    name,
    descriptor: descriptors[index]!,
    points: points[index]! * 1000,
    upTo: null,
  }));

/** The rubric of the Rivers class for things that are built. */
export const MODELS: Rubric = {
  name: 'Models',
  criteria: [
    {
      id: randomUUID(),
      name: 'Shape of the valley',
      weight: 1000,
      aims: ['explain a process'],
      levels: levels(
        [
          'flat, or cannot be told from any other valley',
          'has slopes and a bed',
          'slopes, bed and banks as we measured them',
          'shows how each bend got its shape',
        ],
        [1, 4, 7, 9],
      ),
    },
    {
      id: randomUUID(),
      name: 'Wearing away and dropping',
      weight: 1000,
      aims: ['explain a process'],
      levels: levels(
        ['not shown', 'one of the two is shown', 'both are shown where they happen', 'both, and where one turns into the other'],
        [0, 3, 6, 8],
      ),
    },
    {
      id: randomUUID(),
      name: 'Labels in your own words',
      weight: 1000,
      aims: ['use evidence'],
      levels: levels(['none, or copied', 'names the parts', 'says what happens there', 'says how you know'], [0, 3, 5, 7]),
    },
    {
      id: randomUUID(),
      name: 'Care',
      weight: 1000,
      aims: [],
      levels: levels(['falls apart', 'holds together', 'clean and to scale', 'could stand in the hall'], [1, 3, 5, 6]),
    },
  ],
};

/** The rubric of the Rivers class for what is explained in words. */
export const EXPLAINING: Rubric = {
  name: 'Explaining',
  criteria: [
    {
      id: randomUUID(),
      name: 'Observation',
      weight: 1000,
      aims: ['use evidence'],
      levels: levels(
        [
          'Says what rivers do in general.',
          'Records something that was seen.',
          'Records what was seen at most stations, with a measurement.',
          'Every claim stands on something seen or measured.',
        ],
        [2, 4, 6, 8],
      ),
    },
    {
      id: randomUUID(),
      name: 'Explanation',
      weight: 1000,
      aims: ['explain a process'],
      levels: levels(
        [
          'Names the process.',
          'Says what happens, not why.',
          'Says why, with a gap in the chain.',
          'Explains the process and ties it to evidence from the field.',
        ],
        [2, 4, 6, 8],
      ),
    },
    {
      id: randomUUID(),
      name: 'Terms',
      weight: 1000,
      aims: [],
      levels: levels(
        ['Everyday words only.', 'One or two terms.', 'Most terms, used rightly.', 'The right term in every place.'],
        [1, 2, 3, 4],
      ),
    },
  ],
};

/** What an assignment of the demo has beyond its words: how it is scored, what goes with it, how long it takes. */
export function extrasOf(title: string, points: number | null): Partial<BriefBody> {
  const minutes: Record<string, number> = {
    'Valley model': 80,
    'Flood diary': 60,
    'Estuary reading': 25,
    'Route card': 45,
    'Pressure map': 40,
    'What the forecast missed': 50,
    'Storm log, week 10': 30,
  };
  const link = (name: string, url: string): Attachment => ({
    id: randomUUID(),
    kind: 'link',
    title: name,
    url,
    use: 'toRead',
    example: false,
  });
  const explained: Partial<BriefBody> = { scoring: { by: 'rubric', rubric: EXPLAINING, shelfId: null } };
  const more: Record<string, Partial<BriefBody>> = {
    'Meander notes': explained,
    'Rain to river': { ...explained, familyTick: true },
    'Valley model': {
      scoring: { by: 'rubric', rubric: MODELS, shelfId: null },
      accepts: ['text', 'photos'],
      aims: ['explain a process', 'use evidence'],
      attachments: [
        {
          id: randomUUID(),
          kind: 'worksheet',
          title: 'Label sheet',
          text: sheetOf('What is here:', 'What happens here:', 'How I know:'),
          use: 'oneEach',
          example: false,
        },
        link('Valleys seen from above', 'https://valleys.example/above'),
      ],
    },
    'Estuary reading': {
      aims: ['ask a good question'],
      otherWords: {
        fr: {
          title: 'Lire un estuaire',
          instructions: textOf('Lisez les deux pages sur l’estuaire. Notez trois questions auxquelles le texte ne répond pas.'),
          spoken: null,
        },
        ar: {
          title: 'قراءة عن المصب',
          instructions: textOf('اقرأ الصفحتين عن مصب النهر، واكتب ثلاثة أسئلة لا يجيب عنها النص.'),
          spoken: null,
        },
      },
    },
    'Route card': { aims: ['plan a journey'], attachments: [link('Walking times', 'https://paths.example/times')] },
    'Field safety card': { scoring: { by: 'done' } },
  };
  return { scoring: { by: points === null ? 'none' : 'points' }, minutes: minutes[title] ?? null, ...more[title] };
}

/** A worksheet with a space to answer in under each line. */
export function sheetOf(...lines: string[]): RichText {
  const content = lines.flatMap((line, index) => [
    { type: 'paragraph', content: [{ type: 'text', text: line, marks: [{ type: 'bold' }] }] },
    { type: 'answerSpace', attrs: { key: `space-${index + 1}` }, content: [{ type: 'paragraph' }] },
  ]);
  return { type: 'doc', content };
}

interface Setting {
  services: Services;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  colleagueId: string;
  /** class ids by name */
  classIds: Record<string, string>;
  idOf: Map<string, string>;
  assignments: AssignmentReply[];
  filedIn: Record<string, { unitIds: string[] }>;
}

/** Group dates, a handout, something timed, a request for more time, and a shelf to take from. */
export async function seedPlanning({
  services,
  calendar,
  now,
  teacherId,
  colleagueId,
  classIds,
  idOf,
  assignments,
  filedIn,
}: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const titled = (title: string) => assignments.find((one) => one.title === title)!;
  const set = (className: string, more: Partial<SetFor> = {}) => setFor(classIds[className]!, more);
  const brief = async (body: Partial<BriefBody>, classes: SetFor[], at: number | null): Promise<void> => {
    const request: BriefRequest = { ...BLANK_BRIEF, ...body, classes, fromShelf: null };
    const { id, version } = await services.briefs.draft(teacher, request, ago(calendar, now, 26));
    await services.briefs.setIssue(teacher, id, version, at, ago(calendar, now, 26));
  };
  const estuary = textOf(
    'An estuary is where a river and the tide meet. Twice a day the sea pushes in, the river slows down, and what it carried sinks.\n\nRead pages 2 to 4, and look at the two pictures: the same place at low and at high water.',
  );
  await brief(
    { kind: 'handout', title: 'Estuary sheet', instructions: estuary },
    [set('Rivers 8', { unitId: filedIn['Rivers 8']!.unitIds[2]! })],
    ago(calendar, now, 25),
  );
  const tides = addSchoolDays(calendar, titled('Estuary reading').due ?? now, 3);
  await brief(
    {
      title: 'Tide tables',
      instructions: textOf('Read the tide table for our harbour and mark when you could cross the sands.'),
      points: 15_000,
      minutes: 40,
      aims: ['use evidence'],
    },
    [set('Rivers 8', { due: tides }), set('Maps 10', { due: addSchoolDays(calendar, tides, 1) })],
    dueAt(calendar, now, 1) - 7 * HOUR_MS,
  );

  const model = titled('Valley model');
  const groups = await services.groups.membershipsOf([classIds['Rivers 8']!]);
  const group = groups.find((one) => one.name === 'Group 3');
  if (group && model.due !== null)
    await seedGroupDates(
      services,
      [
        {
          assignmentId: model.id,
          groupId: group.groupId,
          due: addSchoolDays(calendar, model.due, 1) - 3.5 * HOUR_MS,
          reason: 'Their lab is on another day',
        },
      ],
      teacherId,
      ago(calendar, now, 30),
    );
  const student = { role: 'student' as const, userId: idOf.get('Anouk Brandt')! };
  const asks = ['Estuary reading', 'Flood diary'].map(titled).find((one) => one.due !== null && one.issuedAt !== null);
  if (asks?.due != null)
    await services.extensions
      .ask(
        student,
        asks.id,
        { reason: 'We are at my grandmother’s until Sunday and the sheet is at home.', wantedDue: addSchoolDays(calendar, asks.due, 2) },
        ago(calendar, now, 3),
      )
      // Whoever has handed it in already need not ask.
      .catch(() => undefined);

  const keep = (title: string, folder: string, tags: string[], body: Parameters<Services['shelf']['keep']>[1]['body']) =>
    services.shelf.keep(teacher, { title, folder, tags, body }, null, now - 60 * 24 * HOUR_MS);
  await keep('Models', 'Rubrics', ['building'], { kind: 'rubric', rubric: MODELS });
  const sheet = await keep('Field notes sheet', 'Worksheets', ['field work'], {
    kind: 'worksheet',
    text: textOf('Place and time:\n\nWhat I measured:\n\nWhat surprised me:'),
  });
  const { kind: _, ...rest } = BLANK_BRIEF;
  await keep('Flow rate table', 'Rivers', ['measuring', 'field work'], {
    kind: 'assignment',
    brief: {
      ...rest,
      kind: 'assignment',
      title: 'Flow rate table',
      instructions: textOf('Turn your float times into speeds. Show one calculation in full and hand in the table.'),
      points: 20_000,
    },
    window: null,
    termStart: null,
  });
  const kept = await services.shelf.one(teacher, sheet.id);
  await services.shelf.change(
    teacher,
    sheet.id,
    { title: kept.title, folder: kept.folder, tags: kept.tags, body: kept.body, sharedWith: [colleagueId], version: kept.version },
    now - 50 * 24 * HOUR_MS,
  );
}
