import type { ControllerCommand } from '@nodaxis/core/motion/controller/controller';
import type { SimulationInput, Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { Simulation, STEP_S } from '@nodaxis/core/motion/simulation/simulation';
import { expose } from 'comlink';

const FRAME_MS = 33;
/** After a pause of the whole machine (a sleeping laptop) no more than this is caught up at once. */
const MOST_CATCH_UP_MS = 200;

let simulation: Simulation | undefined;
let timer: ReturnType<typeof setInterval> | undefined;
let pace = 1;

/** A simulated control with its machine on its own thread: it runs while the page draws. */
const practice = {
  start(input: SimulationInput, onFrame: (snapshot: Snapshot) => void): void {
    practice.stop();
    simulation = new Simulation(input);
    let last = performance.now();
    let owed = 0;
    timer = setInterval(() => {
      const now = performance.now();
      owed += (Math.min(now - last, MOST_CATCH_UP_MS) * pace) / 1000 / STEP_S;
      last = now;
      const steps = Math.floor(owed);
      owed -= steps;
      simulation!.run(steps);
      onFrame(simulation!.snapshot());
    }, FRAME_MS);
  },
  stop(): void {
    clearInterval(timer);
    simulation = undefined;
  },
  command(c: ControllerCommand): void {
    simulation?.command(c);
  },
  press(device: string, down: boolean): void {
    simulation?.press(device, down);
  },
  setPace(next: number): void {
    pace = next;
  },
};

export type PracticeWorker = typeof practice;
expose(practice);
