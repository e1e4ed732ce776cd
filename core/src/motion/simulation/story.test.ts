import fc from 'fast-check';
import { expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { sampleMachines } from '../../samples/index';
import { defaultDisplay } from '../../units/print';
import type { ControllerCommand } from '../controller/commands';
import { tell } from '../controller/events';
import { Simulation, simulationInput } from './simulation';

/** Whatever a person does in whatever order: these things hold at every moment. */
it.each(sampleMachines.map((s) => [s.id, s.make().design] as const))(
  '%s: no order of commands breaks the simulated machine',
  (_id, design) => {
    const figures = deriveFigures(design);
    const input = simulationInput(design, figures.controller, figures.plan);
    if (!input.known) throw new Error(input.missing.join());
    const axes = design.axisOrder;
    const axis = fc.constantFrom(...axes);
    const act = fc.oneof(
      fc.record({
        type: fc.constant('jog' as const),
        axis,
        direction: fc.constantFrom(1 as const, -1 as const),
        share: fc.double({ min: -1, max: 5, noNaN: true }),
        override: fc.boolean(),
      }),
      fc.record({
        type: fc.constant('move' as const),
        axis,
        position: fc.double({ min: -2000, max: 2000, noNaN: true }),
      }),
      fc.record({ type: fc.constant('nudge' as const), axis, distance: fc.double({ min: -50, max: 50, noNaN: true }) }),
      fc.constant({ type: 'reference' as const }),
      fc.constant({ type: 'acknowledge' as const }),
      fc.constant({ type: 'release' as const }),
      fc.boolean().map((on) => ({ type: 'power' as const, on })),
      fc.boolean().map((down) => ({ type: 'press' as const, down })),
    );
    fc.assert(
      fc.property(
        // An absolute encoder may wake up outside the envelope; that is another story.
        fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        fc.array(fc.tuple(act, fc.integer({ min: 1, max: 1500 })), { maxLength: 14 }),
        (start, acts) => {
          const sim = new Simulation({ ...input.value, startShare: start });
          sim.act({ type: 'power', on: true });
          for (const [a, steps] of acts) {
            if (a.type === 'press') sim.act({ type: 'press', device: input.value.buttons[0]!, down: a.down });
            else sim.act(a as ControllerCommand);
            const pressed = sim.snapshot().actuated.includes(input.value.buttons[0]!);
            sim.run(steps);
            const now = sim.snapshot();
            now.axes.forEach((axisNow, i) => {
              const length = input.value.truth.plant.axes[i]!.length;
              for (const place of axisNow.truePlaces) {
                expect(place).toBeGreaterThanOrEqual(0);
                expect(place).toBeLessThanOrEqual(length);
              }
              expect(Number.isFinite(axisNow.position)).toBe(true);
              const limit = input.value.settings.axes[i]!;
              expect(Math.abs(axisNow.speed)).toBeLessThanOrEqual(limit.maxSpeed * 1.001);
              // A pressed stop has brought everything to rest after its ramp, and nothing starts again.
              if (pressed && steps * 0.001 > limit.maxSpeed / limit.acceleration + 0.01) expect(axisNow.speed).toBe(0);
              // In a normal state a referenced axis that was not jolted stays inside its envelope.
              if (axisNow.referenced && !axisNow.doubtful && now.state === 'at-rest') {
                expect(axisNow.position).toBeGreaterThanOrEqual(limit.envelope.min - 0.2);
                expect(axisNow.position).toBeLessThanOrEqual(limit.envelope.max + 0.2);
              }
            });
            for (const e of now.events)
              expect(tell(e.event, defaultDisplay, false)).not.toMatch(/NaN|undefined|Infinity/);
          }
        },
      ),
      { numRuns: 30 },
    );
  },
);
