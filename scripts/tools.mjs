import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';

/** The options of a command. One that it does not know is answered by how it is used, not by a stack trace. */
export function options(known, usage) {
  try {
    return parseArgs({ options: known }).values;
  } catch (e) {
    console.error(`${e.message}\nUsage: ${usage}`);
    process.exit(2);
  }
}

/** Helpers of the root commands. They use nothing but Node.js, since they run before anything is installed. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cache = join(root, '.cache');
export const CHROMIUM = '/usr/bin/chromium';

const hashOf = (text) => createHash('sha256').update(text).digest('hex');
const stampFile = (name) => join(cache, `${name}.stamp`);
const readStamp = (name) => (existsSync(stampFile(name)) ? readFileSync(stampFile(name), 'utf8') : '');
function writeStamp(name, value) {
  mkdirSync(cache, { recursive: true });
  writeFileSync(stampFile(name), value);
}

/** Runs a command with its output where the caller wants it: `quiet` keeps stdout clean. */
export function run(command, args, { quiet = false, ...options } = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: quiet ? ['ignore', 2, 2] : 'inherit', ...options });
  return result.status ?? 1;
}

/** Installs exactly what the lock file says, when it is not there yet. */
export function ensureInstalled({ quiet = false } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Nodaxis needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const wanted = hashOf(readFileSync(join(root, 'package-lock.json'), 'utf8'));
  if (existsSync(join(root, 'node_modules', '.package-lock.json')) && readStamp('install') === wanted) return;
  console.error('Installing what is missing …');
  const code = run('npm', ['ci', '--no-audit', '--no-fund'], { quiet });
  if (code !== 0) {
    console.error('The packages could not be installed. Check the connection to the npm registry, then try again.');
    process.exit(code);
  }
  writeStamp('install', wanted);
}

/** A fingerprint of the sources of some folders: names, sizes and times, so that it costs milliseconds. */
function fingerprint(folders) {
  const lines = [];
  const walk = (path) => {
    for (const entry of readdirSync(path, { withFileTypes: true })) {
      if (['dist', 'node_modules'].includes(entry.name) || entry.name.endsWith('.test.ts')) continue;
      const full = join(path, entry.name);
      if (entry.isDirectory()) walk(full);
      else {
        const { size, mtimeMs } = statSync(full);
        lines.push(`${full} ${size} ${mtimeMs}`);
      }
    }
  };
  folders.forEach((f) => walk(join(root, f)));
  return hashOf(lines.sort().join('\n'));
}

/** Builds one workspace with Vite unless its sources are what they were. */
export function build(workspace, { quiet = false } = {}) {
  const print = `${fingerprint([workspace, 'core'])} ${readStamp('install')}`;
  if (existsSync(join(root, workspace, 'dist')) && readStamp(`build-${workspace}`) === print) return;
  console.error(`Building ${workspace} …`);
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  const code = run(process.execPath, [vite, 'build'], { cwd: join(root, workspace), quiet });
  if (code !== 0) process.exit(code);
  writeStamp(`build-${workspace}`, print);
}

/** Chromium drives the browser journeys. It comes from Debian; where that is not allowed, the way out is said. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  console.error('Installing Debian’s chromium for the browser journeys …');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const ok =
    run('apt-get', ['update', '-qq'], { env }) === 0 &&
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { env }) === 0;
  if (!ok || !existsSync(CHROMIUM)) {
    console.error(
      `The browser journeys need Chromium at ${CHROMIUM}, and it could not be installed from here (apt needs root and a Debian system). Install it with "apt-get install chromium", then run npm test again.`,
    );
    process.exit(1);
  }
}

export const bin = (name) => join(root, 'node_modules', '.bin', name);

/** Starts the built server on a port and resolves with it once it answers. */
export function startServer(port) {
  const child = spawn(
    process.execPath,
    [join(root, 'server/dist/main.js'), '--root', join(root, 'web/dist'), '--port', String(port)],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (data) => {
      const address = /http:\/\/\S+/.exec(data.toString());
      if (address) resolve({ child, address: address[0] });
    });
    child.on('exit', (code) => reject(new Error(`The server ended with code ${code}.`)));
  });
}

export const output = (command, args) => execFileSync(command, args, { cwd: root, encoding: 'utf8' });
