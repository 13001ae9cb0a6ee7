import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { main } from './main';
import { solveResultSchema } from '../core/network/result';

const DEMO = 'demo/thornback.json';
const folder = mkdtempSync(join(tmpdir(), 'tidal-'));

/** The command in this process, with what it prints. */
function run(...args: string[]): { code: number; out: string; err: string } {
  const printed = { log: '', error: '' };
  const spies = (['log', 'error'] as const).map((kind) => jest.spyOn(console, kind).mockImplementation((...line: unknown[]) => void (printed[kind] += `${String(line[0])}\n`)));
  const code = main(args);
  for (const spy of spies) spy.mockRestore();
  return { code, out: printed.log, err: printed.error };
}
const fileWith = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

describe('The command line', () => {
  it('runs as a program of its own and hands over its exit code', async () => {
    const code = await new Promise((done) => execFile('node_modules/.bin/tsx', ['src/cli/tidal.ts', 'solve', DEMO], (error) => done(error?.code ?? 0)));
    expect(code).toBe(1);
  });

  it('solves a state as JSON that keeps its published form, and exits 1 where something is not supplied', () => {
    const { code, out } = run('solve', DEMO, '--rpm', '7000', '--oil-temp', '120', '--json');
    expect(code).toBe(1);
    const { project, variant, ...result } = JSON.parse(out) as Record<string, unknown>;
    expect([project, variant]).toEqual(['Thornback', 'stock']);
    const parsed = solveResultSchema.parse(result);
    expect(parsed.convergence.status).toBe('converged');
    expect(parsed.elements.every((e) => e.name !== '' && Number.isFinite(e.flowM3S) && Number.isFinite(e.viscosityPaS) && Number.isFinite(e.temperatureK))).toBe(true);
    expect(parsed.nodes.every((n) => n.name !== '' && n.pressurePa !== null && n.viscosityPaS !== null)).toBe(true);
  });

  it('exits 0 where all are supplied', () => {
    expect(run('solve', DEMO, '--rpm', '850', '--oil-temp', '110').code).toBe(0);
  });

  it('checks the range, exits 1, and names the worst state', () => {
    const { code, out } = run('check', DEMO, '--json');
    expect(code).toBe(1);
    const sweep = JSON.parse(out) as { supplied: boolean; consumers: { part: string; supplied: boolean; worst: { state: { speedRevS: number } } }[] };
    expect(sweep.consumers.filter((c) => !c.supplied).map((c) => c.part)).toEqual(['turbo']);
  });

  it('sweeps to CSV: a header, then a row a state and consumer', () => {
    const rows = run('sweep', DEMO, '--csv').out.trim().split('\n');
    expect(rows[0]).toBe('speed_rpm,oil_temperature_C,part,verdict,pressure_Pa,flow_m3_s,low_water_Pa,margin,margin_of');
    expect(rows).toHaveLength(1 + 337 * 7);
    expect(rows.every((row) => row.split(',').length === 9)).toBe(true);
  });

  it.each([
    ['a broken file', () => ['solve', fileWith('broken.json', readFileSync(DEMO, 'utf8').replace('"boreM": 0.0015', '"boreM": -1'))], 'boreM (Restrictor): must be greater than 0, -1 is there'],
    ['no file', () => ['solve', 'nowhere.json'], 'nowhere.json: there is no such file'],
    ['a huge file', () => ['check', fileWith('huge.json', ' '.repeat(50e6))], 'The file has 47.7 MiB'],
    ['an unknown command', () => ['boil', DEMO], 'Usage:'],
    ['an unknown option', () => ['solve', DEMO, '--fast'], '--fast'],
    ['a speed in words', () => ['solve', DEMO, '--rpm', 'fast'], '--rpm: a number is needed, "fast" is there'],
    ['an unknown variant', () => ['solve', DEMO, '--variant', 'racing'], 'there is no variant "racing"'],
  ])('refuses %s with exit code 2 and no stack trace', (_, args, sentence) => {
    const { code, err } = run(...args());
    expect([code, err.includes(sentence)]).toEqual([2, true]);
    expect(err).not.toMatch(/\n\s+at /);
  });
});
