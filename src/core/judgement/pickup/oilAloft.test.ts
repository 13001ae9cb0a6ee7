import { catalogueEntry } from '../../document/parts/catalogue';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { partSchema, type Part } from '../../document/parts/part';
import type { Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { demoProject } from '../../verification/testing/demo';
import { AloftReader, aloftM3, inPanAtFullM3, panOf } from './oilAloft';

const demo = demoProject();
function solved(
  change: (parts: readonly Part[]) => readonly Part[] = (p) => p,
  joints: { from: string; to: string }[] = [],
) {
  const stock = demo.variants[0]!;
  const circuit = {
    parts: [...change(stock.circuit.parts)],
    joints: [...stock.circuit.joints, ...joints],
  };
  const project: Project = { ...demo, variants: [{ ...stock, circuit }], activeVariant: stock.id };
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  expect(made.circuit.solveOnly(made.circuit.stateAt(7000 / 60, 373)).status).toBe('converged');
  return {
    circuit: made.circuit,
    aloft: new AloftReader(made.circuit).at({ speedRevS: 7000 / 60, oilTemperatureK: 373 }),
  };
}

describe('Oil aloft', () => {
  it('is about half a litre a litre of engine at full speed, hot: a film by its own weight', () => {
    const { aloft, circuit } = solved();
    const litres = demo.engine.displacementM3! * 1e3;
    expect(aloft.filmM3 * 1e3).toBeGreaterThan(0.35 * litres);
    expect(aloft.filmM3 * 1e3).toBeLessThan(0.65 * litres);
    // By hand: δ = (3νq/g)^(1/3) on 0.5 m² a litre, q over 0.8 m a litre.
    const nu = circuit.oil.viscosityPaS(373) / circuit.oil.densityKgM3(373);
    const q = aloft.fedM3S / (0.8 * litres);
    expect(aloft.filmM3).toBeCloseTo(((3 * nu * q) / 9.80665) ** (1 / 3) * 0.5 * litres, 9);
    expect([aloft.headsM3, aloft.heldM3]).toEqual([0, 0]);
    // Its relief leads back to the pump's inlet: what comes through the pickup is what the fed parts let go of.
    expect(aloft.drawnM3S / aloft.fedM3S).toBeCloseTo(1, 6);
  });

  it('counts what heads hold where their drains are too small', () => {
    const drains = (boreM: number) =>
      solved((parts) =>
        parts.map((p) =>
          p.kind === 'sump' ? { ...p, headDrains: { floorAreaM2: 0.06, drains: 2, boreM, fallM: 0.25 } } : p,
        ),
      ).aloft.headsM3;
    expect(drains(20e-3)).toBe(0);
    expect(drains(7e-3)).toBeGreaterThan(0.2e-3);
  });

  it('counts of an accumulator only what it holds beyond what it was topped up with', () => {
    const part = { ...catalogueEntry('accumulator').part, id: 'acc', valveOpen: true } as Part;
    const { aloft, circuit } = solved((parts) => [...parts, part], [{ from: 'gallery.out', to: 'acc.in' }]);
    const node = circuit.compiled.nodeOfPort.get('acc.in')!;
    const pa = circuit.solver.workspace.pressurePa[node]!;
    const held = 2e-3 * (1 - (0.5e5 + 101_325) / (pa + 101_325));
    expect(aloft.heldM3).toBeCloseTo(Math.max(0, held - partVolumeM3(part)), 9);
    expect(aloft.heldM3).toBeLessThan(0.2e-3);
  });

  it('counts what a canister holds that lets its oil fall when the engine stops, and one under pressure not', () => {
    const canister = (entry: string) => {
      const part = partSchema.parse({ ...catalogueEntry(entry).part, id: 'can' });
      const { aloft, circuit } = solved(
        (parts) => [...parts, part],
        [
          { from: 'gallery.out', to: 'can.in' },
          { from: 'can.out', to: 'sump.return' },
        ],
      );
      const { circuit: with_ } = circuit.variant;
      return { aloft, inPan: inPanAtFullM3(panOf(with_)!, with_)!, holdsM3: partVolumeM3(part) };
    };
    const [falling, pressed] = [canister('sideStreamValve'), canister('sideStreamOrifice')];
    expect(falling.aloft.heldM3).toBeCloseTo(falling.holdsM3, 12);
    expect(falling.holdsM3).toBeGreaterThan(1e-3);
    expect(pressed.aloft.heldM3).toBe(0);
    // Stopped, the one has run empty into the pan, and the other has not.
    expect(falling.inPan - pressed.inPan).toBeCloseTo(pressed.holdsM3, 9);
  });

  it('is missing in a pan that has what is filled in less what the engine’s own parts hold', () => {
    const { circuit, aloft } = solved();
    const { circuit: asItIs } = circuit.variant;
    const sump = panOf(asItIs)!;
    const elsewhere = asItIs.parts
      .filter((p) => p.kind !== 'sump' && p.kind !== 'drain')
      .reduce((s, p) => s + partVolumeM3(p), 0);
    expect(inPanAtFullM3(sump, asItIs)).toBeCloseTo(5e-3 - elsewhere, 12);
    expect(aloftM3(aloft)).toBe(aloft.filmM3);
    expect(inPanAtFullM3({ ...sump, volumeM3: undefined }, asItIs)).toBeUndefined();
  });
});
