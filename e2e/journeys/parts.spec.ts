import { readFileSync } from 'node:fs';
import { choose, expect, expectAccessible, field, openMachine, pick, pickFrom, test } from './bench';

const wheatear = readFileSync(new URL('../../examples/wheatear.nodaxis.json', import.meta.url), 'utf8');

test('a board with sixteen inputs is entered from its sheet, drawn as it is printed, and used on a machine', async ({
  page,
}) => {
  await page.goto('/parts');
  await pickFrom(page.getByRole('combobox', { name: 'Kind of the new part' }), 'Axis controller');
  await page.getByRole('textbox', { name: 'Name of the new part' }).fill('Quill 16');
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: 'Data sheet of Quill 16' });
  await expect(sheet.getByLabel('Name')).toBeFocused();
  await sheet.getByLabel('Pulse rate', { exact: true }).fill('200 kHz');
  await sheet.getByLabel('Pulse rate', { exact: true }).press('Enter');
  await sheet.getByRole('tab', { name: 'Terminals' }).click();
  const drawing = sheet.getByRole('img', { name: 'Terminals of Quill 16 as they are printed' });
  const add = async (labels: string, role: string, bank = '') => {
    await sheet.getByLabel('Labels').fill(labels);
    await pickFrom(sheet.getByRole('combobox', { name: 'Function of the new terminals' }), role);
    await sheet.getByLabel('Bank, if any').fill(bank);
    await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  };
  await add('IN1 … IN', 'input', 'A');
  await expect(drawing).toContainText('IN1 … IN');
  await sheet.getByRole('button', { name: 'Remove IN1 … IN' }).click();
  await expect(drawing).not.toContainText('IN1 … IN');
  await add('IN9 … IN1', 'input', 'A');
  await expect(sheet.getByRole('alert')).toContainText('counts backwards');
  await add('COM', 'common of the inputs', 'A');
  await add('IN1 … IN16', 'input', 'A');
  await add('PUL0…PUL3', 'step output');
  await add('DIR0…DIR3', 'direction output');
  for (const label of ['COM', 'IN16', 'PUL3']) await expect(drawing).toContainText(label);
  await expectAccessible(page, true);
  // What was taken away by mistake comes back.
  await sheet.getByRole('button', { name: /^Remove all/ }).click();
  await expect(drawing).toHaveCount(0);
  await sheet.getByRole('button', { name: 'Put back what was removed' }).click();
  await expect(drawing).toContainText('IN16');
  await sheet.getByRole('tab', { name: 'Inside' }).click();
  await expect(sheet.getByRole('tabpanel')).toContainText(/IN1, IN2.*IN16: isolated, current to or from COM/);
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(sheet).toBeHidden();

  // It is kept, and stands in the list of the place that it is for.
  await page.reload();
  await expect(page.getByRole('row', { name: /Quill 16/ })).toContainText('pulse rate 200');
  await openMachine(page, 'Wren');
  await choose(page, 'roles.controller', 'Quill 16');
  await expect(field(page, 'roles.controller').first()).toContainText('Quill 16');
  await page
    .getByRole('button', { name: /^Data sheet of -K/ })
    .first()
    .click();
  const here = page.getByRole('dialog', { name: /Data sheet of -K\d+, Quill 16/ });
  await expect(here.getByRole('img', { name: /Terminals of Quill 16/ })).toContainText('IN16');
  await here.getByLabel('Name of this part').fill('Quill in the shed');
  await here.getByLabel('Name of this part').press('Enter');
  await expect(page.getByRole('dialog', { name: /Quill in the shed/ })).toBeVisible();
});

test('a connector of thirty-seven contacts by its form; one that ships can be looked at', async ({ page }) => {
  await page.goto('/parts');
  await pickFrom(page.getByRole('combobox', { name: 'Kind of the new part' }), 'Connector');
  await page.getByRole('textbox', { name: 'Name of the new part' }).fill('Gate 37');
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: 'Data sheet of Gate 37' });
  await expect(sheet.getByLabel('Name')).toBeFocused();
  await pickFrom(sheet.getByRole('combobox', { name: 'Form' }), 'D-shaped');
  await sheet.getByRole('spinbutton', { name: 'Contacts' }).fill('37');
  await sheet.getByRole('spinbutton', { name: 'Contacts' }).press('Enter');
  await expect(sheet.getByRole('figure')).toContainText('37 contacts');
  const rows = sheet.getByLabel('Contacts in each row');
  await expect(rows).toHaveValue('19, 18');
  await rows.fill('60, 20');
  await rows.press('Enter');
  await expect(sheet.getByRole('alert')).toContainText('64 contacts in all');
  await rows.fill('20, 17');
  await rows.press('Enter');
  await expect(sheet.getByRole('alert')).toHaveCount(0);
  await sheet.getByRole('button', { name: 'Done' }).click();
  await openMachine(page, 'Wren', 'Wiring');
  await page.getByRole('tab', { name: 'As found' }).click();
  await expect(page.getByRole('tabpanel')).toBeVisible();

  await page.goto('/parts');
  await page.getByRole('button', { name: 'Data sheet of Vole 1500' }).click();
  const shipped = page.getByRole('dialog', { name: /Vole 1500/ });
  await expect(shipped.getByRole('textbox')).toHaveCount(0);
  await expect(shipped.getByRole('img', { name: /Terminals of Vole 1500/ })).toContainText('P24');
  await shipped.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(shipped).toBeHidden();
});

test('a cable of one’s own by its cores, chosen for a run and given back to the planner', async ({ page }) => {
  await page.goto('/parts');
  await pickFrom(page.getByRole('combobox', { name: 'Kind of the new part' }), 'Cable');
  await page.getByRole('textbox', { name: 'Name of the new part' }).fill('Sedge 6');
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: 'Data sheet of Sedge 6' });
  await expect(sheet.getByLabel('Name')).toBeFocused();
  const cores = sheet.getByLabel('Cores', { exact: true });
  await cores.fill('WH WH');
  await cores.press('Enter');
  await expect(sheet.getByRole('alert')).toContainText('Two cores are marked WH');
  await cores.fill('WH BN GN YE GNYE 6');
  await cores.press('Enter');
  await expect(sheet.getByRole('alert')).toHaveCount(0);
  await sheet.getByLabel('Section of each core').fill('0.5 mm²');
  await sheet.getByLabel('Section of each core').press('Enter');
  await sheet.getByRole('button', { name: 'Done' }).click();

  await page.goto('/');
  await pick(page, 'wheatear.nodaxis.json', wheatear);
  await page.getByRole('link', { name: 'Wiring' }).click();
  await page.getByRole('tab', { name: 'Cables' }).click();
  await page.getByRole('button', { name: 'Motor X', exact: true }).click();
  const run = page.getByRole('region', { name: 'Cross-reference of Motor X' });
  const made = page.getByRole('row', { name: /Motor X/ }).first();
  await expect(made).toContainText('5 × 0.75');
  await pickFrom(run.getByRole('combobox', { name: 'Cable' }), 'Sedge 6');
  await expect(made).toContainText('6 × 0.5 mm²');
  await pickFrom(run.getByRole('combobox', { name: 'Cable' }), 'the planner’s choice');
  await expect(made).toContainText('5 × 0.75');
});
