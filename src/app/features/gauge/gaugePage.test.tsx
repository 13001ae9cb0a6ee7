import { act, fireEvent, screen } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { useDocument } from '../../state/document';
import { openDemo, show } from '../../testing/page';
import GaugePage from './GaugePage';

jest.mock('../../../workers/client');
jest.mock('../../../workers/studyPool');

const readings = () => activeVariant(useDocument.getState().project!).calibration?.readings ?? [];

describe('Readings of the gauge', () => {
  it('are kept as they are typed, each an act that can be undone, also when the page is left', () => {
    openDemo();
    const page = show(<GaugePage />);
    fireEvent.click(screen.getAllByRole('button', { name: /^Add / })[0]!);
    expect(readings()).toHaveLength(1);
    const pressure = screen.getByLabelText('Pressure');
    fireEvent.focus(pressure);
    for (const typed of ['2', '2.', '2.4']) fireEvent.change(pressure, { target: { value: typed } });
    expect(readings()[0]).toMatchObject({ kind: 'pressure', pressurePa: expect.closeTo(2.4e5, 3) });
    page.unmount();
    show(<GaugePage />);
    expect((screen.getByLabelText('Pressure') as HTMLInputElement).value).toBe('2.4');
    // What is typed in one reading is one step.
    expect(useDocument.getState().past.map((step) => step.name)).toEqual(['add a reading', 'change a reading']);
    fireEvent.click(screen.getByRole('button', { name: /^(Remove|Take)/ }));
    expect(readings()).toEqual([]);
    act(() => useDocument.getState().undo());
    expect(readings()).toHaveLength(1);
  });
});
