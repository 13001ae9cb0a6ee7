import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import Koa from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import serve from 'koa-static';

const YEAR_MS = 365 * 24 * 3600 * 1000;
/** Files that the build names by their content may be kept for ever; the page itself is asked for anew. */
const HASHED = /[\\/]assets[\\/]/;

/**
 * The server: the built app and nothing else, with headers that allow only what the app itself ships.
 * antd writes its styles at run time, hence 'unsafe-inline' for styles; scripts and workers are our own files only.
 * @param root folder of the built app
 */
export function createServer(root: string): Koa {
  const app = new Koa();
  app.on('error', (error: NodeJS.ErrnoException) => {
    // A browser that goes away is no fault of ours.
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE' && error.code !== 'ECONNRESET') console.error(error.message);
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'none'"],
        },
      },
      referrerPolicy: { policy: 'no-referrer' },
      // Served on loopback without TLS: a promise of TLS would lock the browser out.
      strictTransportSecurity: false,
    }),
  );
  app.use(compress({ filter: (type) => type !== 'text/event-stream' && /text|javascript|json|svg/.test(type) }));
  app.use(
    serve(root, {
      setHeaders: (response, path) => {
        response.setHeader(
          'Cache-Control',
          HASHED.test(path) ? `public, max-age=${YEAR_MS / 1000}, immutable` : 'no-cache',
        );
      },
    }),
  );
  // The app has routes of its own: any other page address gets the app, a missing file does not.
  app.use(async (ctx, next) => {
    if (ctx.method === 'GET' && ctx.accepts('html') && !/\.[a-z0-9]+$/i.test(ctx.path)) {
      ctx.path = '/index.html';
      await serve(root)(ctx, next);
      ctx.set('Cache-Control', 'no-cache');
    } else await next();
  });
  return app;
}

/** Starts the server and says where it is. @param port 0 for any free one */
export function listen(
  port: number,
  host: string,
  root = resolve('dist', 'app'),
): Promise<{ readonly url: string; close(): Promise<void> }> {
  if (!existsSync(join(root, 'index.html')))
    throw new Error(`There is no built app in ${root}. Run "npm run build" first.`);
  return new Promise((done, fail) => {
    const server = createServer(root).listen(port, host);
    server.once('error', fail);
    server.once('listening', () => {
      const address = server.address();
      const actual = typeof address === 'object' && address ? address.port : port;
      done({
        url: `http://${host}:${actual}/`,
        close: () => new Promise<void>((closed) => server.close(() => closed())),
      });
    });
  });
}
