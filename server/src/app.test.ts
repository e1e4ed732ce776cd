import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { createApp } from './app';

let server: Server;
let port: number;
beforeAll(async () => {
  const base = mkdtempSync(join(tmpdir(), 'nodaxis-server-'));
  const root = join(base, 'dist');
  mkdirSync(join(root, 'assets'), { recursive: true });
  writeFileSync(join(base, 'secret.txt'), 'secret');
  writeFileSync(join(root, 'index.html'), '<title>page</title>');
  writeFileSync(join(root, 'assets', 'a.js'), '1');
  writeFileSync(join(root, '.hidden'), 'secret');
  server = createServer(createApp(root)).listen(0, '127.0.0.1');
  await new Promise((r) => server.once('listening', r));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => void server.close());
const get = (path: string) => fetch(`http://127.0.0.1:${port}${path}`);

/** A raw request: a client library would tidy the path up before it is sent. */
const raw = (path: string): Promise<string> =>
  new Promise((resolve) => {
    let text = '';
    const socket = connect(port, '127.0.0.1', () =>
      socket.write(`GET ${path} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n`),
    );
    socket.on('data', (d) => (text += d.toString())).on('close', () => resolve(text));
  });

it('serves the page for its routes, assets as they are, and says who it is', async () => {
  expect(await (await get('/machine/dunnock/drives')).text()).toContain('page');
  expect((await get('/assets/a.js')).headers.get('cache-control')).toContain('immutable');
  expect(await (await get('/identity')).json()).toEqual({ name: 'Nodaxis' });
  expect((await get('/assets/none.js')).status).toBe(404);
  expect((await fetch(`http://127.0.0.1:${port}/`, { method: 'POST' })).status).toBe(405);
});
it('answers to its own names alone, and lets nobody keep the page', async () => {
  const as = (host: string) =>
    new Promise<string>((resolve) => {
      let text = '';
      const socket = connect(port, '127.0.0.1', () =>
        socket.write(`GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`),
      );
      socket.on('data', (d) => (text += d.toString())).on('close', () => resolve(text));
    });
  for (const host of ['localhost:7420', '127.0.0.1', '[::1]:7420']) expect(await as(host)).toMatch(/ 200 /);
  for (const host of ['evil.example', 'localhost.evil.example', '192.168.1.7']) expect(await as(host)).toMatch(/ 421 /);
  expect((await get('/machine/dunnock/drives')).headers.get('cache-control')).toBe('no-store');
});
it('sends a policy without inline script or foreign source', async () => {
  const policy = (await get('/')).headers.get('content-security-policy')!;
  expect(policy).toContain("script-src 'self'");
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toMatch(/unsafe|https?:|\*/);
});
it.each([
  '/../secret.txt',
  '/%2e%2e/secret.txt',
  '/assets/..%2f..%2fsecret.txt',
  '/..%5csecret.txt',
  '/%00',
  '/.hidden',
  '/%E0%A4%A',
])('refuses %s', async (path) => {
  const answer = await raw(path);
  expect(answer).toMatch(/^HTTP\/1\.1 4\d\d/);
  expect(answer).not.toContain('secret');
});
