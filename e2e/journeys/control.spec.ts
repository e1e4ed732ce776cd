import { readFileSync } from 'node:fs';
import { openAhead } from './bringup';
import { expect, expectAccessible, field, goTo, openMachine, pickFrom, test } from './bench';

test('into the control and out of it: lines to paste, what it prints held against them, a wrong travel and who is right', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  await page.getByRole('button', { name: 'Bramble, menu control' }).click();
  const out = page.getByRole('region', { name: 'Into the control' });
  await expect(out).toContainText('31 settings to give it');
  await expect(page.getByRole('tab', { name: 'Bramble, menu control' })).toBeVisible();
  await expectAccessible(page);

  // The lines as a file: what a control that was set by them prints.
  const saved = page.waitForEvent('download');
  await out.getByRole('button', { name: 'Save as file' }).click();
  const lines = readFileSync(await (await saved).path(), 'utf8');
  const travel = Number(/^20\.3 = (.*)$/m.exec(lines)![1]!.replace(',', '.'));
  const rows = page.getByRole('region', { name: 'Line by line' });
  const backOff = Number(/^20\.7 = (.*)$/m.exec(lines)![1]!.replace(',', '.'));
  const shorter = (travel - backOff).toFixed(2).replace('.', ',');

  // It holds a travel without the back-off, a slower approach of Y, and prints a greeting and settings of its own.
  const printed = `Bramble, good morning\n${lines
    .replace(/^20\.3 = .*$/m, `20.3 = ${shorter}`)
    .replace(/^21\.6 = .*$/m, '21.6 = 3,00')}99.1 = 4\n`;
  const read = page.getByRole('region', { name: 'Out of the control' });
  await read.getByRole('textbox', { name: 'What the control prints' }).fill(printed);
  await expect(read).toContainText('29 the same, 2 differ.');
  await expect(read).toContainText('Not in the sheet: 99.1 (line 33).');
  await expect(out).toContainText('2 settings differ from what the control holds');
  await rows.getByRole('radio', { name: 'what differs: 2' }).check({ force: true });
  const wrong = rows.getByRole('row').filter({ hasText: '20.3' });
  await expect(wrong).toContainText('less by the back-off: the control leaves it out, the sheet counts it');
  // Two settings make a travel: it is put right in the control. One makes an approach: there a person says who is right.
  await expect(wrong.getByRole('button')).toHaveCount(0);
  await rows.getByRole('button', { name: 'The control is right: Speed, touching, axis Y' }).focus();
  await page.keyboard.press('Enter');
  await expect(read).toContainText('30 the same, 1 differs.');

  // The reading is kept with its date, and stands after a reload; only what differs is given out.
  await read.getByRole('button', { name: 'Keep this reading' }).click();
  await expect(read).toContainText('As read on');
  await page.reload();
  await expect(out).toContainText('1 setting differs from what the control holds');
  const fewer = page.waitForEvent('download');
  await out.getByRole('button', { name: 'Save as file' }).click();
  expect(readFileSync(await (await fewer).path(), 'utf8').trim()).toBe(`20.3 = ${travel.toFixed(2).replace('.', ',')}`);

  // Somebody turns a setting there: against the reading that was kept, it shows, and the way back is written out.
  await read
    .getByRole('textbox', { name: 'What the control prints' })
    .fill(printed.replace(/^20\.4 = .*$/m, '20.4 = 5,00'));
  const since = page.getByRole('region', { name: 'Against an earlier reading' });
  await expect(since.getByRole('row').filter({ hasText: 'Minus end, axis X' })).toContainText('5,00');
  await expect(since.getByRole('row')).toHaveCount(2);
  await expect(since.getByRole('button', { name: 'Copy the lines that lead back' })).toBeEnabled();

  // On paper: in the order of the menus, with boxes; no button.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('heading', { name: 'Axes › Travel' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Copy the lines' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });

  await page.getByRole('tab', { name: 'What it needs' }).click();
  await expect(field(page, 'axis/y/reference-slow')).toContainText('21.6 of Bramble, menu control holds 3,00');
  await goTo(page, 'Binder');
  await page.getByRole('tab', { name: 'Logbook' }).click();
  await expect(page.getByText('Read from the control: 31 settings, by the sheet Bramble, menu control')).toBeVisible();
});

test('a sheet of one’s own is saved, changed and opened; what cannot be worked out says why, on a phone too', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openMachine(page, 'Wren', 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  await page.getByRole('button', { name: 'Sorrel, line control' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save this sheet as a file' }).click();
  const sheet = JSON.parse(readFileSync(await (await saved).path(), 'utf8')) as {
    name: string;
    entries: { name: string; value: string; most?: number }[];
  };
  sheet.name = 'My own';
  const top = sheet.entries.find((e) => e.name === 'top.{lower}')!;
  top.most = 100;
  sheet.entries.find((e) => e.name === 'low.{lower}')!.value = 'envelopeLow';
  const open = (text: string) =>
    page.locator('input[aria-label="Another name sheet"]').setInputFiles({
      name: 'my.name-sheet.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
  await open(JSON.stringify(sheet));
  await expect(page.getByRole('tab', { name: 'My own' })).toBeVisible();
  await page.getByRole('radio', { name: /left out/ }).check({ force: true });
  const rows = page.getByRole('region', { name: 'Line by line' });
  await expect(rows).toContainText('The control takes no more than 100 mm/min');
  await expect(rows).toContainText('envelopeLow is not known here');
  // What it says when something is wrong: found by its words; a list of one’s own is taken in.
  const says = page.getByRole('region', { name: 'What it says' });
  const shows = says.getByRole('searchbox', { name: 'What it shows' });
  await shows.fill('ERR: no datum!');
  await expect(says).toContainText('Make the reference run.');
  await says.getByRole('button', { name: /Write down what yours says: 3 so far/ }).click();
  await says.getByRole('textbox', { name: 'A list of messages' }).fill('Fault 12\tDoor open\nno datum\tanother');
  await says.getByRole('button', { name: 'Take 1 of the list' }).click();
  await shows.fill('fault 12');
  await expect(says).toContainText('Door open');
  await open('{ "format": "nodaxis-name-sheet" }');
  await expect(page.getByRole('alert')).toContainText('my.name-sheet.json.entries');
  await expect(page.getByRole('tab', { name: 'My own' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByRole('tab', { name: 'Sorrel, line control' })).toBeVisible();
});

test('a control is set up from a blank sheet: its list pasted, names paired, what fits by value alone chosen by hand', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  const text = 'Ready.\nXSpeedMax = 7200\nYSpeedMax = 7200\nZSpeedMax = 3000\nX_accel = 600\nP7 = 595\nColour = 3';
  const make = page.getByRole('region', { name: 'Make a sheet' });
  await make.getByRole('textbox', { name: 'What your control prints' }).fill(text);
  await expect(make.getByRole('textbox', { name: 'A line looks like' })).toHaveValue('{name} = {value}');
  await expect(make).toContainText('6 names, 4 paired.');
  await expectAccessible(page);
  await pickFrom(make.getByRole('combobox', { name: 'What P7 is' }), 'plus end of the envelope, axis X');
  await expect(make).toContainText('6 names, 5 paired.');
  await make.getByRole('textbox', { name: 'Name of the sheet' }).fill('Bench control');
  await make.getByRole('button', { name: 'Make the sheet: 5 settings' }).click();

  await expect(page.getByRole('tab', { name: 'Bench control' })).toBeVisible();
  const rows = page.getByRole('region', { name: 'Line by line' });
  await expect(rows.getByRole('row').filter({ hasText: 'XSpeedMax' })).toContainText('7200 mm/min');
  const read = page.getByRole('region', { name: 'Out of the control' });
  await read.getByRole('textbox', { name: 'What the control prints' }).fill(text.replace('P7 = 595', 'P7 = 600'));
  await expect(read).toContainText(
    '4 the same, 1 differs. Not in the sheet: Colour (line 7). One other line was read over.',
  );
  // Whoever is right is asked once: the end is taken over, and the setting says where it has it from.
  await rows.getByRole('button', { name: /^The control is right: plus end of the envelope/ }).click();
  await expect(read).toContainText('5 the same, none differs.');
});

test('a sheet written in the program: an entry tried on this machine as it is typed, a slip named, and another one changed', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  await page.getByRole('button', { name: 'Write one' }).click();
  const own = page.getByRole('dialog', { name: 'A name sheet of your own' });
  await own.getByLabel('Name of the sheet').fill('Mine');
  await own.getByRole('button', { name: 'Add an entry' }).click();
  await own.getByLabel('Its name there').fill('v{axis}');
  await own.getByLabel('What it is').fill('Speed');
  await own.getByLabel('Value', { exact: true }).fill('maxSpeed * (1 +');
  const gives = own.getByRole('region', { name: 'What it gives here' });
  await expect(gives).toContainText(/v0|maxSpeed/);
  await own.getByLabel('Value', { exact: true }).fill('maxSpeed * 60');
  await expect(gives).toContainText('v0 7200');
  await own.getByLabel('Smallest step').fill('fine');
  await expect(own.getByRole('alert')).toContainText('v{axis}, Smallest step');
  await expect(own.getByRole('button', { name: 'Take this sheet' })).toBeDisabled();
  // What was typed is there again after a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Write one' }).click();
  await own.getByLabel('Smallest step').fill('1');
  await expectAccessible(page, true);
  await own.getByRole('button', { name: 'Take this sheet' }).click();
  await expect(page.getByRole('region', { name: 'Into the control' })).toContainText('3 settings to give it');

  await page.getByRole('button', { name: 'Change this sheet' }).click();
  const changed = page.getByRole('dialog', { name: 'Name sheet: Mine' });
  await changed.getByLabel('Its name there').fill('speed.{lower}');
  await changed.getByRole('button', { name: 'Take this sheet' }).press('Enter');
  await expect(page.getByRole('region', { name: 'Line by line' })).toContainText('speed.z');

  // A drive has words of its own: a sheet of one entry, and a reading that the control’s does not mix with.
  await pickFrom(page.getByRole('combobox', { name: 'In the words of' }), '-T4');
  await page.getByRole('button', { name: 'Write one' }).click();
  const drive = page.getByRole('dialog', { name: 'A name sheet of your own' });
  await drive.getByLabel('Name of the sheet').fill('Drive of X');
  await drive.getByRole('button', { name: 'Add an entry' }).click();
  await drive.getByLabel('Its name there').fill('P1');
  await drive.getByLabel('Value', { exact: true }).fill('stepsPerRevolution');
  await expect(drive.getByRole('region', { name: 'What it gives here' })).toContainText('P1 1600');
  await drive.getByRole('button', { name: 'Take this sheet' }).click();
  const into = page.getByRole('region', { name: 'Into the drive' });
  await expect(into).toContainText('1 setting to give it');
  const out = page.getByRole('region', { name: 'Out of the drive' });
  await out.getByRole('textbox', { name: 'What the drive prints' }).fill('P1=3200');
  await expect(into).toContainText('1 setting differs from what the drive holds');
  await out.getByRole('button', { name: 'Keep this reading' }).click();
  await pickFrom(page.getByRole('combobox', { name: 'In the words of' }), 'the control');
  await expect(page.getByRole('region', { name: 'Into the control' })).toContainText('3 settings to give it');
});

test('a control is heard over a serial line: its lamps live, its settings when asked, nothing sent unasked, a line that breaks', async ({
  page,
}) => {
  // A port as the browser has it, with a control at its other end that is played by the test.
  await page.addInitScript(() => {
    const line = { sent: [] as string[], push: (_: string) => {}, fail: (_: string) => {} };
    const port = {
      open: () => Promise.resolve(),
      close: () => Promise.resolve(),
      readable: new ReadableStream<Uint8Array>({
        start(c) {
          line.push = (text) => c.enqueue(new TextEncoder().encode(text));
          line.fail = (why) => c.error(new Error(why));
        },
      }),
      writable: new WritableStream<Uint8Array>({
        write: (bytes) => void line.sent.push(new TextDecoder().decode(bytes)),
      }),
    };
    Object.assign(window, { line });
    Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } });
  });
  type Line = { line: { sent: string[]; push: (t: string) => void; fail: (w: string) => void } };
  const push = (text: string) => page.evaluate((t) => (window as never as Line).line.push(t), text);
  const sent = () => page.evaluate(() => (window as never as Line).line.sent);

  await openMachine(page, 'Dunnock', 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  await page.getByRole('button', { name: 'Sorrel, line control' }).click();
  const listen = page.getByRole('region', { name: 'Listen to it' });
  await listen.getByRole('button', { name: 'Pick its port' }).click();
  await push('good day\r\nnow: at re');
  await push('st\r\nlamp in0 dark\r\n');
  await expect(listen.getByRole('status')).toContainText('Connected: at rest');
  const first = listen.getByRole('listitem').first();
  await expect(first).toContainText(/X minus limit \+ reference.*at rest/);
  await expect(listen.getByRole('listitem').nth(1)).toContainText('not told yet');
  expect(await sent()).toEqual([]);
  await listen.getByRole('button', { name: 'Ask for its settings' }).click();
  await expect.poll(sent).toEqual(['tell all\n']);
  await push('high.x is 600.000 mm\r\n');
  await listen.getByRole('button', { name: 'Take 1 line as a reading' }).click();
  await expect(page.getByRole('region', { name: 'Into the control' })).toContainText(
    '1 setting differs from what the control holds',
  );

  // The lamp of the test that is done, as the control tells it.
  await goTo(page, 'Bring-up');
  await openAhead(page, /inputs and stop/i, 'Input by hand: -B1 X minus limit + reference');
  const lamp = page.getByRole('article').getByText('as the control tells it');
  await expect(lamp).toContainText('at rest');
  await push('lamp in0 lit\r\n');
  await expect(lamp).toContainText('tripped');

  await goTo(page, 'Settings');
  await page.getByRole('tab', { name: 'Sorrel, line control' }).click();
  await page.evaluate(() => (window as never as Line).line.fail('unplugged'));
  await expect(listen.getByRole('alert')).toContainText('The line broke off (unplugged).');
  await listen.getByRole('button', { name: 'Try it with a simulated one' }).click();
  await listen.getByRole('button', { name: 'Press X plus limit' }).click();
  await expect(listen.getByRole('listitem').filter({ hasText: 'X plus limit' })).toContainText('tripped');
  await expectAccessible(page);
});
