import { connect } from 'node:net';
import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { listen } from '../../src/server/server';
import type { Part } from './part';

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE', 'BREW', 'get', ''];
const PATHS = [
  ...[
    '/',
    '/index.html',
    '/heat',
    '/sw.js',
    '/manifest.webmanifest',
    '/assets/',
    '/assets/none.js',
    '/../package.json',
  ],
  ...[
    '/%2e%2e/%2e%2e/etc/passwd',
    '/..%5c..%5cpackage.json',
    '/%00',
    '/%',
    '/.git/config',
    '//evil.example/',
    `/${'a'.repeat(9000)}`,
  ],
  ...['/assets/%2e%2e/index.html', '/?a=1&b[]=2', '*', 'http://127.0.0.1/', 'no-slash'],
];
const HEADERS = [
  ...[
    'Range: bytes=0-9',
    'Range: bytes=5-1',
    'Range: bytes=-0',
    'Range: bytes=0-0,2-3',
    'Range: x',
    'If-None-Match: *',
  ],
  ...[
    'If-None-Match: W/"x"',
    'Accept: */*',
    'Accept: text/html',
    'Accept: image/png',
    'Content-Length: 5',
    'Content-Length: x',
  ],
  ...['Transfer-Encoding: chunked', 'Expect: 100-continue', 'Host:', 'Connection: close', `X: ${'y'.repeat(20_000)}`],
];
const SECRET = /"dependencies"|root:x:0/;

/** Sends bytes and hears what comes until the server closes. */
const send = (port: number, bytes: string): Promise<string> =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1');
    let heard = '';
    socket.setTimeout(20_000, () => socket.destroy());
    socket.on('data', (data) => (heard += data.toString('latin1')));
    socket.on('error', () => done(heard));
    socket.on('close', () => done(heard));
    socket.write(bytes);
  });

/** Requests of odd methods, paths and headers, whole and cut off, to the server. */
export const requests: Part = {
  name: 'requests',
  unit: 'odd requests to the server',
  holds: 'each gets an answer below 500 or is closed; no file but the app’s own; the server still answers',
  usual: 1500,
  async run(count, seed) {
    const failures: string[] = [];
    const random = seeded(seed);
    const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
    const server = await listen({ port: 0, host: '127.0.0.1' });
    const port = Number(new URL(server.url).port);
    const { error } = console;
    console.error = () => undefined;
    try {
      for (let n = 0; n < count; n++) {
        const extra = Array.from({ length: Math.floor(random() * 3) }, () => pick(HEADERS));
        const head = [`${pick(METHODS)} ${pick(PATHS)} HTTP/1.1`, 'Host: 127.0.0.1', 'Connection: close', ...extra];
        const heard = await send(port, `${head.join('\r\n')}\r\n\r\n${random() < 0.3 ? 'body' : ''}`);
        const status = Number(/^HTTP\/1\.1 (\d+)/.exec(heard)?.[1] ?? 0);
        if (status >= 500 || SECRET.test(heard)) failures.push(`${head.join(' | ').slice(0, 160)}: ${status}`);
      }
      const last = await fetch(server.url);
      if (last.status !== 200) failures.push(`afterwards the page has ${last.status}`);
    } finally {
      console.error = error;
      await server.close();
    }
    return { done: count, failures };
  },
};
