import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { conductorFigures, feedVolts, loadOf, protectionOf } from './duty';
import { firstNumberOf, sheets } from './sheets';
import { terminalName } from './wires';

const machines = [dunnock(), wren(), plover()].map(({ design }) => deriveFigures(design));
const [d, w, p] = machines as [(typeof machines)[0], (typeof machines)[0], (typeof machines)[0]];
const sheetOf = (f: typeof d, id: string) => f.wires.sheets.get(id);

describe('the sheet of a conductor follows from its ends', () => {
  it.each([
    [d, 'mains/motor-supply-l', 'mains'],
    [d, 'earth/spindle-drive', 'mains'],
    [d, 'feed/stop-contactor-plus', 'motor-power'],
    [d, 'drive-x-0/supply-minus', 'motor-power'],
    [d, 'drive-x-0/protective-earth', 'motor-power'],
    [d, 'drive-z-0/enc-a-plus', 'signals'],
    [d, 'controller/supply-plus', 'signals'],
    [d, 'host/link', 'signals'],
    [d, 'inputs/common-a', 'inputs'],
    [d, 'circuit-alarm/driver-z-0-in', 'inputs'],
    [d, 'output-brake/motor-z-0-plus', 'outputs'],
    [d, 'stop-chain/hold-in', 'stop-chain'],
    [d, 'circuit-stop/return', 'inputs'],
    [d, 'spindle/speed', 'spindle'],
    [w, 'spindle/motor-plus', 'spindle'],
    [p, 'stop-chain/driver-x-0-plus', 'stop-chain'],
    [p, 'spindle-encoder/enc-z-plus', 'spindle'],
  ] as const)('%#: %s', (f, id, sheet) => expect(sheetOf(f, id)).toBe(sheet));
  it('a screen goes with its cable', () => {
    for (const f of machines)
      for (const wire of f.wires.all) {
        const cable = wire.ends.find((e) => e.of.data.class === 'cable');
        if (!cable) continue;
        const mate = f.wires.all.find((x) => x.conductor.cable === cable.of.name)!;
        expect(sheetOf(f, wire.id), wire.id).toBe(sheetOf(f, mate.id));
      }
  });
  it('planned numbers lie in the hundred of their sheet', () => {
    for (const f of machines)
      for (const wire of f.wires.all) {
        const first = firstNumberOf(sheetOf(f, wire.id)!);
        expect(wire.conductor.number, wire.id).toBeGreaterThanOrEqual(first);
        expect(wire.conductor.number, wire.id).toBeLessThan(first + 100);
      }
    expect(sheets.map(firstNumberOf)).toEqual([1, 101, 201, 301, 401, 501, 601]);
  });
});

describe('what a conductor has to carry, and what protects it', () => {
  const wire = (f: typeof d, id: string) => f.wires.all.find((x) => x.id === id)!;
  const load = (f: typeof d, id: string) => loadOf(f.design, wire(f, id));
  const ahead = (f: typeof d, id: string) => protectionOf(f.design, wire(f, id), sheetOf(f, id));
  it('phases and bus: the current that is set; a coil its own; mains what the supply draws', () => {
    expect([load(d, 'drive-x-0/phase-a-plus'), load(d, 'drive-x-0/supply-minus')]).toEqual([4, 4]);
    expect(load(d, 'output-brake/motor-z-0-plus')).toBe(0.45);
    expect(load(d, 'stop-chain/return')).toBe(0.13);
    // 36 V, 10 A at 85 % from 230 V, at a power factor of 0.6
    expect(load(d, 'mains/motor-supply-l')).toBeCloseTo(360 / (0.85 * 0.6 * 230), 6);
    expect(load(d, 'drive-x-0/step')).toBeUndefined();
  });
  it('a fused place, a breaker, or the supply’s own limit; the earth has none', () => {
    expect(ahead(d, 'drive-x-0/supply-plus')).toEqual({ amps: 6, by: 'device' });
    expect(ahead(d, 'mains/spindle-drive-l')).toEqual({ amps: 16, by: 'device' });
    expect(ahead(w, 'feed/motor-plus-strip')).toEqual({ amps: 12.5, by: 'supply' });
    expect(ahead(d, 'earth/motor-supply')).toBeUndefined();
    expect(ahead(d, 'drive-x-0/step')).toBeUndefined();
  });
  it('the drop is judged against the voltage that feeds the load', () => {
    expect(feedVolts(d.design, wire(d, 'drive-x-0/supply-plus'))).toBe(36);
    expect(feedVolts(d.design, wire(d, 'mains/motor-supply-l'))).toBe(230);
    expect(feedVolts(d.design, wire(d, 'output-lamp/output-lamp-plus'))).toBe(24);
    // 4 A over 4 m of 0.75 mm² there and back at 40 °C: 2·4·4·0.01724·1.0786/0.75
    const lead = conductorFigures(d.design, wire(d, 'drive-x-0/phase-a-plus'), 'motor-power');
    expect(lead).toMatchObject({ amps: 4, goodForA: 5, protection: undefined, drop: { of: 36, lengthM: 4 } });
    expect(lead.drop!.volts).toBeCloseTo(0.7934, 4);
  });
});

describe('nets', () => {
  it('reach through strips and links, and end at contacts', () => {
    const names = (part: string, terminal: string) =>
      d.wires.terminalsOf(d.wires.netOf(part, terminal)!).map((t) => terminalName(d.design, t));
    expect(names('field-supply', 'plus')).toEqual(
      expect.arrayContaining(['-X5:IN', '-X5:F', '-S2:11', '-B1:BN', '-K1:Q+']),
    );
    expect(names('field-supply', 'plus')).not.toContain('-S2:12');
    // L goes through switch, breaker and filter, which are closed.
    expect(names('mains-inlet', 'l')).toEqual(expect.arrayContaining(['-F1:2', '-R1:L2', '-T1:L', '-T8:R']));
    expect(names('mains-inlet', 'l')).not.toContain('-T1:N');
  });
  it('every conductor stands at both of its ends, and nowhere else', () => {
    for (const f of machines) {
      const ends = f.wires.all.flatMap((x) => x.ends.map((e) => f.wires.at(e.part, e.terminal).includes(x)));
      expect(ends.every(Boolean)).toBe(true);
      const touches = new Set(f.wires.all.flatMap((x) => x.ends.map((e) => `${e.part}#${e.terminal}`)));
      const sum = [...touches].reduce((n, key) => {
        const [part, terminal] = key.split('#') as [string, string];
        return n + f.wires.at(part, terminal).length;
      }, 0);
      expect(sum).toBe(2 * f.wires.all.length);
    }
  });
});
