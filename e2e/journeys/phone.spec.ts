import { controlState, expect, expectAccessible, fill, goTo, openMachine, stations, test } from './bench';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('at the machine, on a phone: one column, large targets, a tick, a figure and a rehearsal', async ({ page }) => {
  await openMachine(page, 'Plover');
  for (const station of stations) {
    await goTo(page, station);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(over, `${station} is wider than the phone`).toBeLessThanOrEqual(0);
    const high = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
    expect(high, `${station}: a swipe would move the whole application away`).toBeLessThanOrEqual(0);
    const main = await page.locator('#station').evaluate((el) => el.scrollWidth - el.clientWidth);
    expect(main, `${station} scrolls sideways`).toBeLessThanOrEqual(0);
  }
  await expectAccessible(page);
  await goTo(page, 'Bring-up');
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeInViewport();
  await goTo(page, 'Wiring');
  await page.getByRole('tab', { name: 'List', exact: true }).tap();
  const row = page.getByRole('grid').getByRole('row').nth(3);
  expect((await row.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  await expect(row).toContainText('mm²');
  const box44 = await row.getByRole('checkbox').locator('xpath=ancestor::label').boundingBox();
  expect(Math.min(box44!.width, box44!.height)).toBeGreaterThanOrEqual(44);
  await page.getByRole('tab', { name: 'Next', exact: true }).tap();
  // Six conductors, one large card after the other.
  const done = page.getByRole('button', { name: 'Connected' });
  expect((await done.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  const numbers: string[] = [];
  for (let i = 1; i <= 6; i++) {
    const card = page.getByRole('article');
    numbers.push((await card.getAttribute('aria-label'))!);
    await expect(card).toContainText(/-[A-Z]\d+:/);
    await done.tap();
    await expect(page.getByText(`${18 + i} of 109 connected`)).toBeVisible();
  }
  expect(new Set(numbers).size).toBe(6);
  await page.getByRole('button', { name: 'Undo' }).last().tap();
  await expect(page.getByText('23 of 109 connected')).toBeVisible();
  await page.getByRole('button', { name: 'Later' }).tap();
  await expect(page.getByRole('article')).not.toHaveAttribute('aria-label', numbers[5]!);
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
  // Far down the page, with a hand on the jog button, the stop is in sight.
  await expect(page.getByRole('button', { name: /^Stop/ })).toBeInViewport({ ratio: 1 });
  await page.mouse.up();
  await expect(controlState(page)).toHaveText('At rest');
});
