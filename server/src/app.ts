import { resolve } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';

/** By this word a second start recognises that Nodaxis itself answers on a port. */
export const IDENTITY = 'Nodaxis';

const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]', '::1']);

/**
 * Serves the built application from `root` and nothing else: a strict content security policy, no path outside the
 * root, and the page itself for every address that is one of its routes.
 */
export function createApp(root: string): Express {
  const folder = resolve(root);
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Loopback speaks plain HTTP: a promise of HTTPS would lock the page out of its own address.
      strictTransportSecurity: false,
    }),
  );
  // A page of somebody else that had its name pointed at this machine would ask under that name.
  app.use((req, res, next) => {
    if (!LOOPBACK.has(req.hostname)) return void res.status(421).send('Nodaxis answers under localhost only.');
    next();
  });
  app.get('/identity', (_req, res) => void res.json({ name: IDENTITY }));
  app.use((req: Request, res: Response, next: NextFunction) => {
    let path: string;
    try {
      path = decodeURIComponent(req.path);
    } catch {
      return void res.status(400).send('This address cannot be read.');
    }
    if (path.includes('\0') || path.split(/[\\/]/).includes('..'))
      return void res.status(403).send('No path leads out of here.');
    next();
  });
  app.use(
    express.static(folder, {
      index: false,
      dotfiles: 'deny',
      setHeaders: (res, file) =>
        res.setHeader('Cache-Control', file.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-store'),
    }),
  );
  app.use((req, res) => {
    if (req.method !== 'GET' && req.method !== 'HEAD')
      return void res.status(405).send('Only reading is possible here.');
    // A missing asset is missing; every other address is a route of the page.
    if (req.path.startsWith('/assets/') || /\.[a-z0-9]+$/i.test(req.path))
      return void res.status(404).send('Not found.');
    res.sendFile('index.html', { root: folder, cacheControl: false, headers: { 'Cache-Control': 'no-store' } });
  });
  return app;
}
