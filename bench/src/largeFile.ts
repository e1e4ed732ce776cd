import type { Page } from '@playwright/test';
import { applyCommand } from '@nodaxis/core/commands/apply';
import type { JournalEntry, MachineFile } from '@nodaxis/core/machine/file';
import { newMachineFile, writeMachineFile } from '@nodaxis/core/machine/file';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { quantity } from '@nodaxis/core/units/quantity';
import { inBrowser } from './browser';
import { largeMachine } from './largeMachine';
import type { Figure } from './measure';
import { quantile } from './measure';

const AT = '2026-01-01T00:00:00.000Z';
const CONDUCTORS = 5000;
const ENTRIES = 10_000;

/** As large as a machine file is expected to become: sixteen axes, 5 000 conductors, 10 000 entries in its journal. */
function largeFile(): MachineFile {
  const eight = largeMachine(CONDUCTORS);
  const design = { ...eight, axes: { ...eight.axes }, axisOrder: [...eight.axisOrder], parts: { ...eight.parts } };
  // Each axis once more, with motors and drivers of its own.
  const again = (id: string | undefined): string | undefined => {
    if (id === undefined) return undefined;
    const part = eight.parts[id]!;
    design.parts[`${id}-again`] = { ...part, designation: `${part.designation}0` };
    return `${id}-again`;
  };
  for (const id of eight.axisOrder) {
    const axis = eight.axes[id]!;
    const drives = axis.drives.map((d) => ({ ...d, motor: again(d.motor)!, driver: again(d.driver)! }));
    design.axes[`${id}-again`] = { ...axis, drives };
    design.axisOrder.push(`${id}-again`);
  }
  const journal = Array.from({ length: ENTRIES }, (_, i): JournalEntry => ({
    kind: 'note',
    id: `entry-${i + 1}`,
    at: new Date(Date.parse(AT) + i * 60_000).toISOString(),
    revision: 1,
    text: `Note ${i}: belt, screw and coupling looked at.`,
  }));
  return { ...newMachineFile(design, 'large-file', AT), journal };
}

/** Dunnock with a change log that makes its file two megabytes. */
function longHistory(): MachineFile {
  let file: MachineFile = { ...dunnock(), id: 'long-history' };
  for (let i = 0; ; i++) {
    const edit = applyCommand(
      file,
      { name: 'set-field', args: { path: 'axes.x.acceleration', value: quantity(500 + (i % 400), 'mm/s²') } },
      AT,
    );
    if (!edit.ok) throw new Error(edit.error[0]!.what);
    file = edit.value.file;
    if (i % 50 === 0 && writeMachineFile(file).length > 2e6) return file;
  }
}

/** From the choice of a file at the shelf until its machine can be edited; and the longest stretch in which the page stood still. */
async function bringIn(page: Page, file: MachineFile): Promise<{ usableMs: number; longestMs: number }> {
  await page.evaluate((text) => Object.assign(window, { benchText: text }), writeMachineFile(file));
  return page.evaluate(async () => {
    const text = (window as unknown as { benchText: string }).benchText;
    const tasks: number[] = [];
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      type: 'longtask',
    });
    const chosen = new DataTransfer();
    chosen.items.add(new File([text], 'large.nodaxis.json', { type: 'application/json' }));
    const input = document.querySelector<HTMLInputElement>('input[aria-label="Machine files"]')!;
    input.files = chosen.files;
    const start = performance.now();
    input.dispatchEvent(new Event('change', { bubbles: true }));
    const frame = () => new Promise((r) => requestAnimationFrame(r));
    while (!document.querySelector('[data-field] input:enabled')) {
      if (performance.now() - start > 60_000) throw new Error(`Not open: ${document.querySelector('main')?.innerText}`);
      await frame();
    }
    await frame();
    const usableMs = performance.now() - start;
    // What follows by itself, such as the search for unnoticed faults, is part of it.
    await new Promise((r) => setTimeout(r, 3000));
    return { usableMs, longestMs: Math.max(0, ...tasks) };
  });
}

/** Opens every station by its link; from the click until two frames after its heading stands, in ms. */
const openStations = (page: Page): Promise<{ name: string; ms: number }[]> =>
  page.evaluate(async () => {
    const frame = () => new Promise((r) => requestAnimationFrame(r));
    const links = [...document.querySelectorAll<HTMLElement>('nav[aria-label="Stations"] a')];
    const took: { name: string; ms: number }[] = [];
    const here = links.find((l) => l.getAttribute('aria-current'))!;
    for (const link of [...links.filter((l) => l !== here), here]) {
      const heading = () => document.querySelector('h1')?.textContent;
      const before = heading();
      const start = performance.now();
      link.click();
      while (heading() === before || !document.querySelector('main')?.childElementCount) {
        if (performance.now() - start > 60_000) throw new Error(`${link.textContent} does not open.`);
        await frame();
      }
      await frame();
      await frame();
      took.push({ name: link.textContent!.trim(), ms: performance.now() - start });
      await new Promise((r) => setTimeout(r, 1500));
    }
    return took;
  });

/** Enters travels of the first axis one after the other; from the change to the frame after what follows from it. */
const enterTravels = (page: Page, count: number): Promise<number[]> =>
  page.evaluate(async (count) => {
    const input = document.querySelector<HTMLInputElement>('[data-field="axes.x.travel"] input')!;
    const times: number[] = [];
    for (let i = 0; i < count; i++) {
      input.value = String(400 + i);
      input.dispatchEvent(new Event('input', { bubbles: true }));
      const start = performance.now();
      input.dispatchEvent(new Event('change', { bubbles: true }));
      await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
      times.push(performance.now() - start);
      await new Promise((r) => setTimeout(r, 700));
    }
    return times;
  }, count);

/** A very large machine in the browser: opened, walked through, edited. */
export const largeFileInBrowser = (): Promise<Figure[]> =>
  inBrowser(async (page) => {
    const { usableMs, longestMs } = await bringIn(page, largeFile());
    const stations = await openStations(page);
    const slowest = stations.reduce((a, b) => (b.ms > a.ms ? b : a));
    // Of twenty edits the 95th percentile would be the one during which the engine collects its garbage.
    const edits = (await enterTravels(page, 64)).slice(4);
    const cdp = await page.context().newCDPSession(page);
    for (let i = 0; i < 3; i++) await cdp.send('HeapProfiler.collectGarbage');
    const { usedSize } = await cdp.send('Runtime.getHeapUsage');
    const of = `${CONDUCTORS} conductors, 16 axes, ${ENTRIES} entries`;
    return [
      { name: `import to usable, ${of}`, value: usableMs, unit: 'ms', bound: 3000, most: true },
      {
        name: 'longest stretch of the page standing still meanwhile',
        value: longestMs,
        unit: 'ms',
        bound: 200,
        most: true,
      },
      { name: `slowest station to open (${slowest.name})`, value: slowest.ms, unit: 'ms', bound: 1000, most: true },
      {
        name: `edit to the next frame, p95 (median ${quantile(edits, 0.5).toFixed(0)})`,
        value: quantile(edits, 0.95),
        unit: 'ms',
        bound: 100,
        most: true,
      },
      { name: 'heap', value: usedSize / 1e6, unit: 'MB', bound: 400, most: true },
    ];
  });

/** A file of two megabytes, most of it its change log. */
export async function fileWithHistory(): Promise<Figure> {
  const file = longHistory();
  const [cold, ...runs] = await inBrowser(async (page) => {
    const all: number[] = [];
    for (let i = 0; i < 4; i++) {
      all.push((await bringIn(page, file)).usableMs);
      await page.getByRole('link', { name: 'Shelf' }).first().click();
      await page.getByRole('link', { name: 'Open Plover' }).waitFor();
    }
    return all;
  });
  return {
    name: `a file of 2 MB with ${file.history.revisions.length} revisions opens, median (in a page just loaded ${cold!.toFixed(0)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 1000,
    most: true,
  };
}

/** The longest frame while Dunnock saves itself, after each of some edits. */
export const savingFrames = (): Promise<Figure> =>
  inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.locator('[data-field="axes.x.travel"] input').first().waitFor();
    const worst = await page.evaluate(async () => {
      const input = document.querySelector<HTMLInputElement>('[data-field="axes.x.travel"] input')!;
      const all: number[] = [];
      for (let i = 0; i < 14; i++) {
        input.value = String(500 + i);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        input.dispatchEvent(new Event('change', { bubbles: true }));
        // The edit has its own figure; the save comes after the hand has rested.
        await new Promise((r) => setTimeout(r, 200));
        const until = performance.now() + 1000;
        const frame = () => new Promise<number>((r) => requestAnimationFrame(r));
        let last = await frame();
        let longest = 0;
        while (last < until) {
          const now = await frame();
          longest = Math.max(longest, now - last);
          last = now;
        }
        all.push(longest);
      }
      return all.slice(4);
    });
    return {
      name: `longest frame while Dunnock is saved, median of ${worst.length} (longest ${Math.max(...worst).toFixed(0)})`,
      value: quantile(worst, 0.5),
      unit: 'ms',
      bound: 32,
      most: true,
    };
  });
