import { expect, test, type Page } from '@playwright/test';
import { choose } from '../support/fields';
import { asks, press, someone } from '../support/people';

const DAY = 86_400_000;

/** What the demo school has due in the week before this one, in a class and in another: on every day it is something else. */
async function lastWeek(page: Page, className: string): Promise<{ theirs: string; others: string }> {
  const classes = await asks<{ id: string; label: string }[]>(page, 'get', '/api/classes');
  const all = await asks<{ title: string; classId: string; due: number | null }[]>(page, 'get', '/api/assignments');
  const today = new Date(new Date().toISOString().slice(0, 10));
  const monday = today.getTime() - ((today.getUTCDay() + 6) % 7) * DAY;
  const due = all.filter((one) => one.due !== null && one.due >= monday - 7 * DAY && one.due < monday);
  const own = (classId: string) => classes.find((one) => one.id === classId)?.label === className;
  return {
    theirs: due.find((one) => own(one.classId))!.title,
    others: due.find((one) => !own(one.classId) && !due.some((other) => own(other.classId) && other.title === one.title))!.title,
  };
}

test('scope and span hold across sections and live in the address', async ({ browser }) => {
  const page = await someone(browser, 'odile.finch');
  await page.goto('/plan');
  await choose(page, 'Which class', 'Weather 9');
  await expect(page).toHaveURL(/class=/);
  // The weeks are come to by arrow keys, as the next journey does.
  await page.getByTitle(/^Week 8,/).press('Enter');
  await expect(page.getByText(/^Week 8 ·/)).toBeVisible();
  const { theirs, others } = await lastWeek(page, 'Weather 9');
  await expect(page.getByRole('row', { name: new RegExp(theirs) })).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(others) })).toHaveCount(0);
  // The bracket's ends move by arrow keys, week by week.
  await page.getByRole('slider', { name: 'Last week shown' }).press('ArrowRight');
  await expect(page.getByText(/^Weeks 8–9 ·/)).toBeVisible();
  await press(page.getByRole('link', { name: 'Progress' }));
  await expect(page).toHaveURL(/\/progress\?class=.*from=.*to=/);
  await expect(page.getByText(/^Weeks 8–9 ·/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Weather 9' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Rivers 8' })).toHaveCount(0);
  await page.reload();
  await expect(page.locator('.scope')).toContainText('Weather 9');
});

test('the term line is walked by keyboard, and a square opens its assignment', async ({ browser }) => {
  const page = await someone(browser, 'odile.finch');
  await page.goto('/today');
  const first = page.locator('[data-square="0"]');
  await first.focus();
  await expect(page.locator('div.tip')).toContainText('due');
  await page.keyboard.press('ArrowRight');
  const second = page.locator('[data-square="1"]');
  await expect(second).toBeFocused();
  const title = (await second.getAttribute('aria-label'))!.split(', ')[0]!;
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
});

test('anything is found with / and opened with Enter; ? shows the keys; nothing fires while typing', async ({ browser }) => {
  const page = await someone(browser, 'odile.finch');
  await page.goto('/today');
  await page.locator('.owes').first().waitFor();
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox', { name: 'Find anything' })).toBeFocused();
  await page.keyboard.type('ottoline');
  const lines = page.locator('.ant-select-dropdown:visible');
  await expect(lines.getByText('Ottoline Barrington-Szymańska').first()).toBeVisible();
  // What one does with a person stands under them.
  await expect(lines.getByText('Make a report')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Ottoline Barrington-Szymańska' }).first()).toBeAttached();
  await page.keyboard.press('/');
  await page.keyboard.type('zzzn?');
  await expect(lines.getByText('Nothing of yours is called that.')).toBeVisible();
  await expect(page).toHaveURL(/\/progress\//);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'On this page' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await expect(page.getByLabel('Title')).toBeFocused();
});

test('the demo school has every state of a piece, and shows a PDF on the desk', async ({ browser }) => {
  const page = await someone(browser, 'odile.finch');
  const all = (await (await page.request.get('/api/assignments')).json()) as {
    id: string;
    title: string;
    counts: Record<string, number>;
  }[];
  const states = new Set(all.flatMap(({ counts }) => Object.keys(counts)));
  expect([...states].sort()).toEqual([
    'excused',
    'in',
    'inClass',
    'inLate',
    'missing',
    'notOpen',
    'open',
    'returned',
    'scored',
    'sentBack',
    'started',
  ]);
  const atlas = all.find((one) => one.title === 'Cloud atlas')!;
  const { rows } = (await (await page.request.get(`/api/assignments/${atlas.id}/pieces`)).json()) as {
    rows: { handedInAt: number | null; student: { id: string } }[];
  };
  await page.goto(`/marking/${atlas.id}/${rows.find((row) => row.handedInAt !== null)!.student.id}`);
  await expect(page.getByRole('img', { name: 'Page 1 of 2' })).toBeVisible();
});
