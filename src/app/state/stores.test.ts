import { useDocument } from './document';
import { LOOP, PLATE } from '../testing/plateAndLoop';
import { useView } from './view';
import { usePreferences } from './preferences';
import { stores } from '../testing/stores';
import { readFileSync } from 'node:fs';
import type { Part } from '../../core/document/parts/part';
import { activeVariant, type Project } from '../../core/document/project/project';
import { readProjectText } from '../../core/document/project/readProject';
import { catalogueEntry } from '../../core/document/parts/catalogue';
import { OIL_GRADES } from '../../core/physics/oil/grades';

function opened() {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('refused');
  useDocument.getState().open(read.kept);
  return read.project;
}
const partIn = (id: string) => useDocument.getState().project!.variants[0]!.circuit.parts.find((p) => p.id === id)!;

describe('The workbench', () => {
  it('opens a project at its last named state with nothing selected', () => {
    const project = opened();
    const { speedRevS, oilTemperatureK, selected } = useView.getState();
    expect([speedRevS, oilTemperatureK, selected]).toEqual([
      project.namedStates[3]!.speedRevS,
      project.namedStates[3]!.oilTemperatureK,
      undefined,
    ]);
  });

  it('replaces one part of the open variant and leaves the old document as it was', () => {
    const before = opened();
    const old = before.variants[0]!.circuit.parts.find((p) => p.id === 'turboRestrictor')!;
    useDocument.getState().replacePart({ ...old, boreM: 9e-4 } as Part);
    expect(partIn('turboRestrictor')).toMatchObject({ boreM: 9e-4 });
    expect(old).toMatchObject({ boreM: 1.5e-3 });
    expect(useDocument.getState().project).not.toBe(before);
    expect(partIn('pump')).toBe(before.variants[0]!.circuit.parts.find((p) => p.id === 'pump'));
  });

  it('changes the oil and keeps units and theme beyond the session', () => {
    opened();
    const { setOil } = useDocument.getState();
    const { setUnits, setTheme } = usePreferences.getState();
    setOil({ ...OIL_GRADES.find(({ name }) => name === '10W-60')! });
    setUnits({ pressure: 'psi' });
    setTheme('dark');
    expect(useDocument.getState().project!.oil.name).toBe('10W-60');
    expect(JSON.parse(localStorage.getItem('tidal-gauge-preferences')!)).toMatchObject({
      state: { units: { pressure: 'psi' }, theme: 'dark' },
    });
  });

  it('makes a move as a named step, selects what came, undoes it to the very same document and does it again', () => {
    const before = opened();
    const { makeMove } = useView.getState();
    const { undo, redo } = useDocument.getState();
    makeMove({ kind: 'insert', at: 'filter.in', drafts: [{ ...catalogueEntry('airCooler').part }] });
    const after = stores();
    expect([after.past.map((s) => s.name), after.selected]).toEqual([['insert air cooler before Filter'], 'airCooler']);
    undo();
    expect(useDocument.getState().project).toEqual(before);
    expect([useView.getState().selected, useDocument.getState().future.length]).toEqual([undefined, 1]);
    redo();
    expect(useDocument.getState().project).toEqual(after.project);
  });

  it('keeps typing in one field as one step, and forgets what was undone when something new is done', () => {
    opened();
    const restrictor = partIn('turboRestrictor');
    const { replacePart, undo } = useDocument.getState();
    for (const boreM of [1e-3, 1.1e-3, 1.12e-3]) replacePart({ ...restrictor, boreM } as Part, 'boreM');
    expect(useDocument.getState().past.map((s) => s.name)).toEqual(['edit Restrictor']);
    undo();
    expect(partIn('turboRestrictor')).toEqual(restrictor);
    replacePart({ ...restrictor, boreM: 1.3e-3 } as Part, 'boreM');
    expect(useDocument.getState().future).toEqual([]);
  });

  it('takes three fields typed at one part for three steps, and what is not typed for one each', () => {
    opened();
    const { replacePart, undo } = useDocument.getState();
    const type = (field: string, change: object) =>
      replacePart({ ...partIn('turboRestrictor'), ...change } as Part, field);
    type('boreM', { boreM: 1e-3 });
    type('boreM', { boreM: 1.1e-3 });
    type('lengthM', { lengthM: 4e-3 });
    type('price', { price: 12 });
    expect(useDocument.getState().past).toHaveLength(3);
    undo();
    expect(partIn('turboRestrictor')).toMatchObject({ boreM: 1.1e-3, lengthM: 4e-3 });
    expect('price' in partIn('turboRestrictor')).toBe(false);
    undo();
    undo();
    expect(partIn('turboRestrictor')).toMatchObject({ boreM: 1.5e-3, lengthM: 3e-3 });
    for (const boreM of [1e-3, 1.1e-3]) replacePart({ ...partIn('turboRestrictor'), boreM } as Part);
    expect(useDocument.getState().past).toHaveLength(2);
  });

  it('undoes an edit in the variant where it was made; what is known of the engine reaches those below', () => {
    opened();
    const { replacePart, showVariant, undo, redo } = useDocument.getState();
    const bores = () =>
      useDocument.getState().project!.variants.map((v) => {
        const part = v.circuit.parts.find((p) => p.id === 'turboRestrictor');
        return part?.kind === 'orifice' ? part.boreM : undefined;
      });
    const typed = (boreM: number) =>
      replacePart(
        {
          ...activeVariant(useDocument.getState().project!).circuit.parts.find((p) => p.id === 'turboRestrictor')!,
          boreM,
        } as Part,
        'boreM',
      );
    typed(1e-3);
    showVariant('noseCooler');
    typed(1.2e-3);
    showVariant('stock');
    expect([bores(), useDocument.getState().past.length]).toEqual([[1e-3, 1.2e-3], 2]);
    undo();
    expect([bores(), useDocument.getState().project!.activeVariant]).toEqual([[1e-3, 1e-3], 'noseCooler']);
    undo();
    expect([bores(), useDocument.getState().project!.activeVariant]).toEqual([[1.5e-3, 1.5e-3], 'stock']);
    redo();
    redo();
    expect([bores(), useDocument.getState().project!.activeVariant]).toEqual([[1e-3, 1.2e-3], 'noseCooler']);
  });

  it('looks at a move without making it, and says why one cannot be made', () => {
    const before = opened();
    const { previewMove, makeMove } = useView.getState();
    previewMove({ kind: 'takeOut', part: 'turboRestrictor' });
    expect(useView.getState().preview).toMatchObject({
      name: 'remove Restrictor and reconnect',
      why: undefined,
    });
    expect(useDocument.getState().project).toBe(before);
    makeMove({ kind: 'takeOut', part: 'pump' });
    expect(useView.getState().preview?.why).toContain('Pump moves the oil');
    expect([useDocument.getState().project, useDocument.getState().past]).toEqual([before, []]);
  });

  describe('A plan of several changes', () => {
    const planned = () => stores().plan?.steps.map((step) => step.name);
    const parts = (project: Project | undefined) => project && activeVariant(project).circuit.parts.map((p) => p.id);

    it('is looked at together, made as one act, and undone as one', () => {
      const before = opened();
      stores().previewMove(PLATE);
      stores().addToPlan();
      stores().previewMove(LOOP);
      expect(stores().preview).toMatchObject({
        name: expect.stringMatching(/^2 changes: insert sandwich before Filter, /),
      });
      expect(parts(stores().preview?.project)).toEqual(expect.arrayContaining(['sandwich', 'out', 'cooler', 'back']));
      expect(stores().preview?.came).toEqual(['sandwich', 'out', 'cooler', 'back']);
      expect(useDocument.getState().project).toBe(before);
      stores().previewMove(undefined);
      expect(parts(stores().preview?.project)).not.toContain('cooler');
      stores().makeMove(LOOP);
      expect([stores().plan, stores().preview, stores().selected]).toEqual([undefined, undefined, 'cooler']);
      expect(useDocument.getState().past).toHaveLength(1);
      useDocument.getState().undo();
      expect(useDocument.getState().project).toEqual(before);
    });

    it('can be shortened from its end, outlives a click on a part, and is dropped on demand', () => {
      opened();
      for (const move of [PLATE, LOOP]) {
        stores().previewMove(move);
        stores().addToPlan();
      }
      expect(planned()).toHaveLength(2);
      stores().select('filter');
      expect([planned()?.length, stores().preview]).toEqual([2, stores().plan]);
      stores().shortenPlan();
      expect(planned()).toEqual(['insert sandwich before Filter']);
      expect(stores().preview).toBe(stores().plan);
      stores().closeMoves();
      expect(stores().preview).toBe(stores().plan);
      stores().dropPreview();
      expect([stores().plan, stores().preview]).toEqual([undefined, undefined]);
      stores().shortenPlan();
      stores().makePreview();
      expect(useDocument.getState().past).toEqual([]);
    });

    it('is looked at again on what the document has become, up to what cannot be done there, and ends with its variant', () => {
      opened();
      for (const move of [PLATE, LOOP, { kind: 'takeOut', part: 'turboRestrictor' } as const]) {
        stores().previewMove(move);
        stores().addToPlan();
      }
      useDocument.getState().replacePart({ ...partIn('turboFeed'), lengthM: 0.7 } as Part, 'lengthM');
      expect(planned()).toHaveLength(3);
      expect(activeVariant(stores().plan!.project!).circuit.parts.find((p) => p.id === 'turboFeed')).toMatchObject({
        lengthM: 0.7,
      });
      useDocument.getState().makeChange('remove', [{ kind: 'takeOut', part: 'turboRestrictor' }]);
      expect(planned()).toHaveLength(2);
      stores().previewMove({ kind: 'takeOut', part: 'pump' });
      expect(stores().preview?.why).toContain('Pump moves the oil');
      stores().addToPlan();
      expect(planned()).toHaveLength(2);
      useDocument.getState().showVariant('noseCooler');
      expect([stores().plan, stores().preview]).toEqual([undefined, undefined]);
    });
  });

  it('knows a figure of the engine by what was typed of it, not by what a variant changes', () => {
    opened();
    const { showVariant, replacePart } = useDocument.getState();
    const wider = () => ({ ...partIn('turboRestrictor'), boreM: 1.2e-3 }) as Part;
    showVariant('noseCooler');
    replacePart(wider(), 'boreM');
    expect(useDocument.getState().kept!.known).toEqual([]);
    showVariant('stock');
    replacePart(wider(), 'boreM');
    expect(useDocument.getState().kept!.known).toMatchObject([
      { part: 'turboRestrictor', path: 'boreM', source: 'typed', on: expect.stringMatching(/^\d{4}-/) },
    ]);
  });

  it('opens a fault as a variant of its own, which undo takes away', () => {
    const before = opened();
    const stock = activeVariant(before);
    stores().openFault(
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
      activeVariant(stores().project!).name,
      activeVariant(stores().project!).basedOn,
      stores().speedRevS,
      stores().found,
    ]).toEqual(['Restrictor plugged', stock.id, 20, false]);
    expect(stores().project!.variants.find((v) => v.id === stock.id)).toEqual(stock);
    stores().undo();
    expect(stores().project).toEqual(before);
  });

  it('copies a variant with the one that it came from, shows another, and sets findings aside', () => {
    opened();
    const { copyVariant, showVariant, waive, unwaive } = useDocument.getState();
    copyVariant();
    const { project } = useDocument.getState();
    expect(project!.variants.at(-1)).toMatchObject({ name: 'Stock, changed', basedOn: 'stock' });
    expect(project!.activeVariant).toBe(project!.variants.at(-1)!.id);
    waive({ rule: 'supply', part: 'turbo', reason: 'wide drain' });
    expect(useDocument.getState().project!.variants.at(-1)!.waivers).toHaveLength(1);
    unwaive('supply', 'turbo');
    expect(useDocument.getState().project!.variants.at(-1)!.waivers).toEqual([]);
    showVariant('noseCooler');
    expect(useDocument.getState().project!.activeVariant).toBe('noseCooler');
  });

  it('renames a variant and throws one away; what was made from it is then of the one before', () => {
    opened();
    const { copyVariant, renameVariant, deleteVariant, showVariant, undo } = useDocument.getState();
    copyVariant();
    const first = useDocument.getState().project!.activeVariant;
    copyVariant();
    const second = useDocument.getState().project!.activeVariant;
    renameVariant('Last');
    expect(activeVariant(useDocument.getState().project!)).toMatchObject({ name: 'Last', basedOn: first });
    showVariant(first);
    deleteVariant();
    const { project } = useDocument.getState();
    expect(project!.activeVariant).toBe('stock');
    expect(project!.variants.find((v) => v.id === second)).toMatchObject({ basedOn: 'stock' });
    undo();
    expect(useDocument.getState().project!.variants.map((v) => v.id)).toContain(first);
  });

  it('goes back over several steps and forth again, each where it was', () => {
    const before = opened();
    const { setProject, undo, redo } = useDocument.getState();
    const names = ['One', 'Two', 'Three'];
    for (const name of names) setProject('rename', { name });
    const at = () => {
      const { project, past, future } = useDocument.getState();
      return [project!.name, past.length, future.length];
    };
    expect(at()).toEqual(['Three', 3, 0]);
    undo();
    undo();
    expect(at()).toEqual(['One', 1, 2]);
    redo();
    expect(at()).toEqual(['Two', 2, 1]);
    redo();
    expect(at()).toEqual(['Three', 3, 0]);
    for (let n = 0; n < 3; n++) undo();
    expect(at()).toEqual([before.name, 0, 3]);
    // Another act lets go what was undone.
    setProject('rename', { name: 'Four' });
    expect(at()).toEqual(['Four', 1, 0]);
  });

  it('lets steps go that do not fit the document, says so, and leaves it as it is', () => {
    const before = opened();
    const patch = { op: 'replace' as const, path: ['variants', 99, 'name'], value: 'x' };
    const odd = { name: 'odd', on: '', variant: 'stock', forth: [patch], back: [patch] };
    const { kept } = useDocument.getState();
    useDocument.getState().open(kept!, { past: [odd], future: [] });
    useDocument.getState().undo();
    expect(useDocument.getState()).toMatchObject({ project: before, past: [], future: [] });
    expect(useDocument.getState().refusal).toContain('cannot be undone any more');
  });

  it('keeps the engine as it is, on which everything hangs', () => {
    opened();
    const { project } = useDocument.getState();
    useDocument.getState().deleteVariant();
    expect(useDocument.getState().project).toBe(project);
  });

  it('states a tolerance once for a figure and goes back to the usual, and sets and clears a season', () => {
    opened();
    const { setTolerance, setSeason } = useDocument.getState();
    const of = { part: 'mains', path: ['clearanceRadialM'] };
    setTolerance(of, 1e-6);
    setTolerance(of, 2e-6);
    expect(activeVariant(useDocument.getState().project!).tolerances).toEqual([{ ...of, plusMinus: 2e-6 }]);
    setTolerance(of, undefined);
    expect(activeVariant(useDocument.getState().project!).tolerances).toBeUndefined();
    setSeason({ name: 'Winter', coldestOilK: 250 });
    expect(activeVariant(useDocument.getState().project!).season).toEqual({ name: 'Winter', coldestOilK: 250 });
    setSeason(undefined);
    expect('season' in activeVariant(useDocument.getState().project!)).toBe(false);
  });
});
