import { controlState, expect, expectAccessible, field, fill, goTo, openMachine, stations, test } from './bench';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('at the machine, on a phone: one column, large targets, a tick, a figure and a rehearsal', async ({ page }) => {
  await openMachine(page, 'Plover');
  for (const station of stations) {
    await goTo(page, station);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(over, `${station} is wider than the phone`).toBeLessThanOrEqual(0);
    const main = await page.locator('#station').evaluate((el) => el.scrollWidth - el.clientWidth);
    expect(main, `${station} scrolls sideways`).toBeLessThanOrEqual(0);
  }
  await expectAccessible(page);
  await goTo(page, 'Wiring');
  const step = field(page, 'conductors.drive-x-0/step');
  expect((await step.getByRole('combobox').boundingBox())!.height).toBeGreaterThanOrEqual(44);
  await step.getByRole('combobox').selectOption('connected');
  await expect(page.getByText('15 of 35 connected')).toBeVisible();
  await goTo(page, 'Drives');
  await fill(page, 'axes.x.maxSpeed', '45');
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).tap();
  // Absolute encoders know their place: there is nothing to find.
  await expect(controlState(page)).toHaveText('At rest');
  const plus = page.getByRole('button', { name: 'Hold to move X to plus' });
  await plus.scrollIntoViewIfNeeded();
  const box = (await plus.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await expect(controlState(page)).toHaveText('Moving by hand');
  await page.mouse.up();
  await expect(controlState(page)).toHaveText('At rest');
});
