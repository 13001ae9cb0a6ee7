import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { main } from '../main';

export const DEMO = 'demo/thornback.json';
export const folder = mkdtempSync(join(tmpdir(), 'tidal-'));

/** The command in this process, with what it prints. */
export async function run(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  const printed = { log: '', error: '' };
  const spies = (['log', 'error'] as const).map((kind) =>
    jest
      .spyOn(console, kind)
      .mockImplementation((...line: unknown[]) => void (printed[kind] += `${String(line[0])}\n`)),
  );
  const code = await main(args);
  for (const spy of spies) spy.mockRestore();
  return { code, out: printed.log, err: printed.error };
}
export const fileWith = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

/** A printed answer without the names that stand before it. */
export const withoutHead = (out: string) => {
  const { project: _project, variant: _variant, ...rest } = JSON.parse(out) as Record<string, unknown>;
  return rest;
};
