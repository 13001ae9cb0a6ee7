import { arrange } from '../../../core/document/plumbing/arrange';
import { activeVariant } from '../../../core/document/project/project';
import { solveState } from '../../../core/judgement/judgeState';
import { CircuitSolver } from '../../../core/network/circuitSolver';
import { testProject } from '../../../core/verification/testing/stockEngine';
import { Reading } from './reading';

describe('The profile through a loop', () => {
  it.each([
    ['wetSump', ['cooler']],
    ['remoteFilter', []],
  ] as const)('of %s counts each loss once, and never rises but at the pump', (archetype, wants) => {
    const project = testProject(archetype, { wants: [...wants] });
    const made = CircuitSolver.of(project);
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    const reading = new Reading(solveState(made.circuit, made.circuit.stateAt(100, 373)));
    const { circuit } = activeVariant(project);
    const { main } = arrange(circuit);
    const after = main.slice(main.indexOf('pump') + 1);
    const outlets = after.flatMap((id) => reading.outletPa(id) ?? []);
    outlets.reduce((before, pa) => {
      expect(pa).toBeLessThanOrEqual(before + 1);
      return pa;
    }, reading.outletPa('pump')!);
    const plate = circuit.parts.find((p) => p.kind === 'plate')!;
    const hose = circuit.parts.find(
      (p) => p.kind === 'line' && reading.nodeIndex(`${p.id}.in`) === reading.nodeIndex(`${plate.id}.away`),
    )!;
    // The plate hands its oil to the hose at the pressure that the hose begins with.
    expect(reading.outletPa(plate.id)).toBe(reading.pressurePa(`${hose.id}.in`));
    const whole = reading.pressurePa(`${plate.id}.out`)! - reading.pressurePa(`${plate.id}.in`)!;
    expect(Math.abs(reading.ownChangePa(plate.id)!)).toBeLessThan(Math.abs(whole));
  });
});
