import { stores } from './testing/stores';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { activeVariant } from '../core/document/project/project';
import { CircuitSolver } from '../core/network/circuitSolver';
import { sayVerdict } from '../core/judgement/supply/say';
import { sweepToEnd } from '../core/judgement/sweep/sweep';
import { formatFigure } from '../core/foundations/units';
import { CircuitPage } from './CircuitPage';
import { ViewFrame } from './ViewFrame';
import { choose, openDemo, show } from './testing/page';
import { solveState } from '../core/judgement/judgeState';

jest.mock('../workers/client');
jest.mock('../workers/studyPool');

const partOnSheet = (id: string) => document.querySelector<SVGElement>(`.drawing [data-part="${id}"]`)!;
const press = (key: string, more: object = {}) => fireEvent.keyDown(document.body, { key, ...more });
/** The page with its first answers, range and audit included. */
async function opened(name = 'thornback', change?: Parameters<typeof openDemo>[1]) {
  const project = openDemo(name, change);
  show(<ViewFrame followsState view={CircuitPage} />);
  await screen.findByText(/\(337 conditions checked\)$/);
  return project;
}
const solverOf = (project: ReturnType<typeof openDemo>) => {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error('refused');
  return made.circuit;
};

describe('The circuit page', () => {
  it.each(['thornback', 'saltmarsh', 'larkspur'])(
    'says of %s what the core says: every consumer on the drawing, and at its worst beside it',
    async (name) => {
      const project = await opened(name);
      const circuit = solverOf(project);
      const { speedRevS, oilTemperatureK } = stores();
      const result = solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK));
      for (const c of result.consumers) {
        const label = partOnSheet(c.part).getAttribute('aria-label')!;
        expect([c.part, label]).toEqual([c.part, expect.stringContaining(sayVerdict(c.verdict, c.decisive))]);
        if (c.pressurePa !== null)
          expect([c.part, label]).toEqual([c.part, expect.stringContaining(formatFigure(c.pressurePa, 'pressure'))]);
      }
      const sweep = sweepToEnd(circuit);
      const rows = [...document.querySelectorAll('.panel button.finding')];
      expect(rows).toHaveLength(sweep.consumers.length);
      // Weightiest first: those that are not supplied stand before those that are.
      const supplied = rows.map(
        (row) => sweep.consumers.find((c) => row.querySelector('strong')!.textContent === c.name)!.supplied,
      );
      expect(supplied).toEqual([...supplied].sort((a, b) => Number(a) - Number(b)));
    },
  );

  it('goes to a consumer’s worst state when its line is pressed, and back with Escape', async () => {
    await opened();
    fireEvent.click(screen.getByRole('button', { name: /^Lifters marginal/ }));
    expect([stores().selected, stores().speedRevS * 60]).toEqual(['lifters', expect.closeTo(850, 3)]);
    await screen.findByRole('heading', { name: /^Lifters Back/ });
    press('Escape');
    expect(stores().selected).toBeUndefined();
  });

  it('is driven from the keyboard: speed, named states, moves, undo', async () => {
    const project = await opened();
    const before = stores().speedRevS;
    press('[');
    expect(stores().speedRevS).toBeCloseTo(before - 50 / 60, 9);
    press('3');
    expect(stores().speedRevS).toBe(project.namedStates[2]!.speedRevS);
    act(() => stores().select('turboRestrictor'));
    press('m');
    expect(stores().moves).toEqual({ part: 'turboRestrictor', heading: undefined });
    act(() => stores().closeMoves());
    act(() => stores().makeMove({ kind: 'takeOut', part: 'turboRestrictor' }));
    expect(stores().past).toHaveLength(1);
    press('z', { ctrlKey: true });
    expect(stores().project).toEqual(project);
    press('y', { ctrlKey: true });
    expect(stores().past).toHaveLength(1);
    press('k', { ctrlKey: true });
    expect(stores().moves).toEqual({ part: undefined, heading: undefined });
  });

  it('previews a move on the drawing with what it would change, and changes nothing until it is made', async () => {
    const project = await opened();
    act(() => stores().select('filter'));
    act(() => stores().previewMove({ kind: 'takeOut', part: 'turboRestrictor' }));
    const bar = (await screen.findByText(/^Preview: remove Restrictor and reconnect\.$/)).closest('[role=status]')!;
    // Without its restrictor the turbo is still flooded: no verdict changes.
    await waitFor(() =>
      expect(bar.textContent).toMatch(/(No verdict of a component changes|→).* Not supplied, too hot, pickup bare/),
    );
    await waitFor(() => expect(partOnSheet('turboRestrictor')).toBeNull());
    expect(stores().project).toEqual(project);
    act(() => stores().previewMove(undefined));
    await waitFor(() => expect(partOnSheet('turboRestrictor')).toBeTruthy());
  });

  it('lists what the audit finds; a finding is set aside with a reason and taken up again', async () => {
    await opened();
    fireEvent.click(screen.getByRole('tab', { name: /^Audit/ }));
    await waitFor(() =>
      expect(screen.getByRole('heading', { name: /^Audit/ }).textContent).toMatch(
        /\d+ critical, \d+ to fix, \d+ to note/,
      ),
    );
    const finding = screen.getAllByRole('article')[0]!;
    const title = finding.getAttribute('aria-label')!;
    fireEvent.click(within(finding).getByRole('button', { name: 'Dismiss…' }));
    fireEvent.click(within(finding).getByRole('button', { name: 'Dismiss' }));
    expect((await within(finding).findByRole('alert')).textContent).toBe('Give a reason of at least three letters.');
    fireEvent.change(within(finding).getByRole('textbox'), { target: { value: 'a wider drain is on the bench' } });
    fireEvent.click(within(finding).getByRole('button', { name: 'Dismiss' }));
    const aside = await screen.findByText(/^Dismissed: a wider drain/);
    expect(activeVariant(stores().project!).waivers).toEqual([
      expect.objectContaining({ reason: 'a wider drain is on the bench' }),
    ]);
    expect(aside.closest('article')!.getAttribute('aria-label')).toBe(title);
    fireEvent.click(within(aside).getByRole('button', { name: 'Restore' }));
    expect(activeVariant(stores().project!).waivers).toEqual([]);
  });

  it('finds the temperature by heat when asked, and shows where it lies', async () => {
    await opened();
    fireEvent.click(screen.getByRole('radio', { name: 'Calculated' }));
    await waitFor(() =>
      expect(screen.getByRole('status', { name: 'Sump oil, calculated' }).textContent).toMatch(/\d{2,3} °C/),
    );
    expect(screen.getByRole('slider', { name: 'Ambient air' })).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'Fixed' }));
    expect(screen.queryByRole('slider', { name: 'Ambient air' })).toBeNull();
  });

  it('says in words why a circuit cannot be computed, and keeps what is there', async () => {
    await opened();
    const kept = stores().kept!;
    const { asItIs } = kept;
    // Without its sump the circuit has no reservoir at all.
    act(() =>
      stores().open({
        ...kept,
        variants: [],
        asItIs: {
          ...asItIs,
          circuit: { parts: asItIs.circuit.parts.filter((p) => p.kind === 'orifice'), joints: [] },
        },
      }),
    );
    expect((await screen.findAllByText(/This circuit cannot be computed/))[0]!.closest('[role=alert]')).toBeTruthy();
    expect(stores().project!.variants[0]!.circuit.parts).toHaveLength(1);
  });

  it('moves an instrument with arrow keys and changes the oil, undone by one step', async () => {
    const project = await opened();
    const speed = screen.getByRole('slider', { name: 'Engine speed' });
    fireEvent.keyDown(speed, { key: 'ArrowLeft' });
    expect(stores().speedRevS).toBeLessThan(project.engine.maximumSpeedRevS);
    choose('Oil', '20W-50');
    expect(stores().project!.oil.name).toBe('20W-50');
    act(() => stores().undo());
    expect(stores().project).toEqual(project);
  });

  it('changes the season’s oil, not the project’s, where the variant has a season with an oil', async () => {
    const project = await opened('thornback', (p) => ({
      ...p,
      variants: p.variants.map((v) => ({ ...v, season: { name: 'Winter', oil: { ...p.oil, name: '5W-30' } } })),
    }));
    expect(screen.getByRole('combobox', { name: 'Oil, Winter' }).closest('.ant-select')!.textContent).toContain(
      '5W-30',
    );
    choose('Oil, Winter', '0W-20');
    expect([stores().project!.oil, activeVariant(stores().project!).season!.oil!.name]).toEqual([project.oil, '0W-20']);
  });

  it('goes from part to part on the drawing by arrow keys, opens one, and offers its moves', async () => {
    await opened();
    const stops = [...document.querySelectorAll<SVGElement>('.drawing [data-part]')];
    // One of them is reached by Tab; the arrow keys do the rest.
    expect(stops.filter((s) => s.getAttribute('tabindex') === '0')).toHaveLength(1);
    const focused = () => document.activeElement?.getAttribute('data-part');
    act(() => stops.find((s) => s.getAttribute('tabindex') === '0')!.focus());
    const first = focused()!;
    const seen = [first];
    for (let i = 0; i < stops.length; i++) {
      fireEvent.keyDown(document.activeElement!, { key: 'ArrowRight' });
      if (focused() !== seen.at(-1)) seen.push(focused()!);
    }
    // Every part once, and the last stays the last.
    expect([new Set(seen).size, seen.length]).toEqual([
      new Set(stops.map((s) => s.getAttribute('data-part'))).size,
      new Set(seen).size,
    ]);
    fireEvent.keyDown(document.activeElement!, { key: 'Home' });
    expect(focused()).toBe(first);
    fireEvent.keyDown(document.activeElement!, { key: 'End' });
    fireEvent.keyDown(document.activeElement!, { key: 'Enter' });
    expect(stores().selected).toBe(seen.at(-1));
    act(() => partOnSheet('filter').focus());
    fireEvent.keyDown(partOnSheet('filter'), { key: '+' });
    expect(stores().moves).toEqual({ part: 'filter', heading: 'insert' });
  });

  it('draws the path to the turbo when it is selected, each part’s share adding up to what is lost', async () => {
    const project = await opened();
    act(() => stores().select('turbo'));
    await screen.findByRole('heading', { name: 'Pressure from the sump to here' });
    const circuit = solverOf(project);
    const { speedRevS, oilTemperatureK } = stores();
    const atTurbo = solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK)).consumers.find(
      (c) => c.part === 'turbo',
    )!.pressurePa!;
    const rows = [
      ...screen
        .getByRole('heading', { name: 'Pressure from the sump to here' })
        .nextElementSibling!.querySelectorAll('span'),
    ].map((s) => s.textContent!);
    const bars = rows.flatMap((text) =>
      /bar$/.test(text) ? [Number(text.replace('−', '-').replace(/[^\d.-]/g, ''))] : [],
    );
    const [start, ...rest] = bars;
    const end = rest.pop()!;
    expect(end).toBeCloseTo(atTurbo / 1e5, 1);
    expect(start! + rest.reduce((sum, x) => sum + x, 0)).toBeCloseTo(end, 1);
  });
});
