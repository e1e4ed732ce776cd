import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { OwnPart } from '../../formats/partsJson';
import { quantity } from '../../units/quantity';
import { PartData, terminalRoles, type PartClass } from '../parts';
import { bareTerminals, completed } from './inside';
import { library } from './index';
import { partKinds } from './kinds';
import { plugContacts, rowsOf, usualRows } from './plug';
import { choiceValue, sheetChoicesOf, withChoice } from './sheetChoices';
import { labelsOf, withOutputType, withTerminal, withTerminals, withoutTerminals } from './terminals';

const kind = (key: string) => partKinds.find((k) => k.key === key)!.begin('own-x', 'X');
const must = <T>(r: { ok: boolean; value?: T }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r));
  return r.value!;
};

describe('labels as one writes them', () => {
  it.each([
    ['L, N, PE', ['L', 'N', 'PE']],
    ['IN1 … IN4', ['IN1', 'IN2', 'IN3', 'IN4']],
    ['X08-X11', ['X08', 'X09', 'X10', 'X11']],
    ['9..11', ['9', '10', '11']],
    ['A1+ … A3+', ['A1+', 'A2+', 'A3+']],
    ['GND; OUT1–OUT2', ['GND', 'OUT1', 'OUT2']],
    // A minus is no run.
    ['24V-, EN−', ['24V-', 'EN−']],
  ])('%s', (text, labels) => expect(must(labelsOf(text))).toEqual(labels));
  it.each(['', ' , ', 'IN5 … IN2', 'IN1 … OUT4', 'IN1…IN9999', 'x'.repeat(41)])(
    '%s is refused, with a way out',
    (text) => {
      const r = labelsOf(text);
      expect(r.ok).toBe(false);
      if (!r.ok) expect(r.error[0]!.fix.length).toBeGreaterThan(10);
    },
  );
  it('whatever is typed, it gives labels that can be printed, or says what is wrong', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        const r = labelsOf(text);
        if (r.ok) for (const l of r.value) expect(l.length > 0 && l.length <= 40).toBe(true);
        else expect(r.error).toHaveLength(1);
      }),
    ));
});

it('sixteen isolated inputs of two banks, each with its own common; eight outputs from their own supply', () => {
  let board = kind('bare-input-board');
  for (const bank of ['A', 'B']) {
    board = must(withTerminals(board, { labels: `COM${bank}`, role: 'input-common', bank }));
    board = must(withTerminals(board, { labels: `${bank}1 … ${bank}8`, role: 'input', bank }));
  }
  const inputs = Object.values(board.elements).filter((e) => e.kind === 'isolated-input');
  expect(inputs).toHaveLength(16);
  for (const e of inputs) expect(e.common).toBe(e.terminal.startsWith('a') ? 'coma' : 'comb');
  expect(bareTerminals(board)).toEqual([]);
  let control = must(withTerminals(kind('bare-controller'), { labels: 'V+', role: 'output-supply' }));
  control = must(withTerminals(control, { labels: 'Q1…Q8', role: 'output' }));
  control = must(withTerminals(control, { labels: 'STEP0 … STEP3', role: 'step-out' }));
  control = must(withTerminals(control, { labels: 'STEP4', role: 'step-out' }));
  expect(
    Object.values(control.elements).filter((e) => e.kind === 'digital-output' && e.plus === 'v-plus'),
  ).toHaveLength(8);
  expect(Object.values(control.terminals).flatMap((t) => (t.role === 'step-out' ? [t.channel] : []))).toEqual([
    0, 1, 2, 3, 4,
  ]);
  // The other way round: what was entered before its common or its supply works against it from then on; the type of output stays.
  let late = must(withTerminals(kind('bare-controller'), { labels: 'IN1…IN2', role: 'input' }));
  late = withOutputType(must(withTerminals(late, { labels: 'Y1', role: 'output' })), 'push-pull');
  expect(Object.values(late.elements).filter((e) => e.kind === 'level-input')).toHaveLength(2);
  late = must(
    withTerminals(must(withTerminals(late, { labels: 'COM', role: 'input-common' })), {
      labels: 'OV',
      role: 'output-supply',
    }),
  );
  expect(Object.values(late.elements)).toMatchObject([
    { kind: 'isolated-input', terminal: 'in1', common: 'com' },
    { kind: 'isolated-input', terminal: 'in2', common: 'com' },
    { kind: 'digital-output', type: 'push-pull', plus: 'ov' },
  ]);
  // Inputs that the board pulls up by its own resistors stay what they are.
  const sedge = must(
    withTerminals(
      library.find((e) => e.key === 'controller-sedge-4')!,
      { labels: 'COM', role: 'input-common' },
    ),
  );
  expect(Object.values(sedge.elements).filter((e) => e.kind === 'level-input')).toHaveLength(6);
  // Without anything to work against, an input is named as one with nothing behind it.
  const empty = withoutTerminals(kind('bare-input-board'), ['supply-plus', 'supply-minus']);
  expect(bareTerminals(must(withTerminals(empty, { labels: 'IN1', role: 'input' })))).toEqual(['in1']);
});

it('a contact follows the coil of its own contactor, and a hand where there is none', () => {
  const aux = must(withTerminals(kind('contactor-bollard-dc'), { labels: '23', role: 'contact-common', channel: 1 }));
  const more = must(withTerminals(aux, { labels: '24', role: 'contact-no', channel: 1 }));
  expect(Object.values(more.elements).at(-1)).toMatchObject({
    kind: 'contact',
    a: 't-23',
    b: 't-24',
    actuator: 'coil',
    coil: 'coil',
  });
  const chain = must(withTerminals(kind('button-plum-stop'), { labels: '21', role: 'contact-common', channel: 1 }));
  const two = must(withTerminals(chain, { labels: '22', role: 'contact-nc', channel: 1 }));
  expect(Object.values(two.elements).at(-1)).toMatchObject({ kind: 'contact', form: 'NC', actuator: 'hand' });
});

it('what is made of the terminals of a part that ships is what it has inside', () => {
  // Resistors and what suppresses a coil are not told by a terminal; a board’s own rail is entered by its maker.
  const told = (e: { kind: string }) => !['resistor', 'suppressor'].includes(e.kind);
  for (const e of library) {
    if (e.data.class === 'connector' || e.data.class === 'cable') continue;
    const again = completed({ ...e, elements: {} });
    const kinds = (x: typeof e.elements) =>
      Object.values(x)
        .filter(told)
        .map((y) => y.kind)
        .sort();
    const silent = ['motor', 'controller', 'terminal-strip'].includes(e.data.class);
    if (!silent) expect([e.key, kinds(again.elements)]).toEqual([e.key, kinds(e.elements)]);
    expect(completed(e).elements).toMatchObject(e.elements);
  }
});

it('every class of part can be begun, is a whole part, and stays one whatever is added, changed and taken away', () => {
  const made = new Set<PartClass>(partKinds.map((k) => k.begin('own-x', 'X').data.class));
  const classes = PartData.options.map((o) => o.shape.class.value);
  expect(classes.filter((c) => !made.has(c))).toEqual([]);
  const step = fc.record({
    add: fc.constantFrom('A1', 'IN1 … IN4', 'L+', '+, −', 'S 1', 'constructor'),
    role: fc.constantFrom(...terminalRoles),
    other: fc.constantFrom(...terminalRoles),
    bank: fc.option(fc.constantFrom('A', 'B'), { nil: undefined }),
    at: fc.nat(40),
  });
  fc.assert(
    fc.property(fc.nat(partKinds.length - 1), fc.array(step, { maxLength: 8 }), (k, steps) => {
      let part = partKinds[k]!.begin('own-x', 'X');
      for (const s of steps) {
        part = must(withTerminals(part, { labels: s.add, role: s.role, ...(s.bank ? { bank: s.bank } : {}) }));
        const ids = Object.keys(part.terminals);
        part = withTerminal(part, ids[s.at % ids.length]!, { role: s.other, printed: 'Z' });
        if (s.at % 3 === 0) part = withoutTerminals(part, [ids[s.at % ids.length]!]);
        for (const c of sheetChoicesOf(part.data)) {
          const value = choiceValue(part.data, c);
          if (value !== undefined) part = withChoice(part, c.key, value);
        }
      }
      const read = OwnPart.safeParse(part);
      expect(read.error?.issues ?? []).toEqual([]);
      for (const e of Object.values(part.elements))
        for (const [key, v] of Object.entries(e))
          if (['a', 'b', 'plus', 'minus', 'out', 'terminal', 'common'].includes(key))
            expect(part.terminals).toHaveProperty([String(v)]);
          else if (key === 'coil') expect(part.elements).toHaveProperty([String(v)]);
    }),
    { numRuns: 150 },
  );
});

it('contacts stand in the rows that such a plug has', () => {
  expect([9, 15, 25, 37, 50].map((n) => usualRows('d-shape', n))).toEqual([
    [5, 4],
    [8, 7],
    [13, 12],
    [19, 18],
    [17, 16, 17],
  ]);
  expect([15, 26, 44, 62].map((n) => usualRows('high-density', n))).toEqual([
    [5, 5, 5],
    [9, 9, 8],
    [15, 15, 14],
    [21, 21, 20],
  ]);
  expect(usualRows('block', 8)).toEqual([8]);
  expect(usualRows('block', 64)).toEqual([32, 32]);
  expect([4, 6, 19].map((n) => usualRows('round', n))).toEqual([[4], [5, 1], [12, 6, 1]]);
  for (const form of ['block', 'd-shape', 'high-density', 'round'] as const)
    for (let n = 1; n <= 64; n++) {
      const rows = usualRows(form, n);
      expect([form, n, rows.reduce((a, b) => a + b, 0), Math.min(...rows) > 0]).toEqual([form, n, n, true]);
      expect(Object.keys(plugContacts(rows).terminals)).toHaveLength(2 * n);
    }
  expect(rowsOf('17, 16 17')).toEqual({ ok: true, value: [17, 16, 17] });
  for (const bad of ['', '0, 4', '40, 40', '1.5', 'x', '1 1 1 1 1 1 1 1 1']) expect(rowsOf(bad).ok).toBe(false);
  const plug = withChoice(withChoice(kind('bare-connector'), 'form', 'd-shape'), 'contacts', 37);
  expect(plug.data).toMatchObject({ form: 'd-shape', rows: [19, 18] });
  expect(Object.keys(plug.terminals)).toHaveLength(74);
});

it('what the sheet says of a supply and of a sensor is what the nets see', () => {
  const supply = completed({
    ...kind('supply-marl-24'),
    data: { class: 'supply', outputVoltage: quantity(36, 'V') },
    elements: {},
  });
  expect(Object.values(supply.elements)).toMatchObject([{ kind: 'source', voltage: { entered: 36 } }]);
  const sensor = withChoice(withChoice(kind('sensor-lichen-pnp-nc'), 'output', 'NPN'), 'form', 'NO');
  expect(Object.values(sensor.elements)).toMatchObject([{ kind: 'sensor-output', type: 'NPN', form: 'NO' }]);
});
