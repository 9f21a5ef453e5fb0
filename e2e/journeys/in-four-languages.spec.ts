import { expect, test, type Page } from '@playwright/test';
import { asks, PASSWORD, someone } from '../support/people';
import { readerOf } from '../support/reading';
import { studentScreens, teacherScreens, within, type Screen } from '../support/screens';

/** Whoever sits here reads in this language; their account stays as the other journeys know it. */
async function reading(page: Page, language: string): Promise<void> {
  await page.route(/\/api\/(?:session|family)$/, async (route) => {
    const response = await route.fetch();
    const json = (await response.json()) as { me?: { language: string } | null; language?: string };
    if (json.me) json.me.language = language;
    if (json.language) json.language = language;
    await route.fulfill({ response, json });
  });
}

/** Goes through screens, and says what on them is not in the language. */
async function walk(page: Page, language: string, screens: readonly Screen[]): Promise<string[]> {
  const reader = readerOf(page, language);
  await reading(page, language);
  await page.goto('/account');
  await page.locator('form').first().waitFor();
  await page.waitForLoadState('networkidle');
  expect(await page.locator('html').getAttribute('lang')).toBe(language);
  const found = await reader.leftOver();
  for (const [path, ready] of screens) {
    await within(page, path, ready);
    found.push(...(await reader.leftOver()));
  }
  return found;
}

const TOO_LONG_MS = 240_000;

test('a teacher walks the whole school in Arabic, and nothing is left over in another language', async ({ browser }) => {
  test.setTimeout(TOO_LONG_MS);
  const page = await someone(browser, 'odile.finch');
  expect(await walk(page, 'ar', await teacherScreens(page))).toEqual([]);
});

test('a student does so in French', async ({ browser }) => {
  test.setTimeout(TOO_LONG_MS);
  const page = await someone(browser, 'bao.lindqvist', { width: 390, height: 844 });
  expect(await walk(page, 'fr', await studentScreens(page))).toEqual([]);
});

test('a family does so in Spanish, from the door on', async ({ browser }) => {
  const page = await someone(browser, undefined, { width: 390, height: 844 });
  const reader = readerOf(page, 'es');
  const found: string[] = [];
  const reads = async (ready: string) => {
    await page.locator(ready).first().waitFor();
    found.push(...(await reader.leftOver()));
  };
  await page.goto('/sign-in');
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'es');
  await reads('form');
  for (const path of ['/join/R4KM7TX', '/card', '/forgotten', '/family']) {
    await page.goto(path);
    await reads('form');
  }
  await asks(page, 'post', '/api/session', { userName: 'salma.alrashid', password: PASSWORD });
  await reading(page, 'es');
  await page.goto('/family');
  await reads('.class');
  await page.goto('/family?settings');
  await reads('.settings');
  expect(found).toEqual([]);
});
