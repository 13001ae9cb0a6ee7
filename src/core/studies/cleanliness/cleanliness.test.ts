import { demoProject } from '../../verification/testing/demo';
import type { Project, Variant } from '../../document/project/project';
import { CHECK_STUDY } from '../check/checkStudy';
import { isoCode } from '../../physics/contamination/iso4406';
import { testProject } from '../../verification/testing/stockEngine';
import { studyHere } from '../job/runHere';
import { CLEANLINESS_STUDY } from './cleanlinessStudy';
import { sayLife } from './sayFilterLife';

/** A variant with all its elements new. */
const unloaded = (v: Variant): Variant => ({
  ...v,
  circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => ('load' in p ? { ...p, load: 1 } : p)) },
});

const of = (project: Project) =>
  studyHere(CLEANLINESS_STUDY, project, {
    speedRevS: 50,
    oilTemperatureK: 368,
    code: [21, 19, 16],
    hours: 50,
    usualChangeHours: 200,
  });

describe('Cleanliness', () => {
  it('gains by a side-stream filter, and turns the oil over as its flow says', () => {
    const saltmarsh = demoProject('saltmarsh');
    const variant = saltmarsh.variants.find((v) => v.circuit.parts.some((p) => p.kind === 'sideStream'))!;
    const answer = studyHere(
      CLEANLINESS_STUDY,
      { ...saltmarsh, activeVariant: variant.id },
      { speedRevS: 50, oilTemperatureK: 368, code: [21, 19, 16], hours: 50, usualChangeHours: 200 },
    );
    const side = answer.filters.find((f) => f.sideStream)!;
    expect(side.turnoversPerHour).toBeCloseTo((side.flowM3S * 3600) / answer.volumeM3, 9);
    answer.sizes.forEach((s) => expect(s.steadyWith!).toBeLessThan(s.steadyWithout!));
    answer.codeWith.forEach((code, i) => expect(code).toBeLessThanOrEqual(answer.codeWithout[i]!));
    expect(answer.sizes[1]!.steadyWith! / answer.sizes[1]!.steadyWithout!).toBeLessThan(0.8);
    expect(answer.samples[0]!.with).toEqual(answer.samples[0]!.without);
  });

  it('gains two codes at 4 µm where the full-flow element is stated as it holds in service: it passes the fine dirt', () => {
    const project = testProject('wetSump', { wants: ['sideStream'] });
    const { sizes, filters } = of(project);
    const full = filters.find((f) => !f.sideStream)!;
    // ISO 16889 ratios of 1.02, 1.5 and 20 at 4, 10 and 20 µm, in a straight line of their logarithm: at 6 and 14 µm.
    expect(full.beta.map((b) => b.toFixed(3))).toEqual(['1.020', '1.160', '4.227']);
    // One code is a factor of two (ISO 4406).
    expect(Math.log2(sizes[0]!.steadyWithout! / sizes[0]!.steadyWith!)).toBeGreaterThan(2);
    expect(sizes[2]!.steadyWith! / sizes[2]!.steadyWithout!).toBeGreaterThan(0.8);
    expect(isoCode(sizes[0]!.steadyWithout!)).toBeGreaterThanOrEqual(20);
  });

  it('sends oil past the media of a loaded filter at a cold start, until it is warm', () => {
    const project = demoProject();
    const loaded = {
      ...project,
      variants: project.variants.map((v) => ({
        ...v,
        circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.kind === 'filter' ? { ...p, load: 10 } : p)) },
      })),
    };
    const ask = (p: Project) =>
      studyHere(CLEANLINESS_STUDY, p, {
        speedRevS: 50,
        oilTemperatureK: 368,
        code: [21, 19, 16],
        hours: 10,
        usualChangeHours: 200,
      }).coldBypass[0]!;
    expect(ask(loaded).share).toBeGreaterThan(0.1);
    expect(ask(loaded).untilK!).toBeGreaterThan(project.range.coldestOilK);
    expect(ask(loaded).share).toBeGreaterThan(ask(project).share);
  });

  it('counts a filter without a bypass valve too', () => {
    const [filter] = of(demoProject('larkspur')).filters;
    expect(filter!.flowM3S).toBeGreaterThan(1e-5);
    expect(filter!.life.dirtShare).toBe(1);
  });

  it('says when each element is due: the loss grows threefold in the usual hours for all of the dirt', () => {
    const project = demoProject('saltmarsh');
    const lives = of(project).filters.map((f) => f.life);
    expect(lives.reduce((sum, life) => sum + life.dirtShare, 0)).toBeCloseTo(1, 9);
    // A side-stream element holds twice as much; each has what it is loaded with already.
    const [full, side] = of({ ...project, variants: project.variants.map(unloaded) }).filters.map((f) => f.life);
    expect(full!.usualHours).toBeCloseTo(200 / full!.dirtShare, 6);
    expect(side!.usualHours).toBeCloseTo(400 / side!.dirtShare, 6);
    // The audit's own rule says at which clogging the valve opens.
    const finding = studyHere(
      CHECK_STUDY,
      { ...project, variants: project.variants.map(unloaded) },
      { sure: false },
    ).findings.find((f) => f.rule === 'filterBypass')!;
    const opens = finding.figures['opensLoad']!.si;
    expect(full!.bites).toEqual([
      {
        what: 'bypassOpens',
        load: opens,
        hours: expect.closeTo((200 * Math.log(opens)) / Math.log(3) / full!.dirtShare, 6),
      },
    ]);
    expect(sayLife(full!)).toMatch(/usual change after about \d+ h\. Once it is \d+\.\d times as restrictive/);
  });
});
