import { describe, expect, it } from 'vitest';
import { readProgram } from '../program/reader';
import type { MachineFile } from '../machine/file';
import type { Inspection } from '../motion/simulation/inspect';
import type { Act } from '../motion/simulation/record';
import { Simulation, simulationInput } from '../motion/simulation/simulation';
import { rigOf } from '../motion/testing/rig';
import { bullfinch } from '../samples/bullfinch';
import { dunnock } from '../samples/dunnock';
import { fieldfare } from '../samples/fieldfare';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { drills, drillsFor } from './list';
import { DrillSession } from './session';

/** A drill on a machine, with the hands of a trainee. */
function trainee(id: string, file: MachineFile) {
  const { figures } = rigOf(file, { off: true });
  const machine = { design: file.design, inputs: figures.plan.inputs };
  const drill = drills.find((d) => d.id === id)!;
  const start = drill.start(machine, 1);
  if (!start) throw new Error(`${id} does not fit`);
  const input = simulationInput(file.design, figures.controller, figures.plan, {
    faults: start.faults,
    startShare: start.startShare,
    seed: 5,
  });
  if (!input.known) throw new Error(input.missing.join());
  const sim = new Simulation(input.value);
  const session = new DrillSession(drill, start, sim);
  const hands = {
    session,
    sim,
    s: start.subject,
    do: (act: Act, seconds = 0.3) => (session.act(act), hands.wait(seconds)),
    wait: (seconds: number) => {
      for (let ms = 0; ms < seconds * 1000; ms += 100) {
        sim.run(100);
        session.see(sim.snapshot());
      }
      return hands;
    },
    look: (i: Inspection) => session.look(i, defaultDisplay),
    jog: (axis: string, direction: 1 | -1, seconds: number, share = 0.2) => {
      for (let ms = 0; ms < seconds * 1000; ms += 100)
        hands.do({ type: 'jog', axis, direction, share, override: false }, 0.1);
      hands.do({ type: 'release' }, 1);
      return hands;
    },
    press: (device: string, down = true) => hands.do({ type: 'press', device, down }),
    reference: (axes?: string[]) => hands.do({ type: 'reference', ...(axes ? { axes } : {}) }, 1).until(90),
    until: (seconds: number) => {
      for (let k = 0; k < seconds * 2; k++) {
        if (!['finding-datum', 'following-program', 'by-hand', 'coming-to-rest'].includes(sim.controller.state)) break;
        hands.wait(0.5);
      }
      return hands;
    },
    zero: (...axes: string[]) => {
      for (const axis of axes) hands.do({ type: 'set-work', axis, value: 0 });
      return hands;
    },
    /** To where the work lies. */
    middle: () => {
      hands.do({ type: 'move', axis: 'x', position: 100 }, 0).do({ type: 'move', axis: 'y', position: 200 }, 0);
      return hands.until(30);
    },
    load: (text = start.program!) => {
      const { controller } = sim;
      const read = readProgram(
        text,
        {
          letters: controller.settings.axes.map((a) => a.letter),
          linear: controller.settings.axes.map((a) => a.linear),
          diameterX: controller.settings.diameterX,
          words: 'widespread',
          encoder: (controller.settings.spindle?.lines ?? 0) > 0,
          maxRpm: controller.settings.spindle?.maxRpm,
        },
        {
          start: controller.axes.map((a) => a.position),
          offsets: controller.offsets.sets.map((x) => [...x]),
          active: 0,
        },
      );
      expect(read.faults).toEqual([]);
      return hands.do({ type: 'load', program: read.program });
    },
    run: (from?: number) => hands.do({ type: 'run', ...(from === undefined ? {} : { from }) }, 0.5).until(60),
    restart: () => {
      const reset = file.design.roles.resetButton;
      if (reset) hands.press(reset).press(reset, false);
      return hands.do({ type: 'acknowledge' });
    },
    finish: (answer?: number) => session.finish(answer),
  };
  return hands;
}
type Hands = ReturnType<typeof trainee>;
/** A machine that a drill fits. */
const ofLathes = ['thread-two-grooves', 'thread-lead-short', 'thread-lead-long', 'clamp-missing'];
const machineFor = (id: string): MachineFile =>
  id === 'station-unseen'
    ? fieldfare()
    : id === 'clamp-shut'
      ? bullfinch()
      : ofLathes.includes(id)
        ? plover()
        : id === 'index-turn'
          ? wren()
          : dunnock();
/** A thread in the air, then ten turns of the chuck by hand once it stands. */
const counted = (h: Hands, says: RegExp): number => {
  h.load().run().wait(20);
  expect(h.look({ kind: 'spindle-turns' }).replace(/\s/g, ' ')).toMatch(says);
  return 0;
};

/** The safe way through each drill: passes with everything, and the right answer. */
const safely: Record<string, (h: Hands) => number | undefined> = {
  'station-unseen': (h) => {
    const turn = (tool: number) => {
      h.do({ type: 'change-tool', tool }, 0.5);
      for (let k = 0; k < 40 && h.sim.controller.state === 'changing-tool'; k++) h.wait(0.5);
    };
    turn(1);
    turn(2);
    turn(3);
    h.look({ kind: 'wires', circuit: h.s.circuit! });
    return 0;
  },
  'clamp-shut': (h) => (
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 30 }, 3),
    h.look({ kind: 'drive', axis: h.s.axis! }),
    0
  ),
  runaway: (h) => {
    h.look({ kind: 'measure', axis: h.s.axis! });
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 2 }, 2);
    expect(h.look({ kind: 'measure', axis: h.s.axis! })).toMatch(/−2\smm from where/);
    return 0;
  },
  'head-first': (h) => (h.do({ type: 'nudge', axis: h.s.axis!, distance: 2 }, 2), 0),
  'mirrored-slave': (h) => (
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 0.5 }, 2),
    h.look({ kind: 'skew', axis: h.s.axis! }),
    0
  ),
  'wrong-lamp': (h) => (h.press(h.s.a!).press(h.s.a!, false), 0),
  'other-contact': (h) => (
    h.look({ kind: 'measure', axis: h.s.axis! }),
    h.press(h.s.device!).press(h.s.device!, false),
    0
  ),
  'dead-switch': (h) => (h.press(h.s.device!).press(h.s.device!, false), 0),
  parked: (h) => {
    const end = h.sim.controller.settings.inputs.find(
      (i, k) => h.sim.controller.tripped[k] && i.axes.includes(h.s.axis!),
    )!.end;
    h.jog(h.s.axis!, end === 'minus' ? 1 : -1, 6);
    h.do({ type: 'acknowledge' }).reference();
    return undefined;
  },
  'stop-comes-back': (h) => {
    const axis = h.sim.plant.model.axes[0]!.id;
    for (let k = 0; k < 12 && !h.session.watch.said('stop-pressed'); k++) h.jog(axis, k % 2 ? 1 : -1, 2);
    h.look({ kind: 'button', device: h.s.device! });
    h.look({ kind: 'wires', circuit: h.s.circuit! });
    return 0;
  },
  'out-of-sight': (h) => {
    h.look({ kind: 'button', device: h.s.device! });
    h.press(h.s.device!, false).wait(2).restart().reference();
    return undefined;
  },
  'false-trips': (h) => {
    h.do({ type: 'spindle', direction: 1, rpm: 8000 }, 12);
    h.look({ kind: 'measure', axis: h.s.axis! });
    return 0;
  },
  'drive-gave-up': (h) => (
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 2 }, 2),
    expect(h.look({ kind: 'drive', axis: h.s.axis! })).toMatch(/hums/),
    0
  ),
  restart: (h) => {
    h.middle()
      .zero('x', 'y')
      .load()
      .do({ type: 'run' }, 4)
      .press(h.s.device!)
      .wait(3)
      .press(h.s.device!, false)
      .wait(1)
      .restart()
      .reference();
    h.run(h.sim.controller.resumeAt);
    return undefined;
  },
  doubled: (h) => {
    h.look({ kind: 'measure', axis: h.s.axis! });
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 10 }, 5);
    expect(h.look({ kind: 'measure', axis: h.s.axis! })).toMatch(/20\smm from/);
    expect(h.look({ kind: 'drive', axis: h.s.axis! })).toMatch(/set to 800 pulses/);
    return 0;
  },
  twisted: (h) => {
    h.look({ kind: 'skew', axis: h.s.axis! });
    h.reference();
    expect(h.look({ kind: 'skew', axis: h.s.axis! })).toMatch(/are level|0\.0\d/);
    return undefined;
  },
  'late-brake': (h) => (
    h.do({ type: 'nudge', axis: h.s.axis!, distance: 4 }, 3),
    h.look({ kind: 'coupling', axis: h.s.axis! }),
    0
  ),
  sagging: (h) => {
    for (const [i, a] of h.sim.controller.axes.entries())
      h.do({ type: 'move', axis: a.settings.id, position: i === 2 ? -60 : 300 }, 0);
    h.until(20);
    expect(h.look({ kind: 'supply' })).toMatch(/fell to \d\d %/);
    return 0;
  },
  coupling: (h) => {
    h.look({ kind: 'measure', axis: h.s.axis! });
    h.jog(h.s.axis!, 1, 2).jog(h.s.axis!, -1, 2);
    h.look({ kind: 'measure', axis: h.s.axis! });
    expect(h.look({ kind: 'coupling', axis: h.s.axis! })).toMatch(/slipped/);
    return 0;
  },
  'index-turn': (h) => {
    for (let k = 0; k < 3; k++) {
      h.reference([h.s.axis!]);
      h.look({ kind: 'measure', axis: h.s.axis! });
    }
    return 0;
  },
  'clip-off': (h) => {
    h.press(h.s.device!).press(h.s.device!, false);
    expect(h.look({ kind: 'wires', circuit: h.s.circuit! })).toMatch(/comes off/);
    return 0;
  },
  zeros: (h) => (h.middle().zero('x', 'y').load().run(), undefined),
  stick: (h) => (h.jog(h.s.a!, 1, 3, 0.4), undefined),
  'thread-two-grooves': (h) => counted(h, /counts 10, and its index comes 20 times/),
  'thread-lead-short': (h) => counted(h, /counts 2.5, and its index comes 10 times/),
  'thread-lead-long': (h) => counted(h, /counts 20, and its index comes 20 times/),
  'clamp-missing': (h) => {
    h.load(h.session.start.program!.replace('G96', `G92 S${h.s.rpm!}\nG96`)).run();
    return undefined;
  },
  'failed-switch': (h) => {
    h.press(h.s.device!).press(h.s.device!, false);
    h.do({ type: 'take-datum', axis: h.s.axis! });
    for (const a of h.sim.controller.axes) if (a.settings.id !== h.s.axis) h.reference([a.settings.id]);
    // By eye the datum is where the axis stood: the square goes to plus from there.
    h.middle().zero('x', 'y').load().run();
    return undefined;
  },
  jolt: (h) => {
    h.press(h.s.device!, false).wait(2).restart().reference();
    h.middle().zero('x', 'y').load().run();
    return undefined;
  },
};

describe('the safe way passes', () => {
  it.each(drills.map((d) => [d.id] as const))('%s', (id) => {
    const h = trainee(id, machineFor(id));
    const debrief = h.finish(safely[id]!(h));
    expect(debrief.goals.filter((g) => !g.reached)).toEqual([]);
    expect(debrief.costs).toEqual([]);
    expect(debrief).toMatchObject({ score: 100, passed: true });
    for (const text of [...debrief.hidden, h.session.start.situation]) expect(text).not.toMatch(/undefined|NaN/);
  });
});

describe('the unsafe way costs points and says why', () => {
  const why = (id: string, way: (h: Hands) => number | undefined) => {
    const h = trainee(id, machineFor(id));
    const d = h.finish(way(h));
    expect(d.passed).toBe(false);
    return d.costs.map((c) => c.why).join(' ');
  };
  it.each<[string, RegExp, (h: Hands) => number | undefined]>([
    ['runaway', /ran on until a limit/, (h) => (h.reference(), 0)],
    ['dead-switch', /struck its stop/, (h) => (h.reference(), 0)],
    ['coupling', /fast jog without a datum/, (h) => (h.jog(h.s.axis!, 1, 1, 1), 0)],
    ['mirrored-slave', /racked/, (h) => (h.jog(h.s.axis!, 1, 3), 0)],
    ['parked', /further onto the switch/, (h) => (h.jog(h.s.axis!, 1, 0.5), undefined)],
    [
      'out-of-sight',
      /acknowledged at once/,
      (h) => (h.press(h.s.device!, false).press(h.s.device!).do({ type: 'acknowledge' }, 0), undefined),
    ],
    [
      'stop-comes-back',
      /Acknowledged three times/,
      (h) => {
        const axis = h.sim.plant.model.axes[0]!.id;
        for (let k = 0; k < 30 && h.session.watch.said('acknowledged') < 3; k++)
          h.jog(axis, k % 2 ? 1 : -1, 2)
            .wait(2)
            .restart();
        return 0;
      },
    ],
    ['zeros', /before any work zero/, (h) => (h.load().run(), undefined)],
    ['stick', /two axes at once/, (h) => (h.jog(h.s.b!, 1, 0.2), undefined)],
    ['clip-off', /ran into the plate/, (h) => (h.jog(h.s.axis!, -1, 4, 0.1), 0)],
    ['clamp-missing', /faster than the chuck is marked for/, (h) => (h.load().run(), undefined)],
    [
      'thread-lead-long',
      /A hand went to the chuck/,
      (h) => {
        h.load().do({ type: 'run' }, 6);
        expect(h.look({ kind: 'spindle-turns' })).toMatch(/no hand goes near/);
        return 0;
      },
    ],
    [
      'station-unseen',
      /while it turned/,
      (h) => {
        h.do({ type: 'change-tool', tool: 1 }, 0.5);
        h.look({ kind: 'wires', circuit: h.s.circuit! });
        return 0;
      },
    ],
    ['drive-gave-up', /same reference run again/, (h) => (h.reference().reference(), 0)],
  ])('%s', (id, expected, way) => {
    expect(why(id, way)).toMatch(expected);
  });
  it('a wrong answer is not passed, with every goal reached', () => {
    const h = trainee('doubled', dunnock());
    safely.doubled!(h);
    expect(h.finish(2)).toMatchObject({ score: 75, passed: false, answer: { ok: false } });
  });
});

it('at least twelve fit each machine that has switches; the answers come in another order, always the same', () => {
  const fit = (file: MachineFile) =>
    drillsFor({ design: file.design, inputs: rigOf(file, { off: true }).figures.plan.inputs });
  expect(fit(dunnock()).length).toBeGreaterThanOrEqual(18);
  expect(fit(wren()).length).toBeGreaterThanOrEqual(12);
  expect(fit(plover()).length).toBeGreaterThan(3);
  const answers = () => trainee('doubled', dunnock()).session.answers();
  expect(answers()).toEqual(answers());
  expect(drills.some((d) => d.answers && trainee(d.id, machineFor(d.id)).session.answers()[0]!.index !== 0)).toBe(true);
});
