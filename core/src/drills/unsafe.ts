import type { Fault } from './drill';
import type { Watch } from './watch';

/** A jog at more than this share of the speed counts as fast. */
const FAST_SHARE = 0.5;
/** Acknowledged sooner than this after it latched, nobody can have looked why, s. */
const LOOK_S = 1.5;

const hasDatum = (w: Watch, axis: string, t: number) =>
  w.events.some(
    (e) =>
      e.t <= t &&
      (e.event.code === 'datum-set' || e.event.code === 'datum-absolute' || e.event.code === 'datum-by-hand') &&
      e.event.letter === letterOf(w, axis),
  );
const letterOf = (w: Watch, axis: string) => w.sim.plant.model.axes.find((a) => a.id === axis)?.letter;

/** What costs points in every drill, since it costs more than points on a machine. */
export const unsafeActs: readonly Fault[] = [
  {
    id: 'bang',
    points: 25,
    why: 'An axis struck its stop. Screws, couplings and the square of the machine pay for that.',
    committed: (w) => w.heard('bang', (h) => h.kind === 'bang' && h.speed > 1) > 0,
  },
  {
    id: 'switch-crushed',
    points: 25,
    why: 'A switch was pushed further than it withstands. It is bent, stays pressed, and has to be replaced.',
    committed: (w) => w.heard('switch crushed') > 0,
  },
  {
    id: 'tool-struck',
    points: 30,
    why: 'The tool ran into the plate.',
    committed: (w) => w.heard('tool struck') > 0,
  },
  {
    id: 'racked',
    points: 20,
    why: 'The gantry was racked further than its frame gives.',
    committed: (w) => w.heard('racked') > 0,
  },
  {
    id: 'fast-unproven',
    points: 15,
    why: 'A fast jog without a datum, toward a switch that nobody had proven. Slowly first: a tenth of the speed costs a minute, a crash costs an evening.',
    committed: (w) =>
      w.acts.some(({ act, t }) => act.type === 'jog' && act.share > FAST_SHARE && !hasDatum(w, act.axis, t)),
  },
  {
    id: 'limits-off',
    points: 20,
    why: 'The limits were switched off. From then on only your eyes are between a carriage and its stop.',
    committed: (w) => w.said('limits-off') > 0,
  },
  {
    id: 'limits-left-off',
    points: 20,
    why: 'The limits were left off at the end. Somebody else will find out.',
    committed: (w) => w.now?.limitsOff === true,
  },
  {
    id: 'restart-unseen',
    points: 15,
    why: 'A latched stop was acknowledged at once. Somebody pressed it: a hand may still be in the machine. Walk round, then acknowledge.',
    committed: (w) =>
      w.acts.some(({ act, t, cause }) => {
        if (act.type !== 'acknowledge' || cause !== 'stop') return false;
        const pressed = w.events.findLast((e) => e.t <= t && e.event.code === 'stop-pressed')?.t ?? 0;
        return t - pressed < LOOK_S;
      }),
  },
  {
    id: 'again-and-again',
    points: 10,
    why: 'The same reference run again after it had failed, and nothing looked at in between. It fails for a reason.',
    committed: (w) => {
      const failed = w.events
        .filter((e) => ['reference-missed', 'reference-stuck', 'gantry-skewed'].includes(e.event.code))
        .map((e) => e.t);
      return failed.some((f) => {
        const next = w.acts.find((a) => a.t > f && a.act.type === 'reference')?.t;
        const looked = (t: number) =>
          w.inspected.some((i) => i.t >= f && i.t <= t) ||
          w.acts.some((a) => a.act.type === 'press' && a.t >= f && a.t <= t);
        return next !== undefined && !looked(next);
      });
    },
  },
];
