import { expect, expectAccessible, goTo, openMachine, pickFrom, test } from './bench';

test('a thread is cut pass by pass in the same groove, and in two once the encoder turns twice; every X is told as a diameter', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await openMachine(page, 'Plover');
  const cut = async () => {
    await goTo(page, 'Practice');
    await page.getByRole('button', { name: 'Power on' }).click();
    await page.getByRole('tab', { name: 'Zero, spindle' }).click();
    await page.getByLabel('Work position of X here').fill('30');
    await page.getByRole('button', { name: 'Set X' }).click();
    await page.getByLabel('Work position of Z here').fill('10');
    await page.getByRole('button', { name: 'Set Z' }).click();
    // 15 mm of the slide from the axis of the spindle.
    await expect(page.getByRole('region', { name: 'Story' })).toContainText(/Work position of X is ⌀\s30\smm here/);
    await page.getByRole('tab', { name: 'Program' }).click();
    await page.getByRole('button', { name: 'Write one' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText('A thread of 60°')).toBeVisible();
    await dialog.getByLabel('Length', { exact: true }).fill('12');
    await dialog.getByLabel('Length', { exact: true }).press('Enter');
    await dialog.getByRole('button', { name: 'Put it into the simulated control' }).click();
    await expect(page.getByText('inside the envelope')).toBeVisible();
    await pickFrom(page.getByLabel('Pace'), '20×');
    await page.getByRole('button', { name: 'Run', exact: true }).click();
  };
  await cut();
  const thread = page.getByRole('region', { name: 'The thread that was cut' });
  await expect(thread).toContainText('10 passes, all in one groove', { timeout: 60_000 });
  await expect(page.getByText('The program is at its end.').first()).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);

  // A small pulley on the encoder: two turns of it for one of the spindle.
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Encoder and threads' }).click();
  const ratio = page.locator('[data-field$="encoderRatio"] input').first();
  await ratio.fill('2');
  await ratio.press('Enter');
  await cut();
  await expect(thread).toContainText(/\d+ passes lie in 2 grooves/, { timeout: 60_000 });
});
