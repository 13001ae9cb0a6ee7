import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { useDocument } from '../../state/document';
import { openDemo, show } from '../../testing/page';
import GaugePage from './GaugePage';

jest.mock('../../../workers/client');
jest.mock('../../../workers/studyPool');

const kept = () => useDocument.getState().kept!;
const fitted = () => activeVariant(useDocument.getState().project!).calibration?.readings ?? [];
const type = (name: string, value: string, at = 0) => {
  const field = screen.getAllByLabelText(name)[at]!;
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value } });
};
const add = () => screen.getByRole('button', { name: 'Add reading' }) as HTMLButtonElement;

describe('Readings of the gauge', () => {
  it('begin with empty fields, and are added once speed, oil and pressure were read', () => {
    openDemo();
    show(<GaugePage />);
    for (const name of ['Engine speed', 'Oil temperature', 'Pressure'])
      expect((screen.getByLabelText(name) as HTMLInputElement).value).toBe('');
    fireEvent.click(screen.getByRole('button', { name: 'Hot idle' }));
    // A condition says when it is read, never what.
    expect([(screen.getByLabelText('Pressure') as HTMLInputElement).value, add().disabled]).toEqual(['', true]);
    type('Pressure', '2.4');
    fireEvent.click(add());
    expect(kept().readings).toMatchObject([
      { by: 'gauge', with: 'stock', forFit: true, reading: { pressurePa: expect.closeTo(2.4e5, 3) } },
    ]);
    expect(fitted()).toHaveLength(1);
  });

  it('are kept as they are typed, each an act that can be undone, beside what is predicted', async () => {
    openDemo();
    const page = show(<GaugePage />);
    fireEvent.click(screen.getByRole('button', { name: 'Hot idle' }));
    type('Pressure', '2.4');
    fireEvent.click(add());
    for (const typed of ['0', '0.', '0.4']) type('Pressure', typed);
    expect(fitted()[0]).toMatchObject({ kind: 'pressure', pressurePa: expect.closeTo(0.4e5, 3) });
    await waitFor(() => expect(screen.getByText(/^Predicted .* less than that\.$/)).toBeTruthy());
    page.unmount();
    show(<GaugePage />);
    expect((screen.getAllByLabelText('Pressure')[0] as HTMLInputElement).value).toBe('0.4');
    // What is typed in one reading is one step.
    expect(useDocument.getState().past.map((step) => step.name)).toEqual(['add a reading', 'change a reading']);
    fireEvent.click(screen.getByRole('button', { name: 'Remove reading 1' }));
    expect(fitted()).toEqual([]);
    act(() => useDocument.getState().undo());
    expect(fitted()).toHaveLength(1);
  });

  it('belong to what was on the engine: those of Stock are not fitted as though the new parts were on it', () => {
    openDemo();
    act(() => useDocument.getState().showVariant('noseCooler'));
    show(<GaugePage />);
    fireEvent.click(screen.getByRole('button', { name: 'Hot idle' }));
    type('Pressure', '2.4');
    fireEvent.click(add());
    expect([kept().readings[0]!.with, fitted()]).toEqual(['stock', []]);
    fireEvent.click(screen.getByRole('button', { name: 'Open Stock' }));
    expect(fitted()).toHaveLength(1);
  });

  it('of an engine without a thermometer know only that its oil is between 85 and 110 °C', () => {
    openDemo();
    show(<GaugePage />);
    fireEvent.click(screen.getByRole('checkbox', { name: /oil temperature not known/ }));
    type('Engine speed', '850');
    type('Pressure', '1.5');
    fireEvent.click(add());
    expect(kept().readings[0]!.reading).toMatchObject({ oilTemperatureK: 370.65, oilTemperatureOffK: 12.5 });
  });
});
