import { expect, it } from 'vitest';
import { applyCommand } from '../../../commands/apply';
import { deriveFigures } from '../../../derivation/figures';
import type { Command } from '../../../commands/command';
import type { MachineFile } from '../../../machine/file';
import { Random } from '../../../motion/plant/random';
import { dunnock } from '../../../samples/dunnock';
import { defaultDisplay } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { measured, numberOf } from '../../reading';
import type { HiddenMachine } from '../../rehearse/rehearsal';
import { afterRework, benchFor } from '../../rehearse/rehearsal';
import type { Readings } from '../../testKind';
import { squareness } from './squareness';

const TAPE = 0.5;
const subject = { id: 'y', name: 'Y', axis: 'y' };

function edited(file: MachineFile, command: Command): MachineFile {
  const r = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!r.ok) throw new Error(r.error[0]!.what);
  return r.value.file;
}

it('fifty crooked gantries of the plant: square within what the tape tells after two rounds at most', () => {
  const random = new Random(11);
  const within = (half: number) => (random.next() * 2 - 1) * half;
  for (let n = 0; n < 50; n++) {
    const width = Math.round(600 + 500 * random.next());
    // By turns: each side on its own switch, both at once or one after the other; a slave moved on by an offset.
    const sides = (['each-own-switch', 'motor-by-motor', 'stored-offset'] as const)[n % 3]!;
    let file = edited(dunnock(), {
      name: 'set-field',
      args: { path: 'axes.y.driveSpacing', value: quantity(width, 'mm') },
    });
    file = edited(file, { name: 'set-field', args: { path: 'axes.y.reference.sides', value: sides } });
    let hidden: HiddenMachine = {
      built: file.design,
      faults: [
        { kind: 'switch-moved', device: 'device-limit-and-reference-y-right', by: within(3) },
        { kind: 'skewed', axis: 'y', by: within(3) },
      ],
      seed: n + 1,
    };
    const across = Math.round(width * 0.75);
    const along = Math.round(500 + 200 * random.next());
    let lead = Infinity;
    let spread = 0;
    for (let round = 0; round < 3; round++) {
      const made = { design: file.design, figures: deriveFigures(file.design) };
      const bench = benchFor(made, hidden, round + 1);
      if (!bench.known) throw new Error(bench.missing.join());
      expect(bench.value.on().reference(['y']), `gantry ${n}`).toBe(true);
      lead = bench.value.gauge('y', 1) - bench.value.gauge('y', 0);
      // Four holes drilled by this gantry, both diagonals read with a tape.
      const slope = (lead / width) * across;
      const tape = (v: number) => measured(Math.round((v + within(TAPE)) * 10) / 10, 'length');
      const readings: Readings = {
        by: 'diagonals',
        across: measured(across, 'length'),
        d1: tape(Math.hypot(across, along + slope)),
        d2: tape(Math.hypot(across, along - slope)),
      };
      spread = (numberOf(readings, 'd1') * TAPE * Math.SQRT2 * width) / (2 * across * along);
      const judged = squareness.judge(readings, { m: made, s: subject, display: defaultDisplay });
      if (judged.verdict === 'passed' || round === 2) break;
      const way = judged.proposals![0]!;
      if ('rework' in way) hidden = afterRework(hidden, way.rework);
      else file = edited(file, way.command);
    }
    expect(Math.abs(lead), `gantry ${n}, ${sides}`).toBeLessThan(2 * spread + 0.05);
  }
});
