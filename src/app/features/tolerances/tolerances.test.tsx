import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { sweepToEnd } from '../../../core/judgement/sweep/sweep';
import { choose, openDemo, show } from '../../testing/page';
import { SensitivitySection } from './SensitivitySection';
import { SpreadSection } from './SpreadSection';
import { ToleranceTable } from './ToleranceTable';
import { solveState } from '../../../core/judgement/judgeState';
import { SENSITIVITY_STUDY } from '../../../core/studies/sensitivity/sensitivityStudy';
import { SPREAD_STUDY } from '../../../core/studies/spread/spreadStudy';
import { studyHere } from '../../../core/studies/job/runHere';
import { solverOf } from '../../../core/verification/testing/solverOf';

jest.mock('../../../workers/studyPool');

const HOT_IDLE = { speedRevS: 850 / 60, oilTemperatureK: 393.15 };

/** The demo at a hot idle, with what the shell would have solved of it. */
function atHotIdle() {
  const project = openDemo();
  useView.getState().setState(HOT_IDLE);
  const circuit = solverOf(project);
  return {
    project,
    result: solveState(circuit, circuit.stateAt(HOT_IDLE.speedRevS, HOT_IDLE.oilTemperatureK)),
    sweep: sweepToEnd(circuit),
  };
}

/** The whole answer, not what is said so far. */
const whole = () => screen.findByText(/^1024 circuits, seed 1\. ±/);
const run = async () => fireEvent.click(await screen.findByRole('button', { name: 'Run' }));

describe('The spread on the page', () => {
  it('says the same as the study, by figure, band and what to tighten', async () => {
    const { project, result, sweep } = atHotIdle();
    show(<SpreadSection result={result} sweep={sweep} onConsumer={() => undefined} />);
    choose('Samples', '1024');
    await run();
    const alone = studyHere(SPREAD_STUDY, project, { states: [HOT_IDLE], samples: 1024, seed: 1 });
    await whole();
    const lifters = alone.consumers.find((c) => c.part === 'lifters')!;
    const row = screen.getAllByRole('row').find((r) => r.textContent?.startsWith('Lifters'))!;
    expect(row.textContent).toContain(`${(100 * lifters.chance).toFixed(1)} ± `);
    expect(row.textContent).toMatch(/1\.\d\d to 1\.\d\d.bar/);
    expect(screen.getByText('Tighten first:').parentElement!.textContent).toContain(
      `${alone.tighten!.name}. With it halved, Lifters is supplied in `,
    );
    // A post for each consumer, its band beside it.
    expect(
      within(screen.getByRole('region', { name: /Tide posts/ }))
        .getByRole('img')
        .getAttribute('aria-label')!
        .split('; '),
    ).toHaveLength(alone.consumers.length);
  });

  it('keeps its answer, says when it is of an earlier state, and runs again when asked', async () => {
    const { result, sweep } = atHotIdle();
    const view = show(<SpreadSection result={result} sweep={sweep} onConsumer={() => undefined} />);
    choose('Samples', '1024');
    await run();
    await whole();
    expect(screen.queryByText('Out of date.')).toBeNull();
    act(() => useDocument.getState().setTolerance({ part: 'mains', path: ['clearanceRadialM'] }, 1e-6));
    await screen.findByText('Out of date.');
    act(() => useDocument.getState().undo());
    await waitFor(() => expect(screen.queryByText('Out of date.')).toBeNull());
    act(() => useDocument.getState().redo());
    fireEvent.click(await screen.findByRole('button', { name: 'Run again' }));
    await waitFor(() => expect(screen.queryByText('Out of date.')).toBeNull());
    await whole();
    view.unmount();
    // Another look at the same finds the answer there.
    show(<SpreadSection result={result} sweep={sweep} onConsumer={() => undefined} />);
    choose('Samples', '1024');
    await whole();
  });

  it('draws at every consumer’s worst state together, and asks nothing of an engine that stands', async () => {
    const { result, sweep } = atHotIdle();
    show(<SpreadSection result={result} sweep={sweep} onConsumer={() => undefined} />);
    choose('Samples', '1024');
    fireEvent.click(screen.getByRole('radio', { name: /each component’s worst/ }));
    await run();
    await screen.findByText(/of the circuits that these tolerances allow, at all of \d states\./);
    act(() => useView.getState().setState({ speedRevS: 0 }));
    fireEvent.click(screen.getByRole('radio', { name: /this condition/ }));
    expect((await screen.findByText(/engine is stopped/)).getAttribute('role')).toBe('status');
  });

  it('hands on which consumer is asked about', async () => {
    const { result, sweep } = atHotIdle();
    const asked: string[] = [];
    show(<SpreadSection result={result} sweep={sweep} onConsumer={(part) => asked.push(part)} />);
    choose('Samples', '1024');
    await run();
    fireEvent.click(await screen.findByRole('button', { name: 'Cams' }));
    expect(asked).toEqual(['cams']);
  });
});

describe('Sensitivity of a margin, on the page', () => {
  const consumers = [
    { part: 'lifters', name: 'Lifters' },
    { part: 'jets', name: 'Piston jets' },
  ];

  it('ranks as the study does, each with its step and its effect', async () => {
    const { project } = atHotIdle();
    show(<SensitivitySection consumer="lifters" consumers={consumers} onConsumer={() => undefined} />);
    await screen.findByText(/above minimum/);
    const { rows } = studyHere(SENSITIVITY_STUDY, project, { ...HOT_IDLE, consumer: 'lifters' });
    const shown = screen.getAllByRole('rowheader').map((h) => h.textContent);
    expect(shown).toEqual(rows.slice(0, shown.length).map((r) => r.name));
    expect(screen.getAllByRole('row')[1]!.textContent).toMatch(/^Engine speed\+100.rpm\+0\.\d\d$/);
    const clearance = screen.getAllByRole('row').find((r) => r.textContent?.startsWith('Mains: radial clearance'))!;
    expect(clearance.textContent).toMatch(/\+4\.0.µm−0\.\d\d$/);
  });

  it('says so where nothing is asked of the consumer, and where the engine stands', async () => {
    atHotIdle();
    const { unmount } = show(<SensitivitySection consumer="jets" consumers={consumers} onConsumer={() => undefined} />);
    await screen.findByText('Nothing is required of it in this condition.');
    unmount();
    act(() => useView.getState().setState({ speedRevS: 0 }));
    show(<SensitivitySection consumer="jets" consumers={consumers} onConsumer={() => undefined} />);
    expect(screen.getByRole('status').textContent).toContain('is stopped');
  });
});

describe('The tolerances on the page', () => {
  it('are stated in the reader’s unit, kept in SI, and go back to the usual', () => {
    openDemo();
    usePreferences.getState().setUnits({ clearance: 'thou' });
    show(<ToleranceTable />);
    fireEvent.click(screen.getByRole('button', { name: /^Tolerances:/ }));
    const field = screen.getByRole<HTMLInputElement>('textbox', {
      name: 'Mains: radial clearance, plus or minus',
      hidden: true,
    });
    // As it is printed: 4 µm.
    expect(field.value).toBe('0.16');
    fireEvent.change(field, { target: { value: '0,1' } });
    expect(activeVariant(useDocument.getState().project!).tolerances).toEqual([
      { part: 'mains', path: ['clearanceRadialM'], plusMinus: expect.closeTo(2.54e-6, 9) },
    ]);
    expect(screen.getByText(/1 stated by you/)).toBeTruthy();
    fireEvent.change(field, { target: { value: 'tight' } });
    expect(screen.getByText(/^Not a number/)).toBeTruthy();
    expect(activeVariant(useDocument.getState().project!).tolerances).toHaveLength(1);
    fireEvent.click(screen.getByRole('button', { name: /^back to/, hidden: true }));
    expect(activeVariant(useDocument.getState().project!).tolerances ?? []).toEqual([]);
    act(() => usePreferences.getState().setUnits({}));
  });
});
