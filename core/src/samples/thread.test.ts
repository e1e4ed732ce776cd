import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import { libraryOf } from '../machine/library/index';
import type { MachineKind } from '../machine/mechanics';
import { machineKinds } from '../machine/mechanics';
import type { DataOf } from '../machine/parts';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile } from '../machine/file';
import { Simulation, simulationInput } from '../motion/simulation/simulation';
import { quantity } from '../units/quantity';
import { MachineBuilder } from './builder';

interface Parts {
  controller: string;
  /** The switch on each axis, and the field supply that its kind of input wants. */
  device: string;
  field?: string;
}

/** A machine of any kind, typed in from nothing by the commands that a person has. */
function typedIn(kind: MachineKind, { controller, device, field }: Parts): MachineBuilder {
  const b = new MachineBuilder(kind, `Bench ${kind}`, 'bench');
  b.choose({ role: 'controller' }, controller)
    .choose({ rail: 'drives', item: 'supply' }, 'supply-loam-42')
    .choose({ rail: 'logic', item: 'supply' }, 'supply-marl-5');
  if (field) b.choose({ rail: 'field', item: 'supply' }, field);
  b.do({
    name: 'add-mass',
    args: { name: 'All that moves', mass: quantity(8, 'kg', 'measured'), movedBy: [...b.file.design.axisOrder] },
  });
  for (const id of b.file.design.axisOrder) {
    const axis = b.file.design.axes[id]!;
    axis.drives.forEach((_, drive) =>
      b
        .choose({ axis: id, drive, item: 'motor' }, 'motor-rook-23')
        .choose({ axis: id, drive, item: 'driver' }, 'driver-heron-80')
        .figures(`parts.driver-${id}-${drive}.setup`, { stepsPerRevolution: 1600, peakCurrent: [4, 'A'] }),
    );
    b.figures(`axes.${id}`, {
      travel: [260, 'mm'],
      maxSpeed: [30, 'mm/s'],
      acceleration: [250, 'mm/s²'],
      'transmission.pitch': [5, 'mm'],
      'reference.backOff': [2, 'mm'],
    });
    const { end } = axis.reference;
    axis.drives.forEach((_, drive) =>
      b.input({
        function: 'limit-and-reference',
        library: device,
        mount: {
          axis: id,
          end,
          ...(axis.drives.length > 1 ? { drive } : {}),
          tripFromStop: quantity(12, 'mm', 'measured'),
        },
      }),
    );
  }
  return b.input({ function: 'stop', library: 'button-plum-stop' }).plan();
}
const stepping = libraryOf('controller').filter(
  (e) => (e.data as DataOf<'controller'>).architecture !== 'fieldbus-master',
);

describe.each(machineKinds)('a %s typed in from nothing', (kind) => {
  it.each(stepping.map((e) => [e.key] as const))(
    'with %s: what fits is computed through, what does not is said',
    (key) => {
      const isolated = ['controller-teasel-6', 'controller-comfrey-3'].includes(key);
      const b = typedIn(kind, {
        controller: key,
        device: 'switch-finch',
        ...(isolated ? { field: 'supply-marl-24' } : {}),
      });
      const figures = deriveFigures(b.file.design);
      const findings = findingsOf(figures);
      const tooSmall = findings.filter((f) => f.code === 'plan-gap');
      if (figures.plan.gaps.length) {
        // Too few channels or inputs for this machine: each gap is a finding with the way to the field.
        expect(tooSmall.length).toBe(figures.plan.gaps.length);
        return;
      }
      expect(figures.settings.filter((s) => !s.value.known).map((s) => s.key)).toEqual([]);
      for (const c of Object.values(figures.circuits)) {
        expect(c.activeWhen, c.circuit).toBeDefined();
        expect(c.worstNotice, c.circuit).toBe('at once');
      }
      // Nothing but the head that may come down is dangerous on a machine of sound parts.
      expect(findings.filter((f) => f.severity === 'danger' && f.code !== 'head-may-fall').map((f) => f.id)).toEqual(
        [],
      );

      const input = simulationInput(b.file.design, figures.controller, figures.plan);
      if (!input.known) throw new Error(input.missing.join());
      const sim = new Simulation(input.value);
      sim.act({ type: 'power', on: true });
      sim.run(5);
      sim.act({ type: 'reference' });
      sim.run(150_000);
      const seen = sim.snapshot();
      expect(seen.state).toBe('at-rest');
      for (const a of figures.axes) {
        const at = seen.axes.find((x) => x.id === a.id)!;
        if (!a.ruler.known) throw new Error('no ruler');
        expect(Math.abs(at.truePlaces[0]! + a.ruler.value.hardMinus - at.position)).toBeLessThan(0.1);
      }
    },
  );
  it('comes back whole from its file, history and all', () => {
    const b = typedIn(kind, { controller: 'controller-teasel-6', device: 'switch-finch', field: 'supply-marl-24' });
    expect(readMachineFile(writeMachineFile(b.file))).toEqual({ ok: true, value: { file: b.file, told: [] } });
  });
});

it.each(['sensor-lichen-npn-nc', 'sensor-lichen-npn-no', 'sensor-lichen-pnp-nc', 'sensor-lichen-pnp-no'])(
  'every kind of sensor on isolated inputs is seen, and the datum is found with it: %s',
  (device) => {
    const b = typedIn('mill-bench', { controller: 'controller-teasel-6', device, field: 'supply-marl-24' });
    const figures = deriveFigures(b.file.design);
    const closed = device.endsWith('nc');
    for (const [id, c] of Object.entries(figures.circuits)) {
      expect(c.activeWhen, id).toBeDefined();
      if (id !== 'stop') expect(c.worstNotice, id).toBe(closed ? 'at once' : 'never');
    }
    const input = simulationInput(b.file.design, figures.controller, figures.plan);
    if (!input.known) throw new Error(input.missing.join());
    const sim = new Simulation(input.value);
    sim.act({ type: 'power', on: true });
    sim.run(5);
    sim.act({ type: 'reference' });
    sim.run(150_000);
    expect(sim.snapshot().state).toBe('at-rest');
  },
);

describe('a rotary axis beside the others', () => {
  const b = typedIn('mill-bench', {
    controller: 'controller-teasel-6',
    device: 'switch-finch',
    field: 'supply-marl-24',
  });
  b.do({ name: 'add-axis', args: { letter: 'A' } })
    .choose({ axis: 'a', drive: 0, item: 'motor' }, 'motor-siskin-5')
    .choose({ axis: 'a', drive: 0, item: 'driver' }, 'driver-heron-50')
    .figures('parts.driver-a-0.setup', { stepsPerRevolution: 1600, peakCurrent: [1.7, 'A'] })
    .figures('axes.a', {
      travel: [360, '°'],
      maxSpeed: [40, '°/s'],
      acceleration: [200, '°/s²'],
      'transmission.ratio': [72, '1'],
      'transmission.rotatingInertia': [0.01, 'kg·m²'],
      'reference.backOff': [2, '°'],
    })
    .plan();
  const figures = deriveFigures(b.file.design);
  const a = figures.axes.find((x) => x.id === 'a')!;
  it('is scaled in steps per degree, driven and fenced like the rest', () => {
    expect(a.drives[0]!.scale).toMatchObject({ known: true, value: { stepsPerUnit: 320, travelPerRev: 5 } });
    const torque = a.drives[0]!.torque;
    if (!torque.known) throw new Error(torque.missing.join());
    expect(torque.value.reserveAtWanted).toBeGreaterThan(1);
    expect(a.speedLimits.known && a.speedLimits.value.map((f) => f.cause)).toContain('motor torque');
    expect(
      figures.settings.find((s) => s.key === 'axis/a/scale')!.numbers({ system: 'inch', per: 's', wire: 'AWG' }),
    ).toContain('360 / 72');
  });
  it('turns by hand in practice without a datum of its own', () => {
    const input = simulationInput(b.file.design, figures.controller, figures.plan);
    if (!input.known) throw new Error(input.missing.join());
    const sim = new Simulation(input.value);
    sim.act({ type: 'power', on: true });
    sim.run(5);
    sim.act({ type: 'nudge', axis: 'a', distance: 12 });
    sim.run(6000);
    expect(sim.snapshot().axes.find((x) => x.id === 'a')!.position).toBeCloseTo(12, 6);
  });
});
