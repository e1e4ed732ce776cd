import { spawn } from 'node:child_process';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { server } from '../setup';

const root = fileURLToPath(new URL('../..', import.meta.url));
const demo = (port: number) => {
  const child = spawn(process.execPath, ['scripts/demo.mjs', '--no-open', '--port', String(port)], { cwd: root });
  let text = '';
  child.stdout.on('data', (d: Buffer) => (text += d.toString()));
  child.stderr.on('data', (d: Buffer) => (text += d.toString()));
  return { child, text: () => text, ended: new Promise<number | null>((resolve) => child.on('exit', resolve)) };
};

test('demo: a port taken by another program stops it with the port and the way out', async () => {
  const other = createServer((_q, r) => r.end('something else')).listen(0, '127.0.0.1');
  await new Promise((r) => other.once('listening', r));
  const { port } = other.address() as AddressInfo;
  const run = demo(port);
  expect(await run.ended).toBe(1);
  expect(run.text()).toContain(`Port ${port} is taken`);
  expect(run.text()).toContain('--port');
  other.close();
});
test('soak, in short: what was said to be saved is there after whatever happened', async () => {
  const soak = spawn(process.execPath, ['scripts/soak.mjs', '--minutes', '0.4', '--seed', '2'], { cwd: root });
  let text = '';
  for (const out of [soak.stdout, soak.stderr]) out.on('data', (d: Buffer) => (text += d.toString()));
  const code = await new Promise<number | null>((resolve) => soak.on('exit', resolve));
  expect(code, text).toBe(0);
  // It has heard of saved revisions, and of none that went.
  expect(text).toMatch(/revision 1\d\d was said to be saved last; 0 times it was not there/);
});
test('demo: where Nodaxis already answers, that one is opened', async () => {
  const run = demo(Number(new URL(server.baseURL).port));
  expect(await run.ended).toBe(0);
  expect(run.text()).toContain('already runs');
});
test('demo: starts in seconds once built, and Ctrl-C ends it cleanly', async () => {
  const run = demo(7461);
  await expect.poll(run.text, { timeout: 30_000 }).toContain('Nodaxis runs at http://localhost:7461/');
  expect((await fetch('http://127.0.0.1:7461/')).status).toBe(200);
  run.child.kill('SIGINT');
  expect(await run.ended).toBe(0);
  await expect(fetch('http://127.0.0.1:7461/')).rejects.toThrow();
});
