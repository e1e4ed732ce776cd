import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import { createApp, IDENTITY } from './app';

const usage = 'Usage: node main.js --root FOLDER [--port 1..65535]';
/** One that is not known is answered by how the command is used. */
function read() {
  try {
    return parseArgs({ options: { port: { type: 'string', default: '7420' }, root: { type: 'string' } } }).values;
  } catch (e) {
    console.error(`${(e as Error).message}\n${usage}`);
    process.exit(2);
  }
}
const values = read();
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65535 || !values.root) {
  console.error(usage);
  process.exit(2);
}

// Only this machine can reach it: the page keeps a person's own data.
const server = createServer(createApp(values.root));
server.on('error', (e: NodeJS.ErrnoException) => {
  console.error(e.code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another with --port.` : e.message);
  process.exit(1);
});
// A caller that sends half a request, or none, does not hold a connection for ever.
server.headersTimeout = 10_000;
server.requestTimeout = 15_000;
server.keepAliveTimeout = 5_000;
server.listen(port, '127.0.0.1', () => {
  const address = server.address();
  const actual = typeof address === 'object' && address ? address.port : port;
  console.log(`${IDENTITY} ready on http://localhost:${actual}/`);
});

/** What is being sent may be sent to its end, for a second. */
const end = () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 1000).unref();
};
process.on('SIGINT', end);
process.on('SIGTERM', end);
