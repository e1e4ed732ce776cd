import type { Page } from '@playwright/test';

/** Brings a test onto the page, from the list that folds its phases. */
export async function openTest(page: Page, phase: RegExp, title: string): Promise<void> {
  const list = page.getByRole('navigation', { name: 'Tests' });
  // On a phone the list is folded below the test.
  const fold = page.getByRole('button', { name: 'All tests' });
  if (await fold.isVisible()) {
    if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
  }
  if (!(await list.getByRole('button', { name: title, exact: true }).isVisible()))
    await list.getByRole('button', { name: phase }).click();
  await list.getByRole('button', { name: title, exact: true }).click();
}
/** Opens a locked test with a reason. */
export async function openAhead(page: Page, phase: RegExp, title: string): Promise<void> {
  await openTest(page, phase, title);
  await page.getByLabel('Why it is opened all the same').fill('Proven on the bench.');
  await page.getByRole('button', { name: 'Open' }).last().click();
}
/** Types readings into the fields of the test on the page, in their order. */
export async function enter(page: Page, values: readonly string[]): Promise<void> {
  const inputs = page.getByRole('article').locator('input[inputmode="decimal"]');
  for (const [i, v] of values.entries()) {
    await inputs.nth(i).fill(v);
    await inputs.nth(i).press('Enter');
  }
}
