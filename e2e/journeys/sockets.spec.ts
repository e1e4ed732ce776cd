import { readFileSync } from 'node:fs';
import { expect, expectAccessible, pick, pickFrom, test } from './bench';

const wheatear = readFileSync(new URL('../../examples/wheatear.nodaxis.json', import.meta.url), 'utf8');

test('a driver moves to another socket: channel and motor terminals follow, one undo brings it back; a fourth motor needs a larger plug', async ({
  page,
}) => {
  await page.goto('/');
  await pick(page, 'wheatear.nodaxis.json', wheatear);
  await page.getByRole('link', { name: 'Drives' }).click();
  await page.getByRole('tab', { name: 'Driver settings' }).click();
  const board = page.getByRole('region', { name: 'Sockets of the board' });
  const drawn = (text: string) => board.getByRole('img', { name: text });
  await expect(drawn('Socket E: -T5, Y right')).toBeVisible();
  await expect(board).toContainText('copies socket B: Y right is then stepped by channel 2');
  await expectAccessible(page);

  // Z into the free socket D, with a channel of its own.
  await pickFrom(board.getByRole('combobox', { name: 'Driver in socket D' }), '-T6, Z');
  await expect(drawn('Socket C: empty; Socket D: -T6, Z')).toBeVisible();
  await page.getByRole('link', { name: 'Wiring' }).click();
  await page.getByRole('button', { name: /^Plan again/ }).click();
  await page.getByRole('tab', { name: 'Power' }).click();
  const tree = page.getByRole('tree', { name: 'What feeds what' });
  await expect(tree.getByRole('treeitem').filter({ hasText: '-T6' }).last()).toContainText('socket D');
  // Its motor is connected beside that socket now.
  await page.getByRole('tab', { name: 'Cables' }).click();
  await page.getByRole('button', { name: 'Motor Z' }).click();
  await expect(page.getByRole('region', { name: 'Cross-reference of Motor Z' })).toContainText('-K1:D1');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Cross-reference of Motor Z' })).toContainText('-K1:C1');

  // One contact of sixteen is left: the plug is not offered for five conductors more.
  await page.getByRole('button', { name: 'Motor Y left' }).click();
  const plug = page.getByRole('combobox', { name: /^A plug/ });
  await plug.click();
  await plug.fill('Sill');
  await expect(page.getByRole('option', { name: /Sill 16/ }).first()).toBeVisible();
  await expect(page.getByRole('option', { name: /-X3/ })).toHaveCount(0);
});
