import { Button, Input } from 'antd';
import { useState } from 'react';
import { clockingView } from '../../../core/bench/hoses/clocking';
import { withHoseEnd, withHoseNote, withMeasuredHose, withTrimmedHose } from '../../../core/bench/hoses/hoseActs';
import { takeUpOf } from '../../../core/bench/hoses/hoseEnd';
import { hosesOf, type Hose } from '../../../core/bench/hoses/hoseList';
import type { HoseVerdict } from '../../../core/bench/hoses/hoseVerdicts';
import { CONSTRUCTION_WORDS, HOSE_STATE_WORDS, sayHoseVerdict } from '../../../core/bench/hoses/sayHose';
import {
  HOSE_CONSTRUCTIONS,
  HOSE_END_ANGLES,
  HOSE_END_STYLES,
  HOSE_STATES,
  type HoseEnd,
  type HoseNote,
} from '../../../core/document/project/bench';
import { activeVariant } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { FigureInput } from '../../forms/FigureInput';
import { WeightIcon } from '../../marks/WeightMark';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { Field } from '../../forms/Field';

const STYLE_LABELS = { reusable: 'reusable', crimped: 'crimped', banjo: 'banjo', tail: 'tail and clamp' } as const;

type SetHose = (name: string, change: Partial<Record<keyof HoseNote, unknown>>, on?: string) => void;

const MOST_CLIPS = 99;
const DEGREE = Math.PI / 180;
const MOST_CLOCKING_DEG = 359;

/** All that is said of one hose, and what follows from it. */
export function HoseForm({ hose, verdicts }: { readonly hose: Hose; readonly verdicts: readonly HoseVerdict[] }) {
  const units = usePreferences((p) => p.units);
  const changeVariant = useDocument((d) => d.changeVariant);
  const [said, setSaid] = useState('');
  const set: SetHose = (name, change, on = '') =>
    changeVariant(
      `${name}, hose ${hose.name}`,
      (variant) => withHoseNote(variant, hose.key, change as Partial<HoseNote>),
      on === '' ? '' : `hose ${hose.key} ${on}`,
    );
  return (
    <div className="hoseform" role="group" aria-label={`Hose ${hose.name}`}>
      <div className="columns">
        <LengthSection hose={hose} set={set} />
        <EndSection hose={hose} side="in" onSaid={setSaid} />
        <EndSection hose={hose} side="out" onSaid={setSaid} />
        <RouteSection hose={hose} set={set} />
      </div>
      <CutLine hose={hose} />
      <p role="status" className="quiet">
        {said}
      </p>
      <ul className="plain">
        {verdicts.map((v) => (
          <li key={v.code}>
            <WeightIcon weight={v.weight} /> {sayHoseVerdict(v, units)}
          </li>
        ))}
      </ul>
      <div className="moves">
        <ChoiceInput
          title="State"
          value={hose.state}
          options={HOSE_STATES.map((value) => ({ value, label: HOSE_STATE_WORDS[value] }))}
          onChange={(state) => set(HOSE_STATE_WORDS[state], { state })}
        />
        <Trim hose={hose} />
      </div>
    </div>
  );
}

/** How long it runs, as it was measured, and what is added to that. */
function LengthSection({ hose, set }: { readonly hose: Hose; readonly set: SetHose }) {
  const changeVariant = useDocument((d) => d.changeVariant);
  const { note } = hose;
  return (
    <section aria-label="Length">
      <FigureInput
        title="Measured, seat to seat"
        quantity="cutLength"
        si={note.measuredM}
        optional
        help="Along the route, with a string or a tape; for instance 37 1/2 in."
        onChange={(si, _dash, typed) =>
          changeVariant(
            `measure hose ${hose.name}`,
            (v) => withMeasuredHose(v, hose.key, si, typed),
            `hose ${hose.key} measured`,
          )
        }
      />
      {note.measuredAs && <p className="quiet">Written down: {note.measuredAs}</p>}
      <ChoiceInput
        title="Measured with"
        value={note.measuredBy ?? 'tape'}
        options={[
          { value: 'string', label: 'string' },
          { value: 'tape', label: 'tape' },
        ]}
        onChange={(measuredBy) => set('how it was measured', { measuredBy })}
      />
      <FigureInput
        title="For shrinking"
        quantity="share"
        si={note.slackShare}
        optional
        allowed={[0, 0.2]}
        help="Blank: typical of its kind."
        onChange={(si) => set('slack', { slackShare: si }, 'slack')}
      />
      <FigureInput
        title="For the engine’s movement"
        quantity="cutLength"
        si={note.movementM}
        optional
        allowed={[0, 0.3]}
        help="Blank: 30 mm between engine and frame, else none."
        onChange={(si) => set('movement', { movementM: si }, 'movement')}
      />
      <FigureInput
        title="Left on for trimming"
        quantity="cutLength"
        si={note.trimM}
        optional
        allowed={[0, 0.3]}
        help="Blank: 15 mm."
        onChange={(si) => set('trim allowance', { trimM: si }, 'trim')}
      />
      <FigureInput
        title="Existing hose"
        quantity="cutLength"
        si={note.existingM}
        optional
        help="A hose that you have, to be shortened."
        onChange={(si) => set('existing hose', { existingM: si }, 'existing')}
      />
    </section>
  );
}

/** What hose it is, and where it runs. */
function RouteSection({ hose, set }: { readonly hose: Hose; readonly set: SetHose }) {
  const { note } = hose;
  return (
    <section aria-label="Hose and route">
      <ChoiceInput
        title="Kind of hose"
        asList
        value={hose.construction}
        options={HOSE_CONSTRUCTIONS.map((value) => ({ value, label: CONSTRUCTION_WORDS[value] }))}
        onChange={(construction) => set('kind', { construction })}
      />
      <FigureInput
        title="Rated to"
        quantity="temperature"
        si={note.temperatureRatingK}
        optional
        onChange={(si) => set('temperature rating', { temperatureRatingK: si }, 'temperature')}
      />
      <FigureInput
        title="Distance to the exhaust"
        quantity="cutLength"
        si={note.exhaustDistanceM}
        optional
        help="Where it passes nearest; blank: not near."
        onChange={(si) => set('distance to the exhaust', { exhaustDistanceM: si }, 'exhaust')}
      />
      <Field title="How it runs">
        {(id) => (
          <Input
            id={id}
            value={note.route ?? ''}
            maxLength={300}
            onChange={(e) => set('route', { route: e.target.value === '' ? undefined : e.target.value }, 'route')}
          />
        )}
      </Field>
      <FigureInput
        title="Clips"
        quantity="ratio"
        whole
        allowed={[0, MOST_CLIPS]}
        si={hose.clips}
        optional
        onChange={(clips) => set('clips', { clips }, 'clips')}
      />
    </section>
  );
}

/** What is cut, and why it is so long. */
function CutLine({ hose }: { readonly hose: Hose }) {
  const units = usePreferences((p) => p.units);
  const l = (m: number) => formatQuantity(m, 'cutLength', units);
  if (!hose.cut || hose.routedM === undefined) return <p>Measure it along its route: nobody knows its length yet.</p>;
  const { slackM, takeUpM, cutM, firstCutM, plusMinusM } = hose.cut;
  return (
    <p className="figures">
      {l(hose.routedM)} routed + {l(slackM)} slack − {l(takeUpM)} ends = <b>{l(cutM)}</b>, sure to ±{l(plusMinusM)}. Cut
      it first at <b>{l(firstCutM)}</b>, offer it up, then trim.
    </p>
  );
}

function EndSection({
  hose,
  side,
  onSaid,
}: {
  readonly hose: Hose;
  readonly side: 'in' | 'out';
  /** What the change did to the length. */
  readonly onSaid: (said: string) => void;
}) {
  const units = usePreferences((p) => p.units);
  const changeVariant = useDocument((d) => d.changeVariant);
  const at = side === 'in' ? hose.from : hose.to;
  const { end } = at;
  const l = (m: number) => formatQuantity(m, 'cutLength', units);
  const set = (changed: HoseEnd, on = '') => {
    const before = hose.cut?.cutM;
    changeVariant(
      `end of hose ${hose.name}`,
      (v) => withHoseEnd(v, hose.key, side, changed),
      on === '' ? '' : `hose ${hose.key} ${side} ${on}`,
    );
    const now = hosesOf(activeVariant(useDocument.getState().project!)).find((h) => h.key === hose.key)?.cut?.cutM;
    if (on === '' && before !== undefined && now !== undefined && Math.abs(now - before) > 5e-4)
      onSaid(`Cut length of hose ${hose.name}: ${l(before)} before, ${l(now)} now.`);
  };
  return (
    <section aria-label={side === 'in' ? 'First end' : 'Second end'}>
      <h2>
        {side === 'in' ? 'First end' : 'Second end'}: {at.place}
      </h2>
      <ChoiceInput
        title="Kind of end"
        asList
        value={end.style}
        options={HOSE_END_STYLES.map((value) => ({ value, label: STYLE_LABELS[value] }))}
        onChange={(style) => set({ style, angleDeg: style === 'banjo' || style === 'tail' ? 0 : end.angleDeg })}
      />
      {end.style !== 'banjo' && end.style !== 'tail' && (
        <ChoiceInput
          title="Angle"
          value={String(end.angleDeg)}
          options={HOSE_END_ANGLES.map((angle) => ({
            value: String(angle),
            label: angle === 0 ? 'straight' : `${angle}°`,
          }))}
          onChange={(angle) => {
            const { takeUpM: _, ...typical } = end;
            set({ ...typical, angleDeg: HOSE_END_ANGLES.find((a) => String(a) === angle) ?? 0 });
          }}
        />
      )}
      <FigureInput
        title="Takes up"
        quantity="cutLength"
        si={end.takeUpM}
        optional
        allowed={[0, 0.3]}
        help={`Blank: typically ${l(takeUpOf({ style: end.style, angleDeg: end.angleDeg }).takeUpM)}. Measure one end: seat to where the hose begins.`}
        onChange={(takeUpM) => {
          const { takeUpM: _, ...typical } = end;
          set(takeUpM === undefined ? typical : { ...end, takeUpM }, 'takes up');
        }}
      />
      {side === 'out' && <Clocking hose={hose} />}
    </section>
  );
}

/** The angle between two bent ends, typed and drawn. */
function Clocking({ hose }: { readonly hose: Hose }) {
  const changeVariant = useDocument((d) => d.changeVariant);
  if (hose.clockingDeg === null) return <p className="quiet">One end is straight and turns: no clocking.</p>;
  const { x, y, words } = clockingView(hose.clockingDeg);
  return (
    <div className="clocking">
      <FigureInput
        title="Clocking"
        quantity="angle"
        si={hose.clockingDeg * DEGREE}
        allowed={[0, MOST_CLOCKING_DEG * DEGREE]}
        onChange={(rad) =>
          rad !== undefined &&
          changeVariant(
            `clocking of hose ${hose.name}`,
            (v) => withHoseNote(v, hose.key, { clockingDeg: Math.round(rad / DEGREE) }),
            `hose ${hose.key} clocking`,
          )
        }
      />
      <svg
        viewBox="-12 -12 24 24"
        role="img"
        aria-label={`First end up, second end at ${words}, seen along the hose from the first to the second`}
      >
        <circle r="10.5" className="ring" />
        <line y2="-9.5" className="first" />
        <line x2={x * 9.5} y2={y * 9.5} className="second" />
      </svg>
      <span className="quiet">First end up, second at {words}; seen along the hose, clockwise.</span>
    </div>
  );
}

/** The length that came out after trimming: it goes back into the circuit. */
function Trim({ hose }: { readonly hose: Hose }) {
  const units = usePreferences((p) => p.units);
  const changeVariant = useDocument((d) => d.changeVariant);
  const [lengthM, setLengthM] = useState<number>();
  return (
    <>
      <FigureInput
        title="Length after trimming"
        quantity="cutLength"
        si={lengthM}
        optional
        help="The hose itself, without its ends."
        onChange={setLengthM}
      />
      <Button
        disabled={lengthM === undefined}
        onClick={() => {
          changeVariant(`trim hose ${hose.name}`, (v) => withTrimmedHose(v, hose.key, lengthM!));
          setLengthM(undefined);
        }}
      >
        Record trim
      </Button>
      {hose.note.trimmedM && (
        <span className="quiet">
          Trimmed: {hose.note.trimmedM.map((m) => formatQuantity(m, 'cutLength', units)).join(', ')}. The circuit has
          the new length.
        </span>
      )}
    </>
  );
}
