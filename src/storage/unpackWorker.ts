import { unpackHere } from './unpackHere';

addEventListener('message', ({ data }: MessageEvent<{ readonly bytes: Uint8Array; readonly mostBytes: number }>) => {
  const files = unpackHere(data.bytes, data.mostBytes);
  // Handed over, not copied: they can be large.
  const buffers = [...new Set(Object.values(files ?? {}).map((file) => file.buffer as ArrayBuffer))];
  postMessage(files, { transfer: buffers });
});
