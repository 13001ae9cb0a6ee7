import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { isReservoir } from '../../../core/document/parts/ports';
import { readProjectText } from '../../../core/document/project/readProject';
import { applyMove } from '../../../core/document/moves';
import { catalogueEntry } from '../../../core/document/parts/catalogue';
import type { Circuit, Variant } from '../../../core/document/project/project';
import { arbitrarySeed, randomProject } from '../../../core/verification/testing/randomCircuit';
import { placeLabels } from './labels';
import { testCircuit } from '../../../core/verification/testing/stockEngine';
import { layoutDrawing, type DrawingLayout } from './layout';
import { spreadLabels } from '../../marks/spreadLabels';
import { fallFactor, ribbonWidth, axisTopPa } from './scales';

function demoCircuit(): Circuit {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('refused');
  return read.project.variants[0]!.circuit;
}
const roles = (layout: DrawingLayout) => layout.stations.map((s) => `${s.part.id}:${s.role}`);

describe('The drawing’s layout', () => {
  it('puts Thornback’s oilway on the main lane and every consumer in the row, in the order of their taps', () => {
    const layout = layoutDrawing(demoCircuit());
    expect(layout.main).toEqual(['pickup', 'pump', 'blockOut', 'filter', 'gallery']);
    expect(roles(layout)).toEqual([
      'pickup:main',
      'pump:main',
      'relief:hanger',
      'blockOut:main',
      'filter:main',
      'gallery:main',
      'mains:consumer',
      'rods:consumer',
      'jets:consumer',
      'tensioner:consumer',
      'turboFeed:branch',
      'turboRestrictor:branch',
      'turbo:consumer',
      'headFeed:branch',
      'cams:consumer',
      'lifters:consumer',
    ]);
    const row = new Set(layout.stations.filter((s) => s.role === 'consumer').map((s) => s.y));
    expect(row.size).toBe(1);
  });

  it('gives every part of any legal circuit one column of its own, left to right without overlap', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const { circuit } = randomProject(seed).variants[0]!;
        const layout = layoutDrawing(circuit);
        const expected = circuit.parts
          .filter((p) => !isReservoir(p) && p.kind !== 'drain')
          .map((p) => p.id)
          .sort();
        expect(layout.stations.map((s) => s.part.id).sort()).toEqual(expected);
        layout.stations.forEach((s, i) => expect(s.x0).toBeGreaterThanOrEqual(layout.stations[i - 1]?.x1 ?? 0));
        for (const run of [...layout.runs, ...layout.returns])
          for (const [x, y] of run.points) expect(Number.isFinite(x + y)).toBe(true);
      }),
      { numRuns: 150, seed: 6 },
    );
  });

  it('runs returns below the words of the fed parts where there is room, and costs no height where there is none', () => {
    const fed = (layout: DrawingLayout) => layout.stations.filter((s) => s.role === 'consumer');
    const lowest = (layout: DrawingLayout) =>
      Math.max(...[...placeLabels(fed(layout), () => 0).values()].map((label) => label.bottom));
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const { circuit } = randomProject(seed).variants[0]!;
        const layout = layoutDrawing(circuit, [], 962);
        // Half of a line, and the foot of the letters.
        expect(layout.busY).toBeGreaterThanOrEqual(lowest(layout) + 6);
        const short = layoutDrawing(circuit, [], 962, layout.planHeight - 1);
        expect(short.planHeight).toBeLessThanOrEqual(layout.planHeight);
        expect(layoutDrawing(circuit, [], 962, layout.planHeight)).toEqual(layout);
        // Nothing but the returns and the tanks beside them stands elsewhere.
        expect(short.stations).toEqual(layout.stations);
      }),
      { numRuns: 60, seed: 8 },
    );
    const roomy = layoutDrawing(demoCircuit(), [], 962);
    const short = layoutDrawing(demoCircuit(), [], 962, roomy.planHeight - 1);
    expect(roomy.planHeight - short.planHeight).toBe(28);
    expect(short.busY).toBeLessThan(lowest(short));
    expect(layoutDrawing(demoCircuit(), [], 962, short.planHeight)).toEqual(short);
    // One that is scrolled all the same gains nothing by being shorter.
    expect(layoutDrawing(demoCircuit(), [], 962, short.planHeight - 1)).toEqual(roomy);
  });

  it('writes of a short return beside all tanks, a row each, and never past the left edge', () => {
    const short = (circuit: Circuit) => {
      const layout = layoutDrawing(circuit, [], 962);
      const words = layout.returns.flatMap(({ labelAt }) => labelAt ?? []);
      const edge = Math.max(...layout.reservoirs.map((r) => r.x + 28));
      for (const { x, anchor } of words)
        if (anchor === 'start') expect(x).toBeGreaterThan(edge);
        else expect(x).toBeGreaterThan(180);
      const rows = words.map((each) => each.y);
      expect(new Set(rows).size).toBe(rows.length);
      return words.filter((each) => each.anchor === 'start').length;
    };
    expect([short(testCircuit('drySump')), short(testCircuit('airTwin')), short(demoCircuit())]).toEqual([2, 1, 0]);
    fc.assert(
      fc.property(arbitrarySeed, (seed) => void short(randomProject(seed).variants[0]!.circuit)),
      { numRuns: 60, seed: 9 },
    );
  });

  it('leaves where it is what stands left of an insertion', () => {
    const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
    if (!read.ok) throw new Error('refused');
    const [stock] = read.project.variants;
    const outcome = applyMove(stock!, {
      kind: 'insert',
      at: 'turboRestrictor.in',
      drafts: [{ ...catalogueEntry('needleValve').part }],
    });
    if (!outcome.ok) throw new Error(outcome.why);
    const from = (variant: Variant) => {
      const { stations } = layoutDrawing(variant.circuit, variant.sheet?.columns);
      const x = (id: string) => stations.find((s) => s.part.id === id)!.x0;
      return ['relief', 'blockOut', 'filter', 'gallery'].map((id) => x(id) - x('pump'));
    };
    expect(from(outcome.variant)).toEqual(from(stock!));
  });

  it('draws a ribbon to every consumer', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const layout = layoutDrawing(randomProject(seed).variants[0]!.circuit);
        for (const s of layout.stations)
          if (s.role === 'consumer')
            expect(
              layout.runs.some((r) => ['feed', 'tap', 'groove', 'on'].some((end) => r.key === `${s.part.id}:${end}`)),
            ).toBe(true);
      }),
      { numRuns: 100, seed: 7 },
    );
  });

  it('stays still while figures change, and narrows its columns only so far', () => {
    const circuit = demoCircuit();
    const changed = { ...circuit, parts: circuit.parts.map((p) => (p.kind === 'orifice' ? { ...p, boreM: 1e-3 } : p)) };
    expect(layoutDrawing(changed).stations.map((s) => [s.part.id, s.x0, s.y])).toEqual(
      layoutDrawing(circuit).stations.map((s) => [s.part.id, s.x0, s.y]),
    );
    expect(layoutDrawing(circuit, [], 962).width).toBeLessThanOrEqual(970);
    expect(layoutDrawing(circuit, [], 300).width).toBe(layoutDrawing(circuit, [], 100).width);
  });

  it('fits any room that its narrowest columns fit, to a pixel and never over it', () => {
    const circuit = demoCircuit();
    const [narrowest, widest] = [layoutDrawing(circuit, [], 300).width, layoutDrawing(circuit).width];
    for (let room = narrowest + 1; room < widest; room += 7) {
      const { width } = layoutDrawing(circuit, [], room);
      expect(width).toBeLessThanOrEqual(room);
      expect(width).toBeGreaterThan(room - 2);
    }
  });

  it('keeps a stored order of consumers', () => {
    const layout = layoutDrawing(demoCircuit(), ['jets', 'mains']);
    const order = layout.stations.map((s) => s.part.id);
    expect(order.indexOf('jets')).toBeLessThan(order.indexOf('mains'));
  });
});

describe('The drawing’s scales', () => {
  it('draw four times the flow twice as wide', () => {
    expect(ribbonWidth(4e-4) / ribbonWidth(1e-4)).toBeCloseTo(2, 9);
    // The bore that carries 10 L/min at 3 m/s is 8.41 mm wide (continuity), 13.9 px of 1650 a metre.
    expect(ribbonWidth(10e-3 / 60)).toBeCloseTo(0.00841 * 1650, 1);
    expect([ribbonWidth(0), ribbonWidth(1)]).toEqual([3, 40]);
  });

  it('exaggerate the fall as far as fits', () => {
    expect([fallFactor(0.06e5, 28e-5, 40), fallFactor(0.5e5, 28e-5, 40), fallFactor(5e5, 28e-5, 40)]).toEqual([
      20, 2, 1,
    ]);
  });

  it('keep 7 bar unless the range goes beyond', () => {
    expect([axisTopPa(5.6e5), axisTopPa(7.2e5)]).toEqual([7e5, 10e5]);
  });

  it('part labels that would overlap, in their order', () => {
    const placed = spreadLabels([100, 102, 103, 200], 13);
    for (let i = 1; i < placed.length; i++) expect(placed[i]! - placed[i - 1]!).toBeGreaterThanOrEqual(13 - 1e-3);
  });
});
