import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { newDesign } from '../machine/create';
import type { MachineFile } from '../machine/file';
import { newMachineFile } from '../machine/file';
import type { PartSlot } from '../machine/slots';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import type { Finding } from './finding';
import { findingsOf } from './findings';

/** What the rules over the wiring say, where one case each does not tell the whole of it. */
const machines = { dunnock: dunnock(), wren: wren(), plover: plover() };
const run = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((x) => x.what).join()}`);
    return r.value.file;
  }, file);
const find = (file: MachineFile, code: string): Finding[] =>
  findingsOf(deriveFigures(file.design)).filter((f) => f.code === code);
const words = (f: Finding | undefined) => `${f?.title} ${f?.explain(defaultDisplay)}`;
const wire = (from: [string, string], to: [string, string]): Command => ({
  name: 'add-conductor',
  args: { from: { part: from[0], terminal: from[1] }, to: { part: to[0], terminal: to[1] } },
});
const remove = (...ids: string[]): Command => ({ name: 'remove-conductors', args: { ids } });
const setOf = (ids: string[], set: Extract<Command, { name: 'set-conductors' }>['args']['set']): Command => ({
  name: 'set-conductors',
  args: { ids, set },
});
const plan: Command = { name: 'plan-wiring', args: {} };
const of = (base: keyof typeof machines, ...commands: Command[]) => run(machines[base], ...commands);

describe('supplies on one net', () => {
  it('plus on plus is called joined, plus on 0 V a short; 0 V on 0 V is what one wants', () => {
    const both = of('plover', wire(['motor-supply', 'plus'], ['field-supply', 'plus']));
    expect(words(find(both, 'rails-joined')[0])).toMatch(/-T1:\+ and -T3:\+ are joined .*the higher voltage/);
    const short = of('plover', wire(['field-supply', 'plus'], ['field-zero-strip', 'place']));
    expect(words(find(short, 'rails-joined')[0])).toMatch(/short-circuited .*burns or the supply trips/);
    expect(find(of('plover', wire(['motor-supply', 'minus'], ['field-supply', 'minus'])), 'rails-joined')).toEqual([]);
  });
  it('only what a hand added is offered to be taken out', () => {
    const both = of('plover', wire(['motor-supply', 'plus'], ['field-supply', 'plus']));
    const remedy = find(both, 'rails-joined')[0]!.remedies[0]!;
    expect(run(both, remedy.command).design).toEqual(machines.plover.design);
  });
  it('a part fed the wrong way round is told with the conductor that does it', () => {
    const swapped = of(
      'wren',
      setOf(['controller/supply-plus'], { from: { part: 'logic-supply', terminal: 'minus' } }),
    );
    expect(words(find(swapped, 'rails-reversed')[0])).toMatch(
      /-K1:L\+ is fed the wrong way round .*conductor \d+ from -T2:−/,
    );
  });
});

describe('screens', () => {
  it('a signal screen landed at both ends, a motor screen at one, and one that lands nowhere', () => {
    const both = of('wren', wire(['cable-drive-x-0-signals', 'screen-b'], ['driver-x-0', 'supply-minus']));
    expect(words(find(both, 'screen-ends')[0])).toMatch(/Signals X lands at both ends .*two earths/);
    const one = of('wren', remove('cable-drive-x-0-motor/screen-near'));
    expect(words(find(one, 'screen-ends')[0])).toMatch(/Motor X lands at one end .*all round at both ends/);
    const none = of('wren', remove('cable-drive-x-0-encoder/screen-near'));
    expect(words(find(none, 'screen-ends')[0])).toMatch(/Encoder X lands nowhere .*antenna/);
  });
});

describe('earth', () => {
  it('each part that lost its own is named; the motor gets its from its drive', () => {
    const bare = of('plover', remove('earth/motor-supply', 'earth/mains-filter'));
    expect(find(bare, 'earth-missing').map((f) => f.title)).toEqual([
      '-T1 has no protective earth',
      '-R1 has no protective earth',
    ]);
    expect(find(machines.plover, 'earth-chained')).toEqual([]);
  });
  it('before the mains is planned at all, one note says so and nothing cries danger', () => {
    const early = of('wren', { name: 'choose-part', args: { slot: { rail: 'mains', item: 'inlet' }, library: null } });
    expect(find(early, 'earth-missing')).toEqual([]);
    expect(find(early, 'mains-not-planned')[0]).toMatchObject({ severity: 'note', field: 'rails.mains.inlet' });
  });
});

describe('sections', () => {
  const thin = (base: keyof typeof machines, id: string, mm2: number, code: string) =>
    find(of(base, setOf([id], { section: quantity(mm2, 'mm²') })), code)[0];
  it('a fuse that lets more through is a danger, a supply that limits itself a doubt', () => {
    expect(thin('dunnock', 'drive-x-0/supply-plus', 0.75, 'section-protection')).toMatchObject({ severity: 'danger' });
    const limited = thin('plover', 'controller/supply-plus', 0.34, 'section-protection');
    expect(limited).toMatchObject({ severity: 'doubtful' });
    expect(words(limited)).toMatch(/good for 2\.5\sA; the supply ahead gives 3\sA/);
  });
  it('the remedy is the thinnest section that stands it, in the reader’s units', () => {
    const f = thin('dunnock', 'drive-x-0/supply-plus', 0.5, 'section-load')!;
    expect(f.remedies[0]!.label(defaultDisplay)).toMatch(/Make conductor \d+ 0\.75\smm²/);
    expect(f.remedies[0]!.label({ ...defaultDisplay, wire: 'AWG' })).toMatch(/AWG/);
  });
  it('what is far away loses more: the drop is told in volts and as a share', () => {
    const long = of('plover', setOf(['drive-x-0/supply-plus'], { length: quantity(20, 'm') }));
    expect(words(find(long, 'section-drop')[0])).toMatch(
      /loses 8 % .*20[,\s]?000\smm there and back.*4\.96\sV of 60\sV/,
    );
  });
  it('a supply without a fused strip: the strip is offered first', () => {
    const bare = of(
      'wren',
      { name: 'choose-part', args: { slot: { rail: 'field', item: 'plus' }, library: null } },
      plan,
    );
    const f = find(bare, 'section-protection');
    const offered = f.flatMap((x) => x.remedies).map((r) => r.label(defaultDisplay));
    if (f.length) expect(offered[0]).toContain('fuses of 2 A');
    expect(find(machines.wren, 'section-protection')).toEqual([]);
  });
});

describe('coils and brakes', () => {
  it('a plain diode across a brake is a note that says what it costs', () => {
    const base = of('wren', {
      name: 'choose-part',
      args: { slot: { axis: 'z', drive: 0, item: 'motor' }, library: 'motor-magpie-22' },
    });
    expect(find(base, 'coil-bare')[0]).toMatchObject({ severity: 'doubtful' });
    const diode = run(base, { name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'diode' } });
    expect(find(diode, 'coil-bare')[0]).toMatchObject({ severity: 'note' });
    expect(words(find(diode, 'coil-bare')[0])).toContain('several times as long');
  });
  it('a brake that nothing feeds: an output and a relay that suits the board', () => {
    const bare = of('wren', { name: 'remove-output', args: { output: 'brake' } }, plan);
    const remedy = find(bare, 'brake-unfed')[0]!.remedies[0]!;
    const cured = run(bare, remedy.command, plan);
    expect(cured.design.parts['relay-brake']!.libraryKey).toBe('relay-latch-5');
    expect(find(cured, 'brake-unfed')).toEqual([]);
  });
});

describe('signals', () => {
  it('every drive whose fault output nobody hears is named in one finding, and one click puts them in series', () => {
    const deaf = of('plover', { name: 'remove-input', args: { circuit: 'alarm' } }, plan);
    const [f, ...rest] = find(deaf, 'alarm-unused');
    expect(rest).toEqual([]);
    expect(f!.title).toBe('Nothing reads the fault output of -T4, -T5, -T6');
    expect(run(deaf, f!.remedies[0]!.command).design.circuits.alarm!.devices).toEqual([
      'driver-x-0',
      'driver-z-0',
      'spindle-drive',
    ]);
  });
  it('a drive that needs its enable says which side is open; one that does not is silent', () => {
    expect(words(find(of('plover', remove('drive-x-0/enable-return')), 'enable-open')[0])).toContain(
      'One of its two terminals',
    );
    expect(
      words(find(of('plover', remove('drive-x-0/enable', 'drive-x-0/enable-return')), 'enable-open')[0]),
    ).toContain('Neither of its terminals');
    expect(find(of('wren', remove('drive-x-0/enable')), 'enable-open')).toEqual([]);
  });
  it('outputs that are joined burn; the same output in two places does not', () => {
    const joined = of('plover', wire(['controller', 'step-0'], ['controller', 'direction-0']));
    expect(find(joined, 'outputs-joined')[0]).toMatchObject({ severity: 'danger' });
    expect(find(machines.plover, 'outputs-joined')).toEqual([]);
  });
});

it('a thousand conductors more, cycles and all, are looked through without a stumble', () => {
  const many: Command[] = Array.from({ length: 1000 }, (_, i) =>
    wire(['field-plus-strip', i % 2 ? 'place' : 'feed'], i % 3 ? ['device-stop', 'a'] : ['controller', 'out-supply']),
  );
  const file = of('plover', { name: 'several', args: { title: 'Many', commands: many } });
  const codes = new Set(findingsOf(deriveFigures(file.design)).map((f) => f.code));
  expect(codes).toContain('terminal-crowded');
  expect(codes).not.toContain('number-twice');
});

it('a switch near the stop is a doubt at the datum’s end, where the envelope keeps programs away, and impossible at the other', () => {
  const at = (device: string) =>
    find(
      of('dunnock', {
        name: 'set-field',
        args: { path: `parts.${device}.mount.tripFromStop`, value: quantity(6, 'mm') },
      }),
      'stopping-distance',
    );
  expect(at('device-limit-and-reference-x')[0]).toMatchObject({ severity: 'doubtful' });
  expect(at('device-limit-x-plus')[0]).toMatchObject({ severity: 'wont-work' });
});
it('an approach that was set by hand in the settings is judged as one that was entered', () => {
  const fast = of('dunnock', {
    name: 'override-setting',
    args: { setting: 'axis/x/reference-fast', title: 'x', value: quantity(160, 'mm/s'), reason: '' },
  });
  const [f] = find(fast, 'approach-too-fast');
  expect(f).toMatchObject({ field: 'axis/x/reference-fast', station: 'settings' });
  expect(find(run(fast, f!.remedies[0]!.command), 'approach-too-fast')).toEqual([]);
});

describe('a machine that can do nothing says why, once, from the cause on', () => {
  const dead = (file: MachineFile) => deriveFigures(file.design).stop.dead.map((r) => r.text);
  it('a machine without a controller says so where it is tried, and raises no finding of its own for it', () => {
    const empty = newMachineFile(newDesign('lathe', 'New'), 'new', '2026-03-03T10:00:00.000Z');
    expect(dead(empty)).toEqual([expect.stringMatching(/^No controller is chosen yet/)]);
    expect(findingsOf(deriveFigures(empty.design)).map((f) => f.code)).not.toContain('controller-unpowered');
  });
  const set = (path: string, value: unknown): Command => ({ name: 'set-field', args: { path, value: value as never } });
  const free = setOf(Object.keys(machines.dunnock.design.conductors), { state: 'planned' });
  const bare: Command = { name: 'remove-conductors', args: { ids: Object.keys(machines.wren.design.conductors) } };
  it.each<[string, MachineFile, string[]]>([
    ['a sound machine', machines.dunnock, []],
    ['nothing wired', of('wren', bare), ['Nothing is wired yet: plan the wiring first.']],
    [
      'a stop button with one contact: the drivers behind it are not named',
      run(
        machines.dunnock,
        free,
        { name: 'exchange-device', args: { part: 'device-stop', library: 'button-plum-stop' } },
        plan,
      ),
      ['-S2 has one contact, which reports to the control; -Q2 cannot pull in without a second one.'],
    ],
    [
      'a coil for 230 V on 24 V',
      run(machines.dunnock, set('parts.stop-contactor.data.coilVoltage', quantity(230, 'V'))),
      ['-Q2 cannot pull in: its coil is wound for 230 V and gets 24 V.'],
    ],
    [
      'one driver without its plus',
      of('wren', remove('drive-y-0/supply-plus')),
      ['-T5 gets no motor power: one of its supply terminals is open.'],
    ],
  ])('%s', (_what, file, texts) => expect(dead(file)).toEqual(texts));
  it('a coil for 230 V never pulls in on the 24 V field supply: no contact of it closes', () => {
    const { stop } = deriveFigures(
      run(machines.dunnock, set('parts.stop-contactor.data.coilVoltage', quantity(230, 'V'))).design,
    );
    expect([...stop.full.energised].some((k) => k.startsWith('stop-contactor'))).toBe(false);
    expect([...deriveFigures(machines.dunnock.design).stop.full.energised]).toContain('stop-contactor/coil');
  });
});
it('before the first plan one finding asks for it, and no earth cries danger thirteen times over', () => {
  const early = of('wren', { name: 'remove-conductors', args: { ids: Object.keys(machines.wren.design.conductors) } });
  const all = findingsOf(deriveFigures(early.design));
  expect(all.filter((f) => f.code === 'earth-missing' || f.code === 'controller-unpowered')).toEqual([]);
  expect(all.find((f) => f.code === 'plan-behind')?.remedies[0]?.command.name).toBe('plan-wiring');
});

describe('a terminal with more conductors than it holds', () => {
  const dry = setOf(Object.keys(machines.dunnock.design.conductors), { state: 'planned' });
  const none = (slot: PartSlot): Command => ({ name: 'choose-part', args: { slot, library: null } });
  /** Takes the first way out of each, until none is left; the strips of the rails after that. */
  const cured = (file: MachineFile) => {
    let now = file;
    for (let next; (next = find(now, 'terminal-crowded')[0]?.remedies[0]);) now = run(now, next.command);
    return now.design.rails;
  };
  it('at a supply gets a strip of its rail, with a place for each lead', () => {
    const file = of('dunnock', dry, none({ rail: 'field', item: 'zero' }), plan);
    expect(find(file, 'terminal-crowded').map((f) => f.title)).toEqual(['-T3:− takes 16 conductors']);
    const { zero } = cured(file).field!;
    const strip = run(file, find(file, 'terminal-crowded')[0]!.remedies[0]!.command).design.parts[zero!]!;
    expect(Object.values(strip.terminals).map((t) => t.holds)).toEqual([2, 24]);
  });
  it('behind the contactor of the stop chain gets the strip of the drives', () => {
    const file = of('dunnock', dry, none({ rail: 'drives', item: 'plus' }), plan);
    expect(find(file, 'terminal-crowded').map((f) => f.title)).toEqual(['-Q2:2 takes 4 conductors']);
    expect(cured(file).drives!.plus).toBeDefined();
  });
  it('of a strip gets a longer strip in its place', () => {
    const short: Command = {
      name: 'choose-part',
      args: { slot: { rail: 'field', item: 'zero' }, library: 'strip-hedge-12' },
    };
    const file = of('dunnock', dry, short, plan);
    const before = file.design.rails.field!.zero;
    expect(find(file, 'terminal-crowded').map((f) => f.title)).toEqual(['-X6:OUT takes 16 conductors']);
    expect(cured(file).field!.zero).toBe(before);
  });
});
