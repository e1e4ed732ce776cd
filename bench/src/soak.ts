import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { Random } from '@nodaxis/core/motion/plant/random';
import { options } from './options';

/**
 * Lives with the page for some minutes as a person and a bad day would: edits, reloads, a browser that is killed, a second tab, a store without
 * room. One thing must hold throughout: what was said to be saved is there.
 */
const usage = 'npm run soak -- [--minutes N] [--seed N]';
const values = options(
  {
    root: { type: 'string', default: '.' },
    minutes: { type: 'string', default: '3' },
    seed: { type: 'string', default: '1' },
  },
  usage,
);
const minutes = Number(values.minutes);
if (!(minutes > 0) || !Number.isInteger(Number(values.seed))) {
  console.error(`Usage: ${usage}`);
  process.exit(2);
}
const PORT = 7441;
const url = `http://localhost:${PORT}/machine/dunnock/machine`;
const random = new Random(Number(values.seed));
const profile = mkdtempSync(join(tmpdir(), 'nodaxis-soak-'));
const server = spawn(
  process.execPath,
  [join(values.root, 'server/dist/main.js'), '--root', join(values.root, 'web/dist'), '--port', String(PORT)],
  { stdio: ['ignore', 'pipe', 'inherit'] },
);
await new Promise((resolve) => server.stdout.once('data', resolve));

const start = (): Promise<BrowserContext> =>
  chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    viewport: { width: 1280, height: 800 },
  });
let context = await start();
let page: Page;
const revision = (p: Page): Promise<number> =>
  p
    .getByRole('button', { name: /^\d+ · / })
    .innerText()
    .then((t) => parseInt(t, 10));
async function open(): Promise<void> {
  page = await context.newPage();
  page.on('dialog', (d) => void d.accept());
  await page.goto(url);
  await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor();
}
/** Revisions never go back: the last one that was said to be saved. */
let said = 0;
let broken = 0;
const hold = (what: string, now: number) => {
  if (now >= said) return;
  broken++;
  console.log(`BROKEN  after ${what}: revision ${now}, and ${said} was said to be saved`);
  said = now;
};
async function edit(): Promise<void> {
  const mm = 300 + Math.floor(random.next() * 600);
  const input = page.locator('[data-field="axes.x.travel"] input').first();
  await input.fill(String(mm));
  await input.press('Enter');
}
/** What the page says: a revision counts once “Saved” stands beside it. */
async function listen(): Promise<void> {
  const now = await revision(page);
  const saved = await page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .isVisible();
  if (saved && (await revision(page)) === now) said = Math.max(said, now);
}

const done: Record<string, number> = {};
const acts: readonly (readonly [name: string, often: number, act: () => Promise<void>])[] = [
  [
    'edits',
    10,
    async () => {
      for (let i = Math.floor(random.next() * 6); i >= 0; i--) await edit();
      await page.waitForTimeout(random.next() * 900);
      await listen();
    },
  ],
  [
    'reload',
    3,
    async () => {
      await page.reload();
      await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor();
      hold('a reload', await revision(page));
    },
  ],
  [
    'page closed',
    2,
    async () => {
      await page.close();
      await open();
      hold('closing the page', await revision(page));
    },
  ],
  [
    'browser killed',
    2,
    async () => {
      const client = await context.newCDPSession(page);
      // The whole browser falls over, with everything that it had in hand.
      await Promise.race([client.send('Browser.crash').catch(() => undefined), page.waitForEvent('close')]);
      await context.close().catch(() => undefined);
      context = await start();
      await open();
      hold('the end of the browser', await revision(page));
    },
  ],
  [
    'second tab',
    1,
    async () => {
      const first = page;
      await open();
      await page.getByRole('button', { name: 'Take it over here' }).click();
      await page.getByText('Another tab edits this machine.').waitFor({ state: 'detached' });
      hold('taking it over', await revision(page));
      await first.close();
    },
  ],
  [
    'no room',
    1,
    async () => {
      const client = await context.newCDPSession(page);
      const origin = `http://localhost:${PORT}`;
      await client.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
      await edit();
      await page.waitForTimeout(1500);
      await listen();
      await client.send('Storage.overrideQuotaForOrigin', { origin });
      await edit();
      await page.getByText('Saved', { exact: true }).waitFor({ timeout: 20_000 });
      await listen();
    },
  ],
];
const total = acts.reduce((sum, [, often]) => sum + often, 0);

await open();
const end = Date.now() + minutes * 60_000;
let failed = '';
try {
  while (Date.now() < end) {
    let pick = random.next() * total;
    const [name, , act] = acts.find(([, often]) => (pick -= often) < 0)!;
    await act();
    done[name] = (done[name] ?? 0) + 1;
  }
} catch (e) {
  failed = e instanceof Error ? (e.stack ?? e.message) : String(e);
  const shown = (p: Page) => p.locator('body').innerText({ timeout: 5000 });
  for (const p of context.pages())
    failed += `\n— ${p.url()} shows: ${(await shown(p).catch(() => 'nothing that answers')).slice(0, 400)}`;
}
await context.close();
server.kill();
if (failed) console.log(`STOPPED  ${failed}`);
console.log(
  `${Object.entries(done)
    .map(([name, n]) => `${n} ${name}`)
    .join(', ')}; revision ${said} was said to be saved last; ${broken} times it was not there.`,
);
process.exit(broken || failed ? 1 : 0);
