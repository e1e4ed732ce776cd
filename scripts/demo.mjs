import { spawn } from 'node:child_process';
import { build, ensureInstalled, options, startServer } from './tools.mjs';

/** Fixed, since a browser keeps machines by address and port: another port would be another, empty shelf. */
const DEFAULT_PORT = 7420;

const values = options(
  { port: { type: 'string', default: String(DEFAULT_PORT) }, 'no-open': { type: 'boolean', default: false } },
  'npm run demo -- [--port 1..65535] [--no-open]',
);
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(`--port ${values.port} is not a port; use a number from 1 to 65535.`);
  process.exit(2);
}
const address = `http://localhost:${port}/`;

function open() {
  if (values['no-open']) return;
  const command = { darwin: 'open', win32: 'explorer' }[process.platform] ?? 'xdg-open';
  const child = spawn(command, [address], { stdio: 'ignore', detached: true });
  child.on('error', () => console.log(`Open ${address} in a browser.`));
  child.unref();
}

/** 'nodaxis' when Nodaxis answers there, 'other' for anything else that listens, 'free' when nothing does. */
async function whoAnswers() {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/identity`, { signal: AbortSignal.timeout(2000) });
    const who = await answer.json().catch(() => ({}));
    return who.name === 'Nodaxis' ? 'nodaxis' : 'other';
  } catch (e) {
    return e.cause?.code === 'ECONNREFUSED' ? 'free' : 'other';
  }
}

const who = await whoAnswers();
if (who === 'nodaxis') {
  console.log(`Nodaxis already runs at ${address}`);
  open();
} else if (who === 'other') {
  console.error(
    `Port ${port} is taken by another program. Your machines are kept for http://localhost:${DEFAULT_PORT}/, so Nodaxis does not move by itself. Free the port, or choose another with: npm run demo -- --port ${port + 1}`,
  );
  process.exitCode = 1;
} else {
  ensureInstalled();
  build('web');
  build('server');
  const { child } = await startServer(port);
  console.log(`Nodaxis runs at ${address}  (Ctrl-C ends it)`);
  open();
  const end = () => {
    child.removeAllListeners('exit');
    child.once('exit', () => process.exit(0));
    child.kill('SIGTERM');
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
}
