import { readFileSync } from 'node:fs';
import { choose, controlState, expect, field, fill, goTo, openShelf, pickFrom, saved, test } from './bench';

const shipped = JSON.parse(readFileSync(new URL('../../examples/wheatear.nodaxis.json', import.meta.url), 'utf8')) as {
  design: { conductors: object };
};

test('a circuit-board router with plug-in drivers is entered from nothing, planned like the one that ships, and finds its datum', async ({
  page,
}) => {
  test.slow();
  await openShelf(page);
  await page.getByRole('button', { name: 'New machine' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Board router');
  await page.getByRole('dialog', { name: 'New machine' }).getByText('Router, moving gantry').click();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();

  await choose(page, 'roles.controller', 'Tansy 5, board with five driver sockets');
  await choose(page, 'rails.drives.supply', 'Loam 24, 24 V supply');
  for (const [axis, travel] of [
    ['x', '230'],
    ['y', '320'],
    ['z', '60'],
  ] as const) {
    await fill(page, `axes.${axis}.travel`, travel);
    await fill(page, `axes.${axis}.transmission.pitch`, '2');
    await fill(page, `axes.${axis}.transmission.starts`, '4');
  }

  // Four drivers into five sockets: the second motor of the gantry takes the one that copies the first.
  await goTo(page, 'Drives');
  for (const [axis, drives] of [
    ['x', [0]],
    ['y', [0, 1]],
    ['z', [0]],
  ] as const) {
    await page.getByRole('button', { name: `Look at ${axis.toUpperCase()}` }).click();
    for (const drive of drives) {
      await choose(page, `axes.${axis}.drives.${drive}.motor`, 'Siskin 5, stepper, 42 mm frame');
      await choose(page, `axes.${axis}.drives.${drive}.driver`, 'Dunlin B, plug-in stepper driver');
      await fill(page, `parts.driver-${axis}-${drive}.setup.stepsPerRevolution`, '1600');
      await fill(page, `parts.driver-${axis}-${drive}.setup.peakCurrent`, '1.7');
    }
    await fill(page, `axes.${axis}.maxSpeed`, axis === 'z' ? '12' : '30');
    await fill(page, `axes.${axis}.acceleration`, '200');
  }
  await page.getByRole('button', { name: 'Look at Y' }).click();
  await page.getByText('Direction and command').last().click();
  await field(page, 'axes.y.drives.1.invertedInWiring').getByRole('checkbox').click();

  await goTo(page, 'Switches');
  for (const [kind, axis] of [
    ['Stop button'],
    ['Limit and reference', 'X'],
    ['Limit and reference', 'Y'],
    ['Limit and reference', 'Z'],
  ]) {
    await page.getByRole('button', { name: 'Add an input' }).click();
    const form = page.getByRole('dialog', { name: 'Add an input' });
    await pickFrom(form.getByLabel('Function'), kind!);
    if (axis) {
      await pickFrom(form.getByLabel('Axis'), axis);
      await form.getByLabel('Trip point to hard stop').fill('5');
    }
    await form.getByRole('button', { name: 'Add it' }).click();
    await expect(form).toBeHidden();
  }
  await page.getByRole('tab', { name: 'Where they sit' }).click();
  for (const axis of ['X', 'Y', 'Z']) {
    await page.getByText(`Figures of ${axis}`).click();
    await fill(page, `axes.${axis.toLowerCase()}.reference.backOff`, '2');
  }

  // The mains passes as many devices as are chosen, one after the other.
  await goTo(page, 'Wiring');
  await page.getByRole('tab', { name: 'Parts', exact: true }).click();
  await fill(page, 'mainsVoltage', '230');
  await choose(page, 'rails.mains.inlet', 'Gate 16, mains inlet');
  for (const [n, device] of [
    'Stile 2, main switch',
    'Hurdle 10, circuit breaker, 10 A',
    'Sieve 16, mains filter',
  ].entries())
    await choose(page, `rails.mains.devices.${n}`, device);
  await choose(page, 'rails.earth', 'Ridge, earth bar with shield clamps');
  await choose(page, 'stopStrategy', 'nothing: it asks the controller');
  await choose(page, 'roles.spindle', 'Dibble 400, direct-current spindle');
  await choose(page, 'roles.spindleDrive', 'Stoat 400, speed controller on the mains');
  await choose(page, 'roles.host', 'Desk, computer of the machine');
  await pickFrom(page.getByRole('combobox', { name: 'What to put on an output' }), 'Spindle speed');
  await page.getByRole('button', { name: 'Add', exact: true }).click();

  // Spindle, fan and work light each get a hand switch.
  await page.getByRole('tab', { name: 'Power', exact: true }).click();
  const tree = page.getByRole('tree', { name: 'What feeds what' });
  const panel = page.getByRole('complementary', { name: /^Feed of/ });
  const at = async (name: string) => {
    await tree.getByRole('treeitem').filter({ hasText: name }).last().getByText(name).first().click();
    await expect(panel.getByRole('heading')).toContainText(name);
  };
  const ahead = (device: string) => pickFrom(panel.getByRole('combobox', { name: 'Put ahead of it' }), device);
  await at('Stoat 400');
  await ahead('Wicket 2, hand switch for the mains');
  for (const load of ['Zephyr, cabinet fan', 'Glim 24, work light']) {
    await at('Loam 24');
    await pickFrom(panel.getByRole('combobox', { name: 'Hang on it' }), load);
    await at(load.split(',')[0]!);
    await ahead('Wicket 1, hand switch for low voltage');
  }
  await page.getByRole('button', { name: 'Plan the wiring' }).click();

  // One plug of sixteen contacts takes three motors to the gantry.
  await page.getByRole('tab', { name: 'Cables', exact: true }).click();
  for (const [n, cable] of ['Motor X', 'Motor Y right', 'Motor Z'].entries()) {
    await page.getByRole('button', { name: cable, exact: true }).click();
    const plug = page.getByRole('combobox', { name: /^A plug/ });
    await pickFrom(plug, n ? '-X3 Sill 16, bulkhead connector' : 'Sill 16, bulkhead connector');
    await page.getByRole('button', { name: 'Put it in' }).click();
  }
  const replan = page.getByRole('button', { name: /^Plan again/ });
  if (await replan.isVisible()) await replan.click();
  await expect(page.getByText(`0 of ${Object.keys(shipped.design.conductors).length} connected`)).toBeVisible();

  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 60_000 });
  await saved(page);
});
