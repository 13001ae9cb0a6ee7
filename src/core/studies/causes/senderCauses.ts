import { actsAs } from '../../document/parts/part';
import { PORTS } from '../../document/parts/ports';
import { gaugePort } from '../../document/plumbing/gaugePort';
import type { Variant } from '../../document/project/project';
import { check, type Hypothesis, type Subject } from './hypothesis';

/** A sender of another range, or one that aged. @source engineering judgement */
const SCALES = [0.15, 0.3, 0.5];

export function sender(subject: Subject): readonly Hypothesis[] {
  const at = gaugePort(subject.variant.circuit.parts);
  const filter = subject.variant.circuit.parts.find((p) => actsAs(p, 'filter'));
  const secondGauge = check(
    'secondGauge',
    'Screw a mechanical gauge into the sender’s port.',
    'It shows something else than the sender.',
    30,
  );
  return [
    ...([-1, 1] as const).map((side): Hypothesis => ({
      id: side < 0 ? 'senderLow' : 'senderHigh',
      title: side < 0 ? 'Sender or gauge reads too low' : 'Sender or gauge reads too high',
      part: '',
      prior: 0.6,
      severities: [0.4e5, 0.8e5, 1.6e5].map((off) => ({
        words: `by ${off / 1e5} bar`,
        project: undefined,
        sender: (p: number) => Math.max(0, p + side * off),
      })),
      check: secondGauge,
    })),
    ...([-1, 1] as const).map((side): Hypothesis => ({
      id: side < 0 ? 'senderScaleLow' : 'senderScaleHigh',
      title: side < 0 ? 'Sender or gauge shows too small a share' : 'Sender or gauge shows too large a share',
      part: '',
      prior: 0.4,
      severities: SCALES.map((off) => ({
        words: `${Math.round(100 * (1 + side * off))} % of the pressure`,
        project: undefined,
        sender: (p: number) => p * (1 + side * off),
      })),
      check: secondGauge,
    })),
    ...(filter && at !== undefined
      ? [
          {
            id: 'senderUpstream',
            title: 'Sender sits upstream of the filter media',
            part: '',
            prior: 0.3,
            severities: [{ words: `at the inlet of ${filter.name}`, project: undefined, senderAt: `${filter.id}.in` }],
            check: check(
              'senderPlace',
              'Follow the sender’s passage: does it come before or behind the filter media?',
              'It comes before the filter.',
              10,
            ),
          },
        ]
      : []),
  ];
}

/** Ports at which a second gauge could be screwed in: where a part has a tap, and what is fed from outside. */
export function gaugePorts(variant: Variant): readonly string[] {
  return variant.circuit.parts.flatMap((p) =>
    actsAs(p, 'plate')
      ? [`${p.id}.tap`]
      : actsAs(p, 'accessory') && p.duty === 'turbo' && PORTS[p.kind].includes('in')
        ? [`${p.id}.in`]
        : actsAs(p, 'line') && p.form === 'gallery'
          ? [`${p.id}.out`]
          : [],
  );
}
