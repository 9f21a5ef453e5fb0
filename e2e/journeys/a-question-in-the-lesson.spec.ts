import { expect, test, type Page } from '@playwright/test';
import { asks, press, type, unique } from '../support/people';
import { aReadyClass } from '../support/school';

const PHONE = { width: 390, height: 844 };
const words = (text: string) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] });
const option = (id: string, text: string) => ({ id, text: words(text), staysLast: false, explanation: '' });
const answers = async (page: Page, text: string) => {
  await press(page.getByRole('radio', { name: text }), 'Space');
  await press(page.getByRole('button', { name: 'Send' }));
  await expect(page.getByText('Your answer is there.')).toBeVisible();
};

test('a kept question is asked in the lesson: answers gather on the board, then how, then the key, and no name', async ({ browser }) => {
  test.setTimeout(90_000);
  const { teacher, classId, students } = await aReadyClass(browser, ['Ada', 'Ben', 'Cleo'], PHONE);
  for (const page of [teacher, ...Object.values(students)]) page.context().setDefaultTimeout(15_000);
  const { Ada, Ben, Cleo } = students;
  const asked = unique('Where does a river drop its load');
  const question = {
    id: 'bend',
    text: words(asked),
    spoken: null,
    points: 1000,
    explanation: 'Slow water drops its load.',
    aims: [],
    setId: null,
    storeId: null,
    kind: 'one',
    options: [option('in', 'Inside'), option('out', 'Outside')],
    key: ['in'],
  };
  await asks(teacher, 'post', '/api/questions', { questions: [question], tags: ['bends'], sharedWith: [], from: null });
  // Ada looks at her work before anything is asked.
  await Ada.goto('/work');
  await expect(Ada.getByRole('heading', { name: 'My work' })).toBeAttached();

  await teacher.goto(`/class/${classId}`);
  await expect(teacher.getByRole('heading', { name: /^Shore/ })).toBeVisible();
  await teacher.goto('/questions');
  await type(teacher.getByRole('searchbox', { name: 'Words in the question' }), asked);
  await press(teacher.getByRole('checkbox', { name: `Choose the question “${asked}”` }), 'Space');
  await press(
    teacher.getByRole('link', { name: 'Ask it in the lesson' }).or(teacher.getByRole('button', { name: 'Ask it in the lesson' })),
  );
  await press(teacher.getByRole('button', { name: 'Ask it now' }));
  await expect(teacher.getByText(/^nobody of 3 has answered/)).toBeVisible();

  await press(Ada.getByRole('link', { name: 'Answer it' }).or(Ada.getByRole('button', { name: 'Answer it' })));
  await answers(Ada, 'Inside');
  await Ben.goto('/asked');
  await answers(Ben, 'Outside');
  await Cleo.goto('/asked');
  await press(Cleo.getByRole('radio', { name: 'Inside' }), 'Space');
  await expect(teacher.getByText(/^2 of 3 have answered/)).toBeVisible();

  await teacher.keyboard.press('s');
  await expect(teacher.getByRole('listitem').filter({ hasText: 'Inside' })).toContainText('1');
  await expect(Ben.getByRole('heading', { name: 'How the class answered' })).toBeVisible();
  await expect(teacher.getByText('right', { exact: true })).toHaveCount(0);
  // Her phone slept while the key was shown: what she sends then comes too late, and is said to her.
  await Cleo.context().setOffline(true);
  await teacher.keyboard.press('k');
  await expect(teacher.getByRole('listitem').filter({ hasText: 'Inside' })).toContainText('right');
  await expect(teacher.getByText('Slow water drops its load.')).toBeVisible();
  for (const name of ['Ada', 'Ben', 'Reef']) await expect(teacher.getByText(name)).toHaveCount(0);
  await expect(Ada.getByText('Right', { exact: true })).toBeVisible();
  await expect(Ben.getByText('Not right')).toBeVisible();
  await Cleo.context().setOffline(false);
  const late = await Cleo.evaluate(async () => {
    const { csrf } = (await (await fetch('/api/session')).json()) as { csrf: string };
    const [one] = (await (await fetch('/api/my/live-questions')).json()) as { id: string }[];
    const headers = { 'X-CSRF-Token': csrf, 'Content-Type': 'application/json' };
    const reply = await fetch(`/api/my/live-questions/${one!.id}/answer`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({ answer: 'in' }),
    });
    return ((await reply.json()) as { type: string }).type;
  });
  expect(late).toBe('live.over');

  await press(teacher.getByRole('link', { name: 'Close' }).or(teacher.getByRole('button', { name: 'Close' })));
  await press(teacher.getByRole('button', { name: `Who answered “${asked}”` }));
  const row = (name: string) => teacher.getByRole('row').filter({ hasText: name });
  await expect(row('Ada')).toContainText('Inside');
  await expect(row('Cleo')).toContainText('not answered');
});
