import { Worker } from 'node:worker_threads';
import type { Runner } from './logger';

/** A thread does not inherit the loader of TypeScript: it takes it itself, then the engine. */
const BOOT = `
const { workerData } = require('node:worker_threads');
import('tsx/esm/api').then(({ register }) => {
  register();
  return import(workerData.module);
});
`;

/** Runs the simulated engine in a thread of its own: the server answers while it computes. */
export const runInThread: Runner = (request, onLine, onFailure) => {
  const module = new URL('./loggerThread.ts', import.meta.url).href;
  const worker = new Worker(BOOT, { eval: true, workerData: { module, request } });
  let stopped = false;
  worker.on('message', (lines: readonly string[]) => {
    if (!stopped) lines.forEach(onLine);
  });
  worker.on('error', (error) => onFailure(error.message));
  return () => {
    stopped = true;
    void worker.terminate();
  };
};
