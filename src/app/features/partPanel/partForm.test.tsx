import { useDocument } from '../../state/document';
import { stores } from '../../testing/stores';
import { act, fireEvent, screen, within } from '@testing-library/react';
import { changePart } from '../../../core/document/parts/partFields';
import type { Part } from '../../../core/document/parts/part';
import { activeVariant } from '../../../core/document/project/project';
import { openDemo, show } from '../../testing/page';
import PartForm from './PartForm';

jest.mock('../../../workers/client');
jest.mock('../../../workers/studyPool');

const partNow = (id: string) => activeVariant(stores().project!).circuit.parts.find((p) => p.id === id)!;

/** The form of a part as it is now. */
function Form({ id }: { readonly id: string }) {
  useDocument((w) => w.project);
  return <PartForm part={partNow(id)} />;
}
const field = (label: string) => screen.getAllByLabelText<HTMLInputElement>(label)[0]!;
const type = (label: string, value: string) => {
  fireEvent.focus(field(label));
  fireEvent.change(field(label), { target: { value } });
};

describe('A part’s numbers', () => {
  it('are typed in the reader’s units, or in any, or as a drill, and kept in SI', () => {
    openDemo();
    show(<Form id="turboRestrictor" />);
    type('Bore', '1,1');
    expect(partNow('turboRestrictor')).toMatchObject({ boreM: expect.closeTo(1.1e-3, 9) });
    type('Bore', '0.05 in');
    expect(partNow('turboRestrictor')).toMatchObject({ boreM: expect.closeTo(1.27e-3, 9) });
    type('Bore', 'drill 60');
    expect(partNow('turboRestrictor')).toMatchObject({ boreM: expect.closeTo(1.016e-3, 7) });
    // Typing at one part is one step.
    expect(stores().past).toHaveLength(1);
  });

  it('that cannot be are said beside the field and not kept', () => {
    openDemo();
    show(<Form id="turboRestrictor" />);
    const before = partNow('turboRestrictor');
    type('Bore', '0');
    expect(screen.getByRole('alert').textContent).toMatch(/greater than 0/);
    type('Bore', 'wide');
    expect(screen.getByRole('alert').textContent).toContain('Not a number');
    type('Bore', '1.5 furlong');
    expect(screen.getByRole('alert').textContent).toContain('unit is not known');
    expect(partNow('turboRestrictor')).toBe(before);
  });

  it('that are unusual are asked about and kept', () => {
    openDemo();
    show(<Form id="turboRestrictor" />);
    type('Bore', '9');
    expect(partNow('turboRestrictor')).toMatchObject({ boreM: expect.closeTo(9e-3, 9) });
    expect(screen.getByText(/^Unusual: typically 0\.50.mm to 5\.00.mm\./)).toBeTruthy();
  });

  it('that are optional are taken out by emptying them', () => {
    openDemo();
    const set = changePart(partNow('turboRestrictor'), ['dischargeCoefficient'], 0.7);
    if (!set.ok) throw new Error('refused');
    act(() => stores().replacePart(set.part));
    show(<Form id="turboRestrictor" />);
    expect(field('Measured discharge coefficient').value).toBe('0.7');
    type('Measured discharge coefficient', '');
    expect(
      'dischargeCoefficient' in partNow('turboRestrictor') &&
        (partNow('turboRestrictor') as { dischargeCoefficient?: number }).dischargeCoefficient,
    ).toBeFalsy();
  });

  it('come in groups with headings, springs among them, each offered for sizing', async () => {
    openDemo();
    show(<Form id="filter" />);
    expect(await screen.findByRole('heading', { name: 'Bypass valve' })).toBeTruthy();
    type('Starts to open', '1.2');
    expect(partNow('filter')).toMatchObject({ bypass: { crackPa: expect.closeTo(1.2e5, 3) } });
    expect(screen.getAllByRole('button', { name: 'Find a size' }).length).toBeGreaterThan(0);
  });

  it('can be given what a part may have besides, and be without it again', async () => {
    openDemo('thornback', (p) => ({ ...p, activeVariant: 'noseCooler' }));
    show(<Form id="noseCooler" />);
    fireEvent.click(await screen.findByRole('button', { name: 'Remove location' }));
    expect(partNow('noseCooler').place).toBeUndefined();
    fireEvent.click(screen.getByRole('button', { name: 'Add location' }));
    expect(partNow('noseCooler').place).toMatchObject({ mount: 'engine' });
  });

  it('of a cooler are estimated from its rows, or refused in words', () => {
    openDemo('thornback', (p) => ({ ...p, activeVariant: 'noseCooler' }));
    show(<Form id="noseCooler" />);
    const details = screen.getByText('Cooling from rows, or from a curve…').closest<HTMLElement>('.fold')!;
    fireEvent.click(screen.getByText('Cooling from rows, or from a curve…'));
    const inside = within(details);
    fireEvent.change(inside.getByLabelText('Rows'), { target: { value: 'many' } });
    fireEvent.click(inside.getByText('Estimate from these'));
    expect(inside.getByRole('alert', { hidden: true }).textContent).toContain('Give the rows, 1 to 100');
    fireEvent.change(inside.getByLabelText('Rows'), { target: { value: '25' } });
    fireEvent.click(inside.getByText('Estimate from these'));
    expect((partNow('noseCooler') as Extract<Part, { kind: 'cooler' }>).cooling).toMatchObject({
      kind: 'air',
      faceAreaM2: expect.closeTo(25 * 0.0158 * 0.28, 6),
    });
    fireEvent.change(inside.getByLabelText(/^Oil flow in/), { target: { value: '20 x' } });
    fireEvent.click(inside.getByText('Use this curve'));
    expect(inside.getByRole('alert', { hidden: true }).textContent).toContain('Line 1, “20 x”');
  });
});
