import { readFileSync } from 'node:fs';
import { expect, expectAccessible, goTo, pick, pickFrom, test } from './bench';

const avocet = readFileSync(new URL('../../examples/avocet.nodaxis.json', import.meta.url), 'utf8');

test('a head is taken off and another one put on: figures, inputs and Practice follow; what is wrong with the one on the bench is told', async ({
  page,
}) => {
  await page.goto('/');
  await pick(page, 'avocet.nodaxis.json', avocet);
  const heads = page.getByRole('region', { name: 'Heads that are exchanged' });
  await expect(heads.getByRole('radio', { name: 'Spindle' })).toBeChecked();
  await expect(page.getByRole('region', { name: 'Moving masses' })).toContainText('Z carries 1.6 kg');
  await expectAccessible(page);

  // By keyboard: the hot wire goes on; its mass counts, and its input is there.
  await heads.getByRole('radio', { name: 'Spindle' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(heads.getByRole('radio', { name: 'Hot wire' })).toBeChecked();
  await expect(page.getByRole('region', { name: 'Moving masses' })).toContainText('Z carries 0.7 kg');
  await goTo(page, 'Practice');
  await expect(page.getByRole('list', { name: 'Inputs' })).toContainText('Pause');
  await page.getByRole('button', { name: 'Power on' }).click();
  await page.getByRole('tab', { name: 'Zero, spindle' }).click();
  const wire = page.getByRole('checkbox', { name: /Ember wire/ });
  await wire.check({ force: true });
  await expect(page.getByText('A load is switched on.')).toBeVisible();
  // A stop switches it off.
  await page.keyboard.press('Escape');
  await expect(page.getByText('A load is switched off.')).toBeVisible();
  await expect(wire).not.toBeChecked();

  // From the title block, at any station: back to the spindle.
  await page.getByRole('button', { name: 'Head on the machine' }).click();
  await page.getByRole('menuitem', { name: 'Put “Spindle” on the machine' }).click();
  await expect(page.getByRole('list', { name: 'Inputs' })).not.toContainText('Pause');

  // Its input keeps its terminal meanwhile.
  await goTo(page, 'Switches');
  const pause = page.getByRole('row').filter({ hasText: 'Pause' });
  await expect(pause).toContainText('its head “Hot wire” is off');
  await expect(pause).toContainText('J5 planned');
  // The wiring holds both heads, whichever is on.
  await goTo(page, 'Wiring');
  await page.getByRole('tab', { name: 'Cables' }).click();
  await expect(page.getByRole('button', { name: 'Switched load E1' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Motor spindle' })).toBeVisible();

  // The stop button is put on the hot wire by mistake: without that head its input reads tripped, and it says so.
  await goTo(page, 'Machine');
  await pickFrom(heads.getByRole('combobox', { name: 'Put on the head Hot wire' }), '-S1 Plum, latching stop button');
  await page.getByRole('button', { name: /findings?$/ }).click();
  await expect(page.getByText('Stop reads tripped while “Hot wire” is off the machine')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Stop reads tripped while “Hot wire” is off the machine')).toHaveCount(0);
});
