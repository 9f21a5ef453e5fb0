import { expect, test } from '@playwright/test';
import { fromMenu, asks, press, type, unique } from '../support/people';
import { aReadyClass, handsIn, PICTURE } from '../support/school';

test('a student answers a note and asks about the score; a column of scores comes in from a spreadsheet', async ({ browser }) => {
  const { teacher, students, idOf, issue } = await aReadyClass(browser, ['Ada', 'Ben'], { width: 390, height: 844 });
  const title = unique('Tide notes');
  const { id } = await issue(title);
  await handsIn(students.Ada, id, {
    text: 'Twice a day the water stands still. Then it turns.',
    file: { name: 'ford.png', mimeType: 'image/png', buffer: PICTURE },
  });
  const desk = `/marking/${id}/${idOf('Ada')}`;
  await teacher.goto(desk);

  // A note to words that are selected, closed in the middle of writing, is there again.
  await teacher.getByText('Twice a day the water stands still.').selectText();
  await teacher.getByText('Twice a day the water stands still.').dispatchEvent('mouseup');
  await expect(teacher.getByRole('button', { name: 'Note N' })).toBeVisible();
  await teacher.keyboard.press('n');
  await teacher.getByLabel('Note', { exact: true }).fill('Where did you see');
  await teacher.reload();
  await expect(teacher.getByLabel('Note', { exact: true })).toHaveValue('Where did you see');
  await type(teacher.getByLabel('Note', { exact: true }), 'Where did you see it?');
  await teacher.keyboard.press('Enter');
  await expect(teacher.getByText('Where did you see it?')).toBeVisible();
  // A point on the picture, by the mouse; the pin is where it was pressed however the picture is turned.
  await press(teacher.getByRole('button', { name: 'Turn' }));
  const picture = teacher.locator('.layer svg');
  await picture.scrollIntoViewIfNeeded();
  const { x, y, width, height } = (await picture.boundingBox())!;
  await teacher.mouse.click(x + width / 4, y + height / 4);
  await type(teacher.getByLabel('Note', { exact: true }), 'Which bank is this?');
  await teacher.keyboard.press('Enter');
  const pin = (await teacher.getByRole('button', { name: '1', exact: true }).boundingBox())!;
  expect(Math.abs(pin.x + pin.width / 2 - (x + width / 4)) + Math.abs(pin.y + pin.height / 2 - (y + height / 4))).toBeLessThan(8);
  // The next piece is slow to come: a second press in between is not a score for it.
  let arrive = () => undefined as void;
  const late = new Promise<void>((done) => (arrive = done));
  await teacher.route(`**/pieces/${idOf('Ben')}`, async (route) => {
    await late;
    await route.continue();
  });
  await teacher.goto(desk);
  await type(teacher.getByLabel('Score', { exact: true }), '17,5');
  // Nothing of Ben's is in, so it is the next student that is asked for.
  await teacher.keyboard.press('Shift+Enter');
  await teacher.waitForURL(`**/${idOf('Ben')}*`);
  await teacher.keyboard.press('Shift+Enter');
  arrive();
  await expect(teacher.locator('.side h2')).toHaveText('Ben Reef');
  await expect(teacher.getByRole('alert')).toHaveCount(0);
  const ben = await asks<{ row: { score: unknown } }>(teacher, 'get', `/api/assignments/${id}/pieces/${idOf('Ben')}`);
  expect(ben.row.score).toBeNull();
  await expect(teacher.getByRole('link', { name: /Ada R 17.5/ })).toBeVisible();
  await teacher.goto(desk);
  await press(teacher.getByRole('button', { name: 'Return to Ada' }));
  await press(teacher.getByRole('button', { name: 'Return to 1 student' }));

  const { Ada } = students;
  await Ada.goto(`/work/${id}`);
  await press(Ada.locator('.card').first(), 'Enter');
  await press(Ada.getByRole('button', { name: 'Answer', exact: true }));
  await type(Ada.getByLabel('Answer', { exact: true }), 'At the ford.');
  await Ada.keyboard.press('Enter');
  await expect(Ada.getByText('At the ford.')).toBeVisible();
  await press(Ada.getByRole('button', { name: 'Ask about this score' }));
  await type(Ada.getByLabel('What do you want to know about your score?'), 'What is missing to 20?');
  await press(Ada.getByRole('button', { name: 'Send the question' }));
  await expect(Ada.getByText('Not answered yet.')).toBeVisible();

  await teacher.goto('/marking');
  await press(teacher.getByRole('listitem').filter({ hasText: title }).getByRole('link', { name: 'Answer' }));
  await expect(teacher.getByText('At the ford.')).toBeVisible();
  await type(teacher.getByLabel('Answer', { exact: true }), 'Why it turns.');
  await press(teacher.getByRole('button', { name: 'Answer', exact: true }));
  await Ada.reload();
  await expect(Ada.getByText('Why it turns.')).toBeVisible();

  // The class sheet: a pasted column is looked at first; 7.5 is no number where a comma was chosen.
  await teacher.goto(`/marking/${id}/sheet`);
  await fromMenu(teacher, 'Fill or paste', 'Paste scores');
  await type(teacher.getByRole('textbox', { name: 'Paste scores' }), 'Ben Reef\t7.5\n');
  await press(teacher.getByLabel('decimal comma: 7,5'), 'Space');
  await expect(teacher.getByText('Row 1: no number as chosen above.')).toBeVisible();
  await press(teacher.getByLabel('decimal point: 7.5'), 'Space');
  await press(teacher.getByRole('button', { name: 'Hold 1 row' }));
  await expect(teacher.getByLabel('Score of Ben Reef')).toHaveValue('7.5');
  await type(teacher.getByLabel('Score of Ben Reef'), '8,25');
  await teacher.getByLabel('Score of Ben Reef').press('Enter');
  await expect
    .poll(
      async () =>
        (await asks<{ row: { score: { earned: number } } }>(teacher, 'get', `/api/assignments/${id}/pieces/${idOf('Ben')}`)).row.score
          .earned,
    )
    .toBe(8_250);
});
