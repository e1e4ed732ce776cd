import type { MachineFile } from '../machine/file';
import { withdrawnIn } from '../machine/journal';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';
import { demandOn, type Duty, type ReadPower } from '../power/states';
import { PER_SURFACE } from './air';
import type { Bears } from './warmth';

/** One reading after power-on. */
export interface WarmthReading {
  entry: string;
  at: string;
  /** Since power-on. */
  minutes: number;
  roomC: number;
  insideC: number;
  /** Mains power of the machine at that moment, W. */
  mainsW: number | undefined;
  /** What the supply of the drives gave at that moment, A. */
  driveA: number | undefined;
}

/**
 * The readings of the newest series in an enclosure: from the last one that was taken no later after power-on than the one before
 * it. What was withdrawn does not count.
 */
export function readingsOf(journal: MachineFile['journal'], enclosure: string): WarmthReading[] {
  const withdrawn = withdrawnIn(journal);
  const base = (q: Quantity | undefined) => (q ? baseValue(q) : undefined);
  let series: WarmthReading[] = [];
  for (const e of journal) {
    if (e.kind !== 'warmth' || e.enclosure !== enclosure || withdrawn.has(e.id)) continue;
    const reading = {
      entry: e.id,
      at: e.at,
      minutes: e.minutes,
      roomC: baseValue(e.room),
      insideC: baseValue(e.inside),
      mainsW: base(e.mains),
      driveA: base(e.current),
    };
    if (series.length && reading.minutes <= series.at(-1)!.minutes) series = [];
    series.push(reading);
  }
  return series;
}

/** A box that warms up by one law: ΔT(t) = ΔT∞·(1 − e^(−t/τ)). */
export interface WarmingUp {
  /** Above the room in the end, K. */
  endK: number;
  tauMinutes: number;
  /** Share of the end that the last reading had reached: below a half the end is a guess. */
  settled: number;
  /** Largest distance of a reading from the law, K. */
  offK: number;
}
const LEAST_READINGS = 3;
/** Slower and quicker boxes than these there are none, minutes. */
const TAU = { least: 3, most: 600 } as const;
const SOME = 200;

/** Rise in K after `minutes` by a law. */
export const riseAfter = (law: Pick<WarmingUp, 'endK' | 'tauMinutes'>, minutes: number): number =>
  law.endK * (1 - Math.exp(-minutes / law.tauMinutes));

/** The law that fits some readings best, by least squares: for each τ the best end follows, and the best τ is sought. */
export function fitted(readings: readonly WarmthReading[]): WarmingUp | undefined {
  const points = readings.map((r) => ({ t: r.minutes, k: r.insideC - r.roomC }));
  if (points.filter((p) => p.t > 0).length < LEAST_READINGS) return undefined;
  const endFor = (tau: number) => {
    let [kf, ff] = [0, 0];
    for (const { t, k } of points) {
      const f = 1 - Math.exp(-t / tau);
      kf += k * f;
      ff += f * f;
    }
    return kf / ff;
  };
  const error = (tau: number) => {
    const endK = endFor(tau);
    return points.reduce((s, { t, k }) => s + (k - riseAfter({ endK, tauMinutes: tau }, t)) ** 2, 0);
  };
  const ratio = (TAU.most / TAU.least) ** (1 / SOME);
  let best: number = TAU.least;
  for (let i = 0, tau: number = TAU.least; i <= SOME; i++, tau *= ratio) if (error(tau) < error(best)) best = tau;
  let [low, high] = [best / ratio, best * ratio];
  for (let i = 0; i < SOME; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (error(a) < error(b)) high = b;
    else low = a;
  }
  const tauMinutes = (low + high) / 2;
  const endK = endFor(tauMinutes);
  if (!(endK > 0)) return undefined;
  const last = Math.max(...points.map((p) => p.t));
  return {
    endK,
    tauMinutes,
    settled: 1 - Math.exp(-last / tauMinutes),
    offK: Math.max(...points.map(({ t, k }) => Math.abs(k - riseAfter({ endK, tauMinutes }, t)))),
  };
}

/** What measured readings say of the estimate. */
export interface Refit {
  law: WarmingUp;
  /** Heat in W that the readings are laid to: the estimate, scaled by the mains power where that was read. */
  watts: number;
  /** Effective surface that it comes to, m²: of walls and air together. */
  surfaceM2: number;
  /** Mains power read over the one estimated; undefined where it was not read. */
  powerRatio: number | undefined;
  /** Mains power, the mean of what was read, W. */
  readW: number | undefined;
}
export function refitted(readings: readonly WarmthReading[], estimatedW: number, mainsW: number): Refit | undefined {
  const law = fitted(readings);
  if (!law) return undefined;
  const read = readings.flatMap((r) => r.mainsW ?? []);
  const mean = read.reduce((s, w) => s + w, 0) / read.length;
  const powerRatio = read.length && mainsW > 0 ? mean / mainsW : undefined;
  const watts = estimatedW * (powerRatio ?? 1);
  return { law, watts, powerRatio, readW: read.length ? mean : undefined, surfaceM2: watts / (law.endK * PER_SURFACE) };
}

/** What the supply of the drives was read to give, on average, beside what the duty makes of it, A. */
export function driveCurrent(
  read: ReadPower,
  readings: readonly WarmthReading[],
): { readA: number; estimatedA: number } | undefined {
  const supply = read.design.rails.drives?.supply;
  const demand = supply === undefined ? undefined : demandOn(read, supply);
  const amps = readings.flatMap((r) => r.driveA ?? []);
  if (!demand || !amps.length) return undefined;
  return {
    readA: amps.reduce((sum, a) => sum + a, 0) / amps.length,
    estimatedA: demand.states['in-use'].watts / demand.volts,
  };
}

/** Readings within this share of what the machine takes at rest say nothing of how much it moves. */
const TELLS = 0.05;
/**
 * The duty that a reading of mains power over a job tells: what the machine takes grows evenly from rest to the duty that is set, so that
 * both shares are scaled to what was read: `(P − P_rest) / (P_duty − P_rest)`. Undefined where it takes less than at rest by the estimate, or hardly
 * more while it works.
 */
export function dutyRead(duty: Duty, readW: number, restW: number, dutyW: number): Duty | undefined {
  if (dutyW - restW < TELLS * dutyW || readW < restW) return undefined;
  const scale = (readW - restW) / (dutyW - restW);
  return { motion: Math.min(1, duty.motion * scale), spindle: Math.min(1, duty.spindle * scale) };
}

/** Below this share of its end a box has told too little of it. */
const SETTLED = 0.5;
export const isSettled = (law: WarmingUp): boolean => law.settled >= SETTLED;

/** What readings mean for the warmest room: how warm the air gets, and when the most delicate part has had enough. */
export interface Summer {
  airC: number;
  part: Bears | undefined;
  /** Minutes after power-on; undefined where it bears it. */
  afterMinutes: number | undefined;
}
export function inSummer(law: WarmingUp, roomC: number, [part]: readonly Bears[]): Summer {
  return { airC: roomC + law.endK, part, afterMinutes: part && minutesUntil(law, roomC, part.limitC) };
}

/** Minutes after power-on until air gets warmer than a limit in a room; undefined where it never does. */
export function minutesUntil(
  law: Pick<WarmingUp, 'endK' | 'tauMinutes'>,
  roomC: number,
  limitC: number,
): number | undefined {
  const share = (limitC - roomC) / law.endK;
  if (share >= 1) return undefined;
  return share <= 0 ? 0 : -law.tauMinutes * Math.log(1 - share);
}
