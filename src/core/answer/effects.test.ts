import { demoKept, demoProject } from '../verification/testing/demo';
import { chainOf } from '../document/project/keptProject';
import { studyHere } from '../studies/job/runHere';
import { judgeAims, sayAim, usualAim } from './aims';
import { stepRows } from './bySteps';
import { effectsBetween } from './effects';
import { EFFECT_STUDY } from './effectStudy';
import { sayEffectsBriefly, sayInVain } from './sayEffects';
import { AIM_KINDS, aimSchema } from '../document/project/aims';
import type { Aim } from '../document/project/aims';

const plain = (text: string) => text.replace(/\u00a0/g, ' ');
const C = 273.15;

describe('What a variant’s changes do', () => {
  const kept = demoKept();
  const project = { ...demoProject(), activeVariant: 'noseCooler' };
  const acts = chainOf(kept, 'noseCooler').flatMap((v) => v.acts);
  const aims: Aim[] = [
    { kind: 'hotDay', mostK: C + 110 },
    { kind: 'idlePressure', leastPa: 3e5 },
  ];
  const answer = studyHere(EFFECT_STUDY, project, { from: 'stock', acts, aims });
  const effects = effectsBetween(answer.before!, answer.after!);

  it('each figure with both values and its condition, findings that come and go', () => {
    expect(effects.gains.map(plain)).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Oil at the gallery in the hardest drive \(full load\) 171 °C → 95 °C$/),
      ]),
    );
    expect(effects.gains.some((g) => g.startsWith('No longer found: oil too hot'))).toBe(true);
    expect(effects.risks.some((r) => r.startsWith('New: unfiltered feed'))).toBe(true);
    expect(effects.costs.map(plain)).toContain('Work 0 min → 5 h 27 min');
    expect(plain(sayEffectsBriefly(effects))).toMatch(/^Gains: .*, and \d more\. Costs: .* At risk: /);
  });

  it('by change: what each adds sums to the whole, and what is left of each alone is told as together', () => {
    const rows = stepRows(answer);
    expect(answer.steps).toHaveLength(4);
    expect(rows.length).toBeGreaterThan(4);
    for (const { steps, whole, together } of rows) {
      const sum = steps.reduce((s, f) => s + f.added!, 0);
      expect(sum).toBeCloseTo(whole!, 6);
      if (together !== null) expect(together).toBeCloseTo(whole! - steps.reduce((s, f) => s + f.alone!, 0), 6);
    }
    // Fed from a plate that only another change brings, the turbo cannot be fed alone.
    expect(answer.steps.some((s) => s.alone === null)).toBe(true);
  });

  it('holds aims against it: met, not met, by what, where', () => {
    const [hot, idle] = answer.aims;
    expect([hot!.met, idle!.met]).toEqual([true, false]);
    expect(plain(sayAim(hot!, project))).toBe(
      'Oil at the gallery on a hot day below 110 °C: met, 95 °C (full load, air 35 °C).',
    );
    expect(plain(sayAim(idle!, project))).toMatch(
      /^At a hot idle at least 3\.00 bar: not met, 2\.32 bar \(850 rpm, 100 °C\)\.$/,
    );
    expect(sayInVain(answer)).toBe('');
  });

  it('says plainly where a change gains nothing for what it is for', () => {
    const same = {
      ...answer,
      after: answer.before,
      aims: judgeAims(aims, { measures: answer.before!, code: null }).slice(),
    };
    expect(sayInVain(same)).toBe('Gains nothing for its aims, which it does not meet.');
    expect(sayInVain({ ...same, aims: [] })).toBe('Gains nothing.');
  });

  it('proposes an aim of each kind that its schema takes', () => {
    for (const kind of AIM_KINDS)
      expect(aimSchema.safeParse(usualAim(kind, project, answer.after!)).success).toBe(true);
  });
});
