import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { avocet } from '../samples/avocet';
import { bullfinch } from '../samples/bullfinch';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wheatear } from '../samples/wheatear';
import { wren } from '../samples/wren';
import { drawsOf } from './draws';
import { supplyDemand } from './states';

/**
 * A stepper at rest with half its current, W, on paper: (I/2)² · R₂₀ · 1.2358 (80 °C), and its driver with 2 W and 7 %.
 * What cable and bridge lose is the driver’s share.
 */
const atRest = (amps: number, ohm: number): number => (amps / 2) ** 2 * ohm * (1 + 0.00393 * 60) * 1.07 + 2;
const sum = (...watts: number[]): number => watts.reduce((s, w) => s + w, 0);
const coil = (volts: number, ...amps: number[]): number => volts * sum(...amps);
/** Shaft power of a spindle on 230 V: motor 0.78, drive 0.95, power factor 0.65. */
const spindleA = (shaftW: number): number => shaftW / (0.78 * 0.95 * 0.65 * 230);

/** By machine and supply: what it gives at rest, W, summed by hand from the sheets; and the spindle drive’s mains current. */
const byHand: [string, () => MachineFile, Record<string, number>, number?][] = [
  [
    'Dunnock',
    dunnock,
    {
      'motor-supply': sum(3 * atRest(4, 0.72), atRest(4, 0.4)),
      'logic-supply': coil(5, 0.3),
      // Nine inputs, brake, contactor, six sensors, relay, coolant valve, lamp, fan.
      'field-supply': coil(24, 9 * 0.007, 0.45, 0.13, 6 * 0.015, 0.02, 0.3, 0.02, 0.15),
    },
    spindleA(1100),
  ],
  [
    'Wren',
    wren,
    {
      'motor-supply': sum(2 * atRest(5, 0.45), atRest(5, 0.4)),
      'logic-supply': coil(5, 0.18),
      'field-supply': coil(24, 0.45),
    },
  ],
  [
    'Plover',
    plover,
    // Two servo drives take 2 W each; five inputs and two torque-off inputs.
    { 'motor-supply': 4, 'logic-supply': coil(5, 0.3), 'field-supply': coil(24, 7 * 0.007) },
    spindleA(750),
  ],
  ['Avocet', avocet, { 'motor-supply': sum(4 * atRest(2.8, 0.72), coil(36, 0.18)) }],
  [
    'Bullfinch',
    bullfinch,
    {
      'motor-supply': atRest(4, 0.45),
      // Eight inputs, brake, three sensors, relay; relay and valve of the clamp.
      'field-supply': coil(24, 8 * 0.007, 0.45, 3 * 0.015, 0.02, 0.02, 0.2),
      supply: coil(24, 0.42, 1.2),
    },
  ],
  ['Wheatear', wheatear, { 'motor-supply': sum(4 * atRest(1.7, 1.5), coil(24, 0.15, 0.42)) }, spindleA(400)],
];

describe.each(byHand)('%s by hand, to one per cent', (_name, make, supplies, drive) => {
  const read = deriveFigures(make().design);
  it.each(Object.entries(supplies))('%s at rest', (id, watts) => {
    const said = supplyDemand(read, id)!.states.standing.watts;
    expect(Math.abs(said - watts) / watts).toBeLessThan(0.01);
  });
  it('its supplies take that over their efficiency from the mains, at a power factor of 0.6', () => {
    const mains = drawsOf(read).standing.filter((d) => d.port === 'mains');
    for (const [id, watts] of Object.entries(supplies)) {
      const said = mains.find((d) => d.part === id)!;
      expect(Math.abs(said.amps - watts / (0.85 * 0.6 * 230)) / said.amps).toBeLessThan(0.01);
    }
    const spindle = drawsOf(read).cutting.find((d) => d.part === 'spindle-drive' && d.port === 'mains');
    if (drive === undefined) expect(spindle).toBeUndefined();
    else expect(Math.abs(spindle!.amps - drive) / drive).toBeLessThan(0.01);
  });
});
