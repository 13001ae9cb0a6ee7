import { readFileSync } from 'node:fs';
import type { Part } from '../../core/document/parts/part';
import { activeVariant } from '../../core/document/project/project';
import { readProjectText } from '../../core/document/project/readProject';
import { catalogueEntry } from '../../core/document/parts/catalogue';
import { OIL_GRADES } from '../../core/physics/oil/grades';
import { useWorkbench } from './workbench';

function opened() {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('refused');
  useWorkbench.getState().open(read.project);
  return read.project;
}
const partIn = (id: string) => useWorkbench.getState().project!.variants[0]!.circuit.parts.find((p) => p.id === id)!;

describe('The workbench', () => {
  it('opens a project at its last named state with nothing selected', () => {
    const project = opened();
    const { speedRevS, oilTemperatureK, selected } = useWorkbench.getState();
    expect([speedRevS, oilTemperatureK, selected]).toEqual([
      project.namedStates[3]!.speedRevS,
      project.namedStates[3]!.oilTemperatureK,
      undefined,
    ]);
  });

  it('replaces one part of the open variant and leaves the old document as it was', () => {
    const before = opened();
    const old = before.variants[0]!.circuit.parts.find((p) => p.id === 'turboRestrictor')!;
    useWorkbench.getState().replacePart({ ...old, boreM: 9e-4 } as Part);
    expect(partIn('turboRestrictor')).toMatchObject({ boreM: 9e-4 });
    expect(old).toMatchObject({ boreM: 1.5e-3 });
    expect(useWorkbench.getState().project).not.toBe(before);
    expect(partIn('pump')).toBe(before.variants[0]!.circuit.parts.find((p) => p.id === 'pump'));
  });

  it('changes the oil and keeps units and theme beyond the session', () => {
    opened();
    const { setOil, setUnits, setTheme } = useWorkbench.getState();
    setOil({ ...OIL_GRADES[4]! });
    setUnits({ pressure: 'psi' });
    setTheme('dark');
    expect(useWorkbench.getState().project!.oil.name).toBe('10W-60');
    expect([JSON.parse(localStorage.getItem('tidal-gauge-units')!), localStorage.getItem('tidal-gauge-theme')]).toEqual(
      [{ pressure: 'psi' }, 'dark'],
    );
  });

  it('makes a move as a named step, selects what came, undoes it to the very same document and does it again', () => {
    const before = opened();
    const { makeMove, undo, redo } = useWorkbench.getState();
    makeMove({ kind: 'insert', at: 'filter.in', drafts: [{ ...catalogueEntry('airCooler').part }] });
    const after = useWorkbench.getState();
    expect([after.past.map((s) => s.name), after.selected]).toEqual([['insert air cooler before Filter'], 'airCooler']);
    undo();
    expect(useWorkbench.getState().project).toBe(before);
    expect([useWorkbench.getState().selected, useWorkbench.getState().future.length]).toEqual([undefined, 1]);
    redo();
    expect(useWorkbench.getState().project).toBe(after.project);
  });

  it('keeps typing at one part as one step, and forgets what was undone when something new is done', () => {
    opened();
    const restrictor = partIn('turboRestrictor');
    const { replacePart, undo } = useWorkbench.getState();
    for (const boreM of [1e-3, 1.1e-3, 1.12e-3]) replacePart({ ...restrictor, boreM } as Part);
    expect(useWorkbench.getState().past.map((s) => s.name)).toEqual(['edit Restrictor']);
    undo();
    expect(partIn('turboRestrictor')).toBe(restrictor);
    replacePart({ ...restrictor, boreM: 1.3e-3 } as Part);
    expect(useWorkbench.getState().future).toEqual([]);
  });

  it('looks at a move without making it, and says why one cannot be made', () => {
    const before = opened();
    const { previewMove, makeMove } = useWorkbench.getState();
    previewMove({ kind: 'takeOut', part: 'turboRestrictor' });
    expect(useWorkbench.getState().preview).toMatchObject({
      name: 'take Restrictor out and join the line',
      why: undefined,
    });
    expect(useWorkbench.getState().project).toBe(before);
    makeMove({ kind: 'takeOut', part: 'pump' });
    expect(useWorkbench.getState().preview?.why).toContain('Pump moves the oil');
    expect([useWorkbench.getState().project, useWorkbench.getState().past]).toEqual([before, []]);
  });

  it('opens a fault as a variant of its own, which undo takes away', () => {
    const before = opened();
    const bench = () => useWorkbench.getState();
    const stock = activeVariant(before);
    bench().openFault(
      'Restrictor plugged',
      {
        ...stock,
        circuit: {
          ...stock.circuit,
          parts: stock.circuit.parts.map((p) => (p.id === 'turboRestrictor' ? { ...p, blocked: true } : p)),
        },
      },
      { speedRevS: 20, oilTemperatureK: 300 },
    );
    expect([
      activeVariant(bench().project!).name,
      activeVariant(bench().project!).basedOn,
      bench().speedRevS,
      bench().found,
    ]).toEqual(['Restrictor plugged', stock.id, 20, false]);
    expect(bench().project!.variants.find((v) => v.id === stock.id)).toEqual(stock);
    bench().undo();
    expect(bench().project).toBe(before);
  });

  it('copies a variant with the one that it came from, shows another, and sets findings aside', () => {
    opened();
    const { copyVariant, showVariant, waive, unwaive } = useWorkbench.getState();
    copyVariant('Trial');
    const { project } = useWorkbench.getState();
    expect(project!.variants.at(-1)).toMatchObject({ name: 'Trial', basedOn: 'stock' });
    expect(project!.activeVariant).toBe(project!.variants.at(-1)!.id);
    waive({ rule: 'supply', part: 'turbo', reason: 'wide drain' });
    expect(useWorkbench.getState().project!.variants.at(-1)!.waivers).toHaveLength(1);
    unwaive('supply', 'turbo');
    expect(useWorkbench.getState().project!.variants.at(-1)!.waivers).toEqual([]);
    showVariant('noseCooler');
    expect(useWorkbench.getState().project!.activeVariant).toBe('noseCooler');
  });

  it('renames a variant and throws one away; what was made from it is then of the one before', () => {
    opened();
    const { copyVariant, renameVariant, deleteVariant, showVariant, undo } = useWorkbench.getState();
    copyVariant('First');
    const first = useWorkbench.getState().project!.activeVariant;
    copyVariant('Second');
    const second = useWorkbench.getState().project!.activeVariant;
    renameVariant('Last');
    expect(activeVariant(useWorkbench.getState().project!)).toMatchObject({ name: 'Last', basedOn: first });
    showVariant(first);
    deleteVariant();
    const { project } = useWorkbench.getState();
    expect(project!.activeVariant).toBe('stock');
    expect(project!.variants.find((v) => v.id === second)).toMatchObject({ basedOn: 'stock' });
    undo();
    expect(useWorkbench.getState().project!.variants.map((v) => v.id)).toContain(first);
  });

  it('keeps the last variant', () => {
    const before = opened();
    useWorkbench.getState().open({ ...before, variants: [before.variants[0]!] });
    const { project } = useWorkbench.getState();
    useWorkbench.getState().deleteVariant();
    expect(useWorkbench.getState().project).toBe(project);
  });

  it('states a tolerance once for a figure and goes back to the usual, and sets and clears a season', () => {
    opened();
    const { setTolerance, setSeason } = useWorkbench.getState();
    const of = { part: 'mains', path: ['clearanceRadialM'] };
    setTolerance(of, 1e-6);
    setTolerance(of, 2e-6);
    expect(activeVariant(useWorkbench.getState().project!).tolerances).toEqual([{ ...of, plusMinus: 2e-6 }]);
    setTolerance(of, undefined);
    expect(activeVariant(useWorkbench.getState().project!).tolerances).toEqual([]);
    setSeason({ name: 'Winter', coldestOilK: 250 });
    expect(activeVariant(useWorkbench.getState().project!).season).toEqual({ name: 'Winter', coldestOilK: 250 });
    setSeason(undefined);
    expect('season' in activeVariant(useWorkbench.getState().project!)).toBe(false);
  });
});
