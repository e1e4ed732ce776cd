import { readFileSync } from 'node:fs';
import { standings } from '@nodaxis/core/bringup/evidence';
import { PrintMemo } from '@nodaxis/core/bringup/fingerprint';
import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import { recordOf } from '@nodaxis/core/bringup/record';
import { applyCommand } from '@nodaxis/core/commands/apply';
import { createDeriver } from '@nodaxis/core/derivation/figures';
import type { JournalEntry, MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { quantity } from '@nodaxis/core/units/quantity';
import { inBrowser } from './browser';
import type { Figure } from './measure';
import { quantile } from './measure';

/** Dunnock with so many results, test after test, each built on the ones before. */
function withRecords(count: number): MachineFile {
  const file = dunnock();
  const made = { design: file.design, figures: createDeriver()(file.design) };
  const instances = instancesOf(made, tests);
  const journal: JournalEntry[] = [...file.journal];
  let all = standings(made, instances, [...journal]);
  for (let i = 0; i < count; i++) {
    if (i % instances.length === 0) all = standings(made, instances, [...journal]);
    const entry = recordOf(made, instances[i % instances.length]!, all, {
      readings: { 'run-0': quantity(0.01 * (i % 7), 'mm', 'measured'), 'run-1': quantity(0.02, 'mm', 'measured') },
      judgement: { verdict: 'passed', says: [`Result ${i}.`] },
      mode: 'real',
    });
    const at = new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString();
    journal.push({ ...entry, id: `entry-${journal.length + 1}`, at, revision: 120 } as JournalEntry);
  }
  return { ...file, journal };
}

/** Runs that warm the engine up, as everywhere in these measures. */
const WARM_UP = 8;

/** What an edit makes of 2 000 results: which are stale now, and why. */
export function staleness(): Figure {
  const file = withRecords(2000);
  const derive = createDeriver();
  const memo = new PrintMemo();
  standings(
    { design: file.design, figures: derive(file.design) },
    instancesOf({ design: file.design, figures: derive(file.design) }, tests),
    file.journal,
    'real',
    memo,
  );
  const all = Array.from({ length: WARM_UP + 25 }, (_, i) => {
    const edit = applyCommand(
      file,
      { name: 'set-field', args: { path: 'axes.x.acceleration', value: quantity(500 + i, 'mm/s²') } },
      '2026-06-01T10:00:00.000Z',
    );
    if (!edit.ok) throw new Error(edit.error[0]!.what);
    const made = { design: edit.value.file.design, figures: derive(edit.value.file.design) };
    const start = performance.now();
    const found = standings(made, instancesOf(made, tests), file.journal, 'real', memo);
    const took = performance.now() - start;
    if (!found.some((s) => s.state === 'stale')) throw new Error('nothing turned stale');
    return took;
  });
  const runs = all.slice(WARM_UP);
  return {
    name: `staleness of 2000 results after an edit, median (best ${Math.min(...runs).toFixed(1)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 10,
    most: true,
  };
}

/** The logbook with 10 000 entries: from the click until its lines stand, and frames while it scrolls. */
export const logbook = (): Promise<Figure[]> =>
  inBrowser(async (page) => {
    // A thousand results among ticks and notes, as the years bring them.
    const proven = withRecords(1_000);
    const journal = Array.from({ length: 10_000 - 120 }, (_, i): JournalEntry => {
      const id = `entry-${i + 1}`;
      const at = new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString();
      const record = i % 10 === 0 ? proven.journal.filter((e) => e.kind === 'record')[i / 10] : undefined;
      if (record?.kind === 'record') return { ...record, id, at, reliedOn: [] };
      return { kind: 'note', id, at, revision: 120, text: `Note ${i}: belt, screw and coupling looked at.` };
    });
    const file = { ...proven, journal };
    await page.getByLabel('Machine files').setInputFiles({
      name: 'long.nodaxis.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeMachineFile({ ...file, id: 'long-log' })),
    });
    await page.getByRole('heading', { level: 1, name: 'Machine' }).waitFor({ timeout: 60_000 });
    const opened = await page.evaluate(async () => {
      const times: number[] = [];
      const link = (name: string) =>
        [...document.querySelectorAll<HTMLElement>('nav[aria-label="Stations"] a')].find((a) =>
          a.textContent!.includes(name),
        )!;
      const frame = () => new Promise((r) => requestAnimationFrame(r));
      for (let i = 0; i < 6; i++) {
        const start = performance.now();
        link('Binder').click();
        do await frame();
        while (document.querySelectorAll('.line').length < 5);
        times.push(performance.now() - start);
        link('Settings').click();
        await new Promise((r) => setTimeout(r, 800));
      }
      link('Binder').click();
      await new Promise((r) => setTimeout(r, 800));
      // The first opening also fetches the code of the station.
      return times.slice(1);
    });
    const rates: number[] = [];
    for (let i = 0; i < 4; i++)
      rates.push(
        await page.evaluate(async () => {
          const box = document.querySelector<HTMLElement>('.scroller')!;
          const start = performance.now();
          let frames = 0;
          while (performance.now() - start < 2000) {
            box.scrollTop += 60;
            if (box.scrollTop + box.clientHeight >= box.scrollHeight - 100) box.scrollTop = 0;
            await new Promise((r) => requestAnimationFrame(r));
            frames++;
          }
          return (1000 * frames) / (performance.now() - start);
        }),
      );
    return [
      {
        name: 'logbook of 10 000 entries opened, median',
        value: quantile(opened, 0.5),
        unit: 'ms',
        bound: 300,
        most: true,
      },
      {
        name: `frames while scrolling it, best of 4 runs (median ${quantile(rates, 0.5).toFixed(0)})`,
        value: Math.max(...rates),
        unit: 'a second',
        bound: 50,
        most: false,
      },
    ];
  });

/**
 * The machine record of Dunnock as a PDF, from the click to the file. The first time no sheet is drawn yet and nothing
 * that draws or prints is loaded.
 */
export const pdf = (): Promise<Figure[]> =>
  inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('link', { name: 'Binder' }).click();
    await page.getByRole('tab', { name: 'Machine record' }).click();
    const times: number[] = [];
    for (let i = 0; i < 3; i++) {
      const start = performance.now();
      const [file] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: 'Save as PDF' }).click(),
      ]);
      times.push(performance.now() - start);
      if (
        !readFileSync(await file.path())
          .subarray(0, 5)
          .equals(Buffer.from('%PDF-'))
      )
        throw new Error('no PDF');
    }
    const figure = (name: string, ms: number, bound: number): Figure => ({
      name: `machine record of Dunnock as a PDF, ${name}`,
      value: ms / 1000,
      unit: 's',
      bound,
      most: true,
    });
    return [figure('the first time', times[0]!, 6), figure('later, median', quantile(times.slice(1), 0.5), 5)];
  });
