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
