import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { MessageChannel as NodeMessageChannel, type MessagePort as NodeMessagePort } from 'node:worker_threads';
import { expose, type Endpoint } from 'comlink';
import type { Project } from '../core/document/project/project';
import { auditToEnd } from '../core/judgement/audit';
import { DEFAULT_CONDITIONS } from '../core/heat/surroundings';
import { CircuitSolver } from '../core/network/circuitSolver';
import { sweepToEnd } from '../core/judgement/sweep/sweep';
import { demoProject } from '../core/verification/testing/demo';
import { createCircuitWorker } from './circuitWorkerApi';
import { CircuitRefused, CircuitWorkerClient, prepareToSolve, Superseded } from './client';
import { solveState } from '../core/judgement/judgeState';

const ports: NodeMessagePort[] = [];
let solves = 0;
let closed = 0;
setFlagsFromString('--expose-gc');
const collectGarbage = runInNewContext('gc') as () => void;

/** Ports are closed at the end: an open one keeps the process alive. */
class Channel extends NodeMessageChannel {
  constructor() {
    super();
    ports.push(this.port1, this.port2);
    for (const port of [this.port1, this.port2]) port.on('close', () => closed++);
  }
}

/** The worker's own side behind a real message port: everything that goes over is cloned, as it is between threads. */
function PortWorker() {
  const { port1, port2 } = new Channel();
  const api = createCircuitWorker(
    () => new Promise((resolve) => setTimeout(resolve, 0)),
    () => performance.now(),
  );
  expose(
    { ...api, solve: (request: Parameters<typeof api.solve>[0]) => (solves++, api.solve(request)) },
    port2 as unknown as Endpoint,
  );
  return port1;
}

beforeAll(() => Object.assign(globalThis, { Worker: PortWorker, MessageChannel: Channel }));
afterAll(() => ports.forEach((port) => port.close()));

const quiet = () => undefined;
const project = demoProject();
const [idle, full] = [
  { speedRevS: 850 / 60, oilTemperatureK: 383.15 },
  { speedRevS: 7000 / 60, oilTemperatureK: 393.15 },
];
/** A circuit that says why it cannot be computed: every way out of the pump is taken away. */
const broken: Project = {
  ...project,
  variants: project.variants.map((v) => ({
    ...v,
    circuit: { parts: v.circuit.parts.filter((p) => p.kind === 'orifice'), joints: [] },
  })),
};

describe('The page’s side of a worker', () => {
  it('brings back what the core says: a state, the range, the audit', async () => {
    const [made, fresh] = [CircuitSolver.of(project), CircuitSolver.of(project)];
    if (!made.ok || !fresh.ok) throw new Error('refused');
    const client = new CircuitWorkerClient();
    const { result, heat } = await client.solve(project, full);
    expect([result, heat]).toEqual([
      solveState(made.circuit, made.circuit.stateAt(full.speedRevS, full.oilTemperatureK)),
      null,
    ]);
    expect(await client.task(project, 'sweep', {}, quiet)).toEqual(sweepToEnd(fresh.circuit));
    expect(await client.task(project, 'check', { kind: 'judge' }, quiet)).toMatchObject({
      findings: auditToEnd(made.circuit),
    });
  });

  it('sends a question at once, drops what a newer one overtakes while it waits, and answers the newest', async () => {
    const client = new CircuitWorkerClient();
    await client.solve(project, idle);
    solves = 0;
    const asked = [idle, full, idle, full].map((request) => client.solve(project, request));
    const ends = await Promise.allSettled(asked);
    expect(ends.map((e) => e.status)).toEqual(['fulfilled', 'rejected', 'rejected', 'fulfilled']);
    for (const end of ends) if (end.status === 'rejected') expect(end.reason).toBeInstanceOf(Superseded);
    expect(solves).toBe(2);
  });

  it('says in words why a circuit cannot be computed, and goes on with the next', async () => {
    const client = new CircuitWorkerClient();
    await expect(client.solve(broken, idle)).rejects.toThrow(CircuitRefused);
    await expect(client.task(broken, 'sweep', {}, quiet)).rejects.toThrow(CircuitRefused);
    expect((await client.solve(project, idle)).result.supplied).toBe(true);
  });

  it('hears how far long work has come, and stops it', async () => {
    const client = new CircuitWorkerClient();
    const seen: number[] = [];
    const task = { drive: { ...DEFAULT_CONDITIONS, speedRevS: 50 }, startK: 293.15, durationS: 3 * 3600 };
    const whole = await client.task(project, 'warmUp', task, (share) => seen.push(share));
    expect(seen.length).toBeGreaterThan(1);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    await expect(client.task(project, 'warmUp', task, () => client.stop())).rejects.toBeInstanceOf(Superseded);
    expect(await client.task(project, 'warmUp', task, quiet)).toEqual(whole);
  });

  it('does a study’s task, also where the open variant cannot be computed, and says why one cannot be done', async () => {
    const client = new CircuitWorkerClient();
    const other: Project = { ...project, variants: [...broken.variants.slice(0, 1), ...project.variants.slice(1)] };
    const reply = await client.task(other, 'compare', { id: project.variants[1]!.id }, quiet);
    expect(reply).toMatchObject({ refused: null, verdict: { unsolved: 0 } });
    await expect(client.task(project, 'boil', {}, quiet)).rejects.toThrow('There is no study called boil.');
    await expect(
      client.task(project, 'partSizes', { kind: 'fit', part: 'pump', family: null, size: 0 }, quiet),
    ).rejects.toThrow('There is no cooler or thermostat of that name');
  });

  it('keeps nothing of what it brought: no answer, and no port of a task that is done', async () => {
    const client = new CircuitWorkerClient();
    const solveMany = async (count: number) => {
      for (let n = 0; n < count; n++) await client.solve(project, n % 2 ? idle : full);
      collectGarbage();
      return process.memoryUsage().heapUsed;
    };
    const answerBytes = JSON.stringify(await client.solve(project, full)).length;
    const before = await solveMany(100);
    const held = (await solveMany(300)) - before;
    expect(held).toBeLessThan((300 * answerBytes) / 4);

    const [made, gone] = [ports.length, closed];
    for (let n = 0; n < 5; n++) await client.task(project, 'sweep', {}, quiet);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(ports.length - made).toBe(10);
    expect(closed - gone).toBe(10);
  });
});

test('a browser that allows no worker still shows the page: it is told of where something is asked', () => {
  const { Worker: allowed } = globalThis;
  globalThis.Worker = function refused() {
    throw new DOMException('blocked', 'SecurityError');
  } as unknown as typeof Worker;
  expect(() => prepareToSolve()).not.toThrow();
  globalThis.Worker = allowed;
});
