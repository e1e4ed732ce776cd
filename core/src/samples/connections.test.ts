import { expect, it } from 'vitest';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { dunnock } from './dunnock';
import { plover } from './plover';
import { wren } from './wren';

/**
 * Every connection of the three machines, written down by hand from their descriptions and the labels on the parts'
 * sheets, in either direction. `-T4..-T7:V+` stands for four terminals; paired with another run, they go in step.
 */
const mains = `
  -X1:L -Q1:1, -X1:N -Q1:3, -Q1:2 -F1:1, -Q1:4 -F1:3, -F1:2 -R1:L1, -F1:4 -R1:N1,
  -R1:L2 -T1:L, -R1:N2 -T1:N, -T1:L -T3:L, -T1:N -T3:N, -T3:L -T2:L, -T3:N -T2:N,
  -X1:PE -X2:PE, -X2:PE -R1:PE, -X2:PE -T1..-T3:PE, -T2:+ -K1:L+, -T2:− -K1:L−`;
const encoder = (a: string, b: string, labels = 'A+ A− B+ B− Z+ Z− 5V 0V') =>
  labels
    .split(' ')
    .map((l) => `${a}${l} ${b}${l}`)
    .join(', ');
const stepper = (t: string, m: string, name: string) =>
  `${['A', 'A′', 'B', 'B′'].map((l) => `${t}:${l} ${m}:${l}`).join(', ')}, -X2:PE ${m}:PE, ${screen(`Motor ${name}`, `${m}:PE`)}`;
const screen = (cable: string, far?: string) => `${cable}:S1 -X2:SC${far ? `, ${cable}:S2 ${far}` : ''}`;
const signals = (t: string, step: string, direction: string, name: string) => `
  -K1:${step} ${t}:ST+, -K1:0V ${t}:ST−, -K1:${direction} ${t}:DR+, -K1:0V ${t}:DR−, -K1:EN ${t}:EN+, -K1:0V ${t}:EN−,
  ${screen(`Signals ${name}`)}`;
const bus = (t: string) => `-X3:F ${t}:V+, -X4:OUT ${t}:V−`;
const sensor = (b: string, input: string) => `-X5:F ${b}:BN, -X6:OUT ${b}:BU, ${b}:BK -K1:${input}`;

const expected = {
  dunnock: [
    mains,
    '-R1:L2 -T8:R, -R1:N2 -T8:S, -X2:PE -T8:PE, -T8:PE2 -M5:PE',
    '-T1:+ -Q2:1, -Q2:2 -X3:IN, -T1:− -X4:IN, -T3:+ -X5:IN, -T3:− -X6:IN, -X6:OUT -K1:0V, -K2:LINK -K1:NET',
    bus('-T4..-T7'),
    stepper('-T4', '-M1', 'X'),
    stepper('-T5', '-M2', 'Y left'),
    stepper('-T6', '-M3', 'Y right'),
    stepper('-T7', '-M4', 'Z'),
    signals('-T4', '1P', '1W', 'X'),
    signals('-T5', '2P', '2W', 'Y left'),
    signals('-T6', '3P', '3W', 'Y right'),
    signals('-T7', '4P', '4W', 'Z'),
    encoder('-T7:', '-M4:'),
    screen('Encoder Z'),
    '-X6:OUT -K1:A0, -X6:OUT -K1:B0',
    ...['A1', 'A2', 'A3', 'A4', 'A5', 'A6'].map((input, i) => sensor(`-B${i + 1}`, input)),
    '-X5:F -S2:11, -S2:12 -K1:B1, -X5:F -B7:C, -B7:P -K1:B2',
    '-X5:F -T7:AL+, -T7:AL− -T8:FA, -T8:FB -K1:B3',
    '-X5:F -K1:Q+, -K1:Q1 -K3:A1, -K3:A2 -X6:OUT, -X5:F -K3:11, -K3:14 -M4:BR+, -M4:BR− -X6:OUT',
    '-K1:Q3 -Q3:1, -Q3:2 -X6:OUT, -K1:Q4 -P1:+, -P1:− -X6:OUT, -X5:F -E1:+, -E1:− -X6:OUT',
    '-X5:F -S2:21, -S2:22 -S1:13, -S1:14 -Q2:A1, -S1:13 -Q2:13, -Q2:14 -Q2:A1, -Q2:A2 -X6:OUT',
    '-T8:U -M5:U, -T8:V -M5:V, -T8:W -M5:W',
    screen('Motor spindle', '-M5:PE'),
    '-K1:Q2 -T8:D1, -X6:OUT -T8:DC, -K1:A10 -T8:AI, -K1:A0V -T8:AC',
    screen('Commands spindle'),
  ],
  wren: [
    mains,
    '-T1:+ -X3:IN, -T1:− -X4:IN',
    bus('-T4..-T6'),
    ...['X', 'Y', 'Z'].flatMap((axis, i) => [
      stepper(`-T${i + 4}`, `-M${i + 1}`, axis),
      signals(`-T${i + 4}`, `P${i + 1}`, `W${i + 1}`, axis),
      encoder(`-T${i + 4}:`, `-M${i + 1}:`),
      screen(`Encoder ${axis}`),
    ]),
    // X and Z by their opening contact, Y by its closing one
    '-K1:0V -B1:1, -B1:2 -K1:J1, -K1:0V -B2:1, -B2:4 -K1:J2, -K1:0V -B3:1, -B3:2 -K1:J3',
    '-K1:0V -S1:11, -S1:12 -K1:J4',
    '-K1:0V -T4:AL+, -T4:AL− -T5:AL+, -T5:AL− -T6:AL+, -T6:AL− -K1:J5',
    '-K1:Q1 -K2:A1, -K2:A2 -K1:0V, -T3:+ -X5:IN, -X5:F -K2:11, -K2:14 -M3:BR+, -M3:BR− -T3:−',
    '-T7:M+ -M4:M+, -T7:M− -M4:M−',
    bus('-T7'),
    '-K1:PW -T7:PW, -K1:0V -T7:PG',
    screen('Commands spindle'),
  ],
  plover: [
    mains,
    '-R1:L2 -T6:R, -R1:N2 -T6:S, -X2:PE -T4..-T6:PE, -T6:PE2 -M3:PE',
    '-T1:+ -X3:IN, -T1:− -X4:IN, -T3:+ -X5:IN, -T3:− -X6:IN, -X6:OUT -K1:0V',
    bus('-T4..-T5'),
    ...['X', 'Z'].flatMap((axis, i) => [
      ['U', 'V', 'W', 'PE'].map((l) => `-T${i + 4}:${l} -M${i + 1}:${l}`).join(', '),
      screen(`Motor ${axis}`, `-M${i + 1}:PE`),
      signals(`-T${i + 4}`, `${i + 1}P`, `${i + 1}W`, axis),
      encoder(`-T${i + 4}:`, `-M${i + 1}:`, 'SD+ SD− 5V 0V'),
      screen(`Encoder ${axis}`),
    ]),
    '-X6:OUT -K1:A0, -X5:F -B2:1, -B2:2 -K1:A1, -X5:F -B3:1, -B3:2 -K1:A2, -X5:F -B4:1, -B4:2 -K1:A3',
    '-X5:F -S1:11, -S1:12 -K1:A4, -X5:F -T4:AL+, -T4:AL− -T5:AL+, -T5:AL− -T6:FA, -T6:FB -K1:A5',
    '-X5:F -S1:21, -S1:22 -T4:TO+, -X6:OUT -T4:TO−, -S1:22 -T5:TO+, -X6:OUT -T5:TO−',
    '-X5:F -K1:Q+, -K1:Q1 -T6:D1, -K1:Q2 -T6:D2, -X6:OUT -T6:DC, -K1:A10 -T6:AI, -K1:A0V -T6:AC',
    screen('Commands spindle'),
    '-T6:U -M3:U, -T6:V -M3:V, -T6:W -M3:W',
    screen('Motor spindle', '-M3:PE'),
    encoder('-K1:E1/', '-B1:'),
    screen('Encoder spindle'),
  ],
};

/** `-T4..-T6:V+` → three terminals; anything else is one. */
const run = (end: string): string[] => {
  const m = /^(-[A-Z])(\d+)\.\.-[A-Z](\d+):(.*)$/.exec(end);
  if (!m) return [end];
  return Array.from({ length: Number(m[3]) - Number(m[2]) + 1 }, (_, i) => `${m[1]}${Number(m[2]) + i}:${m[4]}`);
};
const pair = (a: string, b: string) => [a, b].sort().join(' — ');
const written = (lines: readonly string[]): string[] =>
  lines
    .join(', ')
    .split(',')
    .map((x) => x.trim())
    .filter(Boolean)
    .flatMap((x) => {
      // A cable's name may hold a space: the last end begins after the last one.
      const cutAt = x.lastIndexOf(' ');
      const [a, b] = [run(x.slice(0, cutAt)), run(x.slice(cutAt + 1))];
      return a.length >= b.length ? a.map((end, i) => pair(end, b[i] ?? b[0]!)) : b.map((end) => pair(a[0]!, end));
    })
    .sort();
const planned = (design: Design): string[] => {
  const name = (e: TerminalRef) => {
    const part = design.parts[e.part]!;
    return `${part.data.class === 'cable' ? part.name : part.designation}:${part.terminals[e.terminal]!.printed}`;
  };
  return Object.values(design.conductors)
    .map((c) => pair(name(c.from), name(c.to)))
    .sort();
};

it.each([
  ['Dunnock', dunnock, expected.dunnock],
  ['Wren', wren, expected.wren],
  ['Plover', plover, expected.plover],
])('%s has exactly the connections that its parts ask for', (_name, make, lines) => {
  expect(planned(make().design)).toEqual(written(lines));
});
