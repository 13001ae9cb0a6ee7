import { actsAs, type Part, type PartOf } from '../parts/part';
import { hoseQuestion, type Job } from './job';
import type { JobWork } from './jobWork';

const HOSE_M = 1.4;
const LOOP_M = 0.35;
const FAN_FACE_M_S = 5;
const C = 273.15;
/** The thermostat is open before the fan starts, and the fan stops before it shuts. @source common practice, no source */
const FAN_ON_K = C + 102;
const FAN_OFF_K = C + 95;

type Cooler = PartOf<'cooler'>;
const isLiquid = (p: Part): p is Cooler => actsAs(p, 'cooler') && p.medium === 'liquid';
const isAir = (p: Part): p is Cooler => actsAs(p, 'cooler') && p.medium === 'air';

/** A plate under the filter where it is screwed on; where it stands in a line, a thermostat in that line. */
function fitCooler(work: JobWork): void {
  const filter = work.filter();
  work.make({
    kind: 'fitLoop',
    at: `${filter.id}.in`,
    plate: work.part(filter.mounting === 'inline' ? 'inlineThermostat' : 'sandwichThermostat'),
    drafts: [work.mainHose('Cooler hose out'), work.part('airCooler'), work.mainHose('Cooler hose back')],
  });
}

function refuseAir(work: JobWork): void {
  if (work.find(isAir)) work.refuse('This engine has an air cooler already.');
}

const cooler = {
  id: 'cooler',
  label: 'Oil cooler with thermostat',
  note: 'A thermostat plate under the filter, an air cooler with two hoses.',
  words: 'oil cooler radiator core sandwich plate adapter kit fit add thermostatic',
  questions: [hoseQuestion(HOSE_M)],
  make(work) {
    refuseAir(work);
    if (work.find(isLiquid))
      work.refuse(
        'This engine has a cooler that coolant goes through: exchange it for an air cooler, or add one to it.',
      );
    fitCooler(work);
  },
} as const satisfies Job;

const coolerAdded = {
  id: 'coolerAdded',
  label: 'Air cooler beside the stock one',
  note: 'A thermostat plate, an air cooler and two hoses before the cooler that coolant goes through.',
  words: 'oil cooler second additional radiator core',
  mind: 'The stock cooler stands behind it and heats the oil again, up to the coolant’s temperature.',
  questions: [hoseQuestion(HOSE_M)],
  make(work) {
    refuseAir(work);
    if (!work.find(isLiquid)) work.refuse('This engine has no cooler that coolant goes through.');
    fitCooler(work);
  },
} as const satisfies Job;

const plateCoolerToAir = {
  id: 'plateCoolerToAir',
  label: 'Stock plate cooler out, air cooler in',
  note: 'A cover carries the old cooler’s passage, its coolant hoses are closed; a thermostat plate and an air cooler instead.',
  words: 'exchange swap replace liquid water coolant heat exchanger for air oil cooler radiator',
  mind: 'The coolant also warmed the oil after a cold start: that takes longer now.',
  questions: [hoseQuestion(HOSE_M)],
  make(work) {
    refuseAir(work);
    const old = work.find(isLiquid) ?? work.refuse('This engine has no cooler that coolant goes through.');
    work.make({ kind: 'swap', part: old.id, draft: work.part('coverThrough') });
    fitCooler(work);
  },
} as const satisfies Job;

const coolerDeleted = {
  id: 'coolerDeleted',
  label: 'Cooler deleted',
  note: 'The cooler goes. Where coolant went through it, a cover carries the passage; where hoses went to it, its plate goes too.',
  words: 'remove delete liquid water coolant cooler block off cover',
  mind: 'The cover must have the slot that joins both holes: a blank one starves everything.',
  questions: [],
  make(work) {
    const liquid = work.find(isLiquid);
    if (liquid) {
      work.make({ kind: 'swap', part: liquid.id, draft: work.part('coverThrough') });
      return;
    }
    const air = work.find(isAir) ?? work.refuse('This engine has no oil cooler.');
    const plate = work.plateOf(air);
    work.make({ kind: 'takeOut', part: plate?.id ?? air.id });
  },
} as const satisfies Job;

/** A thermostat between the cooler's hoses and two more: what came to the cooler comes to it. */
function thermostatInLines(work: JobWork, air: Cooler): void {
  const [before, after] = [work.hoseAt(air, 'before'), work.hoseAt(air, 'after')];
  if (!before || !after) return work.refuse(`${air.name} has no two hoses between which a thermostat could stand.`);
  const hose = (name: string) => work.part('hose10', { name, lengthM: work.figure('hoseM'), ...sizeOf(before) });
  const [plate, to] = work.make({
    kind: 'insert',
    at: `${air.id}.in`,
    drafts: [work.part('inlineThermostat'), hose('Hose thermostat to cooler')],
  });
  const [from] = work.make({ kind: 'insert', at: `${air.id}.out`, drafts: [hose('Hose cooler to thermostat')] });
  work.rejoin(
    [
      [`${plate}.out`, `${to}.in`],
      [`${from}.out`, `${after.id}.in`],
    ],
    [
      [`${plate}.away`, `${to}.in`],
      [`${from}.out`, `${plate}.back`],
      [`${plate}.out`, `${after.id}.in`],
    ],
  );
}
const sizeOf = ({ dash, boreM }: PartOf<'line'>) => (dash === undefined ? { boreM } : { dash, boreM });

const thermostatAndFan = {
  id: 'thermostatAndFan',
  label: 'Thermostat in the cooler’s lines, fan with switch',
  note: 'A thermostat with four ports between engine and cooler, two short hoses, a fan with its switch, relay and fuse.',
  words: 'thermostatic in-line four port electric fan switch relay over cooled too cold',
  mind: 'The switch sits at the cooler’s outlet, its coolest place: the fan starts above the thermostat’s full opening.',
  questions: [hoseQuestion(LOOP_M, 'Length of each new hose, thermostat to cooler')],
  make(work) {
    const air = work.find(isAir) ?? work.refuse('This engine has no air cooler.');
    const plate = work.plateOf(air);
    if (plate?.passage.kind === 'thermostat') {
      if (air.cooling?.kind === 'air' && air.cooling.fan) work.refuse('Its cooler has a thermostat and a fan already.');
    } else thermostatInLines(work, air);
    if (air.cooling?.kind !== 'air') work.refuse(`State what ${air.name} is rated for first: its fan needs that.`);
    work.make({
      kind: 'set',
      part: air.id,
      path: ['cooling', 'fan'],
      value: { faceSpeedMS: FAN_FACE_M_S, onK: FAN_ON_K, offK: FAN_OFF_K },
      with: [{ path: ['electrical'], value: { currentA: 8, fuseA: 15, relay: true, earthed: true } }],
      said: 'fit a fan with its switch',
    });
  },
} as const satisfies Job;

export const COOLER_JOBS = [cooler, coolerAdded, plateCoolerToAir, coolerDeleted, thermostatAndFan] as const;
