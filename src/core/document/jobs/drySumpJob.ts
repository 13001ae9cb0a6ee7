import { idFromName } from '../moves/workpiece';
import { actsAs, partSchema, type Part, type PartOf } from '../parts/part';
import { placeOf } from '../parts/ports';
import { PortGroups } from '../plumbing/portGroups';
import { hoseQuestion, type Job } from './job';
import type { JobWork } from './jobWork';

const LITRE = 1e-3;
const LPM = 1e-3 / 60;
/** Turns of a belt-driven pump a turn of the crank. @source common practice, no source */
const PUMP_RATIO = 0.6;
/** Scavenge sections together against the pressure section. @source common practice, no source: 1.3 to 3 */
const SCAVENGE_RATIO = 2.2;
/** The pressure section against the pump that it replaces: its hoses cost pressure. @source common practice, no source */
const PRESSURE_RATIO = 1.2;
const SECTIONS = ['front', 'rear'] as const;
/** Oil in the tank under its level, and what the dry pan holds. */
const TANK_LEVEL_M = 0.15;
const PAN_LEVEL_M = -0.12;
const PAN_M3 = 0.4 * LITRE;
const PAN_PA = -5e3;
const TANK_M3 = 2 * LITRE;
const TANK_SHARE = 1.8;
/** Over its oil a drain's new port stands in the pan. @source common practice, no source */
const PORT_OVER_LEVEL_M = 0.03;
/** Above this a suction hose is −16. @source common practice, no source */
const MOST_DASH12_M3S = 45 * LPM;

/** Parts between the pan and the pump. */
function suctionOf(work: JobWork, pump: Part): Part[] {
  const groups = PortGroups.of(work.circuit);
  const found: Part[] = [];
  let at = groups.of(`${pump.id}.in`);
  for (;;) {
    const before = work.circuit.parts.find(
      (p) => (placeOf(p) === 'suction' || actsAs(p, 'line')) && groups.of(`${p.id}.out`) === at && !found.includes(p),
    );
    if (!before) return found;
    found.push(before);
    at = groups.of(`${before.id}.in`);
  }
}

/** Where the pump's oil goes on its way to the bearings: the inlet of what takes it, past the relief. */
function takerOf(work: JobWork, pump: Part): string {
  const groups = PortGroups.of(work.circuit);
  const taker = work.circuit.parts.find(
    (p) => placeOf(p) === 'inLine' && groups.of(`${p.id}.in`) === groups.of(`${pump.id}.out`),
  );
  if (actsAs(taker, 'filter') && taker.mounting === 'block')
    work.refuse(`${pump.name} feeds ${taker.name} inside the engine: no hose from an outer pump goes in there.`);
  return taker ? `${taker.id}.in` : work.refuse(`Nothing leads on from ${pump.name}.`);
}

/** Tank, feed hose and scavenge sections, in place of what drew from the pan. */
function plumbTank(work: JobWork, pan: Part, pump: PartOf<'pump'>): void {
  const fresh = (draft: Readonly<Record<string, unknown>> & { readonly name: string }): Part =>
    partSchema.parse({ ...draft, id: work.freshId(idFromName(draft.name)) });
  const pumpM3Rev = pump.displacementM3Rev * pump.speedRatio;
  const mostM3S = pumpM3Rev * work.site.engine.maximumSpeedRevS;
  const tank = fresh({
    kind: 'tank',
    name: 'Tank',
    levelM: TANK_LEVEL_M,
    volumeM3: TANK_M3 + TANK_SHARE * (work.site.engine.displacementM3 ?? TANK_M3),
    place: { mount: 'frame' },
  });
  const feed = fresh({
    ...work.part(mostM3S > MOST_DASH12_M3S ? 'hose16' : 'hose12', { name: 'Feed hose', lengthM: work.figure('hoseM') }),
  });
  const sections = SECTIONS.map((where) =>
    fresh({
      ...work.part('scavengeSection', {
        name: `Scavenge, ${where}`,
        displacementM3Rev: (pumpM3Rev * SCAVENGE_RATIO) / SECTIONS.length / PUMP_RATIO,
        speedRatio: PUMP_RATIO,
      }),
    }),
  );
  work.make({
    kind: 'plumbing',
    takes: suctionOf(work, pump).map((p) => p.id),
    makes: [tank, feed, ...sections],
    cuts: [],
    joins: [
      { from: `${tank.id}.suction`, to: `${feed.id}.in` },
      { from: `${feed.id}.out`, to: `${pump.id}.in` },
      ...sections.flatMap(({ id }) => [
        { from: `${pan.id}.suction`, to: `${id}.in` },
        { from: `${id}.out`, to: `${tank.id}.return` },
      ]),
    ],
  });
}

/** Drains that end in the pan end over its oil: the new pan gets their ports where they belong. */
function raiseDrains(work: JobWork, pan: Part): void {
  const groups = PortGroups.of(work.circuit);
  for (const drain of work.circuit.parts) {
    if (!actsAs(drain, 'drain') || groups.of(`${drain.id}.out`) !== groups.of(`${pan.id}.return`)) continue;
    const [first, last] = [drain.profile?.[0], drain.profile?.at(-1)];
    const endM = PAN_LEVEL_M + PORT_OVER_LEVEL_M;
    if (!first || !last || last.heightM >= endM || endM >= first.heightM) continue;
    work.make({
      kind: 'set',
      part: drain.id,
      path: ['profile', drain.profile!.length - 1, 'heightM'],
      value: endM,
      said: 'its port in the new pan, over the oil',
    });
  }
}

/** A tank, a belt-driven pump and a shallow pan in place of the wet sump. */
export const DRY_SUMP_JOB = {
  id: 'drySump',
  label: 'Dry sump',
  note: 'A shallow pan, a tank, a belt-driven pump with a pressure section and two that scavenge, and the hoses between them.',
  words: 'dry sump tank scavenge external pump belt drive',
  mind: 'Scavenge in and out exchanged pump the pan full. Prime the pump and the hoses before the first start.',
  questions: [hoseQuestion(1, 'Length of each hose')],
  make(work) {
    if (work.circuit.parts.some((p) => actsAs(p, 'tank'))) work.refuse('This engine has a tank already.');
    const sump = work.find((p) => actsAs(p, 'pan')) ?? work.refuse('This engine has no pan.');
    const pump = work.find((p) => actsAs(p, 'pump')) ?? work.refuse('This engine has no pump.');
    const [pan] = work.make({
      kind: 'swap',
      part: sump.id,
      draft: {
        kind: 'sump',
        name: 'Dry-sump pan',
        levelM: PAN_LEVEL_M,
        pressurePa: PAN_PA,
        volumeM3: PAN_M3,
      },
    });
    // What takes the place of a part of its kind keeps that one's name.
    work.make({ kind: 'set', part: pan!, path: ['name'], value: 'Dry-sump pan', said: 'call it by its name' });
    raiseDrains(
      work,
      work.circuit.parts.find((p) => p.id === pan)!,
    );
    plumbTank(
      work,
      work.circuit.parts.find((p) => p.id === pan)!,
      pump,
    );
    work.make({ kind: 'insert', at: takerOf(work, pump), drafts: [work.mainHose('Pressure hose')] });
    const [section] = work.make({
      kind: 'swap',
      part: pump.id,
      draft: work.part('drySumpPump', {
        displacementM3Rev: (PRESSURE_RATIO * pump.displacementM3Rev * pump.speedRatio) / PUMP_RATIO,
        speedRatio: PUMP_RATIO,
      }),
    });
    work.make({ kind: 'set', part: section!, path: ['name'], value: 'Pressure section', said: 'call it by its name' });
  },
} as const satisfies Job;
