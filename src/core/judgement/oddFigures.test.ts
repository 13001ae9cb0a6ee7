import { demoProject } from '../verification/testing/demo';
import { oddFigures } from '../verification/testing/oddFigures';
import { judgeSupply } from './supply/supplyVerdict';

describe('An odd figure in any field of any part', () => {
  it('is refused, answered or said; never a figure that is none, or a pressure below vacuum; cavitation is said', () => {
    const counts: Record<string, number> = {};
    const nonsense: string[] = [];
    for (const { what, outcome, why } of oddFigures(demoProject('larkspur'))) {
      const key = outcome === 'said' ? why : outcome;
      counts[key] = (counts[key] ?? 0) + 1;
      if (outcome === 'nonsense') nonsense.push(`${what}: ${why}`);
    }
    expect(nonsense).toEqual([]);
    expect(counts['refused']).toBeGreaterThan(700);
    expect(counts['answered']).toBeGreaterThan(300);
    expect(counts['cavitates']).toBeGreaterThan(0);
  });
});

describe('A mark of zero', () => {
  it('is told from what is near it', () => {
    const reading = { speedRevS: 10, pumpTurns: true, pressurePa: 2e5, backPressurePa: 0, flowM3S: 1e-6 };
    const { verdict, checks } = judgeSupply({ lowPressurePa: 0 } as never, reading);
    expect([verdict, Number.isFinite(checks[0]!.nearRatio)]).toEqual(['inBand', true]);
  });
});
