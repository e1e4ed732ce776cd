import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bin, build, ensureChromium, ensureInstalled, root, run } from './tools.mjs';

/** Everything that must hold: types, lint, format, unit tests, browser journeys; one line at the end sums the tests. */
ensureInstalled();
ensureChromium();

let passed = 0;
let failed = 0;
const broken = [];
const step = (name, code) => {
  if (code !== 0) broken.push(name);
};
const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
};

console.log('\n— types');
step('types', run('npm', ['run', '-s', 'typecheck']));
console.log('\n— lint and format');
step('lint', run(bin('eslint'), ['.', '--max-warnings', '0']));
step('format', run(bin('prettier'), ['--check', '--log-level', 'warn', '.']));

for (const workspace of ['core', 'web', 'server', 'cli']) {
  console.log(`\n— unit tests: ${workspace}`);
  if (workspace === 'cli') build('cli');
  const report = join(root, '.cache', `unit-${workspace}.json`);
  rmSync(report, { force: true });
  step(
    `unit ${workspace}`,
    run(bin('vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`], {
      cwd: join(root, workspace),
    }),
  );
  const result = read(report);
  passed += result?.numPassedTests ?? 0;
  failed += result?.numFailedTests ?? 0;
  if (!result?.numTotalTests) broken.push(`unit ${workspace}: no test ran`);
}

console.log('\n— browser journeys');
build('web');
build('server');
const report = join(root, '.cache', 'journeys.json');
rmSync(report, { force: true });
step(
  'journeys',
  run(bin('playwright'), ['test'], {
    cwd: join(root, 'e2e'),
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  }),
);
const stats = read(report)?.stats;
passed += stats?.expected ?? 0;
failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
if (!stats || stats.expected + stats.unexpected + stats.flaky === 0) broken.push('journeys: no test ran');

if (broken.length) console.log(`\nNot in order: ${broken.join(', ')}`);
// Types, lint or a runner that broke down count as a failure too, so that the line never looks better than the run.
if (broken.length && failed === 0) failed = broken.length;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
