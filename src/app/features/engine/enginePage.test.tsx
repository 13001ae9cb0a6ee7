import { act, fireEvent, screen, within } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { US_UNITS } from '../../../core/foundations/units';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { openDemo, show } from '../../testing/page';
import EnginePage from './EnginePage';

const project = () => useDocument.getState().project!;
const type = (label: string, value: string, within_ = screen.getByRole('region', { name: 'Engine' })) => {
  const field = within(within_).getByLabelText(label, { exact: true });
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value } });
  fireEvent.blur(field);
};

describe('The engine form', () => {
  it('changes what is said of the engine, in the units in which people know it, each field a step of undo', () => {
    openDemo();
    show(<EnginePage />);
    type('Displacement', '140 cu in');
    type('Redline', '7,250');
    expect(project().engine.displacementM3).toBeCloseTo(140 * 0.0254 ** 3, 9);
    expect(project().engine.maximumSpeedRevS * 60).toBeCloseTo(7250, 6);
    act(() => useDocument.getState().undo());
    expect(project().engine.maximumSpeedRevS * 60).toBeCloseTo(7000, 3);
    expect(project().engine.displacementM3).toBeCloseTo(140 * 0.0254 ** 3, 9);
  });

  it('refuses what cannot be in words, and keeps the engine as it was', () => {
    openDemo();
    show(<EnginePage />);
    const before = project();
    type('Idle', '9000');
    expect(
      screen
        .getAllByRole('alert')
        .map((a) => a.textContent)
        .join(),
    ).toContain('idleSpeedRevS must be below');
    expect(project()).toBe(before);
  });

  it('adds, changes and removes named conditions', () => {
    openDemo();
    show(<EnginePage />);
    const had = project().namedStates.length;
    fireEvent.click(screen.getByRole('button', { name: 'Add a condition' }));
    expect(project().namedStates).toHaveLength(had + 1);
    fireEvent.click(screen.getByRole('button', { name: `Remove Condition ${had + 1}` }));
    expect(project().namedStates).toHaveLength(had);
  });

  it('shows the drives of a use, makes them one’s own, and goes back', () => {
    openDemo('thornback', (p) => ({ ...p, engine: { ...p.engine, use: 'street' } }));
    show(<EnginePage />);
    expect(screen.getByText(/Those of its use, street/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Add a drive' }));
    expect(project().engine.drives).toHaveLength(3);
    fireEvent.click(screen.getByRole('button', { name: 'Back to the use’s drives' }));
    expect(project().engine).not.toHaveProperty('drives');
  });

  it('reads and shows US units after one choice', () => {
    openDemo();
    act(() => usePreferences.getState().setUnits(US_UNITS));
    show(<EnginePage />);
    const field = within(screen.getByRole('region', { name: 'Oil and range' })).getByLabelText('Coldest oil');
    expect((field as HTMLInputElement).value).toBe('14');
    act(() => usePreferences.getState().setUnits({}));
  });
});

describe('What is typed at a part', () => {
  it('is no guess any more', () => {
    openDemo();
    const { replacePart } = useDocument.getState();
    const pump = activeVariant(project()).circuit.parts.find((p) => p.kind === 'pump')!;
    replacePart({ ...pump, mechanicalEfficiency: 0.7 } as typeof pump, 'mechanicalEfficiency');
    expect(activeVariant(project()).known).toEqual(['pump.mechanicalEfficiency']);
  });
});
