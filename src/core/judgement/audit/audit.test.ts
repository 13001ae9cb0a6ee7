import { type Project, type Variant } from '../../document/project/project';
import { applyMove } from '../../document/moves';
import { auditToEnd, sayFinding } from '.';
import { makeMoves as moved } from '../../document/moves/makeMoves';
import { demoProject } from '../../verification/testing/demo';
import { solveState } from '../judgeState';
import { solverOf } from '../../verification/testing/solverOf';
import { draft, THORNBACK, STOCK, set, findings, PLATE, LOOP } from './testing/auditing';

describe('The audit', () => {
  it('shows both schools of the filter’s bypass, each with the state at which it bites', () => {
    const [withValve] = findings('filterBypass', STOCK);
    const [without] = findings('filterBypass', set({ 'filter.bypass': null }));
    expect(sayFinding(withValve!, withValve!.what)).toMatch(
      /^Filter has a bypass valve: the valve opens once the element is \d+\.\d.times as restrictive as new, at 1350.rpm, −10.°C: unfiltered oil .* Without it, .+ would be the first to starve, once the element is \d+/,
    );
    expect(sayFinding(without!, without!.what)).toMatch(
      /^Filter has no bypass valve: .+ would be the first to starve, once the element is \d+.* With one, the valve opens once/,
    );
    // The loading named is one at which it really bites: solved again here.
    const load = without!.figures['starvesLoad']!.si;
    const state = without!.state!;
    const starved = (factor: number) => {
      const variant = set({ 'filter.bypass': null, 'filter.load': load * factor });
      const circuit = solverOf({ ...THORNBACK, variants: [variant] });
      return solveState(circuit, circuit.stateAt(state.speedRevS, state.oilTemperatureK)).consumers.filter(
        (c) => !c.supplied && c.verdict !== 'flooded',
      ).length;
    };
    expect(starved(1.001)).toBeGreaterThan(0);
    expect(starved(0.8)).toBe(0);
  });

  it('finds a scavenge section that cannot keep up, and says nothing of one that can', () => {
    const base: Project = {
      ...THORNBACK,
      variants: [
        moved(STOCK, {
          kind: 'swap',
          part: 'turboDrain',
          draft: draft('scavengePump', { electrical: { currentA: 6, fuseA: 10 }, displacementM3Rev: 2e-6 }),
        }),
      ],
    };
    const pump = base.variants[0]!.circuit.parts.find((p) => p.replaces === 'turboDrain')!.id;
    expect(findings('scavenge', base.variants[0]!, base)).toEqual([]);
    const small = set({ [`${pump}.displacementM3Rev`]: 0.5e-6, [`${pump}.electrical`]: undefined }, base.variants[0]);
    expect(findings('scavenge', small, base).map((f) => f.weight)).toEqual(['stop', 'look']);
  });

  it('compares with the stock variant: added oil, and what a liquid cooler leaves behind', () => {
    const cooled = { ...moved(STOCK, PLATE, LOOP), id: 'cooled', basedOn: 'stock' };
    const [level] = findings('level', cooled);
    // π/4·14.2²·2.4 m in two hoses of 1.2 m, the core's 0.5 L and the plate's 0.06 L (closed form).
    expect(level!.figures['added']!.si).toBeCloseTo((Math.PI / 4) * 14.2e-3 ** 2 * 2.4 + 0.56e-3, 6);
    const saltmarsh = demoProject('saltmarsh');
    const stock = saltmarsh.variants[0]!;
    const without = {
      ...moved(stock, { kind: 'swap', part: 'cooler', draft: draft('coverThrough') }),
      id: 'plain',
      basedOn: 'stock',
    };
    expect(findings('coolantSide', without, saltmarsh).map((f) => f.weight)).toEqual(['look']);
    expect(findings('coolantSide', { ...stock, id: 'same', basedOn: 'stock' }, saltmarsh)).toEqual([]);
  });

  it.each([
    ['thornback', 'noseCooler', ['supply', 'unfilteredFeed', 'gravityDrain']],
    ['saltmarsh', 'sideStream', ['gravityDrain', 'gravityReturn', 'sideStreamReach', 'canisterMount']],
    ['larkspur', 'summer', ['surroundings', 'coolerFilling', 'threadMates']],
  ] as const)('finds the honest mistakes of %s', (name, variant, rules) => {
    const circuit = solverOf(demoProject(name), variant);
    const found = auditToEnd(circuit)
      .filter((f) => f.weight !== 'note')
      .map((f) => f.rule);
    for (const rule of rules) expect(found).toContain(rule);
  });

  it('offers remedies that mend what they are offered for', () => {
    for (const [name, id] of [
      ['thornback', 'noseCooler'],
      ['larkspur', 'summer'],
      ['saltmarsh', 'sideStream'],
    ] as const) {
      const project = demoProject(name);
      const variant = project.variants.find((v) => v.id === id)!;
      const circuit = solverOf(project, id);
      for (const finding of auditToEnd(circuit))
        for (const { move } of finding.moves) {
          const outcome = applyMove(variant, move);
          if (!outcome.ok) throw new Error(`${finding.rule}: ${outcome.why}`);
          if (finding.weight === 'note' || finding.rule === 'filterBypass' || finding.rule === 'gaugePlace') continue;
          const after = findings(finding.rule, outcome.variant, project).filter(
            (f) => f.part === finding.part && f.what === finding.what,
          );
          expect([finding.rule, after]).toEqual([finding.rule, []]);
        }
    }
  });

  it('keeps a finding that the user set aside, with the reason, at the end', () => {
    const waived: Variant = {
      ...STOCK,
      waivers: [{ rule: 'supply', part: 'turbo', reason: 'This turbo has a wide drain.' }],
    };
    const circuit = solverOf({ ...THORNBACK, variants: [waived] });
    const all = auditToEnd(circuit);
    expect(all.at(-1)).toMatchObject({ rule: 'supply', waived: 'This turbo has a wide drain.' });
    expect(all[0]!.rule).not.toBe('supply');
  });

  it('leaves no placeholder unfilled in any sentence', () => {
    for (const name of ['thornback', 'saltmarsh', 'larkspur'])
      for (const variant of demoProject(name).variants) {
        const circuit = solverOf(demoProject(name), variant.id);
        for (const f of auditToEnd(circuit))
          expect(sayFinding(f, `${f.what} ${f.why}`)).not.toMatch(/[{}]|NaN|undefined/);
      }
  });
});
