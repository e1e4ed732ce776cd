import { pulsePitch } from '../../../drivetrain/shafts';
import { markedDatum as chosen, markedDatumOf, pulseFromStop } from '../../../switches/markedDatum';
import { baseValue } from '../../../units/quantity';
import { mean } from '../../../units/sample';
import { placeDependencies, scaleDependencies } from '../../dependencies';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { ownSwitches, parked } from '../../subjects';
import type { At, BringUpTest, Judgement, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';

/** Where in its window the axis is parked before each run: twice at either edge, once at the mark. */
const EDGES = [-1, -1, 1, 1, 0] as const;
const AT = ['at the near edge', 'at the near edge', 'at the far edge', 'at the far edge', 'at the mark'] as const;
/** The same turn was met where all runs lie within this share of a pitch. */
const SAME_TURN = 0.25;
/** A pulse that comes elsewhere than the file has it by more than this share of a pitch is told. */
const TELL = 0.05;

const figuresOf = (m: Made, s: Subject) => {
  const axis = axisAt(m, s);
  const pitch = pulsePitch(axis, '');
  const marked = markedDatumOf(axis, '', pitch);
  const { parkWindow, pulseFromMark, backOff } = axis.reference;
  return marked.known && pitch.known && parkWindow && pulseFromMark
    ? {
        pitch: pitch.value,
        window: baseValue(parkWindow),
        pulse: baseValue(pulseFromMark),
        backOff: backOff ? baseValue(backOff) : 0,
      }
    : undefined;
};

export const markedDatum: BringUpTest = {
  kind: 'marked-datum',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'The same pulse from anywhere at the mark',
  purpose:
    'One pulse comes in every turn, and nothing tells one turn from the next. Five runs from the edges of the park window show whether they all meet the same one.',
  caution: 'Head up, table clear. Hand on the stop.',
  minutes: 8,
  subjects: parked,
  after: (m, s) => [`reference-direction/${s.id}`, ...ownSwitches(m, s).map((d) => `input/${d.id}`)],
  dependsOn: (m, s) => [...placeDependencies(m, s.axis!), ...scaleDependencies(m, s.axis!), `axes.${s.axis}.reference`],
  steps: (m, s, display) => {
    const f = figuresOf(m, s);
    const way = wayPrinter({ m, s, display });
    const { letter, reference } = axisAt(m, s);
    const w = f ? way(f.window) : 'its window';
    return [
      `Park ${letter} ${w} before its mark, away from the ${reference.end} end (the near edge), and let it find its datum; twice. Then twice from ${w} beyond the mark (the far edge), and once from the mark.`,
      `After each run measure from the mark to where it rests: above zero towards the ${reference.end} end. Leave a run empty that stopped without a datum.`,
    ];
  },
  fields: (m, s) =>
    EDGES.map((_, i) =>
      reading(`run-${i}`, `Run ${i + 1}, ${AT[i]}`, wayOf(axisAt(m, s).motion), [-500, 500], { optional: true }),
    ),
  judge(r, at) {
    const { m, s } = at;
    const f = figuresOf(m, s);
    const all = EDGES.map((_, i) => numberOf(r, `run-${i}`)).filter(Number.isFinite);
    if (!f) return { verdict: 'failed', says: ['Window, mark and pulse are not entered: see Switches.'] };
    if (!all.length)
      return {
        verdict: 'failed',
        says: ['No run met a pulse.'],
        causes: ['The gap is too wide.', 'The magnet shows its other pole.', 'The input does not answer.'],
      };
    const spread = Math.max(...all) - Math.min(...all);
    // It rests a back-off before the pulse that it met.
    const pulses = all.map((v) => v + f.backOff);
    if (spread > SAME_TURN * f.pitch) return otherTurn(at, f, pulses, spread);
    return all.length < EDGES.length ? stoppedOnPulse(at, f, mean(pulses)) : sameTurn(at, f, mean(pulses));
  },
  rehearse(bench, s) {
    bench.on();
    const f = figuresOf(bench.made, s);
    const axis = axisAt(bench.made, s);
    const mark = axis.reference.markFromStop ? baseValue(axis.reference.markFromStop) : 0;
    const { length } = bench.sim.plant.model.axes.find((a) => a.id === s.axis)!;
    const plus = axis.reference.end === 'plus';
    return Object.fromEntries(
      EDGES.flatMap((edge, i) => {
        bench.park(s.axis!, edge * (f?.window ?? 0));
        if (!bench.reference([s.axis!], true)) return [];
        const at = bench.gauge(s.axis!);
        const beyond = plus ? at - (length - mark) : mark - at;
        return [[`run-${i}`, measured(Math.round(beyond * 100) / 100, wayOf(axis.motion))]];
      }),
    );
  },
};

type Figures = NonNullable<ReturnType<typeof figuresOf>>;
const turnedMagnet = ({ m, s }: At) => ({
  label: 'The magnet was turned on its shaft and fastened',
  why: 'Then five runs again.',
  rework: {
    subject: `axes.${s.axis}.reference`,
    text: `Magnet of ${axisAt(m, s).letter} turned on its shaft`,
    fixes: (x: { kind: string; axis?: string }) => x.kind === 'magnet-slipped' && x.axis === s.axis,
  },
});

function otherTurn(at: At, f: Figures, pulses: readonly number[], spread: number): Judgement {
  const way = wayPrinter(at);
  const turns = Math.round(spread / f.pitch);
  return {
    verdict: 'failed',
    says: [
      `The runs end ${way(spread)} apart: ${turns === 1 ? 'one turn of the shaft' : `${turns} turns of the shaft`}. From one edge of the window another pulse comes first.`,
      `The pulse comes ${way(Math.min(...pulses.map((p) => ((p % f.pitch) + f.pitch) % f.pitch)))} beyond the mark; half a turn, ${way(f.pitch / 2)}, is where it should.`,
    ],
    causes: ['The magnet has slipped on its shaft.', 'It was parked further from the mark than the window allows.'],
    proposals: [turnedMagnet(at)],
  };
}

function stoppedOnPulse(at: At, f: Figures, pulse: number): Judgement {
  const way = wayPrinter(at);
  const beyond = ((pulse % f.pitch) + f.pitch) % f.pitch;
  return {
    verdict: 'failed',
    says: [
      `Not every run found a datum: the pulse comes ${way(beyond)} beyond the mark, within the window. Half a turn, ${way(f.pitch / 2)}, is where it should.`,
    ],
    causes: ['It was parked right at the pulse, or the pulse was missed.', 'The magnet has slipped on its shaft.'],
    proposals: [turnedMagnet(at)],
  };
}

function sameTurn(at: At, f: Figures, pulse: number): Judgement {
  const { m, s } = at;
  const axis = axisAt(m, s);
  const way = wayPrinter(at);
  const off = pulse - f.pulse;
  const is = chosen(f.pitch, f.window, pulse);
  if (Math.abs(off) > TELL * f.pitch)
    return {
      verdict: 'failed',
      says: [
        `All five met the same pulse, ${way(pulse)} beyond the mark; the file has ${way(f.pulse)}.`,
        ...(is.verdict === 'sound' ? [] : ['From the edges of the window that is near to a wrong turn.']),
      ],
      causes: ['The magnet has slipped on its shaft.', 'The way to the pulse was measured roughly.'],
      proposals: [
        {
          label: 'Take the measured place into the file',
          why: 'Envelope and machine position follow.',
          command: {
            name: 'set-field',
            args: {
              path: `axes.${s.axis}.reference.pulseFromMark`,
              value: measured(Math.round(pulse * 100) / 100, wayOf(axis.motion)),
            },
          },
        },
        turnedMagnet(at),
      ],
    };
  const fromStop = pulseFromStop(axis, '');
  return {
    verdict: 'passed',
    says: [
      `All five met the same pulse, ${way(pulse)} beyond the mark${fromStop.known ? ` and ${way(fromStop.value)} from the stop` : ''}.`,
    ],
  };
}
