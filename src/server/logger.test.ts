import { readFileSync } from 'node:fs';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { frameOf } from '../core/log/frame';
import { Logger, type Runner } from './logger';
import { runEngine } from './runEngine';
import { listen } from './server';

const PROJECT = JSON.parse(readFileSync('demo/thornback.json', 'utf8')) as unknown;
/** The engine here, in this thread; what it is told to send besides comes first. */
const here =
  (besides: readonly string[] = []): Runner =>
  (asked, onLine) => {
    besides.forEach(onLine);
    return runEngine(asked, (lines) => lines.forEach(onLine));
  };

describe('The simulated logger', () => {
  const started = async (run: Runner = here()) => {
    const root = mkdtempSync(join(tmpdir(), 'tidal-app-'));
    mkdirSync(join(root, 'assets'));
    writeFileSync(join(root, 'index.html'), '<!doctype html><title>app</title>');
    return listen({ port: 0, host: '127.0.0.1', root, logger: new Logger(run) });
  };
  const start = (url: string, body: object = {}) =>
    fetch(`${url}api/logger/start`, {
      method: 'POST',
      body: JSON.stringify({ project: PROJECT, simulation: { cycle: 'idle' }, rateHz: 50, ...body }),
    });
  /** Lines of a stream until there are so many. */
  const lines = async (url: string, count: number): Promise<string[]> => {
    const control = new AbortController();
    const response = await fetch(`${url}api/logger/stream`, { signal: control.signal });
    const found: string[] = [];
    let rest = '';
    const decoder = new TextDecoder();
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      rest += decoder.decode(chunk, { stream: true });
      const parts = rest.split('\n\n');
      rest = parts.pop()!;
      found.push(...parts.filter((p) => p.startsWith('data: ')).map((p) => p.slice(6)));
      if (found.length >= count) break;
    }
    control.abort();
    return found;
  };

  it('streams frames in order to two listeners, and keeps the whole run', async () => {
    const server = await started();
    try {
      const both = Promise.all([lines(server.url, 20), lines(server.url, 20)]);
      expect((await start(server.url)).status).toBe(200);
      for (const found of await both) {
        const times = found.map((l) => frameOf(l)!.timeS);
        expect(times).toEqual([...times].sort((a, b) => a - b));
        expect(frameOf(found[0]!)!.values).toHaveProperty('turbo_pressure_bar');
      }
      await fetch(`${server.url}api/logger/stop`, { method: 'POST' });
      const { lines: sent } = (await (await fetch(`${server.url}api/logger`)).json()) as { lines: number };
      const record = await (await fetch(`${server.url}api/logger/record`)).text();
      expect(record.trim().split('\n')).toHaveLength(sent);
    } finally {
      await server.close();
    }
  });

  it('tells a slow listener how much it missed, and makes nobody wait for it', async () => {
    let send: ((line: string) => void) | undefined;
    const server = await started((_asked, onLine) => {
      send = onLine;
      return () => undefined;
    });
    try {
      await start(server.url);
      const slow = await new Promise<import('node:http').IncomingMessage>((done) =>
        request(`${server.url}api/logger/stream`, done).end(),
      );
      slow.pause();
      const wide = `{"time_s":1,"pad":"${'x'.repeat(60_000)}"}`;
      for (let n = 0; n < 300; n++) send!(wide);
      let text = '';
      slow.setEncoding('utf8');
      const told = new Promise<void>((done) =>
        slow.on('data', (chunk: string) => {
          text += chunk;
          if (/event: gap\ndata: \d+/.test(text)) done();
        }),
      );
      slow.resume();
      const again = setInterval(() => send!('{"time_s":2}'), 20);
      await told;
      clearInterval(again);
      expect(Number(/event: gap\ndata: (\d+)/.exec(text)![1])).toBeGreaterThan(0);
      slow.destroy();
    } finally {
      await server.close();
    }
  });

  it('refuses what is no project, too long a body, another origin, and what it does not have', async () => {
    const server = await started();
    try {
      const told = async (response: Response) => [response.status, await response.text()] as const;
      expect(await told(await start(server.url, { project: { format: 'other' } }))).toEqual([
        400,
        expect.stringContaining('format'),
      ]);
      expect(
        (await told(await fetch(`${server.url}api/logger/start`, { method: 'POST', body: 'nonsense' })))[1],
      ).toContain('not JSON');
      expect((await told(await start(server.url, { rateHz: 1e9 })))[1]).toContain('rateHz');
      // The browser sets this header; fetch here does not let it be set.
      const other = await new Promise<number>((done) =>
        request(`${server.url}api/logger`, { headers: { Origin: 'http://elsewhere.example' } }, (r) => {
          r.resume();
          done(r.statusCode!);
        }).end(),
      );
      expect(other).toBe(403);
      expect((await fetch(`${server.url}api/logger/other`)).status).toBe(404);
      expect((await fetch(server.url, { method: 'POST' })).status).toBe(405);
      expect(await (await fetch(`${server.url}api/logger`)).json()).toMatchObject({ running: false, lines: 0 });
    } finally {
      await server.close();
    }
  });
});
