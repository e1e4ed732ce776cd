import { choose, controlState, expect, expectAccessible, goTo, openMachine, test } from './bench';

test('a pendant is fitted to a lathe, wired at once, and moves an axis by its own wheel while a hand allows it', async ({
  page,
}) => {
  await openMachine(page, 'Plover', 'Wiring');
  await page.getByRole('tab', { name: 'Parts', exact: true }).click();
  await choose(page, 'roles.pendant', 'Moth 100, pendant with complementary tracks');
  const replan = page.getByRole('button', { name: /^Plan again/ });
  if (await replan.isVisible()) await replan.click();

  // Its inputs have come with it, each by what is printed beside its contact.
  await goTo(page, 'Switches');
  for (const name of ['Enabling', 'Wheel moves X', 'Wheel moves Z', 'Wheel step ×100'])
    await expect(page.getByRole('row', { name: new RegExp(`^${name}`) })).toBeVisible();

  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  if (await page.getByRole('button', { name: 'Start motors' }).count())
    await page.getByRole('button', { name: 'Start motors' }).click();
  await expect(controlState(page)).toHaveText('At rest');
  await page.getByText('its pendant').click();
  const pendant = page.getByRole('group', { name: 'Pendant' });
  const wheel = pendant.getByRole('slider');
  await pendant.getByRole('radiogroup', { name: 'Axis of the wheel' }).getByText('X', { exact: true }).click();
  await pendant.getByRole('radiogroup', { name: 'Step of the wheel' }).getByText('×100', { exact: true }).click();
  const x = page.getByRole('slider', { name: /^X:/ });
  const before = Number(await x.getAttribute('aria-valuenow'));
  await wheel.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('region', { name: 'Story' })).toContainText('while the enabling switch is not held');
  expect(Number(await x.getAttribute('aria-valuenow'))).toBe(before);

  await pendant.getByText('enabling switch held').click();
  await wheel.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageUp');
  // Thirty clicks of a tenth are 3 mm of the slide; a lathe shows X as a diameter, its ruler too.
  await expect.poll(async () => Number(await x.getAttribute('aria-valuenow')) - before).toBeCloseTo(6, 1);
  await expect(pendant).toContainText(/at an encoder input: counted up to/);
  await expectAccessible(page);
});
