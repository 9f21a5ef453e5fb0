import { fieldId, MINUTE_MS, textOf, type PaperObject, type PaperPlace, type SchoolCalendar } from '@jolly/core';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import type { Services } from '@jolly/server/dist/wiring';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { PDFDocument, rgb, StandardFonts } from 'pdf-lib';
import { ago, dueAt } from './school-days';
import { setFor } from './set-for';

const INK = rgb(0.08, 0.15, 0.18);
const ATTACHMENT = '8d1f5c0a-3f44-4f0e-8a66-6b8b51c7a0d2';
const PLACES = ['Source', 'Meander', 'Mouth'].map((label, index): PaperPlace => ({
  id: `3c6e0b8a-9c15-4a1b-8d7e-2f00000000${index}0`,
  page: 1,
  kind: 'words',
  x: [1150, 4350, 7350][index]!,
  y: 5950,
  width: 2000,
  height: 300,
  label,
}));

/** A worksheet as teachers have them: a river from above to label, questions with lines, and a form for name and date. */
async function worksheet(): Promise<Uint8Array> {
  const doc = await PDFDocument.create({ updateMetadata: false });
  const [font, bold] = [await doc.embedFont(StandardFonts.Helvetica), await doc.embedFont(StandardFonts.HelveticaBold)];
  const first = doc.addPage([595, 842]);
  const say = (page: typeof first, text: string, x: number, y: number, size = 12, face = font) =>
    page.drawText(text, { x, y, size, font: face, color: INK });
  say(first, 'A river from above', 48, 770, 22, bold);
  say(first, 'Name', 48, 732, 11);
  say(first, 'Checked by a partner', 390, 732, 11);
  say(first, '1  Write what each part is called. Colour the slow water blue.', 48, 690, 12);
  first.drawSvgPath('M40 60C120 60 90 150 180 150C270 150 230 60 320 90C400 116 360 230 440 250C480 260 500 250 520 250', {
    x: 40,
    y: 660,
    borderColor: rgb(0.17, 0.48, 0.69),
    borderWidth: 9,
  });
  first.drawSvgPath('M150 20L180 -30L210 20ZM190 20L230 -50L270 20Z', { x: -80, y: 616, borderColor: INK, borderWidth: 1.5 });
  for (const [letter, x, y] of [
    ['a', 58, 592],
    ['b', 392, 516],
    ['c', 556, 424],
  ] as const)
    say(first, letter, x, y, 14, bold);
  for (const [letter, x] of [
    ['a', 52],
    ['b', 242],
    ['c', 420],
  ] as const)
    say(first, letter, x, 322, 14, bold);
  say(first, '2  Where does the river drop what it carries? Draw an arrow, and say why there.', 48, 250);
  const second = doc.addPage([595, 842]);
  say(second, '3  Draw the valley as you see it at the ford.', 48, 770);
  second.drawRectangle({ x: 48, y: 420, width: 499, height: 330, borderColor: INK, borderWidth: 1 });
  say(second, '4  What would you measure next time?', 48, 380);
  for (const y of [345, 315, 285]) second.drawLine({ start: { x: 48, y }, end: { x: 547, y }, thickness: 0.5, color: INK });
  for (const page of [first, second])
    for (const y of page === first ? [215, 185, 155] : [])
      page.drawLine({ start: { x: 48, y }, end: { x: 547, y }, thickness: 0.5, color: INK });
  const form = doc.getForm();
  form.createTextField('Name').addToPage(first, { x: 86, y: 725, width: 220, height: 22, borderWidth: 0.5 });
  form.createCheckBox('Checked by a partner').addToPage(first, { x: 510, y: 728, width: 16, height: 16, borderWidth: 0.5 });
  return doc.save();
}

const label = (index: number, value: string): PaperObject => ({ ...PLACES[index]!, kind: 'answer', tick: false, value }) as PaperObject;
const words = (text: string, y: number, page = 1): PaperObject => ({
  id: randomUUID(),
  page,
  kind: 'text',
  x: 850,
  y,
  width: 8300,
  size: 230,
  ink: 'blue',
  text,
});
/** A line as a hand draws it: along a curve, never quite the same. */
const wave = (page: number, from: [number, number], to: [number, number], tool: 'pen' | 'marker' = 'pen'): PaperObject => ({
  id: randomUUID(),
  page,
  kind: 'stroke',
  tool,
  ink: tool === 'marker' ? 'blue' : 'ink',
  width: tool === 'marker' ? 220 : 45,
  points: Array.from({ length: 24 }, (_, n) => [
    Math.round(from[0] + ((to[0] - from[0]) * n) / 23),
    Math.round(from[1] + ((to[1] - from[1]) * n) / 23 + 60 * Math.sin(n / 2.2)),
  ]).flat(),
});
const name = (text: string): PaperObject => ({
  id: fieldId('Name'),
  page: 1,
  kind: 'answer',
  x: 1445,
  y: 1128,
  width: 3697,
  height: 261,
  tick: false,
  value: text,
});

interface Setting {
  services: Services;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  classId: string;
  idOf: Map<string, string>;
}

/** A worksheet on paper of which each student has a copy: some have begun, one has handed it in. */
export async function seedPapers({ services, calendar, now, teacherId, classId, idOf }: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const issuedAt = ago(calendar, now, 20);
  const stored = await services.fileStore.keep(Readable.from([Buffer.from(await worksheet())]));
  const file = await services.keptFiles.keep(teacher, { ...stored, name: 'river-from-above.pdf' }, issuedAt);
  const { id, version, classes } = await services.briefs.draft(
    teacher,
    {
      ...BLANK_BRIEF,
      title: 'A river from above',
      instructions: textOf(
        'Label the river, draw the valley at the ford, and answer in your own words. Write and draw straight on the sheet.',
      ),
      attachments: [
        {
          id: ATTACHMENT,
          kind: 'file',
          title: 'A river from above',
          file,
          use: 'oneEach',
          example: false,
          paper: { places: PLACES, stickers: [] },
        },
      ],
      accepts: ['text', 'photos'],
      points: 10_000,
      minutes: 25,
      classes: [setFor(classId, { due: dueAt(calendar, now, 4) })],
      fromShelf: null,
    },
    issuedAt,
  );
  await services.briefs.setIssue(teacher, id, version, issuedAt, issuedAt);
  const assignmentId = classes[0]!.assignmentId;
  const write = (who: string, at: number, put: PaperObject[]) =>
    services.working.writeOnPaper(
      { role: 'student', userId: idOf.get(who)! },
      { assignmentId, attachmentId: ATTACHMENT },
      { seen: 0, writer: randomUUID(), put, drop: [] },
      at,
    );
  await write('Bao Lindqvist', ago(calendar, now, 3), [
    name('Bao Lindqvist'),
    label(0, 'spring'),
    wave(1, [3200, 3950], [4400, 3900], 'marker'),
  ]);
  const at = ago(calendar, now, 6);
  await write('Anouk Brandt', at, [
    name('Anouk Brandt'),
    label(0, 'source'),
    label(1, 'meander'),
    label(2, 'mouth'),
    wave(1, [3200, 3950], [4400, 3900], 'marker'),
    words('On the inside of the bend, because the water is slow there and cannot carry the sand any more.', 7180),
    wave(2, [1000, 3600], [9000, 3300]),
    wave(2, [1000, 4300], [9000, 4000]),
    wave(2, [4200, 1700], [5600, 4400], 'marker'),
    { id: randomUUID(), page: 2, kind: 'sticker', sticker: 'sun', x: 8300, y: 1700, size: 1000 },
    words('The speed at the bend, inside and outside, to see the difference.', 5650, 2),
  ]);
  await services.working.handIn({ role: 'student', userId: idOf.get('Anouk Brandt')! }, assignmentId, null, at + 30 * MINUTE_MS);
}
