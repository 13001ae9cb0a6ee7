import { boreInBoth } from '../../foundations/units/boreSizes';
import { entryFor } from '../../document/parts/catalogue';
import { actsAs, type Part } from '../../document/parts/part';
import { threadLabel, type Thread } from '../../document/parts/threads';
import { isReservoir, isReturn, splitPortRef } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf, type Hose, type HoseConstruction } from '../hoses/hoseList';
import { sayHoseEnd } from '../hoses/hoseEnd';
import { jobTouches } from '../jobTouches';
import { comesWith, isThing, PAN_GASKET, stubOf, type Extra } from '../partWork';
import type { BenchJoint } from '../joints/jointList';
import { oilChange } from '../level/oilToAdd';
import { coolantOpened } from '../plan/scope';
import { factsOf } from '../plan/wholeJob';
import { hasOldEnd, RETURN_WORDS, returnEndOf } from '../hoses/returnEnd';
import { consumables } from './consumables';
import { isBought, ITEM_GROUPS, type Item, type ItemStatus } from './item';
import { lengthOf } from './measureFirst';

/** One spare is ordered of what is renewed each time. @source common practice, no source */
const SPARES = 1;
/** Clips a hose takes at each tail. */
const CLAMPS_A_TAIL = 1;

const CONSTRUCTION_LABELS: Readonly<Record<HoseConstruction, string>> = {
  rubberBraid: 'hose, rubber with steel braid',
  ptfeBraid: 'hose, PTFE with steel braid',
  rubberPlain: 'hose, plain rubber',
  suction: 'suction hose, with a spiral',
};

/**
 * Everything that a job takes, from the circuit and from the difference to the variant that the engine is in now.
 *
 * Hoses and joints that the job does not touch keep what they have.
 *
 * @param before the variant that the engine is in now; undefined: all of it is new
 */
export function itemsOf(project: Project, variant: Variant, before: Variant | undefined): readonly Item[] {
  const list = new Map<string, Item>();
  const put = (item: Item) => {
    const known = list.get(`${item.status} ${item.key}`);
    // One gasket lies under all the passages of a part.
    const quantity = (known?.quantity ?? 0) + item.quantity;
    const waits = [known?.waits, item.waits].filter((w) => w !== undefined);
    list.set(`${item.status} ${item.key}`, {
      ...item,
      ...(waits.length > 0 ? { waits: [...new Set(waits)].join('; ') } : {}),
      quantity: item.key.startsWith(GASKET) ? item.quantity : quantity,
    });
  };
  const { hoses, joints } = jobTouches(variant, before);
  partItems(variant, before, joints).forEach(put);
  const old = new Map(before && hosesOf(before).map((h) => [h.key, h]));
  hoses.flatMap((h) => hoseItems(h, isLongEnough(h, old.get(h.key)))).forEach(put);
  joints.flatMap(jointItems).forEach(put);
  teesFor(joints).forEach(put);
  renewedFilters(variant, before, joints).forEach(put);
  returnEnds(variant, before).forEach(put);
  const facts = before && factsOf(project, before, variant);
  const was = new Map(before?.circuit.parts.map((p) => [p.id, p]));
  for (const part of variant.circuit.parts)
    if (before && (isThing(part) || was.has(part.id))) comesWith(part, was.get(part.id)).map(extraItem).forEach(put);
  if (facts?.has('panOff')) put({ ...extraItem(PAN_GASKET), status: 'renewed' });
  consumables({
    makesHoses: hoses.some((h) => h.duty !== 'coolant' && !isLongEnough(h, old.get(h.key))),
    opensJoints: joints.length > 0,
    coolant: facts?.has('coolantOut') ? coolantOpened(before!, variant) : undefined,
    // Without a job all of it is filled.
    isDrained: facts?.has('oilOut') ?? true,
    fillM3: variant.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0),
    addedM3: oilChange(variant, before).addedM3,
    oil: inSeason(project, variant).oil.name,
  }).forEach(put);
  const notes = variant.bench?.items ?? {};
  return [...list.values()]
    .map((item) => ({ ...item, price: notes[item.key]?.price ?? item.price }))
    .sort((a, b) => ITEM_GROUPS.indexOf(a.group) - ITEM_GROUPS.indexOf(b.group));
}

function partItems(variant: Variant, before: Variant | undefined, joints: readonly BenchJoint[]): Item[] {
  const threads = threadsByPart(joints);
  const old = new Map(before?.circuit.parts.map((p) => [p.id, p]));
  const now = new Map(variant.circuit.parts.map((p) => [p.id, p]));
  const isHose = (p: Part) => actsAs(p, 'drain') || (actsAs(p, 'line') && p.form === 'hose');
  const of = (part: Part, status: ItemStatus): Item => ({
    key: `part ${part.id}`,
    group: 'Parts',
    name: part.name,
    size: sizeOf(part, status === 'new' ? threads.get(part.id) : undefined),
    status,
    quantity: 1,
    price: part.price,
    massKg: part.massKg,
    ...(part.note === undefined ? {} : { note: part.note }),
  });
  // Of the inside only what comes or goes is a thing of the job.
  const isNew = (p: Part) => before !== undefined && !old.has(p.id);
  const status = (p: Part): ItemStatus => {
    const was = old.get(p.id);
    return was === undefined ? 'new' : was !== p && comesWith(p, was).length > 0 ? 'altered' : 'kept';
  };
  return [
    ...[...now.values()]
      .filter(
        (p) => (isBolted(p) || status(p) === 'altered' || (isNew(p) && isThing(p) && !actsAs(p, 'pan'))) && !isHose(p),
      )
      .map((p) => of(p, status(p))),
    ...[...old.values()]
      .filter((p) => isThing(p) && !now.has(p.id))
      .flatMap((p) => [of(p, 'leftOver'), ...coolantLeft(p)]),
  ];
}

/** The coolant hoses of a cooler that comes off. */
const coolantLeft = (part: Part): readonly Item[] =>
  actsAs(part, 'cooler') && part.medium === 'liquid' && part.coolantLooped !== true
    ? [{ ...extraItem({ name: `coolant hoses of ${part.name}`, quantity: 2, group: 'Hose' }), status: 'leftOver' }]
    : [];

/** Threads of the ports at which a job joins each part. */
function threadsByPart(joints: readonly BenchJoint[]): ReadonlyMap<string, readonly Thread[]> {
  const threads = new Map<string, Thread[]>();
  for (const { a, b } of joints)
    for (const { port, thread } of [a, b])
      if (thread !== undefined && thread !== 'flange') {
        const { part } = splitPortRef(port);
        threads.set(part, [...new Set([...(threads.get(part) ?? []), thread])]);
      }
  return threads;
}

/** What tells a part from its neighbours on the shelf: what it is, and its threads. */
function sizeOf(part: Part, joined: readonly Thread[] | undefined): string {
  const stated = [...new Set((part.connections ?? []).map((c) => c.thread))];
  const threads = (stated.length > 0 ? stated : (joined ?? [])).map(threadLabel);
  const label = stated.length > 0 ? undefined : entryFor(part)?.label;
  return [...(label === undefined ? [] : [label]), ...(threads.length > 0 ? [threads.join(', ')] : [])].join('; ');
}

/** A hose that is there already and reaches: it is moved, not made. */
const isLongEnough = (hose: Hose, was: Hose | undefined): boolean =>
  hose.note.existingM !== undefined ||
  (was !== undefined && was.boreM === hose.boreM && (was.routedM ?? 0) >= (hose.routedM ?? Infinity));

function hoseItems(hose: Hose, isReused: boolean): Item[] {
  const status: ItemStatus = isReused ? 'reused' : 'new';
  const size = hose.dash === undefined ? `bore ${boreInBoth(hose.boreM)}` : `dash ${hose.dash}`;
  const label = hose.duty === 'coolant' ? 'coolant hose' : CONSTRUCTION_LABELS[hose.construction];
  const dash = hose.dash === undefined ? {} : { dash: hose.dash };
  const items: Item[] = [
    {
      key: `hose ${label} ${size}`,
      group: 'Hose',
      name: label,
      size,
      status,
      quantity: hose.cut?.firstCutM ?? 0,
      unit: 'm',
      price: undefined,
      massKg: undefined,
      ...dash,
      ...(isReused || hose.measuredBy !== 'circuit' ? {} : { waits: lengthOf(hose.name) }),
    },
  ];
  // Its ends stay on it.
  if (isReused) return items;
  for (const { end } of [hose.from, hose.to]) {
    const tail = end.style === 'tail';
    items.push({
      key: tail ? `clamp ${size}` : `end ${size} ${sayHoseEnd(end)}`,
      group: tail ? 'Fasteners' : 'Hose ends',
      name: tail ? 'hose clamp' : end.style === 'banjo' ? 'banjo hose end' : `hose end, ${sayHoseEnd(end)}`,
      size,
      status,
      quantity: tail ? CLAMPS_A_TAIL : 1,
      price: undefined,
      massKg: undefined,
      ...(tail ? {} : { angleDeg: end.angleDeg }),
      ...dash,
    });
  }
  if (hose.clips > 0)
    items.push({
      key: `clip ${size}`,
      group: 'Fasteners',
      name: 'P-clip, rubber-lined',
      size,
      status: 'new',
      quantity: hose.clips,
      price: undefined,
      massKg: undefined,
      ...dash,
    });
  if (hose.sleeved)
    items.push({
      key: `sleeve ${size}`,
      group: 'Consumables',
      name: 'heat sleeve',
      size,
      status: 'new',
      quantity: hose.routedM ?? 0,
      unit: 'm',
      price: undefined,
      massKg: undefined,
      ...dash,
    });
  return items;
}

const GASKET = 'gasket of ';

/** The part whose flange a joint is: that side which the other one only matches. */
function flangeOf({ a, b }: BenchJoint): string {
  const side = [a, b].find((s) => s.thread === 'flange' && s.from !== 'toMatch') ?? a;
  return side.place.split(',')[0]!;
}

/** The plate that a centre bolt holds. */
const plateOf = ({ a, b }: BenchJoint): string =>
  ([a, b].find((s) => s.place.endsWith('block side')) ?? a).place.split(',')[0]!;

function jointItems(joint: BenchJoint): Item[] {
  const items: Item[] = [];
  const plain = { price: undefined, massKg: undefined, status: 'new' as const };
  const adapter = joint.fit.kind === 'adapter' || joint.fit.kind === 'shared' ? joint.fit.adapter : undefined;
  if (adapter !== undefined && !joint.key.endsWith(' 2'))
    items.push({
      ...plain,
      key: adapter,
      group: 'Adapters',
      name: adapter,
      size: '',
      quantity: 1,
    });
  const { renew, bolts } = joint.tightening ?? {};
  const name = renew?.what === 'gasket' ? `${GASKET}${flangeOf(joint)}` : renew?.what;
  if (renew && name !== undefined)
    items.push({
      ...plain,
      ...(joint.isCentreBolt && ![joint.a, joint.b].some((s) => s.from === 'stated')
        ? { waits: stubOf(plateOf(joint)) }
        : {}),
      status: 'renewed',
      key: name,
      group: renew.count === 0 ? 'Consumables' : 'Seals',
      name,
      size: '',
      quantity: renew.count === 0 ? 0 : renew.count,
      note: renew.count === 0 ? '' : `and ${SPARES} spare`,
    });
  if (bolts)
    items.push({
      ...plain,
      key: `bolt ${bolts.size}`,
      group: 'Fasteners',
      name: 'bolt, class 8.8',
      size: bolts.size,
      quantity: bolts.count,
    });
  return items;
}

const extraItem = ({ name, size = '', quantity = 1, group, waits }: Extra): Item => ({
  ...(waits === undefined ? {} : { waits }),
  key: `${name} ${size}`.trim(),
  group,
  name,
  size,
  status: 'new',
  quantity,
  price: undefined,
  massKg: undefined,
});

/** Filters that are screwed off and on: each is renewed, and its seal with it. */
function renewedFilters(variant: Variant, before: Variant | undefined, joints: readonly BenchJoint[]): readonly Item[] {
  const opened = new Set(joints.flatMap(({ a, b }) => [a.port, b.port]));
  return variant.circuit.parts.flatMap((part) => {
    const stub = joints.find(({ a, b }) => a.port === `${part.id}.in` || b.port === `${part.id}.in`);
    if (!actsAs(part, 'filter') || part.mounting !== 'block' || !opened.has(`${part.id}.in`)) return [];
    if (!before?.circuit.parts.some((p) => p.id === part.id)) return [];
    return [
      {
        ...extraItem({ name: 'oil filter', size: stub?.kind ?? '', group: 'Parts' }),
        status: 'renewed' as const,
        note: `renewed: ${part.name}, with its seal`,
      },
    ];
  });
}

/** Where new returns go in: what is bought for their far ends. */
function returnEnds(variant: Variant, before: Variant | undefined): readonly Item[] {
  if (!before) return [];
  const was = new Set(before.circuit.parts.map((p) => p.id));
  const hoses = new Map(hosesOf(variant).map((h) => [h.part, h]));
  return variant.circuit.parts.flatMap((part) => {
    if (was.has(part.id) || !isReturn(part) || hasOldEnd(before.circuit, variant.circuit, part)) return [];
    const end = returnEndOf(variant.circuit, part);
    const hose = hoses.get(part.id);
    if (!end || !hose || end === 'tank' || end === 'fillerCap') return [];
    const size = `for hose ${hose.name}, ${hose.to.end.style === 'tail' ? `a tail of ${boreInBoth(hose.boreM)}` : `dash ${hose.dash ?? ''}`}`;
    const name = {
      pan: 'bung for the pan',
      block: 'adapter for the block’s return',
      panPort: 'adapter for the pan’s port',
    }[end];
    return [
      { ...extraItem({ name, size, group: 'Adapters' }), ...(end === 'pan' ? {} : { waits: RETURN_WORDS[end] }) },
    ];
  });
}

/** What lets one port carry several things: a tee for each beyond the first. */
function teesFor(joints: readonly BenchJoint[]): readonly Item[] {
  const ports = new Map<string, Item>();
  for (const { fit, a, b } of joints) {
    if (fit.kind !== 'shared') continue;
    const thread = (a.port === fit.port ? a : b).thread ?? a.thread ?? b.thread;
    const name = thread === undefined ? 'tee, thread of its port' : `tee, ${threadLabel(thread)}`;
    ports.set(fit.port, {
      key: name,
      group: 'Adapters',
      name,
      size: '',
      status: 'new',
      quantity: fit.things - 1,
      price: undefined,
      massKg: undefined,
    });
  }
  return [...ports.values()];
}

/** Sum of prices of what is bought, and how many of its lines have none. */
export function costOf(items: readonly Item[]): {
  readonly total: number;
  readonly unpriced: number;
  readonly massKg: number;
} {
  const bought = items.filter(isBought);
  return {
    total: bought.reduce((sum, i) => sum + (i.price ?? 0) * (i.unit === 'm³' ? i.quantity * 1e3 : i.quantity), 0),
    unpriced: bought.filter((i) => i.price === undefined).length,
    massKg: bought.reduce((sum, i) => sum + (i.massKg ?? 0) * i.quantity, 0),
  };
}
