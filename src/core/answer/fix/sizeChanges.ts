import { DASH_BORES_M } from '../../foundations/units/boreSizes';
import { formatQuantity, type Quantity } from '../../foundations/units';
import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { isConsumer, isReservoir } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';
import type { Move } from '../../document/moves/move';
import { partFamiliesOf, saySize } from '../../studies/sizing/partFamilies';
import { sizablesOf, withSize } from '../../studies/sizing/sizable';
import type { Change, ChangeKind } from './change';

const MM = 1e-3;
const BAR = 1e5;

/** Bores of restrictors that are tried: a tenth of a millimetre where it matters. @source common practice, no source */
const RESTRICTORS_M = [0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.3, 1.4, 1.6, 1.8, 2, 2.3, 2.6, 3].map((mm) => mm * MM);
/** Pressures at which springs that can be had, or shims under them, let a relief open. @source common practice, no source */
const SPRINGS_PA = [2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5].map((bar) => bar * BAR);
/** Turns of a needle valve. @source common practice, no source */
const TURNS = [1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1];
/** Bores that drain hoses are sold in. @source common practice, no source */
const DRAINS_M = [13, 16, 19, 22, 25, 32].map((mm) => mm * MM);
/** Dash sizes on either side of a hose's own that are tried. */
const DASHES_AWAY = 3;
/** An element half as large again. @source engineering judgement */
const LARGER_ELEMENT = 1.5;
/** Over the oil that a drain ends, and the least that it falls. @source common practice, no source */
const OVER_LEVEL_M = 0.03;
const LEAST_FALL_M = 0.02;
/** Nearer than this share two sizes are one. */
const SAME = 1e-3;

const isSame = (a: number, b: number) => Math.abs(a / b - 1) < SAME;

/** The moves that make one part another of the same kind: each top-level figure that differs. */
function setsBetween(part: Part, other: Part, said: string): Move[] {
  const [was, is] = [part, other] as unknown as Readonly<Record<string, unknown>>[];
  const keys = [...new Set([...Object.keys(was!), ...Object.keys(is!)])].filter(
    (key) => JSON.stringify(was![key]) !== JSON.stringify(is![key]),
  );
  const [first, ...rest] = keys.map((key) => ({ path: [key], value: is![key] as never }));
  return first ? [{ kind: 'set', part: part.id, ...first, ...(rest.length > 0 ? { with: rest } : {}), said }] : [];
}

const change = (kind: ChangeKind, part: Part, figure: string, value: string, label: string, moves: Move[]): Change[] =>
  moves.length === 0
    ? []
    : [
        {
          id: `${kind} ${part.id} ${figure} ${value}`,
          kind,
          label,
          moves,
          parts: [part.id],
          slot: `${part.id}.${figure}`,
        },
      ];

/** What a size change is called: "Fit Restrictor of 1.20 mm instead of 1.50 mm". */
const sized = (part: Part, si: number, was: number, quantity: Quantity) =>
  `${part.name}: ${formatQuantity(si, quantity)} instead of ${formatQuantity(was, quantity)}`;

const ACTIONS: Readonly<Partial<Record<string, { readonly kind: ChangeKind; readonly sizes: readonly number[] }>>> = {
  turns: { kind: 'needle', sizes: TURNS },
  crackPa: { kind: 'spring', sizes: SPRINGS_PA },
};

/** Another size of each figure that is bought or set outside the engine. */
export function sizeChanges(part: Part, circuit: Circuit): Change[] {
  return [
    ...sizablesOf(part).flatMap((sizable): Change[] => {
      const key = String(sizable.path.at(-1));
      const was = sizable.path.reduce<unknown>(
        (here, k) => (here as Record<string | number, unknown>)[k],
        part,
      ) as number;
      const kind = kindOfFigure(part, key);
      if (!kind) return [];
      return sizesFor(part, kind, was)
        .filter((si) => !isSame(si, was))
        .flatMap((si) => {
          const other = withSize(part, sizable.path, si);
          const label = sized(part, si, was, sizable.quantity);
          return other
            ? change(kind, part, sizable.path.join('.'), si.toPrecision(4), label, setsBetween(part, other, label))
            : [];
        });
    }),
    ...familyChanges(part),
    ...drainChanges(part, circuit),
    ...filterChanges(part),
  ];
}

function kindOfFigure(part: Part, key: string): ChangeKind | undefined {
  if (key === 'boreM') {
    if (actsAs(part, 'line')) return part.form === 'hose' ? 'hose' : undefined;
    return actsAs(part, 'orifice') || actsAs(part, 'sideStream') ? 'restrictor' : undefined;
  }
  if (key === 'crackPa') return actsAs(part, 'relief') ? 'spring' : undefined;
  return ACTIONS[key]?.kind;
}

function sizesFor(part: Part, kind: ChangeKind, was: number): readonly number[] {
  switch (kind) {
    case 'restrictor':
      return RESTRICTORS_M;
    case 'spring':
      return SPRINGS_PA;
    case 'needle':
      return TURNS;
    case 'hose': {
      const all = Object.values(DASH_BORES_M).sort((a, b) => a - b);
      const larger = all.filter((si) => si > was * (1 + SAME)).slice(0, DASHES_AWAY);
      const smaller = all.filter((si) => si < was * (1 - SAME)).slice(-DASHES_AWAY);
      return actsAs(part, 'line') ? [...smaller, ...larger] : [];
    }
    default:
      return [];
  }
}

/** Rows and width of a cooler's core, the opening of a thermostat. */
function familyChanges(part: Part): Change[] {
  const kind = actsAs(part, 'cooler') ? 'cooler' : 'thermostat';
  return partFamiliesOf(part).flatMap((family) =>
    family.stock.flatMap((size) => {
      const now = family.sizeOf?.(part);
      if (now !== undefined && isSame(now, size)) return [];
      const label = `${part.name}: ${saySize(family, size)}${now === undefined ? '' : ` instead of ${saySize(family, now)}`}`;
      return change(
        kind,
        part,
        'size',
        `${family.id} ${size}`,
        label,
        setsBetween(part, family.fit(part, size), label),
      );
    }),
  );
}

/** A drain of a larger bore, or on a straight way that falls to a port over the oil. */
function drainChanges(part: Part, circuit: Circuit): Change[] {
  if (!actsAs(part, 'drain')) return [];
  return [...straightened(part, circuit), ...widened(part)];
}

function straightened(part: PartOf<'drain'>, circuit: Circuit): Change[] {
  const [first, last] = [part.profile?.[0], part.profile?.at(-1)];
  if (!part.profile || !first || !last) return [];
  const levelM = Math.max(...circuit.parts.filter(isReservoir).map((r) => r.levelM ?? -Infinity));
  const endM = Math.max(last.heightM, levelM + OVER_LEVEL_M);
  // Straight already, or no way down.
  const isStraight = part.profile.length === 2 && endM === last.heightM;
  if (isStraight || endM >= first.heightM - LEAST_FALL_M) return [];
  const label = `${part.name}: downhill all the way, its port above the oil level`;
  return change('drain', part, 'profile', 'straight', label, [
    {
      kind: 'set',
      part: part.id,
      path: ['profile'],
      value: [
        { alongM: first.alongM, heightM: first.heightM },
        { alongM: last.alongM, heightM: endM },
      ],
      said: label,
    },
  ]);
}

function widened(part: PartOf<'drain'>): Change[] {
  return DRAINS_M.filter((si) => si > part.boreM * (1 + SAME)).flatMap((si) => {
    const label = sized(part, si, part.boreM, 'bore');
    return change('drain', part, 'boreM', si.toPrecision(4), label, [
      { kind: 'set', part: part.id, path: ['boreM'], value: si, said: label },
    ]);
  });
}

/** An element half as large again, and a filter with or without its bypass valve. */
function filterChanges(part: Part): Change[] {
  if (!actsAs(part, 'filter')) return [];
  const larger = `${part.name}: an element half as large again`;
  return change('filter', part, 'ratedFlowM3S', 'larger', larger, [
    { kind: 'set', part: part.id, path: ['ratedFlowM3S'], value: part.ratedFlowM3S * LARGER_ELEMENT, said: larger },
  ]);
}

/** True for what is plumbed outside the engine: a feed of its own. */
export const isFedOutside = (part: Part): part is PartOf<'consumer'> =>
  isConsumer(part) && actsAs(part, 'accessory') && (part.duty === 'turbo' || part.duty === 'supercharger');

/** Sizes of a restrictor that is added. */
export const ADDED_RESTRICTORS_M = [0.8, 1, 1.2, 1.5, 2].map((mm) => mm * MM);
