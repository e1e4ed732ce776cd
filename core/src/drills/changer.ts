import { clampOf } from '../machine/axisClamp';
import { marksOf } from '../machine/toolChanger';
import type { Drill, DrillMachine } from './drill';
import { referencedFirst } from './subjects';
import type { Watch } from './watch';

const [DEAD_SENSOR, SWAPPED, PAWL, NO_POWER] = [
  'The sensor of one station does not answer',
  'The leads of the head’s motor are swapped',
  'The head is not turned far enough beyond its mark for the pawl to drop',
  'The motor of the head has no supply',
];
const [STAYS_SHUT, STRONG, NO_PULSES, JAMMED] = [
  'The clamp is not freed: its valve gets no current',
  'The acceleration is too high for the motor',
  'No pulses reach the drive',
  'The worm is jammed by a chip',
];

/** A look at the wires of the head while it is on its way. */
function reachedIn(w: Watch): boolean {
  return w.inspected.some((i) => {
    const last = w.events.findLast(({ t, event }) => t <= i.t && event.code.startsWith('change-'));
    return i.key.startsWith('wires/') && last?.event.code === 'change-step';
  });
}

/** A turret with a sensor for each station, all of them planned. */
function turretOf({ design, inputs }: DrillMachine): { circuit: string; device: string } | undefined {
  const { toolChanger: c } = design;
  if (c?.kind !== 'turret' || c.sensing !== 'each' || c.forward === undefined || c.stations < 3) return undefined;
  const marks = marksOf(c);
  if (marks.some((m) => m === null || !inputs[m])) return undefined;
  const [circuit] = marks;
  const device = circuit ? design.circuits[circuit]?.devices[0] : undefined;
  return circuit && device ? { circuit, device } : undefined;
}
/** A rotary axis whose clamp is freed by a valve, and the conductor that feeds it. */
function clampedAxis({ design }: DrillMachine): { axis: string; conductor: string } | undefined {
  for (const axis of design.axisOrder) {
    const clamp = design.axes[axis]?.motion === 'rotary' ? clampOf(design, axis) : undefined;
    if (clamp?.serves !== 'frees-axis') continue;
    const conductor = Object.entries(design.conductors).find(
      ([, c]) => c.to.part === clamp.device || c.from.part === clamp.device,
    )?.[0];
    if (conductor !== undefined) return { axis, conductor };
  }
  return undefined;
}

/** Troubles of what is turned and then held: a turret, a table with a clamp. */
export const changerDrills: readonly Drill[] = [
  {
    id: 'station-unseen',
    title: 'The station that never comes',
    aim: 'Find out why one station of the turret is not found, before anything is taken apart.',
    safeWay: [
      'Ask for the station, and read which step was given up.',
      'Ask for two others: where they come, motor, relay, pawl and lock are sound.',
      'With the head at rest, tug the conductors of the sensor that is left, and hold a magnet to it.',
    ],
    onTheMachine:
      'One station that is missed and others that come: its sensor, its magnet or its wire. Power off before a hand goes near the head.',
    start: (m) => {
      const found = turretOf(m);
      return (
        found && {
          faults: [{ kind: 'stuck-switch', device: found.device, as: 'open' }],
          startShare: 0.5,
          prelude: referencedFirst(m.design),
          situation:
            'Since the last job the turret goes round and round when station 1 is called. Nothing is clamped in the chuck.',
          subject: { circuit: found.circuit },
        }
      );
    },
    goals: [
      {
        id: 'failed',
        text: 'Call station 1, and read what the control says',
        reached: (w) => w.said('change-failed') > 0,
      },
      { id: 'others', text: 'Find out whether the other stations come', reached: (w) => w.said('change-done') >= 2 },
      {
        id: 'wires',
        text: 'Look at the conductors of the sensor that you suspect',
        reached: (w, s) => w.sawBy(`wires/${s.subject.circuit}`),
      },
    ],
    faults: [{ id: 'hand-in', points: 30, why: 'A hand went to the head while it turned.', committed: reachedIn }],
    answers: [DEAD_SENSOR, PAWL, SWAPPED, NO_POWER],
  },
  {
    id: 'clamp-shut',
    title: 'The table that fights its clamp',
    aim: 'Find out why the rotary table hums and does not come to its place.',
    safeWay: [
      'One small move, with an ear at the table: does it hum, and does it arrive?',
      'Look at the drive: it is fed and gets its pulses.',
      'What is left holds the table: listen to the valve while a move begins.',
    ],
    onTheMachine:
      'A valve that does not click: measure its coil’s voltage while a move begins. Air off before a hand goes to the clamp.',
    start: (m) => {
      const found = clampedAxis(m);
      const letter = found && m.design.axes[found.axis]!.letter;
      return (
        found && {
          faults: [{ kind: 'wire-off', conductor: found.conductor }],
          startShare: 0.5,
          prelude: referencedFirst(m.design),
          situation: `After the air hose was exchanged, ${letter} hums when it is to turn, and parts come out at wrong angles.`,
          subject: { axis: found.axis },
        }
      );
    },
    goals: [
      {
        id: 'heard',
        text: 'Turn the table a little, and hear what it does',
        reached: (w) => w.heard('stall') + w.heard('dragged') > 0,
      },
      {
        id: 'drive',
        text: 'Look whether its drive is fed and gets its pulses',
        reached: (w, s) => w.sawBy(`drive/${s.subject.axis}`),
      },
    ],
    faults: [
      {
        id: 'forced',
        points: 20,
        why: 'The table was driven against its clamp again and again: the clamp wears, and the worm with it.',
        committed: (w) => w.heard('stall') + w.heard('dragged') > 3,
      },
    ],
    answers: [STAYS_SHUT, STRONG, NO_PULSES, JAMMED],
  },
];
