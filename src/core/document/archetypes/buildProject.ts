import { Oil } from '../../physics/oil/oil';
import { sayIssue } from '../project/issue';
import type { KeptProject } from '../project/keptProject';
import type { Circuit, Engine, Project } from '../project/project';
import { circuitOf, deriveProject } from '../changes/deriveProject';
import { makeChange } from '../changes/editing';
import { keptOf } from '../changes/keptOf';
import { withReadings } from '../changes/readings';
import { UNKNOWN_OIL_K } from '../project/calibration';
import { atSpeedRevS } from '../project/conditions';
import { sizedDraft } from '../moves/sizedDraft';
import { idFromName } from '../moves/workpiece';
import { fieldIssue } from '../project/fieldIssue';
import type { Move, MoveDraft } from '../moves';
import { catalogueEntry } from '../parts/catalogue';
import { answersSchema, completeAnswers, type Answers, type FullAnswers } from './answers';
import { archetypeOf } from './archetypes';
import { newProject, oilOf } from './newProject';
import { makeStockCircuit } from './stockCircuit';
import { WANTS, type WantId } from './wants';

const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;

/** The engine that turbos and side-stream filters of the catalogue are of, and how much larger they come at most. */
const USUAL_M3 = 2e-3;
const MOST_GROWN = 1.15;
/** Heat of such a turbo at full load [W]. @source engineering judgement */
const TURBO_W = 800;

/** A fed part of an engine of another size: rated flow and limit together. */
function scaledFeed(part: MoveDraft, grown: number): MoveDraft {
  const supply = part['supply'] as { readonly highFlowM3S?: number } | undefined;
  return {
    ...part,
    ratedFlowM3S: Number(part['ratedFlowM3S']) * grown,
    ...(part['duty'] === 'turbo' ? { heatW: TURBO_W * grown } : {}),
    supply: { ...supply, ...(supply?.highFlowM3S === undefined ? {} : { highFlowM3S: supply.highFlowM3S * grown }) },
  };
}

/** The moves that carry a want out on a circuit. */
function movesFor(want: WantId, circuit: Circuit, distanceM: number, engine: Engine): readonly Move[] {
  const grown = Math.min(MOST_GROWN, Math.sqrt((engine.displacementM3 ?? USUAL_M3) / USUAL_M3));
  const sized = (id: string, own: object = {}) => ({ ...sizedDraft(draft(id), { circuit, engine }), ...own });
  const fed = (id: string) => scaledFeed(draft(id), grown);
  const has = (id: string) => circuit.parts.some((p) => p.id === id);
  const hose = (entry: string, name: string) => sized(entry, { name, lengthM: distanceM });
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
        { kind: 'insert', at: 'filter.in', drafts: [sized('sandwichThermostat')] },
        {
          kind: 'bridge',
          from: 'thermostatPlate.away',
          to: 'thermostatPlate.back',
          drafts: [hose('hose10', 'Cooler hose out'), sized('airCooler'), hose('hose10', 'Cooler hose back')],
        },
      ];
    case 'turbo':
      return [
        {
          kind: 'tee',
          at: 'gallery.out',
          drafts: [hose('hose4', 'Turbo hose'), fed('turboPlain')],
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
            draft('restrictor', { name: 'Turbo restrictor', boreM: 0.9e-3 * Math.sqrt(grown) }),
            fed('turboRolling'),
          ],
          drain: drain('Turbo drain', 0.2),
        },
      ];
    case 'supercharger':
      return [
        {
          kind: 'tee',
          at: 'gallery.out',
          drafts: [hose('hose4', 'Supercharger hose'), fed('superchargerFed')],
          drain: drain('Supercharger drain', 0.22),
        },
      ];
    case 'sideStream':
      return [
        {
          kind: 'tee',
          at: 'gallery.in',
          drafts: [
            hose('hose6', 'Side-stream hose'),
            draft('sideStreamOrifice', {
              metering: { kind: 'orifice', boreM: 1.5e-3 * Math.min(1, Math.sqrt(grown)), lengthM: 3e-3 },
            }),
          ],
        },
      ];
    case 'remoteFilter':
      return [
        { kind: 'swap', part: 'filter', draft: sized('takeOff') },
        {
          kind: 'bridge',
          from: `${idFromName(catalogueEntry('takeOff').part.name)}.away`,
          to: `${idFromName(catalogueEntry('takeOff').part.name)}.back`,
          drafts: [hose('hose10', 'Filter hose out'), sized('remoteHead'), hose('hose10', 'Filter hose back')],
        },
      ];
    case 'noLiquidCooler':
      return has('cooler') ? [{ kind: 'swap', part: 'cooler', draft: sized('coverThrough') }] : [];
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

/** What was answered of its gauge and its book: readings that describe the engine, and a relief that is known. */
function withGauge(kept: KeptProject, answers: FullAnswers): KeptProject {
  const { hotIdlePa, atSpeedPa, atSpeedRpm, gaugeOilK, senderAt, reliefPa, idleRpm, redlineRpm } = answers;
  const oil = gaugeOilK === undefined ? UNKNOWN_OIL_K : { oilTemperatureK: gaugeOilK };
  const at = senderAt === 'beforeFilter' ? { at: BEFORE_FILTER } : {};
  const read = (speedRevS: number, pressurePa: number | undefined) =>
    pressurePa === undefined
      ? []
      : [
          {
            by: 'gauge' as const,
            with: kept.asItIs.id,
            forFit: true as const,
            reading: { kind: 'pressure' as const, speedRevS, ...oil, pressurePa, ...at },
          },
        ];
  const speedRevS = atSpeedRpm === undefined ? atSpeedRevS(redlineRpm / 60) : atSpeedRpm / 60;
  const known = reliefPa === undefined ? [] : [{ part: 'relief', path: 'crackPa', source: 'its book' }];
  return withReadings({ ...kept, known: [...kept.known, ...known] }, [
    ...read(idleRpm / 60, hotIdlePa),
    ...read(speedRevS, atSpeedPa),
  ]);
}
const BEFORE_FILTER = 'filter.in';

/** What the answers build: the project, or why a change cannot be made. */
export type Built =
  | { readonly ok: true; readonly kept: KeptProject; readonly project: Project }
  | { readonly ok: false; readonly why: string };

/**
 * A working project from the answers: the stock circuit as the engine as it is, and where anything is to be changed a
 * variant with one change for each thing that is wanted.
 * @returns the project, or why the changes cannot all be made
 */
export function buildFromAnswers(given: Answers): Built {
  const answers = completeAnswers(given);
  const label = archetypeOf(answers.archetype).label;
  const description =
    answers.description ||
    `${(answers.displacementM3 * 1e3).toFixed(1)} L, ${answers.cylinders} ${answers.cylinders === 1 ? 'cylinder' : 'cylinders'}, ${label.toLowerCase()}`;
  const circuit = makeStockCircuit(answers, new Oil(oilOf(answers)));
  const stock = withGauge(keptOf(newProject({ ...answers, description }, circuit)), answers);
  if (answers.wants.length === 0) return { ok: true, kept: stock, project: deriveProject(stock) };
  const modified = { id: 'modified', name: 'Modified', basedOn: stock.asItIs.id, note: '', waivers: [], acts: [] };
  let kept: KeptProject = { ...stock, variants: [modified], activeVariant: modified.id };
  for (const want of ORDER) {
    if (!answers.wants.includes(want)) continue;
    const entry = WANTS.find((w) => w.id === want)!;
    if (!entry.fits(answers.archetype)) return { ok: false, why: `${entry.label}: ${label} has no place for it.` };
    const distanceM = answers.distanceM[want] ?? entry.distanceM ?? 0;
    const moves = movesFor(want, circuitOf(kept, modified.id), distanceM, kept.engine);
    if (moves.length === 0) continue;
    const made = makeChange(kept, moves, { name: entry.label });
    if (!made.ok) return { ok: false, why: `${entry.label}: ${made.why}` };
    kept = made.kept;
  }
  return { ok: true, kept, project: deriveProject(kept) };
}

/** The same from answers that nobody has checked, as a file holds them. */
export function buildFromJson(value: unknown): Built {
  const read = answersSchema.safeParse(value, { reportInput: true });
  return read.success
    ? buildFromAnswers(read.data)
    : { ok: false, why: read.error.issues.map((issue) => sayIssue(fieldIssue(issue, value))).join('\n') };
}
