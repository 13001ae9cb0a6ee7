import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { splitPortRef } from '../../document/parts/ports';
import { ofLine } from './hoseCauses';
import { check, one, type Hypothesis, type Subject } from './hypothesis';

export function ofPart(subject: Subject, part: Part): readonly Hypothesis[] {
  if (actsAs(part, 'relief')) return ofRelief(subject, part);
  if (actsAs(part, 'filter')) return ofFilter(subject, part);
  if (actsAs(part, 'orifice')) return ofRestrictor(subject, part);
  if (actsAs(part, 'line')) return ofLine(subject, part);
  if (actsAs(part, 'cooler')) return ofCooler(subject, part);
  return actsAs(part, 'pickup') ? ofPickup(subject, part) : [];
}

/** What dirt holds open. @source engineering judgement: 0.5 to 5 mm² */
const SEAT_LEAKS_M2 = [0.5e-6, 1.5e-6, 3e-6, 5e-6];

function ofRelief(subject: Subject, part: PartOf<'relief'>): readonly Hypothesis[] {
  return [
    {
      id: `${part.id}.weak`,
      title: `${part.name} weak or stuck open`,
      part: part.id,
      prior: 1,
      severities: [0.75, 0.5, 0.25, 0.02].flatMap((f) =>
        one(
          subject,
          part.id,
          f < 0.1 ? 'stuck open' : `opens at ${Math.round(100 * f)} % of its pressure`,
          (p) => ({ ...p, crackPa: part.crackPa * f, fullOpenPa: part.fullOpenPa * f }) as Part,
        ),
      ),
      check: check(
        `${part.id}`,
        `Take ${part.name} out: measure its spring, look for dirt and scores.`,
        'The spring is short, or the plunger sticks open.',
        30,
      ),
    },
    {
      id: `${part.id}.leaks`,
      title: `${part.name} leaks past its seat and still regulates`,
      part: part.id,
      prior: 0.6,
      severities: SEAT_LEAKS_M2.flatMap((seatLeakM2) =>
        one(
          subject,
          part.id,
          `as through ${(seatLeakM2 * 1e6).toFixed(1)} mm²`,
          (p) => ({ ...p, seatLeakM2: (part.seatLeakM2 ?? 0) + seatLeakM2 }) as Part,
        ),
      ),
      check: check(
        `${part.id}.leaks`,
        `Take ${part.name} out and look at its seat and its cone with a lamp.`,
        'There is dirt or a score on the seat.',
        30,
      ),
    },
    {
      id: `${part.id}.shut`,
      title: `${part.name} stuck shut`,
      part: part.id,
      prior: 0.3,
      severities: one(subject, part.id, 'stuck shut', (p) => ({ ...p, crackPa: 1e8, fullOpenPa: 1.1e8 }) as Part),
      check: check(
        `${part.id}.shut`,
        `Take ${part.name} out and push its plunger by hand.`,
        'The plunger does not move.',
        30,
      ),
    },
  ];
}

function ofFilter(subject: Subject, part: PartOf<'filter'>): readonly Hypothesis[] {
  return [
    {
      id: `${part.id}.loaded`,
      title: `${part.name} clogged`,
      part: part.id,
      prior: 0.9,
      severities: [4, 10, 25].flatMap((f) =>
        one(
          subject,
          part.id,
          `${f} times as restrictive as new`,
          (p) => ({ ...p, load: Math.max(part.load, f) }) as Part,
        ),
      ),
      check: check(
        `${part.id}.loaded`,
        `Fit a new ${part.name.toLowerCase()} element and read again.`,
        'The pressure is back.',
        20,
      ),
    },
    ...(part.bypass
      ? [
          {
            id: `${part.id}.bypass`,
            title: `${part.name}’s bypass valve stuck open`,
            part: part.id,
            prior: 0.3,
            severities: one(
              subject,
              part.id,
              'stuck open',
              (p) => ({ ...p, bypass: { ...part.bypass!, crackPa: 100, fullOpenPa: 1000 } }) as Part,
            ),
            check: check(
              `${part.id}.bypass`,
              `Take ${part.name} off and press its bypass valve.`,
              'It stays open.',
              20,
            ),
          },
        ]
      : []),
  ];
}

function ofRestrictor(subject: Subject, part: PartOf<'orifice'>): readonly Hypothesis[] {
  const line = subject.variant.circuit.parts.find(
    (p) =>
      actsAs(p, 'line') &&
      subject.variant.circuit.joints.some((j) =>
        [j.from, j.to].every((ref) => [p.id, part.id].includes(splitPortRef(ref).part)),
      ),
  );
  return [
    {
      id: `${part.id}.plugged`,
      title: `${part.name} plugged`,
      part: part.id,
      prior: 0.5,
      severities: one(subject, part.id, 'plugged', (p) => ({ ...p, blocked: true })),
      check: check(`${part.id}`, `Take ${part.name} out and look through it.`, 'It is plugged.', 20),
    },
    {
      id: `${part.id}.missing`,
      title: `${part.name} left out or drilled out`,
      part: part.id,
      prior: 0.5,
      severities: one(
        subject,
        part.id,
        'left out',
        (p) => ({ ...p, boreM: actsAs(line, 'line') ? line.boreM : part.boreM * 2.5 }) as Part,
      ),
      check: check(
        `${part.id}.missing`,
        `Take the joint at ${part.name} apart and look.`,
        'There is no restrictor, or a larger one.',
        20,
      ),
    },
  ];
}

function ofCooler(subject: Subject, part: PartOf<'cooler'>): readonly Hypothesis[] {
  return [
    {
      id: `${part.id}.blocked`,
      title: `${part.name} or its hoses blocked`,
      part: part.id,
      prior: 0.3,
      severities: one(subject, part.id, 'blocked', (p) => ({ ...p, blocked: true })),
      check: check(
        `${part.id}`,
        `With the oil hot, feel both hoses of ${part.name}.`,
        'One is hot and the other stays cold.',
        15,
      ),
    },
  ];
}

function ofPickup(subject: Subject, part: PartOf<'pickup'>): readonly Hypothesis[] {
  return [
    {
      id: `${part.id}.loaded`,
      title: `${part.name} screen clogged`,
      part: part.id,
      prior: 0.5,
      severities: [20, 80].flatMap((f) =>
        one(
          subject,
          part.id,
          `${f} times as restrictive`,
          (p) => ({ ...p, screen: { ...part.screen, load: f } }) as Part,
        ),
      ),
      check: check(`${part.id}`, 'Take the pan off and look at the screen.', 'The screen is clogged.', 120),
    },
  ];
}
