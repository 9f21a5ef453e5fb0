import { expect, test, type Locator, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { choose, fileInput } from '../support/fields';
import { aFamilyOf, asks, press, type, unique } from '../support/people';
import { aReadyClass, PICTURE } from '../support/school';

interface Brief {
  id: string;
  version: number;
  elsewhere: number;
  classes: { classId: string; assignmentId: string; closes: number | null }[];
}
const PHONE = { width: 390, height: 844 };

/** Writes one question after its key has been pressed: what is asked, then its own fields, and Escape back to the row. */
async function writes(page: Page, key: string, asked: string, own: (editor: Locator) => Promise<void> = async () => undefined) {
  await page.keyboard.press(key);
  const editor = page.getByRole('group', { name: /^Question \d+$/ });
  await expect(editor.getByRole('textbox', { name: /^What question \d+ asks$/ })).toBeFocused();
  await page.keyboard.type(asked);
  await own(editor);
  await page.keyboard.press('Escape');
  await expect(editor).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Questions' })).toContainText(asked.replace('___', '').trim().split('  ')[0]!);
}
const fills =
  (label: string, ...texts: string[]) =>
  async (editor: Locator): Promise<void> => {
    for (const [index, text] of texts.entries())
      await type(editor.getByRole('textbox', { name: label.replace('#', String(index + 1)), exact: true }), text);
  };
const ticks = (editor: Locator, name: string) => editor.getByRole('checkbox', { name }).press('Space');
const takes = async (editor: Locator, gap: number, text: string) => {
  const field = editor.getByRole('combobox', { name: `What counts in gap ${gap}` });
  await field.focus();
  await field.page().keyboard.type(text);
  await field.press('Enter');
  // The list that proposes would take the Escape that ends the question.
  await field.press('Tab');
};
const on = (page: Page) => press(page.getByRole('button', { name: /^(Next|Look over and hand in)/ }));
const handsIn = async (page: Page) => {
  await press(page.getByRole('button', { name: 'Hand in', exact: true }));
  await expect(page.getByText(/^Handed in .* receipt /)).toBeVisible();
};

test('a quiz of all kinds is made by keyboard, taken by phone, broken line and two devices, settled afterwards, and returned once', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const { teacher, classId, students, idOf } = await aReadyClass(browser, ['Ada', 'Ben', 'Cleo', 'Dov'], PHONE);
  const other = await aReadyClass(browser, ['Eve']);
  for (const page of [teacher, ...Object.values(students)]) page.context().setDefaultTimeout(20_000);
  await asks(teacher, 'post', '/api/standing-exceptions', {
    studentIds: [idOf('Ada')],
    kind: 'none',
    amount: 0,
    validFrom: null,
    validTo: null,
    reason: 'reads slowly',
    quizTimePercent: 125_000,
    waivesLate: false,
    classIds: [classId],
  });

  // Made by keyboard; the key of the first question is wrong.
  const title = unique('Stream check');
  await teacher.goto(`/quiz?class=${classId}`);
  await type(teacher.getByLabel('Title'), title);
  await teacher.waitForURL(/\/quiz\/[\w-]{36}/);
  const briefId = /quiz\/([\w-]{36})/.exec(teacher.url())![1]!;
  await teacher.getByRole('button', { name: /^One answer/ }).focus();
  await writes(teacher, '1', 'Where is mud dropped?', async (editor) => {
    await fills('Option #', 'Inside', 'Outside', 'At the spring')(editor);
    await ticks(editor, 'Option 2 is right');
  });
  await writes(teacher, '2', 'Which are rocks?', async (editor) => {
    await fills('Option #', 'Chalk', 'Flint', 'Foam', 'Mist')(editor);
    await ticks(editor, 'Option 1 is right');
    await ticks(editor, 'Option 2 is right');
  });
  await writes(teacher, '3', 'Meanders move.', async (editor) => {
    await editor.getByRole('radio', { name: 'True' }).press('Space');
  });
  await writes(teacher, '4', 'Grit wears the bed by ___.', (editor) => takes(editor, 1, 'abrasion'));
  await writes(teacher, '6', 'How deep is it?', fills('Number # that counts', '0.625'));
  await writes(teacher, '7', 'What lies where?', async (editor) => {
    await fills('Pair #, at left', 'Delta', 'Gorge', 'Oxbow')(editor);
    await fills('Pair #, belongs to it', 'mouth', 'hills', 'plain')(editor);
  });
  await writes(teacher, '8', 'From source to sea', fills('Number # in the order', 'Spring', 'Meander', 'Delta'));
  await writes(teacher, '9', 'Where is the bank?', async (editor) => {
    await fileInput(editor, 'Choose a picture').setInputFiles({ name: 'map.png', mimeType: 'image/png', buffer: PICTURE });
    await press(editor.getByRole('button', { name: '+ a part that counts' }));
  });
  await writes(teacher, '0', 'Why does it bend?');
  await writes(teacher, 'f', 'Your photo of it');
  await writes(teacher, 'd', 'Draw the bend');
  await writes(teacher, 'r', 'Say it aloud');
  await teacher.keyboard.press('p');
  await type(teacher.getByLabel('Cells of a spreadsheet'), 'Running water on land\triver; stream');
  await press(teacher.getByRole('button', { name: 'Take the question' }));
  await expect(teacher.getByText('13 questions · 13 points')).toBeVisible();
  // Nothing is wrong with the questions; what is said is about the dates that are still to come.
  await expect(teacher.getByText(/^It never closes/)).toBeVisible();
  await expect(teacher.getByText(/^Question \d+:/)).toHaveCount(0);

  // A limit, two classes, and out.
  await press(teacher.getByRole('button', { name: 'Change…' }).first());
  await type(teacher.getByLabel('Time', { exact: true }), '20');
  await teacher.keyboard.press('Escape');
  await expect(teacher.getByText('20 min, Ada 25')).toBeVisible();
  await teacher.goto(`/compose/${briefId}`);
  const all = await asks<{ id: string; label: string }[]>(teacher, 'get', '/api/classes');
  await choose(teacher, '+ another class', all.find((one) => one.id === other.classId)!.label);
  await press(teacher.getByRole('button', { name: 'Issue to 5 students' }));
  await teacher.waitForURL(/\/assignments\/[\w-]{36}/);
  const brief = await asks<Brief>(teacher, 'get', `/api/briefs/${briefId}`);
  const id = brief.classes.find((one) => one.classId === classId)!.assignmentId;
  const quiz = `/work/${id}/quiz`;

  // Ada takes it on a phone, with the longer time that she has.
  const { Ada: ada, Ben: ben, Cleo: cleo, Dov: dov } = students;
  await ada.goto(quiz);
  await expect(ada.getByText('you have 25 minutes: 125 %')).toBeVisible();
  await press(ada.getByRole('button', { name: 'Begin the quiz' }));
  await ada.getByRole('radio', { name: 'Inside' }).press('Space');
  await on(ada);
  for (const rock of ['Chalk', 'Flint']) await ada.getByRole('checkbox', { name: rock }).press('Space');
  await on(ada);
  await ada.getByRole('radio', { name: 'True' }).press('Space');
  await on(ada);
  await type(ada.getByLabel('Gap 1'), 'Abrasion');
  await on(ada);
  await type(ada.getByRole('textbox', { name: 'How deep is it?' }), '5/8');
  await on(ada);
  for (const [left, right] of [
    ['Delta', 'mouth'],
    ['Gorge', 'hills'],
    ['Oxbow', 'plain'],
  ] as const)
    await choose(ada, left, right);
  await on(ada);
  // Put in order by its buttons, whatever order it came in.
  for (const what of ['Meander', 'Delta'])
    for (let down = ada.getByRole('button', { name: `Move down: ${what}` }); await down.isEnabled();) await press(down);
  await on(ada);
  // The keys begin in the middle of the picture, which belongs to the part that counts.
  await ada.getByRole('application').press('ArrowRight');
  await on(ada);
  await type(ada.getByRole('textbox', { name: 'Why does it bend?' }), 'Fast water wears the outside away.');
  for (let rest = 0; rest < 4; rest++) await on(ada);
  await type(ada.getByRole('textbox', { name: 'Running water on land' }), 'stream');
  await on(ada);
  await expect(ada.getByText('3 questions have no answer.')).toBeVisible();
  await handsIn(ada);

  // Ben loses the line, goes on, closes the page, and it is all there.
  await ben.goto(quiz);
  await press(ben.getByRole('button', { name: 'Begin the quiz' }));
  await ben.context().setOffline(true);
  await ben.getByRole('radio', { name: 'Inside' }).press('Space');
  await expect(ben.getByText('No line at present. Go on')).toBeVisible();
  await on(ben);
  await ben.getByRole('checkbox', { name: 'Chalk' }).press('Space');
  await ben.context().setOffline(false);
  await expect(ben.getByText(/^Saved \d/)).toBeVisible();
  await ben.reload();
  await expect(ben.getByRole('button', { name: 'Question 2, answered' })).toBeVisible();
  await press(ben.getByRole('button', { name: 'Question 9, not answered' }));
  await type(ben.getByRole('textbox', { name: 'Why does it bend?' }), 'Because.');
  await press(ben.getByRole('button', { name: 'Question 13, not answered' }));
  await on(ben);
  await handsIn(ben);

  // Cleo begins at one device and goes on at another; both give an answer to one question without knowing of each other.
  await cleo.goto(quiz);
  await press(cleo.getByRole('button', { name: 'Begin the quiz' }));
  await expect(cleo.getByRole('radio', { name: 'Inside' })).toBeVisible();
  const laptop = await cleo.context().newPage();
  await laptop.addInitScript(() => localStorage.clear());
  await laptop.goto(quiz);
  await expect(laptop.getByRole('radio', { name: 'Inside' })).toBeVisible();
  await cleo.getByRole('radio', { name: 'At the spring' }).press('Space');
  await expect(cleo.getByText(/^Saved \d/)).toBeVisible();
  await laptop.getByRole('radio', { name: 'Inside' }).press('Space');
  await expect(laptop.getByRole('alert')).toContainText('On another device you gave another answer');
  await press(laptop.getByRole('button', { name: /^(Take this one|Keep what stands here)/ }).last());
  await expect(laptop.getByRole('alert')).toHaveCount(0);
  await press(laptop.getByRole('button', { name: 'Question 13, not answered' }));
  await on(laptop);
  await handsIn(laptop);

  // Dov is in it when the teacher ends it for all: what he answered is in by the clock.
  await dov.goto(quiz);
  await press(dov.getByRole('button', { name: 'Begin the quiz' }));
  await dov.getByRole('radio', { name: 'Outside' }).press('Space');
  await expect(dov.getByText(/^Saved \d/)).toBeVisible();
  const { id: _, elsewhere: __, version, classes, ...body } = await asks<Brief>(teacher, 'get', `/api/briefs/${briefId}`);
  const closed = classes.map(({ assignmentId: ___, issuedAt: ____, begun: _____, ...set }: Record<string, unknown>) => ({
    ...set,
    closes: Date.now() - 60_000,
  }));
  await asks(teacher, 'put', `/api/briefs/${briefId}`, { ...body, classes: closed, version, tell: false });
  await dov.reload();
  await expect(dov.getByText(/^Ended by the clock/)).toBeVisible();

  // What came of it: an answer counts as right after all, one question is left out, what waits is scored across.
  await teacher.goto(`/marking/${id}/quiz`);
  await press(teacher.getByRole('button', { name: 'Question 1', exact: true }));
  await press(teacher.getByRole('listitem').filter({ hasText: 'Inside' }).getByRole('button', { name: 'Count as right' }));
  await expect(teacher.getByText(/students? gains?\./)).toBeVisible();
  await press(teacher.getByRole('button', { name: 'Count it as right' }));
  await expect(teacher.getByText(/“Inside” counts as right/)).toBeVisible();
  for (const n of [10, 11, 12]) {
    await press(teacher.getByRole('button', { name: `Question ${n}`, exact: true }));
    await press(teacher.getByRole('button', { name: 'Leave question out…' }));
    await press(teacher.getByRole('button', { name: 'Leave it out' }));
    await expect(teacher.getByText(/^Left out, for nobody/)).toBeVisible();
  }
  await press(teacher.getByRole('button', { name: 'Score the 2 answers, question by question' }));
  await press(teacher.getByRole('button', { name: '1 point to Ada Reef' }));
  await press(teacher.getByRole('button', { name: 'No point to Ben Reef' }));
  await expect(teacher.getByText('2 of 2 answers scored')).toBeVisible();

  // Returned once; everybody reads the same.
  const { rows } = await asks<{ rows: { student: { id: string; givenName: string }; score: { earned: number } | null }[] }>(
    teacher,
    'get',
    `/api/assignments/${id}/pieces`,
  );
  const earned = (name: string) => rows.find((row) => row.student.givenName === name)!.score!.earned / 1000;
  expect(earned('Ada')).toBe(13);
  await asks(teacher, 'post', `/api/assignments/${id}/return`, { studentIds: rows.map((row) => row.student.id), confirmed: true });
  await ada.goto(quiz);
  await expect(ada.getByText('13 of 13').first()).toBeVisible();
  await ada.goto('/news');
  await expect(
    ada
      .getByRole('main')
      .getByRole('link', { name: new RegExp(title) })
      .filter({ hasText: /back|returned/i }),
  ).toHaveCount(1);
  const family = await aFamilyOf(browser, teacher, classId, 'Ada Reef');
  await expect(family.getByRole('listitem').filter({ hasText: title }).first()).toContainText('13 of 13');
  await teacher.goto(`/mark-book?class=${classId}`);
  await expect(teacher.locator('.row-of-book').filter({ hasText: 'Ada' })).toContainText('13');
  await teacher.goto(`/progress/${classId}/${idOf('Ada')}`);
  await expect(teacher.getByRole('img', { name: '100.0 % total so far' })).toBeVisible();
  await teacher.goto(`/reports?class=${classId}&student=${idOf('Ada')}`);
  await expect(teacher.frameLocator('iframe').getByRole('heading', { name: 'Ada Reef' })).toBeVisible();
  const [download] = await Promise.all([
    teacher.waitForEvent('download'),
    press(teacher.getByRole('button', { name: 'PDF', exact: true })),
  ]);
  const paper = execFileSync('pdftotext', ['-layout', await download.path(), '-'])
    .toString()
    .replaceAll('\u00a0', ' ');
  for (const said of [title, '13 / 13', '100.0 %']) expect(paper).toContain(said);
});
