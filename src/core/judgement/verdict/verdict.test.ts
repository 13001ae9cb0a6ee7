import { auditCircuit } from '../audit';
import { JUDGES } from '../audit/aspects';
import type { RuleId } from '../audit/rules';
import { plumbingFailures } from '../audit/auditCircuit';
import { findings, THORNBACK } from '../audit/testing/auditing';
import { HEAT_CASES } from '../audit/testing/heatRuleCases';
import { CASES } from '../audit/testing/ruleCases';
import { ASPECTS, type Finding } from '../audit/finding';
import { runToEnd } from '../../foundations/runToEnd';
import { demoProject } from '../../verification/testing/demo';
import { solverOf } from '../../verification/testing/solverOf';
import { activeVariant, type Project } from '../../document/project/project';
import { fullCheck, judgeWhole } from '../../studies/inputs/fullCheck';
import { sayWhole } from './sayWhole';
import { chanceOfAll, gradeOf, isGoodEnough, judgeVerdict, type Certainty, type Verdict } from './verdict';

const plain = (text: string) => text.replace(/\u00a0/g, ' ');
const all = (chance: number | null): Certainty => ({
  samples: 192,
  chances: { supplied: chance, cool: 1, drained: 1, pickup: null, filtered: 1, safe: 1 },
});
const holding: Verdict = {
  aspects: ASPECTS.map((aspect) => ({ aspect, is: 'holds', by: null, count: 0 })),
  ...{ conditions: 337, unsolved: 0, components: 7, drives: ['Session'], hottest: null },
  ...{ critical: 0, toFix: 0, dismissed: 0, isPickupNeeded: false, binding: [] },
};

describe('A verdict’s words', () => {
  it.each([
    [0.95, 'ok'],
    [0.949, 'likely'],
    [0.8, 'likely'],
    [0.799, 'close'],
    [0.2, 'close'],
    [0.199, 'bad'],
  ])('a chance of %p is %s', (chance, grade) => expect(gradeOf(chance)).toBe(grade));

  it('says what holds, and that it is being computed until it is known how surely', () => {
    expect(sayWhole(holding, null)).toMatchObject({
      head: 'OK: supplied, cool, drained, pickup covered, filtered',
      sure: 'computing how sure',
      over: 'Whole operating range, 337 conditions; drives: session',
    });
    expect(sayWhole(holding, all(0.97)).sure).toBe('97 % sure');
    expect(sayWhole(holding, all(0.85))).toMatchObject({ grade: 'likely', sure: '85 % sure' });
    expect(sayWhole(holding, all(0.5)).head).toBe('Too close to call: supply 50 %');
    expect(sayWhole(holding, all(0.1))).toMatchObject({ grade: 'bad', head: 'Not supplied' });
  });

  it('what nobody measured is never OK and never a fault; it heads the verdict where the use is hard on the pan', () => {
    const aspects = holding.aspects.map((a) => (a.aspect === 'pickup' ? { ...a, is: 'unknown' as const } : a));
    expect(sayWhole({ ...holding, aspects }, all(0.97)).head).toBe(
      'OK: supplied, cool, drained, filtered; pickup not measured',
    );
    expect(sayWhole({ ...holding, aspects, isPickupNeeded: true }, all(0.97)).head).toBe(
      'Pickup not measured; supplied, cool, drained, filtered',
    );
    expect(isGoodEnough({ ...holding, aspects }, all(0.97))).toBe(true);
  });
});

describe('One verdict', () => {
  it('counts heat where it counts supply: the demo without a cooler is too hot in the headline, not under heat alone', () => {
    const { verdict, certainty } = fullCheck(solverOf(demoProject('larkspur'), 'stock'));
    expect(plain(sayWhole(verdict, certainty).head)).toBe('Too hot');
    expect(plain(sayWhole(verdict, certainty).detail)).toMatch(/^The oil reaches 157 °C .* its limit is 120 °C\.$/);
    expect(isGoodEnough(verdict, certainty)).toBe(false);
  });

  it('counts unfiltered oil and a drain that ends under the oil', () => {
    const { verdict, certainty } = fullCheck(solverOf(demoProject(), 'noseCooler'));
    expect(sayWhole(verdict, certainty).head).toBe('Not supplied, cannot drain, pickup bare, unfiltered oil');
    expect(certainty!.chances).toMatchObject({ cool: expect.closeTo(1, 2), filtered: 0, drained: 0, pickup: 0 });
    expect(chanceOfAll(verdict, certainty)).toBe(0);
  });

  it('leaves out what somebody answers for with a reason, and counts it', () => {
    const project = demoProject();
    const dismissed = (rules: readonly string[]): Project => ({
      ...project,
      activeVariant: 'noseCooler',
      variants: project.variants.map((v) => ({
        ...v,
        waivers: rules.map((rule) => ({ rule, part: 'turbo', reason: 'known, and measured' })),
      })),
    });
    const is = (of: Project) =>
      runToEnd(judgeWhole(solverOf(of, activeVariant(of).id))).verdict.aspects.find((a) => a.aspect === 'filtered')!.is;
    expect(is(dismissed([]))).toBe('fails');
    expect(is(dismissed(['unfilteredFeed']))).toBe('holds');
  });

  it('is the same without the rules that only advise', () => {
    for (const [name, variant] of [
      ['thornback', 'noseCooler'],
      ['saltmarsh', 'sideStream'],
      ['larkspur', 'summer'],
    ] as const) {
      const circuit = () => solverOf(demoProject(name), variant);
      const whole = runToEnd(judgeWhole(circuit())).verdict;
      const quick = runToEnd(judgeWhole(circuit(), true)).verdict;
      expect(quick.aspects).toEqual(whole.aspects);
    }
  });
});

const PLUMBING = new Set(['openPorts', 'unfilteredFeed', 'surroundings']);

describe('What each rule decides', () => {
  it.each([...CASES, ...HEAT_CASES].filter(([rule]) => JUDGES[rule as RuleId].from === null))(
    '%s, that never decides, finds nothing critical: %s',
    (rule, _what, bad) =>
      expect(findings(rule, bad()).filter((f) => f.weight === 'stop' || f.is === 'fails')).toEqual([]),
  );

  it.each(CASES.filter(([rule]) => PLUMBING.has(rule)))(
    'what the plumbing alone says is what the audit says: %s, %s',
    (rule, _what, bad, _found, good) => {
      for (const variant of [bad(), good()]) {
        const project = { ...THORNBACK, variants: [variant], activeVariant: variant.id };
        const named = (list: readonly Finding[]) =>
          list.filter((f) => f.is === 'fails').map((f) => `${f.rule} ${f.part}`);
        expect(named(plumbingFailures(solverOf(project))).filter((f) => f.startsWith(`${rule} `))).toEqual(
          named(findings(rule, variant)),
        );
      }
    },
  );

  it('a verdict is of its findings: one more that fails is one aspect less', () => {
    const { findings: found, context } = runToEnd(auditCircuit(solverOf(demoProject('saltmarsh'), 'stock')));
    const fails = { ...found[0]!, aspect: 'safe' as const, is: 'fails' as const, waived: null };
    const of = (list: readonly Finding[]) => judgeVerdict(context, list).aspects.find((a) => a.aspect === 'safe')!;
    expect(of(found).is).toBe('holds');
    expect(of([fails, ...found])).toMatchObject({ is: 'fails', count: 1 });
  });
});
