import fc from 'fast-check';
import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import type { Design } from '../machine/design';
import { portsOf } from '../machine/ports';
import { edited } from '../motion/testing/rig';
import { bullfinch } from '../samples/bullfinch';
import { fieldfare } from '../samples/fieldfare';
import { defaultDisplay } from '../units/print';
import { outlineOf, type Branch } from './outline';

const { design } = bullfinch();
/** A lathe on three phases, whose devices pass three, two or one of them. */
const threePhase = edited(
  fieldfare(),
  { name: 'choose-part', args: { slot: { rail: 'mains', item: 'inlet' }, library: 'inlet-gate-16-3' } },
  { name: 'choose-part', args: { slot: { rail: 'mains', device: 0 }, library: 'switch-stile-25-4' } },
  { name: 'choose-part', args: { slot: { role: 'spindleDrive' }, library: 'drive-vole-2200-3' } },
).design;

/** A machine whose feeds were drawn by chance: rings, mains into 24 V, loads on outputs, parts on nothing, any pole. */
const drawn = (of: Design) => {
  const ports = Object.entries(of.parts).flatMap(([part, p]) =>
    [...portsOf(p).values()].map((port) => ({ part, port })),
  );
  const takes = ports.filter(({ port }) => port.direction === 'takes');
  const gives = ports.filter(({ port }) => port.direction === 'gives');
  const pole = fc.constantFrom(undefined, ...(['plus', 'minus', 'L', 'L2', 'L3', 'N', 'PE'] as const));
  return fc
    .array(fc.tuple(fc.nat(takes.length - 1), fc.option(fc.nat(gives.length - 1), { nil: null }), pole), {
      maxLength: 60,
    })
    .map((pairs): Design => {
      const feeds: NonNullable<Design['feeds']> = {};
      for (const [t, g, pole] of pairs) {
        const [at, from] = [takes[t]!, g === null ? null : gives[g]!];
        if (from?.part === at.part) continue;
        (feeds[at.part] ??= {})[at.port.id] = from && {
          part: from.part,
          port: from.port.id,
          ...(pole ? { pole } : {}),
        };
      }
      return { ...of, feeds };
    });
};
const anyDesign = fc.oneof(drawn(design), drawn(threePhase));

it('whatever feeds what, the plan ends, each port stands at one place of the outline, and every sentence is whole', () => {
  fc.assert(
    fc.property(anyDesign, (any) => {
      const { roots, rings, open } = outlineOf(any);
      const at: string[] = [];
      const walk = (b: Branch) => {
        if (b.port !== undefined && b.from) at.push(`${b.part}/${b.port}`);
        b.branches.forEach(walk);
        b.strips.forEach((s) => at.push(`${s}/feed`));
      };
      roots.forEach(walk);
      at.push(...rings.map((r) => `${r.part}/${r.port}`));
      expect(new Set(at).size).toBe(at.length);
      for (const o of open) expect(at).not.toContain(`${o.part}/${o.port}`);
      const figures = deriveFigures(any);
      for (const p of figures.plan.proposals) {
        expect(any.parts[p.from.part]?.terminals[p.from.terminal]).toBeDefined();
        expect(any.parts[p.to.part]?.terminals[p.to.terminal]).toBeDefined();
      }
      expect(new Set(figures.plan.proposals.map((p) => p.id)).size).toBe(figures.plan.proposals.length);
      for (const f of findingsOf(figures)) expect(f.explain(defaultDisplay)).not.toMatch(/NaN|undefined|Infinity/);
    }),
    { numRuns: 40 },
  );
});

it('two hundred loads on one supply are one finding, with what they take', () => {
  const lamp = { ...design.parts.lamp! };
  const parts: Design['parts'] = { ...design.parts };
  const feeds: NonNullable<Design['feeds']> = { ...design.feeds };
  for (let n = 0; n < 200; n++) {
    parts[`more-${n}`] = { ...lamp, designation: `-P${n + 10}` };
    feeds[`more-${n}`] = { load: { part: 'supply', port: 'out' } };
  }
  const found = findingsOf(deriveFigures({ ...design, parts, feeds }));
  const load = found.find((f) => f.id === 'field-load:supply');
  // 200 lamps and the one that was there at 0.42 A, the pump at 1.2 A: 85.6 A of 5.
  expect(load?.severity).toBe('wont-work');
  expect(load?.explain(defaultDisplay)).toMatch(/85\.6\sA/);
});
