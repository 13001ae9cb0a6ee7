import { demoProject } from '../verification/testing/demo';
import { oddFigures } from '../verification/testing/oddFigures';
import { judgeSupply } from './supply/supplyVerdict';

describe('An odd figure in any field of any part', () => {
  it('is refused, answered or said; never a figure that is none, or a pressure below vacuum', () => {
    const counts: Record<string, number> = {};
    const nonsense: string[] = [];
    for (const { what, outcome, why } of oddFigures(demoProject('larkspur'))) {
      counts[outcome] = (counts[outcome] ?? 0) + 1;
      if (outcome === 'nonsense') nonsense.push(`${what}: ${why}`);
    }
    expect(nonsense).toEqual([]);
    expect(counts['refused']).toBeGreaterThan(700);
    expect(counts['answered']).toBeGreaterThan(300);
  });

  it('cavitates is a finding by name, and no supply is judged by it', () => {
    const said = [...oddFigures(demoProject('larkspur'))].filter((o) => o.why === 'cavitates');
    expect(said.length).toBeGreaterThan(0);
  });
});

describe('A mark of zero', () => {
  it('is told from what is near it', () => {
    const reading = { speedRevS: 10, pumpTurns: true, pressurePa: 2e5, backPressurePa: 0, flowM3S: 1e-6 };
    const { verdict, checks } = judgeSupply({ lowPressurePa: 0 } as never, reading);
    expect([verdict, Number.isFinite(checks[0]!.nearRatio)]).toEqual(['inBand', true]);
  });
});
