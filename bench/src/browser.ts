import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import type { Figure } from './measure';
import { quantile } from './measure';

const root = new URL('../..', import.meta.url).pathname;
const PORT = 7439;

/** JavaScript and style sheets that the page needs before the shelf shows, compressed. */
export function firstDownload(): Figure {
  const dist = join(root, 'web/dist');
  const page = readFileSync(join(dist, 'index.html'), 'utf8');
  const files = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1]!);
  const bytes = files.reduce((sum, f) => sum + gzipSync(readFileSync(join(dist, f)), { level: 9 }).length, 0);
  return {
    name: `first download, ${files.length} files of JS and CSS, gzip`,
    value: bytes / 1000,
    unit: 'kB',
    bound: 280,
    most: true,
  };
}

/** From the change of a field to the figures that follow from it standing on the page, Dunnock on Drives. */
export async function editToFigures(): Promise<Figure> {
  const server = spawn(
    process.execPath,
    [join(root, 'server/dist/main.js'), '--root', join(root, 'web/dist'), '--port', String(PORT)],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`http://localhost:${PORT}/`);
    await page.getByRole('link', { name: 'Open Plover' }).waitFor();
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('link', { name: 'Drives' }).click();
    await page.locator('[data-field="axes.x.maxSpeed"] input').waitFor();
    const runs = await page.evaluate(async () => {
      const input = document.querySelector<HTMLInputElement>('[data-field="axes.x.maxSpeed"] input')!;
      const row = document.querySelector('tbody tr')!;
      const times: number[] = [];
      for (let i = 0; i < 80; i++) {
        await new Promise((r) => setTimeout(r, 30));
        const wanted = String(60 + (i % 40));
        input.value = wanted;
        input.dispatchEvent(new Event('input', { bubbles: true }));
        const start = performance.now();
        const seen = new Promise<void>((resolve) => {
          const look = new MutationObserver(() => {
            if (!row.textContent!.includes(`wanted ${wanted}`)) return;
            look.disconnect();
            resolve();
          });
          look.observe(row, { childList: true, subtree: true, characterData: true });
        });
        input.dispatchEvent(new Event('change', { bubbles: true }));
        await seen;
        times.push(performance.now() - start);
      }
      return times.slice(10);
    });
    return {
      name: `edit to updated figures in Chromium, Dunnock, p95 (median ${quantile(runs, 0.5).toFixed(1)})`,
      value: quantile(runs, 0.95),
      unit: 'ms',
      bound: 32,
      most: true,
    };
  } finally {
    await browser.close();
    server.kill();
  }
}
