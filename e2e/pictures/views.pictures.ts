import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { test } from '@playwright/test';
import { controlState, expect, addBox, goTo, openMachine, openShelf, pickFrom } from '../journeys/bench';

const shot = (name: string) => ({
  path: fileURLToPath(new URL(`../../docs/screenshots/${name}.png`, import.meta.url)),
  animations: 'disabled' as const,
});

test('the pictures of docs/screenshots, from the demo data', async ({ page }) => {
  await openShelf(page);
  await page.screenshot(shot('shelf'));
  await openMachine(page, 'Dunnock');
  await page.screenshot(shot('machine'));
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Commissioning' }).click();
  await page.getByLabel('Highest frequency on its display').fill('50');
  await page.waitForTimeout(500);
  await page.screenshot(shot('spindle'));
  await goTo(page, 'Switches');
  await page.getByRole('tab', { name: 'Where they sit' }).click();
  await page.screenshot(shot('switches'));
  await page.getByRole('tab', { name: 'Stop chain' }).click();
  await expect(page.getByRole('article', { name: 'Motor power, by a contactor' })).toContainText('gone after');
  await page.screenshot(shot('switches-stop'));
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  await page.getByRole('button', { name: 'Start motors' }).click();
  await expect(page.getByText('Motors without power')).toHaveCount(0);
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
  await pickFrom(page.getByLabel('Pace'), '1×');
  await page.getByRole('slider', { name: /^X/ }).focus();
  await page.keyboard.down('Shift');
  await page.keyboard.down('ArrowRight');
  await page.waitForTimeout(1500);
  await page.screenshot(shot('practice'));
  await page.keyboard.up('ArrowRight');
  await page.keyboard.up('Shift');
  await openMachine(page, 'Wren', 'Drives');
  await page.getByRole('button', { name: 'Look at X' }).click();
  await expect(page.getByRole('img', { name: /Torque over speed/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Apply' }).first()).toBeVisible({ timeout: 30_000 });
  await page.waitForTimeout(500);
  await page.screenshot(shot('drives'));
  await page.getByRole('button', { name: /finding/ }).click();
  await page.waitForTimeout(500);
  await page.screenshot(shot('findings'));
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await goTo(page, 'Cabinet');
  await page.screenshot(shot('cabinet'));
  await addBox(page, '700', '900', '220');
  await page.getByRole('tab', { name: 'Panel' }).click();
  await page.getByRole('button', { name: 'Lay it out by rules' }).click();
  await page.getByRole('button', { name: 'Put the lengths into the list' }).click();
  await page.waitForTimeout(500);
  await page.screenshot(shot('cabinet-panel'));
  await goTo(page, 'Settings');
  await page.screenshot(shot('settings'));
  await goTo(page, 'Switches');
  await page.getByRole('tab', { name: /When something breaks/ }).click();
  await expect(page.getByRole('button', { name: /dangers/ })).toContainText(/^[1-9]/);
  await page.screenshot(shot('switches-faults'));
  await openMachine(page, 'Plover', 'Wiring');
  await pickFrom(page.getByLabel(/^Sheet/), 'Motor power');
  await page.getByRole('grid').getByRole('row').nth(3).click();
  await page.screenshot(shot('wiring'));
  const view = async (name: string) => {
    await page.getByRole('tab', { name, exact: true }).click();
    await page.waitForTimeout(1200);
  };
  await openMachine(page, 'Dunnock', 'Wiring');
  await view('Diagram');
  await page.getByRole('button', { name: 'Inputs', exact: true }).click();
  await page.getByRole('button', { name: 'Try it' }).click();
  await page.getByRole('button', { name: /-B5 Y plus limit/ }).click();
  // On a slow machine the sheet is laid out for a while.
  await expect(page.locator('.vue-flow__node', { hasText: '-B5' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('Laying the sheet out')).toHaveCount(0, { timeout: 60_000 });
  await page.waitForTimeout(1200);
  await page.waitForTimeout(400);
  await page.screenshot(shot('wiring-diagram'));
  await bringUp(page);
  await page.goto('/parts');
  await expect(page.getByRole('heading', { level: 1, name: 'Parts library' })).toBeVisible();
  await pickFrom(page.getByRole('combobox', { name: 'Kind of the new part' }), 'Axis controller');
  await page.getByRole('textbox', { name: 'Name of the new part' }).fill('Quill 16');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Terminals' }).click();
  for (const [labels, role] of [
    ['PUL0 … PUL3', 'step output'],
    ['DIR0 … DIR3', 'direction output'],
    ['COM', 'common of the inputs'],
    ['IN1 … IN16', 'input'],
    ['OV', 'supply of the outputs'],
    ['Y1 … Y4', 'switched output'],
  ] as const) {
    await page.getByLabel('Labels').fill(labels);
    await pickFrom(page.getByRole('combobox', { name: 'Function of the new terminals' }), role);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
  }
  await page.screenshot(shot('parts'));
  await openMachine(page, 'Plover', 'Wiring');
  await page.setViewportSize({ width: 390, height: 844 });
  await goTo(page, 'Practice');
  await page.screenshot(shot('practice-phone'));
  await goTo(page, 'Bring-up');
  await page.getByRole('button', { name: 'At the machine' }).click();
  await page.waitForTimeout(400);
  await page.screenshot(shot('bringup-phone'));
});

/** A scale that was measured and is found to be a wrong setting; then the log of it. */
async function bringUp(page: Page) {
  await openMachine(page, 'Dunnock', 'Bring-up');
  const list = page.getByRole('navigation', { name: 'Tests' });
  const openAhead = async (title: string) => {
    await list.getByRole('button', { name: title, exact: true }).click();
    await page.getByLabel('Why it is opened all the same').fill('The axis was proven on the bench.');
    await page.getByRole('button', { name: 'Open', exact: true }).click();
  };
  const read = async (values: string[]) => {
    for (const [i, v] of values.entries()) {
      await page.locator('article input[inputmode="decimal"]').nth(i).fill(v);
      await page.locator('article input[inputmode="decimal"]').nth(i).press('Enter');
    }
    await page.getByRole('button', { name: 'Keep this result' }).click();
  };
  await list.getByRole('button', { name: /measuring/ }).click();
  await openAhead('Backlash on reversal: Y');
  await read(['0.03', '0.04', '0.03', '0.05', '0.04']);
  await openAhead('Scale: X');
  await read(['50.05', '100.12', '150.17', '100.14', '50.08', '0.03']);
  await page.waitForTimeout(800);
  await page.screenshot(shot('bringup'));
  await page.getByRole('button', { name: /^Scale of X to/ }).click();
  await goTo(page, 'Binder');
  await page.waitForTimeout(600);
  await page.screenshot(shot('binder'));
}
