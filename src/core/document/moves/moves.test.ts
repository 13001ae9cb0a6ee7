import { tries } from '../../verification/testing/tries';
import { demoProject } from '../../verification/testing/demo';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { ARCHETYPES } from '../archetypes/archetypes';
import { testProject } from '../../verification/testing/stockEngine';
import { PORTS } from '../parts/ports';
import { unfilteredPorts } from '../plumbing/filtration';
import { activeVariant, type Project, type Variant } from '../project/project';
import { readProject, readProjectText } from '../project/readProject';
import { CircuitSolver } from '../../network/circuitSolver';
import { PortGroups } from '../plumbing/portGroups';
import { catalogueEntry } from '../parts/catalogue';
import { hasColumn } from '../plumbing/arrange';
import { seededRandom } from '../../verification/testing/loopedNetwork';
import { applyMove, branchOf, offersFor, tidyColumns, type Move, type MoveDraft } from '.';
import { columnsAfter } from './columns';
import { makeMoves as moved } from './makeMoves';
import { solveState } from '../../judgement/judgeState';

const C = 273.15;
const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;
const project = (): Project => {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('refused');
  return read.project;
};
const stock = () => activeVariant(project());
const whyNot = (variant: Variant, move: Move) => {
  const outcome = applyMove(variant, move);
  return outcome.ok ? 'made' : outcome.why;
};
function solve(variant: Variant, rpm = 7000, celsius = 100) {
  const base = project();
  const made = CircuitSolver.of({ ...base, variants: [variant], activeVariant: variant.id });
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  const result = solveState(made.circuit, made.circuit.stateAt(rpm / 60, celsius + C));
  expect(result.convergence.status).toBe('converged');
  return result;
}
const flow = (r: ReturnType<typeof solve>, part: string, role = '') =>
  r.elements.find((e) => e.part === part && e.role === role)!.flowM3S;
const path = (variant: Variant) => variant.circuit.parts.map((p) => p.id);

describe('Plumbing moves', () => {
  it('insert a part into a line: it carries the line’s whole flow', () => {
    const v = moved(stock(), { kind: 'insert', at: 'filter.in', drafts: [draft('airCooler')] });
    const r = solve(v);
    expect(flow(r, 'airCooler')).toBeCloseTo(flow(r, 'blockOut'), 12);
    const after = moved(stock(), { kind: 'insert', at: 'filter.out', drafts: [draft('airCooler')] });
    const behind = solve(after);
    expect(flow(behind, 'airCooler')).toBeCloseTo(flow(behind, 'gallery'), 12);
  });

  it('insert at a port that shares its place: only that port’s oil goes through', () => {
    const v = moved(stock(), { kind: 'insert', at: 'turboFeed.in', drafts: [draft('checkValve')] });
    const r = solve(v);
    expect(flow(r, 'checkValve')).toBeCloseTo(flow(r, 'turbo'), 12);
  });

  it('tee off to feed a second turbo, with hose and drain', () => {
    const v = moved(stock(), {
      kind: 'tee',
      at: 'gallery.out',
      drafts: [draft('hose4'), draft('turboPlain')],
      drain: draft('drain'),
    });
    expect(path(v).slice(-3)).toEqual(['hose', 'turbo2', 'drain']);
    const r = solve(v);
    expect(r.consumers.find((c) => c.part === 'turbo2')!.flowM3S).toBeGreaterThan(1e-5);
    expect(r.drains.find((d) => d.part === 'drain')!.flowM3S).toBeCloseTo(flow(r, 'turbo2'), 12);
  });

  it('put in parallel, split, and reverse without changing what the whole carries', () => {
    const line = stock();
    const q = flow(solve(line), 'headFeed');
    const split = solve(moved(line, { kind: 'split', part: 'headFeed', share: 0.3 }));
    expect(flow(split, 'headFeed') / q).toBeCloseTo(1, 6);
    const turned = solve(moved(line, { kind: 'reverse', part: 'headFeed' }));
    expect(flow(turned, 'headFeed') / q).toBeCloseTo(-1, 6);
    const doubled = solve(moved(line, { kind: 'parallel', part: 'headFeed', drafts: [draft('drilling')] }));
    expect(flow(doubled, 'headFeed')).toBeLessThan(q);
    expect(flow(doubled, 'headFeed') + flow(doubled, 'passage')).toBeGreaterThan(q);
  });

  it('take out and join undoes an insertion to the flow', () => {
    const before = flow(solve(stock()), 'gallery');
    const v = moved(
      stock(),
      { kind: 'insert', at: 'gallery.in', drafts: [draft('airCooler')] },
      { kind: 'takeOut', part: 'airCooler' },
    );
    expect(flow(solve(v), 'gallery')).toBeCloseTo(before, 12);
  });

  it('blank: a blanked feed leaves its parts unfed, and says so', () => {
    const v = moved(stock(), { kind: 'blank', port: 'headFeed.in' });
    expect(
      solve(v)
        .consumers.filter((c) => c.verdict === 'dry')
        .map((c) => c.part),
    ).toEqual(['cams', 'lifters']);
  });

  it('move a tap: the turbo is fed from before the filter, its column stays', () => {
    const v = moved(stock(), { kind: 'moveTap', port: 'turboFeed.in', to: 'blockOut.out' });
    expect(unfilteredPorts(v.circuit).has('turbo.in')).toBe(true);
    expect(v.sheet!.columns).toEqual(tidyColumns(stock().circuit));
  });

  it('return to: the relief into the sump instead of the pump’s inlet', () => {
    const v = moved(stock(), { kind: 'returnTo', part: 'relief', to: 'sump.return' });
    const groups = PortGroups.of(v.circuit);
    expect(groups.of('relief.out')).toBe(groups.of('sump.return'));
    expect(groups.of('relief.out')).not.toBe(groups.of('pump.in'));
  });

  it('swap the filter for a head without bypass valve: another part in its place, which says what it replaces', () => {
    const before = stock();
    const v = moved(before, { kind: 'swap', part: 'filter', draft: draft('filterNoBypass') });
    const filter = v.circuit.parts.find((p) => p.replaces === 'filter')!;
    expect(filter).toMatchObject({ kind: 'filter', bypass: null, elevationM: 0.02 });
    expect(before.circuit.parts.some((p) => p.id === filter.id)).toBe(false);
    expect(v.circuit.parts.some((p) => p.id === 'filter')).toBe(false);
    const renamed = (ref: string) => ref.replace(/^filter\./, `${filter.id}.`);
    expect(v.circuit.joints).toEqual(
      before.circuit.joints.map(({ from, to }) => ({ from: renamed(from), to: renamed(to) })),
    );
    const columns = (variant: Variant) => columnsAfter({ circuit: variant.circuit, columns: [] }, variant.circuit, []);
    expect(v.sheet!.columns).toEqual(columns(before).map((c) => (c === 'filter' ? filter.id : c)));
  });

  it('run a cooler round a plain plate: all oil goes through it; without it the gallery is dry', () => {
    const hose = draft('hose10', { lengthM: 1 });
    const v = moved(
      stock(),
      { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichPlain')] },
      { kind: 'bridge', from: 'plate.away', to: 'plate.back', drafts: [hose, draft('airCooler'), hose] },
    );
    const r = solve(v);
    expect(flow(r, 'airCooler')).toBeCloseTo(flow(r, 'gallery'), 12);
    const dry = solve(moved(v, { kind: 'removeAndBlank', part: 'airCooler' }));
    expect(dry.notes.map((n) => n.code)).toContain('dryGallery');
    expect(dry.consumers.every((c) => c.verdict === 'dry')).toBe(true);
    // Taking the plate out takes its loop with it and joins the line.
    const without = moved(v, { kind: 'takeOut', part: 'plate' });
    expect(path(without).sort()).toEqual(path(stock()).sort());
    expect(flow(solve(without), 'gallery')).toBeCloseTo(flow(solve(stock()), 'gallery'), 10);
  });

  it('fit plate, hoses and cooler as one, the same circuit as one after the other', () => {
    const hose = draft('hose10', { lengthM: 1 });
    const drafts = [hose, draft('airCooler'), hose];
    const one = moved(stock(), { kind: 'fitLoop', at: 'filter.in', plate: draft('sandwichThermostat'), drafts });
    const two = moved(
      stock(),
      { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat')] },
      { kind: 'bridge', from: 'thermostatPlate.away', to: 'thermostatPlate.back', drafts },
    );
    expect(one.circuit).toEqual(two.circuit);
    const outcome = applyMove(stock(), {
      kind: 'fitLoop',
      at: 'filter.in',
      plate: draft('sandwichThermostat'),
      drafts,
    });
    expect(outcome.ok && outcome.name).toBe('fit an air cooler with two hoses on a thermostat plate before Filter');
    expect(outcome.ok && outcome.came).toHaveLength(4);
  });

  it('duplicate a branch with its drain, and take it away again', () => {
    const v = moved(stock(), { kind: 'duplicate', part: 'turbo' });
    expect(v.circuit.parts.slice(-4).map((p) => p.name)).toEqual([
      'Turbo hose 2',
      'Restrictor 2',
      'Turbo 2',
      'Turbo drain 2',
    ]);
    const r = solve(v);
    expect(flow(r, 'turbo2')).toBeCloseTo(flow(r, 'turbo'), 10);
    const back = moved(v, { kind: 'removeBranch', part: 'turbo2' });
    expect(back.circuit).toEqual(stock().circuit);
  });

  it.each<[string, Move, string]>([
    ['taking out the pump', { kind: 'takeOut', part: 'pump' }, 'Pump moves the oil'],
    ['taking out the sump', { kind: 'takeOut', part: 'sump' }, 'Sump holds the oil'],
    [
      'feeding a branch from itself',
      { kind: 'moveTap', port: 'turboFeed.in', to: 'turboRestrictor.out' },
      'would go round in a circle',
    ],
    [
      'a tap that is there already',
      { kind: 'moveTap', port: 'turboFeed.in', to: 'gallery.out' },
      'fed from there already',
    ],
    ['reversing a pump', { kind: 'reverse', part: 'pump' }, 'works one way only'],
    ['splitting a filter', { kind: 'split', part: 'filter', share: 0.5 }, 'only lines are split'],
    [
      'a turbo drain into the gallery',
      { kind: 'returnTo', part: 'turboDrain', to: 'gallery.in' },
      'Oil that falls returns to a sump',
    ],
    ['a pump for a hose', { kind: 'swap', part: 'pump', draft: draft('hose10') }, 'A pump is swapped for a pump'],
    [
      'a consumer for a filter',
      { kind: 'swap', part: 'filter', draft: draft('turboPlain') },
      'cannot stand where Filter stands',
    ],
    [
      'a part that the schema refuses',
      { kind: 'insert', at: 'filter.in', drafts: [draft('hose10', { boreM: -1 })] },
      'must be greater than 0',
    ],
    ['a part that is not there', { kind: 'takeOut', part: 'ghost' }, 'There is no part ghost'],
    ['a branch of the main way', { kind: 'removeBranch', part: 'gallery' }, 'remove it and reconnect instead'],
  ])('refuse %s, and say why', (_, move, why) => {
    expect(whyNot(stock(), move)).toContain(why);
  });

  it('leave the variant that they were handed as it was', () => {
    const before = stock();
    const frozen = JSON.stringify(before);
    for (const part of before.circuit.parts)
      offersFor(before.circuit, part).forEach((offer, i) => i % 7 === 0 && applyMove(before, offer.move));
    expect(JSON.stringify(before)).toBe(frozen);
  });

  it('are each offered under a label of their own at a part', () => {
    const { circuit } = stock();
    for (const part of circuit.parts) {
      const labels = offersFor(circuit, part).map((o) => `${o.heading}: ${o.label}: ${o.words ?? ''}`);
      expect(new Set(labels).size).toBe(labels.length);
    }
  });
});

describe('The sheet’s columns after a move', () => {
  it('nothing left of an insertion moves, what is right keeps its order', () => {
    const before = tidyColumns(stock().circuit);
    const after = moved(stock(), { kind: 'insert', at: 'filter.in', drafts: [draft('airCooler')] }).sheet!.columns;
    expect(after.filter((c) => c !== 'airCooler')).toEqual(before);
    expect(after.indexOf('airCooler')).toBe(before.indexOf('filter'));
  });

  it('a removal leaves its column empty until tidied', () => {
    const v = moved(stock(), { kind: 'takeOut', part: 'turboRestrictor' });
    expect(v.sheet!.columns).toContain(56);
    expect(v.sheet!.columns.length).toBe(tidyColumns(stock().circuit).length);
    expect(tidyColumns(v.circuit)).not.toContain(56);
  });
});

describe('A branch', () => {
  it('goes from its tap to its end', () => {
    const { parts } = stock().circuit;
    const groups = PortGroups.of(stock().circuit);
    const branch = branchOf(
      parts,
      groups,
      parts.find((p) => p.id === 'turboRestrictor')!,
    )!;
    expect([branch.parts.map((p) => p.id), branch.tapPort, branch.returns.map((p) => p.id)]).toEqual([
      ['turboFeed', 'turboRestrictor', 'turbo'],
      'turboFeed.in',
      ['turboDrain'],
    ]);
    expect(
      branchOf(
        parts,
        groups,
        parts.find((p) => p.id === 'filter')!,
      ),
    ).toBeUndefined();
  });
});

const MOVES = tries(60, 200);

describe.each(ARCHETYPES.map((a) => a.id))(`${MOVES} random moves on the archetype %s`, (id) => {
  it('keep the document valid and solvable or refused by name, and undo returns it byte for byte', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 31 - 1 }), (seed) => {
        const random = seededRandom(seed);
        const base = testProject(id);
        const past: { readonly variant: Variant; readonly text: string }[] = [];
        let variant = base.variants[0]!;
        let made = 0;
        for (let n = 0; n < MOVES; n++) {
          const { parts } = variant.circuit;
          const part = parts[Math.floor(random() * parts.length)]!;
          const offers = offersFor(variant.circuit, part);
          if (offers.length === 0) continue;
          // Circuits of a hundred parts are enough; from there on what takes away is chosen.
          const fewer =
            parts.length > 60 ? offers.filter((o) => o.heading === 'Remove' || o.heading === 'Blank') : offers;
          const { move } = (fewer.length > 0 ? fewer : offers)[
            Math.floor(random() * (fewer.length > 0 ? fewer : offers).length)
          ]!;
          const outcome = applyMove(variant, move);
          if (!outcome.ok) {
            if (!/^[A-Z].{8,}[.:]?/.test(outcome.why))
              throw new Error(`seed ${seed}: no reason for ${JSON.stringify(move)}`);
            continue;
          }
          past.push({ variant, text: JSON.stringify(variant) });
          variant = outcome.variant;
          made++;
          if (n % 20 !== 19) continue;
          const read = readProject(JSON.parse(JSON.stringify({ ...base, variants: [variant] })));
          if (!read.ok) throw new Error(`seed ${seed}, move ${n}: ${JSON.stringify(read.issues)}`);
          const compiled = CircuitSolver.of(read.project);
          if (!compiled.ok) throw new Error(`seed ${seed}, move ${n}: ${JSON.stringify(compiled.issues)}`);
          const result = solveState(compiled.circuit, compiled.circuit.stateAt(60, 363));
          if (result.convergence.status !== 'converged' && result.notes.every((note) => note.where === ''))
            throw new Error(`seed ${seed}, move ${n}: neither solved nor named`);
          const columns = variant.sheet!.columns.filter((c) => typeof c === 'string');
          expect([...columns].sort()).toEqual(
            variant.circuit.parts
              .filter(hasColumn)
              .map((p) => p.id)
              .sort(),
          );
          for (const { from, to } of variant.circuit.joints)
            for (const ref of [from, to]) {
              const [p, port] = ref.split('.') as [string, string];
              expect(PORTS[variant.circuit.parts.find((each) => each.id === p)!.kind]).toContain(port);
            }
        }
        expect(made).toBeGreaterThan(0.3 * MOVES);
        // Undo all of it, newest first.
        for (const step of past.reverse()) expect(JSON.stringify(step.variant)).toBe(step.text);
      }),
      { numRuns: tries(1, 2), seed: 41 },
    );
  });
});

describe('What a user set aside', () => {
  it('goes with the part that it was about, and stays for every other and for the circuit as a whole', () => {
    const waivers = [
      { rule: 'restrictorTwice', part: 'turboRestrictor', reason: 'gone with it' },
      { rule: 'supply', part: 'turbo', reason: 'wide drain' },
      { rule: 'level', reason: 'marked on the stick' },
    ];
    const variant = { ...demoProject().variants[0]!, waivers };
    const outcome = applyMove(variant, { kind: 'takeOut', part: 'turboRestrictor' });
    expect(outcome.ok && outcome.variant.waivers).toEqual(waivers.slice(1));
    expect(variant.waivers).toHaveLength(3);
  });
});
