import { choose, expect, expectAccessible, goTo, openMachine, test } from './bench';

test('a supply that is too small is found, the three ways to a size are told apart, and another one is fitted', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await choose(page, 'rails.drives.supply', 'Loam 36 S, 36 V supply');
  await goTo(page, 'Cabinet');
  // The tree shows it first, since it is the fullest: 3.6 A of 4.2 A.
  const sum = page.getByRole('complementary', { name: 'The sum' });
  await expect(sum).toContainText('Loam 36 S');
  await expect(sum).toContainText(/loaded to\s85\s%/);
  await page.getByRole('tab', { name: 'Supplies' }).click();
  const list = page.getByRole('navigation', { name: 'Supplies' });
  await list.getByRole('button', { name: /Loam 36 S/ }).click();
  await expect(list.getByRole('button', { name: /Loam 36 S/ })).toContainText('85 %');
  // 129 W while all cut, of 151 W: no reserve. All phase currents together are four times that.
  await expect(list.getByRole('button', { name: /Loam 36 S/ })).toContainText('without reserve');
  const states = page.getByRole('region', { name: 'State by state' });
  await states.getByRole('button', { name: /All move and cut/ }).click();
  await expect(states).toContainText(/= 129\sW/);
  const ways = page.getByRole('region', { name: 'Three ways to a size' });
  await expect(ways).toContainText(/16\sA/);
  await expect(ways).toContainText(/look for\s+5\.1\sA/);
  await expectAccessible(page);

  const which = page.getByRole('region', { name: 'Which one suffices' });
  await which.getByRole('button', { name: 'Apply Loam 36, 36 V supply' }).click();
  await expect(list.getByRole('button', { name: /Loam 36,/ })).toContainText('36 %');
  await expect(which.getByRole('row', { name: /Loam 36,/ })).toContainText('chosen');
  await page.keyboard.press('Control+z');
  await expect(list).toContainText('Loam 36 S');
});
