import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { request as ask, type IncomingHttpHeaders } from 'node:http';
import { connect } from 'node:net';
import { whereToListen } from './address';
import { listen } from './server';

describe('The server', () => {
  /** Long enough for what is whole, so short that a test waits for what is not. */
  const limits = { headWithinMs: 1000, wholeWithinMs: 1400, lookedAtEveryMs: 100 };
  let server: Awaited<ReturnType<typeof listen>>;
  beforeAll(async () => {
    const root = mkdtempSync(join(tmpdir(), 'tidal-app-'));
    mkdirSync(join(root, 'assets'));
    writeFileSync(join(root, 'index.html'), '<!doctype html><title>app</title>');
    writeFileSync(join(root, 'assets', 'index-abc123.js'), `//${'x'.repeat(5000)}`);
    server = await listen({ port: 0, host: '127.0.0.1', root, limits });
  });
  afterAll(() => server.close());
  const get = (path: string) => fetch(`${server.url}${path}`, { headers: { accept: 'text/html,*/*' } });

  it('serves the page on loopback with a policy that allows only its own files', async () => {
    expect(server.url).toMatch(/^http:\/\/127\.0\.0\.1:/);
    const { headers } = await get('');
    expect(headers.get('content-security-policy')).toContain("script-src 'self';");
    expect(headers.get('content-security-policy')).not.toMatch(/unsafe-eval|script-src[^;]*unsafe/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-cache');
  });

  it('lets hashed files be kept for ever, and compresses them', async () => {
    const { headers } = await get('assets/index-abc123.js');
    expect(headers.get('cache-control')).toContain('immutable');
    expect(headers.get('content-encoding')).toBeTruthy();
  });

  it('gives the page for a route of the app and 404 for a missing file', async () => {
    expect(await (await get('some/view')).text()).toContain('<title>app</title>');
    expect((await get('assets/missing.js')).status).toBe(404);
  });

  /** As it is asked, byte by byte: fetch mends paths and adds headers. */
  const request = (method: string, path: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; headers: IncomingHttpHeaders; text: string }>((done, fail) => {
      const { hostname, port } = new URL(server.url);
      ask({ method, path: `/${path}`, hostname, port, headers: { accept: 'text/html,*/*', ...headers } }, (reply) => {
        let text = '';
        reply.on('data', (chunk: Buffer) => (text += chunk.toString()));
        reply.on('end', () => done({ status: reply.statusCode!, headers: reply.headers, text }));
      })
        .on('error', fail)
        .end();
    });

  it('gives a page that is known already no second time: 304', async () => {
    for (const path of ['', 'index.html', 'some/view', 'assets/index-abc123.js']) {
      const { headers } = await request('GET', path);
      const again = await request('GET', path, { 'if-none-match': headers.etag! });
      expect([path, again.status, again.text]).toEqual([path, 304, '']);
    }
  });

  it('answers HEAD as it answers GET, without a body, on routes of the app too', async () => {
    for (const path of ['', 'index.html', 'some/view', 'assets/index-abc123.js']) {
      const head = await request('HEAD', path);
      expect([path, head.status, head.text]).toEqual([path, 200, '']);
    }
    expect((await request('HEAD', 'assets/missing.js')).status).toBe(404);
  });

  it('gives the part of a file that is asked for, and says where there is none', async () => {
    const path = 'assets/index-abc123.js';
    const part = await request('GET', path, { range: 'bytes=0-3' });
    expect([part.status, part.headers['content-range'], part.text]).toEqual([206, 'bytes 0-3/5002', '//xx']);
    const end = await request('GET', path, { range: 'bytes=-2' });
    expect([end.status, end.text]).toEqual([206, 'xx']);
    const beyond = await request('GET', path, { range: 'bytes=9000-' });
    expect([beyond.status, beyond.headers['content-range']]).toEqual([416, 'bytes */5002']);
    expect((await request('GET', path, { range: 'lines=1-2' })).status).toBe(200);
  });

  it.each(['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS'])('refuses %s by name', async (method) => {
    const refused = await request(method, '');
    expect([refused.status, refused.headers.allow]).toEqual([405, 'GET, HEAD']);
    expect(refused.text).toContain(`${method} is not one of GET, HEAD`);
  });

  it.each(['../package.json', '%2e%2e/package.json', 'assets/..%2f..%2fpackage.json', 'assets%00.js', '.env'])(
    'gives nothing but the app’s own files: %s',
    async (path) => expect((await request('GET', path)).status).toBeGreaterThanOrEqual(400),
  );

  it('closes a request that is never whole', async () => {
    const socket = connect(Number(new URL(server.url).port), '127.0.0.1');
    const began = Date.now();
    socket.write('GET / HTTP/1.1\r\nHost: half');
    await new Promise((closed) =>
      socket
        .on('close', closed)
        .on('error', () => undefined)
        .resume(),
    );
    const tookMs = Date.now() - began;
    expect(tookMs).toBeGreaterThan(0.9 * limits.headWithinMs);
    expect(tookMs).toBeLessThan(60_000);
  });

  it('says what to do when nothing is built', () => {
    expect(() => listen({ port: 0, host: '127.0.0.1', root: '/nowhere' })).toThrow('npm run build');
  });
});

describe('Where the server listens', () => {
  it('is this machine alone, unless another place is named', () => {
    expect(whereToListen({})).toEqual({ port: 4173, host: '127.0.0.1' });
    expect(whereToListen({ PORT: '80', HOST: '0.0.0.0' })).toEqual({ port: 80, host: '0.0.0.0' });
  });

  it.each([
    { PORT: '' },
    { PORT: '70000' },
    { PORT: 'x' },
    { PORT: '-1' },
    { PORT: '80.5' },
    { HOST: '' },
    { HOST: ' ' },
  ])('%p is refused in a sentence: an empty address is not all addresses', (env) =>
    expect(() => whereToListen(env)).toThrow(/is not (a port|an address)\. Set/),
  );
});
