import { join } from 'node:path';
import { fitSchema } from '../core/studies/fit/fitSchema';
import { guessesSchema } from '../core/studies/sensitivity/guessSchema';
import { DEMO, folder, run, fileWith } from './testing/commandLine';

describe('A new engine on the command line', () => {
  const ANSWERS = {
    name: 'Brackwater',
    archetype: 'wetSump',
    displacementM3: 0.001598,
    cylinders: 4,
    idleRpm: 875,
    redlineRpm: 7250,
  };

  it('is written as a project that every other command reads', async () => {
    const made = await run('new', fileWith('answers.json', JSON.stringify({ ...ANSWERS, use: 'street' })));
    expect(made.code).toBe(0);
    const project = fileWith('brackwater.json', made.out);
    const checked = await run('check', project, '--json');
    expect(checked.code).toBe(0);
    const audited = await run('audit', project, '--json');
    expect(audited.code).toBe(0);
  });

  it('is refused by field, and without a file', async () => {
    const refused = await run('new', fileWith('bad.json', JSON.stringify({ ...ANSWERS, cylinders: 'four' })));
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('cylinders')]);
    expect((await run('new', fileWith('none.json', '{'))).err).toContain('it is not JSON');
    expect((await run('new', join(folder, 'absent.json'))).err).toContain('there is no such file');
    expect((await run('new')).code).toBe(2);
    expect((await run('archetypes', 'x')).code).toBe(2);
  });

  it('can be asked what may be answered', async () => {
    const listed = await run('archetypes', '--json');
    const { archetypes, uses, answers } = JSON.parse(listed.out) as {
      archetypes: { id: string; usualAnswers: { use: string } }[];
      uses: { id: string }[];
      answers: { required: string[] };
    };
    expect(archetypes.map((a) => a.id)).toEqual(expect.arrayContaining(['wetSump', 'airTwin', 'truckDiesel']));
    expect(uses.map((u) => u.id)).toContain('offRoad');
    expect(answers.required.sort()).toEqual(Object.keys(ANSWERS).sort());
    expect((await run('archetypes')).out).toContain('wants: cooler');
  });

  it('is fitted to readings, and a table that is none is refused', async () => {
    const made = await run('new', fileWith('answers.json', JSON.stringify(ANSWERS)));
    const project = fileWith('brackwater.json', made.out);
    const csv = fileWith('readings.csv', 'rpm,oil_C,pressure_bar\n875,90,1.7\n3000,95,4.2\n');
    const { code, out } = await run('fit', project, csv, '--json');
    const { project: _, variant: __, ...fit } = JSON.parse(out) as Record<string, unknown>;
    expect(code).toBe(0);
    expect(fitSchema.parse(fit).parameters.map((p) => p.id)).toEqual([
      'unnamed',
      'mains',
      'rods',
      'cams',
      'pump',
      'slip',
      'relief',
      'viscosity',
    ]);
    const refused = await run('fit', project, fileWith('no.csv', 'a,b\n1,2\n'));
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('need the columns rpm, oil_C')]);
  });

  it('and its guesses are ranked', async () => {
    const { code, out } = await run('guesses', DEMO, '--json');
    const { project: _, variant: __, ...guesses } = JSON.parse(out) as Record<string, unknown>;
    expect(code).toBe(0);
    const { tightest, rows } = guessesSchema.parse(guesses);
    expect(tightest).toMatchObject({ part: 'turbo' });
    expect(tightest!.plusMinus).toBeCloseTo(Math.hypot(...rows.map((r) => r.effect)), 12);
    expect(rows[0]!.measure.length).toBeGreaterThan(10);
  });
});
