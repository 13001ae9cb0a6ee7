import { partSchema, type Part } from '../parts/part';
import { PortGroups } from '../plumbing/portGroups';
import type { Variant } from '../project/project';
import { applyMove, branchOf, likelyFirst, tidyColumns, type Move } from '.';
import { loopBetween } from './branch';
import { CIRCUIT, draft, joint, PARTS, VARIANT } from './testing/smallCircuit';
import { MoveRefused, outletOf, Workpiece } from './workpiece';

/** The circuit after a move: what is joined to what, as places. @throws where it is refused */
function after(move: Move, variant = VARIANT): { readonly ids: readonly string[]; readonly places: PortGroups } {
  const outcome = applyMove(variant, move);
  if (!outcome.ok) throw new Error(outcome.why);
  const { circuit } = outcome.variant;
  return { ids: circuit.parts.map((p) => p.id), places: PortGroups.of(circuit) };
}
const refused = (move: Move, variant = VARIANT): string => {
  const outcome = applyMove(variant, move);
  return outcome.ok ? 'made' : outcome.why;
};
/** Ports at the same place as this one, in order. */
const beside = ({ places }: ReturnType<typeof after>, port: string, ports: readonly string[]) =>
  ports.filter((other) => places.of(other) === places.of(port));

describe('What a move joins', () => {
  it('insert before: what fed the part feeds what is new, and that alone feeds the part', () => {
    const now = after({ kind: 'insert', at: 'hose.in', drafts: [draft('restrictor'), draft('checkValve')] });
    const [first, second] = now.ids.slice(-2) as [string, string];
    const all = ['gallery.out', 'mains.in', 'dial.in', 'hose.in', `${first}.in`, `${first}.out`, `${second}.in`];
    expect(beside(now, 'gallery.out', all)).toEqual(['gallery.out', 'mains.in', 'dial.in', `${first}.in`]);
    expect(beside(now, `${first}.out`, all)).toEqual([`${first}.out`, `${second}.in`]);
    expect(beside(now, `${second}.out`, all)).toEqual(['hose.in']);
  });

  it('insert after: everything that the part fed is fed by what is new', () => {
    const now = after({ kind: 'insert', at: 'gallery.out', drafts: [draft('checkValve')] });
    const made = now.ids.at(-1)!;
    const all = ['gallery.out', 'mains.in', 'dial.in', 'hose.in', `${made}.in`, `${made}.out`];
    expect(beside(now, 'gallery.out', all)).toEqual(['gallery.out', `${made}.in`]);
    expect(beside(now, `${made}.out`, all)).toEqual(['mains.in', 'dial.in', 'hose.in', `${made}.out`]);
  });

  it('insert at a free port: nothing else is joined', () => {
    const open = { ...VARIANT, circuit: { ...CIRCUIT, joints: CIRCUIT.joints.filter((j) => j.to !== 'dial.in') } };
    const now = after({ kind: 'insert', at: 'dial.in', drafts: [draft('restrictor')] }, open);
    expect(beside(now, 'dial.in', ['restrictor.out', 'gallery.out'])).toEqual(['restrictor.out']);
  });

  it('in parallel: both ends at the part’s own places', () => {
    const now = after({ kind: 'parallel', part: 'filter', drafts: [draft('checkValve')] });
    const made = now.ids.at(-1)!;
    expect(now.places.of(`${made}.in`)).toBe(now.places.of('filter.in'));
    expect(now.places.of(`${made}.out`)).toBe(now.places.of('filter.out'));
    for (const id of ['turbo', 'sump', 'drain', 'dial'])
      expect(refused({ kind: 'parallel', part: id, drafts: [draft('checkValve')] })).toContain('ends a line');
  });

  it('remove and reconnect: its two places become one; a drain’s too; a fed part leaves its place', () => {
    const now = after({ kind: 'takeOut', part: 'filter' });
    expect(now.places.of('pump.out')).toBe(now.places.of('gallery.in'));
    const drained = after({ kind: 'takeOut', part: 'drain' });
    expect(drained.places.of('turbo.out')).toBe(drained.places.of('sump.return'));
    const less = after({ kind: 'takeOut', part: 'dial' });
    expect(less.ids).not.toContain('dial');
    expect(beside(less, 'gallery.out', ['hose.in', 'mains.in'])).toEqual(['hose.in', 'mains.in']);
  });

  it('remove and plug: its two places stay apart', () => {
    const now = after({ kind: 'removeAndBlank', part: 'filter' });
    expect(now.places.of('pump.out')).not.toBe(now.places.of('gallery.in'));
    expect(refused({ kind: 'removeAndBlank', part: 'pump' })).toContain('moves the oil');
    expect(refused({ kind: 'removeAndBlank', part: 'sump' })).toContain('holds the oil');
  });

  it('plug: one port leaves its place, the others stay together', () => {
    const now = after({ kind: 'blank', port: 'gallery.out' });
    const all = ['gallery.out', 'mains.in', 'dial.in', 'hose.in'];
    expect(beside(now, 'gallery.out', all)).toEqual(['gallery.out']);
    expect(beside(now, 'mains.in', all)).toEqual(['mains.in', 'dial.in', 'hose.in']);
    expect(refused({ kind: 'blank', port: 'sump.suction' })).toContain('cannot be closed off');
    const twice = applyMove(VARIANT, { kind: 'blank', port: 'dial.in' });
    if (!twice.ok) throw new Error(twice.why);
    expect(refused({ kind: 'blank', port: 'dial.in' }, twice.variant)).toBe('This port is plugged already.');
  });

  it('feed from here: the oil of what is fed falls into the only pan, through its drain where it has one', () => {
    const plain = after({ kind: 'tee', at: 'filter.out', drafts: [draft('turboPlain', { name: 'Second' })] });
    expect(plain.places.of('second.in')).toBe(plain.places.of('filter.out'));
    expect(plain.places.of('second.out')).toBe(plain.places.of('sump.return'));
    const drained = after({
      kind: 'tee',
      at: 'filter.out',
      drafts: [draft('hose4', { name: 'Feed' }), draft('turboPlain', { name: 'Second' })],
      drain: draft('drain', { name: 'Fall' }),
    });
    expect(drained.places.of('feed.out')).toBe(drained.places.of('second.in'));
    expect(drained.places.of('second.out')).toBe(drained.places.of('fall.in'));
    expect(drained.places.of('fall.out')).toBe(drained.places.of('sump.return'));
    const told = after({ kind: 'tee', at: 'filter.out', drafts: [draft('turboPlain')], returnTo: 'drain.in' });
    expect(told.places.of(`${told.ids.at(-1)}.out`)).toBe(told.places.of('drain.in'));
    // What only reads stands at its place and returns nothing.
    const read = after({ kind: 'tee', at: 'filter.out', drafts: [draft('gauge')] });
    expect(read.places.of(`${read.ids.at(-1)}.in`)).toBe(read.places.of('filter.out'));
  });

  it('asks where oil returns to where there are two pans, and takes the pan where there is one and a tank', () => {
    const tank = partSchema.parse({ id: 'tank', kind: 'tank', name: 'Tank', levelM: 0.3 });
    const more = () => ({ ...VARIANT, circuit: { ...CIRCUIT, parts: [...PARTS, tank] } });
    const tee: Move = { kind: 'tee', at: 'filter.out', drafts: [draft('turboPlain')] };
    const now = after(tee, more());
    expect(now.places.of(`${now.ids.at(-1)}.out`)).toBe(now.places.of('sump.return'));
    const pan = PARTS.find((p) => p.kind === 'sump')!;
    const two = { ...VARIANT, circuit: { ...CIRCUIT, parts: [...PARTS, { ...pan, id: 'second', name: 'Second' }] } };
    expect(refused(tee, two)).toBe('There is more than one reservoir: say where its oil returns to.');
  });

  it('move a tap: the line is fed from there, what it feeds stays', () => {
    const now = after({ kind: 'moveTap', port: 'hose.in', to: 'filter.in' });
    expect(beside(now, 'hose.in', ['pump.out', 'filter.in', 'gallery.out'])).toEqual(['pump.out', 'filter.in']);
    expect(now.places.of('hose.out')).toBe(now.places.of('turbo.in'));
    expect(refused({ kind: 'moveTap', port: 'hose.out', to: 'filter.in' })).toContain('not fed by this port');
    expect(refused({ kind: 'moveTap', port: 'gallery.in', to: 'hose.out' })).toContain('round in a circle');
    expect(refused({ kind: 'moveTap', port: 'hose.in', to: 'mains.in' })).toBe('It is fed from there already.');
  });

  it('return it to: another place, of those that oil falls to', () => {
    const now = after({ kind: 'returnTo', part: 'mains', to: 'drain.in' });
    expect(now.places.of('mains.out')).toBe(now.places.of('turbo.out'));
    expect(refused({ kind: 'returnTo', part: 'mains', to: 'sump.suction' })).toContain('Oil that falls returns');
    expect(refused({ kind: 'returnTo', part: 'mains', to: 'drain.out' })).toContain('Oil that falls returns');
    expect(refused({ kind: 'returnTo', part: 'dial', to: 'sump.return' })).toContain('no outlet');
    expect(refused({ kind: 'returnTo', part: 'drain', to: 'drain.in' })).toBe('It cannot return to itself.');
  });

  it('split: two lengths by the share, losses by halves, one behind the other', () => {
    const losses = [1, 2, 3].map((k) => ({ kind: 'constantK' as const, k, count: 1 }));
    const bent = {
      ...VARIANT,
      circuit: { ...CIRCUIT, parts: PARTS.map((p) => (p.id === 'gallery' ? { ...p, losses } : p)) as Part[] },
    };
    const outcome = applyMove(bent, { kind: 'split', part: 'gallery', share: 0.25 });
    if (!outcome.ok) throw new Error(outcome.why);
    const pieces = outcome.variant.circuit.parts.filter((p) => p.kind === 'line' && p.id.startsWith('gallery'));
    expect(pieces).toMatchObject([
      { id: 'gallery', lengthM: 0.1, losses: losses.slice(0, 2) },
      { id: 'gallery2', name: 'Gallery 2', lengthM: 0.30000000000000004, losses: losses.slice(2) },
    ]);
    const places = PortGroups.of(outcome.variant.circuit);
    expect(places.of('gallery.out')).toBe(places.of('gallery2.in'));
    expect(places.of('gallery2.out')).toBe(places.of('mains.in'));
    expect(places.of('gallery.out')).not.toBe(places.of('mains.in'));
  });

  it('reverse: inlet and outlet change places; what works one way only is refused', () => {
    const now = after({ kind: 'reverse', part: 'filter' });
    expect(now.places.of('filter.out')).toBe(now.places.of('pump.out'));
    expect(now.places.of('filter.in')).toBe(now.places.of('gallery.in'));
    for (const id of ['turbo', 'drain', 'pump', 'dial', 'sump'])
      expect(refused({ kind: 'reverse', part: id })).toContain('works one way only');
  });

  it('swap: height and what was said of it stay, of the same kind its name too; what senses there senses on', () => {
    const said = PARTS.map((p) => (p.id === 'filter' ? { ...p, elevationM: -0.02, note: 'by the frame' } : p));
    const variant = { ...VARIANT, circuit: { ...CIRCUIT, parts: said } };
    const swapped = (entry: string, id: string) => {
      const outcome = applyMove(variant, { kind: 'swap', part: id, draft: draft(entry) });
      if (!outcome.ok) throw new Error(outcome.why);
      return outcome.variant.circuit.parts.find((p) => p.replaces === id)!;
    };
    expect(swapped('filterNoBypass', 'filter')).toMatchObject({
      name: 'Filter',
      elevationM: -0.02,
      note: 'by the frame',
    });
    expect(swapped('hose8', 'gallery')).toMatchObject({ lengthM: 0.4, dash: 8 });
    for (const entry of ['drain', 'mains', 'turboPlain'])
      expect(refused({ kind: 'swap', part: 'filter', draft: draft(entry) })).toContain('cannot stand where');
  });

  it('duplicate and remove a branch: from its tap to its end, with the drain that only it used', () => {
    const now = after({ kind: 'duplicate', part: 'hose' });
    expect(now.ids.slice(PARTS.length)).toEqual(['hose2', 'turbo2', 'drain2']);
    expect(now.places.of('hose2.in')).toBe(now.places.of('gallery.out'));
    expect(now.places.of('hose2.out')).toBe(now.places.of('turbo2.in'));
    expect(now.places.of('drain2.out')).toBe(now.places.of('sump.return'));
    expect(refused({ kind: 'duplicate', part: 'gallery' })).toContain('no branch to copy');
    const less = after({ kind: 'removeBranch', part: 'turbo' });
    expect(less.ids).toEqual(['sump', 'pump', 'filter', 'gallery', 'dial', 'mains']);
    expect(refused({ kind: 'removeBranch', part: 'mains' })).toContain('remove it and reconnect instead');
    const fed = PARTS.filter((p) => p.id !== 'mains');
    const joints = CIRCUIT.joints.filter((j) => !/mains/.test(j.from + j.to));
    const only = { ...VARIANT, circuit: { parts: fed, joints } };
    expect(refused({ kind: 'removeBranch', part: 'turbo' }, only)).toBe('Nothing would be left to feed.');
  });

  it('connect: from one port to another through what is new, or straight; not where they are one place', () => {
    const open = { ...VARIANT, circuit: { ...CIRCUIT, joints: CIRCUIT.joints.filter((j) => j.to !== 'dial.in') } };
    const straight = after({ kind: 'bridge', from: 'filter.out', to: 'dial.in', drafts: [] }, open);
    expect(straight.places.of('dial.in')).toBe(straight.places.of('gallery.in'));
    const through = after({ kind: 'bridge', from: 'filter.out', to: 'dial.in', drafts: [draft('restrictor')] }, open);
    expect(through.places.of('restrictor.in')).toBe(through.places.of('filter.out'));
    expect(through.places.of('restrictor.out')).toBe(through.places.of('dial.in'));
    expect(through.places.of('dial.in')).not.toBe(through.places.of('filter.out'));
    expect(refused({ kind: 'bridge', from: 'filter.out', to: 'gallery.in', drafts: [] })).toBe(
      'These two ports are joined already.',
    );
  });

  it('a plate with its cooler: the loop runs between its two ports, and goes when the plate goes', () => {
    const drafts = [draft('hose10', { name: 'Out' }), draft('airCooler'), draft('hose10', { name: 'Back' })];
    const fit: Move = { kind: 'fitLoop', at: 'filter.in', plate: draft('sandwichPlain', { name: 'Plate' }), drafts };
    const now = after(fit);
    expect(now.ids.slice(PARTS.length)).toEqual(['plate', 'out', 'airCooler', 'back']);
    expect(now.places.of('plate.in')).toBe(now.places.of('pump.out'));
    expect(now.places.of('plate.out')).toBe(now.places.of('filter.in'));
    expect(now.places.of('plate.away')).toBe(now.places.of('out.in'));
    expect(now.places.of('out.out')).toBe(now.places.of('airCooler.in'));
    expect(now.places.of('airCooler.out')).toBe(now.places.of('back.in'));
    expect(now.places.of('back.out')).toBe(now.places.of('plate.back'));
    const fitted = applyMove(VARIANT, fit);
    if (!fitted.ok) throw new Error(fitted.why);
    const gone = after({ kind: 'takeOut', part: 'plate' }, fitted.variant);
    expect(gone.ids).toEqual(PARTS.map((p) => p.id));
    expect(gone.places.of('pump.out')).toBe(gone.places.of('filter.in'));
  });

  it('keeps the columns of what stays: what comes stands beside, what goes leaves its width', () => {
    const columns = (move: Move, variant = VARIANT) => {
      const outcome = applyMove(variant, move);
      if (!outcome.ok) throw new Error(outcome.why);
      return outcome.variant.sheet!.columns;
    };
    const before = tidyColumns(CIRCUIT);
    const at = before.indexOf('filter');
    const left = columns({ kind: 'insert', at: 'filter.in', drafts: [draft('restrictor')] });
    expect(left).toEqual([...before.slice(0, at), 'restrictor', ...before.slice(at)]);
    const right = columns({ kind: 'insert', at: 'filter.out', drafts: [draft('restrictor')] });
    expect(right).toEqual([...before.slice(0, at + 1), 'restrictor', ...before.slice(at + 1)]);
    const gone = columns({ kind: 'takeOut', part: 'filter' });
    expect(gone.map((c) => (typeof c === 'number' ? 'empty' : c))).toEqual(
      before.map((c) => (c === 'filter' ? 'empty' : c)),
    );
    const last = before.at(-1) as string;
    const shorter = columns({ kind: 'removeAndBlank', part: last });
    expect(shorter).toEqual(before.slice(0, -1));
    // An empty column that was there stays where it was.
    const spaced: Variant = { ...VARIANT, sheet: { columns: [...before.slice(0, at), 40, ...before.slice(at)] } };
    expect(columns({ kind: 'insert', at: 'filter.in', drafts: [draft('restrictor')] }, spaced)).toEqual([
      ...before.slice(0, at),
      40,
      'restrictor',
      ...before.slice(at),
    ]);
  });

  it('keeps waivers of parts that stay, and of the whole, and lets go those of parts that go', () => {
    const waivers = [
      { rule: 'a', part: 'filter', reason: 'known' },
      { rule: 'b', part: 'mains', reason: 'known' },
      { rule: 'c', reason: 'known' },
    ];
    const outcome = applyMove({ ...VARIANT, waivers }, { kind: 'takeOut', part: 'filter' });
    expect(outcome.ok && outcome.variant.waivers.map((w) => w.rule)).toEqual(['b', 'c']);
  });
});

describe('New parts', () => {
  const made = (name: string) => new Workpiece(CIRCUIT).make({ ...draft('restrictor'), name }, undefined);

  it('get ids of letters from their names, and numbers where a name is taken', () => {
    expect(made('Oil cooler, front').id).toBe('oilCoolerFront');
    expect(made('Filter')).toMatchObject({ id: 'filter2', name: 'Filter 2' });
    expect(made('3rd hose').id).toBe('rdHose');
    expect(made('!!').id).toBe('part');
    expect(made('x'.repeat(60)).id).toHaveLength(34);
  });

  it('are refused in words where their figures cannot be, and where there is nothing to fit', () => {
    const w = new Workpiece(CIRCUIT);
    expect(() => w.make(draft('restrictor', { boreM: -1 }), undefined)).toThrow(MoveRefused);
    expect(() => w.chain([], undefined)).toThrow('There is nothing to fit.');
    expect(() => w.part('ghost')).toThrow('There is no part ghost in this circuit.');
    expect(() => w.port('filter.tap')).toThrow('Filter has no port tap.');
    expect(() => outletOf(PARTS.find((p) => p.id === 'dial')!)).toThrow('ends a line');
  });

  it('stand beside the part that they were fitted to', () => {
    const w = new Workpiece(CIRCUIT);
    w.chain([draft('restrictor'), draft('checkValve')], 'filter', 'left');
    expect(w.came.map(({ beside: at, side }) => [at, side])).toEqual([
      ['filter', 'left'],
      [w.came[0]!.id, 'right'],
    ]);
  });
});

describe('Where changes are likely', () => {
  it('is the filter first, then behind the pump, returns, the suction side, and the reservoirs last', () => {
    expect(likelyFirst(CIRCUIT).map((p) => p.id)).toEqual([
      'filter',
      'gallery',
      'dial',
      'hose',
      'turbo',
      'mains',
      'drain',
      'pump',
      'sump',
    ]);
  });
});

describe('A branch and a loop', () => {
  const groups = PortGroups.of(CIRCUIT);
  const of = (id: string) =>
    branchOf(
      PARTS,
      groups,
      PARTS.find((p) => p.id === id)!,
    );

  it('begins where its oil parts from other oil', () => {
    expect(of('turbo')).toMatchObject({ tapPort: 'hose.in' });
    expect(of('turbo')!.parts.map((p) => p.id)).toEqual(['hose', 'turbo']);
    // Mains pass oil on to the rods: no branch.
    for (const id of ['sump', 'pump', 'filter', 'gallery', 'drain', 'mains'])
      expect([id, of(id)]).toEqual([id, undefined]);
  });

  it('does not count a drain that another part pours into too', () => {
    const shared = {
      parts: [...PARTS],
      joints: [...CIRCUIT.joints.filter((j) => j.from !== 'mains.out'), joint('mains.out > drain.in')],
    };
    const branch = branchOf(
      shared.parts,
      PortGroups.of(shared),
      PARTS.find((p) => p.id === 'turbo')!,
    )!;
    expect(branch.returns).toEqual([]);
  });

  it('is found between two places in order, or not at all', () => {
    const between = (from: string, to: string) =>
      loopBetween(PARTS, groups, groups.of(from), groups.of(to))?.map((p) => p.id);
    expect(between('pump.out', 'gallery.out')).toEqual(['filter', 'gallery']);
    expect(between('gallery.out', 'turbo.in')).toEqual(['hose']);
    expect(between('pump.out', 'filter.in')).toEqual([]);
    expect(between('mains.in', 'pump.out')).toBeUndefined();
  });
});
