import { expose } from 'comlink';
import { z } from 'zod';
import { createCircuitWorker } from './circuitWorkerApi';

// The content security policy forbids code made from strings, zod's fast path included.
z.config({ jitless: true });

const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();

/** A turn of the event loop by message: timers are held to 4 ms, messages are not. */
const pause = () =>
  new Promise<void>((resolve) => {
    waiting.push(resolve);
    channel.port2.postMessage(0);
  });

expose(createCircuitWorker(pause, () => performance.now()));
