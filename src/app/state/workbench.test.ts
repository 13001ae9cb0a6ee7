import { readFileSync } from 'node:fs';
import type { Part } from '../../core/circuit/parts';
import { readProjectText } from '../../core/circuit/readProject';
import { OIL_GRADES } from '../../core/oil/grades';
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
    expect([speedRevS, oilTemperatureK, selected]).toEqual([project.namedStates[3]!.speedRevS, project.namedStates[3]!.oilTemperatureK, undefined]);
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
    expect([JSON.parse(localStorage.getItem('tidal-gauge-units')!), localStorage.getItem('tidal-gauge-theme')]).toEqual([{ pressure: 'psi' }, 'dark']);
  });
});
