import type { Page } from '@playwright/test';
import { enter, openAhead, openTest } from './bringup';
import { expect, openMachine, smallPicture, test, pickFrom } from './bench';

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
    await rehearse(page, machine, seed);
    expect(await follow(page)).toBeGreaterThan(1);
    // Nothing of it has reached the real machine.
    await page.getByRole('radio', { name: 'The real machine' }).click();
    await expect(page.getByText(/^0 of \d+ passed/)).toBeVisible();
  });

test('a scale is measured, calibrated by one click, and made stale by an edit that says why', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Bring-up');
  await openAhead(page, /measuring/, 'Scale: X');
  await enter(page, ['50.06', '100.12', '150.18']);
  // A half-entered test survives a closed tab.
  await page.reload();
  await openTest(page, /measuring/, 'Scale: X');
  await expect(test_(page).locator('input[inputmode="decimal"]').nth(2)).toHaveValue('150.18');
  await expect(button(page, 'Keep this result')).toBeDisabled();
  await enter(page, ['50.06', '100.12', '150.18', '100.13', '50.07', '0.01']);
  await button(page, 'Keep this result').click();
  await expect(page.getByLabel('Judgement')).toContainText('more than the readings scatter');
  await button(page, /^Scale of X to/).click();
  await expect(test_(page).getByRole('status')).toContainText('Done');
  await enter(page, ['50.001', '100.002', '149.999', '100.01', '50.01', '0.01']);
  await button(page, 'Keep this result').click();
  await expect(test_(page).getByText('Passed').first()).toBeVisible();
  await expect(page.getByText(/^1 of 98 passed/)).toBeVisible();

  // Work by hand that touches nothing of it leaves it alone; another drive does not.
  await page.getByText('Something was done by hand').click();
  await pickFrom(page.getByLabel('What was worked on'), 'Screw, nut and bearings of X');
  await page.getByLabel('What was done').fill('greased');
  await button(page, 'Log it').click();
  const again = page.getByLabel('To be tested again');
  await expect(again).toContainText('Scale: X');
  await expect(again).toContainText('Since then: Screw, nut and bearings of X: greased');
  await enter(page, ['50.001', '100.002', '149.999', '100.01', '50.01', '0.01']);
  await button(page, 'Keep this result').click();
  await expect(again).toContainText('Nothing that passed has become doubtful.');

  // The log tells it all; a revision is compared and gone back to, and the result made for another scale is stale.
  await page.getByRole('link', { name: 'Binder' }).click();
  const entries = page.getByRole('list', { name: 'Entries, newest first' });
  await expect(entries.getByRole('button').first()).toContainText('Scale: X');
  await page.getByLabel('Search the log').fill('greased');
  await expect(entries.getByRole('button')).toHaveCount(1);
  await page.getByLabel('Note', { exact: true }).fill('Swarf in the nut.');
  await page
    .getByLabel('Pictures of the note')
    .setInputFiles([{ name: 'nut.png', mimeType: 'image/png', buffer: smallPicture }]);
  await button(page, 'Write it into the log').click();
  await page.getByLabel('Search the log').fill('swarf');
  await entries.getByRole('button').first().click();
  await expect(page.getByLabel('Entry', { exact: true }).getByRole('img', { name: 'nut.png' })).toBeVisible();
  await page.getByRole('tab', { name: 'Revisions' }).click();
  await expect(page.getByLabel('Differences')).toContainText('Scale, set by hand');
  await button(page, /^Go back to revision/).click();
  await page.getByRole('link', { name: 'Bring-up' }).click();
  await expect(again).toContainText('Setting axis/x/scale, set by hand');
  await button(page, 'Undo').click();
  await expect(again).toContainText('Nothing that passed has become doubtful.');
});

test('an impossible reading is asked about; a correction is a result of its own; the card is ticked with its time', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Bring-up');
  await openAhead(page, /datum and envelope/, 'Travel measured: X');
  await enter(page, ['10 m']);
  await expect(page.getByRole('alert')).toContainText('Is it a thousandth of that');
  await expect(button(page, 'Keep this result')).toBeDisabled();
  await enter(page, ['596.9']);
  await page.getByText('Note and pictures').click();
  await page.getByLabel('Note', { exact: true }).fill('Read with a rule.');
  const gauge = { name: 'gauge.png', mimeType: 'image/png', buffer: smallPicture };
  await page.getByLabel('Take a picture').setInputFiles([gauge]);
  await expect(test_(page).getByRole('img', { name: 'gauge.png' })).toHaveCount(1);
  await page.getByLabel('Take a picture').setInputFiles([{ ...gauge, buffer: Buffer.from('no picture') }]);
  await expect(test_(page).getByRole('alert')).toContainText('gauge.png is no picture');
  await button(page, 'Keep this result').click();
  const results = page.getByLabel('Results of this test');
  await expect(results).toContainText('Met at 596.9');
  await expect(results.getByRole('img', { name: 'gauge.png' })).toBeVisible();
  await results.getByRole('button', { name: 'Correct it' }).click();
  await enter(page, ['597.1']);
  // A correction that is broken off is still one when it is taken up again.
  await page.reload();
  await openTest(page, /datum and envelope/, 'Travel measured: X');
  await expect(test_(page)).toContainText('These readings correct an earlier result');
  await button(page, 'Keep this result').click();
  await expect(results).toContainText('Met at 597.1');
  await expect(results).toContainText('Corrected by a later one.');
  await button(page, 'Power-on card').click();
  const card = page.getByRole('complementary', { name: 'At every power-on' });
  await card.getByText('Main switch on.').click();
  await expect(card.getByText(/^\d\d:\d\d:\d\d$/)).toHaveCount(1);
  // The log keeps the first result as it was, with its picture.
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Binder' }).click();
  await page.getByLabel('Search the log').fill('read with a rule');
  await page.getByRole('list', { name: 'Entries, newest first' }).getByRole('button').first().click();
  await expect(page.getByRole('img', { name: 'gauge.png' })).toBeVisible();
});

test('the record goes to paper, the help report tells nothing private, and all of it without a network', async ({
  page,
  context,
}) => {
  await openMachine(page, 'Wren', 'Binder');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(async () => (await caches.keys()).length)).toBeGreaterThan(0);
  await page.reload();
  await context.setOffline(true);
  await page.reload();
  await page.getByRole('tab', { name: 'Machine record' }).click();
  await expect(page.getByRole('article', { name: 'Machine record' })).toContainText('Open findings');
  const [pdf] = await Promise.all([page.waitForEvent('download'), button(page, 'Save as PDF').click()]);
  expect(pdf.suggestedFilename()).toMatch(/^wren-.*\.pdf$/);
  await page.getByRole('tab', { name: 'Help report' }).click();
  await page.getByLabel('What is wrong').fill('Z comes down.');
  const preview = page.getByLabel('Preview');
  await expect(preview).toContainText('Z comes down.');
  await expect(preview).not.toContainText('Wren');
  await page.getByRole('link', { name: 'Bring-up' }).click();
  await button(page, 'At the machine').click();
  const dialog = page.getByRole('dialog', { name: 'At the machine' });
  await dialog.getByText('All match').click();
  await dialog.getByRole('button', { name: 'Keep this result' }).click();
  await expect(dialog.getByText('Passed').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await expect(button(page, 'At the machine')).toBeFocused();
});
