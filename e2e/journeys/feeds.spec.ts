import { expect, expectAccessible, openMachine, pickFrom, test } from './bench';

test('a second supply behind a breaker of its own, a work light behind a hand switch: put in, planned, loaded, taken out', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await page.getByRole('link', { name: 'Wiring' }).click();
  await page.getByRole('tab', { name: 'Power' }).click();
  const tree = page.getByRole('tree', { name: 'What feeds what' });
  const row = (name: string | RegExp) => tree.getByRole('treeitem').filter({ hasText: name }).last();
  const panel = page.getByRole('complementary', { name: /^Feed of/ });
  await expect(row('Sieve 16, mains filter')).toContainText('230 V AC');
  await expectAccessible(page);

  // On the filter hangs one more supply.
  await row('Sieve 16, mains filter').getByText('Sieve 16').first().click();
  await pickFrom(panel.getByRole('combobox', { name: 'Hang on it' }), 'Marl 24 L, 24 V supply');
  await expect(panel.getByRole('heading')).toContainText('Marl 24 L');
  await expect(row('Marl 24 L')).toContainText('230 V AC → 24 V DC');
  // A breaker goes ahead of it, and of nothing else.
  await pickFrom(panel.getByRole('combobox', { name: 'Put ahead of it' }), 'Hurdle 2, circuit breaker, 2 A');
  await expect(
    panel.getByRole('combobox', { name: 'Fed from' }).locator('xpath=ancestor::*[contains(@class,"choice")][1]'),
  ).toContainText('Hurdle 2');

  // A light of its voltage can hang on it; one for 12 V is not offered.
  const list = panel.getByRole('combobox', { name: 'Hang on it' });
  await list.click();
  await list.fill('Glim');
  await expect(page.getByRole('option', { name: /Glim 24, work light/ })).toBeVisible();
  await expect(page.getByRole('option', { name: /Glim 12/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await pickFrom(list, 'Glim 24, work light');
  await pickFrom(panel.getByRole('combobox', { name: 'Put ahead of it' }), 'Wicket 1, hand switch for low voltage');
  await expect(row('Wicket 1')).toContainText('0.42 A of 6 A');

  // By keyboard: up to the switch, and what it says.
  await row('Glim 24').getByText('Glim 24').first().click();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('heading')).toContainText('Wicket 1');

  // The planner leads it so.
  await page.getByRole('button', { name: /^Plan again/ }).click();
  await page.getByRole('tab', { name: 'List' }).click();
  await expect(page.getByText('L for Marl 24 L, 24 V supply.').first()).toBeVisible();

  // Taken out, the light hangs on what fed its switch.
  await page.getByRole('tab', { name: 'Power' }).click();
  await row('Wicket 1').getByText('Wicket 1').first().click();
  await panel.getByRole('button', { name: /^Take -Q\d+ out/ }).click();
  await expect(row('Wicket 1')).toHaveCount(0);
  await expect(row('Glim 24')).toBeVisible();
});

test('a breaker that nothing feeds is said in words at its place and among the findings, and one step back mends it', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await page.goto(page.url().replace(/\/[a-z]+(\?.*)?$/, '/wiring?view=power&field=feeds.mains-breaker.in'));
  const panel = page.getByRole('complementary', { name: /^Feed of/ });
  await expect(panel.getByRole('heading')).toContainText('Hurdle 16');
  await pickFrom(panel.getByRole('combobox', { name: 'Fed from' }), 'nothing');
  await expect(page.getByText(/No power reaches -F1 yet/)).toBeVisible();
  await page.getByRole('button', { name: /findings?$/ }).click();
  const found = page.getByRole('complementary', { name: 'Findings' });
  await expect(found).toContainText('Nothing feeds -F1');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/No power reaches -F1 yet/)).toHaveCount(0);
});
