import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import {
  crossingS,
  dischargeOhmOf,
  filterTime,
  inputStage,
  openingCurve,
  positionError,
  waitAgainstMs,
} from './filter';
import { noiseRisk } from './noise';

describe('the filter of an input', () => {
  it('a contact that opens into 3.3 kΩ and 150 nF reaches 15 V of 24 V after 0.4855 ms', () => {
    expect(crossingS(3300, 150e-9, 0, 24, 15)! * 1000).toBeCloseTo(0.4855, 4);
  });
  it('a level that starts beyond the threshold takes no time; one that never gets there, for ever', () => {
    expect(crossingS(3300, 150e-9, 16, 24, 15)).toBe(0);
    expect(crossingS(3300, 150e-9, 0, 12, 15)).toBeUndefined();
    expect(crossingS(3300, 150e-9, 24, 0, 5)).toBeGreaterThan(0);
  });
  it('an isolated input is judged by its current: 1.2 V and 2.5 mA through 3.3 kΩ are 9.45 V', () => {
    const { design } = dunnock();
    const stage = inputStage(design.parts.controller, 'in-0', 24)!;
    expect([stage.riseV, stage.fallV]).toEqual([expect.closeTo(9.45, 6), expect.closeTo(4.5, 6)]);
  });
  it('into an isolated input a capacitor empties to the forward voltage of its diode, never to 0', () => {
    const { design } = dunnock();
    const stage = inputStage(design.parts.controller, 'in-0', 24)!;
    const circuit = { ...design.circuits.stop!, filterCapacitance: quantity(150, 'nF'), filter: undefined };
    // 3300 · 150e-9 · ln((24 − 1.2)/(4.5 − 1.2))
    expect(filterTime(circuit, stage).wiredS! * 1000).toBeCloseTo(0.95675, 4);
    // 1.1 kΩ ahead: the closed contact leaves 1.2 + 22.8 · 3.3/4.4 = 18.3 V, and it empties through the input alone.
    const series = { ...circuit, filterResistance: quantity(1.1, 'kΩ') };
    expect(filterTime(series, stage).wiredS! * 1000).toBeCloseTo(0.495 * Math.log(17.1 / 3.3), 4);
    // What is drawn is what is told: from 18.3 V down towards 1.2 V over four times 0.495 ms, through 4.5 V at that time.
    const curve = openingCurve(series, stage)!;
    expect(curve.points[0]).toEqual([0, expect.closeTo(18.3, 6)]);
    expect(curve.points.at(-1)).toEqual([
      expect.closeTo(4 * 0.495e-3, 9),
      expect.closeTo(1.2 + 17.1 * Math.exp(-4), 6),
    ]);
    expect([curve.crossingS, curve.thresholdV]).toEqual([filterTime(series, stage).wiredS, expect.closeTo(4.5, 6)]);
    expect(openingCurve({ ...series, filterCapacitance: undefined }, stage)).toBeUndefined();
  });
  it('a board’s own input takes its pull resistor and its own rail', () => {
    const { design } = wren();
    const stage = inputStage(design.parts.controller, 'in-0', 24)!;
    expect(stage).toMatchObject({ supplyV: 5, pulledTo: 'plus', resistanceOhm: 3300, riseV: 2.4 });
    const circuit = { ...design.circuits.stop!, filterCapacitance: quantity(100, 'nF'), filter: quantity(1, 'ms') };
    // −3300 · 100e-9 · ln((2.4 − 5)/(0 − 5))
    expect(filterTime(circuit, stage).wiredS! * 1000).toBeCloseTo(0.2158, 4);
    expect(filterTime(circuit, stage).totalS * 1000).toBeCloseTo(1.2158, 4);
  });
  it('the contact bears the discharge through 24 V over its rating; a control waits longer than what disturbs', () => {
    const { design } = dunnock();
    const stage = inputStage(design.parts.controller, 'in-0', 24)!;
    const circuit = { ...design.circuits.stop!, devices: ['contact'], filterCapacitance: quantity(100, 'nF') };
    const rated = (amps: number) =>
      ({ contact: { data: { class: 'switch', ratedCurrent: quantity(amps, 'A') } } }) as unknown as Design['parts'];
    expect(dischargeOhmOf(circuit, rated(0.1), stage)).toBeCloseTo(240, 9);
    expect(dischargeOhmOf({ ...circuit, filterCapacitance: undefined }, rated(0.1), stage)).toBeUndefined();
    expect([waitAgainstMs(0.0005), waitAgainstMs(0.002), waitAgainstMs(0.02)]).toEqual([1, 5, undefined]);
  });
  it('the constant part of the delay moves the datum and leaves its repeatability alone', () => {
    const quick = positionError(2, 0, 0.001, 0.02, 0.005);
    const slow = positionError(2, 0.01, 0.001, 0.02, 0.005);
    expect(slow.constant).toBeCloseTo(0.02, 9);
    expect(slow.repeatability).toBe(quick.repeatability);
    expect(quick.repeatability).toBeCloseTo(Math.hypot(0.02, 0.002, 0.005), 12);
  });
});

describe('a false trip', () => {
  const risk = (design: Design, id: string) => {
    const f = deriveFigures(design);
    return noiseRisk(design, id, f.plan.inputs[id]!, f.circuits[id])!;
  };
  const { design: kept } = wren();
  // Its Y switch is filtered already.
  const { filter: _filter, ...bareY } = kept.circuits['limit-and-reference-y']!;
  const design: Design = { ...kept, circuits: { ...kept.circuits, 'limit-and-reference-y': bareY } };
  const y = 'limit-and-reference-y';
  const x = 'limit-and-reference-x';
  const withMains: Design = {
    ...design,
    roles: { ...design.roles, spindleDrive: 'spindle-drive' },
    parts: { ...design.parts, 'spindle-drive': dunnock().design.parts['spindle-drive']! },
  };
  const unscreened = (d: Design): Design => ({
    ...d,
    parts: Object.fromEntries(
      Object.entries(d.parts).map(([id, p]) => [
        id,
        p.data.class === 'cable' ? { ...p, data: { ...p.data, screened: false } } : p,
      ]),
    ),
  });

  it('an open contact beside a spindle drive on an unshielded lead is taken for a trip; a closed one is not', () => {
    const bare = unscreened(withMains);
    expect(risk(bare, y)).toMatchObject({ heldAtRest: false, risk: 'likely' });
    expect(risk(bare, x)).toMatchObject({ heldAtRest: true, risk: 'none' });
  });
  it('each of screen, filter and closed contact removes it', () => {
    const bare = unscreened(withMains);
    const filtered: Design = {
      ...bare,
      circuits: { ...bare.circuits, [y]: { ...bare.circuits[y]!, filter: quantity(5, 'ms') } },
    };
    expect(risk(filtered, y).risk).toBe('filtered');
    const screened: Design = {
      ...bare,
      parts: Object.fromEntries(
        Object.entries(bare.parts).map(([id, p]) => [
          id,
          p.data.class === 'cable' ? { ...p, data: { ...p.data, screened: true } } : p,
        ]),
      ),
    };
    expect(risk(screened, y).spikeV).toBeLessThan(risk(bare, y).spikeV / 20);
  });
  it('a spike divides between the coupling and all that the net has to earth', () => {
    const bare = unscreened(withMains);
    const f = deriveFigures(bare);
    const r = noiseRisk(bare, y, f.plan.inputs[y]!, f.circuits[y])!;
    // One lead of r.unscreenedM metres: 50 pF/m beside 100 pF/m to earth divide the swing 1 : 2.
    expect(r.spikeV).toBeCloseTo(r.swingV / 3, 6);
  });
  it('a longer lead never lowers the spike, a larger capacitor never raises it', () => {
    const bare = unscreened(withMains);
    const spike = (nF: number) =>
      risk(
        {
          ...bare,
          circuits: { ...bare.circuits, [y]: { ...bare.circuits[y]!, filterCapacitance: quantity(nF, 'nF') } },
        },
        y,
      ).spikeV;
    const heights = [0, 1, 10, 100].map(spike);
    expect([...heights].sort((a, b) => b - a)).toEqual(heights);
  });
});
