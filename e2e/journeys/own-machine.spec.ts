import {
  choose,
  controlState,
  expect,
  expectAccessible,
  field,
  fill,
  goTo,
  openShelf,
  saved,
  test,
  pickFrom,
} from './bench';

test('from an empty shelf to a mill of one’s own that finds its datum', async ({ page }) => {
  await openShelf(page);
  for (const name of ['Dunnock', 'Wren', 'Plover']) await page.getByRole('button', { name: `Remove ${name}` }).click();
  await expect(page.getByRole('heading', { name: 'The shelf is empty' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Describe your machine' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Shed mill');
  await page.getByText('Mill, bench').click();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Machine' })).toBeVisible();

  // What is missing is named, and leads to its field.
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'X · Hard travel' }).click();
  await expect(field(page, 'axes.x.travel').locator('input').first()).toBeFocused();

  await choose(page, 'roles.controller', 'Sedge 4, processor board');
  await choose(page, 'rails.drives.supply', 'Loam 36, 36 V supply');
  await choose(page, 'rails.logic.supply', 'Marl 5, logic supply');
  for (const [axis, travel] of [
    ['x', '10 1/2 in'],
    ['y', '140,5'],
    ['z', '200 mm'],
  ] as const) {
    await fill(page, `axes.${axis}.travel`, travel);
    await fill(page, `axes.${axis}.transmission.pitch`, '10 tpi');
  }
  await expect(field(page, 'axes.x.travel').locator('input').first()).toHaveValue('266.7');
  await expect(field(page, 'axes.y.travel').locator('input').first()).toHaveValue('140.5');

  await goTo(page, 'Drives');
  for (const axis of ['x', 'y', 'z']) {
    await page.getByRole('button', { name: `Look at ${axis.toUpperCase()}` }).click();
    const [motor, driver] =
      axis === 'z'
        ? ['Magpie 22, closed-loop stepper with brake', 'Merlin 60, closed-loop stepper drive']
        : ['Rook 23, stepper, 57 mm frame', 'Heron 50, stepper driver'];
    await choose(page, `axes.${axis}.drives.0.motor`, motor);
    await choose(page, `axes.${axis}.drives.0.driver`, driver);
    await fill(page, `parts.driver-${axis}-0.setup.stepsPerRevolution`, '1600');
    await fill(page, `axes.${axis}.maxSpeed`, '25');
    await fill(page, `axes.${axis}.acceleration`, '200');
  }
  await expect(page.getByRole('row', { name: /Look at X/ })).toContainText('629.92126 steps/mm');

  await goTo(page, 'Switches');
  const add = async (kind: string, axis?: string) => {
    await page.getByRole('button', { name: 'Add an input' }).click();
    const form = page.getByRole('dialog', { name: 'Add an input' });
    await pickFrom(form.getByLabel('Function'), kind);
    if (axis) {
      await pickFrom(form.getByLabel('Axis'), axis);
      await form.getByLabel('Trip point to hard stop').fill('6');
    }
    await form.getByRole('button', { name: 'Add it' }).click();
    await expect(form).toBeHidden();
  };
  await add('Stop button');
  await add('Limit and reference', 'X');
  await page.getByRole('tab', { name: 'Where they sit' }).click();
  await page.getByText('Figures of X').click();
  await fill(page, 'axes.x.reference.backOff', '2');
  // What X has is not typed again.
  for (const axis of ['Y', 'Z']) {
    const reference = page.getByRole('region', { name: `Reference of ${axis}` });
    await reference.getByRole('button', { name: 'Same as' }).click();
    await page.getByRole('menuitem', { name: 'X' }).click();
    await expect(page.getByRole('menuitem')).toHaveCount(0);
    await expect(reference).toContainText('end');
    await reference.getByText(`Figures of ${axis}`).click();
    await expect(field(page, `axes.${axis.toLowerCase()}.reference.backOff`).locator('input').first()).toHaveValue('2');
  }

  await goTo(page, 'Wiring');
  await page.getByRole('button', { name: 'Plan the wiring' }).click();
  await expect(page.getByText(/0 of \d\d connected/)).toBeVisible();

  await goTo(page, 'Settings');
  await expect(page.getByText(/^(\d+) of \1 known$/)).toBeVisible();
  await expect(field(page, 'input/limit-and-reference-x/active-when')).toContainText('active high');

  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });

  // Nothing is lost when the page is loaded again.
  await saved(page);
  await page.reload();
  await goTo(page, 'Machine');
  await expect(field(page, 'axes.x.travel').locator('input').first()).toHaveValue('266.7');
});
