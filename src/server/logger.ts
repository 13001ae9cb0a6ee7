import { createReadStream, createWriteStream, mkdtempSync, rmSync, type WriteStream } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Context, Next } from 'koa';
import { z } from 'zod';
import { LARGEST_FILE_BYTES, readProject } from '../core/document/project/readProject';
import { sayIssue } from '../core/document/project/issue';
import { simulationSchema, type Simulation } from '../core/log/simulatedEngine';
import type { Project } from '../core/document/project/project';

/** What a run of the simulated engine is asked for. */
export interface RunRequest {
  readonly project: Project;
  readonly simulation: Simulation;
  readonly rateHz: number;
  /** Engine seconds in a second of the clock. */
  readonly speedUp: number;
}

/** Runs an engine until it is stopped, handing out its lines. @returns how to stop it */
export type Runner = (
  request: RunRequest,
  onLine: (line: string) => void,
  onFailure: (message: string) => void,
) => () => void;

const startSchema = z.strictObject({
  project: z.unknown(),
  simulation: simulationSchema,
  rateHz: z.number().min(0.1).max(50).default(20),
  speedUp: z.number().min(0.1).max(10_000).default(1),
});

/** Bytes that may wait for a listener that reads slowly; more is dropped for it, and it is told. */
const MOST_WAITING_BYTES = 256 * 1024;
const PATH = '/api/logger';

interface Listener {
  readonly response: ServerResponse;
  dropped: number;
}

/**
 * A simulated data logger: one engine at a time, streamed as server-sent events to any number of listeners, and kept
 * whole in a file of its own until the next start.
 */
export class Logger {
  private readonly listeners = new Set<Listener>();
  private stopRun: (() => void) | undefined;
  private record: { readonly file: string; readonly stream: WriteStream } | undefined;
  private readonly folder = mkdtempSync(join(tmpdir(), 'tidal-logger-'));
  private runs = 0;
  private lines = 0;
  private failure = '';

  constructor(private readonly run: Runner) {}

  /** Its routes; anything else goes on. */
  readonly middleware = async (ctx: Context, next: Next): Promise<void> => {
    if (!ctx.path.startsWith(PATH)) return next();
    const action = `${ctx.method} ${ctx.path.slice(PATH.length)}`;
    // A page of another origin may not start, stop or read an engine here.
    const origin = ctx.get('Origin');
    if (origin !== '' && origin !== `${ctx.protocol}://${ctx.host}`)
      return ctx.throw(403, 'This logger answers the app on this server only.');
    switch (action) {
      case 'GET ':
        ctx.body = {
          running: this.stopRun !== undefined,
          lines: this.lines,
          listeners: this.listeners.size,
          failure: this.failure,
        };
        return;
      case 'POST /start':
        return this.start(ctx);
      case 'POST /stop':
        this.stop();
        ctx.body = { running: false };
        return;
      case 'GET /stream':
        return this.stream(ctx);
      case 'GET /record':
        ctx.type = 'application/x-ndjson';
        ctx.body = this.record ? createReadStream(this.record.file) : '';
        return;
      default:
        ctx.throw(404, 'The logger has GET /, /stream and /record, POST /start and /stop.');
    }
  };

  private async start(ctx: Context): Promise<void> {
    let raw: unknown;
    try {
      raw = JSON.parse(await bodyOf(ctx.req));
    } catch (error) {
      return ctx.throw(400, error instanceof RangeError ? error.message : 'What was sent is not JSON.');
    }
    const parsed = startSchema.safeParse(raw);
    if (!parsed.success)
      return ctx.throw(
        400,
        `${parsed.error.issues[0]?.path.join('.') ?? ''}: ${parsed.error.issues[0]?.message ?? 'it cannot be read'}`,
      );
    const read = readProject(parsed.data.project);
    if (!read.ok) return ctx.throw(400, read.issues.map(sayIssue).join(' '));
    this.stop();
    this.record?.stream.end();
    const file = join(this.folder, `run${++this.runs}.jsonl`);
    this.record = { file, stream: createWriteStream(file) };
    this.lines = 0;
    this.failure = '';
    this.stopRun = this.run(
      { ...parsed.data, project: read.project },
      (line) => this.send(line),
      (message) => {
        this.failure = message;
        this.stopRun = undefined;
      },
    );
    ctx.body = { running: true };
  }

  private send(line: string): void {
    this.lines++;
    this.record?.stream.write(`${line}\n`);
    for (const listener of this.listeners) {
      const { response } = listener;
      if (response.writableLength > MOST_WAITING_BYTES) {
        listener.dropped++;
        continue;
      }
      if (listener.dropped > 0) {
        response.write(`event: gap\ndata: ${listener.dropped}\n\n`);
        listener.dropped = 0;
      }
      response.write(`data: ${line}\n\n`);
    }
  }

  private stream(ctx: Context): void {
    ctx.respond = false;
    const { res } = ctx;
    // A stream stays open: neither compressed nor timed.
    ctx.req.socket.setTimeout(0);
    res.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    res.write(`retry: 1000\n\n`);
    const listener = { response: res, dropped: 0 };
    this.listeners.add(listener);
    res.on('close', () => this.listeners.delete(listener));
  }

  private stop(): void {
    this.stopRun?.();
    this.stopRun = undefined;
  }

  /** Ends the run, its listeners and what it kept. */
  close(): void {
    this.stop();
    for (const { response } of this.listeners) response.end();
    this.record?.stream.end();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** @throws RangeError where it is too long */
async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  let bytes = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    bytes += chunk.length;
    if (bytes > LARGEST_FILE_BYTES) throw new RangeError('The project is over 8 MiB.');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}
