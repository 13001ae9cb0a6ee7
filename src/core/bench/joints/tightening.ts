import { formatQuantity, US_UNITS } from '../../foundations/units';
import { jointOf, type JointKind, type Thread } from '../../document/parts/threads';
import type { JointNote } from '../../document/project/bench';
import { ALUMINIUM_SHARE, BOLT_TORQUE_NM } from './torque';

/**
 * How sure a figure is: of a standard; of a handbook or common practice, shown as typical; or the maker's, which nobody
 * has put in yet.
 */
export type Sureness = 'standard' | 'typical' | 'maker';

/** How a joint is sealed and tightened. */
export interface Tightening {
  readonly seal: string;
  /** What is renewed each time, with how many. */
  readonly renew: { readonly what: string; readonly count: number } | undefined;
  /** In words: "1 flat past wrench resistance". */
  readonly by: string;
  /** Typical torque, least and most [N·m]; undefined: the maker's figure, or none. */
  readonly typicalNm: readonly [number, number] | undefined;
  readonly sureness: Sureness;
  readonly wrench: string | undefined;
  readonly bolts: { readonly count: number; readonly size: string; readonly pattern: string } | undefined;
}

/**
 * A 37° flare by dash size: steel swivel nut [N·m], flats past wrench resistance, aluminium nut [N·m], hexagon [in].
 */
interface FlareRow {
  readonly steelNm: number;
  readonly flats: string;
  readonly aluminiumNm: readonly [number, number];
  readonly hex: string | undefined;
}

/** @source SAE J514 for the threads; torques and flats are handbook values, from memory */
const FLARES: Readonly<Record<number, FlareRow>> = {
  3: { steelNm: 11, flats: '2 flats', aluminiumNm: [3, 5], hex: undefined },
  4: { steelNm: 18, flats: '2 flats', aluminiumNm: [4.5, 7.3], hex: '9/16 in' },
  6: { steelNm: 30, flats: '1¼ flats', aluminiumNm: [8.5, 14], hex: '11/16 in' },
  8: { steelNm: 57, flats: '1 flat', aluminiumNm: [17, 28], hex: '7/8 in' },
  10: { steelNm: 81, flats: '1 flat', aluminiumNm: [23, 40], hex: '1 in' },
  12: { steelNm: 114, flats: '1 flat', aluminiumNm: [34, 56], hex: '1 1/4 in' },
  16: { steelNm: 160, flats: '1 flat', aluminiumNm: [56, 79], hex: '1 1/2 in' },
  20: { steelNm: 228, flats: '1 flat', aluminiumNm: [68, 102], hex: undefined },
};
/** Steel plug with a washer, into steel [N·m]. @source handbook values, from memory */
const WASHER_NM: Readonly<Record<string, number>> = {
  M10x1: 15,
  M12x1_5: 25,
  M14x1_5: 30,
  M16x1_5: 40,
  M18x1_5: 45,
  M22x1_5: 60,
};
const WASHER_ALUMINIUM_SHARE = 2 / 3;
/** @source handbook values, from memory */
const BANJO_NM: Readonly<Record<string, number>> = { M10x1: 18, M12x1_5: 28, M14x1_5: 38 };
/** Centre bolt of a plate. @source common practice, no source: 30 to 35 lbf·ft */
const CENTRE_BOLT_NM: readonly [number, number] = [40, 48];

const flats = (row: FlareRow | undefined): string =>
  row ? `${row.flats} past wrench resistance` : 'by flats past wrench resistance';

/** "23 to 40 N·m (17 to 30 lbf·ft)". */
function bothUnits(...nm: readonly number[]): string {
  const us = nm.map((each) => formatQuantity(each, 'torque', US_UNITS, 0));
  return `${nm.join(' to ')} N·m (${us.map((each, i) => (i < us.length - 1 ? each.split(/\s/)[0]! : each)).join(' to ')})`;
}

/** Bolt pattern by count: how they are gone round. */
const patternOf = (count: number): string =>
  count <= 2 ? 'in turns' : count <= 4 ? 'crosswise' : 'from the centre outwards, crosswise';

type Rule = (thread: Thread, note: JointNote) => Omit<Tightening, 'bolts'> & Partial<Pick<Tightening, 'bolts'>>;

const flare: Rule = (thread) => {
  const row = FLARES[Number(/\d+$/.exec(thread)?.[0])];
  return {
    seal: 'dry',
    renew: undefined,
    by: row
      ? `${flats(row)}; aluminium nut ${bothUnits(...row.aluminiumNm)}, steel nut ${bothUnits(row.steelNm)}`
      : flats(row),
    typicalNm: row?.aluminiumNm,
    sureness: 'typical',
    wrench: row?.hex && `${row.hex} hexagon`,
  };
};

/** By kind of joint. @source SAE J514, J1926, ASME B1.20.1 for the seals; turns and care: common practice, no source */
const RULES: Readonly<Record<JointKind, Rule>> = {
  flare37: flare,
  flare45: (thread) => ({ ...flare(thread, {}), by: 'maker’s figure', typicalNm: undefined, sureness: 'maker' }),
  oRingBoss: (thread) => {
    const row = FLARES[Number(/\d+$/.exec(thread)?.[0])];
    return {
      seal: 'new O-ring, oiled',
      renew: { what: `O-ring, boss dash ${/\d+$/.exec(thread)?.[0] ?? ''}`, count: 1 },
      by: 'maker’s figure',
      typicalNm: undefined,
      sureness: 'maker',
      wrench: row?.hex && `${row.hex} hexagon`,
    };
  },
  taperPipe: () => ({
    seal: 'sealant in the thread’s direction, first thread bare',
    renew: { what: 'thread sealant', count: 0 },
    by: '2 turns past finger tight (2 to 3); never down to the face, never turned back',
    typicalNm: undefined,
    sureness: 'typical',
    wrench: undefined,
  }),
  bondedWasher: (thread) => {
    const steel = WASHER_NM[thread.replace('washer', '')];
    return {
      seal: 'new washer',
      renew: { what: `washer, ${thread.replace('washer', '').replace('x', ' × ').replace('_', '.')}`, count: 1 },
      by: steel === undefined ? 'maker’s figure' : 'torque',
      typicalNm: steel === undefined ? undefined : [steel * WASHER_ALUMINIUM_SHARE, steel],
      sureness: steel === undefined ? 'maker' : 'typical',
      wrench: undefined,
    };
  },
  banjo: (thread) => {
    const nm = BANJO_NM[thread.replace('banjo', '')];
    return {
      seal: '2 new washers',
      renew: { what: `washer, ${thread.replace('banjo', '').replace('x', ' × ').replace('_', '.')}`, count: 2 },
      by: nm === undefined ? 'maker’s figure' : 'torque',
      typicalNm: nm === undefined ? undefined : [nm, nm],
      sureness: nm === undefined ? 'maker' : 'typical',
      wrench: undefined,
    };
  },
  hoseTail: () => ({
    seal: 'hose over the bead, clamp behind it',
    // Clamps are counted with their hose.
    renew: undefined,
    by: 'clamp until the hose just bulges; once more when warm',
    typicalNm: undefined,
    sureness: 'typical',
    wrench: undefined,
  }),
  flange: (_thread, note) => {
    const { bolts } = note;
    const nm = bolts && BOLT_TORQUE_NM[bolts.size] * (bolts.intoAluminium ? ALUMINIUM_SHARE : 1);
    return {
      seal: note.gasketReused ? 'gasket reused, with sealer' : 'new gasket',
      renew: note.gasketReused ? { what: 'gasket sealer', count: 0 } : { what: 'gasket', count: 1 },
      by: nm === undefined ? 'maker’s figure' : 'torque, in two rounds',
      typicalNm: nm === undefined ? undefined : [nm, nm],
      sureness: nm === undefined ? 'maker' : 'typical',
      wrench: undefined,
      bolts: bolts && { count: bolts.count, size: bolts.size, pattern: patternOf(bolts.count) },
    };
  },
  spinOn: () => ({
    seal: 'seal oiled',
    renew: undefined,
    by: 'by hand, ¾ turn after the seal touches',
    typicalNm: undefined,
    sureness: 'typical',
    wrench: undefined,
  }),
};

/** How a joint of a thread is sealed and tightened. Unknown figures are the maker's; nothing is guessed. */
export function tighteningOf(thread: Thread, note: JointNote = {}): Tightening {
  return { bolts: undefined, ...RULES[jointOf(thread)](thread, note) };
}

/** The centre bolt that holds a plate to the block: tightened last. */
export const CENTRE_BOLT: Tightening = {
  seal: 'plate seal, oiled; its diameter must match the face',
  renew: { what: 'plate seal', count: 1 },
  by: 'torque, last of all, after the hoses are aligned',
  typicalNm: CENTRE_BOLT_NM,
  sureness: 'typical',
  wrench: 'large hexagon key or socket',
  bolts: undefined,
};

/** Order in which the joints of a part are tightened. @source common practice, no source */
export const TIGHTENING_ORDER = [
  'Start all by hand',
  'Snug',
  'Set every position',
  'Tighten finally, centre bolt last',
] as const;
