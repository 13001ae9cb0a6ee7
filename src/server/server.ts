import { createReadStream, existsSync } from 'node:fs';
import { createServer as createHttpServer, type RequestListener } from 'node:http';
import { join, resolve } from 'node:path';
import Koa, { type Context, type Next } from 'koa';
import compress from 'koa-compress';
import conditional from 'koa-conditional-get';
import etag from '@koa/etag';
import helmet from 'koa-helmet';
import serve from 'koa-static';
import rangeParser from 'range-parser';
import type { Logger } from './logger';

const YEAR_MS = 365 * 24 * 3600 * 1000;
/** Files that the build names by their content may be kept for ever; the page itself is asked for anew. */
const HASHED = /[\\/]assets[\\/]/;
/** How long a request may take to come [ms]. */
export interface RequestLimits {
  /** One whose head has not come by then is closed. */
  readonly headWithinMs: number;
  /** One that is not whole by then is closed. */
  readonly wholeWithinMs: number;
  /** How often that is looked at. */
  readonly lookedAtEveryMs: number;
}
const REQUEST_LIMITS: RequestLimits = { headWithinMs: 10_000, wholeWithinMs: 14_000, lookedAtEveryMs: 1000 };
const READS = ['GET', 'HEAD'];

/**
 * The server: the built app and nothing else, with headers that allow only what the app itself ships. antd writes its
 * styles at run time, hence 'unsafe-inline' for styles; scripts and workers are our own files only.
 * @param root folder of the built app
 * @param logger a simulated data logger, where there is one
 */
export function createServer(root: string, logger?: Logger): Koa {
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
          // Photos out of the browser's store are shown by blob addresses.
          imgSrc: ["'self'", 'data:', 'blob:'],
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
  if (logger) app.use(logger.middleware);
  app.use(readsOnly);
  app.use(conditional());
  app.use(etag());
  app.use(
    compress({
      // A part of a file is a part of what lies there, not of what it would be packed.
      filter: (type) => type !== 'text/event-stream' && /text|javascript|json|svg/.test(type),
    }),
  );
  app.use(parts);
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
    if (ctx.accepts('html') && !/\.[a-z0-9]+$/i.test(ctx.path)) {
      ctx.path = '/index.html';
      await serve(root)(ctx, next);
      ctx.set('Cache-Control', 'no-cache');
    } else await next();
  });
  return app;
}

/** Nothing is ever written here: other methods than reading are refused by name. */
async function readsOnly(ctx: Context, next: Next): Promise<void> {
  if (READS.includes(ctx.method)) return next();
  ctx.set('Allow', READS.join(', '));
  ctx.status = 405;
  ctx.body = `This server only gives files; ${ctx.method} is not one of ${READS.join(', ')}.\n`;
}

/** Gives the part of a file that is asked for, where it is one part. @source RFC 9110, section 14 */
async function parts(ctx: Context, next: Next): Promise<void> {
  await next();
  const file = (ctx.body as { readonly path?: unknown } | null)?.path;
  if (ctx.status !== 200 || typeof file !== 'string') return;
  ctx.set('Accept-Ranges', 'bytes');
  const size = ctx.response.length;
  const asked = ctx.get('Range');
  // A part of a newer file than the one that was begun is none: then the whole is given.
  if (asked === '' || size === undefined || ctx.get('If-Range') !== '') return;
  const ranges = rangeParser(size, asked);
  if (ranges === -2 || (ranges !== -1 && (ranges.type !== 'bytes' || ranges.length !== 1))) return;
  (ctx.body as { destroy?: () => void }).destroy?.();
  ctx.compress = false;
  if (ranges === -1) {
    ctx.set('Content-Range', `bytes */${size}`);
    ctx.status = 416;
    ctx.body = null;
    ctx.status = 416;
    return;
  }
  const { start, end } = ranges[0]!;
  ctx.status = 206;
  ctx.body = createReadStream(file, { start, end });
  ctx.set('Content-Range', `bytes ${start}-${end}/${size}`);
  ctx.length = end - start + 1;
}

/** Where and what a server serves. */
export interface Serving {
  /** 0: any free one. */
  readonly port: number;
  readonly host: string;
  /** Folder of the built app. Default: dist/app. */
  readonly root?: string;
  /** A simulated data logger. Default: none. */
  readonly logger?: Logger;
  /** Default: 10 s for the head, 14 s for the whole. */
  readonly limits?: RequestLimits;
}

/** Starts the server and says where it is. @throws where nothing is built */
export function listen({
  port,
  host,
  root = resolve('dist', 'app'),
  logger,
  limits = REQUEST_LIMITS,
}: Serving): Promise<{ readonly url: string; close(): Promise<void> }> {
  if (!existsSync(join(root, 'index.html')))
    throw new Error(`There is no built app in ${root}. Run "npm run build" first.`);
  return new Promise((done, fail) => {
    const server = createHttpServer(
      {
        requestTimeout: limits.wholeWithinMs,
        headersTimeout: limits.headWithinMs,
        connectionsCheckingInterval: limits.lookedAtEveryMs,
      },
      createServer(root, logger).callback() as RequestListener,
    ).listen(port, host);
    server.once('error', fail);
    server.once('listening', () => {
      const address = server.address();
      const actual = typeof address === 'object' && address ? address.port : port;
      done({
        url: `http://${host}:${actual}/`,
        close: () =>
          new Promise<void>((closed) => {
            logger?.close();
            server.close(() => closed());
            server.closeAllConnections();
          }),
      });
    });
  });
}
