import { readFileSync } from 'node:fs';
import { controlState, expect, expectAccessible, fill, goTo, openMachine, pick, pickFrom, test } from './bench';

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

test('a lathe is referenced at its mark: window, wrong turn and shift, its sensor wired, parked by eye, and found again', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await openMachine(page, 'Plover');
  await goTo(page, 'Switches');
  await page.getByRole('tab', { name: 'Where they sit' }).click();
  const x = page.getByRole('region', { name: 'Reference of X' });
  await x.getByText('Figures of X').click();
  await pickFrom(x.locator('[data-field="axes.x.reference.method"]').getByRole('combobox'), 'by hand, to a mark');
  await x.getByText('Without a reference switch').click();
  // A lead of 4 mm: 0.3 of a turn are 1.2 mm.
  await expect(x).toContainText(/Park within ±1\.2\smm/);
  await x.getByRole('button', { name: 'Find the datum of X this way' }).click();
  await fill(page, 'axes.x.reference.parkWindow', '0.8');
  await fill(page, 'axes.x.reference.pulseFromMark', '0.7');
  await expect(x.getByRole('status')).toContainText(
    /4\smm off\. Turn the magnet.*1\.3\smm.*later, towards the plus end/,
  );
  await fill(page, 'axes.x.reference.pulseFromMark', '2');
  await expect(x.getByRole('status')).toContainText(/Sound.*1\.2\smm beyond/);
  await fill(page, 'axes.x.reference.markFromStop', '22');
  await pickFrom(x.locator('[data-field$="mount.pole"]').getByRole('combobox'), 'its south pole');
  await expectAccessible(page);

  // Its sensor has no conductors yet.
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'The conductors of every input' }).click();
  await page.getByRole('button', { name: /Plan again/ }).click();
  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  const story = page.getByRole('region', { name: 'Story' });
  await page.getByRole('button', { name: 'Park X at its mark' }).click();
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  // The datum lies after the back-off of 2 mm, and that is where it rests.
  await expect(story).toContainText(/X has its datum: ⌀\s0\smm/, { timeout: 30_000 });
  await expectAccessible(page);
});

test('a turret that goes back a station is understood from its steps, and locks once it is turned on for longer', async ({
  page,
}) => {
  await page.goto('/');
  await pick(
    page,
    'fieldfare.nodaxis.json',
    readFileSync(new URL('../../examples/fieldfare.nodaxis.json', import.meta.url)),
  );
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Tool change' }).click();
  const steps = page.getByRole('region', { name: 'Steps of a tool change' });
  // One station, on beyond its mark, at rest, and back: 0.6 + 0.1 + 0.1 + 0.5 s.
  await expect(steps).toContainText(/1\.3\s*s when all is well/);
  await expectAccessible(page);
  const runOn = async (text: string) => {
    await page.getByLabel('Beyond the mark for').fill(text);
    await page.getByLabel('Beyond the mark for').press('Enter');
  };
  await runOn('5 ms');
  await expect(steps).toContainText(/1\.2\d*\s*s when all is well/);

  const told = page.getByRole('region', { name: 'Story' });
  const turn = async (station: number) => {
    await goTo(page, 'Practice');
    await page.getByRole('tab', { name: 'Zero, spindle' }).click();
    await page.getByRole('button', { name: 'Power on' }).click();
    await page.getByRole('button', { name: 'Start motors' }).click();
    await page.getByRole('button', { name: `Turn to station ${station}` }).click();
  };
  await turn(2);
  await expect(told).toContainText('“Turret station 2”', { timeout: 15_000 });
  await expect(told).toContainText('The pawl had not dropped');
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Tool change' }).click();
  await runOn('100 ms');
  await turn(2);
  await expect(told).toContainText('Station 2 is in place and locked', { timeout: 15_000 });
  await expect(page.getByRole('img', { name: 'Station 2 of the turret is in use and locked' })).toBeVisible();
});

test('a turret on an axis: without a datum it is refused; then the table turns it, and its clamp is seen closed', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto('/');
  await pick(
    page,
    'bullfinch.nodaxis.json',
    readFileSync(new URL('../../examples/bullfinch.nodaxis.json', import.meta.url)),
  );
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Tool change' }).click();
  await page.getByText('turret on an axis', { exact: true }).click();
  const steps = page.getByRole('region', { name: 'Steps of a tool change' });
  await expect(steps).toContainText('Give it the rotary axis');
  await page.getByRole('button', { name: 'Let A turn the head' }).click();
  // Freed in 0.4 s, 90° at 60 °/s and 400 °/s² in 1.65 s, closed in 0.4 s.
  await expect(steps).toContainText(/2\.45\s*s when all is well/);
  await page.getByLabel('Past its station, then back').fill('95');
  await page.getByLabel('Past its station, then back').press('Enter');
  await expect(page.getByText('is beyond the next one')).toBeVisible();
  await page.getByRole('button', { name: 'Add a sensor that sees the head clamped' }).click();
  await goTo(page, 'Wiring');
  await page.getByRole('button', { name: /^Plan again/ }).click();

  await goTo(page, 'Practice');
  await page.getByRole('button', { name: 'Power on' }).click();
  await page.getByRole('tab', { name: 'Zero, spindle' }).click();
  const told = page.getByRole('region', { name: 'Story' });
  await page.getByRole('button', { name: 'Turn to station 2' }).click();
  await expect(told).toContainText('its datum is not known');
  await pickFrom(page.getByLabel('Pace'), '20×');
  await page.getByRole('button', { name: 'Reference run' }).click();
  await expect(controlState(page)).toHaveText('At rest', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Turn to station 2' }).click();
  await expect(told).toContainText('Station 2 is in place and locked', { timeout: 15_000 });
  await expect(page.getByRole('img', { name: 'Station 2 of the turret is in use and locked' })).toBeVisible();
});
