import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { addBox, choose, expect, expectAccessible, goTo, openMachine, pickFrom, test } from './bench';

test('a supply that is too small is found, the three ways to a size are told apart, and another one is fitted', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await choose(page, 'rails.drives.supply', 'Loam 36 S, 36 V supply');
  await goTo(page, 'Cabinet');
  // The tree shows it first, since it is the fullest: 3 A of 4.2 A.
  const sum = page.getByRole('complementary', { name: 'The sum' });
  await expect(sum).toContainText('Loam 36 S');
  await expect(sum).toContainText(/loaded to\s71\s%/);
  await page.getByRole('tab', { name: 'Supplies' }).click();
  const list = page.getByRole('navigation', { name: 'Supplies' });
  await list.getByRole('button', { name: /Loam 36 S/ }).click();
  await expect(list.getByRole('button', { name: /Loam 36 S/ })).toContainText('71 %');
  // 108 W while all cut, of 151 W: no reserve. All phase currents together are four times that.
  await expect(list.getByRole('button', { name: /Loam 36 S/ })).toContainText('without reserve');
  const states = page.getByRole('region', { name: 'State by state' });
  await states.getByRole('button', { name: /All move and cut/ }).click();
  await expect(states).toContainText(/= 108\sW/);
  const ways = page.getByRole('region', { name: 'Three ways to a size' });
  await expect(ways).toContainText(/16\sA/);
  await expect(ways).toContainText(/look for\s+4\.29\sA/);
  await expectAccessible(page);

  const which = page.getByRole('region', { name: 'Which one suffices' });
  await which.getByRole('button', { name: 'Apply Loam 36, 36 V supply' }).click();
  await expect(list.getByRole('button', { name: /Loam 36,/ })).toContainText('30 %');
  await expect(which.getByRole('row', { name: /Loam 36,/ })).toContainText('chosen');
  await page.keyboard.press('Control+z');
  await expect(list).toContainText('Loam 36 S');
});

test('a load is tried on another source; what a breaker holds, and what a licensed person is asked', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await goTo(page, 'Cabinet');
  const tree = page.getByRole('region', { name: 'Power tree' });
  const sum = page.getByRole('complementary', { name: 'The sum' });
  // By keyboard: the box of the fan, which takes 0.15 A from the field supply.
  await tree.getByRole('button', { name: /-T3 .*of 5\sA/ }).focus();
  await page.keyboard.press('Enter');
  await expect(sum).toContainText('Marl 24');
  await expect(sum).toContainText('-E1');
  await tree.getByRole('radio', { name: 'Spindle starts' }).check({ force: true });
  await tree.getByRole('button', { name: /-X1/ }).click();
  // 9.93 A of the spindle drive and half as much again.
  await expect(sum).toContainText(/14\.9\sA/);
  await tree.getByRole('radio', { name: 'In use, on average' }).check({ force: true });
  await tree.getByRole('slider', { name: 'Spindle gives' }).focus();
  await page.keyboard.press('Home');
  await tree.getByRole('button', { name: 'Keep' }).click();
  await expect(sum).not.toContainText('-T8');
  await expectAccessible(page);

  await tree.getByRole('radio', { name: 'All move and cut' }).check({ force: true });
  await tree.getByRole('button', { name: /-Q3/ }).click();
  await sum.getByRole('button', { name: 'Try it on another source' }).click();
  await sum.getByRole('button', { name: 'Feed it from -T3 Marl 24, field supply' }).first().click();
  await expect(sum.getByRole('button', { name: 'Try it on another source' })).toBeVisible();
  await page.keyboard.press('Control+z');

  await page.getByRole('tab', { name: 'Protection' }).click();
  const guard = page.getByRole('region', { name: 'Breaker -F1' });
  await expect(guard).toContainText(/73\sA, holds/);
  await expect(page.getByRole('region', { name: 'To ask' })).toContainText('-T8 rectifies the mains');
  await expect(page.getByRole('region', { name: /Earth star/ })).toContainText('places taken');
  await expectAccessible(page);
});

test('a box that gets too warm is given a fan, and a measured hour is laid beside the estimate', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await goTo(page, 'Cabinet');
  await addBox(page, '400', '500', '200');
  const how = page.getByRole('region', { name: 'How warm it gets' });
  await expect(how).toContainText('Too warm for -T8');
  await expectAccessible(page);
  await page.getByRole('button', { name: /1 finding/ }).click();
  await page.getByRole('button', { name: /Fit a fan of/ }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(how).toContainText('Every part bears it');
  await page.keyboard.press('Control+z');

  const measured = page.getByRole('region', { name: 'Measured' });
  for (const [minutes, inside] of [
    ['20', '27'],
    ['45', '31.5'],
    ['80', '34.5'],
    ['120', '36'],
  ] as const) {
    await measured.getByLabel('Minutes after power-on').fill(minutes);
    await measured.getByLabel('Temperature of the room').fill('22');
    await measured.getByLabel('Temperature in the box').fill(inside);
    await measured.getByRole('button', { name: 'Keep the reading' }).click();
    await expect(measured).toContainText(`${minutes} min`);
  }
  await expect(measured).toContainText(/It ends\s+15\.\d\sK\s+above the room/);
  await expect(measured).toContainText('-T8 bears');
  await measured.getByRole('button', { name: 'Go by what was measured' }).click();
  await expect(measured).toContainText('go by what was measured, until it is changed');
  await goTo(page, 'Binder');
  await page.getByRole('tab', { name: 'Logbook' }).click();
  await expect(page.getByText(/After 120 minutes: room/)).toBeVisible();
});

/** What is drawn in a file that a page hands out by its menu of drawings. */
async function drawingOf(page: Page, kind: RegExp): Promise<Buffer> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Drawing 1:1' }).click();
  await page.getByRole('menuitem', { name: kind }).click();
  return readFile(await (await download).path());
}

test('a plate is laid out by rules, a part is moved by keys and by mouse, drilled by a drawing of 1:1, and its lengths go into the list', async ({
  page,
}) => {
  await openMachine(page, 'Wren');
  await goTo(page, 'Cabinet');
  await addBox(page, '800', '1000', '220');
  await page.getByRole('tab', { name: 'Panel' }).click();
  const plate = page.getByRole('region', { name: 'Plate', exact: true });
  await expect(plate).toContainText(/760\smm × 960\smm/);
  await expect(page.getByRole('region', { name: 'Not on the plate' })).toContainText('-T7');
  await plate.getByRole('button', { name: 'Lay it out by rules' }).click();
  await expect(page.getByRole('region', { name: 'Not on the plate' })).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Rails and ducts to cut' })).toContainText('-F1');
  await expectAccessible(page);

  const drive = plate.getByRole('button', { name: /^-T7/ });
  await drive.focus();
  const at = (await drive.getAttribute('aria-label'))!;
  await page.keyboard.press('ArrowRight');
  await expect(drive).not.toHaveAttribute('aria-label', at);
  await page.keyboard.press('ArrowLeft');
  await expect(drive).toHaveAttribute('aria-label', at);
  const from = (await drive.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 + 100, from.y + from.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Math.round((await drive.boundingBox())!.x - from.x)).toBeGreaterThan(80);

  // A duct is made wider, and taken back.
  await plate.getByRole('button', { name: /^Duct d1/ }).focus();
  const duct = page.getByRole('region', { name: 'The duct' });
  await expect(duct).toContainText(/full at its fullest/);
  await pickFrom(duct.getByRole('combobox', { name: 'Width of the duct' }), '60 mm');
  await expect(page.getByRole('region', { name: 'Rails and ducts to cut' })).toContainText(/60\smm ×/);
  await page.keyboard.press('Control+z');

  // Every hole of a rail lies on it; the sheet is as large as the plate and its margin.
  const svg = (await drawingOf(page, /^SVG/)).toString();
  expect(svg).toContain('width="790mm" height="1015mm" viewBox="0 0 790 1015"');
  const rails = [...svg.matchAll(/<line class="rail" x1="([\d.]+)" y1="([\d.]+)" x2="([\d.]+)"/g)].map((m) =>
    m.slice(1).map(Number),
  ) as [number, number, number][];
  const holes = [...svg.matchAll(/<circle class="drill" cx="([\d.]+)" cy="([\d.]+)" r="2.1"/g)].map((m) =>
    m.slice(1).map(Number),
  ) as [number, number][];
  for (const [x1, y, x2] of rails)
    expect(holes.filter(([x, cy]) => cy === y && x > x1 && x < x2).length).toBeGreaterThanOrEqual(2);
  expect((await drawingOf(page, /^DXF/)).toString()).toContain('LWPOLYLINE');
  expect((await drawingOf(page, /^PDF/)).subarray(0, 5).toString()).toBe('%PDF-');

  const wires = page.getByRole('region', { name: 'Wires and cables' });
  await wires.getByRole('button', { name: 'Put the lengths into the list' }).click();
  await expect(wires).toContainText('has the lengths of this layout');
  await goTo(page, 'Wiring');
  const grid = page.getByRole('grid', { name: 'Conductors' });
  await grid.getByRole('row').nth(3).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('e');
  // Breaker and filter stand side by side: a short wire now, no longer the estimate of 0.8 m.
  await expect(page.locator('#conductor-editor').getByLabel('Length')).toHaveValue(/^0\.[1-4]/);
});

test('a front: a stop button is put in, its hole drawn, the door earthed; the layout goes out and in again', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await goTo(page, 'Cabinet');
  await addBox(page, '800', '1000', '220');
  await page.getByRole('tab', { name: 'Panel' }).click();
  await page.getByText('Front', { exact: true }).click();
  await page.getByRole('button', { name: 'Put -S2 into the front' }).click();
  const front = page.getByRole('region', { name: 'Front', exact: true });
  await front.getByRole('button', { name: /^-S2/ }).focus();
  await expect(page.getByRole('region', { name: 'The part' })).toContainText(/hole ⌀ 22\.3\smm/);
  expect((await drawingOf(page, /^SVG/)).toString()).toContain('r="11.15"');
  const door = page.getByRole('region', { name: 'Door and cables' });
  await pickFrom(door.getByRole('combobox', { name: 'What closes the box' }), 'a door, hinged on the left');
  await expect(page.getByRole('button', { name: /1 finding/ })).toBeVisible();
  await door.getByText('A strap of its own earths it').click();
  await expect(page.getByRole('button', { name: /0 findings/ })).toBeVisible();
  await expectAccessible(page);

  await page.getByText('Plate', { exact: true }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the layout' }).click();
  const layout = await readFile(await (await download).path());
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  const take = (name: string, buffer: Buffer) =>
    page.getByLabel('Layout file').setInputFiles({ name, mimeType: 'application/json', buffer });
  await take('broken.json', layout.subarray(0, 40));
  await expect(page.getByText('This file is damaged or is no JSON.')).toBeVisible();
  await take('layout.json', layout);
  await expect(page.getByText(/1 part has its place from layout\.json/)).toBeVisible();
});
