import { catalogueEntry } from '../parts/catalogue';
import type { Variant } from '../project/project';
import { applyMove, offersFor, type Move } from '.';
import { moveSchema } from './move';
import { sayMove, sayPort } from './sayMove';
import { searchWords } from './searchWords';
import { CIRCUIT, draft, PARTS, VARIANT } from './testing/smallCircuit';

describe('A change as data', () => {
  it.each<Move>([
    { kind: 'insert', at: 'filter.in', drafts: [draft('restrictor')] },
    { kind: 'tee', at: 'filter.out', drafts: [draft('gauge')], returnTo: 'sump.return', drain: draft('drain') },
    { kind: 'bridge', from: 'a.out', to: 'b.in', drafts: [] },
    { kind: 'fitLoop', at: 'filter.in', plate: draft('sandwichPlain'), drafts: [draft('airCooler')] },
    { kind: 'parallel', part: 'filter', drafts: [draft('checkValve')] },
    { kind: 'takeOut', part: 'filter' },
    { kind: 'removeAndBlank', part: 'filter' },
    { kind: 'blank', port: 'filter.in' },
    { kind: 'moveTap', port: 'hose.in', to: 'filter.out' },
    { kind: 'returnTo', part: 'mains', to: 'sump.return' },
    { kind: 'swap', part: 'filter', draft: draft('spinOn') },
    { kind: 'reverse', part: 'filter' },
    { kind: 'split', part: 'hose', share: 0.5 },
    { kind: 'duplicate', part: 'hose' },
    { kind: 'removeBranch', part: 'hose' },
    { kind: 'set', part: 'hose', path: ['losses', 0, 'k'], value: 1, said: 'Smooth it' },
  ])('%j is read as it is', (move) => expect(moveSchema.parse(move)).toEqual(move));

  it.each<[string, object]>([
    ['a share of nothing', { kind: 'split', part: 'hose', share: 0 }],
    ['a share of all', { kind: 'split', part: 'hose', share: 1 }],
    ['nothing to insert', { kind: 'insert', at: 'filter.in', drafts: [] }],
    ['more than twenty', { kind: 'parallel', part: 'filter', drafts: new Array(21).fill(draft('checkValve')) }],
    [
      'twenty-one between two ports',
      { kind: 'bridge', from: 'a.out', to: 'b.in', drafts: new Array(21).fill(draft('hose4')) },
    ],
    ['a port that is none', { kind: 'blank', port: 'filter' }],
    ['a kind that is none', { kind: 'insert', at: 'filter.in', drafts: [{ kind: 'wheel', name: 'Wheel' }] }],
    ['no path', { kind: 'set', part: 'hose', path: [], value: 1, said: '' }],
    ['too long a path', { kind: 'set', part: 'hose', path: ['a', 'b', 'c', 'd', 'e', 'f', 'g'], value: 1, said: '' }],
    ['a saying of more than 80 letters', { kind: 'set', part: 'hose', path: ['a'], value: 1, said: 'x'.repeat(81) }],
    ['a word that is not of it', { kind: 'takeOut', part: 'filter', also: 1 }],
    ['an unknown change', { kind: 'burn', part: 'filter' }],
  ])('%s is refused', (_, move) => expect(moveSchema.safeParse(move).success).toBe(false));
});

describe('What is offered at a part', () => {
  const headings = (id: string) => {
    const found = offersFor(
      CIRCUIT,
      PARTS.find((p) => p.id === id)!,
    ).map((o) => o.heading);
    return [...new Set(found)];
  };
  const labels = (id: string, heading: string) =>
    offersFor(
      CIRCUIT,
      PARTS.find((p) => p.id === id)!,
    )
      .filter((o) => o.heading === heading)
      .map((o) => o.label);

  it.each([
    ['sump', []],
    ['pump', ['Plug', 'Insert before it', 'Insert after it', 'Feed from here', 'Replace with']],
    ['dial', ['Remove', 'Plug', 'Insert before it', 'Replace with', 'Move its tap to']],
    ['mains', ['Remove', 'Plug', 'Return it to', 'Insert before it', 'Replace with', 'Move its tap to']],
    ['drain', ['Remove', 'Plug', 'Replace with']],
  ])('%s: %j', (id, expected) => expect(headings(id)).toEqual(expected));

  it('in a line: everything that goes into a line, and a plate with its cooler at the filter', () => {
    expect(headings('filter').slice(0, 4)).toEqual(['Fit with plate and hoses', 'Remove', 'Plug', 'Reverse']);
    expect(headings('gallery')).toEqual(
      expect.arrayContaining([
        'Reverse',
        'Split',
        'Insert before it',
        'Insert after it',
        'In parallel',
        'Feed from here',
      ]),
    );
    expect(headings('filter')).not.toContain('Split');
    expect(labels('filter', 'Fit with plate and hoses')).toHaveLength(4);
  });

  it('removal: both ways where oil goes on, one where it ends, a branch where there is one', () => {
    expect(labels('gallery', 'Remove')).toEqual(['Remove Gallery and reconnect', 'Remove Gallery and plug the ends']);
    expect(labels('dial', 'Remove')).toEqual(['Remove Dial and plug the ends', 'Remove the branch of Dial']);
    expect(labels('hose', 'Remove')).toEqual([
      'Remove Hose and reconnect',
      'Remove Hose and plug the ends',
      'Remove the branch of Hose',
    ]);
  });

  it('a plate: what can be connected to its two ports, until something is', () => {
    const made = (...moves: Move[]) =>
      moves.reduce((variant, move) => {
        const outcome = applyMove(variant, move);
        if (!outcome.ok) throw new Error(outcome.why);
        return outcome.variant;
      }, VARIANT);
    const plated: Move = { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichPlain', { name: 'Plate' })] };
    const connected = ({ circuit }: Variant) =>
      offersFor(
        circuit,
        circuit.parts.find((p) => p.id === 'plate')!,
      ).filter((o) => o.heading === 'Connect to its ports');
    const open = connected(made(plated));
    expect(open.map((o) => o.label)).toContain('Connect an air cooler with two hoses to Plate');
    expect(open.at(-1)!.move).toEqual({ kind: 'bridge', from: 'plate.away', to: 'plate.back', drafts: [] });
    const bridge: Move = { kind: 'bridge', from: 'plate.away', to: 'plate.back', drafts: [draft('airCooler')] };
    expect(connected(made(plated, bridge))).toEqual([]);
    // One of the two is taken: nothing goes between them.
    const half: Move = { kind: 'tee', at: 'plate.away', drafts: [draft('gauge')] };
    expect(connected(made(plated, half))).toEqual([]);
    expect(connected(made(plated, { ...half, at: 'plate.back' }))).toEqual([]);
  });

  it('what is copied, and where oil may fall to', () => {
    expect(labels('hose', 'Duplicate')).toEqual(['Duplicate the branch of Hose']);
    expect(labels('dial', 'Duplicate')).toEqual([]);
    expect(labels('mains', 'Return it to')).toEqual(['Return Mains to Drain']);
    expect(labels('drain', 'Return it to')).toEqual([]);
    const loops = offersFor(
      CIRCUIT,
      PARTS.find((p) => p.id === 'filter')!,
    ).flatMap((o) => (o.move.kind === 'fitLoop' ? [o.move.at] : []));
    expect(new Set(loops)).toEqual(new Set(['filter.in']));
  });

  it('what is kept in the library is offered where it fits', () => {
    const library = [{ label: 'My valve', draft: draft('checkValve', { name: 'My valve' }) }];
    const at = (id: string) =>
      offersFor(
        CIRCUIT,
        PARTS.find((p) => p.id === id)!,
        library,
      );
    expect(at('gallery').some((o) => o.label === 'Insert my valve after Gallery')).toBe(true);
    expect(at('mains').some((o) => o.heading === 'Replace with' && o.words?.includes('My valve library'))).toBe(false);
  });

  it('a turbo comes with its hose and drain, one on rolling bearings with a restrictor of 0.9 mm', () => {
    const tees = offersFor(
      CIRCUIT,
      PARTS.find((p) => p.id === 'gallery')!,
    ).flatMap((o) => (o.move.kind === 'tee' ? [o.move] : []));
    const of = (id: string) => tees.find((t) => t.drafts.at(-1)!.name === catalogueEntry(id).part.name)!;
    expect(of('turboPlain').drafts.map((d) => d.kind)).toEqual(['line', 'consumer']);
    expect(of('turboPlain').drain).toMatchObject({ kind: 'drain' });
    const rolling = tees.find((t) => t.drafts.at(-1)!['bearingType'] === 'rolling')!;
    expect(rolling.drafts[1]).toMatchObject({ boreM: 0.9e-3 });
    expect(of('gauge').drafts).toHaveLength(1);
  });
});

describe('A change in words', () => {
  it.each<[Move, string]>([
    [{ kind: 'insert', at: 'filter.in', drafts: [draft('airCooler')] }, 'insert air cooler before Filter'],
    [{ kind: 'insert', at: 'filter.out', drafts: [draft('airCooler')] }, 'insert air cooler after Filter'],
    [
      { kind: 'tee', at: 'gallery.out', drafts: [draft('hose4'), draft('turboPlain')] },
      'feed turbo from after Gallery',
    ],
    [{ kind: 'tee', at: 'filter.in', drafts: [draft('gauge')] }, 'feed oil gauge from before Filter'],
    [{ kind: 'bridge', from: 'hose.out', to: 'filter.in', drafts: [] }, 'join after Hose to Filter'],
    [
      { kind: 'bridge', from: 'hose.out', to: 'filter.in', drafts: [draft('restrictor')] },
      'connect restrictor between after Hose and Filter',
    ],
    [
      {
        kind: 'bridge',
        from: 'filter.out',
        to: 'filter.in',
        drafts: [draft('hose10'), draft('airCooler'), draft('hose10')],
      },
      'connect an air cooler with two hoses to Filter',
    ],
    [{ kind: 'parallel', part: 'filter', drafts: [draft('checkValve')] }, 'add check valve in parallel with Filter'],
    [{ kind: 'takeOut', part: 'filter' }, 'remove Filter and reconnect'],
    [{ kind: 'blank', port: 'hose.in' }, 'plug the inlet of Hose'],
    [{ kind: 'moveTap', port: 'hose.in', to: 'filter.out' }, 'move the tap of Hose to after Filter'],
    [{ kind: 'returnTo', part: 'mains', to: 'sump.return' }, 'return Mains to Sump'],
    [{ kind: 'reverse', part: 'filter' }, 'reverse in and out of Filter'],
    [{ kind: 'split', part: 'hose', share: 0.5 }, 'split Hose into two'],
    [
      { kind: 'swap', part: 'filter', draft: draft('filterNoBypass', { name: 'Filter' }) },
      'replace Filter with one without a bypass valve',
    ],
    [
      { kind: 'swap', part: 'filter', draft: draft('spinOn', { name: 'Filter' }) },
      'replace Filter with one with a bypass valve',
    ],
    [{ kind: 'swap', part: 'hose', draft: draft('hose8', { name: 'Hose' }) }, 'replace Hose with another'],
    [{ kind: 'swap', part: 'hose', draft: draft('hose8', { name: 'Pipe' }) }, 'replace Hose with pipe'],
    [{ kind: 'set', part: 'hose', path: ['boreM'], value: 0.01, said: 'Fit a wider hose' }, 'Fit a wider hose (Hose)'],
  ])('%j is said', (move, said) => expect(sayMove(CIRCUIT, move)).toBe(said));

  it('names ports as people do, and those that have no name as they are', () => {
    expect([sayPort('away'), sayPort('back'), sayPort('tap'), sayPort('other')]).toEqual([
      'port to the cooler',
      'port from the cooler',
      'tap',
      'other',
    ]);
  });

  it('is found by other words for it, for what is fitted, and for its size', () => {
    const words = searchWords({ kind: 'insert', at: 'filter.in', drafts: [draft('hose10')] });
    for (const word of ['fit', 'install', 'pipe', 'AN10', 'AN-10', 'dash 10', '5/8 in']) expect(words).toContain(word);
    expect(searchWords({ kind: 'swap', part: 'relief', draft: draft('relief') })).toContain('stiffer');
    const plate = searchWords({
      kind: 'fitLoop',
      at: 'filter.in',
      plate: draft('sandwichThermostat'),
      drafts: [draft('airCooler')],
    });
    for (const word of ['kit', 'thermostatic', 'radiator']) expect(plate).toContain(word);
    expect(searchWords({ kind: 'returnTo', part: 'mains', to: 'sump.return' })).toBe('');
  });
});
