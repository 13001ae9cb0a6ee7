import { demoProject } from '../../../core/verification/testing/demo';
import type { Move } from '../../../core/document/moves/move';
import { OfferSearch } from './offerSearch';

const { circuit } = demoProject().variants.find((v) => v.id === 'noseCooler')!;
const found = (words: string) =>
  new OfferSearch(circuit, [], { part: undefined, words, heading: undefined }).look(60_000).offers;

describe('Changes to the circuit', () => {
  it.each([
    ...[
      'oil cooler',
      'add cooler',
      'fit oil cooler',
      'install cooler',
      'thermostatic plate',
      'sandwich plate',
      'adapter',
    ],
    ...['turbo', 'turbocharger', 'oil feed', 'tee', 'T fitting', 'replace filter', 'change filter', 'upgrade filter'],
    ...['relocation', 'remote filter', 'no bypass', 'bypass filter', 'side-stream', 'bigger pump', 'stiffer spring'],
    ...['AN8', 'AN-10', '-8 hose', 'dash 8', '1/2 in hose', 'reroute', 'move', 'delete cooler', 'remove cooler'],
    ...['block-off plate', 'cover', 'sample valve', 'gauge port', 'sender', 'drain', 'take out', 'swap'],
  ])('are found by what people type: %s, source: words of new users', (words) => {
    expect(found(words).length).toBeGreaterThan(0);
  });

  it('offer plate, hoses and cooler as one change, first', () => {
    expect(found('oil cooler')[0]!.move.kind).toBe('fitLoop');
  });

  it('are not found by words that name none', () => {
    expect(found('paint it blue')).toEqual([]);
  });

  it.each(
    ['thornback', 'saltmarsh', 'larkspur'].flatMap((demo) =>
      ['plate', 'cooler', 'restrictor'].map((w) => [demo, w] as const),
    ),
  )('come with plausible places first, the suction side last: %s, %s', (demo, words) => {
    const { circuit: plain } = demoProject(demo).variants[0]!;
    const { offers } = new OfferSearch(plain, [], { part: undefined, words, heading: undefined }).look(60_000);
    const places = offers.map(({ part }) => plain.parts.find((p) => p.id === part)!.kind);
    expect(places[0]).not.toMatch(/^(pickup|pump|sump|tank)$/);
    const firstOfSuction = places.findIndex((kind) => kind === 'pickup' || kind === 'pump');
    if (firstOfSuction >= 0)
      expect(
        places.slice(firstOfSuction).every((kind) => /^(pickup|pump|sump|tank|line|hose|passage)$/.test(kind)),
      ).toBe(true);
  });

  it.each<[string, Move['kind']]>([
    ['delete restrictor', 'takeOut'],
    ['upgrade pump', 'swap'],
    ['reroute turbo hose', 'moveTap'],
  ])('of the kind that is meant: %s', (words, kind) => {
    expect(found(words).map(({ move }) => move.kind)).toContain(kind);
  });
});
