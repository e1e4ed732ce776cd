import { listedFigure } from '../../../machine/library/listed';
import { dividerFor, edgesPerS, holdsToRpm, indexPlaces } from '../../../spindle/encoderChain';
import { settingFigure } from '../../../settings/setting';
import { rotatingOf, topStage } from '../../../spindle/rotating';
import { figureOr, mapKnown, positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { Design } from '../../../machine/design';
import { libraryOf } from '../../../machine/library/index';
import { spindleEncoderOf } from '../../../machine/spindleEncoder';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Pitches of common threads, mm: what a lathe has to be able to cut. */
const COMMON_PITCH = 1.5;

/** The spindle's encoder at top speed against its own limit and the counter's. */
export const encoderRate: Rule = {
  code: 'encoder-rate',
  severity: 'wont-work',
  check: ({ design }): FindingDraft[] => {
    const { spindle, controller } = design.roles;
    const found = spindleEncoderOf(design);
    const motor = spindle ? design.parts[spindle] : undefined;
    const board = controller ? design.parts[controller] : undefined;
    if (!found || motor?.data.class !== 'spindle' || !board) return [];
    const { id, part: encoder, divider, linesSeen, ratio } = found;
    const rpm = mapKnown(positive(motor.data.maxSpeed, ''), (v) => v * topStage(rotatingOf(design)));
    const counts = positive(listedFigure(board, 'encoderRate'), '');
    const own = positive(encoder.data.maxSpeed, '');
    if (!rpm.known) return [];
    const { lines } = encoder.data;
    const edges = edgesPerS(linesSeen, ratio, rpm.value);
    const place = { subject: id, station: 'wiring' as const, field: `parts.${id}` };
    const all = edgesPerS(lines, ratio, rpm.value);
    const takes = divider && positive(divider.part.data.encoderRate, '');
    if (divider && takes?.known && all > takes.value)
      return [
        {
          ...place,
          subject: divider.id,
          title: `${divider.part.designation} cannot follow ${encoder.designation} at full speed`,
          explain: (display) =>
            `${printNumber(lines, 5)} lines at ${showValue(rpm.value, 'rotation', display, 5)} give ${showValue(all, 'frequency', display, 4)}; ${divider.part.name} takes ${showValue(takes.value, 'frequency', display, 4)}. Above that it loses lines, and threads are wrong. An encoder with fewer lines, or a faster divider.`,
        },
      ];
    if (counts.known && edges > counts.value)
      return [
        {
          ...place,
          title: `${board.designation} cannot count ${encoder.designation} at full speed`,
          explain: (display) => {
            const hz = (v: number) => showValue(v, 'frequency', display, 4);
            const holds = holdsToRpm(linesSeen, ratio, counts.value);
            const needed = dividerFor(lines, ratio, rpm.value, counts.value) ?? Math.ceil(all / counts.value);
            return `${printNumber(linesSeen, 5)} lines at ${showValue(rpm.value, 'rotation', display, 5)} give ${hz(edges)}; one encoder input of ${board.name} counts ${hz(counts.value)}. It holds to ${showValue(Math.floor(holds), 'rotation', display, 4)}; above that, speed and thread are wrong. An encoder with fewer lines, or a divider of ${needed}.`;
          },
          remedies: divider ? [] : dividersFor(design, lines, Math.ceil(all / counts.value)),
        },
      ];
    if (own.known && rpm.value * ratio > own.value)
      return [
        {
          ...place,
          title: `${encoder.designation} is not made for the spindle’s speed`,
          explain: (display) =>
            `The spindle turns ${showValue(rpm.value, 'rotation', display, 5)}; the encoder turns ${ratio === 1 ? 'alike' : `${printNumber(ratio, 4)} times as fast`} and is good for ${showValue(own.value, 'rotation', display, 5)}.`,
        },
      ];
    return [];
  },
};

/** The library's dividers that leave few enough lines, and a whole number of them. */
const dividersFor = (design: Design, lines: number, least: number): Remedy[] =>
  libraryOf('encoder-divider').flatMap((e) =>
    e.data.class === 'encoder-divider' && e.data.divider >= least && lines % e.data.divider === 0
      ? [replanned(design, `Put in ${e.name}`, { name: 'add-part', args: { library: e.key } })]
      : [],
  );

/** A divider that leaves a part of a line: the control counts whole ones, and each turn of the spindle begins elsewhere. */
export const dividerUneven: Rule = {
  code: 'divider-uneven',
  severity: 'wont-work',
  check: ({ design }): FindingDraft[] => {
    const found = spindleEncoderOf(design);
    if (!found?.divider || Number.isInteger(found.linesSeen)) return [];
    const { divider, part } = found;
    const by = [...Array(50).keys()].map((n) => n + 2).filter((n) => part.data.lines % n === 0);
    return [
      {
        subject: divider.id,
        title: `${divider.part.designation} leaves no whole number of lines a revolution`,
        explain: () =>
          `${part.data.lines} lines divided by ${divider.part.data.divider} are ${printNumber(found.linesSeen, 5)}. The control counts whole lines: every turn it is off by the rest, and a thread is spoilt with the second pass. ${by.length ? `Divided by ${by.slice(0, 4).join(', ')} they stay whole.` : 'No divider suits this number of lines.'}`,
        station: 'wiring',
        field: `parts.${divider.id}`,
      },
    ];
  },
};

/** An index that comes at several places of the spindle’s turn: the second pass of a thread begins at another one. */
export const threadIndex: Rule = {
  code: 'thread-index',
  severity: 'wont-work',
  check: ({ design }): FindingDraft[] => {
    const found = spindleEncoderOf(design);
    if (!found) return [];
    const places = indexPlaces(found.ratio);
    if (places === 1) return [];
    return [
      {
        subject: found.id,
        title: `The index of ${found.part.designation} comes at ${places} places of the spindle’s turn`,
        explain: () =>
          `The encoder turns ${printNumber(found.ratio, 5)} times for one revolution of the spindle. Its index comes at ${places} places in turn before it is back at the first one. Each pass of a thread begins at the index: the second one cuts through the first. Pulleys of the same size, or one on the encoder that is a whole number of times as large as that on the spindle, leave one place.`,
        station: 'spindle',
        field: `parts.${found.id}.setup.encoderRatio`,
        remedies: [
          {
            label: () => 'Take pulleys of the same size: 1 : 1',
            command: {
              name: 'set-field',
              args: { path: `parts.${found.id}.setup.encoderRatio`, value: quantity(1, '1') },
            },
          },
        ],
      },
    ];
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
    const speed = settingFigure(settings, `axis/${z.id}/max-speed`);
    if (speed === undefined) return [];
    const [slowest, fastest] = [figureOr(motor.minSpeed, 0), figureOr(motor.maxSpeed, 0)];
    const mostRpm = (pitch: number) => speed * (60 / pitch);
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
          `A thread moves ${z.axis.letter} at pitch · rpm / 60. With ${showValue(speed, 'speed', display, 4)} that allows ${[1, 1.5, 2, 3].map((p) => `${showValue(Math.floor(mostRpm(p)), 'rotation', display, 4)} at ${showValue(p, 'length', display, 3)}`).join(', ')}; the spindle turns ${showValue(slowest, 'rotation', display, 4)} to ${showValue(fastest, 'rotation', display, 5)}.`,
        station: 'drives',
        field: `axes.${z.id}.maxSpeed`,
      },
    ];
  },
};
