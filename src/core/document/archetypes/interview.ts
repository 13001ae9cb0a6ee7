import { activeVariant, type Project, type Variant } from '../project/project';
import { applyMove, type Move, type MoveDraft } from '../moves';
import { catalogueEntry } from '../parts/catalogue';
import { ARCHETYPES, makeArchetype, type ArchetypeId } from './archetypes';
import { newProject, type NewEngine } from './newProject';

/** What people want of an oil system. */
export const WANTS = [
  {
    id: 'cooler',
    label: 'Lower oil temperature',
    note: 'A thermostat plate before the filter, an air cooler with two hoses.',
    distanceM: 1.4,
    fits: () => true,
  },
  {
    id: 'turbo',
    label: 'A turbo feed, plain bearings',
    note: 'From the gallery, with its hose and its drain.',
    distanceM: 0.5,
    fits: () => true,
  },
  {
    id: 'rollingTurbo',
    label: 'A turbo feed, rolling bearings',
    note: 'From the gallery, through a restrictor, with its drain.',
    distanceM: 0.5,
    fits: () => true,
  },
  {
    id: 'supercharger',
    label: 'A supercharger feed',
    note: 'From the gallery, with its drain.',
    distanceM: 0.6,
    fits: () => true,
  },
  {
    id: 'sideStream',
    label: 'Finer filtration',
    note: 'A side-stream filter through a metering orifice, back to the sump.',
    distanceM: 1.2,
    fits: () => true,
  },
  {
    id: 'remoteFilter',
    label: 'Easier filter access',
    note: 'A take-off plate, two hoses, the filter on a remote head.',
    distanceM: 0.9,
    fits: (a: ArchetypeId) => a === 'wetSump' || a === 'coolerOnHousing' || a === 'motorcycle',
  },
  {
    id: 'noLiquidCooler',
    label: 'Less load on the radiator',
    note: 'The liquid cooler goes; its cover carries the passage.',
    distanceM: undefined,
    fits: (a: ArchetypeId) => a === 'coolerOnHousing',
  },
  {
    id: 'gauge',
    label: 'A gauge',
    note: 'A pressure sender on the gallery, behind the filter.',
    distanceM: undefined,
    fits: () => true,
  },
] as const satisfies readonly {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly distanceM: number | undefined;
  readonly fits: (archetype: ArchetypeId) => boolean;
}[];
export type WantId = (typeof WANTS)[number]['id'];

/** The answers of the interview. */
export interface Answers {
  readonly engine: NewEngine;
  readonly archetype: ArchetypeId;
  readonly wants: readonly WantId[];
  /** Hose to each wanted part [m]; its default where nothing is said. */
  readonly distanceM: Partial<Readonly<Record<WantId, number>>>;
}

const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;

/** The moves that carry a want out on a variant. */
function movesFor(want: WantId, variant: Variant, distanceM: number): readonly Move[] {
  const has = (id: string) => variant.circuit.parts.some((p) => p.id === id);
  const hose = (entry: string, name: string) => draft(entry, { name, lengthM: distanceM });
  const drain = (name: string, heightM: number) =>
    draft('drain', {
      name,
      profile: [
        { alongM: 0, heightM },
        { alongM: 0.38, heightM: -0.05 },
      ],
    });
  switch (want) {
    case 'cooler':
      return [
        { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat')] },
        {
          kind: 'bridge',
          from: 'thermostatPlate.away',
          to: 'thermostatPlate.back',
          drafts: [hose('hose10', 'Cooler hose out'), draft('airCooler'), hose('hose10', 'Cooler hose back')],
        },
      ];
    case 'turbo':
      return [
        {
          kind: 'tee',
          at: 'gallery.out',
          drafts: [hose('hose4', 'Turbo hose'), draft('turboPlain')],
          drain: drain('Turbo drain', 0.2),
        },
      ];
    case 'rollingTurbo':
      return [
        {
          kind: 'tee',
          at: 'gallery.out',
          drafts: [
            hose('hose4', 'Turbo hose'),
            draft('restrictor', { name: 'Turbo restrictor', boreM: 0.9e-3 }),
            draft('turboRolling'),
          ],
          drain: drain('Turbo drain', 0.2),
        },
      ];
    case 'supercharger':
      return [
        {
          kind: 'tee',
          at: 'gallery.out',
          drafts: [hose('hose4', 'Supercharger hose'), draft('superchargerFed')],
          drain: drain('Supercharger drain', 0.22),
        },
      ];
    case 'sideStream':
      return [
        { kind: 'tee', at: 'gallery.in', drafts: [hose('hose6', 'Side-stream hose'), draft('sideStreamOrifice')] },
      ];
    case 'remoteFilter':
      return [
        { kind: 'swap', part: 'filter', draft: draft('takeOff') },
        {
          kind: 'bridge',
          from: 'filter.away',
          to: 'filter.back',
          drafts: [hose('hose10', 'Filter hose out'), draft('remoteHead'), hose('hose10', 'Filter hose back')],
        },
      ];
    case 'noLiquidCooler':
      return has('cooler') ? [{ kind: 'swap', part: 'cooler', draft: draft('coverThrough') }] : [];
    case 'gauge':
      return [{ kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] }];
  }
}

/** Filters go remote before a plate is set in front of them, so that each move finds what it needs. */
const ORDER: readonly WantId[] = [
  'noLiquidCooler',
  'cooler',
  'remoteFilter',
  'turbo',
  'rollingTurbo',
  'supercharger',
  'sideStream',
  'gauge',
];

/**
 * A working project from the interview: the stock circuit as one variant, and where anything is wanted a second one that has it.
 * @returns the project, or why the wants cannot all be carried out
 */
export function buildFromInterview(
  answers: Answers,
): { readonly ok: true; readonly project: Project } | { readonly ok: false; readonly why: string } {
  const label = ARCHETYPES.find((a) => a.id === answers.archetype)!.label;
  const { engine } = answers;
  const description =
    engine.description ||
    `${(engine.displacementM3 * 1e3).toFixed(1)} L, ${engine.cylinders} cylinders, ${label.toLowerCase()}`;
  const project = newProject({ ...engine, description }, makeArchetype(answers.archetype, engine));
  if (answers.wants.length === 0) return { ok: true, project };
  let variant: Variant = { ...activeVariant(project), id: 'modified', name: 'Modified', basedOn: 'stock' };
  for (const want of ORDER) {
    if (!answers.wants.includes(want)) continue;
    const distanceM = answers.distanceM[want] ?? WANTS.find((w) => w.id === want)!.distanceM ?? 0;
    for (const move of movesFor(want, variant, distanceM)) {
      const outcome = applyMove(variant, move);
      if (!outcome.ok) return { ok: false, why: `${WANTS.find((w) => w.id === want)!.label}: ${outcome.why}` };
      variant = outcome.variant;
    }
  }
  return { ok: true, project: { ...project, variants: [...project.variants, variant], activeVariant: variant.id } };
}
