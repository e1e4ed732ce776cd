import type { Locator, Page } from '@playwright/test';
import { controlState, expect, expectAccessible, goTo, openMachine, test, pickFrom } from './bench';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true });
const story = (page: Page) => page.getByRole('region', { name: 'Story' });
const ruler = (page: Page, letter: string) => page.getByRole('slider', { name: new RegExp(`^${letter}:`) });
const valueOf = async (l: Locator) => Number(await l.getAttribute('aria-valuenow'));

/** Goes from control to control by the Tab key alone until one has the focus. */
async function tabTo(page: Page, target: Locator) {
  for (let i = 0; i < 160; i++) {
    if (await target.evaluate((e) => e === document.activeElement).catch(() => false)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('no amount of tabbing leads there');
}
async function enter(page: Page, target: Locator) {
  await tabTo(page, target);
  await page.keyboard.press('Enter');
}
/** A choice of a list that the Tab key leads to. */
async function choose(page: Page, list: Locator, label: string) {
  const box = list.and(page.getByRole('combobox'));
  await tabTo(page, box);
  await page.keyboard.press('Enter');
  const at = async () => page.locator(`[id="${await box.getAttribute('aria-activedescendant')}"]`).textContent();
  for (let i = 0; i < 20 && (await at())?.trim() !== label; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.locator('.choice').filter({ has: box })).toContainText(label);
}

async function started(page: Page, machine = 'Dunnock') {
  await openMachine(page, machine, 'Practice');
  await button(page, 'Power on').click();
  await expect(controlState(page)).toHaveText('At rest, datum unknown');
  if (await button(page, 'Start motors').count()) await button(page, 'Start motors').click();
  await expect(page.getByText('Motors without power')).toHaveCount(0);
}
async function referenced(page: Page) {
  await pickFrom(page.getByLabel('Pace'), '20×');
  await button(page, 'Reference run').click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
  await pickFrom(page.getByLabel('Pace'), '1×');
}

test('without motor power nothing follows; a limit is provoked, left the right way, and the datum found', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Practice');
  await button(page, 'Power on').click();
  await expect(page.getByText('Motors without power')).toBeVisible();
  await button(page, 'Start motors').click();
  await expect(page.getByText('Motors without power')).toHaveCount(0);

  await pickFrom(page.getByLabel('Pace'), '20×');
  await ruler(page, 'X').focus();
  await page.keyboard.down('ArrowLeft');
  await expect(controlState(page)).toHaveText('Latched', { timeout: 20_000 });
  await page.keyboard.up('ArrowLeft');
  await expect(story(page)).toContainText('The limit at the minus end of X has tripped. The way off is to plus.');
  await expect(page.getByRole('list', { name: 'Inputs' }).locator('.lit')).toContainText('X minus limit');
  // Further on is refused, away is not.
  await page.keyboard.down('ArrowLeft');
  await expect(story(page)).toContainText('X stays put: it may only move away');
  await page.keyboard.up('ArrowLeft');
  await page.keyboard.down('ArrowRight');
  await expect(story(page)).toContainText('is free again');
  await page.keyboard.up('ArrowRight');
  await button(page, 'Acknowledge').click();
  await expect(controlState(page)).toHaveText('At rest, datum unknown');
  await referenced(page);
  await expect(story(page)).toContainText('Every axis has its datum.');

  // The wheel and a press of a switch on the drawing.
  await page.getByText('handwheel').click();
  const wheel = page.getByRole('slider', { name: /Handwheel/ });
  await wheel.focus();
  for (let i = 0; i < 10; i++) await wheel.press('ArrowRight');
  await expect.poll(() => valueOf(ruler(page, 'X'))).toBeGreaterThan(0.8);
  const notch = page.getByLabel('Press X plus limit by hand').first();
  const box = (await notch.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await expect(controlState(page)).toHaveText('Latched');
  await page.mouse.up();
});

test('a game controller moves one axis at a time, and stops it when it is let go or pulled out', async ({ page }) => {
  await page.addInitScript(() => {
    const pad = { id: 'Bench pad', connected: true, axes: [0, 0], buttons: [], index: 0 };
    Object.assign(window, { pad });
    navigator.getGamepads = () => [pad.connected ? pad : null] as never;
  });
  const push = (x: number, y: number, connected = true) =>
    page.evaluate((p) => Object.assign((window as never as { pad: object }).pad, p), { axes: [x, y], connected });
  const standing = async () => {
    const at = await valueOf(ruler(page, 'X'));
    await page.waitForTimeout(300);
    return (await valueOf(ruler(page, 'X'))) === at;
  };
  await started(page);
  await page.getByText('stick', { exact: true }).click();
  await expect(page.getByText('Bench pad')).toBeVisible();
  await push(0.9, 0.3);
  await expect.poll(() => valueOf(ruler(page, 'X'))).toBeGreaterThan(2);
  // The lesser deflection is no command while one axis is led.
  expect(await valueOf(ruler(page, 'Y'))).toBe(0);
  await push(0, 0);
  await expect.poll(standing).toBe(true);
  await push(-0.9, 0);
  await expect.poll(standing).toBe(false);
  await push(-0.9, 0, false);
  await expect.poll(standing).toBe(true);
});

test('a program is fixed where it is wrong, zeroed, run, paused and brought to its end', async ({ page }) => {
  await started(page);
  await referenced(page);
  await tab(page, 'Program').click();
  const text = page.getByRole('textbox', { name: 'Program' });
  await text.fill('G21\nG0 X10 Y10\nG1 X60 F1200 Q5\nM30');
  await expect(page.getByRole('alert')).toContainText('line 3, column 14: Q is not known here.');
  await page.getByRole('alert').getByRole('button').click();
  expect(await text.evaluate((t: HTMLTextAreaElement) => t.selectionStart)).toBe(28);
  await text.fill('G21\nG0 X10 Y10\nG1 X700 F1200\nM30');
  await expect(page.getByRole('alert')).toContainText(
    'X would go to 700 mm in machine position; the envelope allows 0 mm to 595 mm',
  );
  await expect(button(page, /^Run$/)).toBeDisabled();
  await text.fill('G21\nG0 X10 Y10\nG1 X60 F600\nG3 X80 Y30 J20\nG1 X10 Y10\nM30');
  await expect(page.getByText('Read, drawn, and inside the envelope.')).toBeVisible();
  await button(page, /^Run$/).click();
  await expect(controlState(page)).toHaveText('Following a program');
  await expect(page.locator('[aria-current]').filter({ hasText: 'G1 X60' })).toBeVisible({ timeout: 15_000 });
  await button(page, 'Pause').click();
  await expect(controlState(page)).toHaveText('Paused');
  await expect(page.getByText('A pause is no stop').first()).toBeVisible();
  await button(page, 'Continue').click();
  await pickFrom(page.getByLabel('Pace'), '20×');
  await expect(story(page)).toContainText('The program is at its end.', { timeout: 20_000 });

  // The whole story saved and told again ends where it ended.
  const [saved] = await Promise.all([page.waitForEvent('download'), button(page, 'Save the story').click()]);
  await button(page, 'Restart').click();
  await expect(controlState(page)).toHaveText('No power');
  await page.getByLabel('Replay a saved story').setInputFiles(await saved.path());
  await expect(story(page)).toContainText('The program is at its end.', { timeout: 20_000 });
  await page
    .getByLabel('Replay a saved story')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(page.getByRole('alert')).toContainText('This is no story of a rehearsal.');
  await button(page, 'Good').click();

  // The trace of it, as a chart and as a table.
  await tab(page, 'Trace').click();
  await pickFrom(page.getByLabel('Channels'), 'following error');
  const [file] = await Promise.all([page.waitForEvent('download'), button(page, 'Save as CSV').click()]);
  expect(file.suggestedFilename()).toBe('Dunnock trace.csv');
  await button(page, '3-D view').click();
  await expect(page.getByRole('img', { name: /in 3-D/ })).toBeVisible();
});

test('a program from a few figures: seen from above, refused outside the envelope, put in its place, run in the air', async ({
  page,
}) => {
  await started(page);
  await referenced(page);
  await tab(page, 'Program').click();
  await button(page, 'Write one').click();
  const dialog = page.getByRole('dialog', { name: 'A program from a few figures' });
  const put = dialog.getByRole('button', { name: 'Put it into the simulated control' });
  const figure = async (name: string, value: string) => {
    await dialog.getByLabel(name, { exact: true }).fill(value);
    await dialog.getByLabel(name, { exact: true }).press('Enter');
  };
  await figure('Along X', '900');
  await expect(dialog.getByRole('alert')).toContainText('larger than the envelope');
  await figure('Along X', '100');
  await figure('Along Y', '60 mm');
  await figure('Diameter of the tool', '20');
  // 80 by 40 of the tool’s middle: its edge does the rest.
  await expect(dialog.getByRole('img', { name: /^Way of the tool from above, 80 mm by / })).toBeVisible();
  await expectAccessible(page, true);
  const saving = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save as file' }).click();
  expect((await saving).suggestedFilename()).toBe('Dunnock surfacing.nc');
  await put.click();
  const program = page.getByRole('textbox', { name: 'Program', exact: true });
  await expect(program).toHaveValue(/^\(surfacing 100 by 60, tool 20/);

  // With its zero at the datum of the machine it would go above the top of Z, and says so.
  await expect(page.getByRole('alert')).toContainText('Z would go to 5 mm');
  await tab(page, 'Zero, spindle').click();
  await page.getByLabel(/^Work position of Z|^Z: .*work/i).fill('40');
  await button(page, 'Set Z').click();
  await tab(page, 'Program').click();
  await expect(page.getByText(/inside the envelope/)).toBeVisible();
  await page.getByLabel('How much higher').fill('10');
  await page.getByLabel('How much higher').press('Enter');
  await button(page, 'Once more in the air').click();
  await expect(program).toHaveValue(/^\(in the air: everything 10 higher, spindle off\)/);
  await expect(program).not.toHaveValue(/M3\b/);
});

test('a plate is touched off by a written program: proven by a hand first; with the clip off nothing goes down', async ({
  page,
}) => {
  await started(page);
  await referenced(page);
  await tab(page, 'Zero, spindle').click();
  await page.getByLabel('Work position of Z here').fill('-40');
  await button(page, 'Move Z to this work position').click();
  const z = page.getByRole('row', { name: /^Z/ });
  await expect(z).toContainText('−40 mm');
  await tab(page, 'Program').click();
  await button(page, 'Write one').click();
  const dialog = page.getByRole('dialog', { name: 'A program from a few figures' });
  await pickFrom(dialog.getByLabel('Which program'), 'Z by a plate');
  await expect(dialog.getByLabel('The program')).toContainText('TOUCH Z10 F60');
  await expectAccessible(page, true);
  // Another control would not know these lines.
  await expect(dialog.getByRole('button', { name: 'Save as file' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Put it into the simulated control' }).click();

  const on = button(page, 'Continue');
  const run = page.getByRole('button', { name: 'Run', exact: true });
  // On a loaded machine a click can fall into the drawing of the panel: it is made again until the program runs.
  const start = () =>
    expect(async () => {
      if (await run.isVisible()) await run.click({ timeout: 5_000 });
      await expect(run).toBeHidden({ timeout: 5_000 });
    }).toPass();
  await start();
  await on.click();
  // Nobody holds the plate to the tool: it has risen, and that was all.
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
  await expect(story(page)).toContainText('touched nothing');
  await tab(page, 'Zero, spindle').click();
  await expect(z).toContainText(/−(30|29\.99\d*)\smm/);
  await tab(page, 'Program').click();

  await start();
  await on.click();
  await expect(on).toBeHidden();
  await button(page, 'Hold the plate to the tool').click();
  await expect(on).toBeVisible();
  await button(page, 'Lay it under the tool').click();
  await on.click();
  await expect(story(page)).toContainText('The program is at its end', { timeout: 60_000 });
  await expect(story(page)).toContainText(/Work position of Z is (9\.9\d*|10\.?\d*)\smm here/);
});

test('two drills by mouse: distances doubled, and a gantry that is racked', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Practice');
  await tab(page, 'Drills').click();
  await button(page, /Distances doubled/).click();
  await expect(controlState(page)).toHaveText('At rest, datum unknown');
  const look = async (what: string) => {
    await pickFrom(page.getByLabel('Walk up and look'), what);
    await button(page, 'Look').click();
  };
  await look('Measure where X is');
  await tab(page, 'By hand').click();
  await pickFrom(page.getByLabel('Step for each press'), '10');
  await button(page, 'Hold to move X to plus').click();
  await expect.poll(() => valueOf(ruler(page, 'X'))).toBe(10);
  await tab(page, 'Drills').click();
  await look('Measure where X is');
  await expect(page.getByText(/20\smm from where you measured last/)).toBeVisible();
  await look('Look at the drive of X');
  await expect(page.getByText(/set to 800 pulses a revolution/)).toBeVisible();
  await page.getByText('The drive is set to half the pulses a revolution').click();
  await button(page, 'That is what it is').click();
  await expect(page.getByRole('heading', { name: 'Distances doubled: passed, 100 points' })).toBeVisible();
  await button(page, 'Back to the list').click();

  await button(page, /gantry that is racked/).click();
  await expect(page.getByText('The skew of the gantry is drawn 15 times as large.')).toBeVisible();
  await look('Measure Y on both sides');
  await expect(page.getByText(/side is .* ahead/)).toBeVisible();
  await pickFrom(page.getByLabel('Pace'), '20×');
  await button(page, 'Reference run').click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
  await look('Measure Y on both sides');
  await expect(page.getByRole('list', { name: 'Goals' }).locator('.good')).toHaveCount(3);
  await button(page, 'I am done').click();
  await expect(page.getByRole('heading', { name: /passed, 100 points/ })).toBeVisible();
});

test('two drills by the keyboard alone: the lamp for the wrong axis, and the run that runs away', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Practice');
  await tabTo(page, tab(page, 'By hand'));
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await enter(page, button(page, /lamp for the wrong axis/));
  await expect(controlState(page)).toHaveText('At rest, datum unknown');
  await enter(page, button(page, 'Press a switch by hand'));
  await enter(page, button(page, /X plus limit/));
  await expect(page.getByRole('list', { name: 'Inputs' }).locator('.lit')).toContainText('Y plus limit');
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('radio').first());
  const right = page.getByRole('radio', { name: 'Two switches arrive at each other’s inputs' });
  for (let i = 0; i < 4 && !(await right.isChecked()); i++) await page.keyboard.press(i ? 'ArrowDown' : 'Space');
  await expect(right).toBeChecked();
  await enter(page, button(page, 'That is what it is'));
  await expect(page.getByRole('heading', { name: /passed, \d+ points/ })).toBeVisible();
  await enter(page, button(page, 'Back to the list'));

  await enter(page, button(page, /reference run that runs away/));
  await expect(controlState(page)).toHaveText('At rest, datum unknown');
  const look = async (what: string) => {
    await choose(page, page.getByLabel('Walk up and look'), what);
    await enter(page, button(page, 'Look'));
  };
  await look('Measure where X is');
  await tabTo(page, tab(page, 'Drills'));
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
  await choose(page, page.getByLabel('Step for each press'), '1');
  await tabTo(page, ruler(page, 'X'));
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => valueOf(ruler(page, 'X'))).toBe(1);
  await tabTo(page, tab(page, 'By hand'));
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await look('Measure where X is');
  await expect(page.getByText(/−1\smm from where you measured last/)).toBeVisible();
  await tabTo(page, page.getByRole('radio').first());
  const turned = page.getByRole('radio', { name: /Two leads of one coil are swapped/ });
  for (let i = 0; i < 4 && !(await turned.isChecked()); i++) await page.keyboard.press(i ? 'ArrowDown' : 'Space');
  await enter(page, button(page, 'That is what it is'));
  await expect(
    page.getByRole('heading', { name: 'The reference run that runs away: passed, 100 points' }),
  ).toBeVisible();
});

test.describe('what goes wrong around it', () => {
  test.use({ expectedErrors: [/lost on purpose/] });
  test('a long program shows its progress, a page out of sight pauses, and a machine that is lost comes back', async ({
    page,
  }) => {
    await started(page);
    await referenced(page);
    await tab(page, 'Program').click();
    const long = `F1200\n${Array.from({ length: 60_000 }, (_, i) => `G1 X${10 + (i % 90)} Y${20 + ((i * 7) % 80)}`).join('\n')}`;
    await page
      .getByLabel('Load a file')
      .setInputFiles({ name: 'long.nc', mimeType: 'text/plain', buffer: Buffer.from(long) });
    await expect(page.getByText('60001 lines')).toBeVisible({ timeout: 30_000 });
    await button(page, /^Run$/).click();
    await expect(controlState(page)).toHaveText('Following a program');
    await page.evaluate(() => {
      Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
      document.dispatchEvent(new Event('visibilitychange'));
    });
    await expect(controlState(page)).toHaveText('Paused');
    await expect(page.getByRole('alert')).toContainText('out of sight');
    await button(page, 'Good').click();
    await page.evaluate(() => dispatchEvent(new Event('gamepaddisconnected')));
    await expect(page.getByRole('alert')).toContainText('The game controller is gone');
    await button(page, 'Good').click();
    await button(page, 'Abandon').click();
    const x = await valueOfTab(page);
    const worker = page.workers().find((w) => w.url().includes('practice'))!;
    await worker.evaluate(() => {
      setTimeout(() => {
        throw new Error('lost on purpose');
      });
    });
    await expect(page.getByRole('alert')).toContainText('The simulated machine has stopped');
    await button(page, 'Continue from there').click();
    await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
    await expect.poll(async () => Math.abs((await valueOfTab(page)) - x)).toBeLessThan(0.05);
  });
});
async function valueOfTab(page: Page): Promise<number> {
  await tab(page, 'By hand').click();
  return valueOf(ruler(page, 'X'));
}

test('a spindle that needs a permission: its input is added and wired, the guard is opened, the spindle stops and says why', async ({
  page,
}) => {
  await openMachine(page, 'Wren', 'Switches');
  await page.getByRole('button', { name: 'Add an input' }).click();
  const dialog = page.getByRole('dialog');
  await pickFrom(dialog.getByLabel('Function'), 'Spindle permit: collet, drawbar, chuck guard');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  // It is given while its contact is closed: a wire that comes off forbids.
  await expect(page.getByRole('row', { name: /Spindle permit/ })).toContainText('normally open');
  await goTo(page, 'Wiring');
  await page.getByRole('button', { name: /Plan again/ }).click();
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  const permit = page.getByRole('button', { name: 'Spindle permit' });
  await expect(permit).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('tab', { name: 'Zero, spindle' }).click();
  await page.getByRole('button', { name: 'Spindle on' }).click();
  await expect(story(page)).toContainText('The spindle is commanded to turn');
  await permit.click();
  await expect(story(page)).toContainText('“Spindle permit” no longer allows it: the spindle stops');
  await page.getByRole('button', { name: 'Spindle on' }).click();
  await expect(story(page)).toContainText('The spindle does not start: “Spindle permit” does not allow it.');
  await expectAccessible(page);
});
