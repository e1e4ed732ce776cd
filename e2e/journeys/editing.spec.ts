import { expect, exported, field, fill, goTo, openMachine, openShelf, test } from './bench';

test('shelf: rename, duplicate, archive, remove with undo, and samples back', async ({ page }) => {
  await openShelf(page);
  // A first visit explains itself, once; each machine says where it stands.
  const visit = page.getByRole('region', { name: 'How it works' });
  await expect(visit.getByRole('listitem')).toHaveCount(3);
  await visit.getByRole('button', { name: 'Do not show this again' }).click();
  await expect(page.getByRole('link', { name: 'Wire it: 18 of 109 conductors are connected' })).toBeVisible({
    timeout: 30_000,
  });
  await page.reload();
  await expect(page.getByRole('link', { name: 'Open Plover' })).toBeVisible();
  await expect(visit).toHaveCount(0);
  // The words are explained here too.
  await page.keyboard.press('?');
  const terms = page.getByRole('dialog', { name: 'Terms and keys' });
  await terms.getByRole('textbox', { name: 'Find a term' }).fill('e-stop');
  await expect(terms.locator('dl')).toContainText('Stop input');
  await page.keyboard.press('Escape');
  await expect(terms).toBeHidden();
  const card = (name: string) =>
    page.getByRole('article').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await card('Wren').getByRole('button', { name: 'Rename' }).click();
  await page.getByLabel('New name of Wren').fill('Wren & <b>co</b>');
  await page.keyboard.press('Enter');
  // Text is text, never markup.
  await expect(card('Wren & <b>co</b>')).toBeVisible();
  await card('Dunnock').getByRole('button', { name: 'Duplicate' }).click();
  await expect(card('Dunnock (copy)')).toBeVisible();
  await card('Dunnock (copy)').getByRole('button', { name: 'Archive' }).click();
  await page.getByText('Archive (1)').click();
  await page.getByRole('button', { name: 'Back on the shelf' }).click();
  await expect(card('Dunnock (copy)')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Plover' }).click();
  await expect(card('Plover')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card('Plover')).toBeVisible();
  await page.getByRole('button', { name: 'Restore the sample machines' }).click();
  await expect(card('Wren')).toBeVisible();
  await page.reload();
  await expect(card('Wren & <b>co</b>')).toBeVisible();
});

test('a finding leads to its field, a click cures it, and undo brings it back', async ({ page }) => {
  await openMachine(page, 'Wren', 'Drives');
  await page.getByRole('button', { name: /\d+ findings/ }).click();
  const finding = page.locator('[data-finding="pulse-rate:x"]');
  await expect(finding).toContainText('40 mm/s needs 128 kHz. The controller outputs no more than 120 kHz');
  await finding.getByRole('button', { name: 'Go there' }).click();
  await expect(field(page, 'axes.x.maxSpeed').locator('input').first()).toBeFocused();
  await finding.getByRole('button', { name: 'Set the driver to 10000 steps per revolution' }).click();
  await expect(finding).toHaveCount(0);
  await expect(field(page, 'parts.driver-x-0.setup.stepsPerRevolution').locator('input').first()).toHaveValue('10000');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(finding).toHaveCount(0);
  await page.keyboard.press('Alt+l');
  await expect(page.getByRole('complementary', { name: 'Change log' })).toContainText(
    'Undone: -T4 · Steps per revolution: 12800 → 10000',
  );
});

test('a link to a field and a link to a finding open where they point', async ({ page }) => {
  await openMachine(page, 'Wren');
  await page.goto('/machine/wren/drives?field=axes.y.acceleration');
  await expect(field(page, 'axes.y.acceleration').locator('input').first()).toBeFocused();
  await page.goto('/machine/wren/machine?finding=head-first:z');
  await expect(page.locator('[data-finding="head-first:z"]')).toBeFocused();
});

test('fields take a comma, a unit and a fraction, say what is wrong, and toggling units changes nothing', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  const travel = field(page, 'axes.x.travel');
  await fill(page, 'axes.x.travel', '25 1/8"');
  await expect(travel.locator('input').first()).toHaveValue('638.175');
  const before = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Lengths in' }).click();
  await page.getByRole('button', { name: 'Lengths in' }).click();
  await expect(travel.locator('input').first()).toHaveValue('25 1/8');
  expect(await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click())).toBe(
    before,
  );
  await travel.locator('input').first().fill('1,234.5');
  await travel.locator('input').first().press('Enter');
  await expect(travel.getByRole('alert')).toContainText('two separators');
  await expect(travel.locator('input').first()).toHaveValue('1,234.5');
  await travel.locator('input').first().press('Escape');
  await expect(travel.getByRole('alert')).toHaveCount(0);
  await expect(travel.locator('input').first()).toHaveValue('25 1/8');
});

test('the search knows everyday words; the whole way by keyboard', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await page.keyboard.press('Control+k');
  // At once: no letter is lost while the dialog comes up.
  await page.keyboard.type('home offset');
  await expect(page.getByRole('combobox', { name: 'Search everything' })).toHaveValue('home offset');
  await expect(page.getByRole('combobox', { name: 'Search everything' })).toBeFocused();
  await expect(page.getByRole('listbox').getByRole('option').first()).toContainText('Position at the datum');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: /Switches|Settings/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search everything' }).fill('soft limits');
  await expect(page.getByRole('listbox')).toContainText('Envelope');
  await page.keyboard.press('Escape');
  await page.locator('h1').click();
  await page.keyboard.press('Alt+6');
  await expect(page.getByRole('heading', { level: 1, name: 'Wiring' })).toBeVisible();
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Terms and keys' });
  await page.keyboard.type('homing');
  await expect(help.getByRole('textbox', { name: 'Find a term' })).toHaveValue('homing');
  await expect(help.locator('dl')).toContainText('Reference run');
  await help.getByRole('link', { name: 'Go to Practice' }).first().click();
  await expect(page.getByRole('heading', { level: 1, name: 'Practice' })).toBeVisible();
});

test('a term is explained where it is read, pointed at or tapped; so is what a button does', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Drives');
  const word = page.getByRole('columnheader', { name: /wanted speed/i }).first();
  const tooltip = page.locator('.hint');
  await word.click();
  await expect(tooltip).toContainText('The fastest travel that you ask of an axis.');
  await page.keyboard.press('Escape');
  await expect(tooltip).toBeHidden();
  await page.getByRole('button', { name: 'Search everything' }).hover();
  await expect(tooltip).toHaveText('Search (Ctrl K)');
});

test('picking the datum corner in the picture turns every sign that follows from it', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await page.getByRole('button', { name: 'Datum corner at X plus, Y minus' }).focus();
  await page.keyboard.press('Enter');
  await goTo(page, 'Settings');
  await expect(field(page, 'axis/x/envelope-min')).toContainText('−595 mm');
  await expect(field(page, 'axis/x/reference-towards')).toContainText('towards plus');
});

test('an override stays in sight, with its reason and the derived value beside it', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Settings');
  await page.getByRole('button', { name: 'Set by hand: Axis X, Maximum speed' }).click();
  await page.getByLabel('Value of Axis X, Maximum speed').fill('6000 mm/min');
  await page.getByLabel('Reason for Axis X, Maximum speed').fill('belt cover rattles above');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(field(page, 'axis/x/max-speed')).toContainText('100 mm/s');
  await expect(field(page, 'axis/x/max-speed')).toContainText('derived 120 mm/s');
  await expect(field(page, 'axis/x/max-speed')).toContainText('belt cover rattles above');
});

test('by keyboard: findings take the focus and give it back; a fix keeps it; a folded field opens', async ({
  page,
}) => {
  await openMachine(page, 'Wren', 'Drives');
  await page.getByRole('link', { name: /^Drives/ }).focus();
  await page.keyboard.press('Alt+F');
  const panel = page.getByRole('complementary', { name: 'Findings' });
  await expect(panel).toBeFocused();
  const slow = panel.locator('[data-finding="speed-controller-pulse-rate:x"], [data-finding*="pulse"]').first();
  const title = await slow.getByRole('heading').innerText();
  await slow.getByRole('button', { name: /^Reduce the wanted speed/ }).focus();
  await page.keyboard.press('Enter');
  await expect(panel.getByText(`Fixed: ${title}`)).toBeVisible();
  await expect.poll(() => page.evaluate(() => !!document.activeElement?.closest('aside'))).toBe(true);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('link', { name: /^Drives/ })).toBeFocused();
  // The way by the rail ends in the station.
  await page.getByRole('link', { name: /^Machine/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('#station')).toBeFocused();
  const drag = field(page, 'axes.x.dragTorque').locator('input').first();
  await expect(drag).toBeHidden();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('drag torque');
  await page.keyboard.press('Enter');
  await expect(drag).toBeFocused();
});

test('Wren’s three findings are dealt with by keyboard alone', async ({ page }) => {
  await openMachine(page, 'Wren');
  /** Goes on by Tab until this is the control that has the focus; a person who meets a trap gives up too. */
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 60; i++) {
      const here = await page.evaluate(() => document.activeElement?.textContent?.trim() ?? '');
      if (name.test(here)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`${name} is not reached by Tab`);
  };
  await page.keyboard.press('Alt+F');
  const panel = page.getByRole('complementary', { name: 'Findings' });
  await expect(panel).toBeFocused();
  for (const [title, remedy] of [
    ['Y plus limit + reference: a broken wire is never noticed', /^Use the normally closed contact of -B2/],
    ['X cannot reach its wanted speed', /^Set the driver to 10000 steps/],
    ['Z is not referenced first', /^Reference Z first/],
  ] as const) {
    await tabTo(remedy);
    await page.keyboard.press('Enter');
    await expect(panel.getByText(`Fixed: ${title}`)).toBeVisible({ timeout: 30_000 });
    // The focus is where the work goes on, not at the top of the page.
    await expect.poll(() => page.evaluate(() => !!document.activeElement?.closest('aside'))).toBe(true);
  }
  for (const title of ['is never noticed', 'cannot reach its wanted speed', 'is not referenced first'])
    await expect(panel.getByRole('heading', { name: title })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(panel.getByRole('heading', { name: 'Z is not referenced first' })).toBeVisible();
});
