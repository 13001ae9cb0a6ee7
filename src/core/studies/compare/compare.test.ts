import { changePart } from '../../document/parts/partFields';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { StudyCircuits } from '../job/studyCircuits';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { comparisonSchema } from './compareTasks';
import { compareWork } from './compareWork';
import { demoProject } from '../../verification/testing/demo';
import { studyHere } from '../job/runHere';
import { COMPARE_STUDY } from './compareStudy';
import { solverOf } from '../../verification/testing/solverOf';

describe('Variants side by side', () => {
  it.each(['thornback', 'saltmarsh', 'larkspur'])('of %s: each column is what the variant says alone', (name) => {
    const project = demoProject(name);
    const ids = project.variants.map((v) => v.id);
    const comparison = comparisonSchema.parse(studyHere(COMPARE_STUDY, project, { ids: ids }));
    ids.slice(0, 4).forEach((id, i) => {
      const circuit = solverOf(project, id);
      const alone = sweepToEnd(circuit);
      expect(comparison.variants[i]).toMatchObject({
        id,
        verdict: { conditions: alone.states, components: alone.consumers.length },
      });
      for (const c of alone.consumers)
        expect(comparison.consumers.find((row) => row.part === c.part)!.worst[i]).toMatchObject({
          verdict: c.verdict,
          ...c.worst!.state,
        });
    });
  });

  it('names what was added, and nothing that is the same', () => {
    const project = demoProject('thornback');
    const [stock, nose] = ['stock', 'noseCooler'].map((id) => project.variants.find((v) => v.id === id)!);
    const { parts, variants } = studyHere(COMPARE_STUDY, project, { ids: ['stock', 'noseCooler'] });
    const added = nose!.circuit.parts.filter((p) => !stock!.circuit.parts.some((q) => q.id === p.id));
    expect(
      parts
        .filter((p) => p.kinds[0] === null)
        .map((p) => p.part)
        .sort(),
    ).toEqual(added.map((p) => p.id).sort());
    const volume = (list: typeof added) => list.reduce((sum, p) => sum + partVolumeM3(p), 0);
    const taken = stock!.circuit.parts.filter((p) => !nose!.circuit.parts.some((q) => q.id === p.id));
    expect(variants[1]!.oilInPartsM3 - variants[0]!.oilInPartsM3).toBeCloseTo(volume(added) - volume(taken), 5);
  });

  it('names the one setting that was changed, with both values, and the verdict that it mends', () => {
    const project = demoProject('thornback');
    const stock = project.variants[0]!;
    const parts = stock.circuit.parts.map((p) => {
      if (p.id !== 'turboRestrictor') return p;
      const changed = changePart(p, ['boreM'], 1.2e-3);
      if (!changed.ok) throw new Error('refused');
      return changed.part;
    });
    const two = {
      ...project,
      variants: [stock, { ...stock, id: 'drilled', name: 'Drilled', circuit: { ...stock.circuit, parts } }],
    };
    const comparison = studyHere(COMPARE_STUDY, two, { ids: [stock.id, 'drilled'] });
    expect(comparison.parts).toEqual([]);
    expect(comparison.settings).toEqual([
      { part: 'turboRestrictor', name: 'Restrictor', title: 'Bore', quantity: 'bore', values: [1.5e-3, 1.2e-3] },
    ]);
    expect(comparison.consumers.find((c) => c.part === 'turbo')!.worst.map((w) => w!.supplied)).toEqual([false, true]);
    expect(comparison.states.every(({ figures: [wide, narrow] }) => narrow!.gaugePa! >= wide!.gaugePa! - 1)).toBe(true);
    // Where the oil settles does not hang on a restrictor, and is found at every named state.
    for (const { figures } of comparison.states)
      expect(Math.abs(figures[0]!.sumpK! - figures[1]!.sumpK!)).toBeLessThan(3);
  });

  it('tells what differs before anything is solved, then each variant as it comes, in its own column', () => {
    const project = demoProject('thornback');
    const request = { ids: ['stock', 'noseCooler'] };
    const whole = studyHere(COMPARE_STUDY, project, request);
    const none = comparisonSchema.parse(COMPARE_STUDY.partial!(project, request, []));
    expect([none.parts, none.settings, none.consumers]).toEqual([whole.parts, whole.settings, []]);
    expect(none.variants.map((v) => v.known)).toEqual([false, false]);
    const second = comparisonSchema.parse(
      COMPARE_STUDY.partial!(project, request, [compareWork(new StudyCircuits(project), { id: 'noseCooler' })]),
    );
    expect(second.variants.map((v) => v.known)).toEqual([false, true]);
    for (const { part, worst } of second.consumers)
      expect(worst).toEqual([null, whole.consumers.find((c) => c.part === part)!.worst[1]]);
    expect(second.states.map((s) => s.figures[1])).toEqual(whole.states.map((s) => s.figures[1]));
    expect(second.states.every((s) => s.figures[0]!.gaugePa === null)).toBe(true);
  });
});
