import type { Drill } from './drill';
import {
  bySwitch,
  deadSwitch,
  gantryAxis,
  headAxis,
  letter,
  limitAt,
  plainAxis,
  referenceSwitch,
  switchedOn,
} from './subjects';

const reversed = 'Two leads of one coil are swapped: the motor turns the other way';

/** Troubles with which way an axis goes. */
export const directionDrills: readonly Drill[] = [
  {
    id: 'runaway',
    title: 'The reference run that runs away',
    aim: 'Find out why the axis leaves its switch behind, before it meets the other end.',
    safeWay: [
      'Before the first reference run, move the axis by a millimetre and look which way it went.',
      'Start the run with a hand on the stop, and press it as soon as the axis goes the wrong way.',
      'Change the direction in one place only: swap the two leads of one coil, or invert the signal.',
    ],
    onTheMachine:
      'With the power off, swap the two leads of one coil (A and A′) at the driver, or invert the direction signal in the control, not both. Then try one millimetre again.',
    start: ({ design }) => {
      const axis = plainAxis(design);
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'motor-reversed', axis, drive: 0 }],
        startShare: 0.5,
        prelude: switchedOn(design),
        situation: `The motor of ${letter(design, axis)} was rewired last night. The datum of ${letter(design, axis)} is to be found for the first time. What goes wrong, and why?`,
        subject: { axis, other: design.axes[axis]!.reference.end === 'minus' ? 'plus' : 'minus' },
      };
    },
    goals: [
      {
        id: 'tried',
        text: 'Try a move of a few millimetres before the reference run',
        reached: (w, s) => w.triedGently(s.subject.axis!, 5),
      },
      {
        id: 'measured',
        text: 'Measure which way it really went',
        reached: (w, s) => w.sawBy(`measure/${s.subject.axis}`),
      },
    ],
    faults: [
      {
        id: 'ran-to-limit',
        points: 20,
        why: 'The axis ran on until a limit stopped it. Had that limit failed, the stop would have been the next thing.',
        committed: (w) => w.said('limit-tripped') > 0,
      },
    ],
    answers: [
      reversed,
      'The reference switch is set to the wrong polarity',
      'The scale is wrong by a factor of two',
      'The fast approach is set too fast',
    ],
  },
  {
    id: 'head-first',
    title: 'The head that moves down first',
    aim: 'Keep the tool off the work while the datum of the head is found.',
    safeWay: [
      'Move the head by a millimetre first, up, and see that it goes up.',
      'Keep a hand on the stop during the first run of the head.',
      'Nothing clamped below, or a block of wood, until its direction is proven.',
    ],
    onTheMachine:
      'Swap the leads of one coil of the head’s motor with the power off and the head propped, then try a millimetre upward again.',
    start: ({ design }) => {
      const axis = headAxis(design);
      if (!axis || !bySwitch(design, axis)) return undefined;
      return {
        faults: [{ kind: 'motor-reversed', axis, drive: 0 }],
        startShare: 0.35,
        prelude: switchedOn(design),
        situation: `A blank is clamped below the tool. Find the datum of ${letter(design, axis)} without touching it.`,
        subject: { axis },
      };
    },
    goals: [
      { id: 'tried', text: 'Try a small move upward first', reached: (w, s) => w.triedGently(s.subject.axis!, 5) },
      {
        id: 'high',
        text: 'Let the head come down by no more than 10 mm',
        reached: (w, s) => w.answer !== undefined && Math.abs(w.wayOf(s.subject.axis!)) <= 10,
      },
    ],
    answers: [
      'The head’s motor turns the other way',
      'The brake of the head is closed',
      'The reference switch sits at the wrong end',
      'The head is referenced after the other axes',
    ],
  },
  {
    id: 'mirrored-slave',
    title: 'The gantry that fights itself',
    aim: 'Find out why the gantry groans, before the frame pays for it.',
    safeWay: [
      'Move a gantry with two motors by half a millimetre first, and measure both sides.',
      'Motors that face each other turn opposite ways: one of them is mirrored, in one place only.',
    ],
    onTheMachine:
      'With the power off, swap the leads of one coil of the slave’s motor, square the gantry by hand, and try half a millimetre.',
    start: ({ design }) => {
      const axis = gantryAxis(design);
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'motor-reversed', axis, drive: 1 }],
        startShare: 0.5,
        prelude: switchedOn(design),
        situation: `Both motors of ${letter(design, axis)} are connected for the first time.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'tried',
        text: 'Try it with no more than a millimetre',
        reached: (w, s) => w.triedGently(s.subject.axis!, 1),
      },
      { id: 'both', text: 'Measure both sides', reached: (w, s) => w.sawBy(`skew/${s.subject.axis}`) },
    ],
    answers: [
      'The slave turns against the master',
      'One coupling of the gantry is loose',
      'The two drives are set to different pulses a revolution',
      'The gantry’s acceleration is too high',
    ],
  },
  {
    id: 'wrong-lamp',
    title: 'The lamp for the wrong axis',
    aim: 'Find out which switch arrives at which input, with no axis moving.',
    safeWay: [
      'At rest, press every switch by hand and watch which lamp lights.',
      'Write it down switch by switch; only then move anything.',
    ],
    onTheMachine:
      'Swap the two conductors at the inputs, or exchange the two inputs in the settings, and press both switches again.',
    start: (m) => {
      const axes = m.design.axisOrder.filter((id) => limitAt(m, id, 'plus') ?? limitAt(m, id, 'minus'));
      const circuits = axes.flatMap((id) => limitAt(m, id, 'plus') ?? limitAt(m, id, 'minus') ?? []);
      const [a, b] = circuits;
      if (!a || !b || a.circuit === b.circuit) return undefined;
      return {
        faults: [{ kind: 'inputs-swapped', a: a.circuit, b: b.circuit }],
        startShare: 0.5,
        prelude: switchedOn(m.design),
        situation: 'The switches were plugged in again after a repair. Prove them before anything moves.',
        subject: { a: a.device, b: b.device },
      };
    },
    goals: [
      {
        id: 'pressed',
        text: 'Press switches by hand and watch their lamps',
        reached: (w, s) => w.done('press', (p) => p.down && (p.device === s.subject.a || p.device === s.subject.b)) > 0,
      },
      {
        id: 'still',
        text: 'Move no axis until you know',
        reached: (w) =>
          w.answer !== undefined && w.firstDone('jog') === Infinity && w.firstDone('reference') === Infinity,
      },
    ],
    answers: [
      'Two switches arrive at each other’s inputs',
      'One switch has the other type of contact',
      'A conductor of one switch is broken',
      'Both switches share one input',
    ],
  },
  {
    id: 'other-contact',
    title: 'Latched from the first second',
    aim: 'Find out why the control takes a free switch for a tripped one.',
    safeWay: [
      'Check where every axis is: is any of them on its switch?',
      'Press the suspect switch by hand: the lamp goes out instead of on.',
    ],
    onTheMachine:
      'Fit a switch of the right contact, or change the polarity of that input if the circuit still notices a broken wire. Never settle for a normally open contact on a limit.',
    start: (m) => {
      const axis = plainAxis(m.design) ?? headAxis(m.design);
      const s = axis && (limitAt(m, axis, 'plus') ?? limitAt(m, axis, 'minus'));
      if (!axis || !s) return undefined;
      return {
        faults: [{ kind: 'contact-other-type', device: s.device }],
        startShare: 0.5,
        prelude: switchedOn(m.design),
        situation: `A switch of ${letter(m.design, axis)} was replaced from the drawer. Since then the control latches as soon as it has power.`,
        subject: { device: s.device, axis },
      };
    },
    goals: [
      {
        id: 'measured',
        text: 'Check that no axis is on its switch',
        reached: (w, s) => w.sawBy(`measure/${s.subject.axis}`),
      },
      {
        id: 'pressed',
        text: 'Press the suspect switch by hand',
        reached: (w, s) => w.done('press', (p) => p.down && p.device === s.subject.device) > 0,
      },
    ],
    answers: [
      'The new switch has the other type of contact',
      'The axis is on its switch',
      'The stop is pressed',
      'The input is noisy',
    ],
  },
  {
    id: 'dead-switch',
    title: 'The switch that says nothing',
    aim: 'Prove a reference switch before an axis leans on it.',
    safeWay: [
      'Press every switch by hand before the first run of the day, and see its lamp.',
      'A switch that says nothing is not leaned on: the run would go on into the stop.',
    ],
    onTheMachine: 'Replace the switch, press it by hand, and only then find the datum on it.',
    start: (m) => {
      const axis = plainAxis(m.design);
      const s = axis && referenceSwitch(m, axis);
      if (!axis || !s) return undefined;
      return {
        faults: [deadSwitch(m, s.device)],
        startShare: 0.3,
        prelude: switchedOn(m.design),
        situation: 'The machine was left in the damp over winter. Find every datum.',
        subject: { axis, device: s.device },
      };
    },
    goals: [
      {
        id: 'pressed',
        text: 'Press the reference switches by hand before any run',
        reached: (w, s) =>
          w.acts.some(
            (a) => a.act.type === 'press' && a.act.device === s.subject.device && a.t <= w.firstDone('reference'),
          ),
      },
    ],
    answers: [
      'A reference switch is stuck and never trips',
      'The motor of that axis has no power',
      'The axis is referenced in the wrong direction',
      'The filter of that input is too long',
    ],
  },
];
