import { INCH_M } from '../../foundations/units';
import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { splitPortRef } from '../../document/parts/ports';
import { withVariant } from '../../document/project/project';
import { singleFaults } from '../inputs/singleFaults';
import { check, isOutside, one, type Hypothesis, type Severity, type Subject } from './hypothesis';

export function ofLine(subject: Subject, part: PartOf<'line'>): readonly Hypothesis[] {
  // A hose of a cooler blocks what the cooler blocks: the two cannot be told apart from outside.
  return isOutside(part) && !servesCooler(subject, part)
    ? [
        {
          id: `${part.id}.blocked`,
          title: `${part.name} blocked`,
          part: part.id,
          prior: 0.4,
          severities: one(subject, part.id, 'blocked', (p) => ({ ...p, blocked: true })),
          check: check(
            `${part.id}`,
            `Take ${part.name} off at its far end, hold it into a can and crank without ignition.`,
            'No oil comes.',
            15,
          ),
        },
      ]
    : [];
}

const MM_PER_INCH = INCH_M * 1e3;

/** True for a hose that is joined to a cooler. */
function servesCooler(subject: Subject, line: Part): boolean {
  const coolers = new Set(subject.variant.circuit.parts.filter((p) => actsAs(p, 'cooler')).map((p) => p.id));
  return subject.variant.circuit.joints.some((j) => {
    const ends = [j.from, j.to].map((ref) => splitPortRef(ref).part);
    return ends.includes(line.id) && ends.some((id) => coolers.has(id));
  });
}

/** A leak outside is one cause, whichever hose it is at: they look alike from the gauge, and one look finds it. */
export function leaks(subject: Subject): readonly Hypothesis[] {
  const hoses = subject.variant.circuit.parts.filter(isOutside);
  return [
    {
      id: 'leak',
      title: hoses.length === 1 ? `${hoses[0]!.name} leaks` : 'A hose or a joint leaks',
      part: '',
      prior: 0.8,
      severities: hoses.flatMap((h) => [1, 2.5, 6].flatMap((f) => leak(subject, h, f))),
      check: check('leak', 'Wipe hoses and joints dry, run for a minute, look under them.', 'Something is wet.', 10),
    },
  ];
}

/** A hole of 1.5 mm, or so many times its area. */
function leak(subject: Subject, part: Part, times: number): Severity[] {
  const base = singleFaults(subject.variant).find((f) => f.id === `${part.id}.leak`);
  const leaking = base?.apply(subject.variant);
  if (!leaking) return [];
  const known = new Set(subject.variant.circuit.parts.map((p) => p.id));
  const parts = leaking.circuit.parts.map((p) =>
    !known.has(p.id) && actsAs(p, 'accessory') ? { ...p, ratedFlowM3S: p.ratedFlowM3S * times } : p,
  );
  const variant = { ...leaking, circuit: { ...leaking.circuit, parts } };
  return [
    {
      words: `${part.name} (${(1.5 * Math.sqrt(times)).toFixed(1)} mm hole, ${((1.5 * Math.sqrt(times)) / MM_PER_INCH).toFixed(2)} in)`,
      project: withVariant(subject.project, { ...variant, id: subject.variant.id }),
    },
  ];
}
