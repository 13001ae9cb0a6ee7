import { act, cleanup, fireEvent } from '@testing-library/react';
import { METRIC_UNITS, US_UNITS } from '../core/foundations/units';
import { activeVariant } from '../core/document/project/project';
import { isLong } from '../core/verification/testing/tries';
import { CircuitPage } from './CircuitPage';
import { useDocument } from './state/document';
import { usePreferences } from './state/preferences';
import { useView } from './state/view';
import { openDemo, show } from './testing/page';
import { ViewFrame } from './ViewFrame';
import { VIEWS } from './views';

jest.mock('../workers/client');
jest.mock('../workers/studyPool');
// Charts draw on a canvas, which jsdom has none of.
jest.mock('react-chartjs-2', () => ({ Line: () => <div role="img" /> }));
jest.mock('../../demo/hillclimb.csv?raw', () => ({ __esModule: true, default: '' }), { virtual: true });

const METRIC =
  /\d\s?(?:bar|kPa|L\/min|L|mL|°C|km\/h|km|kg|g|mPa·s|mm²\/s|kg\/m³|kW|W|N·m|µm|mm²|mm|m|W\/K|m³|m\/s|kJ\/K|N\/mm|K)(?![\w/²³·])/g;
const US = /\d\s?(?:psi|US gpm|US qt|°F|mph|mi|lb|in³|in²|in|ft|hp|lbf·ft|lbf·in|thou|cP|cSt|BTU[^ ]*)(?![\w/²³·])/g;
/** More digits than anything in a workshop shows. */
const RAW = /\d[.,]\d{5,}|\d{7,}|\de[-−]?\d/g;
/**
 * What keeps its unit: grades; accelerations, in g everywhere; viscosities at the temperatures at which standards measure them; sizes that are names; what
 * is said in both systems; and what the demo's builder wrote himself.
 */
const NAMES =
  /\d+W-\d+|At (?:40|100) °C|Density at 15 °C|High shear, 150 °C|M\d+ × [\d.]+|\d+\/\d+ in hexagon|[\d.]+ in hexagon|\([\d.]+ mm hole, [\d.]+ in\)|Idle, 110 °C|[\d.]+ L (?:in-line|flat|twin)|10 psi per 1000 rpm|10 psi a thousand rpm|2\.3 L\b|\d\.\d\d g\b|(?:4, 6, )?(?:4|6|14) µm|\d[^()]{0,24}\([^()]*\)/g;

/** Everything that the page says: texts with the texts inside them, labels, fields with their units. */
function texts(): string[] {
  const said: string[] = [];
  for (const element of document.body.querySelectorAll<HTMLElement>('*')) {
    if (element instanceof HTMLStyleElement) continue;
    const isText = [...element.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== '');
    if (isText) said.push(element.textContent ?? '');
    const label = element.getAttribute('aria-label');
    if (label) said.push(label);
    if (element instanceof HTMLInputElement) {
      const suffix = element.closest('.ant-input-affix-wrapper')?.querySelector('.ant-input-suffix')?.textContent;
      said.push(`${element.value} ${suffix ?? ''}`);
    }
  }
  return said;
}

/** What of that is raw, or in units of the other system; each with the words around it. */
function wrong(foreign: RegExp): string[] {
  const found = texts().flatMap((text) => {
    const plain = text.replace(/\u00a0/g, ' ').replace(NAMES, '…');
    return [RAW, foreign].flatMap((each) =>
      [...plain.matchAll(each)].map((m) => plain.slice(m.index - 30, m.index + 20)),
    );
  });
  return [...new Set(found)];
}

const later = (ms: number) => act(() => new Promise((resolve) => setTimeout(resolve, ms)));
/** Opens whatever is folded. */
const unfold = () => {
  for (const fold of document.querySelectorAll('.ant-collapse-header')) fireEvent.click(fold);
};
/** Until nothing is computed and nothing new is said. */
async function settled(): Promise<void> {
  for (let quiet = 0, before = ''; quiet < 3;) {
    await later(60);
    const now = document.body.textContent ?? '';
    quiet = now === before && !document.querySelector('[aria-busy=true]') ? quiet + 1 : 0;
    before = now;
  }
}

const PAGES = [
  ...VIEWS.filter((v) => v.path !== '').map(({ path, view }) => ({ path: path as string, view })),
  { path: 'circuit', view: CircuitPage },
];
/** In the suite the pages that have most figures; the campaign goes through all of them, in both systems. */
const SYSTEMS = [
  ['US', US_UNITS, METRIC],
  ['metric', METRIC_UNITS, US],
] as const;

describe.each(isLong() ? SYSTEMS : SYSTEMS.slice(0, 1))('In %s units', (_, units, foreign) => {
  it.each(isLong() ? PAGES : PAGES.filter(({ path }) => ['circuit', 'engine', 'bench', 'new'].includes(path)))(
    'no figure of $path is raw, and none is in units of the other system',
    async ({ path, view }) => {
      openDemo();
      act(() => usePreferences.setState({ units }));
      show(<ViewFrame followsState view={view} />);
      await settled();
      unfold();
      const found = wrong(foreign);
      for (const tab of document.querySelectorAll('[role=tab]')) {
        fireEvent.click(tab);
        await settled();
        unfold();
        found.push(...wrong(foreign));
      }
      if (path === 'circuit')
        for (const { id } of activeVariant(useDocument.getState().project!).circuit.parts) {
          act(() => useView.getState().select(id));
          await later(60);
          unfold();
          found.push(...wrong(foreign));
        }
      expect([...new Set(found)]).toEqual([]);
      cleanup();
    },
  );
});
