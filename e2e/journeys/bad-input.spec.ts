import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, exported, openMachine, openShelf, pick, test } from './bench';

const cards = (page: Page) => page.getByRole('main').getByRole('article');

test.describe('a bad file', () => {
  let good = '';
  test.beforeEach(async ({ page }) => {
    await openMachine(page, 'Wren');
    good = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
    await page.getByRole('link', { name: 'Shelf' }).click();
  });
  test('each kind gets a clear sentence, and nothing on the shelf changes', async ({ page }) => {
    const bad: [string, string | Buffer, RegExp][] = [
      ['cut.json', good.slice(0, 20_000), /damaged.*line 1, column|line 1, column.*damaged/],
      ['foreign.json', '{"parts": []}', /not a Nodaxis machine file/],
      ['newer.json', good.replace(/"version":\d+/, '"version":9'), /newer Nodaxis \(format version 9/],
      [
        'dangling.json',
        good.replace('"motor":"motor-x-0"', '"motor":"motor-gone"'),
        /design\.axes\.x\.drives\.0\.motor.*There is no part "motor-gone"/,
      ],
      ['picture.png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3]), /damaged or is not JSON/],
    ];
    for (const [name, text, sentence] of bad) {
      await pick(page, name, text);
      await expect(page.getByRole('alert')).toContainText(sentence);
      await expect(page.getByRole('alert')).toContainText('nothing on the shelf was changed');
      await expect(cards(page)).toHaveCount(3);
    }
    const huge = join(tmpdir(), 'huge.nodaxis.json');
    writeFileSync(huge, Buffer.alloc(70 * 1024 * 1024, 'x'));
    await page.getByLabel('Machine files').setInputFiles(huge);
    await expect(page.getByRole('alert')).toContainText('huge.nodaxis.json has 73 MB');
    await expect(cards(page)).toHaveCount(3);
  });
  test('a good file that is dropped opens; markup in it stays text', async ({ page }) => {
    const evil = good
      .replaceAll('"name":"Wren"', '"name":"<img src=x onerror=alert(1)>"')
      .replace('"id":"wren"', '"id":"wren-two"');
    const data = await page.evaluateHandle((text) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], 'wren.nodaxis.json', { type: 'application/json' }));
      return transfer;
    }, evil);
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    // A drop is taken anywhere, a machine being open included.
    await page.dispatchEvent('body', 'drop', { dataTransfer: data });
    await expect(page.getByText('<img src=x onerror=alert(1)>')).toBeVisible();
    expect(await page.locator('img[src="x"]').count()).toBe(0);
  });
});

test('the browser store is full: it says so, offers the file, and saves again once there is room', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) });
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await page.getByRole('button', { name: 'Datum corner at X plus, Y minus' }).click();
  await expect(page.getByText('The browser’s store is full.')).toBeVisible();
  await expect(page.getByText('Not saved')).toBeVisible();
  const text = await exported(page, () => page.getByRole('button', { name: 'Save as a file' }).click());
  expect(JSON.parse(text).design.axes.x.reference.end).toBe('plus');
  await page.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  expect(
    JSON.parse(await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click())).design
      .axes.x.reference.end,
  ).toBe('plus');
});

test('the browser keeps nothing at all: the page works, says so, and hands the file out', async ({ page }) => {
  await page.addInitScript(() => Object.defineProperty(window, 'indexedDB', { value: undefined }));
  await openShelf(page);
  await expect(page.getByRole('alert')).toContainText('does not let the page keep anything');
  await page.getByRole('link', { name: 'Open Dunnock' }).click();
  await expect(page.getByText('Not saved', { exact: true })).toBeVisible();
  const text = await exported(page, () => page.getByRole('button', { name: 'Save as a file' }).click());
  expect(JSON.parse(text).design.name).toBe('Dunnock');
});

test('a tab killed in mid-save: the copy before opens, and says so', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await page.getByRole('button', { name: 'Datum corner at X plus, Y minus' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Dunnock' })).toBeVisible();
  await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>(
      (resolve) => (indexedDB.open('nodaxis').onsuccess = (e) => resolve((e.target as IDBOpenDBRequest).result)),
    );
    const store = db.transaction('machines', 'readwrite').objectStore('machines');
    const slots = await Promise.all(
      ['a', 'b'].map(
        (s) =>
          new Promise<{ key: string; value: { sequence: number; text: string } }>(
            (resolve) =>
              (store.get(`slot/dunnock/${s}`).onsuccess = (e) =>
                resolve({ key: `slot/dunnock/${s}`, value: (e.target as IDBRequest).result })),
          ),
      ),
    );
    const newest = slots.sort((x, y) => y.value.sequence - x.value.sequence)[0]!;
    await new Promise(
      (resolve) =>
        (store.put({ ...newest.value, text: newest.value.text.slice(0, 9000) }, newest.key).onsuccess = resolve),
    );
    db.close();
  });
  await page.goto('/machine/dunnock/machine');
  await expect(page.getByText(/The copy saved .* cannot be opened .* was opened instead/)).toBeVisible();
  const text = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  expect(JSON.parse(text).design.axes.x.reference.end).toBe('minus');
});

test('a second tab only looks, until it takes the machine over with everything the first one had', async ({
  page,
  context,
}) => {
  await openMachine(page, 'Dunnock');
  const second = await context.newPage();
  await second.goto('/machine/dunnock/machine');
  await expect(second.getByText('Another tab edits this machine.')).toBeVisible();
  await expect(second.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.getByRole('button', { name: 'Datum corner at X plus, Y minus' }).click();
  await second.getByRole('button', { name: 'Take it over here' }).click();
  await expect(second.getByText('Another tab edits this machine.')).toHaveCount(0);
  await expect(page.getByText('Another tab edits this machine.')).toBeVisible();
  const text = await exported(second, () => second.getByRole('button', { name: 'Export the machine file' }).click());
  expect(JSON.parse(text).design.axes.x.reference.end).toBe('plus');
});

test.describe('a part of the program that does not load', () => {
  test.use({ expectedErrors: [/./] });
  test('the crash screen offers the machine file before anything else', async ({ page }) => {
    await openMachine(page, 'Dunnock');
    await page.getByRole('button', { name: 'Datum corner at X plus, Y minus' }).click();
    await page.route('**/assets/DrivesStation-*.js', (route) => route.abort());
    await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: 'Drives' }).click();
    await expect(page.getByRole('heading', { name: 'This page has failed. Your machine has not.' })).toBeVisible();
    const save = page.getByRole('button').first();
    await expect(save).toHaveText('Save the machine file');
    const text = await exported(page, () => save.click());
    expect(JSON.parse(text).design.axes.x.reference.end).toBe('plus');
  });
});
