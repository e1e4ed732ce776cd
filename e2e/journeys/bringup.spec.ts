import type { Page } from '@playwright/test';
import { expect, openMachine, test } from './bench';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
const test_ = (page: Page) => page.getByRole('article');

/** Begins a rehearsal with mistakes drawn by a seed, so that a run can be told again. */
async function rehearse(page: Page, machine: string, seed: number) {
  await page.addInitScript((s) => {
    Date.now = ((now) => () => ((window as never as { seeding?: boolean }).seeding ? s : now()))(Date.now.bind(Date));
  }, seed);
  await openMachine(page, machine, 'Bring-up');
  await page.getByRole('radio', { name: 'A rehearsal' }).click();
  await page.evaluate(() => Object.assign(window, { seeding: true }));
  await button(page, '5 hidden mistakes').click();
  await page.evaluate(() => Object.assign(window, { seeding: false }));
}

/** Follows the pages alone: readings, result, the first way out, the next test; until nothing is left. */
async function follow(page: Page) {
  const takings = button(page, 'Let the machine take the readings');
  const keep = button(page, 'Keep this result');
  const waysOut = page.getByRole('list', { name: 'Ways out' });
  const done = page.getByText('Everything that this machine needs has passed.');
  let found = 0;
  let last = '';
  let times = 0;
  for (let i = 0; i < 220; i++) {
    if (await done.isVisible()) return found;
    const title = await test_(page).getByRole('heading', { level: 2 }).innerText();
    times = title === last ? times + 1 : 0;
    last = title;
    expect(times, `${title} does not come to an end`).toBeLessThan(5);
    await takings.click();
    await expect(keep).toBeEnabled({ timeout: 60_000 });
    await keep.click();
    await expect(button(page, 'Next test')).toBeVisible();
    if (await waysOut.isVisible()) {
      found++;
      const ways = waysOut.getByRole('button');
      await ways.nth(Math.min(times, (await ways.count()) - 1)).click();
    }
    await button(page, 'Next test').click();
  }
  throw new Error('no end');
}

for (const [machine, seed] of [
  ['Dunnock', 2],
  ['Wren', 5],
  ['Plover', 5],
] as const)
  test(`${machine}, with five hidden mistakes, is brought up by following the pages`, async ({ page }) => {
    test.setTimeout(240_000);
    await rehearse(page, machine, seed);
    expect(await follow(page)).toBeGreaterThan(1);
    // Nothing of it has reached the real machine.
    await page.getByRole('radio', { name: 'The real machine' }).click();
    await expect(page.getByText(/^0 of \d+ passed/)).toBeVisible();
  });
