import { listedFigure } from '../../../machine/library/listed';
import { figureOr, positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Edges that a quadrature pair gives for each line. */
const EDGES = 4;
/** Pitches of common threads, mm: what a lathe has to be able to cut. */
const COMMON_PITCH = 1.5;

/** The spindle's encoder at top speed against its own limit and the counter's. */
export const encoderRate: Rule = {
  code: 'encoder-rate',
  severity: 'wont-work',
  check: ({ design }): FindingDraft[] => {
    const { spindleEncoder, spindle, controller } = design.roles;
    const encoder = spindleEncoder ? design.parts[spindleEncoder] : undefined;
    const motor = spindle ? design.parts[spindle] : undefined;
    const board = controller ? design.parts[controller] : undefined;
    if (encoder?.data.class !== 'encoder' || motor?.data.class !== 'spindle' || !board) return [];
    const rpm = positive(motor.data.maxSpeed, '');
    const counts = positive(listedFigure(board, 'encoderRate'), '');
    const own = positive(encoder.data.maxSpeed, '');
    if (!rpm.known) return [];
    const { lines } = encoder.data;
    const edges = (EDGES * lines * rpm.value) / 60;
    const place = { subject: spindleEncoder!, station: 'wiring' as const, field: `parts.${spindleEncoder}` };
    if (counts.known && edges > counts.value)
      return [
        {
          ...place,
          title: `${board.designation} cannot count ${encoder.designation} at full speed`,
          explain: (display) => {
            const hz = (v: number) => showValue(v, 'frequency', display, 4);
            const holds = (counts.value * 60) / (EDGES * lines);
            const divider = Math.ceil(edges / counts.value);
            return `${printNumber(lines, 5)} lines at ${showValue(rpm.value, 'rotation', display, 5)} give ${hz(edges)}; one encoder input of ${board.name} counts ${hz(counts.value)}. It holds to ${showValue(Math.floor(holds), 'rotation', display, 4)}; above that, speed and thread are wrong. An encoder with fewer lines, or a divider of ${divider}.`;
          },
        },
      ];
    if (own.known && rpm.value > own.value)
      return [
        {
          ...place,
          title: `${encoder.designation} is not made for the spindle’s speed`,
          explain: (display) =>
            `The spindle turns ${showValue(rpm.value, 'rotation', display, 5)}; the encoder is good for ${showValue(own.value, 'rotation', display, 5)}, if both turn alike.`,
        },
      ];
    return [];
  },
};

/** The speed of a thread, pitch · rpm/60, against what the axis along the spindle can do. */
export const threadingSpeed: Rule = {
  code: 'threading-speed',
  severity: 'doubtful',
  check: ({ design, axes, settings }): FindingDraft[] => {
    const { spindle, spindleEncoder } = design.roles;
    const motor = spindle ? design.parts[spindle]?.data : undefined;
    const z = axes.find((a) => a.axis.letter === 'Z' && a.axis.motion === 'linear');
    if (design.kind !== 'lathe' || !spindleEncoder || motor?.class !== 'spindle' || !z) return [];
    const speed = settings.find((s) => s.key === `axis/${z.id}/max-speed`)?.value;
    if (!speed?.known || typeof speed.value !== 'number') return [];
    const [slowest, fastest] = [figureOr(motor.minSpeed, 0), figureOr(motor.maxSpeed, 0)];
    const mostRpm = (pitch: number) => (speed.value as number) * (60 / pitch);
    if (mostRpm(COMMON_PITCH) >= fastest || fastest === 0) return [];
    const never = slowest > mostRpm(COMMON_PITCH);
    return [
      {
        subject: z.id,
        severity: never ? 'doubtful' : 'note',
        title: never
          ? `${z.axis.letter} is too slow to cut a thread of ${COMMON_PITCH} mm at the spindle’s lowest speed`
          : `${z.axis.letter} limits the spindle’s speed while threads are cut`,
        explain: (display) =>
          `A thread moves ${z.axis.letter} at pitch · rpm / 60. With ${showValue(speed.value as number, 'speed', display, 4)} that allows ${[1, 1.5, 2, 3].map((p) => `${showValue(Math.floor(mostRpm(p)), 'rotation', display, 4)} at ${showValue(p, 'length', display, 3)}`).join(', ')}; the spindle turns ${showValue(slowest, 'rotation', display, 4)} to ${showValue(fastest, 'rotation', display, 5)}.`,
        station: 'drives',
        field: `axes.${z.id}.maxSpeed`,
      },
    ];
  },
};
