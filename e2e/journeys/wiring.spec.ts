import { readFile } from 'node:fs/promises';
import type { Locator } from '@playwright/test';
import {
  choose,
  expect,
  expectAccessible,
  exported,
  field,
  goTo,
  openMachine,
  saved,
  smallPicture,
  test,
  pickFrom,
} from './bench';

/** Waits until a part of the drawing has come to rest. */
async function still(part: Locator): Promise<void> {
  let last = '';
  await expect
    .poll(
      async () => {
        const now = JSON.stringify(await part.boundingBox());
        const same = now !== 'null' && now === last;
        last = now;
        return same;
      },
      { intervals: [300] },
    )
    .toBe(true);
}
const tab = (name: string) => ({ name, exact: true }) as const;

/** A number counts once it is entered. */
async function enterNumber(box: Locator, value: string) {
  await box.fill(value);
  await box.press('Enter');
}
test('swap a motor of other colours: the old lead beside the new one, and on which conductor', async ({ page }) => {
  await openMachine(page, 'Wren', 'Drives');
  await choose(page, 'axes.x.drives.0.motor', 'Jackdaw 45, stepper, 86 mm frame');
  await goTo(page, 'Wiring');
  await page.getByRole('button', { name: /Plan again/ }).click();
  await expect(page.getByRole('button', { name: /Plan again/ })).toHaveCount(0);
  await page.getByRole('tab', tab('Cables')).click();
  await page.getByRole('button', { name: 'Motor X', exact: true }).click();
  const reference = page.getByRole('region', { name: 'Cross-reference of Motor X' });
  await expect(reference.getByRole('heading', { level: 3 })).toContainText('was replaced by Jackdaw 45');
  // The lead of A was red and is red again; that of A′ was yellow and is blue now.
  await expect(reference.getByRole('row', { name: /A′ YE BU 104/ })).toBeVisible();
  await pickFrom(page.getByLabel('A plug'), 'Burr 6, round connector');
  await pickFrom(page.getByLabel('Where the plug goes'), 'at the far end');
  await reference.getByRole('button', { name: 'Put it in' }).click();
  await expect(reference.getByRole('row', { name: /-T4:A -?.*103.*-X\d:1a.*-M1:A RD maker/ })).toBeVisible();
  await page.getByRole('tab', tab('Plugs and strips')).click();
  await page.getByRole('button', { name: /Burr 6/ }).click();
  const sheet = page.getByRole('region', { name: /^Sheet of -X/ });
  await expect(sheet.getByRole('row')).toHaveCount(7);
  await sheet.getByRole('checkbox', { name: 'Contact 1 done' }).check();
  await expect(page.getByText(/\b1 of \d+ connected/)).toBeVisible();
  await expectAccessible(page);
});

test('the list: by keyboard, several at once, out as a table and in again, with errors by row', async ({ page }) => {
  await openMachine(page, 'Wren', 'Wiring');
  await pickFrom(page.getByRole('combobox', { name: /^Cable/ }).first(), 'Signals X');
  const grid = page.getByRole('grid', { name: 'Conductors' });
  await expect(grid.getByRole('row')).toHaveCount(7);
  await grid.getByRole('row').nth(1).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByText('3 picked')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText('3 of 121 connected')).toBeVisible();
  await page.keyboard.press('e');
  const editor = page.locator('#conductor-editor');
  await editor.getByLabel('Length').fill('1.2 m');
  await page.keyboard.press('Enter');
  await expect(editor.getByLabel('Length')).toHaveValue(/^1\.2/);
  await editor.getByLabel('Colour').fill('purple');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('no colour code');
  const csv = await exported(page, () => page.getByRole('button', { name: 'CSV', exact: true }).first().click());
  expect(csv.split('\r\n').length).toBe(122);
  expect(csv).toContain("'-T4:ST+");
  await page.getByLabel('Wire list as a table').setInputFiles({
    name: 'list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`${csv}\r\n900,-T1:+,-T9:+,RD\r\n901,-T1:+,-X3:F,RD`),
  });
  await expect(page.getByText('0 changed, 1 added, 121 as they were, 1 mistake.')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('row 123, column 3 (to) There is no terminal "-T9:+"');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('3 of 121 connected')).toBeVisible();
});

test('the diagram: a net lights up, a reference leads to the other sheet, what is moved stays, and it goes out', async ({
  page,
}) => {
  await openMachine(page, 'Dunnock', 'Wiring');
  await page.getByRole('tab', tab('Diagram')).click();
  await page.getByRole('button', tab('Stop chain')).click();
  await expect(page.locator('.vue-flow .wire')).toHaveCount(6);
  await page.getByLabel('Find a terminal').fill('-S99:1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'No conductor meets a terminal "-S99:1"' })).toBeVisible();
  await page.getByLabel('Find a terminal').fill('-S2:22');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'One net:' })).toContainText('-S2:22');
  await page.getByLabel('Find a terminal').fill('');
  const middle = (line: string) =>
    page.locator(`.vue-flow ${line} .hit`).evaluate((path: SVGPathElement) => {
      const p = path.getPointAtLength(path.getTotalLength() / 2).matrixTransform(path.getScreenCTM()!);
      return { x: p.x, y: p.y };
    });
  const at = await middle('.wire:first-of-type');
  const lit = page.getByRole('status').filter({ hasText: 'One net:' });
  const net = await lit.textContent();
  await page.mouse.move(at.x, at.y);
  await expect(lit).not.toHaveText(net!);
  await page.mouse.click(at.x, at.y);
  const kept = await lit.textContent();
  await page.mouse.move(5, 5);
  await expect(lit).toHaveText(kept!);
  await page
    .getByRole('button', { name: '-X5:F on Inputs' })
    .or(page.getByRole('button', { name: /^-X5:F on/ }))
    .first()
    .click();
  await expect(page.getByRole('button', { pressed: true })).not.toHaveText('Stop chain');
  await page.getByRole('button', tab('Motor power')).click();
  const motor = page.locator('.vue-flow__node', { hasText: '-M1' }).first();
  await still(motor);
  const box = (await motor.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + 48, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Tidy' })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('tab', tab('Diagram')).click();
  await expect(page.getByRole('button', { name: 'Tidy' })).toBeVisible();
  const svg = await exported(page, () => page.getByRole('button', tab('SVG')).click());
  expect(svg.match(/<text[^>]*>1\d\d<\/text>/g)!.length).toBe(39);
  await page.getByRole('button', { name: 'The chain explained' }).click();
  await page.getByRole('button', tab('On')).click();
  await expect(page.getByRole('complementary', { name: 'The chain explained' })).toContainText('Teasel 6');
  // One line for all conductors of a run: what feeds what, and from a line to the sheet that draws them.
  await page.getByRole('button', tab('Single line')).click();
  await expect(page.locator('.vue-flow__node', { hasText: '-T4…-T6' })).toContainText('3 × Heron 50');
  const one = await exported(page, () => page.getByRole('button', tab('SVG')).click());
  expect(one).toContain('3 × 2.5\u00a0mm²');
  const run = await middle('[data-wire="mains/mains-breaker"]');
  await page.mouse.click(run.x, run.y);
  await expect(page.getByRole('button', { name: 'Mains', pressed: true })).toBeVisible();
});

test('Dunnock complete can be read: on no sheet does a label stand on another', async ({ page }) => {
  await openMachine(page, 'Dunnock', 'Wiring');
  await page.getByRole('tab', tab('Diagram')).click();
  const sheets = page.getByRole('group', { name: 'Sheets' }).getByRole('button');
  await expect(sheets).toHaveCount(9);
  for (const sheet of await sheets.all()) {
    await sheet.click();
    await expect(sheet).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByText('Laying the sheet out')).toHaveCount(0);
    await expect(page.locator('.vue-flow .part').first()).toBeVisible();
    await still(page.locator('.vue-flow .part').first());
    const { labels, overlaps } = await page.evaluate(() => {
      const zoom = new DOMMatrix(getComputedStyle(document.querySelector('.vue-flow__transformationpane')!).transform)
        .a;
      const found = document.querySelectorAll('.vue-flow :is(.words b, .words span, .port, .wire text)');
      const boxes = [...found].map((e) => {
        const range = document.createRange();
        range.selectNodeContents(e);
        const box = e.tagName === 'text' ? e.getBoundingClientRect() : range.getBoundingClientRect();
        return { text: e.textContent, box };
      });
      const overlaps: string[] = [];
      boxes.forEach((a, i) =>
        boxes.slice(i + 1).forEach((b) => {
          const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
          const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
          // Line boxes are taller than what is written in them.
          if (across > zoom && down > 0.3 * Math.min(a.box.height, b.box.height))
            overlaps.push(`${a.text} on ${b.text}`);
        }),
      );
      return { labels: boxes.length, overlaps };
    });
    expect(labels).toBeGreaterThan(20);
    expect(overlaps).toEqual([]);
  }
});

test('labels and sheets come out on paper', async ({ page }) => {
  await page.addInitScript(() =>
    Object.assign(window, { print: () => document.body.setAttribute('data-printed', '') }),
  );
  await openMachine(page, 'Plover', 'Wiring');
  await page.getByRole('tab', tab('Labels')).click();
  await expect(page.getByText(/218 labels of .* on 2 pages/)).toBeVisible();
  await enterNumber(page.getByLabel('Columns'), '4');
  await page.getByLabel('Columns').blur();
  await expect(page.getByText(/on 3 pages/)).toBeVisible();
  await enterNumber(page.getByLabel('Columns'), '20');
  await enterNumber(page.getByLabel('Margin left, right (mm)'), '60');
  await page.getByLabel('Margin left, right (mm)').blur();
  await expect(page.getByText('This grid does not fit on A4')).toBeVisible();
  await enterNumber(page.getByLabel('Margin left, right (mm)'), '8');
  await enterNumber(page.getByLabel('Columns'), '4');
  await page.getByLabel('Columns').blur();
  await page.getByRole('button', tab('Print')).click();
  await expect(page.locator('body[data-printed]')).toHaveCount(1);
  const pdf = (
    await page.pdf({ preferCSSPageSize: false, format: 'A4', margin: { top: 0, left: 0, right: 0, bottom: 0 } })
  ).toString('latin1');
  const pagesOf = (file: string) => file.match(/\/Type\s*\/Page\b/g)!.length;
  expect(pagesOf(pdf)).toBe(3);
  await page.getByRole('tab', tab('Diagram')).click();
  await page.getByRole('button', tab('Print')).click();
  const dialog = page.getByRole('dialog', { name: 'Sheets on paper' });
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Mains' })).toContainText(/letters 1\.\d mm/);
  await dialog.getByRole('button', { name: 'All 9 sheets' }).click();
  await expect(dialog.getByText('hard to read beside the cabinet')).toBeVisible();
  await dialog.getByRole('button', tab('A3')).click();
  await page.evaluate(() => document.body.removeAttribute('data-printed'));
  await dialog.getByRole('button', { name: 'Print 9 pages' }).click();
  await expect(page.locator('body[data-printed]')).toHaveCount(1);
  const sheets = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pagesOf(sheets)).toBe(9);
  expect(sheets).toMatch(/\/MediaBox \[0 0 1191/);
});

test('from the parts to the plan: the mains side, an output, a stop chain', async ({ page }) => {
  await openMachine(page, 'Wren', 'Wiring');
  await page.getByRole('tab', tab('Parts')).click();
  await choose(page, 'stopStrategy', 'motor power, by a contactor');
  await expect(page.getByText('cutting power needs a second one')).toBeVisible();
  await pickFrom(page.getByLabel('What to put on an output'), 'Signal lamp');
  await page.getByRole('button', tab('Add')).click();
  await expect(field(page, 'outputs.lamp')).toContainText('-K1:Q2');
  await page.getByRole('button', { name: /Plan again/ }).click();
  await page.getByRole('button', { name: /finding/ }).click();
  await expect(page.getByText('-K1:Q2 gives 5 V, -P1:+ needs 24 V')).toBeVisible();
  await pickFrom(page.getByLabel('Relay of lamp'), 'Latch 5, relay module');
  await page.getByRole('button', { name: /Plan again/ }).click();
  await expect(page.getByText('-K1:Q2 gives 5 V, -P1:+ needs 24 V')).toHaveCount(0);
  await expectAccessible(page);
});

test('before a change: a plug as found, buzzed out, with a picture, and the whole machine out and in as a zip', async ({
  page,
}) => {
  await openMachine(page, 'Wren', 'Wiring');
  await page.getByRole('tab', tab('As found')).click();
  await page.getByRole('button', { name: 'This is how it was found' }).click();
  const plug = page.getByRole('region', { name: 'A plug as it was found' });
  await plug.getByRole('button', tab('Add it')).click();
  await page.getByLabel('Contact 1 leads to').fill('-M1:A');
  await page.getByLabel('Contact 1 leads to').blur();
  await page.getByLabel('Contact 2 leads to').fill('-M1:Z');
  await page.getByLabel('Contact 2 leads to').blur();
  await expect(page.getByRole('alert')).toContainText('contact 2: There is no terminal "-M1:Z"');
  // White rings with contact 3 at the third touch; brown is broken.
  const sheet = page.getByRole('region', { name: 'Buzz-out sheet' });
  await sheet.getByLabel('Cores at this end').fill('WH BN');
  await sheet.getByRole('button', tab('It rings')).click();
  for (let i = 0; i < 3; i++) await sheet.getByRole('button', tab('Silent')).click();
  await expect(sheet.getByRole('status')).toContainText('1 of 2 cores found; broken or not led out: BN');
  await sheet.getByRole('button', { name: 'Note these 1 colours on the plug' }).click();
  await expect(page.getByLabel('Colour at contact 1')).toHaveValue('WH');
  const lugs = page.getByRole('region', { name: 'Lugs of an unmarked switch' });
  await lugs.getByRole('button', tab('two lugs')).click();
  await lugs.getByRole('button', tab('It rings')).click();
  await lugs.getByRole('button', tab('Silent')).click();
  await expect(lugs.getByRole('status')).toContainText('This contact is normally closed');
  await page.getByRole('button', { name: /Plan again/ }).click();
  const difference = page.getByRole('region', { name: 'Before and after' });
  await expect(difference).toContainText('1 added, 0 removed, 1 moved');
  await expect(difference.getByRole('row', { name: /103 .*-M1:A.*-X6:1a/ })).toBeVisible();

  await page.getByRole('tab', tab('Next')).click();
  await page.getByText('Notes and pictures').click();
  await page.getByLabel(/^Pictures of Conductor/).setInputFiles([
    { name: 'lid.png', mimeType: 'image/png', buffer: smallPicture },
    { name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('no picture') },
  ]);
  await expect(page.getByRole('img', { name: 'lid.png' })).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('no.png is no picture');
  await saved(page);
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+e')]);
  expect(download.suggestedFilename()).toMatch(/^wren-.*\.nodaxis\.zip$/);
  const path = await download.path();
  await page.goto('/');
  await page.getByLabel('Machine files').setInputFiles({
    name: 'wren.nodaxis.zip',
    mimeType: 'application/zip',
    buffer: await readFile(path),
  });
  await expect(page.getByText('Wren (imported)').first()).toBeVisible();
  await goTo(page, 'Wiring');
  await page.getByRole('tab', tab('Next')).click();
  await page.getByText('Notes and pictures').click();
  await expect(page.getByRole('img', { name: 'lid.png' })).toBeVisible();
});
