import type { Page } from '@playwright/test';
import {
  choose,
  expect,
  expectAccessible,
  exported,
  field,
  fill,
  goTo,
  openMachine,
  openShelf,
  saved,
  test,
  pickFrom,
  slideTo,
} from './bench';

const ladder = (page: Page, letter: string) => page.getByRole('row', { name: `Look at ${letter}` });
const help = (page: Page) => page.getByRole('tabpanel', { name: 'What would help' });

test('a stalling axis is found, understood and cured', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Drives');
  await fill(page, 'axes.x.acceleration', '6000');
  await fill(page, 'axes.x.maxSpeed', '280');
  await expect(ladder(page, 'X')).toContainText('motor torque');
  await page.getByRole('button', { name: /findings/ }).click();
  const finding = page.locator('[data-finding="stall:x"]');
  await expect(finding).toContainText(/X stalls at its wanted speed|X has little torque in reserve/);
  await expect(finding).toContainText(/the motor gives 0\.\d+\sN·m; the axis needs 0\.\d+\sN·m/);
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  // The chart says it in words too, and another bus can be tried without changing anything.
  await expect(page.getByRole('img', { name: /Torque over speed/ })).toBeVisible();
  // Pointing at it breaks no content policy: that would be an error of the console.
  await page.locator('.chart canvas').first().hover();
  await slideTo(page.getByLabel('Try a supply of'), 42);
  await expect(page.getByRole('button', { name: 'Apply Loam 42, 42 V supply' })).toBeVisible();

  // What helps is tried on a copy; two are pinned side by side, one is carried out.
  const softer = help(page).getByRole('row', { name: /^Acceleration 1800/ });
  await page.getByRole('button', { name: /^Show all/ }).click({ timeout: 20_000 });
  await expect(softer).toBeVisible();
  await softer.getByRole('button', { name: 'Pin' }).click();
  await expect(page.getByRole('table', { name: 'Pinned side by side' })).toContainText('Acceleration 1800');
  await softer.getByRole('button', { name: 'Apply' }).click();
  await expect(field(page, 'axes.x.acceleration').locator('input').first()).toHaveValue('1800');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field(page, 'axes.x.acceleration').locator('input').first()).toHaveValue('6000');
});

test('what a driver is to be set to, which driver fits, the coils of an unmarked motor', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Drives');
  await page.getByRole('tab', { name: 'Driver settings' }).click();
  await expect(page.getByRole('img', { name: 'Switches on: 2, 3, 5, 6' })).toBeVisible();
  await page.getByText('Switch table of this driver').click();
  await page.locator('textarea').first().fill('1600: 7\n3200: nine');
  // The table has just unfolded: a click that falls into that is made again.
  await expect(async () => {
    await page.getByRole('button', { name: 'Keep this table' }).click();
    await expect(page.getByRole('alert')).toContainText('Steps, line 2: "3200: nine"', { timeout: 5000 });
  }).toPass();
  await page.locator('textarea').first().fill('1600: 7');
  await page.getByRole('button', { name: 'Keep this table' }).click();
  await expect(page.getByRole('img', { name: 'Switches on: 2, 3, 7' })).toBeVisible();

  await page.getByRole('tab', { name: 'Which driver' }).click();
  await expect(page.getByRole('row', { name: /Osprey 400/ })).toContainText('A servo drive does not run a stepper');
  await page.getByRole('tab', { name: 'Closed loop' }).click();
  await expect(page.getByRole('row', { name: /Following error/ })).toContainText('3 mm');
  await page.getByLabel('or a program').fill('G0 X100\nG5 X0 I5');
  await expect(page.getByRole('alert')).toContainText('line 2, column 1: G5 is not known here');
  await page.getByLabel('or a program').fill('G0 X100\nG1 X0 F1800');
  await expect(page.getByRole('row', { name: /RMS torque over the program/ })).toContainText(/0\.\d+/);
  await page.getByRole('tab', { name: 'Steps or fieldbus' }).click();
  await expect(page.getByRole('heading', { name: 'Fieldbus', exact: true })).toBeVisible();

  await page.getByRole('tab', { name: 'Coil finder' }).click();
  await page.getByLabel('Their colours').fill('red, blue, green, black');
  const enter = async (a: string, b: string, ohms: string) => {
    await pickFrom(page.getByLabel('First lead'), a);
    await pickFrom(page.getByLabel('Second lead'), b);
    await page.getByLabel('Ohms').fill(ohms);
    await page.getByRole('button', { name: 'Enter' }).click();
  };
  await enter('red', 'green', '1,4');
  await expect(page.getByText('Next: Measure blue to black')).toBeVisible();
  await enter('blue', 'black', '1,5');
  await expect(page.getByRole('table', { name: 'Terminals found' })).toContainText('A′');
  await expectAccessible(page);
});

test('a machine in inches: every figure typed and read in its own units', async ({ page }) => {
  await openShelf(page);
  await page.getByRole('button', { name: 'New machine' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Inch mill');
  await page.getByRole('dialog').getByText('Mill, bench').click();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('button', { name: 'Lengths in' }).click();
  await choose(page, 'roles.controller', 'Sedge 4, processor board');
  await choose(page, 'rails.drives.supply', 'Loam 36, 36 V supply');
  await fill(page, 'axes.x.travel', '10 1/2');
  await fill(page, 'axes.x.transmission.pitch', '5 tpi');
  await page.getByLabel('Name of the moving part').fill('Table');
  await page.getByLabel('Mass of the moving part').fill('22 lb');
  await page.getByRole('region', { name: 'Moving masses' }).getByRole('checkbox', { name: 'X' }).check();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  // What was entered can be read in its row.
  const entered = page
    .getByRole('region', { name: 'Moving masses' })
    .getByRole('row', { name: 'Table' })
    .getByRole('textbox');
  await expect(entered).toHaveValue('22');
  expect((await entered.boundingBox())!.width).toBeGreaterThan(40);
  await goTo(page, 'Drives');
  await choose(page, 'axes.x.drives.0.motor', 'Rook 23, stepper, 57 mm frame');
  await choose(page, 'axes.x.drives.0.driver', 'Heron 50, stepper driver');
  await fill(page, 'parts.driver-x-0.setup.stepsPerRevolution', '1600');
  await fill(page, 'axes.x.maxSpeed', '2');
  await fill(page, 'axes.x.acceleration', '20');
  await expect(ladder(page, 'X')).toContainText('8000 steps/in');
  await expect(ladder(page, 'X')).toContainText(/wanted\s+2\sin\/s/);
  await expect(page.getByRole('img', { name: /in\/s/ })).toBeVisible();
  // A slip of the unit is refused where it is typed, and what was there stays.
  await goTo(page, 'Machine');
  const pitch = field(page, 'axes.x.transmission.pitch');
  await pitch.locator('input').first().fill('4000 mm');
  await pitch.locator('input').first().press('Enter');
  await expect(pitch.getByRole('alert')).toContainText('between 0.1 mm and 100 mm');
  await expect(page.getByText('Typed, not entered')).toBeVisible();
  await pitch.locator('input').first().press('Escape');
  await saved(page);
  const file = JSON.parse(
    await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click()),
  );
  expect(file.design.axes.x.transmission.pitch).toMatchObject({ entered: 5, unit: 'tpi' });
  expect(file.design.axes.x.maxSpeed).toMatchObject({ entered: 2, unit: 'in/s' });
});

test('a controller is compared before it is chosen; a library comes in from a table with two bad rows', async ({
  page,
}) => {
  await openMachine(page, 'Wren');
  await page.getByRole('button', { name: 'Compare controllers' }).click();
  const dialog = page.getByRole('dialog', { name: 'Which controller' });
  await expect(dialog.getByRole('row', { name: /Tansy 3/ })).toContainText('This closes a door: no channel is left');
  await dialog.getByRole('button', { name: 'Apply Teasel 6, networked motion controller' }).click();
  await expect(dialog.getByRole('row', { name: /Teasel 6/ })).toContainText('(chosen)');
  await page.keyboard.press('Escape');

  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: 'Parts library' }).click();
  await page.getByLabel('Library files').setInputFiles({
    name: 'motors.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'class;name;holdingTorque;ratedCurrent;resistance;rotorInertia\nmotor;Shed motor;1,9;3,5;0,8;480\nmotor;Heavy;two;3;1;500\nmotor;Odd;1;2 kg;1;300\n',
    ),
  });
  await expect(page.getByRole('status')).toHaveText('1 part taken from motors.csv; 2 mistakes in it.');
  await expect(page.getByRole('alert')).toContainText('row 3, column 3 (holdingTorque)');
  await expect(page.getByRole('alert')).toContainText('row 4, column 4 (ratedCurrent)');
  await expectAccessible(page);
  // What its data sheet leaves open is said, and an estimate is marked as one.
  await page.getByRole('button', { name: 'Data sheet of Shed motor' }).click();
  const row = page.getByRole('row', { name: /^Inductance/ });
  await expect(row).toContainText('torque over speed stays open');
  await row.getByRole('button', { name: 'Take 2.8 mH as an estimate' }).click();
  await expect(row).toContainText('an estimate');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('row', { name: /Shed motor/ })).toBeVisible();
  await page.getByRole('link', { name: '← Shelf' }).click();
  await page.getByRole('link', { name: 'Open Wren' }).click();
  await goTo(page, 'Drives');
  await page.getByRole('button', { name: 'Look at Y' }).click();
  await choose(page, 'axes.y.drives.0.motor', 'Shed motor');
  await expect(field(page, 'axes.y.drives.0.motor')).toContainText('Shed motor');
});

test('what the torque waits for leads to its place in the data sheet, where an estimate can stand in', async ({
  page,
}) => {
  await openMachine(page, 'Wren', 'Drives');
  await page.getByRole('button', { name: 'Look at Y' }).click();
  await page.getByRole('button', { name: 'Data sheet of -M2' }).click();
  const sheet = page.getByRole('dialog', { name: /Data sheet of -M2/ });
  await sheet.getByLabel('Inductance').fill('');
  await sheet.getByLabel('Inductance').press('Enter');
  await expect(sheet.getByRole('row', { name: /^Inductance/ })).toContainText('torque over speed stays open');
  await sheet.getByLabel('Rotor inertia').fill('900 furlong');
  await sheet.getByLabel('Rotor inertia').press('Enter');
  await expect(sheet.getByRole('alert')).toContainText('"furlong" is not a unit');
  await sheet.getByLabel('Rotor inertia').fill('0,56 kg·cm²');
  await sheet.getByLabel('Rotor inertia').press('Enter');
  await expect(sheet.getByRole('alert')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: '-M2 · Inductance' })).toBeVisible();

  await goTo(page, 'Wiring');
  await page.getByRole('button', { name: /findings/ }).click();
  const finding = page.locator('[data-finding="torque-unknown:y"]');
  await expect(finding).toContainText('-M2 · Inductance');
  await finding.getByRole('button', { name: 'Go there' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Drives' })).toBeVisible();
  await expect(sheet.getByLabel('Inductance')).toBeFocused();
  await sheet.getByRole('button', { name: 'Take 1.6 mH as an estimate' }).click();
  await expect(sheet.getByRole('row', { name: /^Inductance/ })).toContainText('an estimate');
  await sheet.getByRole('button', { name: 'Keep as an own part' }).click();
  await expect(sheet.getByRole('status')).toHaveText('It is in your parts library now.');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('img', { name: /Torque over speed/ })).toBeVisible();
  await expect(finding).toHaveCount(0);
});

test('a motor that no list has is entered where it is missed, and used at once', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Drives');
  await choose(page, 'axes.x.drives.0.motor', 'My own …');
  const sheet = page.getByRole('dialog', { name: /Data sheet of/ });
  await expect(sheet.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Attic 23');
  await page.keyboard.press('Tab');
  // A stepper’s sheet: what only a servo has is not asked.
  await expect(sheet.getByText('Peak torque')).toHaveCount(0);
  for (const [label, figure] of [
    ['Step angle', '1.8'],
    ['Holding torque', '1.9'],
    ['Rated current', '2.8'],
    ['Resistance', '1.1'],
    ['Inductance', '3.6'],
    ['Rotor inertia', '440'],
  ] as const) {
    await sheet.getByLabel(label, { exact: true }).fill(figure);
    await sheet.getByLabel(label, { exact: true }).press('Enter');
  }
  await sheet.getByRole('button', { name: 'Use it as motor' }).click();
  await expect(sheet).toBeHidden();
  await expect(field(page, 'axes.x.drives.0.motor')).toContainText('Attic 23');
  await expect(
    page.getByRole('heading', { name: /X: is the wanted speed possible\? (Yes|Only just|No)/ }),
  ).toBeVisible();
  // Micro-steps are the other face of the steps.
  await fill(page, 'parts.driver-x-0.setup.stepsPerRevolution', '1/16');
  await expect(field(page, 'parts.driver-x-0.setup.stepsPerRevolution').locator('input').first()).toHaveValue('3200');
});

test('a gantry on one driver: what it costs is told, and the wiring plan follows', async ({ page }) => {
  await openShelf(page);
  await page.getByRole('button', { name: 'New machine' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Long router');
  await page.getByRole('dialog').getByText('Router, moving gantry').click();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('Enter next:')).toBeVisible();
  await choose(page, 'roles.controller', 'Sedge 4, processor board');
  await choose(page, 'rails.drives.supply', 'Loam 42, 42 V supply');
  await fill(page, 'axes.y.travel', '900');
  await fill(page, 'axes.y.transmission.pitch', '8');
  await page.getByLabel('Name of the moving part').fill('Gantry');
  await page.getByLabel('Mass of the moving part').fill('14');
  await page.getByRole('region', { name: 'Moving masses' }).getByRole('checkbox', { name: 'Y' }).check();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await goTo(page, 'Drives');
  await page.getByRole('button', { name: 'Look at Y' }).click();
  for (const i of [0, 1]) await choose(page, `axes.y.drives.${i}.motor`, 'Rook 23, stepper, 57 mm frame');
  await choose(page, 'axes.y.drives.0.driver', 'Heron 50, stepper driver');
  await fill(page, 'parts.driver-y-0.setup.stepsPerRevolution', '1600');
  await fill(page, 'axes.y.maxSpeed', '60');
  await fill(page, 'axes.y.acceleration', '300');
  await page.getByRole('button', { name: 'In series on the first driver' }).click();
  await page.getByRole('button', { name: /findings/ }).click();
  const finding = page.locator('[data-finding="series-motors:y"]');
  await expect(finding).toContainText('Both motors of Y hang on one driver');
  await expect(finding).toContainText(/with a driver of its own \d/);
  await goTo(page, 'Wiring');
  await page.locator('#station').getByRole('button', { name: 'Plan the wiring' }).click();
  await page.getByRole('searchbox', { name: 'Find' }).fill('in series');
  await expect(field(page, 'conductors.drive-y-1/phase-a-plus')).toContainText('in series');
  await goTo(page, 'Drives');
  await finding.getByRole('button', { name: /a driver of its own/ }).click();
  await expect(finding).toHaveCount(0);
  await expect(field(page, 'axes.y.drives.1.driver')).toContainText('Heron 50');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('torque, help and the parts library stand in one column; the whole way by keyboard too', async ({ page }) => {
    await openMachine(page, 'Wren', 'Drives');
    await expect(page.getByRole('img', { name: /Torque over speed/ })).toBeVisible();
    await expect(help(page).getByRole('button', { name: 'Apply' }).first()).toBeVisible({ timeout: 20_000 });
    const narrow = async () => {
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over).toBeLessThanOrEqual(0);
      const main = page.locator('#station');
      if (await main.count())
        expect(await main.evaluate((el) => el.scrollWidth - el.clientWidth)).toBeLessThanOrEqual(0);
    };
    await narrow();
    // From tab to tab with the arrow keys, as tabs go.
    await page.getByRole('tab', { name: 'What would help' }).focus();
    for (const name of [
      'Driver settings',
      'Which driver, which supply',
      'Closed loop',
      'Servo drive',
      'Steps or fieldbus',
      'Coil finder',
    ]) {
      await page.keyboard.press('ArrowRight');
      await expect(page.getByRole('tab', { name })).toBeFocused();
      await expect(page.getByRole('tabpanel', { name })).toBeVisible();
      await narrow();
    }
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('tab', { name: 'What would help' })).toBeFocused();
    await page.goto('/parts');
    await expect(page.getByRole('heading', { level: 1, name: 'Parts library' })).toBeVisible();
    await narrow();
    await expectAccessible(page);
  });
});

test('a servo drive is put into service by its sheet: its gear, its own numbers, and what it shows', async ({
  page,
}) => {
  await openMachine(page, 'Plover', 'Drives');
  await page.getByRole('tab', { name: 'Servo drive' }).click();
  const sheet = page.getByRole('region', { name: 'Commissioning sheet' });
  // 131 072 counts for 10 000 pulses.
  await expect(sheet).toContainText('= 8192 / 625');
  const number = sheet.getByLabel('Number of Electronic gear, numerator in the drive');
  await number.fill('G-11');
  await number.press('Enter');
  const shows = sheet.getByLabel('Electronic gear, numerator, read back');
  await shows.fill('8000');
  await shows.press('Enter');
  await expect(sheet.getByRole('status')).toContainText('1 is something else');
  await shows.fill('8192');
  await shows.press('Enter');
  await expect(sheet.getByRole('status')).toContainText('1 of 16 read back');
  await sheet.getByRole('button', { name: 'Keep this reading' }).click();
  await expectAccessible(page);
});
