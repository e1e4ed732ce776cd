import { readFile } from 'node:fs/promises';
import { expect, expectAccessible, goTo, openMachine, pickFrom, test } from './bench';

test('a capped drive is found and put right: the sheet is entered, read back, the cause ranked, and what was tried is kept', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock');
  await goTo(page, 'Spindle');
  // 220 V at 400 Hz.
  await expect(page.getByRole('region', { name: 'Volts over frequency' })).toContainText('0.55 V/Hz');
  await expectAccessible(page);
  await page.getByRole('tab', { name: 'Commissioning' }).click();
  const sheet = page.getByRole('region', { name: 'Commissioning sheet' });
  await expect(sheet.getByRole('row').nth(1)).toContainText('factory settings');
  await expect(sheet.getByRole('row').last()).toContainText('Read every setting back');
  await expect(sheet.getByRole('row', { name: /Highest frequency/ })).toContainText(/400\sHz/);
  const enter = async (label: string, text: string) => {
    await sheet.getByLabel(label, { exact: true }).fill(text);
    await sheet.getByLabel(label, { exact: true }).press('Enter');
  };
  await enter('Number of Highest frequency in the drive', 'F-04');
  await enter('Highest frequency, read back', '50');
  await expect(sheet.getByRole('status')).toContainText('1 is something else');
  await enter('Number of Run command from in the drive', 'F-10');
  await enter('Code for its terminals', '2');
  await enter('Run command from, read back', '2');
  await expect(sheet.getByRole('status')).toContainText(/1\s+of 18 read back/);

  const finder = page.getByRole('region', { name: 'Capped or tripping' });
  await finder.getByLabel('Highest frequency on its display').fill('50');
  await expect(finder.getByRole('listitem').first()).toContainText('Highest frequency is set lower');
  // Under its own number, once that was entered.
  await expect(finder.getByRole('listitem').first()).toContainText(/F-04, Highest frequency: 400\sHz/);
  await pickFrom(finder.getByLabel('Its own panel brings it higher', { exact: true }), 'yes');
  await expect(finder.getByRole('listitem').first()).toContainText(/10 V|control/);
  await pickFrom(finder.getByLabel('Its own panel brings it higher', { exact: true }), 'no');
  await expect(finder.getByRole('listitem').first()).toContainText('Highest frequency is set lower');
  const log = page.getByRole('region', { name: 'Trial log' });
  await log.getByLabel('Setting that was tried').fill('F-04');
  await log.getByLabel('Value that was tried').fill('400');
  await log.getByLabel('What happened', { exact: true }).fill('Reaches 400 Hz.');
  await log.getByRole('button', { name: 'Keep it' }).click();
  await expect(log.getByRole('listitem')).toContainText('Reaches 400 Hz.');
  await enter('Highest frequency, read back', '400');
  await expect(sheet.getByRole('status')).not.toContainText('something else');
  // Another number takes along what was read under the first one.
  await enter('Number of Highest frequency in the drive', 'F-40');
  await enter('Number of Highest frequency in the drive', 'F-04');
  await expect(sheet.getByLabel('Highest frequency, read back', { exact: true })).toHaveValue('400');
  await sheet.getByRole('button', { name: 'Keep this reading' }).click();
  await expect(sheet.getByRole('button', { name: 'Keep this reading' })).toBeDisabled();
  await expectAccessible(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    sheet.getByRole('button', { name: 'Save the name sheet' }).click(),
  ]);
  expect(JSON.parse(await readFile((await download.path())!, 'utf8'))).toMatchObject({
    format: 'nodaxis-name-sheet',
    entries: [{ each: 'spindle', name: 'F-04' }, { name: 'F-10' }],
  });
  // All of it is still there after a reload, and the drive’s words serve on Settings too.
  await page.reload();
  await expect(sheet.getByLabel('Highest frequency, read back')).toHaveValue('400');
  await goTo(page, 'Binder');
  await expect(page.getByText('Tried on the drive: F-04 = 400')).toBeVisible();
  await expect(page.getByText(/Read from a drive: 2 settings/)).toHaveCount(1);
});

test('pulleys, a cut that is too heavy, a speed that is off by a tenth, and the ramps from a run-down', async ({
  page,
}) => {
  await openMachine(page, 'Plover');
  await goTo(page, 'Spindle');
  const stages = page.getByRole('region', { name: 'Belt or gear stages' });
  await stages.getByRole('button', { name: 'Add a stage' }).click();
  await stages.getByLabel('Ratio of Stage 1').fill('0.5');
  await stages.getByLabel('Ratio of Stage 1').press('Enter');
  const torque = page.getByRole('region', { name: 'Torque over speed' });
  // 750 W at 1395 rpm are 5.13 N·m; half as fast, twice as much.
  await expect(torque).toContainText(/10\.3\sN·m/);
  await expect(torque).toContainText(/up to 750\srpm/);
  await page.getByRole('tab', { name: 'Cuts and taps' }).click();
  const cut = page.getByRole('region', { name: 'What a cut needs' });
  await pickFrom(cut.getByLabel('Material', { exact: true }), 'Mild steel');
  for (const [label, text] of [
    ['Speed', '500'],
    ['Diameter', '60'],
    ['Depth of cut', '3'],
    ['Feed a revolution', '0.2'],
  ] as const)
    await cut.getByLabel(label, { exact: true }).fill(text);
  // 2000 N/mm² · 3 · 0.2 mm on ⌀60: 36 N·m.
  await expect(cut).toContainText(/36\sN·m/);
  await expect(cut).toContainText('it stalls');
  await page.getByRole('tab', { name: 'Motor and drive' }).click();
  await stages.getByLabel('Ratio of Stage 1').fill('90');
  await stages.getByLabel('Ratio of Stage 1').press('Enter');
  await expect(stages.getByRole('alert')).toContainText('revolutions of the spindle');

  await page.getByRole('tab', { name: 'Speed and ramps' }).click();
  const speed = page.getByRole('region', { name: 'Commanded and measured speed' });
  for (const [commanded, measured] of [
    ['350', '315'],
    ['700', '630'],
    ['1400', '1260'],
  ] as const) {
    await speed.getByLabel('Commanded speed').fill(commanded);
    await speed.getByLabel('Speed on the meter').fill(measured);
    await speed.getByLabel('Speed on the meter').press('Enter');
  }
  await expect(speed.getByRole('status')).toContainText(/Scale 0\.9\b/);
  // More than the slip of the plate: 93.33 Hz/0.9.
  await expect(speed).toContainText('The scale is off');
  await expect(speed).toContainText(/103\.7\sHz/);
  await speed.getByRole('button', { name: /Withdraw the reading at 1400/ }).click();
  await expect(speed.getByRole('status')).toHaveCount(0);
  await speed.getByLabel('Commanded speed').fill('1400');
  await speed.getByLabel('Speed on the meter').fill('1000');
  await speed.getByRole('button', { name: 'Keep the reading' }).click();
  await expect(speed).toContainText('on no line');
  await speed.getByRole('button', { name: /measure again/ }).click();
  await expect(speed.getByRole('listitem')).toHaveCount(0);
  const runIn = page.getByRole('region', { name: 'Running in' });
  await runIn.getByRole('button', { name: /Begin at 560/ }).click();
  await expect(runIn.getByRole('timer')).toContainText(/19:\d\d|20:00/);
  await page.reload();
  await runIn.getByLabel('Temperature at the nose').fill('72');
  await expect(runIn.getByRole('alert')).toContainText(/60\s°C: stop the spindle/);
  await runIn.getByLabel('Temperature at the nose').fill('35');
  await runIn.getByRole('button', { name: 'Keep this step' }).click();
  await expect(runIn).toContainText(/560\srpm, 1 min, nose 35\s°C/);
  const ramps = page.getByRole('region', { name: 'Ramps' });
  await expect(ramps).toContainText('of its rotor alone');
  for (const [label, text] of [
    ['idlePower', '120'],
    ['halfSpeedTime', '4'],
  ] as const) {
    const input = ramps.locator(`[data-field$="${label}"] input`).first();
    await input.fill(text);
    await input.press('Enter');
  }
  // 2 · 120 W · 4 s/(293 rad/s)²: 0.0112 kg·m².
  await expect(ramps).toContainText('from the run-down');
  await expect(ramps).toContainText(/0\.0112|112\skg·cm²/);
  await expectAccessible(page);
});

test('from the spindle to the counter: a belt makes the index ambiguous, and the fix takes it back; threads and the clamp', async ({
  page,
}) => {
  await openMachine(page, 'Plover');
  await goTo(page, 'Spindle');
  await expect(
    page.getByRole('region', { name: 'Ways of command' }).getByRole('row', { name: /^0 to 10 V/ }),
  ).toContainText('in use');
  await page.getByRole('tab', { name: 'Encoder and threads' }).click();
  const chain = page.getByRole('region', { name: 'Encoder chain' });
  // 4 · 1024 · 2800/60, and 360°/4096.
  await expect(chain).toContainText(/191\.1\skHz/);
  await expect(chain).toContainText('0.0879°');
  const ratio = chain.locator('[data-field$="encoderRatio"] input').first();
  await ratio.fill('1.5');
  await ratio.press('Enter');
  await expect(chain).toContainText('comes at 3 places');
  await page.getByRole('button', { name: /finding/ }).click();
  await page.getByRole('button', { name: /Take pulleys of the same size/ }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(chain).toContainText('at one place');
  const threads = page.getByRole('region', { name: 'Threads' });
  await threads.getByLabel('Speed while threading').fill('2600');
  // 100 mm/s · 60/2.5 mm.
  await expect(threads.getByRole('row', { name: /^2\.5\s/ })).toContainText(/2400\srpm\s*too fast/);
  await expect(threads.getByRole('row', { name: /^1\.5\s/ })).toContainText('✓');
  const surface = page.getByRole('region', { name: 'Constant surface speed' });
  await expect(surface).toContainText('Without a clamp');
  await surface.getByLabel('Clamp of the speed').fill('1500');
  // 100 m/min/(π · 1500 rpm).
  await expect(surface).toContainText(/⌀21\.2\smm/);
  await expectAccessible(page);
});

test('a tap and a thread that are wanted: what holds the tap, how far it runs on, and a fix that makes them possible', async ({
  page,
}) => {
  await openMachine(page, 'Plover');
  await goTo(page, 'Spindle');
  await page.getByRole('tab', { name: 'Cuts and taps' }).click();
  const cut = page.getByRole('region', { name: 'What a cut needs' });
  const kept = page.getByRole('region', { name: 'Cuts that it is wanted for' });
  const enter = async (figures: Record<string, string>) => {
    for (const [label, text] of Object.entries(figures)) await cut.getByLabel(label, { exact: true }).fill(text);
  };
  const keep = async (name: string) => {
    await cut.getByLabel('Name of this cut').fill(name);
    await cut.getByLabel('Name of this cut').press('Enter');
  };
  await cut.getByText('Tapping', { exact: true }).click();
  await cut.getByText('Chuck or collet').click();
  await enter({ Speed: '600', 'Thread diameter': '10', Pitch: '1.5', 'Depth of the thread': '15' });
  // 2.3 s from 2800 rpm are 0.493 s: half of ten turns a second, 2.46 turns of 1.5 mm.
  await expect(cut).toContainText(/runs on for 2\.46 turns/);
  await expect(cut).toContainText(/3\.7\smm deeper/);
  await enter({ 'Free below the thread': '3' });
  await expect(cut).toContainText(/below the thread are 3\smm/);
  await keep('M10 blind');
  await expect(kept).toContainText('M10 blind');
  await cut.getByText('Threading', { exact: true }).click();
  await enter({ Speed: '1000', Lead: '2', 'Free ahead of the thread': '3' });
  // 33.3 mm/s: v²/2a of 800 mm/s² and half a millisecond of it.
  await expect(cut).toContainText(/0\.711\smm of run-in/);
  await keep('M16 × 2');
  await expect(kept.getByRole('listitem').filter({ hasText: 'M16' })).toContainText('possible');
  await page.getByRole('button', { name: /finding/ }).click();
  // √(3/3.7) · 600 rpm.
  await page.getByRole('button', { name: /Tap at 540/ }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(kept.getByRole('listitem').filter({ hasText: 'M10' })).toContainText('possible');
  await page.reload();
  await expect(kept.getByRole('listitem')).toHaveCount(2);
  await kept.getByRole('button', { name: 'Remove M16 × 2' }).click();
  await expect(kept.getByRole('listitem')).toHaveCount(1);
  await expectAccessible(page);
});
