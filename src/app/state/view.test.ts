import type { Part } from '../../core/document/parts/part';
import type { Move } from '../../core/document/moves';
import { activeVariant, type Project } from '../../core/document/project/project';
import { DEFAULT_CONDITIONS } from '../../core/heat/surroundings';
import { demoKept } from '../../core/verification/testing/demo';
import { lookAgain, lookAt } from './changePlan';
import { useDocument } from './document';
import { draft, LOOP, PLATE } from '../testing/plateAndLoop';
import { readView, useView, viewNow } from './view';

const view = () => useView.getState();
const project = () => useDocument.getState().project!;
const part = (id: string) => activeVariant(project()).circuit.parts.find((p) => p.id === id)!;
const TAKE_OUT: Move = { kind: 'takeOut', part: 'turboRestrictor' };
const PUMP_OUT: Move = { kind: 'takeOut', part: 'pump' };
const parts = (of: Project | undefined) => of && activeVariant(of).circuit.parts.map((p) => p.id);

function plan(...moves: readonly Move[]): void {
  for (const move of moves) {
    view().previewMove(move);
    view().addToPlan();
  }
}

const kept = () => useDocument.getState().kept!;

beforeEach(() => {
  useView.setState(useView.getInitialState(), true);
  useDocument.getState().open(demoKept());
});

describe('A project just opened', () => {
  it('is looked at in its last named state, with nothing selected or planned', () => {
    view().select('filter');
    plan(PLATE);
    view().openMoves('filter');
    useDocument.getState().open({ ...demoKept(), name: 'Another' });
    const last = project().namedStates.at(-1)!;
    expect(view()).toMatchObject({
      speedRevS: last.speedRevS,
      oilTemperatureK: last.oilTemperatureK,
      selected: undefined,
      moves: undefined,
      plan: undefined,
      preview: undefined,
    });
  });

  it('is looked at at full speed where it names no state', () => {
    useDocument.getState().open({ ...demoKept(), namedStates: [] });
    expect([view().speedRevS, view().oilTemperatureK]).toEqual([
      project().engine.maximumSpeedRevS,
      project().range.fullSpeedFromK,
    ]);
  });
});

describe('The state of the engine', () => {
  it('is set in part or whole, and each condition by itself', () => {
    view().setState({ speedRevS: 50 });
    view().setState({ oilTemperatureK: 350 });
    view().setFound(true);
    view().setConditions({ load: 0.5 });
    view().setConditions({ roadSpeedMS: 20 });
    expect(view()).toMatchObject({
      speedRevS: 50,
      oilTemperatureK: 350,
      found: true,
      conditions: { ...DEFAULT_CONDITIONS, load: 0.5, roadSpeedMS: 20 },
    });
  });

  it('is that of a named state, with the surroundings that it names and those that were there for the rest', () => {
    view().setConditions({ load: 0.5, airTemperatureK: 290, roadSpeedMS: 20 });
    const named = { name: 'Here', speedRevS: 40, oilTemperatureK: 340 } as Project['namedStates'][number];
    view().goTo({ ...named, airTemperatureK: 263, load: 0 });
    expect(view()).toMatchObject({
      speedRevS: 40,
      oilTemperatureK: 340,
      conditions: { load: 0, airTemperatureK: 263, roadSpeedMS: 20 },
    });
    view().goTo({ ...named, roadSpeedMS: 0 });
    expect(view().conditions).toEqual({ load: 0, airTemperatureK: 263, roadSpeedMS: 0 });
  });

  it('is where a fault tells, held, when its variant is opened', () => {
    view().setFound(true);
    const faulty = { ...activeVariant(project()), name: 'x' };
    view().openFault('Worn pump', faulty, { speedRevS: 14, oilTemperatureK: 360 });
    expect(view()).toMatchObject({ speedRevS: 14, oilTemperatureK: 360, found: false });
    expect(activeVariant(project()).name).toBe('Worn pump');
  });
});

describe('The list of changes', () => {
  it('opens at a part, which is selected then, or at none, which leaves what is selected', () => {
    view().openMoves('filter', 'Remove');
    expect([view().moves, view().selected]).toEqual([{ part: 'filter', heading: 'Remove' }, 'filter']);
    view().openMoves(undefined);
    expect([view().moves, view().selected]).toEqual([{ part: undefined, heading: undefined }, 'filter']);
  });

  it('closes with what was pointed at, but not with the plan', () => {
    plan(PLATE);
    view().openMoves('filter');
    view().previewMove(TAKE_OUT);
    view().closeMoves();
    expect([view().moves, view().preview]).toEqual([undefined, view().plan]);
    view().openMoves('filter');
    view().previewMove(TAKE_OUT);
    view().select('pump');
    expect([view().moves, view().preview, view().selected]).toEqual([undefined, view().plan, 'pump']);
  });

  it('goes back to all parts when the plan is shortened, as the part that it was at may be gone', () => {
    plan(PLATE, LOOP);
    view().openMoves('cooler');
    view().shortenPlan();
    expect(view().moves).toEqual({ part: undefined });
    view().closeMoves();
    view().shortenPlan();
    expect([view().moves, view().plan]).toEqual([undefined, undefined]);
  });
});

describe('A change', () => {
  it('that is made selects what came new, of a chain what is not a hose; one that brings nothing leaves it', () => {
    view().makeMove(PLATE);
    expect(view().selected).toBe('sandwich');
    view().makeMove(LOOP);
    expect(view().selected).toBe('cooler');
    view().select('filter');
    view().makeMove(TAKE_OUT);
    expect([view().selected, view().preview, view().plan]).toEqual(['filter', undefined, undefined]);
  });

  it('that brings hoses alone selects the first of them', () => {
    view().makeMove({ kind: 'insert', at: 'filter.in', drafts: [draft('hose10', 'One'), draft('hose10', 'Two')] });
    expect(view().selected).toBe('one');
  });

  it('that is refused is looked at with its reason, and not made, nor planned', () => {
    view().makeMove(PUMP_OUT);
    expect(view().preview).toMatchObject({ project: undefined, name: '', steps: [], came: [] });
    expect(view().preview?.why).toContain('Pump moves the oil');
    view().makePreview();
    view().addToPlan();
    expect([useDocument.getState().past, view().plan]).toEqual([[], undefined]);
  });

  it('that nobody points at any more leaves the plan to be looked at, or nothing', () => {
    view().previewMove(PLATE);
    view().previewMove(undefined);
    expect(view().preview).toBeUndefined();
    plan(PLATE);
    view().previewMove(LOOP);
    view().previewMove(undefined);
    expect(view().preview).toBe(view().plan);
  });

  it('has nothing to be made on where nothing is open', () => {
    useDocument.setState({ kept: undefined, project: undefined });
    view().previewMove(PLATE);
    view().makeMove(PLATE);
    view().shortenPlan();
    expect([view().preview, view().plan]).toEqual([undefined, undefined]);
  });
});

describe('Several changes looked at together', () => {
  it('stay as they were where the next is refused: its reason comes alone', () => {
    const plate = lookAt(kept(), PLATE);
    const refused = lookAt(kept(), PUMP_OUT, plate);
    expect(refused).toEqual({
      steps: plate.steps,
      name: '',
      project: undefined,
      came: ['sandwich'],
      cameLast: [],
      why: refused.why,
    });
    expect(refused.why).toContain('Pump moves the oil');
  });

  it('name what would come new and still be there at the end', () => {
    const both = lookAt(kept(), { kind: 'takeOut', part: 'sandwich' }, lookAt(kept(), PLATE));
    expect([both.steps.length, both.came, parts(both.project)?.includes('sandwich')]).toEqual([2, [], false]);
  });

  it('end at the first that cannot be made, those after it left out, and are none where the first cannot', () => {
    const { steps } = lookAt(kept(), TAKE_OUT, lookAt(kept(), PLATE));
    const [plate, out] = steps as [(typeof steps)[0], (typeof steps)[0]];
    const pumpOut = { ...plate, move: PUMP_OUT };
    expect(lookAgain(kept(), [plate, pumpOut, out])?.steps.map((s) => s.move)).toEqual([PLATE]);
    expect(lookAgain(kept(), [pumpOut, plate])).toBeUndefined();
  });
});

describe('The view follows the document', () => {
  it('nothing is selected that is gone, nor in another variant; a list of changes closes with its variant', () => {
    view().select('turboRestrictor');
    useDocument.getState().replacePart({ ...part('filter'), name: 'Screen' } as Part);
    expect(view().selected).toBe('turboRestrictor');
    view().openMoves('turboRestrictor');
    view().makeMove(PLATE);
    useDocument.getState().undo();
    expect(view().selected).toBeUndefined();
    view().openMoves('filter');
    useDocument.getState().setOil({ ...project().oil, name: 'Another' });
    expect([view().selected, view().moves?.part]).toEqual(['filter', 'filter']);
    useDocument.getState().showVariant('noseCooler');
    expect([view().selected, view().moves]).toEqual([undefined, undefined]);
  });
});

describe('How a project is looked at, kept with it', () => {
  it('is what it was', () => {
    view().setState({ speedRevS: 33, oilTemperatureK: 333 });
    view().setFound(true);
    view().setConditions({ load: 0.25 });
    expect(viewNow()).not.toHaveProperty('selected');
    view().select('filter');
    const kept: unknown = JSON.parse(JSON.stringify(viewNow()));
    useDocument.getState().open(demoKept());
    readView(kept);
    expect(viewNow()).toEqual(kept);
    expect(view()).toMatchObject({ speedRevS: 33, oilTemperatureK: 333, found: true, selected: 'filter' });
    expect(view().conditions.load).toBe(0.25);
  });

  it('selects nothing that is not in the circuit', () => {
    readView({ ...viewNow(), selected: 'ghost' });
    expect(view().selected).toBeUndefined();
  });

  it.each([
    ['nothing', undefined],
    ['an engine that turns backwards', { speedRevS: -1 }],
    ['oil at no temperature', { oilTemperatureK: 0 }],
    ['no surroundings', { conditions: {} }],
    ['a selection that is none', { selected: 4 }],
  ])('is left aside where it is %s', (_, odd) => {
    const before = viewNow();
    readView(odd && { ...before, speedRevS: 1, ...odd });
    expect(viewNow()).toEqual(before);
  });

  it('is left aside where nothing is open', () => {
    const before = viewNow();
    useDocument.setState({ kept: undefined, project: undefined });
    readView({ ...before, speedRevS: 1 });
    expect(viewNow()).toEqual(before);
  });
});
