import type { DataOf, Element, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const holding = (t: Terminal, holds: number): Terminal => ({ ...t, holds });
const pole = (n: number): Record<string, Terminal> => ({
  [`p${n}-in`]: terminal(String(2 * n - 1), 'pole-in', n - 1),
  [`p${n}-out`]: terminal(String(2 * n), 'pole-out', n - 1),
});
const poles = (n: number): Record<string, Terminal> =>
  Object.assign({}, ...Array.from({ length: n }, (_, i) => pole(i + 1))) as Record<string, Terminal>;
/** Switched by hand and left closed: what hangs behind counts as joined. */
const closedPoles = (n: number, label: string): Record<string, Element> =>
  Object.fromEntries(
    Array.from({ length: n }, (_, i): [string, Element] => [
      `pole-${i + 1}`,
      { kind: 'jumper', a: `p${i + 1}-in`, b: `p${i + 1}-out`, label, closed: true },
    ]),
  );

const plain = (
  key: string,
  name: string,
  about: string,
  data: LibraryEntry['data'],
  terminals: Record<string, Terminal>,
  elements: Record<string, Element> = {},
): LibraryEntry => ({ key, name, about, data, terminals, elements, setup: {} });

/** Linked places on a rail: one potential, so many conductors. */
const strip = (key: string, name: string, about: string, places: number, fuseA?: number): LibraryEntry =>
  plain(
    key,
    name,
    about,
    { class: 'terminal-strip', ...(fuseA === undefined ? {} : { ratedCurrent: sheet(fuseA, 'A') }) },
    {
      feed: holding(terminal('IN', 'distribution'), 2),
      place: holding(terminal(fuseA === undefined ? 'OUT' : 'F', 'distribution'), places),
    },
    { link: { kind: 'join', terminals: ['feed', 'place'] } },
  );

const contactor = (
  key: string,
  name: string,
  about: string,
  data: Omit<DataOf<'contactor'>, 'class' | 'coilVoltage'>,
  suppressed: boolean,
  mainsV?: number,
): LibraryEntry =>
  plain(
    key,
    name,
    about,
    {
      class: 'contactor',
      ...data,
      coilVoltage: sheet(mainsV ?? 24, 'V'),
      coilCurrent: mainsV === undefined ? sheet(130, 'mA') : sheet(35, 'mA'),
    },
    {
      ...poles(3),
      'aux-in': terminal('13', 'contact-common'),
      'aux-out': terminal('14', 'contact-no'),
      'coil-plus': terminal('A1', mainsV === undefined ? 'coil-plus' : 'mains-l'),
      'coil-minus': terminal('A2', mainsV === undefined ? 'coil-minus' : 'mains-n'),
    },
    {
      coil: { kind: 'coil', a: 'coil-plus', b: 'coil-minus' },
      ...(suppressed ? { suppressor: { kind: 'suppressor', a: 'coil-plus', b: 'coil-minus', type: 'varistor' } } : {}),
      ...Object.fromEntries(
        [1, 2, 3].map((n): [string, Element] => [
          `pole-${n}`,
          { kind: 'contact', a: `p${n}-in`, b: `p${n}-out`, form: 'NO', actuator: 'coil', coil: 'coil' },
        ]),
      ),
      aux: { kind: 'contact', a: 'aux-in', b: 'aux-out', form: 'NO', actuator: 'coil', coil: 'coil' },
    },
  );

const relay = (
  key: string,
  name: string,
  about: string,
  volts: number,
  milliamps: number,
  data: Partial<DataOf<'relay'>>,
): LibraryEntry =>
  plain(
    key,
    name,
    about,
    {
      class: 'relay',
      coilVoltage: sheet(volts, 'V'),
      coilCurrent: sheet(milliamps, 'mA'),
      ratedCurrent: sheet(6, 'A'),
      ratedVoltage: sheet(230, 'V'),
      ...data,
    },
    {
      com: terminal('11', 'contact-common'),
      nc: terminal('12', 'contact-nc'),
      no: terminal('14', 'contact-no'),
      'coil-plus': terminal('A1', 'coil-plus'),
      'coil-minus': terminal('A2', 'coil-minus'),
    },
    {
      coil: { kind: 'coil', a: 'coil-plus', b: 'coil-minus' },
      suppressor: { kind: 'suppressor', a: 'coil-plus', b: 'coil-minus', type: 'diode' },
      no: { kind: 'contact', a: 'com', b: 'no', form: 'NO', actuator: 'coil', coil: 'coil' },
      nc: { kind: 'contact', a: 'com', b: 'nc', form: 'NC', actuator: 'coil', coil: 'coil' },
    },
  );

/** What stands in the cabinet between the mains and the electronics. */
export const cabinet: LibraryEntry[] = [
  ...[16, 32].map((amps) =>
    plain(
      `inlet-gate-${amps}`,
      `Gate ${amps}, mains inlet`,
      'Where the mains lead is plugged in. Carries mains: pull the plug before the lid comes off.',
      {
        class: 'connector',
        form: 'mains-inlet',
        rows: [3],
        panelContacts: 'pins',
        ratedVoltage: sheet(250, 'V'),
        ratedCurrent: sheet(amps, 'A'),
      },
      {
        l: terminal('L', 'mains-l'),
        n: terminal('N', 'mains-n'),
        pe: terminal('PE', 'protective-earth'),
      },
    ),
  ),
  plain(
    'inlet-gate-16-3',
    'Gate 16-3, mains inlet for three phases',
    'Five-pole inlet for L1, L2, L3, N and PE. Carries mains: pull the plug before the lid comes off.',
    {
      class: 'connector',
      form: 'mains-inlet',
      rows: [5],
      panelContacts: 'pins',
      ratedVoltage: sheet(415, 'V'),
      ratedCurrent: sheet(16, 'A'),
    },
    {
      l1: terminal('L1', 'mains-l'),
      l2: terminal('L2', 'mains-l2'),
      l3: terminal('L3', 'mains-l3'),
      n: terminal('N', 'mains-n'),
      pe: terminal('PE', 'protective-earth'),
    },
  ),
  ...(
    [
      [4, 'with a fuse of its own for a small tool'],
      [10, 'for a vacuum cleaner or a hand tool'],
    ] as const
  ).map(([amps, use]) =>
    plain(
      `outlet-alcove-${amps}`,
      `Alcove ${amps}, socket outlet, ${amps} A`,
      `Socket in the cabinet ${use}. Carries mains; what is held in the hand wants a residual-current device of 30 mA ahead of it.`,
      {
        class: 'connector',
        form: 'mains-outlet',
        rows: [3],
        panelContacts: 'sockets',
        ratedVoltage: sheet(250, 'V'),
        ratedCurrent: sheet(amps, 'A'),
      },
      {
        l: terminal('L', 'mains-l'),
        n: terminal('N', 'mains-n'),
        pe: terminal('PE', 'protective-earth'),
      },
    ),
  ),
  plain(
    'switch-stile-2',
    'Stile 2, main switch',
    'Two-pole switch that can be locked off. It parts L and N; the earth is never switched.',
    {
      class: 'breaker',
      ratedCurrent: sheet(20, 'A'),
      ratedVoltage: sheet(250, 'V'),
      forDirectCurrent: false,
      lockable: true,
    },
    poles(2),
    closedPoles(2, 'main switch'),
  ),
  plain(
    'switch-stile-32',
    'Stile 32, main switch',
    'Two-pole switch that can be locked off. It parts L and N; the earth is never switched.',
    {
      class: 'breaker',
      ratedCurrent: sheet(32, 'A'),
      ratedVoltage: sheet(250, 'V'),
      forDirectCurrent: false,
      lockable: true,
    },
    poles(2),
    closedPoles(2, 'main switch'),
  ),
  plain(
    'switch-stile-25-4',
    'Stile 25-4, main switch for three phases',
    'Four-pole switch that can be locked off. It parts L1, L2, L3 and N together; the earth is never switched.',
    {
      class: 'breaker',
      ratedCurrent: sheet(25, 'A'),
      ratedVoltage: sheet(415, 'V'),
      forDirectCurrent: false,
      lockable: true,
    },
    poles(4),
    closedPoles(4, 'main switch'),
  ),
  ...[10, 16].map((amps) =>
    plain(
      `breaker-hurdle-${amps}-3`,
      `Hurdle ${amps}-3, circuit breaker for three phases, ${amps} A`,
      'Three-pole breaker, of the slow kind: an overload in one phase opens all of them.',
      {
        class: 'breaker',
        ratedCurrent: sheet(amps, 'A'),
        ratedVoltage: sheet(415, 'V'),
        forDirectCurrent: false,
        tripCurve: 'C',
      },
      poles(3),
      closedPoles(3, 'breaker'),
    ),
  ),
  plain(
    'rcd-turnstile-25-4',
    'Turnstile 25-4, residual-current device for three phases, 30 mA',
    'Opens L1, L2, L3 and N where 30 mA go another way than back through it. A three-phase drive may leak direct current, which a plain one does not see: take the type that the drive’s manual names.',
    {
      class: 'breaker',
      ratedCurrent: sheet(25, 'A'),
      ratedVoltage: sheet(415, 'V'),
      forDirectCurrent: false,
      opensAt: 'leakage',
      residualCurrent: sheet(30, 'mA'),
    },
    poles(4),
    closedPoles(4, 'breaker'),
  ),
  ...[6, 10, 16, 2, 4, 20].map((amps) =>
    plain(
      `breaker-hurdle-${amps}`,
      `Hurdle ${amps}, circuit breaker, ${amps} A`,
      'Two-pole breaker for alternating current, of the slow kind for supplies with an inrush.',
      {
        class: 'breaker',
        ratedCurrent: sheet(amps, 'A'),
        ratedVoltage: sheet(230, 'V'),
        forDirectCurrent: false,
        tripCurve: 'C',
      },
      poles(2),
      closedPoles(2, 'breaker'),
    ),
  ),
  ...(
    [
      ['B', 'quick kind, as it protects outlets: supplies with an inrush may trip it'],
      ['D', 'slowest kind, for a large inrush: only where a fault draws enough to trip it, which is measured'],
    ] as const
  ).flatMap(([tripCurve, kind]) =>
    [10, 16].map((amps) =>
      plain(
        `breaker-hurdle-${amps}-${tripCurve.toLowerCase()}`,
        `Hurdle ${tripCurve}${amps}, circuit breaker, ${amps} A`,
        `Two-pole breaker for alternating current, of the ${kind}.`,
        {
          class: 'breaker',
          ratedCurrent: sheet(amps, 'A'),
          ratedVoltage: sheet(230, 'V'),
          forDirectCurrent: false,
          tripCurve,
        },
        poles(2),
        closedPoles(2, 'breaker'),
      ),
    ),
  ),
  plain(
    'rcd-turnstile-25',
    'Turnstile 25, residual-current device, 30 mA',
    'Opens where 30 mA go another way than back through it, such as through a person. It does not protect against overload: a breaker stands with it.',
    {
      class: 'breaker',
      ratedCurrent: sheet(25, 'A'),
      ratedVoltage: sheet(240, 'V'),
      forDirectCurrent: false,
      opensAt: 'leakage',
      residualCurrent: sheet(30, 'mA'),
    },
    poles(2),
    closedPoles(2, 'breaker'),
  ),
  plain(
    'rcd-turnstile-16',
    'Turnstile 16, breaker with residual-current device, 30 mA',
    'Breaker of 16 A and residual-current device in one.',
    {
      class: 'breaker',
      ratedCurrent: sheet(16, 'A'),
      ratedVoltage: sheet(240, 'V'),
      forDirectCurrent: false,
      opensAt: 'overload-and-leakage',
      residualCurrent: sheet(30, 'mA'),
      tripCurve: 'B',
    },
    poles(2),
    closedPoles(2, 'breaker'),
  ),
  ...[4, 10].map((amps) =>
    plain(
      `breaker-hurdle-dc-${amps}`,
      `Hurdle DC ${amps}, circuit breaker for direct current, ${amps} A`,
      'One-pole breaker for a branch of direct current up to 60 V.',
      {
        class: 'breaker',
        ratedCurrent: sheet(amps, 'A'),
        ratedVoltage: sheet(60, 'V'),
        forDirectCurrent: true,
        opensAt: 'overload',
      },
      poles(1),
      closedPoles(1, 'breaker'),
    ),
  ),
  plain(
    'switch-wicket-1',
    'Wicket 1, hand switch for low voltage',
    'Toggle switch for a lamp or a fan: one pole, up to 30 V direct, 6 A.',
    {
      class: 'breaker',
      ratedCurrent: sheet(6, 'A'),
      ratedVoltage: sheet(30, 'V'),
      forDirectCurrent: true,
      opensAt: 'nothing',
    },
    poles(1),
    closedPoles(1, 'switch'),
  ),
  plain(
    'switch-wicket-2',
    'Wicket 2, hand switch for the mains',
    'Rocker switch in the lid that parts L and N of one load, 10 A.',
    {
      class: 'breaker',
      ratedCurrent: sheet(10, 'A'),
      ratedVoltage: sheet(250, 'V'),
      forDirectCurrent: false,
      opensAt: 'nothing',
      lockable: false,
    },
    poles(2),
    closedPoles(2, 'switch'),
  ),
  plain(
    'filter-sieve-16',
    'Sieve 16, mains filter',
    'Keeps the noise of drives out of the mains. Mount it metal to metal, at the entry.',
    { class: 'filter', ratedCurrent: sheet(16, 'A'), ratedVoltage: sheet(250, 'V'), leakage: sheet(0.5, 'mA') },
    {
      'p1-in': terminal('L1', 'pole-in', 0),
      'p1-out': terminal('L2', 'pole-out', 0),
      'p2-in': terminal('N1', 'pole-in', 1),
      'p2-out': terminal('N2', 'pole-out', 1),
      pe: terminal('PE', 'protective-earth'),
    },
    closedPoles(2, 'through the filter'),
  ),
  plain(
    'filter-sieve-16-3',
    'Sieve 16-3, mains filter for three phases',
    'Keeps the noise of a three-phase drive out of the mains. Mount it metal to metal, at the entry or beside the drive.',
    { class: 'filter', ratedCurrent: sheet(16, 'A'), ratedVoltage: sheet(415, 'V'), leakage: sheet(3.5, 'mA') },
    { ...poles(3), pe: terminal('PE', 'protective-earth') },
    closedPoles(3, 'through the filter'),
  ),
  plain(
    'bar-ridge-20',
    'Ridge, earth bar with shield clamps',
    'One point for all protective earths, and clamps for twenty cable shields beside it.',
    { class: 'terminal-strip' },
    {
      pe: holding(terminal('PE', 'protective-earth'), 20),
      screen: holding(terminal('SC', 'shield'), 20),
    },
    { link: { kind: 'join', terminals: ['pe', 'screen'] } },
  ),
  strip(
    'strip-paling-2-24',
    'Paling 2 long, fused terminals, 2 A',
    'Twenty-four places with a fuse of 2 A each.',
    24,
    2,
  ),
  strip('strip-hedge-12', 'Hedge 12, linked terminals', 'Twelve linked places: one potential for many.', 12),
  strip('strip-hedge-24', 'Hedge 24, linked terminals', 'Twenty-four linked places.', 24),
  strip('strip-paling-2', 'Paling 2, fused terminals, 2 A', 'Sixteen places with a fuse of 2 A each.', 16, 2),
  strip(
    'strip-paling-6',
    'Paling 6, fused terminals, 6 A',
    'Eight places with a fuse of 6 A each: one a driver.',
    8,
    6,
  ),
  strip('strip-paling-10', 'Paling 10, fused terminals, 10 A', 'Eight places with a fuse of 10 A each.', 8, 10),
  strip('strip-paling-16', 'Paling 16, fused terminals, 16 A', 'Eight places with a fuse of 16 A each.', 8, 16),
  contactor(
    'contactor-bollard-dc',
    'Bollard, contactor for direct current',
    'Three poles that also break direct current, one auxiliary contact, suppressed coil.',
    { ratedCurrent: sheet(25, 'A'), ratedVoltage: sheet(110, 'V'), forDirectCurrent: true },
    true,
  ),
  contactor(
    'contactor-post-9',
    'Post 9, contactor for alternating current',
    'Three poles for the mains; its contacts do not break direct current above 24 V. Bare coil.',
    { ratedCurrent: sheet(9, 'A'), ratedVoltage: sheet(400, 'V'), forDirectCurrent: false },
    false,
  ),
  ...[16, 25].map((amps) =>
    contactor(
      `contactor-post-${amps}-mains`,
      `Post ${amps}, contactor with a coil for the mains`,
      'Three poles for the mains, one auxiliary contact; its coil runs on 230 V, so its chain carries mains. Suppressed.',
      { ratedCurrent: sheet(amps, 'A'), ratedVoltage: sheet(400, 'V'), forDirectCurrent: false },
      true,
      230,
    ),
  ),
  relay(
    'relay-latch-24',
    'Latch 24, relay on a socket',
    'One changeover contact, 6 A; coil for 24 V with a diode.',
    24,
    20,
    { forDirectCurrent: true },
  ),
  relay('relay-latch-5', 'Latch 5, relay module', 'One changeover contact, 6 A; input for 5 V at 8 mA.', 5, 8, {
    forDirectCurrent: true,
  }),
  relay('relay-latch-30', 'Latch 30, power relay', 'One changeover contact for 230 V, 12 A; coil for 24 V.', 24, 40, {
    ratedCurrent: sheet(12, 'A'),
    forDirectCurrent: false,
  }),
  relay(
    'relay-latch-30-5',
    'Latch 30 with 5 V input, power relay',
    'One changeover contact for 230 V, 12 A; input for 5 V at 12 mA.',
    5,
    12,
    { ratedCurrent: sheet(12, 'A'), forDirectCurrent: false },
  ),
  relay(
    'relay-latch-16-dc',
    'Latch 16, power relay for direct current',
    'One changeover contact with an arc magnet, 16 A, up to 230 V and for direct current; coil for 24 V.',
    24,
    50,
    { ratedCurrent: sheet(16, 'A'), forDirectCurrent: true },
  ),
];
