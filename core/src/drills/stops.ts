import type { Drill } from './drill';
import { bySwitch, letter, limitAt, plainAxis, referencedFirst, stopButton, switchedOn } from './subjects';

/** Troubles with limits, stops and false trips. */
export const stopDrills: readonly Drill[] = [
  {
    id: 'parked',
    title: 'The machine parked on a switch',
    aim: 'Leave the switch the right way, and find every datum.',
    safeWay: [
      'Read which switch is tripped and which way is off; look at the carriage, not only at the screen.',
      'Move off slowly, a few millimetres, until its lamp goes out.',
      'Acknowledge, then find the datum.',
    ],
    onTheMachine:
      'Park the axes a hand’s breadth from their switches in the evening; then nobody meets this in the morning.',
    start: (m) => {
      const axis = m.design.axisOrder.find(
        (id) =>
          bySwitch(m.design, id) && limitAt(m, id, m.design.axes[id]!.reference.end === 'minus' ? 'plus' : 'minus'),
      );
      if (!axis) return undefined;
      const far = m.design.axes[axis]!.reference.end === 'minus';
      return {
        faults: [],
        startShare: m.design.axisOrder.map((id) => (id === axis ? (far ? 0.985 : 0.015) : 0.5)),
        prelude: switchedOn(m.design),
        situation: `${letter(m.design, axis)} was left on its ${far ? 'plus' : 'minus'} limit last night.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'off',
        text: 'Move off the switch, the right way',
        reached: (w) => w.said('limit-freed') > 0 || w.said('stepped-off', (e) => e.free) > 0,
      },
      { id: 'datum', text: 'Find every datum', reached: (w) => w.allReferenced },
    ],
    faults: [
      {
        id: 'wrong-way',
        points: 10,
        why: 'The first try went further onto the switch. With another strategy of limits it would have gone through.',
        committed: (w) => w.said('jog-refused', (e) => e.reason === 'limit-side') > 0,
      },
    ],
  },
  {
    id: 'stop-comes-back',
    title: 'The stop that keeps coming back',
    aim: 'Find out what presses a stop that nobody presses.',
    safeWay: [
      'Note when it comes: with the spindle, with motion, or out of nothing.',
      'Tug the conductors of the stop’s circuit one by one, with the power off.',
      'Never bridge it “for the moment”.',
    ],
    onTheMachine:
      'Crimp the loose ferrule again, pull at it, and move the axes once along their whole travel with a hand on the leads.',
    start: (m) => {
      const stop = stopButton(m);
      if (!stop) return undefined;
      return {
        faults: [{ kind: 'loose-wire', circuit: stop.circuit, perS: 0.5 }],
        startShare: 0.5,
        prelude: switchedOn(m.design),
        situation: 'Every few moves the control latches as if the stop were pressed. Nobody is near it.',
        subject: { ...stop },
      };
    },
    goals: [
      { id: 'seen', text: 'Provoke it once, with slow moves', reached: (w) => w.said('stop-pressed') > 0 },
      { id: 'button', text: 'Look at the button', reached: (w, s) => w.sawBy(`button/${s.subject.device}`) },
      { id: 'wires', text: 'Look where it comes from', reached: (w, s) => w.sawBy(`wires/${s.subject.circuit}`) },
    ],
    faults: [
      {
        id: 'acknowledged-thrice',
        points: 15,
        why: 'Acknowledged three times and more, and it went on coming back. A stop that one gets used to is no stop.',
        committed: (w) => w.said('acknowledged') >= 3,
      },
    ],
    answers: [
      'A conductor of the stop’s circuit sits loose',
      'The stop button is worn and does not latch',
      'The spindle’s noise reaches the stop’s input',
      'The control’s acknowledgement does not work',
    ],
  },
  {
    id: 'out-of-sight',
    title: 'The button pressed out of sight',
    aim: 'Find out why the machine will not wake, and wake it safely.',
    safeWay: [
      'Read what the control says: latched, and by what.',
      'Walk round the machine and look at every button before you release one. Somebody pressed it.',
      'Release, look again, acknowledge.',
    ],
    onTheMachine:
      'Ask who pressed it and why before you turn it. In a workshop with two people a tag on the button answers that.',
    start: (m) => {
      const stop = stopButton(m);
      if (!stop) return undefined;
      return {
        faults: [{ kind: 'pressed', device: stop.device }],
        startShare: 0.5,
        prelude: [...switchedOn(m.design), { act: { type: 'acknowledge' }, thenS: 0.5 }],
        situation: 'You come in on Monday, switch on, and the control does not do a thing.',
        subject: { ...stop },
      };
    },
    goals: [
      {
        id: 'looked',
        text: 'Look at the button before you turn it',
        reached: (w, s) =>
          w.firstLook(`button/${s.subject.device}`) <=
            (w.acts.find((a) => a.act.type === 'press' && !a.act.down && a.act.device === s.subject.device)?.t ??
              Infinity) && w.sawBy(`button/${s.subject.device}`),
      },
      { id: 'woken', text: 'Wake the machine and find every datum', reached: (w) => w.allReferenced },
    ],
  },
  {
    id: 'false-trips',
    title: 'False trips with the spindle on',
    aim: 'Find out why a limit trips in the middle of its travel.',
    safeWay: [
      'Try it with the spindle off, then on: what changes?',
      'Measure where the axis is: nowhere near its switch.',
      'Fix the lead (shield, route, filter), never the alarm.',
    ],
    onTheMachine:
      'Lead the switch’s cable away from the spindle’s, land its shield at the cabinet, and give the input a filter of a few milliseconds that the stopping distance allows. Switches shows all three.',
    start: (m) => {
      const axis = plainAxis(m.design);
      const s = axis && (limitAt(m, axis, 'plus') ?? limitAt(m, axis, 'minus'));
      if (!axis || !s || !Object.values(m.design.outputs).some((o) => o.function.startsWith('spindle')))
        return undefined;
      return {
        faults: [{ kind: 'noise', circuit: s.circuit, perS: 0.7 }],
        startShare: 0.5,
        prelude: switchedOn(m.design),
        situation: 'Now and then a job ends with a tripped limit, far from any switch.',
        subject: { axis, ...s },
      };
    },
    goals: [
      {
        id: 'spindle',
        text: 'See it with the spindle on',
        reached: (w) => w.done('spindle', (a) => a.direction !== 0) > 0 && w.said('limit-tripped') > 0,
      },
      {
        id: 'measured',
        text: 'Find out where the axis really is',
        reached: (w, s) => w.sawBy(`measure/${s.subject.axis}`),
      },
    ],
    answers: [
      'The spindle’s noise reaches the input of a limit',
      'The axis overruns its envelope',
      'The switch has moved along its rail',
      'A conductor of the limit is broken',
    ],
  },
  {
    id: 'drive-gave-up',
    title: 'One axis that stays behind',
    aim: 'Find out why one axis hums and does not turn.',
    safeWay: [
      'Stop after the first run that finds nothing.',
      'Look at the drive’s lamps and try the shaft by hand: with power and without holding torque it is the wiring of the coils.',
    ],
    onTheMachine:
      'Find the pairs with an ohmmeter (Drives has the coil finder), and connect each coil to one phase only.',
    start: ({ design }) => {
      const axis = plainAxis(design);
      if (!axis) return undefined;
      return {
        faults: [{ kind: 'split-coil', axis, drive: 0 }],
        startShare: 0.4,
        prelude: switchedOn(design),
        situation: `A motor from the drawer was fitted to ${letter(design, axis)}. Its leads have other colours than the old one’s.`,
        subject: { axis },
      };
    },
    goals: [
      {
        id: 'tried',
        text: 'Try a small move',
        reached: (w, s) =>
          w.done('nudge', (a) => a.axis === s.subject.axis) + w.done('jog', (a) => a.axis === s.subject.axis) > 0,
      },
      { id: 'drive', text: 'Look at its drive', reached: (w, s) => w.sawBy(`drive/${s.subject.axis}`) },
    ],
    answers: [
      'A coil is split over two phases',
      'The drive is not enabled',
      'The current is set too low',
      'The control sends no pulses',
    ],
  },
  {
    id: 'restart',
    title: 'The stop in the middle of a job',
    aim: 'Stop a running job, and take it up again without losing the work.',
    safeWay: [
      'Stop. Look. Release the stop; nothing moves yet.',
      'Where the stop cuts the motors’ power, open-loop axes no longer know their place: find the datum again.',
      'Take the program up at the line where it was cut off, and watch the approach.',
    ],
    onTheMachine:
      'After any stop that cuts motor power: datum first, then a dry approach above the work, then the cut.',
    start: (m) => {
      const stop = stopButton(m);
      const axis = plainAxis(m.design);
      if (!stop || !axis) return undefined;
      return {
        faults: [],
        startShare: 0.4,
        prelude: referencedFirst(m.design),
        situation:
          'A job lies ready in the program panel. Check it, run it, stop it in its middle with the stop button, and bring it to its end.',
        subject: { ...stop, axis },
        program: airSquare(m.design.axisOrder.map((id) => letter(m.design, id))),
      };
    },
    goals: [
      {
        id: 'stopped',
        text: 'Press the stop while the program runs',
        reached: (w) => w.said('program-interrupted') > 0,
      },
      {
        id: 'datum',
        text: 'Trust every position again',
        reached: (w) =>
          w.said('program-interrupted') > 0 &&
          w.now?.axes.every((a) => a.referenced && !a.doubtful) === true &&
          w.lastSaid('acknowledged') > w.lastSaid('program-interrupted'),
      },
      {
        id: 'ended',
        text: 'Bring the program to its end',
        reached: (w) =>
          w.lastSaid('program-ended') > w.lastSaid('program-interrupted') && w.said('program-interrupted') > 0,
      },
    ],
  },
];

/** A square in the air around the work zero, in words that every machine here knows. */
export function airSquare(letters: readonly string[]): string {
  const [a, b] = letters.includes('Y') ? ['X', 'Y'] : [letters[0]!, letters[1] ?? letters[0]!];
  const far = letters.includes('Y') ? 40 : 12;
  return [
    '(a square in the air)',
    `G90`,
    `G0 ${a}0 ${b}0`,
    `G1 ${a}${far} F600`,
    `G1 ${b}-${far}`,
    `G1 ${a}0`,
    `G1 ${b}0`,
    'M30',
  ].join('\n');
}
