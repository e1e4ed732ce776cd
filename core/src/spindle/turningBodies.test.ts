import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { applyCommand } from '../commands/apply';
import { edited } from '../motion/testing/rig';
import { plover } from '../samples/plover';
import { quantity } from '../units/quantity';
import { turningInertia } from './ramps';
import { rotatingOf } from './rotating';
import { bodyInertia, inertiaOfBodies } from './turningBodies';

const chuck = {
  name: 'Chuck',
  mass: quantity(4, 'kg'),
  diameter: quantity(125, 'mm'),
  on: 'spindle' as const,
};
const ring = {
  name: 'Pulley',
  mass: quantity(1, 'kg'),
  diameter: quantity(100, 'mm'),
  bore: quantity(60, 'mm'),
  on: 'motor' as const,
};
const set = (...bodies: object[]): Command => ({
  name: 'set-turning-bodies',
  args: { part: 'spindle', bodies: bodies as never },
});
const spindleId = Object.keys(plover().design.parts).find((id) => plover().design.parts[id]!.data.class === 'spindle')!;

describe('inertia of what turns, by hand', () => {
  it('a disc is half its mass times its radius squared; a ring adds the square of its inner one', () => {
    // ½ · 4 · 0.0625² and ½ · 1 · (0.05² + 0.03²)
    expect(bodyInertia(chuck)).toBeCloseTo(0.0078125, 12);
    expect(bodyInertia(ring)).toBeCloseTo(0.0017, 12);
  });
  it('behind a belt that slows the spindle to a half, a chuck counts a quarter', () => {
    expect(inertiaOfBodies([chuck, ring], 0.5)).toBeCloseTo(0.0078125 / 4 + 0.0017, 12);
  });
  it('it comes on top of the rotor, and gives way to what was entered', () => {
    const with_ = (...commands: Command[]) => turningInertia(rotatingOf(edited(plover(), ...commands).design)!);
    const own = (c: Command): Command => ({ ...c, args: { ...c.args, part: spindleId } }) as Command;
    const rotor = with_();
    const both = with_(own(set(chuck, ring)));
    const base = rotor.known ? rotor.value.kgM2 : 0;
    const { ratio } = rotatingOf(plover().design)!.inUse;
    expect(both).toMatchObject({ known: true, value: { from: 'bodies' } });
    expect(both.known && both.value.kgM2).toBeCloseTo(base + 0.0078125 * ratio ** 2 + 0.0017, 9);
    const entered: Command = {
      name: 'set-field',
      args: { path: `parts.${spindleId}.setup.turningInertia`, value: quantity(0.02, 'kg·m²') },
    };
    expect(with_(own(set(chuck)), entered)).toMatchObject({ value: { kgM2: 0.02, from: 'entered' } });
  });
  it.each([
    [{ ...ring, bore: quantity(100, 'mm') }, /bore is not smaller/],
    [{ ...chuck, mass: quantity(0, 'kg') }, /no mass or no diameter/],
  ])('what is no body is refused: %#', (body, says) => {
    const r = applyCommand(
      plover(),
      { name: 'set-turning-bodies', args: { part: spindleId, bodies: [body] } },
      '2026-03-03T10:00:00.000Z',
    );
    expect(r.ok).toBe(false);
    expect(!r.ok && r.error[0]!.what).toMatch(says);
  });
});
