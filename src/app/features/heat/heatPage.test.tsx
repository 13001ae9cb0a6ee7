import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { solveBalanced } from '../../../core/judgement/solveBalanced';
import { formatQuantity } from '../../../core/foundations/units';
import HeatPage from './HeatPage';
import { openDemo, show } from '../../testing/page';
import { solverOf } from '../../../core/verification/testing/solverOf';

jest.mock('../../../workers/client');
jest.mock('../../../workers/studyPool');
// The charts draw on a canvas, which jsdom has none of; what they are given is in their names.
jest.mock('react-chartjs-2', () => ({
  Line: ({ 'aria-label': label }: { 'aria-label': string }) => <div role="img" aria-label={label} />,
}));

// The build hands text over as a module; here it is read.
jest.mock(
  '../../../../demo/hillclimb.csv?raw',
  () => ({
    __esModule: true,
    default: jest.requireActual<typeof import('node:fs')>('node:fs').readFileSync('demo/hillclimb.csv', 'utf8'),
  }),
  { virtual: true },
);

const nose = (p: ReturnType<typeof openDemo>) => ({ ...p, activeVariant: 'noseCooler' });
const balanceOf = (project: ReturnType<typeof openDemo>) => {
  const circuit = solverOf(project);
  const { speedRevS, conditions } = useView.getState();
  return solveBalanced(circuit, speedRevS, conditions).heat;
};

describe('The heat page', () => {
  it('shows in and out of the balance that the core finds, which meet, and every part’s oil', async () => {
    const project = openDemo('thornback', nose);
    show(<HeatPage />);
    const picture = await screen.findByRole('img', { name: /^Heat in/ });
    const heat = balanceOf(project);
    const [into, out] = picture
      .getAttribute('aria-label')!
      .match(/[\d.]+(?=.kW)/g)!
      .map(Number);
    expect(into! - out!).toBeCloseTo(0, 1);
    expect(picture.getAttribute('aria-label')).toContain(`sump at ${formatQuantity(heat.sumpK, 'temperature')}`);
    expect(picture.textContent).toContain(
      `Nose cooler ${formatQuantity(heat.heatOut.find((h) => h.part === 'noseCooler')!.heatW, 'heatFlow')}`,
    );
    for (const part of heat.parts) expect(screen.getAllByText(part.name).length).toBeGreaterThan(0);
    expect(screen.getByText(/^Hottest bearing film/).textContent).toContain(
      formatQuantity(heat.filmHottestK!, 'temperature'),
    );
    // This page is about calculated temperatures; the other views stay with what they had.
    expect(useView.getState().found).toBe(false);
  });

  it('says so where the oil gets too hot, and where it stays too cold', async () => {
    openDemo();
    act(() => useView.getState().setConditions({ airTemperatureK: 318, roadSpeedMS: 5, load: 1 }));
    const { unmount } = show(<HeatPage />);
    await waitFor(() =>
      expect(
        screen.queryAllByRole('alert').some((a) => /reaches 1[5-9]\d.°C\. The limit is 120/.test(a.textContent ?? '')),
      ).toBe(true),
    );
    unmount();
    // Larkspur is cooled by air alone: no coolant keeps its oil warm.
    openDemo('larkspur');
    act(() => useView.getState().setConditions({ airTemperatureK: 253, roadSpeedMS: 28, load: 0.1 }));
    act(() => useView.getState().setState({ speedRevS: 25 }));
    show(<HeatPage />);
    await waitFor(() =>
      expect(
        screen.queryAllByRole('alert').some((a) => /water and fuel do not boil off/.test(a.textContent ?? '')),
      ).toBe(true),
    );
  });

  it('draws curves with and without cooler and thermostat, and says where the limits are met', async () => {
    openDemo('thornback', nose);
    show(<HeatPage />);
    const chart = await screen.findByRole('img', { name: /^Oil temperature by ambient air/ });
    for (const line of ['as it is', 'without the cooler', 'without the thermostat'])
      expect(chart.getAttribute('aria-label')).toContain(line);
    // Beside its name stands each line as it is drawn: no two alike.
    const keys = [...chart.closest('figure')!.querySelectorAll('.keys li')];
    expect(keys.map((k) => k.textContent)).toEqual([
      'as it is',
      'without the cooler',
      'without the thermostat',
      'too hot above',
      'too cold to boil off water below',
    ]);
    expect(new Set(keys.map((k) => k.querySelector('svg')!.innerHTML)).size).toBe(keys.length);
  });

  it('runs a warm-up and a map, and stops when asked', async () => {
    openDemo('thornback', nose);
    show(<HeatPage />);
    await screen.findByRole('img', { name: /^Oil temperature by ambient air/ });
    fireEvent.click(screen.getByRole('tab', { name: 'Warm-up' }));
    const warm = await screen.findByRole('img', { name: /^Warm-up/ });
    expect(warm.getAttribute('aria-label')).toMatch(/The thermostat starts to open after \d+ min/);
    // Without the cooler a map is a matter of a second.
    act(() => useDocument.getState().showVariant('stock'));
    fireEvent.click(screen.getByRole('tab', { name: 'Temperature map' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Stop' }));
    // Stopped before its first row, or after: either way it says so and can be run.
    await screen.findByText(/Stopped/);
    fireEvent.click(screen.getByRole('button', { name: /^Run/ }));
    const map = await screen.findByRole('img', { name: /^Map of sump temperature\. \d+ % too hot/ });
    expect(map.closest('figure')!.textContent).toContain('Dots: too cold to boil off water.');
  });
});

describe('A trace on the heat page', () => {
  const open = (name: string, text: string, size = text.length) => {
    const input = screen.getByLabelText('Recorded lap file');
    const file = new File([text], name);
    Object.defineProperties(file, {
      size: { value: size },
      arrayBuffer: { value: () => Promise.resolve(new TextEncoder().encode(text).buffer) },
    });
    fireEvent.change(input, { target: { files: [file] } });
  };
  /** Two minutes at one speed, as a logger writes it. */
  const log = (rpm: number) =>
    ['time_s,rpm,load,road_speed_kmh', ...Array.from({ length: 25 }, (_, i) => `${5 * i},${rpm},0.8,90`)].join('\n');

  it('is opened, run and drawn; one that cannot be read says which column is missing, and the last stays', async () => {
    openDemo('thornback', nose);
    show(<HeatPage />);
    await screen.findByRole('img', { name: /^Oil temperature by ambient air/ });
    fireEvent.click(screen.getByRole('tab', { name: 'Recorded lap' }));
    await screen.findByRole('button', { name: 'Open a recorded lap (CSV)…' });
    open('short.csv', log(4000));
    const drawn = await screen.findByRole('img', { name: /^Recorded lap.*[Pp]eak/ });
    expect(drawn.getAttribute('aria-label')).toMatch(/\d\d.°C/);
    open('odd.csv', 'a,b\n1,2\n3,4\n');
    await waitFor(() =>
      expect(
        screen
          .getAllByRole('alert')
          .some((a) =>
            /odd\.csv: The recording has no column for time in seconds \(time_s\).*Nothing else has changed\./.test(
              a.textContent ?? '',
            ),
          ),
      ).toBe(true),
    );
    expect(screen.getByRole('img', { name: /^Recorded lap/ })).toBeTruthy();
    open('huge.csv', '', 65 * 2 ** 20);
    await waitFor(() =>
      expect(screen.getAllByRole('alert').some((a) => /huge\.csv: over 64 MiB/.test(a.textContent ?? ''))).toBe(true),
    );
  });
});
