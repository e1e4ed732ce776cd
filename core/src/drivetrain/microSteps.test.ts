import { expect, it } from 'vitest';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { quantity } from '../units/quantity';
import { fullStepsOf, microStepChoices, microStepsOf, readSteps } from './microSteps';

const { design } = dunnock();
const withAngle = (degrees: number, motor = 'motor-x-0') => ({
  ...design,
  parts: {
    ...design.parts,
    [motor]: { ...design.parts[motor]!, data: { ...design.parts[motor]!.data, stepAngle: quantity(degrees, '°') } },
  },
});

it('full steps follow from the step angle: 1.8° are 200, 0.9° are 400; a servo has none', () => {
  expect(fullStepsOf(design, 'driver-x-0')).toBe(200);
  expect(fullStepsOf(withAngle(0.9), 'driver-x-0')).toBe(400);
  expect(fullStepsOf(withAngle(1.7), 'driver-x-0')).toBeUndefined();
  const servo = Object.values(plover().design.axes)
    .flatMap((a) => a.drives)
    .find((d) => {
      const data = d.motor ? plover().design.parts[d.motor]?.data : undefined;
      return data?.class === 'motor' && data.type === 'servo';
    });
  if (servo) expect(fullStepsOf(plover().design, servo.driver!)).toBeUndefined();
});

it('steps and micro-steps are two faces of one figure', () => {
  expect(microStepsOf(1600, 200)).toBe(8);
  expect(microStepsOf(1000, 400)).toBeUndefined();
  expect(microStepChoices(design, 'driver-x-0')).toContain(8);
  for (const [typed, steps] of [
    ['3200', 3200],
    ['1/16', 3200],
    [' 1 / 8 ', 1600],
    ['16x', 3200],
    ['× 16', 3200],
    ['16 micro-steps', 3200],
    ['16 microsteps', 3200],
  ] as const)
    expect(readSteps(typed, 200), typed).toBe(steps);
  expect(readSteps('1/16', 400)).toBe(6400);
  for (const typed of ['1/16', '8 ×'])
    expect(readSteps(typed, undefined)).toMatchObject({ what: expect.stringContaining(`"${typed}"`) as string });
  for (const typed of ['', '2/16', 'many', '-200', '1.5']) expect(readSteps(typed, 200)).toBeUndefined();
});
