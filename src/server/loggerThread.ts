import { parentPort, workerData } from 'node:worker_threads';
import type { RunRequest } from './logger';
import { runEngine } from './runEngine';

runEngine((workerData as { request: RunRequest }).request, (lines) => parentPort?.postMessage(lines));
