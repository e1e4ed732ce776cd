import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ESLint } from 'eslint';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));
const eslint = new ESLint({ cwd: root });
const forbidden = async (file: string, from: string, part = 'core') => {
  const [result] = await eslint.lintText(`import '${from}';\n`, { filePath: `${root}${part}/src/${file}` });
  return result!.messages.some((m) => m.ruleId === 'no-restricted-imports');
};

it.each([
  ['units/x.ts', '../machine/design', true],
  ['wiring/x.ts', '../findings/findings', true],
  ['wiring/planner/x.ts', '../../switches/envelope', true],
  ['motion/controller/x.ts', '../plant/plant', true],
  ['motion/controller/x.ts', '../../machine/design', true],
  ['motion/plant/x.ts', '../controller/controller', true],
  ['motion/plant/x.ts', '../../settings/setting', true],
  ['motion/controller/x.ts', '../truth/trueMachine', true],
  ['motion/controller/x.ts', '../simulation/simulation', true],
  ['motion/truth/x.ts', '../controller/controller', true],
  ['program/x.ts', '../machine/design', true],
  ['settings/x.ts', 'vue', true],
  ['switches/x.ts', '../wiring/evaluate', false],
  ['motion/simulation/x.ts', '../plant/plant', false],
] as const)('%s importing %s: refused %s', async (file, from, refused) => {
  expect(await forbidden(file, from)).toBe(refused);
});

it.each([
  ['ui/x.ts', '../document/machine', true],
  ['document/x.ts', '../widgets/focusLink', true],
  ['widgets/x.ts', '../stations/stationList', true],
  ['stations/drives/x.ts', '../wiring/useConductorRows', true],
  ['stations/wiring/diagram/x.ts', '../../drives/x', true],
  ['stations/wiring/diagram/x.ts', '../../../app/shortcuts', true],
  ['stations/wiring/diagram/x.ts', '../useConductorRows', false],
  ['stations/drives/x.ts', '../../document/machine', false],
  ['widgets/x.ts', '../ui/typeAhead', false],
  ['app/x.ts', '../stations/stationList', false],
] as const)('of the page, %s importing %s: refused %s', async (file, from, refused) => {
  expect(await forbidden(file, from, 'web')).toBe(refused);
});

it('no file of ours stands on one that stands on it, not even for a type', () => {
  const sources = ['core/src', 'web/src', 'cli/src', 'server/src'].flatMap((base) =>
    (readdirSync(`${root}${base}`, { recursive: true }) as string[])
      .filter((f) => /\.(ts|vue)$/.test(f) && !f.endsWith('.test.ts'))
      .map((f) => `${base}/${f}`),
  );
  const known = new Set(sources);
  const standsOn = new Map(
    sources.map((file) => {
      const found = [...readFileSync(`${root}${file}`, 'utf8').matchAll(/(?:import|export)[^;]*?from '([^']+)'/g)];
      const paths = found.map(([, to]) =>
        to!.startsWith('@nodaxis/core/') ? to!.replace('@nodaxis/core/', 'core/src/') : join(dirname(file), to!),
      );
      return [file, paths.flatMap((p) => [p, `${p}.ts`, `${p}/index.ts`].find((f) => known.has(f)) ?? [])] as const;
    }),
  );
  const cleared = new Set<string>();
  const cycles: string[] = [];
  const visit = (file: string, way: readonly string[]): void => {
    if (way.includes(file)) return void cycles.push([...way.slice(way.indexOf(file)), file].join(' → '));
    if (cleared.has(file)) return;
    for (const next of standsOn.get(file)!) visit(next, [...way, file]);
    cleared.add(file);
  };
  for (const file of sources) visit(file, []);
  expect(sources.length).toBeGreaterThan(500);
  expect(cycles).toEqual([]);
});
