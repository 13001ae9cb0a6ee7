// npm run demos: writes the invented demo engines. Each has a stock variant and a modified one with honest mistakes that the audit finds.
import { readFileSync, writeFileSync } from 'node:fs';
import { makeArchetype } from '../src/core/document/archetypes/archetypes';
import { newProject, type NewEngine } from '../src/core/document/archetypes/newProject';
import { changePart } from '../src/core/document/parts/partFields';
import {
  PROJECT_VERSION,
  projectSchema,
  type Circuit,
  type Project,
  type Variant,
} from '../src/core/document/project/project';
import type { MoveDraft } from '../src/core/document/moves';
import { catalogueEntry } from '../src/core/document/parts/catalogue';
import { makeMoves as moved } from '../src/core/document/moves/makeMoves';
import { DEFAULT_AIR_COOLING } from '../src/core/document/parts/cooling';

const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;

/** Sets values inside parts: "part.key.key": value. */
function set(circuit: Circuit, values: Readonly<Record<string, unknown>>): Circuit {
  return Object.entries(values).reduce((c, [where, value]) => {
    const [id, ...path] = where.split('.');
    return {
      ...c,
      parts: c.parts.map((p) => {
        if (p.id !== id) return p;
        const changed = changePart(
          p,
          path.map((k) => (/^\d+$/.test(k) ? Number(k) : k)),
          value,
        );
        if (!changed.ok) throw new Error(`${where}: ${JSON.stringify(changed.issues)}`);
        return changed.part;
      }),
    };
  }, circuit);
}
const from = (stock: Variant, id: string, name: string, note: string): Variant => ({
  ...stock,
  id,
  name,
  note,
  basedOn: stock.id,
});

function write(project: Project): void {
  const file = `demo/${project.name.toLowerCase()}.json`;
  writeFileSync(
    file,
    `${JSON.stringify(projectSchema.parse({ ...project, version: PROJECT_VERSION, madeUp: true }), null, 1)}\n`,
  );
  console.log(`Wrote ${file}`);
}

function thornback(): Project {
  const raw = JSON.parse(readFileSync('src/core/verification/frozen/version1.json', 'utf8')) as { variants: object[] };
  const project = projectSchema.parse({ ...raw, version: PROJECT_VERSION });
  const stock: Variant = {
    ...project.variants[0]!,
    circuit: set(project.variants[0]!.circuit, {
      'turboDrain.profile': [
        { alongM: 0, heightM: 0.2 },
        { alongM: 0.2, heightM: 0.02 },
        { alongM: 0.38, heightM: -0.1 },
      ],
    }),
  };
  const hose = (name: string, lengthM: number) => draft('hose10', { name, lengthM });
  const cooled = moved(
    from(
      stock,
      'noseCooler',
      'Nose cooler',
      'A thermostat plate and a cooler in the nose; the turbo fed from the plate because its port was free.',
    ),
    { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichThermostat', { name: 'Plate' })] },
    {
      kind: 'bridge',
      from: 'plate.away',
      to: 'plate.back',
      drafts: [
        hose('Hose out', 1.62),
        draft('airCooler', {
          name: 'Nose cooler',
          cooling: { ...DEFAULT_AIR_COOLING, positionFactor: 0.3, fan: { faceSpeedMS: 5, onK: 369.15, offK: 363.15 } },
          electrical: { currentA: 8, fuseA: 15, relay: true },
        }),
        hose('Hose back', 1.48),
      ],
    },
    { kind: 'moveTap', port: 'turboFeed.in', to: 'plate.tap' },
    { kind: 'tee', at: 'plate.tap', drafts: [draft('gauge')] },
  );
  const engine = { ...project.engine, heat: { ...project.engine.heat, brakePowerW: 150e3 } };
  const namedStates = project.namedStates.map((n) =>
    n.name === 'Full speed'
      ? { ...n, airTemperatureK: 298.15, roadSpeedMS: 40, load: 1 }
      : n.name === 'Hot idle'
        ? { ...n, airTemperatureK: 303.15, roadSpeedMS: 0, load: 0 }
        : { ...n, airTemperatureK: 263.15, roadSpeedMS: 0, load: 0.1 },
  );
  return {
    ...project,
    engine,
    namedStates,
    variants: [
      stock,
      {
        ...cooled,
        circuit: set(cooled.circuit, {
          'turboDrain.profile': [
            { alongM: 0, heightM: 0.2 },
            { alongM: 0.2, heightM: 0.02 },
            { alongM: 0.38, heightM: -0.225 },
          ],
        }),
      },
    ],
  };
}

const engine = (
  name: string,
  description: string,
  litres: number,
  cylinders: number,
  idleRpm: number,
  maximumRpm: number,
  oilGrade: string,
): NewEngine => ({
  name,
  description,
  displacementM3: litres * 1e-3,
  cylinders,
  idleSpeedRevS: idleRpm / 60,
  maximumSpeedRevS: maximumRpm / 60,
  oilGrade,
});

function saltmarsh(): Project {
  const about = engine('Saltmarsh', '4.1 L flat-six, supercharged, estuary launch', 4.1, 6, 700, 5200, '15W-40');
  const base = newProject(about, makeArchetype('coolerOnHousing', about));
  const stock = moved(
    {
      ...base.variants[0]!,
      circuit: set(base.variants[0]!.circuit, {
        'cooler.name': 'Raw-water cooler',
        'cooler.cooling': {
          kind: 'liquid',
          conductanceWK: 420,
          ratedOilFlowM3S: 25e-3 / 60,
          oilSideShare: 0.8,
          coolantFlowM3S: 25e-3 / 60,
          coolantK: 289.15,
        },
      }),
    },
    {
      kind: 'tee',
      at: 'gallery.out',
      drafts: [
        draft('hose4', { name: 'Supercharger hose', lengthM: 0.7 }),
        draft('superchargerFed', { elevationM: 0.3 }),
      ],
      drain: draft('drain', {
        name: 'Supercharger drain',
        boreM: 0.0111,
        lengthM: 0.45,
        profile: [
          { alongM: 0, heightM: 0.27 },
          { alongM: 0.45, heightM: 0.02 },
        ],
      }),
    },
    { kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] },
  );
  const fine = moved(
    from(
      stock,
      'sideStream',
      'Side-stream filter',
      'A fine filter on the bulkhead, drained back by gravity to the filler cap.',
    ),
    {
      kind: 'tee',
      at: 'blockOut.out',
      drafts: [
        draft('hose6', { name: 'Side-stream hose', lengthM: 2.3 }),
        draft('sideStreamValve', {
          metering: { kind: 'valve', fullAreaM2: 7e-6, turnsToFull: 4, turns: 1.5 },
          elevationM: 0.35,
          place: { mount: 'engine' },
        }),
      ],
      drain: draft('drain', {
        name: 'Canister drain',
        boreM: 0.0087,
        lengthM: 2.1,
        profile: [
          { alongM: 0, heightM: 0.3 },
          { alongM: 1.1, heightM: 0.02 },
          { alongM: 1.6, heightM: 0.11 },
          { alongM: 2.1, heightM: 0.05 },
        ],
      }),
    },
  );
  return {
    ...base,
    note: 'Invented for demonstration: an estuary launch with a supercharged flat-six, an oil-to-water cooler and a side-stream filter. No real engine.',
    engine: { ...base.engine, heat: { ...base.engine.heat, brakePowerW: 190e3, panConductanceWK: 8 } },
    namedStates: [
      ...base.namedStates,
      {
        name: 'Long run',
        speedRevS: 4600 / 60,
        oilTemperatureK: 368.15,
        airTemperatureK: 295.15,
        roadSpeedMS: 8,
        load: 0.8,
      },
    ],
    variants: [stock, fine],
    activeVariant: 'sideStream',
  };
}

/** Slow and hard: little air, much load. */
const TRIAL = { speedRevS: 4500 / 60, oilTemperatureK: 388.15, roadSpeedMS: 9, load: 0.38 };

function larkspur(): Project {
  const about = engine('Larkspur', '1.1 L twin-cam, trials car', 1.1, 4, 900, 7200, '10W-40');
  const base = newProject(about, makeArchetype('wetSump', about));
  const stock = moved(
    { ...base.variants[0]! },
    { kind: 'swap', part: 'filter', draft: draft('filterNoBypass', { ratedFlowM3S: 20e-3 / 60 }) },
    { kind: 'removeBranch', part: 'lifters' },
    { kind: 'tee', at: 'gallery.out', drafts: [draft('gauge')] },
  );
  const flare = (thread: string, ...ports: string[]) => ports.map((port) => ({ port, thread }));
  const hose = (name: string, lengthM: number, start: string, end: string) =>
    draft('hose8', { name, lengthM, flushed: true, connections: [...flare(start, 'in'), ...flare(end, 'out')] });
  const summer = moved(
    from(stock, 'summer', 'Summer cooler', 'A plain plate and a small cooler, fitted in May and taken off in October.'),
    {
      kind: 'insert',
      at: 'filter.in',
      drafts: [draft('sandwichPlain', { connections: flare('flare8', 'away', 'back') })],
    },
    {
      kind: 'bridge',
      from: 'plate.away',
      to: 'plate.back',
      drafts: [
        hose('Hose to the cooler', 0.9, 'flare8', 'flare10'),
        draft('airCooler', {
          name: 'Summer cooler',
          cooling: {
            ...DEFAULT_AIR_COOLING,
            ratedHeatW: 4200,
            ratedOilFlowM3S: 20e-3 / 60,
            faceAreaM2: 0.024,
            positionFactor: 0.2,
          },
          ratedFlowM3S: 20e-3 / 60,
          filling: 'inHighOutLow',
          connections: flare('flare8', 'in', 'out'),
        }),
        hose('Hose from the cooler', 0.8, 'flare8', 'flare8'),
      ],
    },
  );
  return {
    ...base,
    note: 'Invented for demonstration: a small twin-cam trials car whose filter head has no bypass valve, with a cooler in summer only. No real engine.',
    engine: {
      ...base.engine,
      heat: { ...base.engine.heat, brakePowerW: 78e3, panConductanceWK: 32, blockConductanceWK: 45 },
    },
    namedStates: [
      ...base.namedStates,
      { name: 'Spring trial', ...TRIAL, airTemperatureK: 285.15 },
      { name: 'August trial', ...TRIAL, airTemperatureK: 307.15 },
    ],
    variants: [
      stock,
      {
        ...summer,
        circuit: set(summer.circuit, {
          'hoseToTheCooler.place': {
            mount: 'frame',
            nearExhaust: true,
            sleeved: false,
            nearMoving: false,
            serviceable: true,
          },
        }),
      },
    ],
    activeVariant: 'summer',
  };
}

for (const project of [thornback(), saltmarsh(), larkspur()]) write(project);
