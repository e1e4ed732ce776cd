import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, exported, field, fill, goTo, openMachine, openShelf, pick, test } from './bench';

/** What stands in the browser's store under some keys, and a way to put other things there. */
const inStore = <T>(page: Page, work: (store: IDBObjectStore) => Promise<T>): Promise<T> =>
  page.evaluate(async (source) => {
    const db = await new Promise<IDBDatabase>(
      (resolve) => (indexedDB.open('nodaxis').onsuccess = (e) => resolve((e.target as IDBOpenDBRequest).result)),
    );
    const store = db.transaction('machines', 'readwrite').objectStore('machines');
    const run = (0, eval)(`(${source})`) as (s: IDBObjectStore) => Promise<unknown>;
    const result = await run(store);
    db.close();
    return result as never;
  }, work.toString());

const tear = (page: Page) =>
  inStore(page, async (store) => {
    const wait = <T>(r: IDBRequest<T>) => new Promise<T>((done) => (r.onsuccess = () => done(r.result)));
    for (const slot of ['a', 'b']) {
      const value = (await wait(store.get(`slot/wren/${slot}`))) as { text: string } | undefined;
      if (value) await wait(store.put({ ...value, text: value.text.slice(0, 5000) }, `slot/wren/${slot}`));
    }
  });

test.describe('what is kept is damaged', () => {
  // The policy of the page forbids code made from text; the helper above is the test's own.
  test.use({ bypassCSP: true });
  test('all copies of a machine are torn: it is unreadable, not missing, and its text can be saved', async ({
    page,
  }) => {
    await openShelf(page);
    await tear(page);
    await page.getByRole('article').filter({ hasText: 'Wren' }).getByRole('button', { name: 'Export' }).click();
    await expect(page.getByRole('alert')).toContainText('cannot be read');
    await page.getByRole('link', { name: 'Open Wren' }).click();
    await expect(page.getByRole('heading', { name: 'This machine cannot be read' })).toBeVisible();
    const text = await exported(page, () => page.getByRole('button', { name: 'Save this text' }).first().click());
    expect(text).toHaveLength(5000);
    expect(text).toContain('"format":"nodaxis-machine"');
  });
  test('while edits go on and on, the store is never more than a second behind', async ({ page, context }) => {
    await openMachine(page, 'Dunnock');
    const other = await context.newPage();
    await openShelf(other);
    for (let i = 0; i < 12; i++) {
      const corner = i % 2 ? 'minus' : 'plus';
      await page.getByRole('button', { name: `Datum corner at X ${corner}, Y minus` }).click();
      await page.waitForTimeout(150);
    }
    const kept = inStore(other, async (store) => {
      const get = (key: string) =>
        new Promise<{ sequence: number; text: string }>(
          (done) => (store.get(key).onsuccess = (e) => done((e.target as IDBRequest).result)),
        );
      const [a, b] = [await get('slot/dunnock/a'), await get('slot/dunnock/b')];
      const { history } = JSON.parse((a.sequence > b.sequence ? a : b).text);
      return history.revisions.at(-1).number as number;
    });
    const shown = parseInt(await page.getByRole('button', { name: /^\d+ · / }).innerText());
    // Twelve edits in some two seconds: without a longest wait none of them would be there.
    expect(await kept).toBeGreaterThan(shown - 12);
  });
});

test('a file whose change log is damaged opens from where it can be read, and says so', async ({ page }) => {
  await openMachine(page, 'Wren');
  const good = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  await page.getByRole('link', { name: 'Shelf' }).click();
  const file = JSON.parse(good) as { history: { revisions: { patches: { path: string[] }[] }[] }; digest?: string };
  file.history.revisions[2]!.patches[0]!.path = ['nowhere', 'at', 'all'];
  delete file.digest;
  await pick(page, 'harmed.nodaxis.json', JSON.stringify(file));
  await expect(page.getByText(/Revisions 1 to \d+ of the change log cannot be read \(revision 3: /)).toBeVisible();
  await expect(page.getByRole('heading', { level: 1, name: 'Machine' })).toBeVisible();
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.getByRole('button', { name: /^\d+ · / }).click();
  await expect(page.getByText('Change log').first()).toBeVisible();
});

test('a machine that another tab has open is neither renamed nor removed behind its back', async ({
  page,
  context,
}) => {
  await openMachine(page, 'Dunnock');
  const other = await context.newPage();
  await openShelf(other);
  const card = other.getByRole('article').filter({ hasText: 'Dunnock' });
  await card.getByRole('button', { name: 'Remove Dunnock' }).click();
  await expect(other.getByRole('alert')).toContainText('Dunnock is open in another tab, so it was not removed.');
  await expect(card).toBeVisible();
  await card.getByRole('button', { name: 'Rename' }).click();
  await other.getByLabel('New name of Dunnock').fill('Other');
  await other.keyboard.press('Enter');
  await expect(other.getByRole('alert')).toContainText('so it was not renamed');
  // Once it is closed there, both are done.
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'Open Plover' })).toBeVisible();
  await card.getByRole('button', { name: 'Rename' }).click();
  await other.getByLabel('New name of Dunnock').fill('Other');
  await other.keyboard.press('Enter');
  await expect(other.getByRole('link', { name: 'Open Other' })).toBeVisible();
  // And the first tab sees it.
  await expect(page.getByRole('link', { name: 'Open Other' })).toBeVisible();
});

test('what is typed and not entered says so, outlives a reload, and is entered by a step back', async ({ page }) => {
  await openMachine(page, 'Dunnock');
  await goTo(page, 'Drives');
  await goTo(page, 'Machine');
  const travel = field(page, 'axes.x.travel').locator('input').first();
  await travel.fill('655');
  await expect(page.getByText('Typed, not entered')).toBeVisible();
  await page.reload();
  await expect(travel).toHaveValue('655');
  await expect(page.getByText(/Typed, not entered|Saved/)).toBeVisible();
  await travel.fill('656');
  await page.goBack();
  await expect(page.getByRole('heading', { level: 1, name: 'Drives' })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const text = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  expect(JSON.parse(text).design.axes.x.travel.entered).toBe(656);

  // A form that waits for its button stands there again as it was left.
  await goTo(page, 'Settings');
  await page.getByRole('button', { name: 'Set by hand: Axis X, Maximum speed' }).click();
  const reason = page.getByLabel('Reason for Axis X, Maximum speed', { exact: true });
  await reason.fill('the screw whips above it');
  await page.reload();
  await expect(reason).toHaveValue('the screw whips above it');
  // A second press would throw it away.
  await expect(page.getByRole('button', { name: 'Set by hand: Axis X, Maximum speed' })).toBeDisabled();
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(reason).toHaveCount(0);
  await expect(page.getByText('by hand: the screw whips above it')).toBeVisible();
});

test('a newer version waits until it is asked for, says its name, and stays away from a test', async ({ browser }) => {
  const root = mkdtempSync(join(tmpdir(), 'nodaxis-update-'));
  cpSync('../web/dist', root, { recursive: true });
  const server = spawn('node', ['../server/dist/main.js', '--root', root, '--port', '0']);
  const url = await new Promise<string>((resolve) =>
    server.stdout.on('data', (d: Buffer) => {
      const found = /http:\/\/localhost:\d+/.exec(d.toString());
      if (found) resolve(found[0]);
    }),
  );
  const page = await browser.newPage();
  try {
    await page.goto(url);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
    // The next build: another page, another worker, another name.
    writeFileSync(join(root, 'version.json'), '{"version":"9.9.9"}');
    const index = join(root, 'index.html');
    writeFileSync(index, readFileSync(index, 'utf8').replace('<title>Nodaxis', '<title>Nodaxis nine'));
    const worker = join(root, 'sw.js');
    writeFileSync(worker, readFileSync(worker, 'utf8').replace(/(url:"index\.html",revision:")/, '$1nine'));
    for (let i = 0; i < 3; i++) await page.reload();
    await expect(page.getByText(/A newer version of Nodaxis is ready: 9\.9\.9 instead of 0\./)).toBeVisible();
    await page.getByRole('link', { name: 'Open Wren' }).click();
    await goTo(page, 'Practice');
    await expect(page.getByText('A newer version of Nodaxis is ready')).toHaveCount(0);
    await goTo(page, 'Machine');
    const served = () => page.evaluate(async () => (await fetch('/')).text());
    expect(await served()).not.toContain('Nodaxis nine');
    await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Load the page again' }).click()]);
    expect(await served()).toContain('Nodaxis nine');
    await expect(page.getByText('A newer version of Nodaxis is ready')).toHaveCount(0);
  } finally {
    await page.close();
    server.kill();
  }
});

test('what is kept: as it was comes back as a copy, and the whole shelf goes out and comes in as one file', async ({
  page,
}) => {
  await openMachine(page, 'Wren');
  await fill(page, 'axes.x.travel', '321');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: 'What is kept' }).click();
  await expect(page.getByRole('heading', { name: 'How safe it is' })).toBeVisible();
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the whole shelf' }).click(),
  ]);
  await page.getByText('Wren: 1 restore point').click();
  await page.getByRole('button', { name: 'Open as a copy' }).click();
  await expect(page.getByText(/^Wren \(as of /).first()).toBeVisible();
  const text = await exported(page, () => page.getByRole('button', { name: 'Export the machine file' }).click());
  expect(JSON.parse(text).design.axes.x.travel.entered).not.toBe(321);
  await page.goto('/kept');
  await page.getByLabel('Saved shelf').setInputFiles(await zip.path());
  await expect(page.getByText('Brought in: 3 machines')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('link', { name: 'Open Wren (imported)' })).toBeVisible();
});

test.describe('the application does not start', () => {
  test.use({ expectedErrors: [/./], serviceWorkers: 'block' });
  test('the recovery page gets everything out all the same', async ({ page }) => {
    await openShelf(page);
    await page.route('**/assets/index-*.js', (route) => route.abort());
    await page.reload();
    await page.getByRole('link', { name: 'Get your machines out' }).click();
    await expect(page.getByText(/^\d+ things, /)).toBeVisible();
    await expect(page.getByRole('row', { name: /slot\/wren\/a/ })).toContainText('whole');
    const [zip] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save everything as one zip' }).click(),
    ]);
    expect(
      readFileSync(await zip.path())
        .subarray(0, 2)
        .toString(),
    ).toBe('PK');
  });
});
