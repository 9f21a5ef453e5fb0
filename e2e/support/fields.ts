import type { Locator, Page } from '@playwright/test';

/** Chooses one of a list that opens, by what is read there. */
export async function choose(page: Page, label: string, option: string, within: Page | Locator = page): Promise<void> {
  // What is chosen stands above the field, so that is what one presses.
  await within.locator('.ant-select', { has: page.getByRole('combobox', { name: label }) }).click();
  await page.locator('.ant-select-dropdown:visible .ant-select-item-option').getByText(option, { exact: true }).click();
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
