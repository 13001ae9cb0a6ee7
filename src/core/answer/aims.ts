import { formatQuantity, type UnitChoice } from '../foundations/units';
import { sayMinutes } from '../bench/plan/sayStep';
import type { Aim, AimKind } from '../document/project/aims';
import { conditionOf } from '../document/project/conditions';
import type { Project } from '../document/project/project';
import { designDrives } from '../judgement/designDrives';
import { chanceOf, aspectOf } from '../judgement/verdict/verdict';
import type { Measures } from './measures';

/** How an aim stands. */
export interface JudgedAim {
  readonly aim: Aim;
  /** Null where its figure is not known. */
  readonly met: boolean | null;
  readonly actual: number | null;
  readonly limit: number;
}

/** What of a variant an aim needs beside its measures. */
export interface AimFigures {
  readonly measures: Measures;
  /** ISO 4406 code at 6 µm after 50 h; null where nothing filters, or where it was not asked for. */
  readonly code: number | null;
}

interface AimWords {
  readonly title: string;
  readonly actual: (of: AimFigures) => number | null;
  readonly limit: (aim: Aim) => number;
  readonly isMost: boolean;
  readonly say: (si: number, units: UnitChoice) => string;
  readonly where: (project: Project, units: UnitChoice) => string;
}

const celsius = (si: number, units: UnitChoice) => formatQuantity(si, 'temperature', units);
const pressure = (si: number, units: UnitChoice) => formatQuantity(si, 'pressure', units);
const percent = (share: number) => `${Math.round(100 * share)} %`;
const limitOf = (aim: Aim): number => Object.entries(aim).find(([key]) => key !== 'kind')![1] as number;

const AIMS: Readonly<Record<AimKind, AimWords>> = {
  hotDay: {
    title: 'Oil at the gallery on a hot day below',
    actual: ({ measures }) => measures.hotDay.galleryK ?? measures.hotDay.sumpK,
    limit: limitOf,
    isMost: true,
    say: celsius,
    where: ({ engine }, units) => {
      const { hotDay } = designDrives(engine);
      return `${(hotDay.name ?? 'full load').toLowerCase()}, air ${celsius(hotDay.airTemperatureK, units)}`;
    },
  },
  coldCruise: {
    title: 'Oil on a cold cruise not below',
    actual: ({ measures }) => measures.coldCruiseK,
    limit: limitOf,
    isMost: false,
    say: celsius,
    where: ({ engine }, units) => `air ${celsius(designDrives(engine).coldCruise.airTemperatureK, units)}`,
  },
  warmWithin: {
    title: 'Warm within',
    actual: ({ measures }) => measures.warmUpS,
    limit: limitOf,
    isMost: true,
    say: (si) => sayMinutes(si / 60),
    where: () => 'from cold at a cruise',
  },
  idlePressure: {
    title: 'At a hot idle at least',
    actual: ({ measures }) => measures.idlePa,
    limit: limitOf,
    isMost: false,
    say: pressure,
    where: (project, units) => {
      const { speedRevS, oilTemperatureK } = conditionOf(project, 'hotIdle');
      return `${formatQuantity(speedRevS, 'speed', units)}, ${celsius(oilTemperatureK, units)}`;
    },
  },
  sure: {
    title: 'Every component supplied, sure to',
    actual: ({ measures }) => chanceOf(aspectOf(measures.verdict, 'supplied'), measures.certainty) ?? null,
    limit: limitOf,
    isMost: false,
    say: percent,
    where: () => 'whole operating range',
  },
  coldStart: {
    title: 'Before the filter on a cold start not above',
    actual: ({ measures }) => measures.coldStartPa,
    limit: limitOf,
    isMost: true,
    say: pressure,
    where: ({ range }, units) => `oil ${celsius(range.coldestOilK, units)}`,
  },
  cleanliness: {
    title: 'ISO 4406 code at 6 µm not above',
    actual: ({ code }) => code,
    limit: limitOf,
    isMost: true,
    say: (si) => String(Math.round(si)),
    where: () => 'after 50 h',
  },
  weight: {
    title: 'Weight of what is new not above',
    actual: ({ measures }) => measures.massKg,
    limit: limitOf,
    isMost: true,
    say: (si, units) => formatQuantity(si, 'mass', units),
    where: () => 'where it is stated',
  },
  hours: {
    title: 'Work not above',
    actual: ({ measures }) => 60 * measures.minutes,
    limit: limitOf,
    isMost: true,
    say: (si) => sayMinutes(si / 60),
    where: () => 'the whole job',
  },
};

/** What an aim is called in a list. */
export const aimTitle = (kind: AimKind): string => AIMS[kind].title;

/** Holds aims against a variant's figures. */
export function judgeAims(aims: readonly Aim[], figures: AimFigures): readonly JudgedAim[] {
  return aims.map((aim) => {
    const words = AIMS[aim.kind];
    const actual = words.actual(figures);
    const limit = words.limit(aim);
    // Oil that finds no temperature, or does not get warm, meets no aim.
    const isHopeless = actual === null && (aim.kind === 'hotDay' || aim.kind === 'warmWithin');
    const met = actual === null ? (isHopeless ? false : null) : words.isMost ? actual <= limit : actual >= limit;
    return { aim, met, actual, limit };
  });
}

/** "Oil at the gallery on a hot day below 120 °C: met, 112 °C (session, air 35 °C)." */
export function sayAim({ aim, met, actual, limit }: JudgedAim, project: Project, units: UnitChoice = {}): string {
  const { title, say, where } = AIMS[aim.kind];
  const head = `${title} ${say(limit, units)}`;
  const at = where(project, units);
  if (actual === null) return `${head}: ${met === false ? 'not met, no such state' : 'not known'} (${at}).`;
  return `${head}: ${met ? 'met' : 'not met'}, ${say(actual, units)} (${at}).`;
}

const C = 273.15;
const BAR = 1e5;
/** Gallery oil that a use's hardest drive may reach, under the limit of the sump [K]. @source engineering judgement */
const UNDER_LIMIT_K = 5;

/** An aim as it is first proposed, its figure from the engine's use and kind. @source engineering judgement */
export function usualAim(kind: AimKind, project: Project, now: Measures | undefined): Aim {
  switch (kind) {
    case 'hotDay':
      return { kind, mostK: project.range.hottestOilK - UNDER_LIMIT_K };
    case 'coldCruise':
      return { kind, leastK: C + 80 };
    case 'warmWithin':
      return { kind, mostS: 15 * 60 };
    case 'idlePressure':
      return { kind, leastPa: Math.max(0.7 * BAR, Math.floor((now?.idlePa ?? BAR) / (0.1 * BAR)) * 0.1 * BAR) };
    case 'sure':
      return { kind, leastShare: 0.95 };
    case 'coldStart':
      return { kind, mostPa: 8 * BAR };
    case 'cleanliness':
      return { kind, mostCode: 16 };
    case 'weight':
      return { kind, mostKg: 6 };
    case 'hours':
      return { kind, mostS: 6 * 3600 };
  }
}
