import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { FITTINGS } from '../../../core/document/parts/fittings';
import { FITTING_NAMES } from '../../../core/document/parts/shapes';
import type { Part, PartOf } from '../../../core/document/parts/part';
import { explainPart } from '../../../core/network/explain/explainPart';
import { coolerConductance } from '../../../core/heat/coolers';
import { CircuitSolver } from '../../../core/network/circuitSolver';
import { Oil } from '../../../core/physics/oil/oil';
import { demoProject } from '../../../core/verification/testing/demo';
import { choose, openDemo } from '../../testing/page';
import { CoolingInput } from './CoolingInput';
import { CurveInput } from './CurveInput';
import { DrainProfile } from './DrainProfile';
import { EndsInput, hasLosses } from './EndsInput';
import { LawView } from './LawView';
import { solveState } from '../../../core/judgement/judgeState';

const made = CircuitSolver.of(demoProject(), 'noseCooler');
if (!made.ok) throw new Error('refused');
const LITRE_PER_MIN = 1e-3 / 60;
const BAR = 1e5;
const partOf = (id: string, variant = 'noseCooler') =>
  demoProject()
    .variants.find((v) => v.id === variant)!
    .circuit.parts.find((p) => p.id === id)!;
const said = (role: 'alert' | 'status') => screen.getByRole(role, { hidden: true }).textContent;

/** Types a curve and presses the button; what was handed over, if anything was. */
function curve(text: string, part: Part = partOf('filter')): PartOf<'filter'> | undefined {
  const taken: Part[] = [];
  const { unmount } = render(<CurveInput part={part as PartOf<'filter'>} units={{}} onChange={(p) => taken.push(p)} />);
  fireEvent.click(screen.getByText('From a curve…'));
  fireEvent.change(screen.getByRole('textbox'), { target: { value: text } });
  fireEvent.click(screen.getByText('Use these points'));
  if (taken.length > 0) unmount();
  return taken[0] as PartOf<'filter'> | undefined;
}

describe('A data sheet’s curve', () => {
  it('gives back the law that its points were made from: a viscous and a square share', () => {
    // Δp = 0.004·Q + 0.0002·Q² bar, Q in L/min: at 40 L/min 0.16 + 0.32 bar, a third of it viscous.
    const filter = curve([10, 20, 30, 40].map((q) => `${q} ${0.004 * q + 0.0002 * q * q}`).join('\n'))!;
    expect(filter.ratedFlowM3S / LITRE_PER_MIN).toBeCloseTo(40, 9);
    expect(filter.ratedPressureDropPa / BAR).toBeCloseTo(0.48, 6);
    expect(filter.viscousShare).toBeCloseTo(1 / 3, 6);
  });

  it('is read with semicolons, blank lines and units of its own', () => {
    const filter = curve('10;8kPa\n\n  20;0.32 \n')!;
    expect([filter.ratedFlowM3S / LITRE_PER_MIN, filter.ratedPressureDropPa / BAR]).toEqual([
      expect.closeTo(20, 9),
      expect.closeTo(0.32, 9),
    ]);
  });

  it('names the line that cannot be read, and keeps the part', () => {
    expect(curve('20 0.08\n30 heavy')).toBeUndefined();
    expect(said('alert')).toBe('Line 2, “30 heavy”: write a flow in L/min and a drop in bar, for instance 20 0.08.');
  });

  it.each([
    ['one point', '20 0.08'],
    ['a drop that falls', '10 0.4\n40 0.05'],
    ['one flow twice', '20 0.08\n20 0.09'],
  ])('is refused with what to do where it is %s', (_, text) => {
    expect(curve(text)).toBeUndefined();
    expect(said('alert')).toContain('give two flows at least, with a drop that grows as the flow grows');
  });
});

describe('A cooler’s curve of heat', () => {
  const cooler = partOf('noseCooler') as PartOf<'cooler'>;
  const air = cooler.cooling as Extract<typeof cooler.cooling, { kind: 'air' }>;
  const fit = (text: string) => {
    openDemo();
    const taken: Part[] = [];
    render(<CoolingInput part={cooler} cooling={air} onChange={(p) => taken.push(p)} />);
    fireEvent.click(screen.getByText('Cooling from rows, or from a curve…'));
    fireEvent.change(screen.getByLabelText(/^Oil flow in/), { target: { value: text } });
    fireEvent.click(screen.getByText('Use this curve'));
    return taken[0] as PartOf<'cooler'> | undefined;
  };

  it('is taken over at its largest flow, and the conductance grows with the flow as its points do', () => {
    const fitted = fit('10 5.1\n20 7.2\n30 8.4')!.cooling as typeof air;
    expect(fitted.ratedOilFlowM3S / LITRE_PER_MIN).toBeCloseTo(30, 9);
    expect(fitted.ratedHeatW / 1000).toBeCloseTo(8.4, 1);
    expect(said('status')).toMatch(/^Applied; the points lie within \d+(\.\d)? % of it\.$/);
    // Its heat rises by two thirds over three times the flow: most of the resistance lies with the oil.
    expect(fitted.oilSideShare).toBeGreaterThan(air.oilSideShare);
    expect(coolerConductance(fitted, new Oil(demoProject().oil))).toBeDefined();
  });

  it('that no cooler follows is refused, and nothing changes', () => {
    expect(fit('10 60\n30 200')).toBeUndefined();
    expect(said('alert')).toContain('No cooler follows these points');
  });
});

describe('Ends and bends', () => {
  const hose = partOf('hoseOut');
  it('are taken away and added one at a time', () => {
    if (!hasLosses(hose)) throw new Error('no ends');
    const taken: Part[] = [];
    render(<EndsInput part={hose} onChange={(p) => taken.push(p)} />);
    fireEvent.click(screen.getByText(/^Ends and bends/));
    const rows = screen.getAllByRole('button', { name: /^Remove/, hidden: true });
    expect(rows).toHaveLength(hose.losses.length);
    fireEvent.click(rows[0]!);
    expect((taken[0] as typeof hose).losses).toEqual(hose.losses.slice(1));
    choose('End or bend', FITTINGS[FITTING_NAMES[0]].label);
    fireEvent.click(screen.getByText('Add it'));
    expect((taken[1] as typeof hose).losses.slice(0, -1)).toEqual(hose.losses);
    expect((taken[1] as typeof hose).losses.at(-1)).toMatchObject({ kind: 'catalogue', fitting: FITTING_NAMES[0] });
  });

  it('are for lines and fittings only', () => {
    expect([hasLosses(partOf('pump')), hasLosses(partOf('turboFeed'))]).toEqual([false, true]);
  });
});

describe('A drain from the side', () => {
  const result = solveState(made.circuit, made.circuit.stateAt(7000 / 60, 393.15)).drains.find(
    (d) => d.part === 'turboDrain',
  )!;
  const drain = partOf('turboDrain') as PartOf<'drain'>;
  const draw = (profile: PartOf<'drain'>['profile']) =>
    render(<DrainProfile drain={{ ...drain, profile }} result={result} levelM={-0.15} units={{}} />);

  it('names its heights and its verdict, and marks where it climbs', () => {
    const { container } = draw([
      { alongM: 0, heightM: 0.3 },
      { alongM: 0.3, heightM: -0.2 },
      { alongM: 0.5, heightM: -0.05 },
    ]);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/^Height profile of Turbo drain: ./);
    expect(container.textContent).toMatch(/outlet 0\.300.m/);
    expect(container.textContent).toMatch(/port −0\.050.m/);
    expect(container.querySelectorAll('polyline[stroke="var(--alarm)"]')).toHaveLength(1);
  });

  it('marks nothing where it falls all the way', () => {
    const { container } = draw([
      { alongM: 0, heightM: 0.3 },
      { alongM: 0.5, heightM: -0.05 },
    ]);
    expect(container.querySelectorAll('polyline[stroke="var(--alarm)"]')).toHaveLength(0);
  });

  it('asks for heights where there are none', () => {
    render(<DrainProfile drain={drain} result={{ ...result, outletHeightM: null }} levelM={undefined} units={{}} />);
    expect(screen.getByText(/^Give the height of what it drains/)).toBeTruthy();
  });
});

describe('A law on the panel', () => {
  it('stands with a line for each equation, the values beneath in the reader’s units, and its source', async () => {
    const result = solveState(made.circuit, made.circuit.stateAt(7000 / 60, 373.15));
    const [law] = explainPart(partOf('relief'), result);
    const { container } = render(<LawView law={law!} units={{ pressure: 'psi' }} />);
    fireEvent.click(screen.getByText(/^How it is calculated/));
    await waitFor(() => expect(container.querySelectorAll('.equation .katex')).toHaveLength(3));
    expect([...container.querySelectorAll('.equation annotation')].map((e) => e.textContent)).toEqual([
      String.raw`\mathrm{lift} = \frac{\Delta p - \Delta p_{\mathrm{crack}}}{\Delta p_{\mathrm{full}} - \Delta p_{\mathrm{crack}}}`,
      String.raw`\Delta p = \frac{\rho V^{2}}{2C_{d}^{2}} + \frac{6\pi \mu V}{d_{\mathrm{h}}}`,
      String.raw`Q = A\,\mathrm{lift}\,V + \mathrm{leak}`,
    ]);
    expect(container.textContent).toMatch(/lift = \(\d+\.\d.psi − 69\.6.psi\) ÷ \(87\.0.psi − 69\.6.psi\) → 0\.\d+/);
    expect(container.textContent).toMatch(/Sampson \(1891\)/);
  });
});
