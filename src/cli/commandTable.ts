import type { OptionName } from '../core/studies/job/command';
import type { StudyName } from '../core/answer/registry';
import type { OwnOptionName } from './options';

/** What the help says of a command, and who does it: nothing of the core is loaded for it. */
export interface CommandWords {
  /** Words behind its name; in angles where they must stand, in brackets where they may. */
  readonly words: readonly string[];
  readonly summary: string;
  /** Words behind `tidal` that work from the root of the project. */
  readonly example: string;
  readonly options: readonly (OptionName | OwnOptionName)[];
  /** Studies that may answer; of several, the one whose question fits. Absent: the command is no study. */
  readonly studies?: readonly [StudyName, ...StudyName[]];
  /** Asked of the whole project, not of one variant. */
  readonly acrossVariants?: true;
}

const FILE = '<file>';
const AT = ['rpm', 'oil-temp'] as const;
const DRIVE = ['air-temp', 'road-speed', 'load'] as const;
const JOB = ['variant', 'from', 'json', 'csv'] as const;

/** Every command, in the order of the help. */
export const COMMANDS = {
  new: {
    words: ['<answers.json>'],
    summary: 'write the project of a new engine from the answers to a few questions',
    example: 'new answers.json > engine.json',
    options: [],
  },
  archetypes: {
    words: [],
    summary: 'what those answers may be',
    example: 'archetypes --json',
    options: ['json'],
  },
  solve: {
    words: [FILE],
    summary: 'one condition: pressure, flow and verdict of every component',
    example: 'solve demo/thornback.json --rpm 7000 --oil-temp 120',
    options: [...AT, 'variant', 'json'],
    studies: ['state'],
  },
  check: {
    words: [FILE],
    summary: 'the verdict over the whole operating range, with its certainty; each component at its worst',
    example: 'check demo/thornback.json',
    options: ['variant', 'json'],
    studies: ['check'],
  },
  sweep: {
    words: [FILE],
    summary: 'the same as CSV: a row for each condition and component',
    example: 'sweep demo/thornback.json --csv',
    options: ['variant', 'csv'],
    studies: ['sweep'],
  },
  balance: {
    words: [FILE],
    summary: 'where the oil temperature settles, and where the heat comes from and goes to',
    example: 'balance demo/thornback.json --variant noseCooler --air-temp 30',
    options: ['rpm', ...DRIVE, 'variant', 'json'],
    studies: ['state'],
  },
  warmup: {
    words: [FILE],
    summary: 'from a cold start at one drive',
    example: 'warmup demo/thornback.json --rpm 3000 --minutes 20 --csv',
    options: ['rpm', ...DRIVE, 'minutes', 'variant', 'csv'],
    studies: ['warmUp'],
  },
  trace: {
    words: [FILE, '<log.csv>'],
    summary: 'driven by a recorded lap with the columns time_s, rpm, load, road_speed_kmh',
    example: 'trace demo/thornback.json demo/hillclimb.csv --csv',
    options: [...DRIVE, 'variant', 'csv'],
    studies: ['trace'],
  },
  compare: {
    words: [FILE],
    summary: 'two to four variants side by side, what differs first',
    example: 'compare demo/thornback.json --variants stock,noseCooler',
    options: ['variants', 'json', 'csv'],
    studies: ['compare'],
    acrossVariants: true,
  },
  faults: {
    words: [FILE],
    summary: 'each single fault put in: what starves first, what the gauge shows',
    example: 'faults demo/thornback.json',
    options: ['pairs', 'variant', 'json', 'csv'],
    studies: ['faults'],
  },
  size: {
    words: [FILE, '<part.field|part>'],
    summary: 'which sizes of a bore, a spring, a cooler or a thermostat work',
    example: 'size demo/thornback.json turboRestrictor.boreM',
    options: ['for', 'variant', 'json', 'csv'],
    studies: ['partSizes', 'size'],
  },
  envelope: {
    words: [FILE],
    summary: 'where supply fails, over engine speed and one thing more',
    example: 'envelope demo/thornback.json --over air',
    options: ['over', 'oil-temp', ...DRIVE, 'variant', 'json', 'csv'],
    studies: ['envelope'],
  },
  sensitivity: {
    words: [FILE, '<component>'],
    summary: 'what moves its margin most, for a realistic step of each figure',
    example: 'sensitivity demo/thornback.json lifters --rpm 850 --oil-temp 120',
    options: [...AT, 'variant', 'json', 'csv'],
    studies: ['sensitivity'],
  },
  guesses: {
    words: [FILE],
    summary: 'what is still a guess, what matters most first, and how to measure it',
    example: 'guesses demo/thornback.json',
    options: ['variant', 'json', 'csv'],
    studies: ['guesses'],
  },
  spread: {
    words: [FILE],
    summary: 'every figure drawn from its tolerance: how sure the supply is',
    example: 'spread demo/thornback.json --rpm 850 --oil-temp 120',
    options: [...AT, 'samples', 'seed', 'variant', 'json', 'csv'],
    studies: ['spread'],
  },
  fit: {
    words: [FILE, '<readings.csv>'],
    summary: 'fit the circuit to gauge readings',
    example: 'fit engine.json readings.csv',
    options: ['variant', 'json'],
    studies: ['fit'],
  },
  explain: {
    words: [FILE, '<readings.csv>'],
    summary: 'why the gauge reads low: causes by probability, and the next check',
    example: 'explain engine.json readings.csv',
    options: ['variant', 'json'],
    studies: ['causes'],
  },
  filling: {
    words: [FILE, '[dry|prefilled|overnight]'],
    summary: 'seconds of cranking until the gauge moves and each component has oil',
    example: 'filling demo/thornback.json prefilled',
    options: ['oil-temp', 'variant', 'json'],
    studies: ['filling'],
  },
  pickup: {
    words: [FILE],
    summary: 'how far the pickup stays covered in turns and on slopes, and what holds the pressure',
    example: 'pickup demo/thornback.json',
    options: ['variant', 'json', 'csv'],
    studies: ['sweep'],
  },
  accumulator: {
    words: [FILE, '[part]'],
    summary: 'what an oil accumulator gives while the pickup is bare, and how it fills again',
    example: 'accumulator engine.json --rpm 5000 --oil-temp 100',
    options: [...AT, 'variant', 'json', 'csv'],
    studies: ['accumulator'],
  },
  cleanliness: {
    words: [FILE],
    summary: 'ISO 4406 code after 50 hours with and without the side-stream filter',
    example: 'cleanliness demo/saltmarsh.json --variant sideStream',
    options: [...AT, 'variant', 'json'],
    studies: ['cleanliness'],
  },
  audit: {
    words: [FILE],
    summary: 'every rule of the audit, the gravest finding first',
    example: 'audit demo/thornback.json --variant noseCooler',
    options: ['variant', 'json'],
    studies: ['check'],
  },
  aims: {
    words: [FILE],
    summary: 'whether a variant meets its aims, and what it gains, costs and puts at risk',
    example: 'aims demo/thornback.json --variant noseCooler',
    options: ['variant', 'json'],
    studies: ['effects'],
  },
  remedy: {
    words: [FILE],
    summary: 'finds a fix: what could be done so that the verdict is good and the aims are met',
    example: 'remedy demo/thornback.json --variant noseCooler',
    options: ['variant', 'json'],
    studies: ['fix'],
  },
  hoses: {
    words: [FILE],
    summary: 'the cut list: each hose, its ends, its cut length and how sure it is',
    example: 'hoses demo/thornback.json --variant noseCooler',
    options: JOB,
  },
  joints: {
    words: [FILE],
    summary: 'every joint outside the engine: seal, tightening, and whether it mates',
    example: 'joints demo/thornback.json --variant noseCooler',
    options: JOB,
  },
  parts: {
    words: [FILE],
    summary: 'what is new, reused and left over',
    example: 'parts demo/thornback.json --variant noseCooler --from stock',
    options: JOB,
  },
  plan: {
    words: [FILE],
    summary: 'the job from one variant to another, step by step',
    example: 'plan demo/thornback.json --variant noseCooler --from stock',
    options: JOB,
  },
  sheet: {
    words: [FILE],
    summary: 'the job sheet, as HTML, or as PDF where Chromium is found',
    example: 'sheet demo/thornback.json --variant noseCooler --from stock -o sheet.pdf',
    options: ['variant', 'from', 'paper', 'short', 'revision', 'output'],
  },
  bracket: {
    words: [FILE, '<part>'],
    summary: 'the template of a bracket at true size, as SVG or PDF',
    example: 'bracket engine.json noseCooler -o bracket.pdf',
    options: ['variant', 'output'],
  },
} as const satisfies Readonly<Record<string, CommandWords>>;

export type CommandName = keyof typeof COMMANDS;

/** Commands that are no study. */
export type OwnCommandName = {
  [N in CommandName]: (typeof COMMANDS)[N] extends { readonly studies: readonly StudyName[] } ? never : N;
}[CommandName];
