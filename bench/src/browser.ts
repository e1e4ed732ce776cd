import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
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

/** Runs work on Dunnock’s Drives station, in a browser of its own behind the real server. */
async function onDrives<T>(work: (page: Page) => Promise<T>): Promise<T> {
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
    await page.locator('.chart canvas').waitFor();
    await page.getByRole('button', { name: 'Do it' }).first().waitFor();
    return await work(page);
  } finally {
    await browser.close();
    server.kill();
  }
}

/** Types `count` wanted speeds one after the other; the times until the ladder shows each, in ms. */
const typeSpeeds = (page: Page, count: number, pauseMs: number): Promise<number[]> =>
  page.evaluate(
    async ([count, pauseMs]) => {
      const input = document.querySelector<HTMLInputElement>('[data-field="axes.x.maxSpeed"] input')!;
      const row = document.querySelector('tbody tr')!;
      const times: number[] = [];
      for (let i = 0; i < count!; i++) {
        await new Promise((r) => setTimeout(r, pauseMs));
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
      return times;
    },
    [count, pauseMs],
  );

/** From the change of a field to the figures that follow from it standing on the page, Dunnock on Drives. */
export async function editToFigures(): Promise<Figure> {
  const runs = (await onDrives((page) => typeSpeeds(page, 80, 30))).slice(10);
  return {
    name: `edit to updated figures in Chromium, Dunnock, p95 (median ${quantile(runs, 0.5).toFixed(1)})`,
    value: quantile(runs, 0.95),
    unit: 'ms',
    bound: 32,
    most: true,
  };
}

/** Frames a second while the supply slider is dragged: one step of it for each frame. */
export async function sliderFrames(): Promise<Figure> {
  const frames = await onDrives((page) =>
    page.evaluate(async () => {
      const slider = document.querySelector<HTMLInputElement>('input[type="range"]')!;
      const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
      const [least, most] = [Number(slider.min), Number(slider.max)];
      const gaps: number[] = [];
      let last = await frame();
      for (let i = 0; i < 160; i++) {
        slider.value = String(least + (i % (most - least)));
        slider.dispatchEvent(new Event('input', { bubbles: true }));
        const now = await frame();
        gaps.push(now - last);
        last = now;
      }
      return gaps.slice(20);
    }),
  );
  return {
    name: `frames while dragging the supply slider (slowest twentieth ${(1000 / quantile(frames, 0.95)).toFixed(0)})`,
    value: 1000 / (frames.reduce((a, b) => a + b, 0) / frames.length),
    unit: 'a second',
    bound: 50,
    most: false,
  };
}

/** How much the heap has grown after a thousand edits, history and undo included. */
export async function heapGrowth(): Promise<Figure> {
  const EDITS = 1000;
  const grown = await onDrives(async (page) => {
    const cdp = await page.context().newCDPSession(page);
    const used = async () => {
      await page.waitForTimeout(1500);
      for (let i = 0; i < 3; i++) await cdp.send('HeapProfiler.collectGarbage');
      return (await cdp.send('Runtime.getHeapUsage')).usedSize;
    };
    await typeSpeeds(page, 100, 0);
    const before = await used();
    await typeSpeeds(page, EDITS, 0);
    return (await used()) - before;
  });
  return { name: `heap growth over ${EDITS} edits`, value: grown / 1e6, unit: 'MB', bound: 5, most: true };
}
