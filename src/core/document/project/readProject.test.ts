import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { randomProject, arbitrarySeed } from '../../verification/testing/randomCircuit';
import { CircuitSolver } from '../../network/circuitSolver';
import { sayIssue } from './issue';
import { partFields, changePart } from '../parts/partFields';
import { catalogueEntry } from '../parts/catalogue';
import { LARGEST_FILE_BYTES, readProject, readProjectText } from './readProject';
import { projectJsonSchema } from './jsonSchema';
import { FILE_VERSION } from './keptProject';
import { WHOLE_VERSION } from './project';
import { migrate } from './migrations';
import { solveState } from '../../judgement/judgeState';

const DEMO = readFileSync('demo/thornback.json', 'utf8');
type Raw = {
  version: unknown;
  asItIs: { circuit: { parts: Record<string, unknown>[]; joints: { from: string; to: string }[] } };
} & Record<string, unknown>;

/** A file of an older version: whole circuits. */
type Whole = {
  version: unknown;
  variants: { circuit: { parts: Record<string, unknown>[]; joints: unknown[] }; bench?: unknown }[];
} & Record<string, unknown>;

/** The demo with something broken in it, and what the reader says. */
function broken(change: (raw: Raw) => void): string {
  const raw = JSON.parse(DEMO) as Raw;
  change(raw);
  const read = readProject(raw);
  if (!read.ok) return read.issues.map(sayIssue).join('\n');
  const made = CircuitSolver.of(read.project);
  return made.ok
    ? `accepted; ${made.circuit.compiled.warnings.map(sayIssue).join('\n')}`
    : made.issues.map(sayIssue).join('\n');
}
const part = (raw: Raw, id: string) => raw.asItIs.circuit.parts.find((p) => p['id'] === id)!;
const index = JSON.parse(DEMO) as Raw;
const at = (id: string) => `asItIs.circuit.parts[${index.asItIs.circuit.parts.findIndex((p) => p['id'] === id)}]`;

const SESSION = { id: 'one', on: '2026-01-01', kind: 'note', title: 'A note', variant: 'Stock' };
const ROLL = { id: 'one', dash: 8, construction: 'rubberPlain', lengthM: 2 };
const STEP = { id: 'one', phase: 'main', text: 'Look again' };

describe('A project file', () => {
  it('reads, and reads the same after a round trip', () => {
    const read = readProjectText(DEMO);
    if (!read.ok) throw new Error(read.issues.map(sayIssue).join('\n'));
    expect(readProjectText(JSON.stringify(read.kept))).toEqual(read);
  });

  it('of every frozen version reads as the present one, its parts, joints and figures as they were', () => {
    for (const version of [1, 2, 3, 4, 5]) {
      const text = readFileSync(`src/core/verification/frozen/version${version}.json`, 'utf8');
      const raw = JSON.parse(text) as Whole;
      expect(raw.version).toBe(version);
      const read = readProjectText(text);
      if (!read.ok) throw new Error(read.issues.map(sayIssue).join('\n'));
      expect(read.project.version).toBe(WHOLE_VERSION);
      expect(read.project.variants).toMatchObject(
        raw.variants.map(({ circuit, bench }) => ({ circuit, ...(bench === undefined ? {} : { bench }) })),
      );
      expect(read.project.log).toEqual(raw.log);
    }
  });

  it('of version 1 keeps the order of its stations as columns, and what it does not know for the schema to refuse', () => {
    const order = [['sump'], ['pickup'], ['pump']];
    const old = { ...(JSON.parse(readFileSync('src/core/verification/frozen/version1.json', 'utf8')) as Whole) };
    const { version, variants } = migrate({
      ...old,
      variants: old.variants.map((v) => ({ ...v, sheet: { stationOrder: order } })),
    }) as { version: number; variants: { sheet?: unknown }[] };
    expect([version, variants.map((v) => v.sheet)]).toEqual([
      WHOLE_VERSION,
      old.variants.map(() => ({ columns: order })),
    ]);
    expect(migrate({ ...old, variants: 'none' })).toMatchObject({ version: WHOLE_VERSION, variants: 'none' });
    expect(migrate({ ...old, version: -3 })).toMatchObject({ version: -3 });
    expect(migrate({ ...old, version: 'one' })).toMatchObject({ version: 'one' });
  });

  it('survives text and back for any random circuit, figure for figure', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const project = randomProject(seed);
        const read = readProjectText(JSON.stringify(project));
        expect(read).toMatchObject({ ok: true, project: JSON.parse(JSON.stringify(project)) as object });
      }),
      { numRuns: 30, seed: 3 },
    );
  });

  it.each([
    [
      'a negative bore',
      (raw: Raw) => void (part(raw, 'turboRestrictor')['boreM'] = -0.0015),
      `${at('turboRestrictor')}.boreM (Restrictor): must be greater than 0, -0.0015 is there`,
    ],
    [
      'a bore of zero',
      (raw: Raw) => void (part(raw, 'turboFeed')['boreM'] = 0),
      `${at('turboFeed')}.boreM (Turbo hose): must be greater than 0, 0 is there`,
    ],
    [
      'a number as text',
      (raw: Raw) => void (part(raw, 'pump')['displacementM3Rev'] = '11e-6'),
      `${at('pump')}.displacementM3Rev (Pump): a number is needed, the text "11e-6" is there`,
    ],
    [
      'a missing number',
      (raw: Raw) => void delete part(raw, 'relief')['crackPa'],
      `${at('relief')}.crackPa (Relief): a number is needed, nothing is there`,
    ],
    [
      'more parts than a circuit can have',
      (raw: Raw) => {
        const { parts } = raw.asItIs.circuit;
        while (parts.length <= 2000) parts.push({ ...part(raw, 'filter'), id: `more${parts.length}` });
      },
      'asItIs.circuit.parts: must have at most 2000 entries, 2001 are there',
    ],
    [
      'a name of too many letters, beside another fault',
      (raw: Raw) => {
        Object.assign(raw.asItIs, { name: 'x'.repeat(81) });
        part(raw, 'filter')['colour'] = 'red';
      },
      'asItIs.name: must have at most 80 letters, 81 are there',
    ],
    ['an unknown kind', (raw: Raw) => void (part(raw, 'filter')['kind'] = 'centrifuge'), `${at('filter')}`],
    ['an unknown field', (raw: Raw) => void (part(raw, 'filter')['colour'] = 'red'), 'unknown field "colour"'],
    [
      'an unknown field beside the name',
      (raw: Raw) => void (raw['colour'] = 'red'),
      'at the top: unknown field "colour"; check the spelling.',
    ],
    [
      'an absent part in a joint',
      (raw: Raw) => void (raw.asItIs.circuit.joints[3]!.to = 'ghost.in'),
      'asItIs.circuit.joints[3].to (the joint relief.out to ghost.in): "ghost.in" names a part that is not in this circuit',
    ],
    [
      'an absent port in a joint',
      (raw: Raw) => void (raw.asItIs.circuit.joints[3]!.to = 'pump.side'),
      'asItIs.circuit.joints[3].to (the joint relief.out to pump.side): "pump.side" names a port that this part does not have; it has in, out',
    ],
    ['an id used twice', (raw: Raw) => void (part(raw, 'rods')['id'] = 'mains'), 'the id "mains" is used twice'],
    [
      'a newer version',
      (raw: Raw) => void (raw.version = FILE_VERSION + 1),
      'version: the file has version 7, this app reads up to 6',
    ],
    [
      'a valve that opens before it cracks',
      (raw: Raw) => void (part(raw, 'relief')['fullOpenPa'] = 1e5),
      `${at('relief')}.fullOpenPa (Relief): fullOpenPa must be greater than crackPa`,
    ],
    [
      'no sump',
      (raw: Raw) => {
        raw.asItIs.circuit.parts = raw.asItIs.circuit.parts.filter((p) => p['id'] !== 'sump');
        raw.asItIs.circuit.joints = raw.asItIs.circuit.joints.filter((j) => !`${j.from} ${j.to}`.includes('sump.'));
      },
      'the circuit has no sump or tank',
    ],
    [
      'heights that disagree',
      (raw: Raw) => void (part(raw, 'jets')['elevationM'] = 0.2),
      'Piston jets meet at one place but their heights differ by 200 mm',
    ],
    [
      'a tolerance beyond all that can be',
      (raw: Raw) => void (raw['tolerances'] = [{ part: 'turboRestrictor', path: ['boreM'], plusMinus: 3 }]),
      'tolerances[0].plusMinus: must be at most 2000.00 mm, 3000.00 mm is there',
    ],
    [
      'a filtration ratio that adds dirt',
      (raw: Raw) =>
        void raw.asItIs.circuit.parts.push({
          ...catalogueEntry('sideStreamOrifice').part,
          id: 'side',
          betaRatio: 1e-9,
        }),
      'betaRatio (',
    ],
    [
      'two sessions of one id',
      (raw: Raw) => void (raw['log'] = { sessions: [SESSION, SESSION] }),
      'log.sessions[1].id: the id "one" is used twice',
    ],
    [
      'two rolls of one id',
      (raw: Raw) => void (raw['notes'] = { rolls: [ROLL, ROLL] }),
      'notes.rolls[1].id: the id "one" is used twice',
    ],
    [
      'two steps of one’s own of one id',
      (raw: Raw) => void (raw['jobs'] = [{ from: 'stock', to: 'noseCooler', plan: { own: [STEP, STEP] } }]),
      'jobs[0].plan.own[1].id: the id "one" is used twice',
    ],
    ['infinity', (raw: Raw) => void (part(raw, 'sump')['levelM'] = Infinity), 'a number is needed'],
  ])('with %s is refused with the field named', (_, change, sentence) => {
    expect(broken(change)).toContain(sentence);
  });

  it.each([
    ['not JSON', '{"format":', 'The file is not JSON'],
    ['another format', '{"format":"else"}', 'This is not a Tidal Gauge project'],
    ['a list', '[]', 'does not hold an object'],
  ])('that is %s is refused', (_, text, sentence) => {
    const read = readProjectText(text);
    expect(read.ok ? '' : read.issues.map(sayIssue).join()).toContain(sentence);
  });

  it('of 50 MB is refused unread', () => {
    const read = readProjectText(' '.repeat(50e6));
    expect(read.ok ? '' : sayIssue(read.issues[0]!)).toBe(
      `The file has 47.7 MiB; a project has at most ${LARGEST_FILE_BYTES / 1024 / 1024} MiB. Check that it is a project export.`,
    );
  });

  it('never throws on whatever is in it', () => {
    fc.assert(
      fc.property(fc.json(), (text) => void readProjectText(text)),
      { numRuns: 200, seed: 4 },
    );
    fc.assert(
      fc.property(
        fc.anything(),
        (raw) =>
          void readProject(
            typeof raw === 'object' && raw !== null ? { ...raw, format: 'tidal-gauge-project', version: 1 } : raw,
          ),
      ),
      { numRuns: 200, seed: 5 },
    );
  });

  it('of the present version needs no migration', () => {
    const raw = JSON.parse(DEMO) as Raw;
    expect(migrate(raw)).toBe(raw);
  });
});

describe('A circuit with a closed way', () => {
  it('names what a blocked hose cuts off, and the rest is still solved', () => {
    const raw = JSON.parse(DEMO) as Raw;
    part(raw, 'headFeed')['blocked'] = true;
    const read = readProject(raw);
    if (!read.ok) throw new Error('refused');
    const made = CircuitSolver.of(read.project);
    if (!made.ok) throw new Error('refused');
    const result = solveState(made.circuit, made.circuit.stateAt(50, 373));
    expect(result.convergence.status).toBe('converged');
    expect(result.consumers.find((c) => c.part === 'cams')).toMatchObject({ verdict: 'dry', supplied: false });
    expect(result.consumers.find((c) => c.part === 'mains')).toMatchObject({ supplied: true });
  });

  it('names a place that valves cut off from every reservoir', () => {
    expect(
      broken((raw) => {
        raw.asItIs.circuit.parts.push(
          { id: 'v1', kind: 'valve', name: 'Needle valve', fullAreaM2: 1e-5, turnsToFull: 4, turns: 0 },
          {
            id: 'canister',
            kind: 'cooler',
            name: 'Canister',
            ratedPressureDropPa: 5e4,
            ratedFlowM3S: 6e-5,
            ratedViscosityPaS: 0.0118,
            viscousShare: 0.9,
          },
        );
        raw.asItIs.circuit.joints.push({ from: 'gallery.out', to: 'v1.in' }, { from: 'v1.out', to: 'canister.in' });
      }),
    ).toContain('is cut off from every sump and tank: Needle valve, Canister hold still oil');
  });
});

describe('A place that is cut off', () => {
  it('gets no pressure at all, rather than one made of leaks', () => {
    const raw = JSON.parse(DEMO) as Raw;
    raw.asItIs.circuit.parts.push(
      { id: 'v1', kind: 'valve', name: 'Needle valve', fullAreaM2: 1e-5, turnsToFull: 4, turns: 0 },
      {
        id: 'canister',
        kind: 'cooler',
        name: 'Canister',
        ratedPressureDropPa: 5e4,
        ratedFlowM3S: 6e-5,
        ratedViscosityPaS: 0.0118,
        viscousShare: 0.9,
      },
    );
    raw.asItIs.circuit.joints.push({ from: 'gallery.out', to: 'v1.in' }, { from: 'v1.out', to: 'canister.in' });
    const read = readProject(raw);
    if (!read.ok) throw new Error('refused');
    const made = CircuitSolver.of(read.project);
    if (!made.ok) throw new Error('refused');
    const result = solveState(made.circuit, made.circuit.stateAt(50, 373));
    expect(result.convergence.status).toBe('converged');
    expect(result.elements.filter((e) => e.part === 'canister' || e.part === 'v1')).toEqual([]);
    expect(result.nodes.some((n) => n.ports.includes('canister.in'))).toBe(false);
  });
});

describe('The form of a part', () => {
  it('lists every number of every part of the demo with a title and a unit', () => {
    const read = readProjectText(DEMO);
    if (!read.ok) throw new Error('refused');
    const numbersIn = (value: unknown): number =>
      typeof value === 'number'
        ? 1
        : typeof value === 'object' && value !== null
          ? Object.values(value).reduce((sum: number, v) => sum + numbersIn(v), 0)
          : 0;
    for (const each of read.project.variants[0]!.circuit.parts) {
      const listed = partFields(each).filter((f) => f.input.kind === 'number' && f.value !== undefined).length;
      expect([each.id, listed]).toEqual([each.id, numbersIn(each)]);
    }
  });

  it('changes one value and refuses what the schema refuses', () => {
    const read = readProjectText(DEMO);
    if (!read.ok) throw new Error('refused');
    const restrictor = read.project.variants[0]!.circuit.parts.find((p) => p.id === 'turboRestrictor')!;
    expect(changePart(restrictor, ['boreM'], 9e-4)).toMatchObject({ ok: true, part: { boreM: 9e-4 } });
    expect(changePart(restrictor, ['boreM'], 0)).toMatchObject({ ok: false });
    expect(changePart(restrictor, ['dischargeCoefficient'], undefined)).toEqual({ ok: true, part: restrictor });
  });
});

describe('The published JSON Schema', () => {
  it('is the one that the code has now (npm run schema writes it)', () => {
    expect(JSON.parse(readFileSync('docs/project.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(projectJsonSchema())),
    );
  });
});
