import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { pullOutTorqueNm } from '@nodaxis/core/drivetrain/stepper';
import { Simulation, simulationInput } from '@nodaxis/core/motion/simulation/simulation';
import { ProgramReader } from '@nodaxis/core/program/reader';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { inBrowser } from './browser';
import type { Figure } from './measure';
import { quantile, time } from './measure';

/** Dunnock switched on, started and referenced. */
function machine(): Simulation {
  const { design } = dunnock();
  const figures = deriveFigures(design);
  const input = simulationInput(design, figures.controller, figures.plan);
  if (!input.known) throw new Error(input.missing.join());
  const sim = new Simulation(input.value);
  const reset = design.roles.resetButton!;
  sim.act({ type: 'power', on: true });
  sim.run(20);
  sim.act({ type: 'press', device: reset, down: true });
  sim.run(50);
  sim.act({ type: 'press', device: reset, down: false });
  sim.act({ type: 'reference' });
  sim.run(60_000);
  return sim;
}
/** Four motors under way all the time, to and fro. */
function toAndFro(sim: Simulation, steps: number): void {
  for (let done = 0; done < steps; done += 4000) {
    const out = (done / 4000) % 2 === 0;
    for (const [axis, near, far] of [
      ['x', 20, 480],
      ['y', 20, 480],
      ['z', -110, -10],
    ] as const)
      sim.act({ type: 'move', axis, position: out ? far : near });
    sim.run(4000);
    sim.snapshot();
  }
}
const STEPS = 40_000;

/** The torque model alone, four motors a step, as the yardstick of the machine that this runs on; × real time. */
function bareLoop(): number {
  const c = { polePairs: 50, ktNmPerA: 0.4, resistanceOhm: 0.9, inductanceH: 0.0029, volts: 42, peakA: 5.2 };
  let sum = 0;
  const runs = time(5, () => {
    for (let i = 0; i < STEPS; i++) for (let m = 0; m < 4; m++) sum += pullOutTorqueNm(c, (i % 1500) + m);
  });
  return sum > 0 ? STEPS / quantile(runs, 0.5) : NaN;
}

/** The full plant with its control, with and without a trace of every channel, beside the bare loop in the same minute. */
export function simulation(): Figure[] {
  const bare = bareLoop();
  return [false, true].flatMap((trace): Figure[] => {
    const sim = machine();
    if (trace) sim.startTrace();
    const rates = Array.from({ length: 9 }, () => {
      const start = performance.now();
      toAndFro(sim, STEPS);
      return STEPS / (performance.now() - start);
    });
    const name = `simulation, 4 motors, full plant, 1 ms step${trace ? ', with trace' : ''}`;
    const rate = quantile(rates, 0.5);
    return [
      {
        name: `${name} (best ${Math.max(...rates).toFixed(0)})`,
        value: rate,
        unit: '× real time',
        bound: trace ? 500 : 1500,
        most: false,
      },
      {
        name: `${name}, against the bare torque loop (${bare.toFixed(0)} ×)`,
        value: rate / bare,
        unit: 'of it',
        bound: trace ? 0.1 : 0.15,
        most: false,
      },
    ];
  });
}

/** What an hour of simulated running leaves behind on the heap. */
export function hourOfRunning(): Figure {
  const sim = machine();
  sim.startTrace();
  toAndFro(sim, 600_000);
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  toAndFro(sim, 3_000_000);
  globalThis.gc?.();
  return {
    name: `heap growth over the last 50 minutes of an hour of simulated running${globalThis.gc ? '' : ' (without a forced collection)'}`,
    value: (process.memoryUsage().heapUsed - before) / 1e6,
    unit: 'MB',
    bound: 5,
    most: true,
  };
}

/** A program of 200 000 lines read in stretches, as the worker does it. */
export function longProgram(): Figure {
  const text = Array.from(
    { length: 200_000 },
    (_, i) => `N${i} G1 X${((i * 37) % 5000) / 10} Y${((i * 91) % 8000) / 10} Z-${(i % 300) / 10} F1200`,
  ).join('\n');
  const setup = { start: [0, 0, 0], offsets: Array.from({ length: 6 }, () => [0, 0, 0]), active: 0 };
  const m = {
    letters: ['X', 'Y', 'Z'],
    linear: [true, true, true],
    diameterX: false,
    words: 'widespread' as const,
    encoder: false,
    maxRpm: undefined,
  };
  const runs = Array.from({ length: 5 }, () => {
    const start = performance.now();
    const reader = new ProgramReader(text, m, setup);
    while (!reader.done) reader.read(8_000);
    if (reader.result().program.steps.length < 199_000) throw new Error('lines were lost');
    return performance.now() - start;
  });
  return {
    name: 'a program of 200 000 lines read, median',
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 1000,
    most: true,
  };
}

/** Practice on the page while an axis moves: work of the main thread for each frame, frames, and command to first motion. */
export function practicePage(): Promise<Figure[]> {
  return inBrowser(async (page) => {
    await page.getByRole('link', { name: 'Open Dunnock' }).click();
    await page.getByRole('link', { name: 'Practice' }).click();
    await page.getByRole('button', { name: 'Power on' }).click();
    await page.getByRole('button', { name: 'Start motors' }).click();
    const ruler = page.getByRole('slider', { name: /^X:/ });
    await ruler.focus();
    const answers = await ruler.evaluate(async (r: HTMLElement) => {
      const times: number[] = [];
      for (let i = 0; i < 30; i++) {
        await new Promise((done) => setTimeout(done, 500));
        const was = r.getAttribute('aria-valuetext');
        const moved = new Promise<number>((done) => {
          const seen = new MutationObserver(() => {
            if (r.getAttribute('aria-valuetext') === was) return;
            seen.disconnect();
            done(performance.now());
          });
          seen.observe(r, { attributes: true });
        });
        const start = performance.now();
        r.dispatchEvent(
          new KeyboardEvent('keydown', { key: i % 2 ? 'ArrowLeft' : 'ArrowRight', shiftKey: true, bubbles: true }),
        );
        times.push((await moved) - start);
        r.dispatchEvent(new KeyboardEvent('keyup', { key: 'x', bubbles: true }));
      }
      return times;
    });
    await page.keyboard.down('ArrowRight');
    // Counted first and apart: the counting itself asks for a frame at each refresh.
    const fps = await page.evaluate(
      () =>
        new Promise<number>((done) => {
          let n = 0;
          const start = performance.now();
          const count = () => {
            n++;
            if (performance.now() - start > 5000) done(n / 5);
            else requestAnimationFrame(count);
          };
          requestAnimationFrame(count);
        }),
    );
    const cdp = await page.context().newCDPSession(page);
    const events: {
      name: string;
      ph: string;
      tid: number;
      ts: number;
      dur?: number;
      tdur?: number;
      args: { name?: string };
    }[] = [];
    cdp.on('Tracing.dataCollected', (e) => events.push(...(e.value as unknown as typeof events)));
    await cdp.send('Tracing.start', {
      categories: 'disabled-by-default-devtools.timeline,devtools.timeline,__metadata',
      transferMode: 'ReportEvents',
    });
    await page.waitForTimeout(5000);
    const ended = new Promise((done) => cdp.once('Tracing.tracingComplete', done));
    await cdp.send('Tracing.end');
    await ended;
    await page.keyboard.up('ArrowRight');
    const main = events.find((e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain')?.tid;
    const tasks = events.filter((e) => e.tid === main && e.name === 'RunTask' && e.ph === 'X' && e.dur);
    // The page draws what came from the worker; all work of the main thread between two such frames belongs to one:
    // the time that its thread computed, as far as the browser tells it.
    const FRAME_US = 33_000;
    const byFrame = new Map<number, number>();
    for (const t of tasks)
      byFrame.set(
        Math.floor(t.ts / FRAME_US),
        (byFrame.get(Math.floor(t.ts / FRAME_US)) ?? 0) + (t.tdur ?? t.dur!) / 1000,
      );
    return [
      {
        name: `main-thread work for a drawn frame of Practice, p95 (median ${quantile([...byFrame.values()], 0.5).toFixed(1)})`,
        value: quantile([...byFrame.values()], 0.95),
        unit: 'ms',
        bound: 16,
        most: true,
      },
      {
        name: 'frames in Practice while an axis moves, drawn in software',
        value: fps,
        unit: 'a second',
        bound: 20,
        most: false,
      },
      {
        name: `command to first motion on the page, median (p95 ${quantile(answers, 0.95).toFixed(0)})`,
        value: quantile(answers, 0.5),
        unit: 'ms',
        bound: 30,
        most: true,
      },
    ];
  });
}
