import { applyMove } from '../../document/moves';
import { catalogueEntry } from '../../document/parts/catalogue';
import type { Part } from '../../document/parts/part';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { studyHere } from '../../studies/job/runHere';
import { SIZING_STUDY } from '../../studies/sizing/sizingStudy';
import { demoProject } from '../../verification/testing/demo';
import { testProject } from '../../verification/testing/stockEngine';
import { auditChanges, filtrationChanges } from '../previewChanges';
import { auditToEnd } from './auditCircuit';
import { surveyCircuit } from './context';
import { findingsOf } from './findingsOf';
import { pumpsInSeries } from './rules/pumps';

const C = 273.15;

function audited(project: Project) {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return auditToEnd(made.circuit);
}
function changed(project: Project, move: Parameters<typeof applyMove>[1]): Project {
  const outcome = applyMove(activeVariant(project), move);
  if (!outcome.ok) throw new Error(outcome.why);
  return withVariant(project, outcome.variant);
}

describe('A cooler that takes too much', () => {
  it('is found by name where the gallery gets cold oil, whatever the sump says: Saltmarsh’s honest mistake', () => {
    const found = audited(demoProject('saltmarsh')).find((f) => f.rule === 'oilColdGallery')!;
    expect(found).toMatchObject({ weight: 'mend', part: 'cooler', title: 'Oil too cold at the gallery' });
    expect(found.figures['gallery']!.si).toBeLessThan(60 + C);
    expect(found.figures['sump']!.si).toBeGreaterThan(75 + C);
  });

  it('is not one without its water, nor where the gallery is warm', () => {
    const looped = demoProject('saltmarsh');
    for (const { circuit } of looped.variants)
      for (const part of circuit.parts) if (part.kind === 'cooler') part.coolantLooped = true;
    expect(audited(looped).some((f) => f.rule === 'oilColdGallery')).toBe(false);
    expect(audited(testProject('coolerOnHousing')).some((f) => f.rule === 'oilColdGallery')).toBe(false);
  });
});

describe('Cooling that fails', () => {
  it('takes one cooler out at a time: without water the one that air cools still cools', () => {
    const project = testProject('coolerOnHousing', { use: 'towing', wants: ['coolerAdded'] });
    const faults = audited(project).filter((f) => f.rule === 'coolingFaults' && f.what.includes('air {air}'));
    const sump = (part: string) => faults.find((f) => f.part === part)!.figures['sump']!.si;
    expect(faults.map((f) => f.part)).toEqual(expect.arrayContaining(['cooler', 'airCooler']));
    const bare = structuredClone(project);
    for (const { circuit } of bare.variants)
      for (const part of circuit.parts)
        if (part.kind === 'cooler' && part.medium === 'liquid') part.coolantLooped = true;
    const both = audited(bare).find((f) => f.rule === 'coolingFaults' && f.part === 'airCooler')!.figures['sump']!.si;
    expect(sump('cooler')).toBeLessThan(both - 5);
  });
});

describe('A balance that is not found', () => {
  it('is no temperature: the audit says so, and why', () => {
    const project = demoProject();
    for (const { circuit } of project.variants)
      for (const part of circuit.parts) if (part.id === 'gallery') part.blocked = true;
    const found = audited(project);
    expect(found[0]).toMatchObject({ rule: 'blankedPassage', part: 'gallery' });
    for (const f of found.filter((each) => each.rule === 'oilHot')) expect(f.figures['sump']!.si).toBeGreaterThan(350);
  });
});

describe('Two pumps', () => {
  it('head to tail are named', () => {
    const project = testProject('wetSump');
    const { pump } = Object.fromEntries(activeVariant(project).circuit.parts.map((p) => [p.id, p]));
    const variant = activeVariant(project);
    const second = { ...pump!, id: 'second', name: 'Second pump' };
    const joints = variant.circuit.joints.filter((j) => j.from !== 'pump.out' && j.to !== 'pump.out');
    const circuit = {
      parts: [...variant.circuit.parts, second],
      joints: [
        ...joints,
        { from: 'pump.out', to: 'second.in' },
        { from: 'second.out', to: 'blockOut.in' },
        { from: 'second.out', to: 'relief.in' },
      ],
    };
    const found = audited(withVariant(project, { ...variant, circuit })).filter((f) => f.rule === 'pumpsInSeries');
    expect(found.map((f) => f.part)).toEqual(['second']);
    expect(audited(project).some((f) => f.rule === 'pumpsInSeries')).toBe(false);
  });

  it('in a ring are named, also with an orifice or a relief in it, and one whose relief returns to its inlet is not', () => {
    const project = testProject('wetSump');
    const variant = activeVariant(project);
    const pump = variant.circuit.parts.find((p) => p.id === 'pump')!;
    const orifice = { ...catalogueEntry('restrictor').part, id: 'bleed', name: 'Bleed' } as Part;
    const joints = variant.circuit.joints.filter(({ from, to }) => to !== 'pump.in' && from !== 'pump.in');
    const second = { ...pump, id: 'second', name: 'Second pump' };
    // The second draws from the first's outlet and brings back to its inlet; the sump is left with a trickle, or nothing.
    const ring = [
      { from: 'pump.out', to: 'second.in' },
      { from: 'second.out', to: 'pump.in' },
    ];
    const rings = {
      bare: { parts: [second], joints: ring },
      'with a bore to the sump': {
        parts: [second, orifice],
        joints: [...ring, { from: 'pickup.out', to: 'bleed.in' }, { from: 'bleed.out', to: 'pump.in' }],
      },
      'with the relief in it': {
        parts: [second],
        joints: [
          { from: 'pump.out', to: 'second.in' },
          { from: 'second.out', to: 'relief.in' },
          { from: 'relief.out', to: 'pump.in' },
        ],
      },
    };
    for (const [name, more] of Object.entries(rings)) {
      const circuit = { parts: [...variant.circuit.parts, ...more.parts], joints: [...joints, ...more.joints] };
      const made = CircuitSolver.of(withVariant(project, { ...variant, circuit }));
      const named = made.ok ? findingsOf(pumpsInSeries, surveyCircuit(made.circuit)).map((f) => f.part) : [];
      expect([name, [...named].sort()]).toEqual([name, ['pump', 'second']]);
    }
  });
});

describe('What a preview says', () => {
  it('a turbo’s tap moved upstream of the media gets unfiltered oil, and the audit stops it', () => {
    const before = testProject('wetSump', { wants: ['turbo'] });
    const feed = activeVariant(before).circuit.parts.find((p) => p.name === 'Turbo hose')!;
    const after = changed(before, { kind: 'moveTap', port: `${feed.id}.in`, to: 'blockOut.out' });
    expect(filtrationChanges(before, after)).toEqual(['Turbo would get unfiltered oil']);
    expect(filtrationChanges(after, before)).toEqual(['Turbo would get filtered oil']);
    const { come, go } = auditChanges(audited(before), audited(after));
    expect(come.map((f) => f.rule)).toContain('unfilteredFeed');
    expect(go).toEqual([]);
  });
});

describe('Sizes of a metering valve', () => {
  it('end where its drain overflows', () => {
    const project = demoProject('saltmarsh');
    // Its drain climbs: here it falls all the way, so that only its bore decides.
    for (const { circuit } of project.variants)
      for (const part of circuit.parts)
        if (part.kind === 'drain' && part.profile)
          part.profile = [part.profile[0]!, { ...part.profile.at(-1)!, heightM: -0.1 }];
    const valve = activeVariant(project).circuit.parts.find((p) => p.kind === 'sideStream')!;
    const { bands, looks } = studyHere(SIZING_STUDY, project, { part: valve.id, path: ['metering', 'turns'] });
    const most = Math.max(0, ...bands.map((b) => b.high));
    expect(most).toBeLessThan(4);
    expect(looks.at(-1)!.failing.some((f) => f.drain === true)).toBe(true);
  });
});
