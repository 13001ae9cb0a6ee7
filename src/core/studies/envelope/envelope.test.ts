import fc from 'fast-check';
import type { Project } from '../../document/project/project';
import { Oil } from '../../physics/oil/oil';
import { isReachable } from '../../judgement/sweep/reachable';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { RIG_HIGH_PA, betweenTanks } from '../../verification/testing/rig';
import { demoProject } from '../../verification/testing/demo';
import { sharedByTwo } from '../../verification/testing/shared';
import {
  failureLines,
  type Envelope,
  type EnvelopeReply,
  type EnvelopeRequest,
  type EnvelopeTask,
} from './envelopeTasks';
import { envelopeWork } from './envelopeWork';
import { boundaryLines, crossedEdges, edgeKey, regionBelow, type MapPoint } from './marchingSquares';
import { solveState } from '../../judgement/judgeState';
import { studyHere } from '../job/runHere';
import { StudyCircuits } from '../job/studyCircuits';
import { ENVELOPE_STUDY } from './envelopeStudy';
import { solverOf } from '../../verification/testing/solverOf';

describe('The line through a grid', () => {
  const traced = (f: (x: number, y: number) => number | null, n: number) => {
    const values = Array.from({ length: n }, (_, iy) => Array.from({ length: n }, (__, ix) => f(ix, iy)));
    const crossing = new Map<string, MapPoint>(
      crossedEdges(values).map((edge) => {
        const { ix, iy, along } = edge;
        const [a, b] = [values[iy]![ix]!, along === 'x' ? values[iy]![ix + 1]! : values[iy + 1]![ix]!];
        const t = a / (a - b);
        return [edgeKey(edge), along === 'x' ? { x: ix + t, y: iy } : { x: ix, y: iy + t }];
      }),
    );
    return { lines: boundaryLines(values, crossing), crossing };
  };
  const length = (line: readonly MapPoint[]) =>
    line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - line[i]!.x, p.y - line[i]!.y), 0);

  it('around a disc closes, and is as long as its circumference', () => {
    const { lines } = traced((x, y) => 8 - Math.hypot(x - 10.2, y - 9.7), 21);
    expect(lines).toHaveLength(1);
    expect(lines[0]![0]).toEqual(lines[0]!.at(-1));
    expect(length(lines[0]!) / (2 * Math.PI * 8)).toBeCloseTo(1, 2);
  });

  it('leaves the grid at two places where the region does, and stops at what is not known', () => {
    expect(traced((x) => x - 3.4, 8).lines.map((l) => l.length)).toEqual([8]);
    expect(traced((x, y) => (y > 4 ? null : x - 3.4), 8).lines.map((l) => l.length)).toEqual([5]);
  });

  it('keeps apart or joins two corners by the middle of their cell', () => {
    expect(traced((x, y) => ((x + y) % 2 === 0 ? 3 : -1), 2).lines.map((l) => l.length)).toEqual([2, 2]);
    // The good middle joins the good corners: each bad corner is cut off by itself.
    const [first] = traced((x, y) => ((x + y) % 2 === 0 ? 3 : -1), 2).lines;
    expect(new Set(first!.map((p) => Math.hypot(p.x - 1, p.y) < 1 || Math.hypot(p.x, p.y - 1) < 1))).toEqual(
      new Set([true]),
    );
  });

  it('uses every crossing once, whatever the values', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 36, maxLength: 36 }), (flat) => {
        const { lines, crossing } = traced((x, y) => flat[6 * y + x]! || 0.5, 6);
        const points = lines.flatMap((l) => (l[0] === l.at(-1) ? l.slice(1) : l));
        expect(points).toHaveLength(crossing.size);
        expect(new Set(points).size).toBe(crossing.size);
      }),
    );
  });
});

describe('The region below a level', () => {
  const area = (polygon: readonly MapPoint[]) =>
    Math.abs(
      polygon.reduce(
        (sum, p, i) => sum + p.x * polygon[(i + 1) % polygon.length]!.y - p.y * polygon[(i + 1) % polygon.length]!.x,
        0,
      ),
    ) / 2;

  it('outside a disc has the area that is left', () => {
    const at = Array.from({ length: 21 }, (_, i) => i);
    const values = at.map((y) => at.map((x) => 8 - Math.hypot(x - 10.2, y - 9.7)));
    const sum = regionBelow(at, at, values, 0).reduce((total, polygon) => total + area(polygon), 0);
    expect(sum / (400 - Math.PI * 64)).toBeCloseTo(1, 2);
  });

  it('and the region above add up to the whole, whatever the values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 36, maxLength: 36 }),
        fc.double({ min: -0.9, max: 0.9, noNaN: true }),
        (flat, level) => {
          const at = [0, 1, 2, 3, 4, 5];
          // Nudged apart: a corner exactly on the level belongs to neither side.
          const values = at.map((y) => at.map((x) => flat[6 * y + x]! + 1e-7 * (x + 6.1 * y + 0.37)));
          const whole = (v: number[][], l: number) =>
            regionBelow(at, at, v, l).reduce((total, polygon) => total + area(polygon), 0);
          expect(
            whole(values, level) +
              whole(
                values.map((row) => row.map((x) => -x)),
                -level,
              ),
          ).toBeCloseTo(25, 6);
        },
      ),
    );
  });
});

const envelopeOf = (project: Project, request: EnvelopeRequest): Envelope =>
  studyHere(ENVELOPE_STUDY, project, request);

describe('The envelope', () => {
  it('of a laminar hose ends where ASTM D341 gives the oil the viscosity that the flow asks for', () => {
    const oil = {
      name: '10W-40',
      viscosity40M2S: 96e-6,
      viscosity100M2S: 14.4e-6,
      density15KgM3: 865,
      expansionPerK: 6.5e-4,
    };
    const [bore, length, least] = [4e-3, 2, 2e-6];
    // Both all viscous, so μ = P/(Q(k + r)); the consumer takes a fifth of the drop.
    const hose = (128 * length) / (Math.PI * bore ** 4);
    const fed = 0.25 * hose;
    const rig = betweenTanks(
      [
        { id: 'hose', kind: 'line', form: 'hose', name: 'hose', boreM: bore, lengthM: length, losses: [] },
        {
          id: 'fed',
          kind: 'consumer',
          name: 'fed',
          duty: 'other',
          ratedPressureDropPa: fed * 1e-8,
          ratedFlowM3S: 1e-6,
          ratedViscosityPaS: 0.01,
          ratedDensityKgM3: 850,
          viscousShare: 1,
          supply: { lowFlowM3S: least },
        },
      ],
      [
        ['high.suction', 'hose.in'],
        ['hose.out', 'fed.in'],
        ['fed.out', 'low.return'],
      ],
    );
    const { overall, failingShare } = envelopeOf({ ...rig, oil }, { y: 'oil' });
    const lines = failureLines(overall);
    const needed = RIG_HIGH_PA / (least * (hose + fed));
    const ready = new Oil(oil);
    let [cold, hot] = [263, 393];
    while (hot - cold > 1e-6) {
      const middle = 0.5 * (cold + hot);
      if (ready.viscosityPaS(middle) > needed) cold = middle;
      else hot = middle;
    }
    expect(lines).toHaveLength(1);
    for (const { y } of lines[0]!) expect(Math.abs(y - cold)).toBeLessThan(0.02);
    expect(failingShare).toBeGreaterThan(0);
    expect(failingShare).toBeLessThan(1);
  });

  const project = demoProject();
  const stock = envelopeOf(project, { y: 'oil' });
  const circuit = solverOf(project);
  const suppliedAt = (x: number, y: number, part?: string) => {
    circuit.solver.reset();
    const result = solveState(circuit, circuit.stateAt(x, y));
    return result.consumers.filter((c) => part === undefined || c.part === part).every((c) => isSupplied(c.verdict));
  };

  it('of Thornback changes sides across its line, at every place of it, as solving there says', () => {
    const [dx, dy] = [stock.speedsRevS[1]! - stock.speedsRevS[0]!, stock.ys[1]! - stock.ys[0]!];
    let places = 0;
    for (const { part, ...map } of stock.consumers)
      for (const { x, y } of failureLines(map).flat()) {
        places++;
        // Each place lies on an edge of the grid, so along it a thousandth of a cell to either side.
        const onColumn = stock.speedsRevS.some((s) => Math.abs(s - x) < 1e-9);
        const [ex, ey] = onColumn ? [0, 1e-3 * dy] : [1e-3 * dx, 0];
        expect([part, x, y, suppliedAt(x - ex, y - ey, part)]).toEqual([part, x, y, !suppliedAt(x + ex, y + ey, part)]);
      }
    expect(places).toBeGreaterThan(30);
  });

  it('says of each consumer what it is at its own worst place within reach, as solving there says', () => {
    for (const { part, worst } of stock.consumers) {
      circuit.solver.reset();
      const alone = solveState(circuit, circuit.stateAt(worst!.x, worst!.y)).consumers.find((c) => c.part === part)!;
      expect([part, worst!.verdict]).toEqual([part, alone.verdict]);
      expect(isReachable(project.engine, project.range, { speedRevS: worst!.x, oilTemperatureK: worst!.y })).toBe(true);
    }
  });

  it('agrees on its boundary with plain bisection of the verdict', () => {
    const turbo = stock.consumers.find((c) => c.part === 'turbo')!;
    const column = stock.speedsRevS[24]!;
    const place = failureLines(turbo)
      .flat()
      .find((p) => p.x === column)!;
    let [low, high] = [place.y - 4, place.y + 4];
    const below = suppliedAt(column, low, 'turbo');
    expect(suppliedAt(column, high, 'turbo')).toBe(!below);
    while (high - low > 1e-6) {
      const middle = 0.5 * (low + high);
      if (suppliedAt(column, middle, 'turbo') === below) low = middle;
      else high = middle;
    }
    expect(Math.abs(place.y - low)).toBeLessThan(5e-4 * (stock.ys[1]! - stock.ys[0]!));
  });

  it('names where and by whom the session first fails, on the boundary', () => {
    expect(stock.session.map((s) => s.name)).toEqual(project.namedStates.map((s) => s.name));
    const { x, y, part } = stock.crossing!;
    expect(part).toBe('turbo');
    expect(suppliedAt(x - 0.05, y)).toBe(true);
    expect(suppliedAt(x + 0.05, y)).toBe(false);
  });

  it('so far claims only what was looked at: each failure stands in the end, and rows come hot, cold, then between', () => {
    const project = demoProject();
    const request = { y: 'oil' } as const;
    const circuits = new StudyCircuits(project);
    const run = ENVELOPE_STUDY.start(project, request);
    const tasks = run.next().value as readonly EnvelopeTask[];
    const ys = tasks.map((t) => (t.kind === 'row' ? t.y : NaN));
    const sorted = [...ys].sort((a, b) => a - b);
    expect(ys.slice(0, 3)).toEqual([sorted.at(-1), sorted[0], sorted[Math.ceil((sorted.length - 1) / 2)]]);
    const whole = studyHere(ENVELOPE_STUDY, project, request);
    const replies: EnvelopeReply[] = [];
    let before = 0;
    for (const task of tasks) {
      replies.push(ENVELOPE_STUDY.work(circuits, task));
      const now = ENVELOPE_STUDY.partial(project, request, replies)!;
      expect(now.lookedAt).toBeGreaterThanOrEqual(before);
      before = now.lookedAt;
      expect(now.lookedAt).toBeLessThan(now.places);
      if (now.failsFromRevS !== null) expect(now.failsFromRevS).toBeGreaterThanOrEqual(whole.failsFromRevS!);
      // Drawn only at places that were looked at; what fails there fails in the end.
      now.overall.values.forEach((row, iy) =>
        row.forEach((v, ix) => {
          const at = [whole.ys.indexOf(now.ys[iy]!), whole.speedsRevS.indexOf(now.speedsRevS[ix]!)] as const;
          const end = whole.overall.values[at[0]]![at[1]]!;
          if (v !== null) expect([at, v < 0]).toEqual([at, end < 0]);
        }),
      );
    }
    const rest = run.next(replies).value as readonly EnvelopeTask[];
    // A few places a task: the first rows are there after a fraction of the work.
    expect(tasks[0]!.kind === 'row' && tasks[0]!.columns.length).toBeLessThan(whole.speedsRevS.length / 3);
    expect(rest.every((t) => t.kind === 'row')).toBe(true);
  });

  it('is the same whoever does which task in which order', () => {
    expect(sharedByTwo(ENVELOPE_STUDY, envelopeWork, project, { y: 'oil' })).toEqual(stock);
  });

  it('over the filters’ age holds the oil, and says what a loaded filter does: less is left to the mains with hot oil', () => {
    const hot = envelopeOf(project, { y: 'filterAge', oilTemperatureK: 393 });
    const mains = hot.consumers.find((c) => c.part === 'mains')!;
    const [fresh, neglected] = [mains.values[0]!, mains.values.at(-1)!];
    // Up to some 2200 rpm its least pressure decides; then, for a while, what it must not exceed: a loaded filter
    // spares it that.
    expect(fresh.slice(0, 11).every((v, i) => v! >= neglected[i]! - 1e-6)).toBe(true);
    expect(fresh[8]!).toBeGreaterThan(neglected[8]! + 0.01);
    expect(hot.ys.at(-1)).toBe(12);
  });

  it('over the air with the oil’s temperature found agrees with the balance: hot air floods the turbo at lower speeds', () => {
    const air = envelopeOf(project, { y: 'air', roadSpeedMS: 30, load: 0.7 });
    const turbo = air.consumers.find((c) => c.part === 'turbo')!;
    const fails = (row: readonly (number | null)[]) => row.filter((v) => v !== null && v < 0).length;
    expect(air.unsolved).toBe(0);
    expect(fails(turbo.values.at(-1)!)).toBeGreaterThan(0);
    expect(fails(turbo.values.at(-1)!)).toBeGreaterThanOrEqual(fails(turbo.values[0]!));
  });
});
