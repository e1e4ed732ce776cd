import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { finished } from '../units/steps';
import { signatures } from './sights';

const of = (file: MachineFile) => {
  const f = deriveFigures(file.design);
  const s = finished(signatures(f.design, f.network, f.plan));
  const place = new Map(s.sights.map((x, i) => [x.id, i]));
  const row = (fault: string) => s.rows[s.faults.findIndex((x) => x.id === fault)]!;
  return { ...s, design: f.design, at: (r: Uint8Array, sight: string) => r[place.get(sight)!], row };
};

describe.each([
  ['Dunnock', dunnock],
  ['Wren', wren],
  ['Plover', plover],
])('what the single faults of %s show', (_name, make) => {
  const { design, sights, whole, at, row } = of(make());
  it('a closed contact that never closes looks pressed at rest; one that never opens looks at rest when pressed', () => {
    let looked = 0;
    for (const [circuit, c] of Object.entries(design.circuits)) {
      const [device] = c.devices;
      const part = device === undefined ? undefined : design.parts[device];
      const used = Object.entries(part?.elements ?? {}).find(
        ([name, e]) =>
          (e.kind === 'sensor-output' && e.form === 'NC') ||
          (e.kind === 'contact' && e.form === 'NC' && part?.setup.contactUsed === 'NC' && name === 'nc'),
      );
      if (c.devices.length !== 1 || !used) continue;
      const [name, { kind }] = used;
      const [never, always] = kind === 'contact' ? ['contact-open', 'contact-welded'] : ['sensor-dead', 'sensor-stuck'];
      const [rest, pressed] = [`at-rest:lamp/${circuit}`, `actuated/${device}:lamp/${circuit}`];
      if (!sights.some((s) => s.id === pressed)) continue;
      looked++;
      expect(at(whole, rest)).not.toBe(at(whole, pressed));
      expect(at(row(`${never}:${device}/${name}`), rest)).toBe(at(whole, pressed));
      expect(at(row(`${always}:${device}/${name}`), pressed)).toBe(at(whole, rest));
    }
    expect(looked).toBeGreaterThan(2);
  });
  it('without the supply of its motors no drive holds', () => {
    const driver = sights.find((s) => s.when.kind === 'at-rest' && s.what.kind === 'torque')!;
    const supply = design.rails.drives?.supply;
    expect(at(whole, driver.id)).toBe(1);
    if (supply) expect(at(row(`supply-lost:${supply}`), driver.id)).toBe(0);
  });
});

it('the plus of one driver that is off takes the torque of that one alone', () => {
  const { design, sights, whole, rows, faults, at } = of(dunnock());
  const [id, c] = Object.entries(design.conductors).find(
    ([, x]) => /^driver-/.test(x.to.part) && design.parts[x.to.part]!.terminals[x.to.terminal]?.role === 'supply-plus',
  )!;
  const row = rows[faults.findIndex((f) => f.id === `conductor-open:${id}`)]!;
  const changed = sights.filter((_, i) => row[i] !== whole[i]).map((s) => s.id);
  expect(changed).toContain(`at-rest:torque/${c.to.part}`);
  expect(changed.filter((s) => s.startsWith('at-rest:torque/'))).toEqual([`at-rest:torque/${c.to.part}`]);
  expect(at(row, 'at-rest:control')).toBe(1);
});
