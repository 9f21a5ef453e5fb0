import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { signIn, asks, bringsInTwo, dayFromNow, PASSWORD, press, someone, type, unique } from '../support/people';
import { aReadyClass, handsIn } from '../support/school';
import { typeDay } from '../support/fields';

/** Counts what a hand does: a button or link pressed, a field filled, a key that does something. */
function counter() {
  let acts = 0;
  return {
    act: async <T>(work: Promise<T>): Promise<T> => {
      acts += 1;
      return work;
    },
    acts: () => acts,
  };
}
const DAY = 86_400_000;
const rowsOf = async (teacher: Page, id: string) =>
  (
    await asks<{
      rows: {
        student: { id: string };
        window: { due: number; closes: number };
        state: string;
        held: boolean;
        collecting: { mark: string | null };
      }[];
    }>(teacher, 'get', `/api/assignments/${id}/pieces`)
  ).rows;

test('two more days on a piece that is closed, in three acts, with dates to come', async ({ browser }) => {
  const { teacher, issue, idOf } = await aReadyClass(browser, ['Ada', 'Ben']);
  const now = Date.now();
  // They joined today, and have it all the same.
  const audience = { kind: 'everyone', laterJoiners: true, hereOn: dayFromNow(0) };
  const { id } = await issue('Tide log', { set: { due: now - 9 * DAY, closes: now - 8 * DAY, audience } });
  expect((await rowsOf(teacher, id)).map((row) => row.state)).toEqual(['missing', 'missing']);
  await teacher.goto(`/assignments/${id}`);
  const hand = counter();
  await hand.act(press(teacher.getByRole('button', { name: 'Other dates Ada Reef' })));
  await hand.act(press(teacher.getByRole('button', { name: '+ 2 school days' })));
  await hand.act(press(teacher.getByRole('button', { name: 'Give Ada these dates' })));
  await expect(teacher.getByRole('dialog')).toHaveCount(0);
  expect(hand.acts()).toBe(3);
  const ada = (await rowsOf(teacher, id)).find((row) => row.student.id === idOf('Ada'))!;
  expect(ada.window.due).toBeGreaterThan(now);
  expect(ada.window.closes).toBeGreaterThanOrEqual(ada.window.due);
  expect(ada.state).toBe('open');
});

test('of twenty-two with two in, both are held and returned in four acts', async ({ browser }) => {
  test.setTimeout(180_000);
  const { teacher, students, issue, classId } = await aReadyClass(browser, ['Ada', 'Ben']);
  const names = Array.from({ length: 20 }, (_, index) => `Given${String(index).padStart(2, '0')} Shoal`).join('\n');
  await bringIn(teacher, classId, names);
  const { id } = await issue('Two of many');
  for (const name of ['Ada', 'Ben'] as const) await handsIn(students[name], id, { text: `${name} saw the tide turn.` });
  // They stand at the ends of the list.
  await teacher.goto(`/marking/${id}`);
  const score = teacher.getByLabel('Score', { exact: true });
  await expect(teacher.locator('.side h2')).toHaveText('Ada Reef');
  await expect(score).toBeFocused();
  const hand = counter();
  await hand.act(scores(teacher, '17'));
  await expect(teacher.locator('.side h2')).toHaveText('Ben Reef');
  await expect(score).toBeFocused();

  await test.step('the letters of the shortcuts do not land in the score, and keys work again after a sheet', async () => {
    await teacher.keyboard.press('?');
    await expect(teacher.getByRole('dialog', { name: 'Help and shortcuts' })).toContainText('level, or score');
    await teacher.keyboard.press('Escape');
    await expect(teacher.getByRole('dialog')).toHaveCount(0);
    await expect(score).toBeFocused();
    await teacher.keyboard.press('x');
    await expect(score).toHaveValue('');
    // With the focus nowhere a digit begins the score.
    await score.blur();
    await teacher.keyboard.press('1');
    await expect(score).toBeFocused();
  });
  await hand.act(scores(teacher, '8'));
  await expect(teacher.getByText('Nothing more waits here.')).toBeVisible();
  await hand.act(press(teacher.getByRole('button', { name: 'Return 2 held' })));
  await expect(teacher.getByRole('checkbox', { checked: true })).toHaveCount(2);
  await hand.act(press(teacher.getByRole('button', { name: 'Return to 2 students' })));
  // Without a word it asks once more; that is said, not an act too many of the way itself.
  await press(teacher.getByRole('button', { name: 'Return all the same' }));
  await expect(teacher.getByText('Returned to 2 students. They can see it now.')).toBeVisible();
  expect(hand.acts()).toBe(4);

  await test.step('held over several assignments goes back as one act, with the look before', async () => {
    for (const [title, earned] of [
      ['First of two', 12_000],
      ['Second of two', 9_000],
    ] as const) {
      const one = await issue(title, { brief: { how: 'inClass', accepts: [] }, set: { due: Date.now() - 1000 } });
      const [row] = await rowsOf(teacher, one.id);
      await asks(teacher, 'put', `/api/assignments/${one.id}/scores`, {
        scores: [{ studentId: row!.student.id, version: 0, earned, chosen: null }],
      });
    }
    await teacher.goto(`/marking?class=${classId}`);
    await press(teacher.getByRole('button', { name: 'Return 2 held in 2 assignments' }));
    const sheet = teacher.getByRole('dialog', { name: 'Return what is held' });
    await expect(sheet).toContainText('First of two');
    await press(sheet.getByRole('button', { name: 'Return 2 pieces' }));
    await expect(sheet).toHaveCount(0);
    await expect(teacher.getByRole('button', { name: /held in/ })).toHaveCount(0);
  });
});

test('absence and a remark are entered in the book by keyboard, and taken back', async ({ browser }) => {
  const { teacher, classId, issue, idOf, students } = await aReadyClass(browser, ['Ada', 'Ben']);
  const { id } = await issue('Depth table', { brief: { how: 'inClass', accepts: [] }, set: { due: Date.now() - 1000 } });
  await teacher.goto(`/mark-book?class=${classId}`);
  await expect(teacher.getByRole('grid')).toBeFocused();
  const { keyboard } = teacher;
  const marks = async () => (await rowsOf(teacher, id)).map((row) => row.collecting.mark);
  await keyboard.type('a');
  await keyboard.press('Enter');
  await expect.poll(marks).toEqual(['absent', null]);
  await keyboard.press('ControlOrMeta+z');
  await expect.poll(marks).toEqual([null, null]);
  await keyboard.press('ControlOrMeta+y');
  await expect.poll(marks).toEqual(['absent', null]);
  // On Ben now: a score, then a remark beside it.
  const scored = teacher.waitForResponse('**/edits');
  await keyboard.type('14');
  await keyboard.press('Enter');
  await keyboard.press('ControlOrMeta+ArrowDown');
  await keyboard.press('Shift+F2');
  const field = teacher.getByLabel('Remark to Ben Reef on Depth table');
  await expect(field).toBeFocused();
  // The reply to the score is not the one that is held up below.
  await scored;
  // What is typed on while the reply is on its way stays in the field.
  let reply = (): void => undefined;
  const replies = new Promise<void>((resolve) => (reply = resolve));
  await teacher.route('**/edits', async (route) => {
    const response = await route.fetch();
    await replies;
    await route.fulfill({ response });
  });
  await keyboard.type('Well measured.');
  const held = teacher.waitForResponse('**/edits');
  await keyboard.press('Enter');
  await keyboard.type(' Mind the unit.');
  reply();
  await held;
  await teacher.unroute('**/edits');
  await expect.poll(async () => (await rowsOf(teacher, id))[1]!.held).toBe(true);
  await expect(field).toHaveValue('Well measured. Mind the unit.');
  await keyboard.press('Enter');
  await expect(teacher.getByText('“Well measured. Mind the unit.”')).toBeVisible();
  await expect(teacher.getByRole('grid')).toBeFocused();
  await asks(teacher, 'post', `/api/assignments/${id}/return`, { studentIds: [idOf('Ben')], confirmed: true });
  await students.Ben.goto(`/work/${id}`);
  await expect(students.Ben.getByText('Well measured. Mind the unit.')).toBeVisible();
});

test('a new teacher comes from nothing to the first returned score; the acts are counted', async ({ browser }) => {
  test.setTimeout(120_000);
  const userName = unique('new').replace(/\s/g, '.');
  execFileSync(
    'node',
    [
      'packages/server/dist/cli/teacher-add.js',
      `--user=${userName}`,
      '--given=Nora',
      '--family=Skerry',
      `--password=${PASSWORD}`,
      '--email=',
    ],
    {
      stdio: 'pipe',
    },
  );
  const teacher = await someone(browser);
  await teacher.goto('/sign-in');
  await signIn(teacher, userName);
  const hand = counter();
  await expect(teacher.getByRole('heading', { name: 'Make your first class' })).toBeVisible();
  await hand.act(type(teacher.getByLabel('Name', { exact: true }), 'Tides 8'));
  await hand.act(teacher.keyboard.press('Enter'));
  await expect(teacher.getByText('Nobody is in it yet.')).toBeVisible();

  await hand.act(press(teacher.getByRole('link', { name: 'Bring students in' })));
  await expect(teacher.getByLabel('Add students')).toBeFocused();
  await expect(teacher.getByLabel('Add students')).toBeInViewport();
  await bringsInTwo(teacher, hand.act);
  await expect(teacher.getByText('Nobody can sign in yet.')).toBeVisible();
  await hand.act(press(teacher.getByRole('link', { name: 'Make sign-in cards' })));
  const download = teacher.waitForEvent('download');
  await hand.act(press(teacher.getByRole('button', { name: 'Print 2 sign-in cards' })));
  expect((await download).suggestedFilename()).toContain('Tides 8');
  await expect(teacher.getByText('2 of 2 can sign in')).toBeVisible();

  // An exam of yesterday, for students who came in today.
  await hand.act(press(teacher.getByRole('link', { name: 'New assignment' }).first()));
  await hand.act(type(teacher.getByLabel('Title'), 'Exam of yesterday'));
  await hand.act(press(teacher.getByRole('button', { name: 'Nothing, done in class' })));
  await hand.act(typeDay(teacher.getByLabel('due: day'), dayFromNow(-1)));
  await expect(teacher.getByRole('checkbox', { name: /2 students joined after its date\. Give it to them too\./ })).toBeChecked();
  await hand.act(press(teacher.getByRole('button', { name: 'Issue to 2 students' })));
  await teacher.waitForURL(/\/assignments\/[\w-]{36}/);
  const id = /assignments\/([\w-]+)/.exec(teacher.url())![1]!;

  await hand.act(teacher.keyboard.press('m'));
  await expect(teacher.getByLabel('Score', { exact: true })).toBeFocused();
  await hand.act(scores(teacher, '16'));
  await expect(teacher.getByLabel('Score', { exact: true })).toBeFocused();
  await expect(teacher.locator('.side h2')).toHaveText('Ada Reef');
  await hand.act(press(teacher.getByRole('button', { name: 'Return 1 held' })));
  await hand.act(press(teacher.getByRole('button', { name: 'Return to 1 student' })));
  await hand.act(press(teacher.getByRole('button', { name: 'Return all the same' })));
  await expect(teacher.getByText('Returned to 1 student. They can see it now.')).toBeVisible();
  expect((await rowsOf(teacher, id)).map((row) => row.state).sort()).toEqual(['inClass', 'returned']);
  process.stdout.write(`From an empty installation to the first returned score: ${hand.acts()} acts\n`);
  await teacher.goto('/today');
  await expect(teacher.getByText('Before the first lesson')).toHaveCount(0);
});

/** A score typed and held. */
async function scores(teacher: Page, earned: string): Promise<void> {
  await teacher.keyboard.press('ControlOrMeta+a');
  await teacher.keyboard.type(earned);
  await teacher.keyboard.press('Enter');
}

/** A list of names into a class, without looking at it. */
async function bringIn(teacher: Page, classId: string, names: string): Promise<void> {
  const { csrf } = (await (await teacher.request.get('/api/session')).json()) as { csrf: string };
  const path = `/api/classes/${classId}/roster`;
  const send = async (to: string, options: object) =>
    (await (
      await teacher.request.post(`${path}/${to}`, {
        headers: { 'X-CSRF-Token': csrf },
        multipart: { options: JSON.stringify(options), file: { name: 'names.csv', mimeType: 'text/csv', buffer: Buffer.from(names) } },
      })
    ).json()) as { digest: string };
  const { digest } = await send('preview', {});
  await send('import', { digest });
}
