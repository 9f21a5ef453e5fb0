import { expect, type Locator, type Page } from '@playwright/test';

const MOST_OPTIONS = 60;
/** Chooses one of a list that opens, by what is read there: down the list with the arrow key until it is come to. */
export async function choose(page: Page, label: string, option: string, within: Page | Locator = page): Promise<void> {
  const field = within.getByRole('combobox', { name: label });
  await field.focus();
  await field.press('ArrowDown');
  const active = page.locator('.ant-select-dropdown:visible .ant-select-item-option-active');
  await active.waitFor();
  const here = active.getByText(option, { exact: true });
  for (let n = 0; n < MOST_OPTIONS && (await here.count()) === 0; n++) await field.press('ArrowDown');
  await expect(here).toBeVisible();
  await field.press('Enter');
}

/** A day typed as people type it; the field takes it when it is left. */
export async function typeDay(field: Locator, day: string): Promise<void> {
  await field.focus();
  await field.fill(day);
  await field.press('Tab');
}

/** What takes files, by what stands on it. */
export const fileInput = (within: Page | Locator, name: string): Locator =>
  within.locator('.file-button', { hasText: name }).locator('input[type=file]');
