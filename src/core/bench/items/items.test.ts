import { demoProject } from '../../verification/testing/demo';
import type { Variant } from '../../document/project/project';
import { hosesOf } from '../hoses/hoseList';
import { jointsOf } from '../joints/jointList';
import { comesWith } from '../partWork';
import { checkDelivery, lineKey, parseDelivery } from './delivery';
import { isBought, type Item } from './item';
import { costOf, itemsOf } from './itemList';
import { measureFirst } from './measureFirst';
import { toolsFor } from './tools';

const project = demoProject();
const [stock, cooled] = project.variants as [Variant, Variant];
const items = itemsOf(project, cooled, stock);
const find = (name: string, size = ''): Item => items.find((i) => i.name.includes(name) && i.size.includes(size))!;

describe('The list of parts', () => {
  it('has what is new, what stays and what is left over', () => {
    expect(find('Nose cooler').status).toBe('new');
    expect(find('Turbo').status).toBe('kept');
    expect(itemsOf(project, stock, cooled).find((i) => i.name === 'Nose cooler')!.status).toBe('leftOver');
    expect(itemsOf(project, cooled, undefined).find((i) => i.name === 'Turbo')!.status).toBe('new');
  });

  it('counts ends by size and angle, hose by the metre, clips and seals', () => {
    expect(find('hose end, straight', 'dash 10').quantity).toBe(2);
    expect(find('hose end, 90°', 'dash 10').quantity).toBe(2);
    const length = hosesOf(cooled)
      .filter((h) => h.dash === 10 && h.duty === 'pressure')
      .reduce((sum, h) => sum + h.cut!.firstCutM, 0);
    expect(find('steel braid', 'dash 10').quantity).toBeCloseTo(length, 9);
    expect(find('plate seal').quantity).toBe(1);
    expect(find('engine oil').quantity).toBeCloseTo(5e-3 + 1.06094e-3 + 0.5e-3, 7);
  });

  it('has a tee where one port carries two things, and the adapter where two ends do not mate', () => {
    expect(find('tee, taper pipe 1/8').quantity).toBe(1);
    const larkspur = demoProject('larkspur');
    const [bare, summer] = larkspur.variants as [Variant, Variant];
    const adapters = itemsOf(larkspur, summer, bare).filter((i) => i.group === 'Adapters');
    expect(adapters.map((i) => [i.name, i.quantity])).toEqual([['adapter, 37° flare dash 10 to 37° flare dash 8', 1]]);
  });

  it('has what comes with a part and is no part of the circuit', () => {
    expect(find('centre bolt').quantity).toBe(1);
    expect(find('cooler mounts').quantity).toBe(1);
    // Screwed off the block and onto the plate: renewed with its seal.
    expect(find('oil filter')).toMatchObject({ size: 'spin-on seal 3/4-16', quantity: 1, status: 'renewed' });
    const crack = (pa: number): Variant => ({
      ...stock,
      id: 'stiffer',
      circuit: {
        ...stock.circuit,
        parts: stock.circuit.parts.map((p) => (p.kind === 'relief' ? { ...p, crackPa: pa, fullOpenPa: pa + 1e5 } : p)),
      },
    });
    const bought = itemsOf(project, crack(5.5e5), stock).filter((i) => i.group === 'Parts' || i.group === 'Seals');
    expect(bought.filter((i) => i.status === 'new').map((i) => i.name)).toEqual([
      'relief spring',
      'washer of the relief’s plug',
    ]);
    expect(itemsOf(project, { ...stock, id: 'same' }, stock).some((i) => i.name === 'relief spring')).toBe(false);
  });

  it('is not ordered where it hangs on a guess: lengths and threads are measured first, and then it is', () => {
    const waiting = (variant: Variant) => itemsOf(project, variant, stock).filter((i) => i.waits !== undefined);
    const asked = (variant: Variant) => measureFirst(variant, stock).map((m) => m.what);
    expect(asked(cooled)).toEqual(
      expect.arrayContaining(['the block’s stub under Plate', expect.stringMatching(/^length of hose C, from Plate/)]),
    );
    expect(waiting(cooled).map((i) => i.name)).toEqual(
      expect.arrayContaining(['hose, rubber with steel braid', 'plate seal', 'centre bolt']),
    );
    const parts = cooled.circuit.parts.map((p) =>
      p.id === 'plate' ? { ...p, connections: [{ port: 'in', thread: 'spinOnM20x1_5' as const, sealant: false }] } : p,
    );
    const hoses = Object.fromEntries(
      hosesOf(cooled).map((h) => [h.key, { measuredM: 1.2, measuredBy: 'string' as const }]),
    );
    const known: Variant = {
      ...cooled,
      circuit: { ...cooled.circuit, parts: parts as typeof cooled.circuit.parts },
      bench: { hoses },
    };
    expect(asked(known).filter((what) => /stub|length/.test(what))).toEqual([]);
    expect(waiting(known).filter((i) => /stub|length/.test(i.waits!))).toEqual([]);
  });

  it('has fuse, relay, wire and earth of what takes a current', () => {
    const cooler = cooled.circuit.parts.find((p) => p.id === 'noseCooler')!;
    const fan = { ...cooler, electrical: { currentA: 8, fuseA: 15, relay: true, earthed: true } };
    expect(comesWith(fan, undefined).map((i) => [i.name, i.size])).toEqual([
      ['cooler mounts, rubber', 'with its bolts'],
      ['fuse with holder, Nose cooler', '15 A'],
      ['relay with socket, Nose cooler', undefined],
      ['wire and connectors, Nose cooler', 'as long as its way'],
      ['earth wire with ring terminal, Nose cooler', undefined],
    ]);
    expect(comesWith(fan, fan)).toEqual([]);
  });

  it('a hose that is moved and still reaches is reused, with its ends', () => {
    expect(find('steel braid', 'dash 4').status).toBe('reused');
  });

  it('takes a price and says how many lines have none', () => {
    const key = find('Nose cooler').key;
    const priced = itemsOf(project, { ...cooled, bench: { items: { [key]: { price: 120 } } } }, stock);
    expect(costOf(priced).total).toBe(120);
    expect(costOf(priced).unpriced).toBe(costOf(items).unpriced - 1);
  });

  it('names the tools that people lack first', () => {
    const tools = toolsFor(jointsOf(cooled), hosesOf(cooled), true);
    expect(tools[0]!.oftenLacking).toBe(true);
    expect(tools.map((t) => t.name)).toEqual(
      expect.arrayContaining(['aluminium-jawed spanner, 1 in hexagon', 'vice with soft jaws']),
    );
    expect(tools.at(-1)!.oftenLacking).toBe(false);
  });
});

describe('A delivery', () => {
  it('is read a part a line, however it is typed', () => {
    expect(
      parseDelivery(
        '4 x hose end 90, dash 8\nhose end straight -10; 2\n"thread sealant"\n\n3,5 m hose dash 10\nP clip x 7',
      ),
    ).toEqual([
      { quantity: 4, text: '4 x hose end 90, dash 8' },
      { quantity: 2, text: 'hose end straight -10; 2' },
      { quantity: 1, text: '"thread sealant"' },
      { quantity: 3.5, text: '3,5 m hose dash 10' },
      { quantity: 7, text: 'P clip x 7' },
    ]);
  });

  it('with dash 6 and dash 10 ends for dash 8 hose names the wrong sizes', () => {
    const larkspur = demoProject('larkspur');
    const [bare, summer] = larkspur.variants as [Variant, Variant];
    const wanted = itemsOf(larkspur, summer, bare);
    const check = checkDelivery(
      wanted,
      parseDelivery('2 x hose end 90, dash 6\n2 x hose end straight, -10\n2 x hose end 90, dash 8'),
    );
    expect(check.lines.map((l) => [l.verdict, l.came, l.wanted])).toEqual([
      ['wrongSize', 'dash 6', 'dash 8'],
      ['wrongSize', 'dash 10', 'dash 8'],
      ['wanted', undefined, undefined],
    ]);
    expect(check.missing.map((m) => m.item.name)).toContain('hose end, straight');
    expect(check.isComplete).toBe(false);
  });

  it('counts what is missing and what is too much', () => {
    const check = checkDelivery(items, parseDelivery('1 x hose end 90, dash 10\n5 x hose end straight, dash 10'));
    expect(check.lines.map((l) => l.verdict)).toEqual(['wanted', 'surplus']);
    expect(check.missing.find((m) => m.item.name === 'hose end, 90°')!.quantity).toBe(1);
  });

  it('does not recognise what nobody asked for, and remembers what was matched by hand', () => {
    const line = parseDelivery('1 x part no. 4711-B');
    expect(checkDelivery(items, line).lines[0]!.verdict).toBe('unknown');
    const matched = checkDelivery(items, line, { [lineKey('Part No. 4711-B')]: find('Nose cooler').key });
    expect(matched.lines[0]).toMatchObject({ verdict: 'wanted', item: { name: 'Nose cooler' } });
    expect(matched.missing.some((m) => m.item.name === 'Nose cooler')).toBe(false);
  });

  it('counts hose by its length in feet, asks for one that is not said, and is not taken in by a word', () => {
    const came = '8 ft of AN10\n2 × hose end 90 AN10\n1 × oil filter\nhose -10\n6 qt 20W-50';
    const check = checkDelivery(items, parseDelivery(came));
    expect(check.lines.map((l) => [l.verdict, l.item?.name])).toEqual([
      ['wanted', 'hose, rubber with steel braid'],
      ['wanted', 'hose end, 90°'],
      ['wanted', 'oil filter'],
      ['unmeasured', 'hose, rubber with steel braid'],
      ['wrongSize', 'engine oil'],
    ]);
    expect(check.lines[4]).toMatchObject({ came: '20W-50', wanted: '10W-40' });
    const hose = find('steel braid', 'dash 10').quantity;
    expect(check.missing.find((m) => m.item.name.includes('steel braid'))!.quantity).toBeCloseTo(hose - 8 * 0.3048, 9);
  });

  it('keeps what was recorded with its length apart', () => {
    const check = checkDelivery(items, [{ quantity: 3.5, text: 'hose dash 10' }]);
    expect(check.lines[0]!.verdict).toBe('wanted');
    expect(check.missing.some((m) => m.item.name.includes('steel braid'))).toBe(false);
  });

  it('of all that is wanted is complete', () => {
    const all = items.filter((i) => isBought(i) && i.quantity > 0).map((i) => ({ text: i.key, quantity: i.quantity }));
    const matches = Object.fromEntries(all.map(({ text }) => [lineKey(text), text]));
    expect(checkDelivery(items, all, matches)).toMatchObject({ isComplete: true, missing: [] });
  });
});
