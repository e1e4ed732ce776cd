import { fileURLToPath } from 'node:url';
import { test } from '@playwright/test';
import { controlState, expect, goTo, openMachine, openShelf } from '../journeys/bench';

const shot = (name: string) => ({
  path: fileURLToPath(new URL(`../../docs/screenshots/${name}.png`, import.meta.url)),
  animations: 'disabled' as const,
});

test('the pictures of docs/screenshots, from the demo data', async ({ page }) => {
  await openShelf(page);
  await page.screenshot(shot('shelf'));
  await openMachine(page, 'Dunnock');
  await page.screenshot(shot('machine'));
  await goTo(page, 'Switches');
  await page.screenshot(shot('switches'));
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  await page.getByLabel('Pace').selectOption('10');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 30_000 });
  await page.getByLabel('Pace').selectOption('1');
  await page.getByRole('slider', { name: /^X/ }).focus();
  await page.keyboard.down('Shift');
  await page.keyboard.down('ArrowRight');
  await page.waitForTimeout(1500);
  await page.screenshot(shot('practice'));
  await page.keyboard.up('ArrowRight');
  await page.keyboard.up('Shift');
  await openMachine(page, 'Wren', 'Drives');
  await page.getByRole('button', { name: 'Look at Z' }).click();
  await expect(page.getByRole('img', { name: /Torque over speed/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Do it' }).first()).toBeVisible();
  await page.waitForTimeout(500);
  await page.screenshot(shot('drives'));
  await page.getByRole('button', { name: /finding/ }).click();
  await page.waitForTimeout(500);
  await page.screenshot(shot('findings'));
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await goTo(page, 'Settings');
  await page.screenshot(shot('settings'));
  await openMachine(page, 'Plover', 'Wiring');
  await page.getByLabel(/^Sheet/).selectOption('Motor power');
  await page.getByRole('grid').getByRole('row').nth(3).click();
  await page.screenshot(shot('wiring'));
  const view = async (name: string) => {
    await page.getByRole('tab', { name, exact: true }).click();
    await page.waitForTimeout(1200);
  };
  await view('Parts');
  await page.screenshot(shot('wiring-parts'));
  await openMachine(page, 'Dunnock', 'Wiring');
  await view('Diagram');
  await page.getByRole('button', { name: 'Inputs', exact: true }).click();
  await page.waitForTimeout(1200);
  await page.screenshot(shot('wiring-diagram'));
  await page.getByRole('button', { name: 'The chain explained' }).click();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'On', exact: true }).click();
  await page.waitForTimeout(1200);
  await page.screenshot(shot('wiring-walk'));
  await openMachine(page, 'Wren', 'Wiring');
  await view('Cables');
  await page.getByLabel('A plug').selectOption({ label: 'Burr 6, round connector' });
  await page.getByRole('button', { name: 'Put it in' }).click();
  await page.screenshot(shot('wiring-cables'));
  await view('Plugs and strips');
  await page.getByRole('button', { name: /Burr 6/ }).click();
  await page.screenshot(shot('wiring-plug'));
  await view('As found');
  await page.screenshot(shot('wiring-found'));
  await page.goto('/parts');
  await expect(page.getByRole('heading', { level: 1, name: 'Parts library' })).toBeVisible();
  await page.screenshot(shot('parts'));
  await openMachine(page, 'Plover', 'Wiring');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.screenshot(shot('wiring-phone'));
  await goTo(page, 'Practice');
  await page.screenshot(shot('practice-phone'));
});
