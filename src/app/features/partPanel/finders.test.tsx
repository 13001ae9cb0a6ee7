import { useDocument } from '../../state/document';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Part } from '../../../core/document/parts/part';
import { activeVariant } from '../../../core/document/project/project';
import { sizablesOf, withSize } from '../../../core/studies/sizing/sizable';
import { choose, openDemo, show } from '../../testing/page';
import { PartSizeFinder } from './PartSizeFinder';
import { SizeFinder } from './SizeFinder';
import { SIZING_STUDY } from '../../../core/studies/sizing/sizingStudy';
import { studyHere } from '../../../core/studies/job/runHere';

jest.mock('../../../workers/studyPool');

const partNow = (id: string) => activeVariant(useDocument.getState().project!).circuit.parts.find((p) => p.id === id)!;

/** The finder of a restrictor's bore as the part's sheet shows it: always the part as it is now. */
function Restrictor() {
  useDocument((w) => w.project);
  const part = partNow('turboRestrictor');
  const sizable = sizablesOf(part).find((s) => s.path[0] === 'boreM')!;
  return (
    <SizeFinder
      part={part}
      sizable={sizable}
      current={(part as { boreM: number }).boreM}
      onTake={(si) => useDocument.getState().replacePart(withSize(part, sizable.path, si)!)}
    />
  );
}

describe('Which size would do, on the part’s panel', () => {
  it('gives the study’s band and its sizes, and still holds when one is taken', async () => {
    const project = openDemo();
    show(<Restrictor />);
    fireEvent.click(screen.getByRole('button', { name: 'Find a size' }));
    const answer = studyHere(SIZING_STUDY, project, { part: 'turboRestrictor', path: ['boreM'] });
    const mm = (si: number) => (1000 * si).toFixed(2);
    await screen.findByText(/^So far .* works?\.$/);
    await screen.findByText(new RegExp(`^${mm(answer.bands[0]!.low)}.mm–${mm(answer.bands[0]!.high)}.mm works\\.$`));
    expect(screen.getAllByRole('button').map((b) => b.textContent!.split(',')[0])).toEqual(
      answer.fitting.map((s) => s.label),
    );
    fireEvent.click(screen.getByRole('button', { name: /^drill 56/ }));
    expect(partNow('turboRestrictor')).toMatchObject({ boreM: expect.closeTo(1.1811e-3, 6) });
    // The figure that is sized is not what the answer depends on; the circuit around it is.
    expect(screen.queryByText('Out of date.')).toBeNull();
    act(() => useDocument.getState().replacePart({ ...partNow('relief'), crackPa: 4e5 } as Part));
    await screen.findByText('Out of date.');
  });

  it('is asked of two figures of one part at once, and both follow an edit', async () => {
    openDemo();
    function Jets() {
      useDocument((w) => w.project);
      const part = partNow('jets');
      return sizablesOf(part)
        .slice(0, 2)
        .map((sizable) => (
          <SizeFinder
            key={sizable.path.join('.')}
            part={part}
            sizable={sizable}
            current={0}
            onTake={(si) => useDocument.getState().replacePart(withSize(part, sizable.path, si)!)}
          />
        ));
    }
    show(<Jets />);
    for (const ask of screen.getAllByRole('button', { name: 'Find a size' }).reverse()) fireEvent.click(ask);
    const finders = () => [...document.querySelectorAll<HTMLElement>('section.sizing')];
    await waitFor(() => expect(finders().map((f) => f.querySelector('.answer') !== null)).toEqual([true, true]));
    fireEvent.click(within(finders()[0]!).getAllByRole('button')[0]!);
    await waitFor(() => expect(finders().every((f) => f.textContent.includes('works'))).toBe(true));
    expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull();
  });

  it('gives coolers by the row, fits the one that is pressed, and says that the answer was of the one before', async () => {
    openDemo('thornback', (p) => ({ ...p, activeVariant: 'noseCooler' }));
    show(<PartSizeFinder part={partNow('noseCooler')} onTake={(part) => useDocument.getState().replacePart(part)} />);
    fireEvent.click(screen.getByRole('button', { name: 'Find a size' }));
    await screen.findByText(/^Every standard size works, from 10 rows, 210 mm up\.$/);
    const rows = screen.getAllByRole('row').slice(1);
    expect([rows.length, rows[0]!.textContent]).toEqual([
      15,
      expect.stringMatching(/^as it is1\d\d\.\d.°C8\d\.\d.°C$/),
    ]);
    fireEvent.click(within(rows[4]!).getByRole('button', { name: 'Fit 19 rows, 210 mm' }));
    const fitted = partNow('noseCooler') as { cooling: { faceAreaM2: number } };
    expect(fitted.cooling.faceAreaM2).toBeCloseTo(19 * 0.0158 * 0.21, 6);
    await screen.findByText('Out of date.');
  });
});

describe('The margin that a size is asked for', () => {
  it('is everything’s, or one consumer’s, which leaves more room', async () => {
    const project = openDemo();
    show(<Restrictor />);
    fireEvent.click(screen.getByRole('button', { name: 'Find a size' }));
    await screen.findByText(/works?\.$/);
    choose('To supply', 'Mains');
    const { bands, high } = studyHere(SIZING_STUDY, project, {
      part: 'turboRestrictor',
      path: ['boreM'],
      consumer: 'mains',
    });
    const mm = (si: number) => (1000 * si).toFixed(2);
    await screen.findByText(new RegExp(`^${mm(bands[0]!.low)}.mm–${mm(bands[0]!.high)}.mm works\\.$`));
    expect(bands[0]!.high).toBeLessThanOrEqual(high);
  });
});
