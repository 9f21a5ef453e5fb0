import { expect, test } from '@playwright/test';
import { asks, press, unique } from '../support/people';
import { aPdf, aReadyClass, handsIn, PICTURE, RUBRIC } from '../support/school';

const NAMES = ['Ada', 'Ben', 'Cyd', 'Dov', 'Eli', 'Fay', 'Gus', 'Hal', 'Ivo', 'Jun', 'Kit', 'Lou'] as const;
const CRITERIA = RUBRIC.criteria.length;

interface Mail {
  to: string;
  subject: string;
}

test('twelve mixed pieces are marked by keyboard alone, returned on two days, one corrected, and each letter goes out once', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const { teacher, students, idOf, issue } = await aReadyClass(browser, NAMES);
  const title = unique('Bend notes');
  const { id } = await issue(title, { brief: { scoring: { by: 'rubric', rubric: RUBRIC, shelfId: null } } });
  const addressOf = new Map<string, string>();
  for (const [index, name] of NAMES.entries()) {
    const address = `${unique(name.toLowerCase()).replace(/\s/g, '.')}@tern-bay.example`;
    addressOf.set(name, address);
    await asks(students[name], 'put', '/api/account/email', { email: address, current: 'compass-rose' });
    // No quiet hours: a letter is there in the next round, whenever this runs.
    await asks(students[name], 'put', '/api/news/settings', { choices: { issued: 'never' }, quiet: { from: '00:00', to: '00:00' } });
    if (index < 4) await handsIn(students[name], id, { text: `The outside of the bend wears away. ${name} saw it at the third station.` });
    else if (index < 8) await handsIn(students[name], id, { file: { name: 'bend.png', mimeType: 'image/png', buffer: PICTURE } });
    else if (index < 11) await handsIn(students[name], id, { file: { name: 'bend.pdf', mimeType: 'application/pdf', buffer: aPdf() } });
    // The twelfth did it in class and has nothing to hand in.
  }
  await asks(teacher, 'post', '/api/remarks', {
    text: 'Clear, {name}. Now say why.',
    folder: 'At the end',
    aim: '',
    criterion: '',
    shared: false,
  });

  await teacher.goto(`/marking/${id}`);
  const nameOnDesk = teacher.locator('.side h2');
  await expect(nameOnDesk).toHaveText('Ada Reef');
  // From the key that goes on to the next piece on the screen.
  await teacher.evaluate(() => {
    const took: number[] = [];
    let pressed = 0;
    Object.assign(window, { took });
    window.addEventListener('keydown', ({ key }) => key === 'Enter' && (pressed = performance.now()), true);
    new MutationObserver(() => {
      const from = pressed;
      pressed = 0;
      if (from > 0) requestAnimationFrame(() => requestAnimationFrame(() => took.push(performance.now() - from)));
    }).observe(document.querySelector('.side h2')!, { characterData: true, childList: true, subtree: true });
  });

  const { keyboard } = teacher;
  let keys = 0;
  const tap = async (key: string) => {
    keys += 1;
    await keyboard.press(key);
  };
  const firstCriterion = teacher.getByRole('radiogroup', { name: 'Observation' }).getByRole('radio').first();
  for (const [index, name] of NAMES.entries()) {
    await expect(nameOnDesk).toHaveText(`${name} Reef`);
    await expect(firstCriterion).toBeFocused();
    if (index === 8) await teacher.locator('.pdf canvas').first().waitFor();
    const withNote = index === 0 || index === 4 || index === 8;
    if (withNote) {
      // A sentence of the text, a point on the picture, a point on the page.
      await keyboard.press('n');
      await keyboard.press('ArrowDown');
      await keyboard.press('Enter');
      await expect(teacher.getByLabel('Note', { exact: true })).toBeFocused();
      await keyboard.type('How do you know?');
      await keyboard.press('Enter');
      await expect(teacher.locator('.card .words')).toContainText('How do you know?');
      await expect(firstCriterion).toBeFocused();
    }
    keys = 0;
    for (const key of ['3', '4', String((index % 4) + 1)]) await tap(key);
    if (index === 1) {
      // A saved remark, found by typing.
      await keyboard.press(';');
      await keyboard.type('now say why');
      await keyboard.press('Enter');
      await expect(teacher.getByRole('textbox', { name: 'Overall remark' })).toHaveText('Clear, {name}. Now say why.');
      await keyboard.press('Control+Enter');
    } else {
      // Nothing of the twelfth is in, so it does not wait: one goes on to the next student.
      await tap(index === 10 ? 'Shift+Enter' : 'Enter');
      expect(keys).toBeLessThanOrEqual(CRITERIA + 2);
    }
  }
  const scores = async () =>
    (
      await asks<{ rows: { student: { id: string }; score: { earned: number } | null; held: boolean; returnedAt: number | null }[] }>(
        teacher,
        'get',
        `/api/assignments/${id}/pieces`,
      )
    ).rows;
  await expect.poll(async () => (await scores()).filter((row) => row.held).length).toBe(NAMES.length);
  expect((await scores()).find((row) => row.student.id === idOf('Ada'))!.score!.earned).toBe(15_000);
  const took = (await teacher.evaluate(() => (window as Window & { took?: number[] }).took ?? [])).sort((a, b) => a - b);
  process.stdout.write(
    `Rubric of ${CRITERIA} criteria: ${CRITERIA + 1} keys a piece; from key to painted next piece: median ${Math.round(took[took.length >> 1]!)} ms of ${took.length}\n`,
  );

  // Day one: ten of the twelve. What has no words is said first.
  await press(teacher.getByRole('button', { name: 'Return 12 held' }));
  for (const name of ['Kit', 'Lou']) await press(teacher.getByRole('checkbox', { name: `${name} Reef` }), 'Space');
  await press(teacher.getByRole('button', { name: 'Return to 10 students' }));
  await expect(teacher.getByText(/To 6 students you wrote nothing, no remark, note or file: /)).toBeVisible();
  await press(teacher.getByRole('button', { name: 'Return all the same' }));
  await expect(teacher.getByText('Returned to 10 students. They can see it now.')).toBeVisible();
  const letters = async () => {
    const { mails } = await asks<{ mails: Mail[] }>(teacher, 'get', '/api/mailroom');
    const ours = mails.filter((mail) => mail.subject.includes(title));
    return NAMES.map((name) => ours.filter((mail) => mail.to === addressOf.get(name)).length);
  };
  await expect.poll(letters).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 0, 0]);

  // Day two: the other two, and nobody hears twice.
  await press(teacher.getByRole('button', { name: 'Return 2 held' }));
  await press(teacher.getByRole('button', { name: 'Return to 2 students' }));
  await press(teacher.getByRole('button', { name: 'Return all the same' }));
  await expect.poll(letters).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1]);

  // One is corrected: that one is told, with what was before kept.
  await teacher.goto(`/marking/${id}/${idOf('Cyd')}`);
  await teacher.getByRole('radiogroup', { name: 'Observation' }).getByRole('radio', { checked: true }).focus();
  await keyboard.press('4');
  await keyboard.press('Enter');
  await expect(teacher.getByRole('link', { name: /Cyd R 19/ })).toBeVisible();
  await teacher.goto(`/marking/${id}/${idOf('Cyd')}`);
  await press(teacher.getByRole('button', { name: 'Return to Cyd' }));
  await press(teacher.getByRole('button', { name: 'Return to 1 student' }));
  await press(teacher.getByRole('button', { name: 'Return all the same' }));
  await expect.poll(letters).toEqual([1, 1, 2, 1, 1, 1, 1, 1, 1, 1, 1, 1]);
  await press(teacher.getByRole('button', { name: 'entries before this' }));
  await expect(teacher.getByText(/scored 17/)).toBeVisible();

  // The student reads the note in its place and what the level says.
  await students.Ada.goto(`/work/${id}`);
  await expect(students.Ada.getByText('Observation 3: what that looks like here.')).toBeVisible();
  await expect(students.Ada.locator('mark')).toHaveText('Ada saw it at the third station.');
  await expect(students.Ada.getByText('How do you know?')).toBeVisible();
});
