import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import {
  controlState,
  expect,
  expectAccessible,
  exported,
  field,
  goTo,
  openMachine,
  pick,
  stations,
  test,
  pickFrom,
} from './bench';

test('from the demo: figures, wire list, polarity, settings, a rehearsal, and the file out and in again', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Drives');
  await expect(page.getByRole('row', { name: /X/ }).first()).toContainText('160 steps/mm');

  await goTo(page, 'Wiring');
  await expect(page.getByText('158 of 158 connected')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find' }).fill('-T4:ST+');
  await expect(field(page, 'conductors.drive-x-0/step')).toContainText('-K1:1P');
  await expect(field(page, 'conductors.drive-x-0/step')).toContainText('-T4:ST+');

  await goTo(page, 'Switches');
  await expect(field(page, 'circuits.limit-x-plus')).toContainText('active low');
  await expect(field(page, 'circuits.limit-x-plus')).toContainText('at once');

  await goTo(page, 'Settings');
  await expect(field(page, 'axis/x/scale')).toContainText('1600 / 10 mm');
  await expect(field(page, 'axis/z/envelope-min')).toContainText('−127 mm');
  // On paper they say whose they are, and no button is printed.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText(/^Dunnock · Settings · revision \d+ of 2 March 2026 · all \d+ settings$/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'CSV' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });

  await goTo(page, 'Practice');
  const state = controlState(page);
  await expect(state).toHaveText('No power');
  await page.getByRole('button', { name: 'Power on' }).click();
  await expect(state).toHaveText('At rest, datum unknown');
  await page.getByRole('button', { name: 'Start motors' }).click();
  await expect(page.getByText('Motors without power')).toHaveCount(0);
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(state).toHaveText('At rest', { timeout: 30_000 });
  await expect(page.getByText('Every axis has its datum.')).toBeVisible();

  // By hand: a held key moves, letting go stops.
  await pickFrom(page.getByLabel('Pace'), '1×');
  const x = page.getByRole('slider', { name: /^X/ });
  await x.focus();
  await page.keyboard.down('ArrowRight');
  await expect(state).toHaveText('Moving by hand');
  await expect.poll(async () => Number(await x.getAttribute('aria-valuenow'))).toBeGreaterThan(4);
  await page.keyboard.up('ArrowRight');
  await expect(state).toHaveText('At rest');

  // By drag: the cursor is taken to a place along the ruler.
  const rule = x.locator('svg');
  const box = (await rule.boundingBox())!;
  const at = Number(await x.getAttribute('aria-valuenow'));
  await rule.dragTo(rule, {
    sourcePosition: { x: box.width * 0.2, y: 30 },
    targetPosition: { x: box.width * 0.5, y: 30 },
  });
  await expect.poll(async () => Number(await x.getAttribute('aria-valuenow'))).toBeGreaterThan(at + 50);

  // The stop: latched, and nothing starts when it is released.
  await page.keyboard.press('Escape');
  await expect(state).toHaveText('Latched');
  await page.getByRole('button', { name: /turn to release/ }).click();
  await expect(page.getByText('The stop is released.')).toBeVisible();
  await expect(state).toHaveText('Latched');
  await page.getByRole('button', { name: 'Acknowledge' }).click();
  await expect(state).toHaveText('At rest');

  const text = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  const out = readMachineFile(text);
  expect(out.ok && out.value.file.design.name).toBe('Dunnock');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await pick(page, 'dunnock.nodaxis.json', text);
  await expect(page.getByText('Dunnock (imported)')).toBeVisible();
  const again = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  const back = readMachineFile(again);
  if (!out.ok || !back.ok) throw new Error('an export could not be read');
  expect({ ...back.value.file.design, name: '' }).toEqual({ ...out.value.file.design, name: '' });
  expect(back.value.file.journal).toEqual(out.value.file.journal);
});

// Every station once, spread over the three machines; the check itself takes seconds a page.
for (const [machine, seen] of [
  ['Dunnock', ['Machine', 'Practice']],
  ['Wren', ['Drives', 'Switches']],
  ['Plover', ['Wiring', 'Settings']],
] as const)
  test(`${machine}: opens whole, in both themes, without a serious fault of access`, async ({ page }) => {
    await openMachine(page, machine);
    for (const station of stations) {
      await goTo(page, station);
      await expect(page.locator('#station section, #station [role=grid]').first()).toBeVisible();
    }
    for (const station of seen) {
      await goTo(page, station);
      await expectAccessible(page);
    }
    await page.getByRole('button', { name: 'Dark theme' }).click();
    await page.getByRole('button', { name: /finding/ }).click();
    await expectAccessible(page);
  });
