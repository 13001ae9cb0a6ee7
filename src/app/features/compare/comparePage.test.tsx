import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Project } from '../../../core/document/project/project';
import { openDemo, show } from '../../testing/page';
import ComparePage from './ComparePage';
import { COMPARE_STUDY } from '../../../core/studies/compare/compareStudy';
import { studyHere } from '../../../core/studies/job/runHere';

jest.mock('../../../workers/studyPool');

const rowNamed = (name: RegExp) => screen.getAllByRole('row').find((r) => name.test(r.textContent ?? ''))!;
/** Two of a variant's parts with weight and price. */
const weighed = (project: Project): Project => ({
  ...project,
  variants: project.variants.map((v) => ({
    ...v,
    circuit: {
      ...v.circuit,
      parts: v.circuit.parts.map((p) =>
        p.id === 'pump' ? { ...p, massKg: 1.2, price: 180 } : p.id === 'filter' ? { ...p, massKg: 0.4 } : p,
      ),
    },
  })),
});

describe('Variants side by side on the page', () => {
  it('show what differs, flows, temperatures and where each comes from', async () => {
    const project = openDemo();
    show(<ComparePage />);
    const table = await screen.findByRole('region', { name: 'Comparison' });
    const answer = studyHere(COMPARE_STUDY, project, { ids: ['stock', 'noseCooler'] });
    expect(
      within(table)
        .getAllByRole('columnheader')
        .map((h) => h.textContent),
    ).toEqual(
      expect.arrayContaining([
        'StockNot supplied, too hot, pickup bare',
        'Nose coolerfrom StockNot supplied, cannot drain, pickup bare, unfiltered oil',
      ]),
    );
    for (const { name } of answer.parts) expect(rowNamed(new RegExp(`^${name}–fitted`))).toBeTruthy();
    for (const heading of ['Gauge reading', 'Pump flow', /^Oil temperature, at each/, 'Oil, weight and cost'])
      expect(within(table).getByRole('heading', { name: heading })).toBeTruthy();
    const settles = screen
      .getAllByRole('row')
      .filter((r) => r.textContent?.startsWith('Full speed'))
      .at(-1)!;
    const [stock, nose] = answer.states.find((s) => s.name === 'Full speed')!.figures;
    expect(settles.textContent).toMatch(
      new RegExp(`^Full speed${Math.round(stock!.sumpK! - 273.15)}.°C${Math.round(nose!.sumpK! - 273.15)}.°C$`),
    );
    expect(nose!.sumpK!).toBeLessThan(stock!.sumpK!);
  });

  it('show what differs while the second is still solved, and say of which it is not known yet', async () => {
    openDemo();
    show(<ComparePage />);
    // All in one look: the other may be solved by the next.
    await waitFor(() => {
      expect(screen.getAllByRole('columnheader').some((h) => h.textContent!.endsWith('solving'))).toBe(true);
      expect(rowNamed(/^Nose cooler–fitted/)).toBeTruthy();
      expect(screen.getAllByRole('columnheader').some((h) => h.textContent!.includes('Not supplied'))).toBe(true);
    });
    await waitFor(() =>
      expect(screen.getAllByRole('columnheader').filter((h) => h.textContent!.includes('Not supplied'))).toHaveLength(
        2,
      ),
    );
  });

  it('count weight and cost where they are given, and say of how many parts', async () => {
    openDemo('thornback', weighed);
    show(<ComparePage />);
    await screen.findByRole('region', { name: 'Comparison' });
    expect(rowNamed(/^Weight/).textContent).toMatch(/1\.60.kg \(2 of \d+ parts state it\)/);
    expect(rowNamed(/^Cost/).textContent).toMatch(/180\.00.* \(1 of \d+ parts state it\)/);
  });

  it('ask for two at least, and say so', async () => {
    openDemo();
    show(<ComparePage />);
    await screen.findByRole('region', { name: 'Comparison' });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Stock' }));
    expect(screen.getByRole('status').textContent).toBe('Choose at least two.');
  });

  it('say what to do where the project has one variant only', () => {
    openDemo('thornback', (p) => ({ ...p, variants: p.variants.slice(0, 1) }));
    show(<ComparePage />);
    expect(screen.getByRole('status').textContent).toContain('This project has one variant');
  });
});
