import { hosesOf } from '../hoses/hoseList';
import { jobTouches } from '../jobTouches';
import { demoProject } from '../../verification/testing/demo';
import type { Project, Variant } from '../../document/project/project';
import { US_UNITS } from '../../foundations/units';
import { ASPECTS, type Finding } from '../../judgement/audit/finding';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import type { Check } from '../../judgement/verdict/check';
import type { Verdict } from '../../judgement/verdict/verdict';
import { solverOf } from '../../verification/testing/solverOf';
import { bracketProblems, bracketTemplate } from '../places/bracketTemplate';
import { seenByRange } from '../hoses/hoseVerdicts';

import { SHEET_SECTIONS, SHORT_SECTIONS, type JobSheetRequest } from './jobSheet';
import { sheetHtml } from './sheetHtml';
import { schematic } from './schematic';

const NOTHING: Verdict = {
  ...{ aspects: ASPECTS.map((aspect) => ({ aspect, is: 'holds' as const, by: null, count: 0 })), conditions: 337 },
  ...{ unsolved: 0, components: 7, drives: ['Run'], hottest: null, critical: 0, toFix: 0, dismissed: 0 },
  ...{ isPickupNeeded: false, binding: [] },
};
const checkedWith = (findings: readonly Finding[]): Check => ({
  sweep: sweepToEnd(solverOf(demoProject()), 2, 2),
  findings,
  verdict: NOTHING,
  certainty: null,
});

const request = (project: Project = demoProject(), more: Partial<JobSheetRequest> = {}): JobSheetRequest => ({
  project,
  variant: project.variants[1]!,
  before: project.variants[0],
  check: checkedWith([]),
  seen: seenByRange(project, project.variants[1]!),
  firstStart: ['Crank without ignition.'],
  sections: SHEET_SECTIONS,
  paper: 'A4',
  short: false,
  units: {},
  date: '26 November 2026',
  revision: '1',
  ...more,
});

describe('The job sheet', () => {
  it('has each hose and joint that the job touches, with a tick and a paint mark, the steps and the cautions', () => {
    const html = sheetHtml(request());
    for (const letter of ['A', 'C', 'D']) expect(html).toContain(`<b>${letter}</b>`);
    // The turbo's drain stays as it is.
    expect(html).not.toContain('<b>B</b>');
    const { joints } = jobTouches(request().variant, request().before);
    expect(html.match(/class="paint"/g)).toHaveLength(joints.length);
    expect(html).toContain('Never go under a vehicle that only a jack holds.');
    expect(html).toContain('size: A4');
    expect(html).toContain('Invented demonstration data');
  });

  it('draws both ends of every hose of the job, names the ports of what has several, and lists the parts of a split step', () => {
    const project = demoProject();
    const variant: Variant = {
      ...project.variants[1]!,
      bench: { plan: { steps: { drain: { pieces: [{ text: 'Loosen the filler cap' }] } } } },
    };
    const html = sheetHtml(request(project, { variant }));
    expect(html.match(/class="ends[ "]/g)).toHaveLength(jobTouches(variant, request().before).hoses.length);
    expect(html).toContain('>to cooler</text>');
    expect(html).toContain('>from cooler</text>');
    expect(html).toContain('Loosen the filler cap');
  });

  it('holds a hose’s rating against the highest pressure that was seen at its ends', () => {
    const project = demoProject();
    const open = project.variants[1]!;
    const [hose] = hosesOf(open);
    const rated = (highPa: number) => {
      const parts = open.circuit.parts.map((p) => (p.id === hose!.part ? { ...p, pressureRatingPa: 10e5 } : p));
      const variant = { ...open, circuit: { ...open.circuit, parts } };
      const seen = seenByRange(project, variant, (port) => (port === `${hose!.part}.in` ? highPa : undefined));
      return sheetHtml(request(project, { variant, seen, sections: ['hoses'] }));
    };
    expect(rated(10.1e5)).toMatch(/Pressure 10\.10\sbar; rated to 10\.00\sbar/);
    expect(rated(9.9e5)).not.toMatch(/rated to/);
  });

  it('on the wall has what stops the job, and counts what else is to be fixed', () => {
    const finding = (weight: 'stop' | 'mend' | 'note', title: string) => ({
      ...{ rule: title, title, weight, part: null, state: null, what: title, why: '', remedies: [], source: '' },
      ...{ aspect: 'safe' as const, is: 'holds' as const },
      ...{ figures: {}, moves: [], waived: null },
    });
    const findings = [
      finding('stop', 'Dry'),
      finding('mend', 'Loose'),
      finding('mend', 'Low'),
      finding('note', 'Fine'),
    ];
    const of = (short: boolean, list = findings) =>
      sheetHtml(request(undefined, { short, check: checkedWith(list), sections: ['findings'] }));
    expect(of(false)).toContain('Loose');
    expect(of(true)).toContain('Dry');
    expect(of(true)).not.toContain('Loose');
    expect(of(true)).toContain('2 more to fix: see the whole sheet.');
    expect(of(true, [])).toContain('Nothing critical and nothing to fix.');
  });

  it('has the switch of a fan among the settings', () => {
    const project = demoProject();
    const open = project.variants[1]!;
    const fan = { faceSpeedMS: 5, onK: 368.15, offK: 360.15 };
    const parts = open.circuit.parts.map((p) =>
      p.kind === 'cooler' && p.cooling?.kind === 'air' ? { ...p, cooling: { ...p.cooling, fan } } : p,
    );
    const variant = { ...open, circuit: { ...open.circuit, parts } };
    expect(sheetHtml(request(project, { variant, sections: ['settings'] }))).toMatch(/fan on at 95\s°C, off at 87\s°C/);
  });

  it('on Letter, in US units, with chosen sections only', () => {
    const html = sheetHtml(request(undefined, { paper: 'Letter', units: US_UNITS, sections: ['hoses'] }));
    expect(html).toContain('size: letter');
    expect(html).toContain('63.78');
    expect(html).not.toContain('<h2>Joints');
  });

  it('has no hole for markup in a name', () => {
    const project = demoProject();
    const evil = '<img src=x onerror=alert(1)>';
    const named = {
      ...project,
      name: evil,
      variants: project.variants.map((v): Variant => ({
        ...v,
        name: evil,
        circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => ({ ...p, name: evil })) },
      })),
    };
    expect(sheetHtml(request(named, { firstStart: [evil], date: '"} body{}', revision: evil }))).not.toContain('<img');
  });

  it('in its short form is shorter', () => {
    expect(sheetHtml(request(undefined, { sections: SHORT_SECTIONS, short: true })).length).toBeLessThan(
      sheetHtml(request()).length,
    );
  });

  it('says what was dismissed, with the reason', () => {
    const finding = {
      rule: 'level',
      title: 'Oil level',
      weight: 'mend' as const,
      aspect: 'safe' as const,
      is: 'holds' as const,
      part: null,
      state: null,
      what: 'It holds more.',
      why: '',
      remedies: ['top up'],
      source: '',
      figures: {},
      moves: [],
      waived: null,
    };
    const html = sheetHtml(
      request(undefined, {
        check: checkedWith([finding, { ...finding, title: 'Other', waived: 'known and measured' }]),
      }),
    );
    expect(html).toContain('Usual remedy: top up.');
    expect(html).toContain('known and measured');
  });
});

describe('The plain drawing', () => {
  it('has a box for every part that oil goes through, none of them on another', () => {
    for (const name of ['thornback', 'saltmarsh', 'larkspur'])
      for (const variant of demoProject(name).variants) {
        const boxes = [...schematic(variant).matchAll(/<rect x="([\d.-]+)" y="([\d.-]+)"/g)].map(
          (m) => `${m[1]} ${m[2]}`,
        );
        expect(new Set(boxes).size).toBe(boxes.length);
        const drawn = variant.circuit.parts.filter((p) => p.kind !== 'drain' && p.kind !== 'scavenge');
        expect(boxes).toHaveLength(drawn.length);
      }
  });
});

describe('A bracket at true size', () => {
  const shape = {
    widthM: 0.06,
    heightM: 0.12,
    holes: [{ xM: 0.015, yM: 0.03, diameterM: 0.0085 }],
    bends: [{ yM: 0.08, angleDeg: 90 }],
  };

  it('has a millimetre of paper for a millimetre of metal, and two rulers', () => {
    const { svg, widthMm, heightMm } = bracketTemplate(shape, 'Bracket');
    expect(svg).toContain(`width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}"`);
    expect(svg).toMatch(/<rect [^>]*width="60" height="120"/);
    expect(svg).toContain('must measure 50 mm');
    expect(svg).toContain('must measure 2 in');
    // The hole's centre: 16 mm of margin and 15; from the bottom 30 of 120.
    expect(svg).toContain('<circle cx="31" cy="106" r="4.25"');
    // Two inches are 50.8 mm long.
    expect(svg).toMatch(/x1="16" y1="([\d.]+)" x2="66.8" y2="\1"/);
  });

  it('says what cannot be made', () => {
    expect(bracketProblems(shape)).toEqual([]);
    expect(bracketProblems({ ...shape, holes: [{ xM: 0.004, yM: 0.03, diameterM: 0.0085 }] })).toEqual([
      'Hole 1 runs over the edge of the bracket.',
    ]);
    expect(
      bracketProblems({
        ...shape,
        bends: [
          { yM: 0.03, angleDeg: 90 },
          { yM: 0.2, angleDeg: 45 },
        ],
      }),
    ).toEqual(['Bend 2 lies outside the bracket.', 'Bend 1 goes through a hole.']);
  });
});
