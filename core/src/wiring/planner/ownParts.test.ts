import { expect, it } from 'vitest';
import { outputAdditions } from '../../advice/outputs';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { findingsOf } from '../../findings/findings';
import type { MachineFile } from '../../machine/file';
import type { LibraryEntry } from '../../machine/library/entry';
import { partKinds } from '../../machine/library/kinds';
import { withTerminals, type TerminalRun } from '../../machine/library/terminals';
import { lapwing } from '../../tests/machines';
import { dunnock } from '../../samples/dunnock';
import { quantity } from '../../units/quantity';
import { terminalName } from '../wires';

/** An own part as a person enters it: begun of a kind, then its terminals run by run. */
function entered(kind: string, name: string, runs: readonly TerminalRun[], figures: object): LibraryEntry {
  let part = partKinds.find((k) => k.key === kind)!.begin(`own-${name.toLowerCase()}`, name);
  for (const run of runs) {
    const r = withTerminals(part, run);
    if (!r.ok) throw new Error(r.error[0]!.what);
    part = r.value;
  }
  return { ...part, data: { ...part.data, ...figures } as LibraryEntry['data'] };
}
const done = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, '2026-01-01T00:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((f) => f.what).join(' '));
  return r.value.file;
};

const board = entered(
  'bare-controller',
  'Quill',
  [
    { labels: 'PUL0 … PUL3', role: 'step-out' },
    { labels: 'DIR0 … DIR3', role: 'direction-out' },
    { labels: 'V5', role: 'supply-out-plus' },
    { labels: 'GND', role: 'supply-out-minus' },
    { labels: 'ENA', role: 'enable-out' },
    { labels: 'IC', role: 'input-common' },
    { labels: 'IN1 … IN16', role: 'input', bank: 'A' },
    { labels: 'OV', role: 'output-supply' },
    { labels: 'Y1 … Y4', role: 'output' },
    { labels: 'AO, AG', role: 'analogue-out' },
  ],
  {
    pulseRate: quantity(200, 'kHz'),
    pulseWidth: quantity(4, 'µs'),
    directionSetup: quantity(5, 'µs'),
    inputPoll: quantity(1, 'ms'),
    outputVoltage: quantity(5, 'V'),
    outputCurrent: quantity(20, 'mA'),
    switchedVoltage: quantity(24, 'V'),
    switchedCurrent: quantity(500, 'mA'),
    supplyMin: quantity(9, 'V'),
    supplyMax: quantity(30, 'V'),
    independentSlaves: true,
  },
);

it('a board that was entered by form is planned, evaluated and judged like one that ships', () => {
  const before = lapwing();
  let file = done(before, {
    name: 'choose-part',
    args: { slot: { role: 'controller' }, library: board.key, entry: board },
  });
  file = done(file, {
    name: 'choose-part',
    args: { slot: { rail: 'logic', item: 'supply' }, library: 'supply-marl-24' },
  });
  file = done(file, { name: 'plan-wiring', args: {} });
  const { design } = file;
  const figures = deriveFigures(design);
  const id = design.roles.controller!;
  expect(figures.plan.gaps.filter((g) => g.field.startsWith('circuits'))).toEqual([]);
  // Each circuit has an input of its own, in the order of the labels, and reads its device.
  const inputs = Object.values(figures.plan.inputs).map((t) => terminalName(design, t));
  expect(inputs.every((name) => name.startsWith(design.parts[id]!.designation))).toBe(true);
  expect(new Set(inputs).size).toBe(Object.values(design.circuits).filter((c) => !c.cutsOnly).length);
  for (const a of Object.values(figures.circuits))
    expect([a.circuit, a.wired, a.tripped.every((t) => t.reading !== a.idle.reading)]).toEqual([a.circuit, true, true]);
  // The common of its bank and the supply of its outputs are wired, each driver has its pulses.
  const ends = Object.values(design.conductors)
    .flatMap((c) => [c.from, c.to])
    .filter((e) => e.part === id)
    .map((e) => e.terminal);
  for (const t of ['ic', 'ov', 'pul0', 'dir0', 'pul1', 'supply-plus', 'supply-minus']) expect(ends).toContain(t);
  const codes = findingsOf(figures)
    .filter((f) => f.severity === 'danger' || f.severity === 'wont-work')
    .map((f) => f.id);
  const old = findingsOf(deriveFigures(before.design)).map((f) => f.id);
  expect(codes.filter((c) => !old.includes(c))).toEqual([]);
});

it('an own lamp is offered as an output, comes onto the machine with the command, and is wired', () => {
  const lamp = entered('lamp-wick-24', 'Beacon', [], {
    ratedVoltage: quantity(24, 'V'),
    ratedCurrent: quantity(50, 'mA'),
  });
  const file = dunnock();
  const offer = outputAdditions(file.design, [lamp, board]).filter((a) => a.entry);
  expect(offer.map((a) => [a.of, a.alwaysOn ?? false])).toEqual([
    ['lamp', false],
    ['lamp', true],
  ]);
  const { key: _key, text: _text, of, ...rest } = offer[1]!;
  const lit = done(done(file, { name: 'add-output', args: { function: of, ...rest } }), {
    name: 'plan-wiring',
    args: {},
  });
  const placed = Object.entries(lit.design.parts).find(([, p]) => p.libraryKey === lamp.key)!;
  expect(Object.values(lit.design.conductors).filter((c) => c.to.part === placed[0])).toHaveLength(2);
  expect(deriveFigures(lit.design).stop.rest.voltsAt({ part: placed[0], terminal: 'plus' })).toBe(24);
});

it('an own connector of 37 contacts goes into a cable, all cores through it', () => {
  const plug = entered('bare-connector', 'Latch37', [], {});
  const file = lapwing();
  const cable = Object.values(file.design.parts).find(
    (p) => p.data.class === 'cable' && p.name.startsWith('Motor'),
  )!.name;
  const cores = Object.values(file.design.conductors).filter((c) => c.cable === cable).length;
  const divided = done(
    done(file, { name: 'insert-connector', args: { cable, library: plug.key, entry: plug, at: 'far' } }),
    {
      name: 'plan-wiring',
      args: {},
    },
  );
  const [id] = Object.entries(divided.design.parts).find(([, p]) => p.libraryKey === plug.key)!;
  expect(Object.values(divided.design.conductors).filter((c) => c.to.part === id || c.from.part === id).length).toBe(
    2 * cores,
  );
});
