import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { heatResultSchema, type HeatResult } from '../core/heat/heatResult';
import { comparisonSchema } from '../core/studies/compare/compareTasks';
import { envelopeSchema } from '../core/studies/envelope/envelopeTasks';
import { faultOutcomeSchema } from '../core/studies/faults/faultTasks';
import { sensitivitySchema } from '../core/studies/sensitivity/sensitivityTasks';
import { partSizesSchema } from '../core/studies/sizing/partSizeTasks';
import { sizingSchema } from '../core/studies/sizing/sizingTasks';
import { spreadSchema } from '../core/studies/spread/spreadTasks';
import { solveResultSchema } from '../core/judgement/stateResult';
import { DEMO, run, fileWith, withoutHead } from './testing/commandLine';

// The forms of one answer are printed from one run: what a study finds is its own tests' to say.
jest.mock('../core/studies/job/runHere', () => {
  const actual = jest.requireActual<typeof import('../core/studies/job/runHere')>('../core/studies/job/runHere');
  const kept = new Map<string, unknown>();
  return {
    ...actual,
    studyHere: (...asked: Parameters<typeof actual.studyHere>) => {
      const key = JSON.stringify([asked[0].name, asked[1], asked[2]]);
      if (!kept.has(key)) kept.set(key, actual.studyHere(...asked));
      return kept.get(key);
    },
  };
});

describe('The command line', () => {
  it('runs as a program of its own and hands over its exit code', async () => {
    const code = await new Promise((done) =>
      execFile(process.execPath, ['scripts/tidal.mjs', 'solve', DEMO], (error) => done(error?.code ?? 0)),
    );
    expect(code).toBe(1);
  });

  it('solves a state as JSON that keeps its published form, and exits 1 where something is not supplied', async () => {
    const { code, out } = await run('solve', DEMO, '--rpm', '7000', '--oil-temp', '120', '--json');
    expect(code).toBe(1);
    const { project, variant, ...result } = JSON.parse(out) as Record<string, unknown>;
    expect([project, variant]).toEqual(['Thornback', 'stock']);
    const parsed = solveResultSchema.parse(result);
    expect(parsed.convergence.status).toBe('converged');
    expect(
      parsed.elements.every(
        (e) =>
          e.name !== '' &&
          Number.isFinite(e.flowM3S) &&
          Number.isFinite(e.viscosityPaS) &&
          Number.isFinite(e.temperatureK),
      ),
    ).toBe(true);
    expect(parsed.nodes.every((n) => n.name !== '' && n.pressurePa !== null && n.viscosityPaS !== null)).toBe(true);
  });

  it('exits 0 where all are supplied', async () => {
    expect((await run('solve', DEMO, '--rpm', '850', '--oil-temp', '110')).code).toBe(0);
  });

  it('checks the range, exits 1, and names the worst state', async () => {
    const { code, out } = await run('check', DEMO, '--json');
    expect(code).toBe(1);
    const sweep = JSON.parse(out) as {
      supplied: boolean;
      consumers: { part: string; supplied: boolean; worst: { state: { speedRevS: number } } }[];
    };
    expect(sweep.consumers.filter((c) => !c.supplied).map((c) => c.part)).toEqual(['turbo']);
  });

  it('sweeps to CSV: a header, then a row a state and consumer', async () => {
    const rows = (await run('sweep', DEMO, '--csv')).out.trim().split('\n');
    expect(rows[0]).toBe(
      'speed_rpm,oil_temperature_C,part,verdict,pressure_Pa,flow_m3_s,low_water_Pa,margin,margin_of',
    );
    expect(rows).toHaveLength(1 + 337 * 7);
    expect(rows.every((row) => row.split(',').length === 9)).toBe(true);
  });

  it('finds the balance: in and out meet, and the exit code tells whether it is within its limit', async () => {
    const { code, out } = await run(
      'balance',
      DEMO,
      '--variant',
      'noseCooler',
      '--rpm',
      '5000',
      '--load',
      '0.7',
      '--road-speed',
      '100',
      '--air-temp',
      '27',
      '--json',
    );
    const { heat } = JSON.parse(out) as { heat: HeatResult };
    expect([code, heatResultSchema.parse(heat).status]).toEqual([0, 'balanced']);
    const sum = (list: readonly { heatW: number }[]) => list.reduce((s, h) => s + h.heatW, 0);
    expect(sum(heat.heatIn) / sum(heat.heatOut)).toBeCloseTo(1, 5);
    expect((await run('balance', DEMO, '--rpm', '7000', '--load', '1')).code).toBe(1);
  });

  it('warms up and follows a trace, as CSV', async () => {
    const warm = await run('warmup', DEMO, '--variant', 'noseCooler', '--rpm', '3000', '--minutes', '5', '--csv');
    expect(warm.out.split('\n')[0]).toBe(
      'time_s,engine_speed_rpm,sump_C,gallery_C,cooler_out_C,metal_C,coolant_C,thermostat,fan',
    );
    const temperatures = warm.out
      .trim()
      .split('\n')
      .slice(1)
      .map((row) => Number(row.split(',')[2]));
    expect(temperatures.at(-1)!).toBeGreaterThan(temperatures[0]! + 20);
    const driven = await run('trace', DEMO, 'demo/hillclimb.csv', '--variant', 'noseCooler', '--csv');
    // Not too hot; bare while it brakes.
    expect([driven.code, driven.err]).toEqual([
      1,
      expect.stringMatching(
        /Peak \d+\.\d.°C at \d+ s; 0 s above 120[^]*The pickup is bare for [\d.]+ s at the lower mark/,
      ),
    ]);
    expect(driven.out.trim().split('\n').length).toBeGreaterThan(1190);
  });

  it('sizes a figure: the band and the sizes in it, exit 1 where none will do', async () => {
    const { code, out } = await run('size', DEMO, 'turboRestrictor.boreM');
    expect([code, out]).toEqual([
      0,
      expect.stringMatching(
        /^1\.\d\d\smm–1\.\d\d\smm works\.\nSmaller: Turbo[^]*Larger: Turbo[^]*Sizes to be had: .*drill 56/,
      ),
    ]);
    const none = await run('size', DEMO, 'filter.bypass.crackPa', '--json');
    expect([none.code, sizingSchema.parse(withoutHead(none.out)).bands]).toEqual([1, []]);
    expect((await run('size', DEMO, 'filter.bypass.crackPa', '--for', 'mains')).code).toBe(0);
  });

  it('puts each single fault in, worst first', async () => {
    const { code, out } = await run('faults', DEMO, '--json');
    expect(code).toBe(1);
    const { faults } = JSON.parse(out) as { faults: unknown[] };
    expect(faults.map((f) => faultOutcomeSchema.parse(f)).some((f) => f.id === 'relief.open' && f.noticed)).toBe(true);
    expect((await run('faults', DEMO)).out).toMatch(/Relief stuck open\n {2}.*Then .*\n {2}Gauge changes most/);
  });

  it('lists hoses with their lengths in tenths of a millimetre', async () => {
    const { code, out } = await run('hoses', DEMO, '--variant', 'noseCooler', '--csv');
    const [head, ...rows] = out.trim().split('\n');
    expect([code, head, rows.length]).toEqual([0, expect.stringContaining('routed_mm,slack_mm,ends_mm,cut_mm'), 3]);
    // Behind the size: seat to seat, slack, ends, cut length and what it may be off by; 1.62 m along the route.
    const lengths = rows.map((row) => /"dash[^"]*",([\d.,]+),/.exec(row)![1]!.split(',').slice(0, 5));
    expect(lengths[1]![0]).toBe('1620');
    for (const text of lengths.flat()) expect(text).toMatch(/^\d+(\.\d)?$/);
  });

  it('sets variants side by side', async () => {
    const { code, out } = await run('compare', DEMO);
    expect([code, out]).toEqual([
      1,
      expect.stringMatching(
        /Stock +Nose cooler[^]*Nose cooler +- +cooler[^]*\nTurbo +too much flow.* +.*\n[^]*Gauge, Idle, 110 °C/,
      ),
    ]);
    expect(
      comparisonSchema
        .parse(
          withoutHead(
            `{"variant":"", ${(await run('compare', DEMO, '--variants', 'noseCooler,stock', '--json')).out.slice(1)}`,
          ),
        )
        .variants.map((v) => v.id),
    ).toEqual(['noseCooler', 'stock']);
  });

  it('maps where supply fails, in words, as rows and as JSON with its lines', async () => {
    const { code, out } = await run('envelope', DEMO);
    expect([code, out]).toEqual([
      1,
      expect.stringMatching(
        /^Fails in \d+.% of the operating range\.\nTurbo +-0\.\d\d at 7000.rpm[^]*The session first fails at 39\d\d.rpm, 105.°C: Turbo, too much oil\./,
      ),
    ]);
    const rows = (await run('envelope', DEMO, '--over', 'filterAge', '--oil-temp', '90', '--csv')).out
      .trim()
      .split('\n');
    expect([rows[0]!.startsWith('speed_rev_s,filterAge_si,least,turbo,mains'), rows.length]).toEqual([
      true,
      33 * 21 + 1,
    ]);
    const json = withoutHead((await run('envelope', DEMO, '--json')).out) as {
      overall: { lines?: unknown[] };
      consumers: { lines?: unknown[] }[];
    };
    expect(json.overall.lines!.length).toBeGreaterThan(0);
    for (const map of [json.overall, ...json.consumers]) delete map.lines;
    expect(envelopeSchema.parse(json).y).toBe('oil');
  });

  it('ranks what moves a margin', async () => {
    const at = ['--rpm', '850', '--oil-temp', '120'];
    const { code, out } = await run('sensitivity', DEMO, 'lifters', ...at);
    expect([code, out]).toEqual([
      0,
      expect.stringMatching(/^Lifters: 0\.23.bar above minimum[^]*\nMains: radial clearance +\+4\.0.µm +-0\.1\d.bar/),
    ]);
    const { rows } = sensitivitySchema.parse(
      withoutHead((await run('sensitivity', DEMO, 'lifters', ...at, '--json')).out),
    );
    expect((await run('sensitivity', DEMO, 'lifters', ...at, '--csv')).out.trim().split('\n')).toHaveLength(
      rows.length + 1,
    );
  });

  it('draws tolerances by a seed', async () => {
    const words = ['spread', DEMO, '--rpm', '850', '--oil-temp', '120', '--samples', '512'];
    const { code, out } = await run(...words);
    expect([code, out]).toEqual([
      1,
      expect.stringMatching(
        /^Turbo +100\.00 % ± 0\.59, [^]*All supplied: 9\d\.\d\d % ± \d\.\d\d of 512 circuits, seed 1\.\nTighten first: Mains: radial clearance/,
      ),
    ]);
    expect((await run(...words, '--seed', '2')).out).not.toBe(out);
    expect(spreadSchema.parse(withoutHead((await run(...words, '--json')).out)).samples).toBe(512);
    expect((await run(...words, '--csv')).out.split('\n')[1]).toMatch(/^turbo,1,0\.0058[^,]*(,\d[^,]*){6}$/);
  });

  it('sizes a cooler or a thermostat as a whole: those sold, then the band with what limits it', async () => {
    const { code, out } = await run('size', DEMO, 'plate', '--variant', 'noseCooler');
    expect([code, out]).toEqual([
      0,
      expect.stringMatching(
        /^80.°C; 82.°C[^\n]* work\.\n74\.5.°C to 1\d\d\.\d.°C works\. Lower: too cold[^\n]*\nas it is +hot day 107\.\d/,
      ),
    ]);
    const { rows, bands } = partSizesSchema.parse(
      withoutHead((await run('size', DEMO, 'plate', '--variant', 'noseCooler', '--json')).out),
    );
    expect([rows.length, bands.length]).toEqual([8, 1]);
    expect((await run('size', DEMO, 'plate', '--variant', 'noseCooler', '--csv')).out).toMatch(
      /^family,size_si,hot_day_k,cold_cruise_k,fails\n,,[^\n]*,\nopens,344\.15,[^\n]*,cold\n/,
    );
  });

  it('tells the audit in words, heaviest first, with what helps, and what was set aside', async () => {
    const { code, out } = await run('audit', DEMO, '--variant', 'noseCooler');
    expect(code).toBe(1);
    const weights = out.split('\n').flatMap((line) => /^(STOP|mend|look|note) {2}/.exec(line)?.[1] ?? []);
    const order = ['STOP', 'mend', 'look', 'note'];
    expect(weights.length).toBeGreaterThan(4);
    expect(weights).toEqual([...weights].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(out).toMatch(/\n {6}- \w/);
    const { findings } = JSON.parse((await run('audit', DEMO, '--variant', 'noseCooler', '--json')).out) as {
      findings: { rule: string; part: string | null; title: string }[];
    };
    expect(findings).toHaveLength(weights.length);
    const project = JSON.parse(readFileSync(DEMO, 'utf8')) as { variants: { id: string; waivers?: object[] }[] };
    const [first] = findings;
    project.variants.find((v) => v.id === 'noseCooler')!.waivers = [
      { rule: first!.rule, ...(first!.part === null ? {} : { part: first!.part }), reason: 'seen, and meant so' },
    ];
    expect(
      (await run('audit', fileWith('waived.json', JSON.stringify(project)), '--variant', 'noseCooler')).out,
    ).toContain('(waived: seen, and meant so)');
  });

  it('tells the balance in words: heat in, heat out, and each part’s oil', async () => {
    const { out } = await run(
      'balance',
      DEMO,
      '--variant',
      'noseCooler',
      '--rpm',
      '5000',
      '--load',
      '0.7',
      '--road-speed',
      '100',
      '--air-temp',
      '27',
    );
    expect(out).toMatch(/^5000.rpm, load 0\.7, air 27.°C, road 100.km\/h: balanced at \d+\.\d.°C in the sump/);
    const kw = (heading: string) =>
      out
        .split(`${heading}\n`)[1]!
        .split('\n')
        .flatMap((l) => /(-?\d+\.\d+).kW$/.exec(l)?.[1] ?? [])
        .map(Number);
    const [into, outOf] = [out.indexOf('Heat in'), out.indexOf('Heat out')];
    expect(into).toBeLessThan(outOf);
    const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);
    const leaving = sum(kw('Heat out'));
    expect(sum(kw('Heat in')) - leaving).toBeCloseTo(leaving, 0);
  });

  it('checks in words: each at its worst, then the whole', async () => {
    const { out } = await run('check', DEMO);
    expect(out).toMatch(
      /^Turbo +too much flow +[^\n]*\n {2}worst at 7000.rpm, 120.°C\. [^]*\nPickup +bare\n {2}Bare above [^\n]*\n\nNot supplied, too hot, pickup bare\.\nTurbo: too much flow [^\n]*And 4 more\.\nWhole operating range, 337 conditions; drives: full load; 3 critical, 2 to fix\.\nHow sure: supplied 0 %, cool 0 %, drained 100 %, pickup 0 %, filtered 100 %, safe 100 %\.\n$/,
    );
  });

  it('prints every study as rows', async () => {
    expect((await run('faults', DEMO, '--csv')).out).toMatch(/^fault,outcome,[^\n]*\n[^]*\nrelief\.open,starves,/);
    expect((await run('size', DEMO, 'turboRestrictor.boreM', '--csv')).out).toMatch(
      /^low_si,high_si,fails_below,fails_above\n0\.00[^,]*,0\.00[^,]*,turbo,turbo\n$/,
    );
    expect((await run('compare', DEMO, '--csv')).out).toMatch(/\nnoseCooler,turbo,flooded,false,-/);
  });
});
