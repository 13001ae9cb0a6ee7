import { useDocument } from '../../state/document';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { ARCHETYPES } from '../../../core/document/archetypes/archetypes';
import { activeVariant } from '../../../core/document/project/project';
import { CircuitSolver } from '../../../core/network/circuitSolver';
import { listProjects } from '../../../storage/projects';
import { openProject } from '../../state/workspace';
import { openDemo, show } from '../../testing/page';
import InterviewPage from './InterviewPage';
import { solveState } from '../../../core/judgement/judgeState';

jest.mock('../../../workers/studyPool');

const build = () => fireEvent.click(screen.getByRole('button', { name: 'Create and check' }));
const type = (label: RegExp | string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('A new circuit by questions', () => {
  it('asks for a name before it builds anything', async () => {
    const before = openDemo();
    show(<InterviewPage />);
    build();
    expect((await screen.findByRole('alert')).textContent).toContain('Give the engine a name');
    expect(useDocument.getState().project).toBe(before);
  });

  it.each(ARCHETYPES.map((a) => [a.label, a.id] as const))(
    'builds %s, opens it solved, and keeps what was open',
    async (label) => {
      const before = openDemo();
      await openProject(useDocument.getState().kept!);
      show(<InterviewPage />);
      type('Name', 'Brackwater');
      fireEvent.click(screen.getByRole('radio', { name: new RegExp(`^${label.replace(/[()]/g, '.')}`) }));
      build();
      await waitFor(() => expect(useDocument.getState().project!.name).toBe('Brackwater'));
      const { project } = useDocument.getState();
      const made = CircuitSolver.of(project!);
      expect(made.ok && solveState(made.circuit, made.circuit.stateAt(50, 373)).convergence.status).toBe('converged');
      expect(project!.madeUp).toBe(false);
      expect((await listProjects()).map((p) => p.name)).toContain(before.name);
    },
  );

  it('is fitted at once to the gauge that was answered, and its book’s relief is known', async () => {
    openDemo();
    show(<InterviewPage />);
    type('Name', 'Gauged');
    for (const [field, value] of [
      [/^At a hot idle/, '0.9 bar'],
      [/^At 3000/, '3.6 bar'],
      [/^Relief opens at/, '3.8 bar'],
    ] as const) {
      type(field, value);
      fireEvent.blur(screen.getByLabelText(field));
    }
    build();
    await waitFor(() => expect(useDocument.getState().project!.name).toBe('Gauged'), { timeout: 20_000 });
    const { kept, project } = useDocument.getState();
    expect(kept!.readings.map((r) => r.reading)).toMatchObject([{ pressurePa: 0.9e5 }, { pressurePa: 3.6e5 }]);
    expect(kept!.fit).toBeDefined();
    expect(activeVariant(project!).known).toContain('relief.crackPa');
    const made = CircuitSolver.of(project!);
    if (!made.ok) throw new Error('it compiles');
    const { circuit } = made;
    const idle = solveState(circuit, circuit.stateAt(850 / 60, 273.15 + 97.5));
    const gallery = idle.nodes.find((n) => n.ports.includes('gallery.out'))!.pressurePa!;
    // Typical is 1.4 bar: the fit went most of the way, as far as a gauge without a thermometer tells.
    expect(gallery).toBeLessThan(1.2e5);
    expect(gallery).toBeGreaterThan(0.7e5);
  }, 30_000);

  it('fits what is wanted', async () => {
    openDemo();
    show(<InterviewPage />);
    type('Name', 'Cool');
    fireEvent.click(screen.getByRole('checkbox', { name: /Oil cooler with thermostat/ }));
    build();
    await waitFor(() => expect(useDocument.getState().project!.name).toBe('Cool'));
    expect(activeVariant(useDocument.getState().project!).circuit.parts.some((p) => p.kind === 'cooler')).toBe(true);
  });
});
