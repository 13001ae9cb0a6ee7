import { CC_M3, FOOT_M, IMPERIAL_GALLON_M3, INCH_M, LITRE_M3, US_GALLON_M3 } from '../../foundations/units/conversions';
import { NUMERAL, numeralReadings } from '../../foundations/units/numeral';
import { thingNamed, type Thing } from './things';

/** What one line of a delivery, or of what is on the shelf, says. */
export interface ReadLine {
  /** Pieces, metres or cubic metres, all packs together. */
  readonly quantity: number;
  readonly unit: 'pcs' | 'm' | 'm³';
  /** Undefined: it names nothing that is known. */
  readonly thing: Thing | undefined;
  readonly dash: number | undefined;
  /** Of a hose end [degrees]; 0 is straight. */
  readonly angleDeg: number | undefined;
  /** "NPT 1/8", "G 1/4", "M18x1.5", "3/4-16", "dash 8", as they stand in the line. */
  readonly threads: readonly string[];
  /** Of an oil: "10W-40". */
  readonly grade: string | undefined;
}

const WORDS: Readonly<Record<string, number>> = {
  ...Object.fromEntries(
    ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'].map((word, i) => [word, i + 1]),
  ),
  a: 1,
  an: 1,
  couple: 2,
  dozen: 12,
};
const WORD = Object.keys(WORDS).join('|');
const QUART_M3 = US_GALLON_M3 / 4;
const LENGTHS: readonly (readonly [RegExp, number])[] = [
  [/^(?:mm|millimet(?:er|re)s?)$/, 1e-3],
  [/^(?:cm|centimet(?:er|re)s?)$/, 1e-2],
  [/^(?:m|mtrs?|met(?:er|re)s?)$/, 1],
  [/^(?:ft|feet|foot|')$/, FOOT_M],
  [/^(?:in|inch|inches|")$/, INCH_M],
];
const VOLUMES: readonly (readonly [RegExp, number])[] = [
  [/^(?:l|ltrs?|lit(?:er|re)s?)$/, LITRE_M3],
  [/^(?:ml|cc)$/, CC_M3],
  [/^(?:qts?|quarts?)$/, QUART_M3],
  [/^(?:gal|gallons?)$/, US_GALLON_M3],
  [/^imp gal$/, IMPERIAL_GALLON_M3],
];
const UNIT = String.raw`(?:imp gal|gallons?|gal|quarts?|qts?|lit(?:er|re)s?|ltrs?|l|ml|cc|millimet(?:er|re)s?|mm(?![²2])|centimet(?:er|re)s?|cm|met(?:er|re)s?|mtrs?|m|feet|foot|ft|inches|inch|in|'|")(?![a-z²])`;
const MEASURE = new RegExp(String.raw`(?<![\w/.,-])(${NUMERAL})\s*-?\s*(${UNIT})\.?`, 'g');

/** Things that are bought by length, and by volume. */
const BY_LENGTH: readonly (Thing | undefined)[] = ['hose', 'coolantHose', 'sleeve', 'wire', undefined];
const BY_VOLUME: readonly (Thing | undefined)[] = ['oil', 'coolant', undefined];
const DASHES = '(20|16|12|10|[3468])';
const ANGLES = '(30|45|60|90|120|150|180)';

/**
 * Reads one line as people write it: "2 × 45° -10 ends", "8 ft of AN6", "1/2 NPT to -10", "bag of 10 M6x20 bolts". What
 * it says of sizes is taken out first, so that what is left of its numbers is how many there are.
 * @param line any text @returns what it says; one piece where it names no number
 */
export function readLine(line: string): ReadLine {
  const rest = new Text(plain(line));
  const threads = takeThreads(rest);
  const dashes = takeDashes(rest);
  const said = [...threads, ...dashes.map(({ at, size }) => ({ at, name: `dash ${size}` }))]
    .sort((a, b) => a.at - b.at)
    .map(({ name }) => name);
  const isJoint = said.length > 1;
  const named = thingNamed(rest.original);
  const angleDeg = takeAngle(rest, named);
  const measures = takeMeasures(rest);
  const count = takeCount(rest, named !== undefined);
  const length = measures.find((m) => m.unit === 'm');
  const volume = measures.find((m) => m.unit === 'm³');
  const thing =
    angleDeg !== undefined && (named === undefined || named === 'hose')
      ? 'hoseEnd'
      : (named ?? (isJoint ? 'adapter' : length && dashes.length > 0 ? 'hose' : volume ? 'oil' : undefined));
  const long = BY_LENGTH.includes(thing) ? longest(measures, thing) : undefined;
  const much = BY_VOLUME.includes(thing) ? volume : undefined;
  const takesThreads = thing !== 'hose' && thing !== 'hoseEnd';
  const grade = /\b(\d{1,2})w-? ?(\d{2})\b/.exec(rest.original);
  const isAdapter = thing === 'adapter' || thing === 'tee';
  return {
    quantity: count * (long?.si ?? much?.si ?? 1),
    unit: long ? 'm' : much ? 'm³' : 'pcs',
    thing,
    dash: isAdapter ? undefined : dashes[0]?.size,
    angleDeg: thing === 'hoseEnd' ? angleDeg : undefined,
    grade: grade ? `${grade[1]}W-${grade[2]}` : undefined,
    threads: isAdapter ? said : takesThreads ? threads.map(({ name }) => name) : [],
  };
}

/** A line without what was understood of it. */
class Text {
  left: string;
  constructor(readonly original: string) {
    this.left = original;
  }
  /** Takes every match out, in its place. */
  take(pattern: RegExp): RegExpMatchArray[] {
    const found = [...this.left.matchAll(pattern)];
    this.left = this.left.replace(pattern, (match) => ' '.repeat(match.length));
    return found;
  }
}

/** Small letters, one kind of each sign. */
const plain = (line: string): string =>
  line
    .toLowerCase()
    .replace(/[\u00a0\u2009\u202f\t]/g, ' ')
    .replace(/[×✕]/g, 'x')
    .replace(/[″“”]/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/[–—−]/g, '-')
    .replace(/º/g, '°')
    .replace(/\s*¼/g, ' 1/4')
    .replace(/\s*½/g, ' 1/2')
    .replace(/\s*¾/g, ' 3/4')
    .trim();

interface Named {
  readonly at: number;
  readonly name: string;
}

function takeThreads(text: Text): readonly Named[] {
  const british = (word: string): string =>
    word.startsWith('npt') || word === 'taper pipe' ? 'NPT' : word === 'bspt' || word === 'r' ? 'R' : 'G';
  const pipe = '(nptf?|bspt|bspp?|taper pipe|g|r)';
  const size = String.raw`(\d\/\d|1)`;
  const found = [
    ...text
      .take(new RegExp(String.raw`(?<![\w/])${size}\s*"?\s*-?\s*(?:\d\d\s+)?${pipe}\b`, 'g'))
      .map((m) => ({ at: m.index!, name: `${british(m[2]!)} ${m[1]}` })),
    ...text
      .take(new RegExp(String.raw`\b${pipe}\s*${size}(?![\d/])"?`, 'g'))
      .map((m) => ({ at: m.index!, name: `${british(m[1]!)} ${m[2]}` })),
    ...text
      .take(/\bm\s?(\d{1,2})\s*x\s*([0-2](?:[.,]\d+)?)(?![\d/])/g)
      .map((m) => ({ at: m.index!, name: `M${m[1]}x${Number(m[2]!.replace(',', '.'))}` })),
    // Behind a bolt's size stands its length; behind another thing's how many there are.
    ...text
      .take(
        /\b(?:bolts?|screws?|studs?)\b/.test(text.original)
          ? /\bm\s?(\d{1,2})(?:\s*x\s*\d{2,3}(?!\d))?/g
          : /\bm\s?(\d{1,2})(?!\d)/g,
      )
      .map((m) => ({ at: m.index!, name: `M${m[1]}` })),
    ...text
      .take(/(?<![\w/.-])((?:\d+ )?\d{1,2}\/\d{1,2}|1)\s?-\s?(\d{2})(?:\s*un[fcs]?)?\b/g)
      .map((m) => ({ at: m.index!, name: `${m[1]}-${m[2]}` })),
  ];
  // "14 mm" of a washer or a plug is its thread.
  if (/\b(?:washer|crush|dowty|bonded|sealing ring|banjo bolt)/.test(text.original))
    found.push(...text.take(/(?<![\w/.])(\d{1,2})\s*mm\b/g).map((m) => ({ at: m.index!, name: `M${m[1]}` })));
  return found;
}

function takeDashes(text: Text): readonly { readonly at: number; readonly size: number }[] {
  const named = text.take(new RegExp(String.raw`\bsize\s*${DASHES}(?!\d)`, 'g'));
  const found = [
    ...named,
    ...text.take(new RegExp(String.raw`(?:\ban|\bjic|\bdash|#|\borb)\s*-?\s*${DASHES}(?!\d|\s*°|\s*deg|\/)`, 'g')),
    // "4 ORB rings, size 8": four of them.
    ...(named.length > 0
      ? []
      : text.take(new RegExp(String.raw`(?<![\w/.])${DASHES}\s*-?\s*(?:an|jic|orb|dash)\b`, 'g'))),
    ...text.take(new RegExp(String.raw`(?<![\w.])-\s?${DASHES}(?![\d.]|\s*°|\s*deg|\/)`, 'g')),
  ];
  return found.map((m) => ({ at: m.index!, size: Number(m[1]) })).sort((a, b) => a.at - b.at);
}

function takeAngle(text: Text, named: Thing | undefined): number | undefined {
  const [written] = text.take(new RegExp(String.raw`(?<![\d.])${ANGLES}\s*-?\s*(?:°|deg(?:ree)?s?\b)`, 'g'));
  if (written) return Number(written[1]);
  if (/\bstraights?\b/.test(text.original)) return 0;
  if (named !== undefined && named !== 'hoseEnd') return undefined;
  const [bare] = text.take(new RegExp(String.raw`(?<![\d.-])${ANGLES}(?:'?s)?(?![\d.]|\s*(?:x|off|pcs|${UNIT}))`, 'g'));
  return bare ? Number(bare[1]) : undefined;
}

interface Measured {
  readonly unit: 'm' | 'm³';
  readonly si: number;
}

function takeMeasures(text: Text): readonly Measured[] {
  return text.take(MEASURE).flatMap(([, figure, unit]): Measured[] => {
    const value = numeralReadings(figure!).values[0];
    const length = LENGTHS.find(([name]) => name.test(unit!));
    const volume = VOLUMES.find(([name]) => name.test(unit!));
    if (value === undefined || (!length && !volume)) return [];
    return length ? [{ unit: 'm', si: value * length[1] }] : [{ unit: 'm³', si: value * volume![1] }];
  });
}

/** Hose may be named by its bore too: its length is the longest that is said, and longer than any bore. */
const LEAST_LENGTH_M = 0.1;
function longest(measures: readonly Measured[], thing: Thing | undefined): Measured | undefined {
  if (thing === undefined) return undefined;
  return measures
    .filter((m) => m.unit === 'm' && m.si >= LEAST_LENGTH_M)
    .reduce<Measured | undefined>((most, m) => (most && most.si >= m.si ? most : m), undefined);
}

/** Numbers that say what a thing is: rows of a cooler, amperes, a range of pressure, a class of bolts. */
const NO_COUNT =
  /\d+\s*-?\s*rows?\b|\d+(?:[.,]\d+)?\s*(?:a|amps?|v|w|volts?|bar|psi)\b|\d+\s*-\s*\d+|\d+\/\d+|\d+\.\d+|\b\d-way\b/g;

/** How many, packs and pairs multiplied; 1 where nothing is said. */
function takeCount(text: Text, isNamed: boolean): number {
  const whole = String.raw`(\d{1,5})`;
  let count = 1;
  text.take(NO_COUNT);
  const times = (pattern: RegExp): boolean => {
    const [found] = text.take(pattern);
    if (found) count *= WORDS[found[1]!] ?? Number(found[1]);
    return found !== undefined;
  };
  times(new RegExp(String.raw`\b(?:packs?|bags?|box(?:es)?|pkts?|packets?|sets?)\s*(?:of\s*)?\(?${whole}\)?`, 'g'));
  const hasPair = text.take(/\b(?:pairs?|prs?)\b(?:\s*of)?/g).length > 0;
  if (hasPair) count *= 2;
  const isSaid =
    times(
      new RegExp(String.raw`^\W*${whole}\s*(?:x|off|of|pcs?|pieces?|only|no\b\.?|nos\b\.?|ea|[,;:]|(?=\s|$))`, 'g'),
    ) ||
    times(new RegExp(String.raw`(?:\bx|\bqty:?|[;,(:*])\s*${whole}\s*(?:off|of|pcs?|pieces?|rolls?|ea)?\W*$`, 'g')) ||
    times(new RegExp(String.raw`\b${whole}\s*(?:off|of|pcs?|pieces?|rolls?|tubes?|cans?|ea|x)\b`, 'g')) ||
    times(new RegExp(String.raw`^\W*(${WORD})\s`, 'g'));
  if (!isSaid && !hasPair && isNamed) times(new RegExp(String.raw`\s${whole}\W*$`, 'g'));
  return count;
}
