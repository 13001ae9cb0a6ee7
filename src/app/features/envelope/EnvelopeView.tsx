import { Button, Radio } from 'antd';
import { SelectInput } from '../../forms/SelectInput';
import { useDocument } from '../../state/document';
import { useView } from '../../state/view';
import { NEAR_PRESSURE_PA } from '../../../core/judgement/supply/supplyVerdict';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import { type Envelope, type EnvelopeRequest } from '../../../core/studies/envelope/envelopeTasks';
import type { MapPoint } from '../../../core/studies/envelope/marchingSquares';
import { activeVariant, inSeason, type Project } from '../../../core/document/project/project';
import type { Verdict } from '../../../core/judgement/stateResult';
import { VERDICT_WORDS } from '../../../core/judgement/supply/say';
import { speedLimitRevS } from '../../../core/judgement/sweep/reachable';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { VerdictIcon } from '../../marks/VerdictMark';
import { PictureButtons } from '../../files/PictureButtons';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { EnvelopeMapView, sayValue, TINT_STEPS } from './EnvelopeMapView';
import { UPWARD } from './mapAxes';
import { shownOf, useOpenEngine } from '../../state/engine';

const CHOICES: Readonly<Record<Envelope['y'], string>> = {
  oil: 'Oil temperature',
  filterAge: 'Filter loading',
  air: 'Air temperature',
  road: 'Road speed',
};
const LIMIT_POINTS = 30;

/** What is asked, held figures rounded so that a nudge is no other question. */
function requestOf(
  y: Envelope['y'],
  {
    oilTemperatureK,
    conditions: { airTemperatureK, roadSpeedMS, load },
  }: Pick<ReturnType<typeof useView.getState>, 'oilTemperatureK' | 'conditions'>,
): EnvelopeRequest {
  switch (y) {
    case 'oil':
      return { y };
    case 'filterAge':
      return { y, oilTemperatureK: Math.round(oilTemperatureK) };
    case 'air':
      return { y, roadSpeedMS: Math.round(roadSpeedMS), load: Math.round(load * 20) / 20 };
    case 'road':
      return { y, airTemperatureK: Math.round(airTemperatureK), load: Math.round(load * 20) / 20 };
  }
}

/** The states that an engine is asked to reach, as an outline: from idle to the limit for the oil. */
function reachOutline(project: Project): MapPoint[] {
  const { engine, range } = inSeason(project, activeVariant(project));
  const limit = Array.from({ length: LIMIT_POINTS + 1 }, (_, i) => {
    const y = range.hottestOilK + ((range.coldestOilK - range.hottestOilK) * i) / LIMIT_POINTS;
    return { x: Math.max(engine.idleSpeedRevS, speedLimitRevS(engine, range, y)), y };
  });
  return [
    { x: engine.idleSpeedRevS, y: range.coldestOilK },
    { x: engine.idleSpeedRevS, y: range.hottestOilK },
    ...limit,
  ];
}

/** Where supply holds and where it fails, over speed and one thing more; a press on the map sets the state. */
export default function EnvelopeView() {
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const speedRevS = useView((w) => w.speedRevS);
  const oilTemperatureK = useView((w) => w.oilTemperatureK);
  const conditions = useView((w) => w.conditions);
  const [y, setY] = useState<Envelope['y']>('oil');
  const [of, setOf] = useState('');
  const engine = useOpenEngine();
  const study = useStudy(engine, 'envelope', requestOf(y, useSettled({ oilTemperatureK, conditions })));
  const envelope = study.answer;
  const upward = {
    oil: oilTemperatureK,
    filterAge: undefined,
    air: conditions.airTemperatureK,
    road: conditions.roadSpeedMS,
  }[y];
  const here = upward === undefined ? undefined : { x: speedRevS, y: upward };
  const goTo = (place: MapPoint) => {
    const { setState, setConditions, setFound } = useView.getState();
    setState({ speedRevS: place.x, ...(y === 'oil' ? { oilTemperatureK: place.y } : {}) });
    if (y === 'oil' || y === 'filterAge') setFound(false);
    else {
      setFound(true);
      setConditions(y === 'air' ? { airTemperatureK: place.y } : { roadSpeedMS: place.y });
    }
  };
  const reach = y === 'oil' ? reachOutline(project) : [];
  const large = envelope?.consumers.find((c) => c.part === of);
  return (
    <main id="main" tabIndex={-1} className="page envelope" aria-busy={study.running} {...shownOf(study)}>
      <div className="heading">
        <h1>Operating map</h1>
        <Radio.Group
          aria-label="Vertical axis"
          value={y}
          onChange={(event) => setY(event.target.value as Envelope['y'])}
          options={(Object.keys(CHOICES) as Envelope['y'][]).map((each) => ({ value: each, label: CHOICES[each] }))}
        />
      </div>
      <StudyStatus study={study} doing="computing the map" />
      {envelope && (
        <div className="maps">
          <figure className="chart">
            <figcaption>
              <h2>
                Smallest margin of{' '}
                <SelectInput
                  label="Smallest margin of"
                  value={large?.part ?? ''}
                  options={[
                    { value: '', label: 'any component' },
                    ...envelope.consumers.map((c) => ({ value: c.part, label: c.name })),
                  ]}
                  onChange={setOf}
                />
              </h2>
              <p>{summaryOf(envelope, project, units)}</p>
            </figcaption>
            <EnvelopeMapView
              envelope={envelope}
              map={large ?? envelope.overall}
              units={units}
              here={here}
              reach={reach}
              large
              label={`Map of the smallest margin ${large ? `of ${large.name} ` : ''}over engine speed and ${CHOICES[y].toLowerCase()}. ${summaryOf(envelope, project, units)}`}
              onPick={goTo}
              labels={envelope.labels
                .filter((l) => !large || l.part === large.part)
                .map((l) => ({ text: `${l.name} ${VERDICT_WORDS[l.verdict]}`, x: l.x, y: l.y }))}
            />
            <PictureButtons name={`operating map ${large?.name ?? ''}`.trim()} />
            <Legend withReach={reach.length > 0} withSession={envelope.session.length > 1} />
          </figure>
          <EachComponent envelope={envelope} units={units} here={here} reach={reach} onGo={goTo} />
        </div>
      )}
    </main>
  );
}

/** What is known of a component: while the map is being computed a failure is known, that it is supplied is not. */
export function verdictSoFar(
  { lookedAt, places }: Pick<Envelope, 'lookedAt' | 'places'>,
  { worst }: Pick<Envelope['consumers'][number], 'worst'>,
): Verdict {
  return worst && (lookedAt === places || worst.value < 0) ? worst.verdict : 'unknown';
}

/** The map of each component by itself, with the way to its worst state. */
function EachComponent({
  envelope,
  units,
  here,
  reach,
  onGo,
}: {
  readonly envelope: Envelope;
  readonly units: UnitChoice;
  readonly here: MapPoint | undefined;
  readonly reach: readonly MapPoint[];
  readonly onGo: (place: MapPoint) => void;
}) {
  return (
    <section aria-label="Each component">
      <h2>Each component</h2>
      <p>Same axes and tints. Select a line to go to its worst condition.</p>
      <ul className="small-maps">
        {envelope.consumers.map((c) => (
          <li key={c.part}>
            <div className="who">
              <VerdictIcon verdict={verdictSoFar(envelope, c)} />
              <strong>{c.name}</strong>
            </div>
            {c.worst && (
              <Button className={c.worst.value < 0 ? 'problem' : ''} onClick={() => onGo(c.worst!)}>
                {sayValue(c.worst.value)}
                {envelope.lookedAt < envelope.places ? ' so far,' : ''} at {formatQuantity(c.worst.x, 'speed', units)},{' '}
                {formatQuantity(c.worst.y, UPWARD[envelope.y], units)}
              </Button>
            )}
            <EnvelopeMapView
              envelope={envelope}
              map={c}
              units={units}
              here={here}
              reach={reach}
              large={false}
              label={`${c.name}: ${c.worst ? `smallest margin ${sayValue(c.worst.value)}${envelope.lookedAt < envelope.places ? ' so far' : ''}` : envelope.lookedAt < envelope.places ? 'not computed yet' : 'not solved'}`}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the map shows, in words. One that is still being computed claims only what it has looked at. */
export function summaryOf(envelope: Envelope, project: Project, units: UnitChoice): string {
  const { failingShare, lookedAt, places, failsFromRevS, unsolved, crossing, y } = envelope;
  const isWhole = lookedAt === places;
  const share = formatQuantity(failingShare, 'share', units);
  const fails = isWhole
    ? failingShare === 0
      ? 'Everything is supplied everywhere in the operating range.'
      : `Fails in ${share} of the operating range.`
    : `So far: ${failsFromRevS === null ? 'no failure found' : `fails from ${formatQuantity(failsFromRevS, 'speed', units)} upward`}; ${lookedAt} of ${places} conditions looked at.`;
  const session = crossing
    ? ` The session first fails at ${formatQuantity(crossing.x, 'speed', units)}, ${formatQuantity(crossing.y, 'temperature', units)}: ${crossing.name}, ${VERDICT_WORDS[crossing.verdict]}.`
    : isWhole && y === 'oil' && project.namedStates.length > 1 && envelope.overall.crossings.length > 0
      ? ' The session, straight from one named state to the next, never fails.'
      : '';
  const held = y === 'oil' ? ' Fixed oil temperature.' : y === 'filterAge' ? '' : ' Calculated oil temperature.';
  return `${fails}${session}${unsolved > 0 ? ` ${unsolved} states did not solve.` : ''}${held}`;
}

function Legend({ withReach, withSession }: { readonly withReach: boolean; readonly withSession: boolean }) {
  const units = usePreferences((w) => w.units);
  return (
    <div className="legend">
      <svg
        width={330}
        height={34}
        viewBox="0 0 330 34"
        role="img"
        aria-label="Tints: fails, then margins from 0, 1, 2, 4 and 8 times the warning margin"
      >
        <defs>
          <pattern id="legend-fails" width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1={0} x2={0} y1={0} y2={9} stroke="var(--alarm)" strokeWidth={2.4} />
          </pattern>
        </defs>
        <rect x={1} y={1} width={44} height={14} fill="url(#legend-fails)" stroke="var(--ink)" />
        {TINT_STEPS.map((step, i) => (
          <g key={step}>
            <rect x={45 + 44 * i} y={1} width={44} height={14} fill={`var(--tint-${i})`} stroke="var(--ink)" />
            <text className="t-small" x={45 + 44 * i} y={30} textAnchor="middle">
              {step}
            </text>
          </g>
        ))}
        <text className="t-small alarm" x={2} y={30}>
          fails
        </text>
      </svg>
      <p className="quiet">
        Margin ÷ warning margin: below 1 marginal, below 0 fails. The warning margin is{' '}
        {formatQuantity(NEAR_PRESSURE_PA, 'pressure', units)}, a quarter of a minimum below{' '}
        {formatQuantity(4 * NEAR_PRESSURE_PA, 'pressure', units)}, or a tenth of a flow limit.
        {withReach ? ' Dashed: edge of the operating range.' : ''}
        {withSession ? ' Heavy line: the session, from one named state to the next.' : ''} Select a point to set engine
        speed and oil temperature.
      </p>
    </div>
  );
}
