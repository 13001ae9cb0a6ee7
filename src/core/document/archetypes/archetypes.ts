import type { Circuit } from '../project/project';
import { CircuitBuilder } from './circuitBuilder';

const CC = 1e-6;
const LITRE = 1e-3;
const MM = 1e-3;

/** What an archetype is scaled by. */
export interface EngineSize {
  /** Swept volume [m³]. */
  readonly displacementM3: number;
  readonly cylinders: number;
}

/** Stock circuits to start from. */
export const ARCHETYPES = [
  {
    id: 'wetSump',
    label: 'Wet sump, filter on the block',
    note: 'Sump, pickup, crank-driven pump, spin-on filter with bypass valve, gallery.',
  },
  {
    id: 'coolerOnHousing',
    label: 'Filter housing with a liquid cooler on it',
    note: 'A plate cooler between filter and gallery, cooled by the engine’s coolant.',
  },
  {
    id: 'remoteFilter',
    label: 'Remote filter, pump on the suction side',
    note: 'A take-off plate, two hoses and a remote head on the frame.',
  },
  {
    id: 'drySump',
    label: 'Dry sump with a tank',
    note: 'A pressure section from the tank, scavenge sections from the pan back to it.',
  },
  {
    id: 'motorcycle',
    label: 'Motorcycle, passages inside the cases',
    note: 'Wet sump, plain-bearing crank fed through the cases, gearbox oil from the same sump.',
  },
] as const;
export type ArchetypeId = (typeof ARCHETYPES)[number]['id'];

/**
 * Volume of the pump a turn [m³]: 4.8 cm³ a litre at 2.3 L, more a litre for a small engine, whose bearings are large for it.
 * @source engineering judgement; 3.5 to 7 cm³ a litre is met
 */
function pumpM3Rev({ displacementM3 }: EngineSize): number {
  return 4.8e-3 * displacementM3 * ((2.3 * LITRE) / displacementM3) ** 0.35;
}

function pumped(b: CircuitBuilder, size: EngineSize, source: string): CircuitBuilder {
  const displacementM3Rev = pumpM3Rev(size);
  return b
    .fit('pickup', 'pickup', {
      tube: {
        boreM: Math.max(12, 14 + 1.8 * (size.displacementM3 / LITRE)) * MM,
        lengthM: 0.32,
        roughnessM: 1e-5,
        losses: [{ kind: 'entrance' }, { kind: 'catalogue', fitting: 'drilledCorner' }],
      },
    })
    .fit('pump', 'pump', { elevationM: -0.02, displacementM3Rev })
    .fit('relief', 'relief', { areaM2: Math.max(20, 20 * (displacementM3Rev / (5 * CC))) * 1e-6 })
    .row(source, 'pickup', 'pump', 'relief')
    .row('relief', 'pump');
}

/** Mains, rods, head and jets on a gallery, sized to the engine. */
function engineOn(
  b: CircuitBuilder,
  size: EngineSize,
  gallery: string,
  sump: string,
  hydraulicLifters = true,
): CircuitBuilder {
  const n = size.cylinders;
  const scale = Math.cbrt(size.displacementM3 / n / (0.46 * LITRE));
  b.fit('mains', 'mains', {
    count: n + 1,
    elevationM: 0,
    diameterM: 55 * MM * scale,
    lengthM: 18 * MM * scale,
    feed: { kind: 'halfGroove', landEachM: 6.5 * MM * scale },
  })
    .fit('rods', 'rods', {
      count: n,
      elevationM: 0,
      diameterM: 48 * MM * scale,
      lengthM: 19 * MM * scale,
      mainRadiusM: 27.5 * MM * scale,
      outletRadiusM: 60 * MM * scale,
      leastRadiusM: 6 * MM * scale,
    })
    .fit('headFeed', 'drilling', {
      name: 'Head feed',
      boreM: 6 * MM,
      lengthM: 0.34,
      losses: [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
    })
    .fit('cams', 'cams', { count: 2 * (n + 1), elevationM: 0.32 })
    .fit('jets', 'pistonJets', { count: n })
    .fit('tensioner', 'tensioner')
    .row(gallery, 'mains')
    .row('mains.groove', 'rods')
    .row(gallery, 'headFeed', 'cams')
    .row(gallery, 'jets')
    .row(gallery, 'tensioner')
    .row('mains', sump)
    .row('rods', sump)
    .row('cams', sump)
    .row('jets', sump)
    .row('tensioner', sump);
  return hydraulicLifters
    ? b
        .fit('lifters', 'lifters', { elevationM: 0.32, ratedFlowM3S: (2.8e-3 / 60) * (n / 5) })
        .row('headFeed', 'lifters', sump)
    : b;
}

const gallery = (b: CircuitBuilder, size: EngineSize) =>
  b.fit('gallery', 'gallery', {
    name: 'Main gallery',
    boreM: (9 + 1.3 * (size.displacementM3 / LITRE)) * MM,
    lengthM: 0.09 * size.cylinders,
    losses: [{ kind: 'catalogue', fitting: 'drilledCorner' }],
  });
const blockOut = (b: CircuitBuilder, size: EngineSize) =>
  b.fit('blockOut', 'drilling', {
    name: 'Block passage',
    boreM: (10 + 1.3 * (size.displacementM3 / LITRE)) * MM,
    lengthM: 0.22,
    losses: [{ kind: 'entrance' }, { kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
  });
const sump = (b: CircuitBuilder, size: EngineSize, levelM = -0.19) =>
  b.add('sump', { kind: 'sump', name: 'Sump', levelM, volumeM3: 1.5 * LITRE + 1.5 * size.displacementM3 });

/**
 * A stock circuit to start from, sized to an engine.
 * @param size swept volume 0.05 to 12 L, 1 to 16 cylinders
 */
export function makeArchetype(id: ArchetypeId, size: EngineSize): Circuit {
  const b = new CircuitBuilder();
  switch (id) {
    case 'wetSump':
      pumped(sump(b, size), size, 'sump.suction');
      gallery(blockOut(b, size), size).fit('filter', 'spinOn', { elevationM: 0.02 });
      b.row('pump', 'blockOut', 'filter', 'gallery');
      engineOn(b, size, 'gallery', 'sump.return');
      break;
    case 'coolerOnHousing':
      pumped(sump(b, size), size, 'sump.suction');
      gallery(blockOut(b, size), size)
        .fit('filter', 'spinOn', { elevationM: 0.02 })
        .fit('cooler', 'liquidCooler', { name: 'Liquid cooler' });
      b.row('pump', 'blockOut', 'filter', 'cooler', 'gallery');
      engineOn(b, size, 'gallery', 'sump.return');
      break;
    case 'remoteFilter':
      pumped(sump(b, size), size, 'sump.suction');
      gallery(blockOut(b, size), size)
        .fit('takeOff', 'takeOff')
        .fit('hoseOut', 'hose10', { name: 'Hose out', lengthM: 0.9 })
        .fit('filter', 'remoteHead')
        .fit('hoseBack', 'hose10', { name: 'Hose back', lengthM: 0.9 });
      b.row('pump', 'blockOut', 'takeOff')
        .row('takeOff.away', 'hoseOut', 'filter', 'hoseBack', 'takeOff.back')
        .row('takeOff', 'gallery');
      engineOn(b, size, 'gallery', 'sump.return');
      break;
    case 'drySump': {
      b.add('tank', { kind: 'tank', name: 'Tank', levelM: 0.15, volumeM3: 7 * LITRE }).add('pan', {
        kind: 'sump',
        name: 'Pan',
        levelM: -0.12,
        pressurePa: -5e3,
        volumeM3: 0.5 * LITRE,
      });
      const displacementM3Rev = pumpM3Rev(size) / 0.6;
      b.fit('feedHose', 'hose16', { name: 'Feed hose', lengthM: 0.8, losses: [{ kind: 'entrance' }] });
      b.fit('pump', 'drySumpPump', {
        elevationM: -0.05,
        displacementM3Rev,
        slip: {
          kind: 'efficiency',
          volumetricEfficiency: 0.9,
          atPumpSpeedRevS: 2000 / 60,
          atPressurePa: 4e5,
          atViscosityPaS: 11.8e-3,
        },
      }).fit('relief', 'relief', { areaM2: Math.max(20, 12 * (displacementM3Rev / (5 * CC))) * 1e-6 });
      gallery(b.fit('hoseOut', 'hose12', { name: 'Pressure hose', lengthM: 0.9 }), size)
        .fit('filter', 'meshFilter', { elevationM: 0.05, name: 'Filter', place: { mount: 'frame' } })
        .fit('hoseIn', 'hose12', { name: 'Hose to the block', lengthM: 0.6 });
      b.row('tank.suction', 'feedHose', 'pump', 'relief')
        .row('relief', 'pump')
        .row('pump', 'hoseOut', 'filter', 'hoseIn', 'gallery');
      engineOn(b, size, 'gallery', 'pan.return');
      for (const [i, where] of ['front', 'rear'].entries())
        b.fit(`scavenge${i + 1}`, 'scavengeSection', { name: `Scavenge, ${where}`, displacementM3Rev }).row(
          'pan.suction',
          `scavenge${i + 1}`,
          'tank.return',
        );
      break;
    }
    case 'motorcycle':
      pumped(sump(b, size, -0.12), size, 'sump.suction');
      b.fit('filter', 'spinOn', { ratedFlowM3S: 20e-3 / 60, oilVolumeM3: 0.25 * LITRE }).fit('gallery', 'drilling', {
        name: 'Case gallery',
        boreM: 10 * MM,
        lengthM: 0.3,
        losses: [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
      });
      b.row('pump', 'filter', 'gallery');
      engineOn(b, size, 'gallery', 'sump.return', false);
      b.fit('gearbox', 'gearJet', { name: 'Gearbox jets', count: 2, supply: { lowPressurePa: 0.2e5 } }).row(
        'gallery',
        'gearbox',
        'sump.return',
      );
      break;
  }
  return b.circuit();
}
