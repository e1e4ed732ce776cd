import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import { rules } from '../findings/rules';
import { sweepAll } from '../faults/sweep';
import { readConductorsCsv, writeConductorsCsv } from '../formats/conductorsCsv';
import { library } from '../machine/library/index';
import { readPartsCsv, writePartsCsv } from '../formats/partsCsv';
import type { MachineFile } from '../machine/file';
import { readMachineFile } from '../machine/reading/read';
import { Random } from '../motion/plant/random';
import { Simulation, simulationInput } from '../motion/simulation/simulation';
import { outsideEnvelope, toolpathOf } from '../program/check';
import type { ProgramMachine } from '../program/program';
import { readProgram } from '../program/reader';
import { defaultDisplay } from '../units/print';
import { replan } from '../wiring/planner/replan';

/** Values that a file of another program, a fault of a disk, or someone who means harm may put in any place. */
const odd: readonly unknown[] = [
  null,
  '',
  0,
  -1,
  1e308,
  -1e-308,
  1e9,
  true,
  [],
  {},
  [[]],
  'constructor',
  '__proto__',
  'x'.repeat(5000),
  '-M1',
  'mm',
  { entered: 1e300, unit: 'mm', source: 'entered' },
  { entered: '1/0', unit: 'mm', source: 'entered' },
];

type Table = Record<string, unknown>;
const isTable = (v: unknown): v is Table => typeof v === 'object' && v !== null;
const pick = <T>(r: Random, list: readonly T[]): T => list[Math.floor(r.next() * list.length)]!;

/** Every container of a value, found without recursion. */
function containers(root: unknown): Table[] {
  const found: Table[] = [];
  const stack = [root];
  while (stack.length) {
    const v = stack.pop();
    if (!isTable(v)) continue;
    found.push(v);
    stack.push(...Object.values(v));
  }
  return found;
}

/** Harms a parsed file in some places: takes away, doubles, exchanges, or puts something odd there. */
function harm(raw: unknown, r: Random): void {
  const all = containers(raw);
  for (let n = 1 + Math.floor(r.next() * 4); n > 0; n--) {
    const at = pick(r, all);
    const keys = Object.keys(at);
    if (!keys.length) continue;
    const key = pick(r, keys);
    const how = Math.floor(r.next() * 5);
    if (how === 0) {
      if (Array.isArray(at)) at.splice(Number(key), 1);
      else delete at[key];
    } else if (how === 1) at[key] = structuredClone(pick(r, odd));
    else if (how === 2) at[key] = structuredClone(at[pick(r, keys)]);
    else if (how === 3 && Array.isArray(at)) at.push(...structuredClone(at.slice(0, 3)));
    else if (typeof at[key] === 'number') at[key] = (at[key] as number) * pick(r, [-1, 0, 1e-6, 1e6]);
    else if (typeof at[key] === 'string') at[key] = pick(r, [String(at[key]).slice(1), `${String(at[key])}x`, '']);
  }
}

/** Harms a text: cuts it off, turns a character, takes a piece out, doubles one. */
export function harmText(text: string, r: Random): string {
  const at = Math.floor(r.next() * text.length);
  const length = Math.floor(r.next() * 40);
  switch (Math.floor(r.next() * 4)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + String.fromCharCode(32 + Math.floor(r.next() * 200)) + text.slice(at + 1);
    case 2:
      return text.slice(0, at) + text.slice(at + length);
    default:
      return text.slice(0, at + length) + text.slice(at);
  }
}

/** What must hold of any machine that was let in: everything is worked out from it, without a throw and without a figure that is none. */
function useIt(file: MachineFile, r: Random): void {
  const figures = deriveFigures(file.design);
  const swept = r.next() < 0.2 ? sweepAll(figures.design, figures.network, figures.plan) : undefined;
  for (const f of findingsOf(figures, rules, swept))
    if (/\bNaN\b|undefined|Infinity/.test(f.title)) throw new Error(`The finding ${f.id} says "${f.title}".`);
  replan(file.design.conductors, figures.plan);
  const input = simulationInput(file.design, figures.controller, figures.plan);
  if (input.known && r.next() < 0.3) {
    const sim = new Simulation(input.value);
    sim.act({ type: 'power', on: true });
    sim.run(200);
    if (JSON.stringify(sim.snapshot()).includes('null,null,null,null,null'))
      throw new Error('The simulation lost its place.');
  }
  const again = readMachineFile(JSON.stringify(file));
  if (!again.ok || again.value.told.length)
    throw new Error(
      `What was let in does not open again: ${JSON.stringify(again.ok ? again.value.told : again.error).slice(0, 300)}`,
    );
}

/** A program with most kinds of blocks: inch and metric, arcs both ways, a helix, dwell, spindle, comments. */
const PROGRAM = `%
( pocket )
N10 G21 G90 G54 G17
N20 M3 S9000
N30 G0 X0 Y0 Z5
N40 G1 Z-1.5 F120
N50 G2 X20 Y0 I10 J0 F600
N60 G3 X0 Y0 R10
N70 G2 X0 Y0 Z-3 I5 J0
N80 G91 G1 X2.5
N90 G90 G20 G1 X.5
N100 G4 P0.5
N110 G53 G0 Z0
N120 M5
N130 M30
%
`;
/** A harmed program: read, looked at for its bounds, and drawn. */
function attackProgram(r: Random): 'let in' | 'refused' {
  let text = PROGRAM;
  for (let n = 1 + Math.floor(r.next() * 3); n > 0; n--) text = harmText(text, r);
  const setup = { start: [0, 0, 0], offsets: [[10, 10, 10]], active: 0 };
  const machine: ProgramMachine = {
    letters: ['X', 'Y', 'Z'],
    linear: [true, true, true],
    diameterX: false,
    encoder: false,
    words: pick(r, ['standard', 'widespread']),
    maxRpm: pick(r, [undefined, 24_000]),
  };
  const { program, faults } = readProgram(text, machine, setup);
  for (const f of faults) if (!f.what || !f.fix) throw new Error(`A refusal says too little: ${JSON.stringify(f)}`);
  if (faults.length) return 'refused';
  const envelope = { min: -1e4, max: 1e4 };
  const outside = outsideEnvelope(program, machine, [envelope, envelope, envelope], defaultDisplay);
  if (outside.length) return 'refused';
  if (toolpathOf(program).points.some((v) => !Number.isFinite(v)))
    throw new Error(`The path of a program leads nowhere: ${text}`);
  return 'let in';
}

/** One attack, told by its number under a seed: what was done, and whether it was let in. Throws where something broke. */
export function attack(seed: number, number: number, files: readonly string[]): 'let in' | 'refused' {
  const r = new Random(seed * 100_003 + number);
  const text = pick(r, files);
  const way = r.next();
  if (way < 0.1) {
    const { faults } = readPartsCsv(harmText(writePartsCsv(library.slice(0, 20)), r));
    return faults.length ? 'refused' : 'let in';
  }
  if (way < 0.15) return attackProgram(r);
  let attacked: string;
  if (way < 0.3) attacked = harmText(text, r);
  else {
    const raw = JSON.parse(text) as unknown;
    harm(raw, r);
    attacked = JSON.stringify(raw);
  }
  const read = readMachineFile(attacked);
  if (!read.ok) {
    for (const f of read.error)
      if (!f.what || !f.where || !f.fix) throw new Error(`A refusal says too little: ${JSON.stringify(f)}`);
    return 'refused';
  }
  useIt(read.value.file, r);
  if (way > 0.9) readConductorsCsv(harmText(writeConductorsCsv(read.value.file.design), r), read.value.file.design);
  return 'let in';
}
