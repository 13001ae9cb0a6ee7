import { ENVELOPE_STUDY, failureLines, type EnvelopeRequest } from '../core/studies/envelope/envelopeStudy';
import { studyHere } from '../core/studies/works';
import { VERDICT_WORDS } from '../core/judgement/supply/say';
import { formatQuantity } from '../core/foundations/units';
import { load, opened, Refusal, type Options } from './load';
import { conditionsOf, oilTemperatureK } from './stateOptions';

const UPWARD = ['oil', 'filterAge', 'air', 'road'] as const;

function requestOf(options: Options): EnvelopeRequest {
  const y = options.over ?? 'oil';
  const { airTemperatureK, roadSpeedMS, load: share } = conditionsOf(options);
  switch (y) {
    case 'oil':
      return { y };
    case 'filterAge':
      return { y, oilTemperatureK: oilTemperatureK(options) };
    case 'air':
      return { y, roadSpeedMS, load: share };
    case 'road':
      return { y, airTemperatureK, load: share };
    default:
      throw new Refusal(`--over: give one of ${UPWARD.join(', ')}; "${y}" is there.`);
  }
}

/** `tidal envelope`: where supply fails over speed and one thing more. Exits 1 where something fails within reach. */
export function envelope(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const answer = studyHere(ENVELOPE_STUDY, opened(circuit), requestOf(options));
  if (options.json)
    console.log(
      JSON.stringify(
        {
          project: circuit.project.name,
          variant: circuit.variant.id,
          ...answer,
          overall: { ...answer.overall, lines: failureLines(answer.overall) },
          consumers: answer.consumers.map((c) => ({ ...c, lines: failureLines(c) })),
        },
        null,
        1,
      ),
    );
  else if (options.csv) {
    console.log(['speed_rev_s', `${answer.y}_si`, 'least', ...answer.consumers.map((c) => c.part)].join(','));
    answer.ys.forEach((y, iy) =>
      answer.speedsRevS.forEach((x, ix) =>
        console.log(
          [x, y, answer.overall.values[iy]![ix] ?? '', ...answer.consumers.map((c) => c.values[iy]![ix] ?? '')].join(
            ',',
          ),
        ),
      ),
    );
  } else {
    const quantity = answer.y === 'filterAge' ? 'loading' : answer.y === 'road' ? 'roadSpeed' : 'temperature';
    console.log(`Fails in ${formatQuantity(answer.failingShare, 'share')} of the states within reach.`);
    for (const { name, worst } of answer.consumers)
      if (worst)
        console.log(
          `${name.padEnd(20)} ${worst.value.toFixed(2)} at ${formatQuantity(worst.x, 'speed')}, ${formatQuantity(worst.y, quantity)}`,
        );
    if (answer.crossing)
      console.log(
        `The session first fails at ${formatQuantity(answer.crossing.x, 'speed')}, ${formatQuantity(answer.crossing.y, 'temperature')}: ${answer.crossing.name} ${VERDICT_WORDS[answer.crossing.verdict]}.`,
      );
    if (answer.unsolved > 0) console.log(`${answer.unsolved} states did not solve.`);
  }
  return answer.failingShare > 0 || answer.unsolved > 0 ? 1 : 0;
}
