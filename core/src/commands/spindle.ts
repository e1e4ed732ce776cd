import { printNumber } from '../units/print';
import { TurningBody } from '../machine/parts';
import { baseValue } from '../units/quantity';
import { refuse, type Handler } from './command';

/** A spindle turns at most so many times faster or slower than its motor. */
const MOST_RATIO = 50;

/** The pairs of pulleys or gears that a spindle motor can be used with. */
export const setStages: Handler<'set-stages'> = {
  title: ({ part, stages, inUse }, before) =>
    `${before.parts[part]?.designation ?? part}: ${
      stages.length
        ? `stages ${stages.map((s) => `${s.name} (${printNumber(baseValue(s.ratio), 3)})`).join(', ')}${inUse === undefined ? '' : `, ${inUse} is on`}`
        : 'turns the spindle directly'
    }`,
  apply({ part: id, stages, inUse }, draft) {
    const part = draft.parts[id];
    if (part?.data.class !== 'spindle')
      return refuse('This part turns no spindle.', `parts.${id}.setup.stages`, 'Choose a spindle motor.');
    for (const [i, { name, ratio }] of stages.entries()) {
      const where = `parts.${id}.setup.stages.${i}.ratio`;
      const value = baseValue(ratio);
      if (!(value >= 1 / MOST_RATIO && value <= MOST_RATIO))
        return refuse(
          `${name}: ${printNumber(value, 4)} revolutions of the spindle for one of the motor.`,
          where,
          `Enter a figure from ${1 / MOST_RATIO} to ${MOST_RATIO}: teeth or diameter of the pulley on the motor, divided by those on the spindle.`,
        );
      if (stages.findIndex((s) => s.name === name) !== i)
        return refuse(`Two stages are called ${name}.`, where, 'Give each a name of its own.');
    }
    if (stages.length) part.setup.stages = stages.map((s) => ({ ...s }));
    else delete part.setup.stages;
    const on = inUse ?? part.setup.stageInUse;
    if (on !== undefined && stages.some((s) => s.name === on)) part.setup.stageInUse = on;
    else delete part.setup.stageInUse;
  },
};

/** What turns with a spindle, from which its inertia follows. */
export const setTurningBodies: Handler<'set-turning-bodies'> = {
  title: ({ part, bodies }, before) =>
    `${before.parts[part]?.designation ?? part}: ${bodies.length ? `turns ${bodies.map((b) => b.name).join(', ')}` : 'turns nothing but its rotor'}`,
  apply({ part: id, bodies }, draft) {
    const part = draft.parts[id];
    if (part?.data.class !== 'spindle')
      return refuse('This part turns no spindle.', `parts.${id}.setup.turningBodies`, 'Choose a spindle motor.');
    for (const [i, body] of bodies.entries()) {
      const where = `parts.${id}.setup.turningBodies.${i}`;
      const read = TurningBody.safeParse(body);
      if (!read.success)
        return refuse(
          'This is no turning body.',
          where,
          'Give it a name, a mass, a diameter and its shaft, each in a unit of its kind.',
        );
      const { name, mass, diameter, bore } = read.data;
      if (!(baseValue(mass) > 0 && baseValue(diameter) > 0))
        return refuse(`${name} has no mass or no diameter.`, where, 'Enter both above zero.');
      if (bore && !(baseValue(bore) >= 0 && baseValue(bore) < baseValue(diameter)))
        return refuse(
          `${name}: its bore is not smaller than its diameter.`,
          where,
          'Enter the inner diameter of the ring.',
        );
    }
    if (bodies.length) part.setup.turningBodies = bodies.map((b) => ({ ...b }));
    else delete part.setup.turningBodies;
  },
};

/** The cuts that a spindle is wanted for. */
export const setCuts: Handler<'set-cuts'> = {
  title: ({ part, cuts }, before) =>
    `${before.parts[part]?.designation ?? part}: ${cuts.length ? `wanted for ${cuts.map((c) => c.name).join(', ')}` : 'wanted for nothing yet'}`,
  apply({ part: id, cuts }, draft) {
    const part = draft.parts[id];
    const where = `parts.${id}.setup.wantedCuts`;
    if (part?.data.class !== 'spindle') return refuse('This part turns no spindle.', where, 'Choose a spindle motor.');
    for (const [i, { name }] of cuts.entries())
      if (cuts.findIndex((c) => c.name === name) !== i)
        return refuse(`Two cuts are called ${name}.`, `${where}.${i}`, 'Give each a name of its own.');
    if (cuts.length) part.setup.wantedCuts = cuts.map((c) => ({ ...c }));
    else delete part.setup.wantedCuts;
  },
};
