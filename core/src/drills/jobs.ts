import type { Drill } from './drill';
import { airSquare } from './stops';
import {
  bySwitch,
  deadSwitch,
  headAxis,
  letter,
  plainAxis,
  referenceSwitch,
  referencedFirst,
  stopButton,
  switchedOn,
} from './subjects';

/** Troubles around a job: zeros, sticks, failed parts and interruptions. */
export const jobDrills: readonly Drill[] = [
  {
    id: 'zeros',
    title: 'Program zero against machine zero',
    aim: 'Set the work zero before the program runs, and not after.',
    safeWay: [
      'Find the datum: that is machine zero, and the program knows nothing of it.',
      'Go to the corner of the work and set the work zero there.',
      'Check the program against the envelope with the new zero, then run it.',
    ],
    onTheMachine:
      'Say both positions aloud before the first run: machine and work. Where they are the same, nobody has set a work zero.',
    start: ({ design }) => {
      const axis = plainAxis(design);
      if (!axis) return undefined;
      const letters = design.axisOrder.map((id) => letter(design, id));
      return {
        faults: [],
        startShare: 0.5,
        prelude: referencedFirst(design),
        situation:
          'The program of the last job lies ready; its zero is the corner of the work. The work lies in the middle of the table. Run it there.',
        subject: { axis },
        program: airSquare(letters),
      };
    },
    goals: [
      {
        id: 'zero',
        text: 'Set a work zero on the level axes',
        reached: (w) =>
          new Set(w.events.flatMap((e) => (e.event.code === 'work-set' ? [e.event.letter] : []))).size >= 2,
      },
      { id: 'ran', text: 'Run the program to its end', reached: (w) => w.said('program-ended') > 0 },
    ],
    faults: [
      {
        id: 'ran-before',
        points: 20,
        why: 'The program was started before any work zero was set: it would have cut somewhere else.',
        committed: (w) => w.firstDone('run') < w.firstDone('set-work') && w.done('run') > 0,
      },
      {
        id: 'refused',
        points: 5,
        why: 'The envelope had to refuse the program. Check it before you run it.',
        committed: (w) => w.said('envelope-refused') > 0,
      },
    ],
  },
  {
    id: 'stick',
    title: 'The stick that moves two axes',
    aim: 'Move one axis by the stick, and only that one.',
    safeWay: [
      'Switch the dominant-axis lock on, and give the stick a dead zone.',
      'Look at the positions, not at the stick.',
    ],
    onTheMachine: 'A stick without a lock is for moving about in the air. Near the work use steps or the wheel.',
    start: ({ design }) => {
      const [a, b] = design.axisOrder.filter((id) => design.axes[id]?.motion === 'linear' && id !== headAxis(design));
      if (!a || !b) return undefined;
      return {
        faults: [],
        startShare: 0.5,
        prelude: referencedFirst(design),
        situation: `Move ${letter(design, a)} by 30 mm or more with the stick. ${letter(design, b)} has to stay where it is, within half a millimetre.`,
        subject: { a, b },
      };
    },
    goals: [
      {
        id: 'moved',
        text: 'Move the axis by 30 mm or more',
        reached: (w, s) => Math.abs(w.wayOf(s.subject.a!)) >= 30 && w.now?.state === 'at-rest',
      },
      {
        id: 'still',
        text: 'Keep the other within half a millimetre',
        reached: (w, s) => Math.abs(w.wayOf(s.subject.a!)) >= 30 && Math.abs(w.wayOf(s.subject.b!)) <= 0.5,
      },
    ],
    faults: [
      {
        id: 'two-at-once',
        points: 20,
        why: 'The stick moved two axes at once.',
        committed: (w, s) => w.done('jog', (a) => a.axis === s.subject.b) > 0,
      },
    ],
  },
  {
    id: 'failed-switch',
    title: 'A failed switch, and a job to finish',
    aim: 'Finish one job with a failed reference switch, knowing what you lose.',
    safeWay: [
      'Prove by hand that the switch is dead.',
      'Move the axis slowly to its mark and take the datum by eye.',
      'Find the other axes on their switches, stay away from the ends, and replace the switch tonight.',
    ],
    onTheMachine:
      'A datum by eye is good for one job on one clamping. The limit at that end is gone as well: keep a hand on the stop.',
    start: (m) => {
      const axis = plainAxis(m.design);
      const s = axis && referenceSwitch(m, axis);
      if (!axis || !s) return undefined;
      return {
        faults: [deadSwitch(m, s.device)],
        startShare: 0.4,
        prelude: switchedOn(m.design),
        situation: `The reference switch of ${letter(m.design, axis)} is under suspicion, the shop that sells them is closed, and one job has to be finished tonight.`,
        subject: { axis, device: s.device },
        program: airSquare(m.design.axisOrder.map((id) => letter(m.design, id))),
      };
    },
    goals: [
      {
        id: 'proven',
        text: 'Prove that the switch is dead',
        reached: (w, s) => w.done('press', (a) => a.down && a.device === s.subject.device) > 0,
      },
      {
        id: 'by-eye',
        text: 'Take its datum by eye',
        reached: (w, s) => w.done('take-datum', (a) => a.axis === s.subject.axis) > 0,
      },
      {
        id: 'others',
        text: 'Find the other axes on their switches',
        reached: (w) => w.allReferenced && w.said('datum-set') > 0,
      },
      { id: 'ended', text: 'Run the job to its end', reached: (w) => w.said('program-ended') > 0 },
    ],
  },
  {
    id: 'jolt',
    title: 'The job resumed after a jolt',
    aim: 'Do not trust a position that somebody has leaned on.',
    safeWay: [
      'After an interruption, ask what happened to the machine, not only to the control.',
      'An axis that was pushed without power is somewhere else: find its datum before the program goes on.',
    ],
    onTheMachine:
      'Measure from a fixed edge before and after; where the figure differs, find the datum. Where you are not sure, find it anyway.',
    start: (m) => {
      const axis = plainAxis(m.design);
      const stop = stopButton(m);
      if (!axis || !stop || !bySwitch(m.design, axis)) return undefined;
      return {
        faults: [],
        startShare: 0.4,
        prelude: [
          ...referencedFirst(m.design),
          { act: { type: 'press', device: stop.device, down: true }, thenS: 0.5 },
          { act: { type: 'shove', axis, distance: 4 }, thenS: 0.2 },
        ],
        situation: `The stop was pressed when somebody stumbled against the ${letter(m.design, axis)} carriage. Bring the machine back to where a program may run, and run the one that lies ready.`,
        subject: { axis, ...stop },
        program: airSquare(m.design.axisOrder.map((id) => letter(m.design, id))),
      };
    },
    goals: [
      {
        id: 'datum',
        text: 'Find the datum of every axis again',
        reached: (w) => w.said('datum-set') > 0 && w.allReferenced,
      },
      { id: 'ended', text: 'Run the program to its end', reached: (w) => w.said('program-ended') > 0 },
    ],
    faults: [
      {
        id: 'ran-untrusted',
        points: 30,
        why: 'The program ran before the jolted axis had its datum again: every cut would lie beside the last.',
        committed: (w, s) => {
          const ran = w.events.find((e) => e.event.code === 'program-started')?.t ?? Infinity;
          const set =
            w.events.find(
              (e) =>
                e.event.code === 'datum-set' &&
                w.sim.plant.model.axes.find((a) => a.id === s.subject.axis)?.letter === e.event.letter,
            )?.t ?? Infinity;
          return ran < set;
        },
      },
    ],
  },
];
