import type { Drill } from './drill';
import {
  axesWith,
  bySwitch,
  gantryAxis,
  headAxis,
  letter,
  plainAxis,
  probe,
  referencedFirst,
  switchedOn,
} from './subjects';

const braked = (design: Parameters<typeof headAxis>[0], axis: string) =>
  design.axes[axis]!.drives.some((d) => {
    const data = d.motor ? design.parts[d.motor]?.data : undefined;
    return data?.class === 'motor' && data.brake;
  });

/** Troubles that show only to whoever measures. */
export const measureDrills: readonly Drill[] = [
  {
    id: 'doubled',
    title: 'Distances doubled',
    aim: 'Find the wrong setting behind a wrong distance, and do not calibrate it away.',
    safeWay: [
      'Command a round distance, measure it, and divide.',
      'A ratio of 2, 4, 1.25 or 25.4 is a setting. Find it; never type it into the scale.',
    ],
    onTheMachine:
      'Set the drive’s switches to the pulses a revolution that Settings shows, power off and on, and measure again.',
    start: ({ design }) => {
      const axis = plainAxis(design) ?? axesWith(design)[0];
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'other-pulses', axis, factor: 2 }],
        startShare: 0.4,
        prelude: switchedOn(design),
        situation: `A drawer was 200 mm wide, the part came out far too large. ${letter(design, axis)} is under suspicion.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'twice',
        text: 'Measure, move a known distance, measure again',
        reached: (w, s) =>
          w.inspected.filter((i) => i.key === `measure/${s.subject.axis}`).length >= 2 &&
          Math.abs(w.wayOf(s.subject.axis!)) > 1,
      },
      { id: 'drive', text: 'Look at the drive’s setting', reached: (w, s) => w.sawBy(`drive/${s.subject.axis}`) },
    ],
    answers: [
      'The drive is set to half the pulses a revolution',
      'The screw has worn',
      'The scale needs calibrating by a factor of two',
      'The program is in inches',
    ],
  },
  {
    id: 'twisted',
    title: 'The gantry that is racked',
    aim: 'Square the gantry without straining it.',
    safeWay: [
      'Measure both sides before anything moves.',
      'Let the reference run square it: each side stops at its own switch.',
      'Measure again; a twist that comes back is in the switches, not in the motors.',
    ],
    onTheMachine:
      'With the power off, push the gantry square against its stops by hand, then find the datum. Squareness is tested with edges or diagonals in Bring-up.',
    start: ({ design }) => {
      const axis = gantryAxis(design);
      if (!axis || !bySwitch(design, axis)) return undefined;
      return {
        faults: [{ kind: 'skewed', axis, by: 0.6 }],
        startShare: 0.4,
        prelude: switchedOn(design),
        situation: `Somebody leaned on the gantry while the power was off. ${letter(design, axis)} is racked.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'before',
        text: 'Measure both sides before anything moves',
        reached: (w, s) =>
          w.firstLook(`skew/${s.subject.axis}`) <=
            Math.min(w.firstDone('reference'), w.firstDone('jog'), w.firstDone('nudge')) &&
          w.sawBy(`skew/${s.subject.axis}`),
      },
      {
        id: 'square',
        text: 'Bring both sides within a tenth of a millimetre',
        reached: (w, s) => w.referenced(s.subject.axis!) && w.skewOf(s.subject.axis!) < 0.1,
      },
      {
        id: 'after',
        text: 'Measure once more',
        reached: (w, s) =>
          w.inspected.some(
            (i) => i.key === `skew/${s.subject.axis}` && i.t > w.lastSaid('datum-set') && w.lastSaid('datum-set') > 0,
          ),
      },
    ],
  },
  {
    id: 'late-brake',
    title: 'The brake that releases late',
    aim: 'Find out why the head stalls on its first move and sags after a stop.',
    safeWay: [
      'Try the head with small, slow moves and listen: a motor that stalls against something buzzes.',
      'A brake has to be free before the axis moves: enable, hold, release, wait.',
      'Never put a hand below a head that hangs on a doubtful brake: prop it.',
    ],
    onTheMachine:
      'Measure the coil’s voltage and the time from release to motion. A plain diode across the coil, a thin lead or a weak supply make a brake late; a varistor and enough wire section fix it.',
    start: ({ design }) => {
      const axis = headAxis(design);
      if (!axis || !braked(design, axis)) return undefined;
      return {
        faults: [{ kind: 'brake-late', axis, releaseS: 2.5, closeS: 0.35 }],
        startShare: 0.25,
        prelude: switchedOn(design),
        situation: `Right after power-on ${letter(design, axis)} hums and does not move, a little later all is well.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'provoked',
        text: 'Provoke it: a small move right after power-on',
        reached: (w) => w.heard('stall') + w.heard('alarm') > 0,
      },
      { id: 'coupling', text: 'Rule out the coupling', reached: (w, s) => w.sawBy(`coupling/${s.subject.axis}`) },
    ],
    answers: [
      'The brake releases long after its command',
      'The coupling of the head slips',
      'The head is too heavy for its motor',
      'A coil of the motor is split over two phases',
    ],
  },
  {
    id: 'sagging',
    title: 'The supply that sags',
    aim: 'Find out why axes lose steps only when they start together.',
    safeWay: [
      'Move one axis at a time: all is well. Move all together: it is not.',
      'Measure the supply’s voltage under load, not at rest.',
    ],
    onTheMachine:
      'Drives and Wiring show what the motors ask together. Fit a larger supply, or a lower acceleration until then.',
    start: ({ design }) => {
      if (design.axisOrder.length < 2) return undefined;
      return {
        faults: [{ kind: 'weak-supply', share: 0.12 }],
        startShare: 0.5,
        prelude: referencedFirst(design),
        situation: 'Single axes run well. In a job with long rapids the place is lost.',
        subject: {},
      };
    },
    goals: [
      {
        id: 'together',
        text: 'Move several axes at once',
        reached: (w) => w.heard('supply sagged') > 0 || w.heard('stall') > 0,
      },
      { id: 'supply', text: 'Measure the supply', reached: (w) => w.sawBy('supply') },
    ],
    answers: [
      'The motor supply is too weak for all axes together',
      'The acceleration of one axis is too high',
      'A coupling slips under load',
      'The control cannot make all pulses at once',
    ],
  },
  {
    id: 'coupling',
    title: 'The worn coupling',
    aim: 'Distinguish a slipping coupling from lost steps and from backlash.',
    safeWay: [
      'Measure, go out and back, and measure again: the place is not the same.',
      'Lost steps come in multiples of four full steps; a coupling slips by any amount.',
      'Look at a paint mark across the coupling.',
    ],
    onTheMachine:
      'Tighten the clamp screws on clean, dry shafts, paint a line across, and measure ten trips out and back.',
    start: ({ design }) => {
      const axis = plainAxis(design) ?? axesWith(design)[0];
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'loose-coupling', axis, drive: 0, share: 0.42 }],
        startShare: 0.4,
        prelude: switchedOn(design),
        situation: `Parts of one program come out each a little beside the other along ${letter(design, axis)}.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'twice',
        text: 'Measure before and after a move',
        reached: (w, s) => w.inspected.filter((i) => i.key === `measure/${s.subject.axis}`).length >= 2,
      },
      { id: 'mark', text: 'Look at the coupling', reached: (w, s) => w.sawBy(`coupling/${s.subject.axis}`) },
    ],
    answers: ['The coupling slips', 'The motor loses steps', 'The nut has backlash', 'The scale is wrong'],
  },
  {
    id: 'index-turn',
    title: 'The index pulse on the wrong turn',
    aim: 'Find out why the datum jumps by a whole turn of the screw.',
    safeWay: [
      'Find the datum several times and measure each time.',
      'A jump of exactly one turn is the index; anything smaller is the switch.',
    ],
    onTheMachine:
      'Turn the motor half a revolution in its coupling, or move the coarse switch by half a pitch, so that the index falls between 0.2 and 0.8 of a turn before the trip.',
    start: ({ design }) => {
      const axis = axesWith(
        design,
        (id) =>
          design.axes[id]!.reference.method === 'switch-and-index' &&
          design.axes[id]!.reference.indexPhase !== undefined,
      )[0];
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'index-near-trip', axis }],
        startShare: 0.6,
        prelude: switchedOn(design),
        situation: `Some mornings every part is off by the same amount along ${letter(design, axis)}.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'thrice',
        text: 'Find the datum at least three times',
        reached: (w, s) =>
          w.said(
            'datum-set',
            (e) => e.letter === w.sim.plant.model.axes.find((a) => a.id === s.subject.axis)?.letter,
          ) >= 3,
      },
      {
        id: 'measured',
        text: 'Measure each time',
        reached: (w, s) => w.inspected.filter((i) => i.key === `measure/${s.subject.axis}`).length >= 3,
      },
    ],
    answers: [
      'The index pulse falls right on the switch’s trip point',
      'The switch’s repeatability is poor',
      'The coupling slips',
      'The slow approach is too fast',
    ],
  },
  {
    id: 'clip-off',
    title: 'The probe with its clip off',
    aim: 'Never let a tool descend on a probe that cannot speak.',
    safeWay: [
      'Hold the plate against the tool by hand and watch the lamp, every time.',
      'No lamp, no descent: clip, lead, plug, in that order.',
    ],
    onTheMachine:
      'Clip the lead to the tool itself, touch the plate to the tool by hand, see the lamp, and only then let it descend.',
    start: (m) => {
      const p = probe(m);
      const axis = headAxis(m.design);
      const wire =
        p && Object.entries(m.design.conductors).find(([, c]) => [c.from.part, c.to.part].includes(p.device));
      if (!p || !axis || !wire) return undefined;
      return {
        faults: [{ kind: 'wire-off', conductor: wire[0] }],
        startShare: 0.5,
        prelude: [...referencedFirst(m.design), { act: { type: 'plate', below: 12, corner: undefined }, thenS: 0.1 }],
        situation: 'The plate lies under the tool, 12 mm below. Set the work zero of the head.',
        subject: { ...p, axis },
      };
    },
    goals: [
      {
        id: 'tested',
        text: 'Hold the plate to the tool by hand first',
        reached: (w, s) => w.done('press', (a) => a.down && a.device === s.subject.device) > 0,
      },
      { id: 'wires', text: 'Find out why nothing lights', reached: (w, s) => w.sawBy(`wires/${s.subject.circuit}`) },
    ],
    faults: [
      {
        id: 'descended',
        points: 20,
        why: 'The head was sent down toward a plate that could not have answered.',
        committed: (w, s) => (w.answer === undefined ? false : w.wayOf(s.subject.axis!) < -11),
      },
    ],
    answers: [
      'The probe’s lead is off: it can never answer',
      'The plate is too thin',
      'The touch is too fast',
      'The probe’s polarity is set the wrong way round',
    ],
  },
];
