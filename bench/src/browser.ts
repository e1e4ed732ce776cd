import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { newMachineFile, writeMachineFile } from '@nodaxis/core/machine/file';
import { crowdedPanel } from './cabinet';
import { largeMachine } from './largeMachine';
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
    bound: 360,
    most: true,
  };
}

/** The largest own chunk of a station, its style sheet included, compressed; what several stations share is not in it. */
export function stationChunks(): Figure {
  const assets = join(root, 'web/dist/assets');
  const bytes = new Map<string, number>();
  for (const file of readdirSync(assets)) {
    const station = /^(\w+Station)-.*\.(?:js|css)$/.exec(file)?.[1];
    if (!station) continue;
    const size = gzipSync(readFileSync(join(assets, file)), { level: 9 }).length;
    bytes.set(station, (bytes.get(station) ?? 0) + size);
  }
  const [name, most] = [...bytes].sort(([, a], [, b]) => b - a)[0]!;
  return {
    name: `largest of ${bytes.size} stations' own code, ${name}, gzip`,
    value: most / 1000,
    unit: 'kB',
    bound: 120,
    most: true,
  };
}

/** Lines of the style sheets that belong to one component each: the less, the more comes from the kit. */
export function scopedCss(): Figure {
  const source = join(root, 'web/src');
  const lines = (readdirSync(source, { recursive: true }) as string[])
    .filter((f) => f.endsWith('.vue'))
    .flatMap((f) => [...readFileSync(join(source, f), 'utf8').matchAll(/<style[^>]*>\n([\s\S]*?)<\/style>/g)])
    .reduce((sum, [, css]) => sum + css!.trimEnd().split('\n').length, 0);
  return { name: 'scoped CSS', value: lines, unit: 'lines', bound: 2500, most: true };
}

/** Runs work in a browser of its own behind the real server, beginning at the shelf. */
export async function inBrowser<T>(work: (page: Page) => Promise<T>): Promise<T> {
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
    return await work(page);
  } finally {
    await browser.close();
    server.kill();
  }
}

/** The field of X's wanted speed; the list of sources beside it holds an input of its own. */
const SPEED_FIELD = '[data-field="axes.x.maxSpeed"] .input input';

/** Runs work on Dunnock’s Drives station. */
const onDrives = <T>(work: (page: Page) => Promise<T>): Promise<T> =>
  inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('link', { name: 'Drives' }).click();
    await page.locator(SPEED_FIELD).waitFor();
    await page.locator('.chart canvas').waitFor();
    return work(page);
  });

/** Runs work on the wiring of a large machine, brought in as a file. */
const onLargeWiring = <T>(conductors: number, view: string, work: (page: Page) => Promise<T>): Promise<T> =>
  inBrowser(async (page) => {
    const file = newMachineFile(largeMachine(conductors), 'large', '2026-01-01T00:00:00.000Z');
    await page.getByLabel('Machine files').setInputFiles({
      name: 'large.nodaxis.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeMachineFile(file)),
    });
    await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor({ timeout: 60_000 });
    await page.goto(`http://localhost:${PORT}/machine/large/wiring?view=${view}`);
    return work(page);
  });

const RUNS = 4;
/**
 * Mean frames a second while something is done once a frame: the best of some runs, since a shared machine takes whole
 * frames away for itself; the median of the runs stands beside it.
 */
function framesOf(name: string, runs: readonly (readonly number[])[]): Figure {
  const rates = runs.map((gaps) => 1000 / (gaps.reduce((a, b) => a + b, 0) / gaps.length));
  return {
    name: `${name}, best of ${runs.length} runs (median ${quantile(rates, 0.5).toFixed(0)})`,
    value: Math.max(...rates),
    unit: 'a second',
    bound: 50,
    most: false,
  };
}
/** Runs the same again and again on a page that stands. */
async function again<T>(work: () => Promise<T>): Promise<T[]> {
  const all: T[] = [];
  for (let i = 0; i < RUNS; i++) all.push(await work());
  return all;
}

/** From the click on the largest sheet of Dunnock until its drawing stands, layout in its worker included. */
export async function sheetLayout(): Promise<Figure> {
  const times: number[] = [];
  for (let i = 0; i < 3; i++)
    times.push(
      await inBrowser(async (page) => {
        await page.getByRole('link', { name: 'Open Dunnock' }).click();
        await page.getByRole('link', { name: 'Wiring' }).click();
        await page.getByRole('tab', { name: 'Diagram' }).click();
        await page.locator('.vue-flow .wire').first().waitFor();
        return page.evaluate(async () => {
          const button = [...document.querySelectorAll('button')].find((b) =>
            /^\d\s*Signals$/.test(b.textContent!.trim()),
          )!;
          const start = performance.now();
          button.click();
          const frame = () => new Promise((r) => requestAnimationFrame(r));
          do await frame();
          while (document.querySelectorAll('.vue-flow .wire').length !== 40);
          return performance.now() - start;
        });
      }),
    );
  return {
    name: 'sheet of 40 conductors laid out and drawn',
    value: quantile(times, 0.5),
    unit: 'ms',
    bound: 1500,
    most: true,
  };
}

/** Panning and pointing with some three hundred conductors on one sheet. */
export async function diagramFrames(): Promise<Figure> {
  const runs = await onLargeWiring(490, 'diagram', async (page) => {
    await page.locator('.vue-flow .wire').first().waitFor({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Signals', exact: true }).click();
    await page.waitForFunction(() => document.querySelectorAll('.vue-flow .wire').length > 280, undefined, {
      timeout: 60_000,
    });
    await page.waitForTimeout(1500);
    return again(() =>
      page.evaluate(async () => {
        const pane = document.querySelector<HTMLElement>('.vue-flow__pane')!;
        const box = pane.getBoundingClientRect();
        const at = (type: string, x: number, y: number, target: EventTarget = pane) =>
          target.dispatchEvent(
            new MouseEvent(type, {
              bubbles: true,
              clientX: box.x + x,
              clientY: box.y + y,
              button: 0,
              buttons: 1,
              view: window,
            }),
          );
        const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
        const wires = [...document.querySelectorAll('.vue-flow .wire .hit')];
        const gaps: number[] = [];
        at('mousedown', 300, 300);
        let last = await frame();
        for (let i = 0; i < 140; i++) {
          at('mousemove', 300 + 120 * Math.sin(i / 12), 300 + 60 * Math.cos(i / 12), window);
          if (i % 6 === 0) wires[(i * 7) % wires.length]!.dispatchEvent(new MouseEvent('mouseover', { bubbles: true }));
          const now = await frame();
          gaps.push(now - last);
          last = now;
        }
        at('mouseup', 300, 300, window);
        return { gaps: gaps.slice(20), shown: wires.length };
      }),
    );
  });
  return framesOf(
    `frames while panning and pointing, ${runs[0]!.shown} conductors shown`,
    runs.map((r) => r.gaps),
  );
}

/** Scrolling through five thousand rows. */
export async function listFrames(): Promise<Figure> {
  const runs = await onLargeWiring(5000, 'list', async (page) => {
    await page.locator('[role="grid"] [role="row"]').nth(5).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2000);
    return again(() =>
      page.evaluate(async () => {
        const rows = document.querySelector<HTMLElement>('.rows')!;
        const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
        const gaps: number[] = [];
        let last = await frame();
        for (let i = 0; i < 160; i++) {
          rows.scrollTop = 130 * i;
          const now = await frame();
          gaps.push(now - last);
          last = now;
        }
        return gaps.slice(20);
      }),
    );
  });
  return framesOf('frames while scrolling 5000 conductors', runs);
}

/** Types `count` wanted speeds one after the other; the times until the ladder shows each, in ms. */
const typeSpeeds = (page: Page, count: number, pauseMs: number): Promise<number[]> =>
  page.evaluate(
    async ([field, count, pauseMs]) => {
      const input = document.querySelector<HTMLInputElement>(field)!;
      const row = document.querySelector('tbody tr')!;
      const times: number[] = [];
      for (let i = 0; i < count; i++) {
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
    [SPEED_FIELD, count, pauseMs] as const,
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
    again(() =>
      page.evaluate(async () => {
        const slider = document.querySelector<HTMLElement>('[role="slider"][aria-label="Try a supply of"]')!;
        const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
        const gaps: number[] = [];
        let last = await frame();
        for (let i = 0; i < 160; i++) {
          // To and fro, a step of the slider each time.
          const code = i % 20 < 10 ? 'ArrowRight' : 'ArrowLeft';
          slider.dispatchEvent(new KeyboardEvent('keydown', { code, key: code, bubbles: true }));
          const now = await frame();
          gaps.push(now - last);
          last = now;
        }
        return gaps.slice(20);
      }),
    ),
  );
  return framesOf('frames while dragging the supply slider', frames);
}

/** A plate with a hundred parts: one of them dragged about, a step each frame. */
export async function panelFrames(): Promise<Figure> {
  const frames = await inBrowser(async (page) => {
    await page.getByLabel('Machine files').setInputFiles({
      name: 'large.nodaxis.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeMachineFile(crowdedPanel(100))),
    });
    await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor({ timeout: 60_000 });
    await page.goto(`http://localhost:${PORT}/machine/large/cabinet?view=panel`);
    await page.locator('.item.part').nth(99).waitFor();
    return again(() =>
      page.evaluate(async () => {
        const part = document.querySelector<SVGGElement>('.item.part')!;
        const box = part.getBoundingClientRect();
        const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
        const send = (type: string, dx: number) =>
          part.dispatchEvent(
            new PointerEvent(type, {
              bubbles: true,
              pointerId: 1,
              isPrimary: true,
              clientX: x + dx,
              clientY: y - dx / 4,
            }),
          );
        // No pointer of the machine is down, so that there is nothing to capture.
        part.setPointerCapture = () => undefined;
        const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
        const gaps: number[] = [];
        send('pointerdown', 0);
        let last = await frame();
        for (let i = 0; i < 160; i++) {
          send('pointermove', 2 * (i % 80));
          const now = await frame();
          gaps.push(now - last);
          last = now;
        }
        send('pointercancel', 0);
        return gaps.slice(20);
      }),
    );
  });
  return framesOf('frames while a part is dragged among 100', frames);
}

/**
 * From the click on a station of Dunnock until its first frame is drawn and can be used, and until the page has nothing
 * left to do: what is folded away or far below follows in turns. The slowest station of each.
 */
export async function stationOpening(): Promise<Figure[]> {
  const times = await inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor();
    return page.evaluate(async () => {
      const links = [...document.querySelectorAll<HTMLElement>('nav[aria-label="Stations"] a[href*="/machine/"]')];
      const frame = () => new Promise((r) => requestAnimationFrame(r));
      const idle = () => new Promise((r) => requestIdleCallback(r, { timeout: 1000 }));
      const times: Record<string, { drawn: number; done: number }[]> = {};
      for (let round = 0; round < 6; round++)
        for (const link of links) {
          if (link.hasAttribute('aria-current')) continue;
          const name = link.getAttribute('href')!.split('/').pop()!;
          await new Promise((r) => setTimeout(r, 400));
          const before = document.querySelector('main')!.textContent;
          const start = performance.now();
          link.click();
          do await frame();
          while (
            performance.now() - start < 5000 &&
            (!link.hasAttribute('aria-current') || document.querySelector('main')!.textContent === before)
          );
          await frame();
          const drawn = performance.now() - start;
          await idle();
          // The first time also fetches the code of the station.
          if (round) (times[name] ??= []).push({ drawn, done: performance.now() - start });
        }
      return times;
    });
  });
  const slowest = (what: string, of: 'drawn' | 'done', bound: number): Figure => {
    const medians = Object.entries(times).map(([name, t]) => ({
      name,
      value: quantile(
        t.map((x) => x[of]),
        0.5,
      ),
    }));
    const { name, value } = medians.sort((a, b) => b.value - a.value)[0]!;
    return { name: `${what}, the slowest: ${name}`, value, unit: 'ms', bound, most: true };
  };
  return [
    slowest('a station of Dunnock opened', 'drawn', 250),
    slowest('all of it drawn and nothing left to do', 'done', 1000),
  ];
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

/** From the press of a switch on trial to the sentence about it, on the diagram of Dunnock. */
export function pressToAnswer(): Promise<Figure> {
  return inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor();
    await page.goto(`${page.url().replace(/\/[^/]*$/, '')}/wiring?view=diagram`);
    await page.getByRole('button', { name: 'Inputs' }).click();
    await page.getByRole('button', { name: 'Try it' }).click();
    const button = page.getByRole('button', { name: /-B2 X plus limit/ });
    await button.waitFor();
    const runs = await button.evaluate(async (b: HTMLElement) => {
      const times: number[] = [];
      for (let i = 0; i < 40; i++) {
        const start = performance.now();
        b.click();
        // One frame later what the press changed is on the page.
        await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
        times.push(performance.now() - start);
      }
      return times;
    });
    return {
      name: `press of a switch on trial to its answer on the page, median (p95 ${quantile(runs, 0.95).toFixed(0)})`,
      value: quantile(runs, 0.5),
      unit: 'ms',
      bound: 50,
      most: true,
    };
  });
}
