import { RULES } from './rules';
import { weights } from './testing/auditing';
import { HEAT_CASES } from './testing/heatRuleCases';
import { CASES } from './testing/ruleCases';

describe('The audit', () => {
  it.each(HEAT_CASES)('%s finds %s, and nothing where it is mended', (rule, _, bad, found, good) => {
    expect(weights(rule, bad())).toEqual(found);
    expect(weights(rule, good()).filter((w) => !w.startsWith('note'))).toEqual([]);
  });

  it.each(CASES)('%s finds %s, and nothing where it is mended', (rule, _, bad, found, good) => {
    expect(weights(rule, bad())).toEqual(found);
    expect(weights(rule, good()).filter((w) => !w.startsWith('note'))).toEqual([]);
  });

  it('has a test for every rule', () => {
    const elsewhere = [
      'cavitation',
      'filterBypass',
      'scavenge',
      'level',
      'coolantSide',
      'reversedPart',
      'pumpsInSeries',
      'oilColdGallery',
    ];
    expect(
      RULES.map((r) => r.id).filter(
        (id) => ![...CASES, ...HEAT_CASES].some(([rule]) => rule === id) && !elsewhere.includes(id),
      ),
    ).toEqual([]);
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
  });
});
