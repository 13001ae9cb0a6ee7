import { Button, Empty, Input, Switch } from 'antd';
import { useState } from 'react';
import { isBolted } from '../../../core/bench/bolted';
import { bracketProblems } from '../../../core/bench/places/bracketTemplate';
import { kindOf, actsAs, type Part } from '../../../core/document/parts/part';
import type { Bracket, PlaceNote } from '../../../core/document/project/bench';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { FigureInput } from '../../forms/FigureInput';
import { Fold } from '../../forms/Fold';
import { useDocument } from '../../state/document';
import { BracketEditor } from './BracketEditor';
import { tidy, today } from '../../state/plain';
import { useBenchChange, useJob } from './useBench';
import { Field } from '../../forms/Field';

const NO_PLACE = { mount: 'engine', nearExhaust: false, sleeved: false, nearMoving: false, serviceable: true } as const;

/** Parts that somebody mounts: where each sits and on what. */
export default function PlacesTab() {
  const { variant } = useJob();
  const mounted = variant.circuit.parts.filter((p) => isBolted(p) && kindOf(p).mounted);
  if (mounted.length === 0) return <Empty description="This circuit has no part that is mounted outside the engine." />;
  return (
    <>
      <p className="quiet block">
        The audit reads these answers: near the exhaust, moving parts, stones, the length of side-stream lines, the
        mount.
      </p>
      {mounted.map((part) => (
        <PlaceSection key={part.id} part={part} />
      ))}
    </>
  );
}

type SetPlace = (
  name: string,
  changed: { readonly [K in keyof PlaceNote]?: PlaceNote[K] | undefined },
  on?: string,
) => void;

function PlaceSection({ part }: { readonly part: Part }) {
  const { variant } = useJob();
  const change = useBenchChange();
  const replacePart = useDocument((d) => d.replacePart);
  const note = variant.bench?.places?.[part.id] ?? {};
  const place = part.place ?? NO_PLACE;
  const set: SetPlace = (name, changed, on = '') =>
    change(
      `${name}: ${part.name}`,
      (bench) => ({
        ...bench,
        places: { ...bench.places, [part.id]: tidy({ ...bench.places?.[part.id], ...changed }) as PlaceNote },
      }),
      on === '' ? '' : `place ${part.id} ${on}`,
    );
  const put = (changed: Partial<NonNullable<Part['place']>>) =>
    replacePart({ ...part, place: { ...place, ...changed } });
  const toggle = (label: string, checked: boolean, onChange: (on: boolean) => void) => (
    <label className="toggle">
      <Switch checked={checked} onChange={onChange} aria-label={`${label}, ${part.name}`} /> {label}
    </label>
  );
  return (
    <section aria-label={part.name}>
      <h2>{part.name}</h2>
      <div className="columns">
        <div>
          <Field title="Place">
            {(id) => (
              <Input
                id={id}
                value={note.where ?? ''}
                maxLength={200}
                placeholder="e.g. left inner wing"
                onChange={(e) => set('place', { where: e.target.value || undefined }, 'where')}
              />
            )}
          </Field>
          <FigureInput
            title="Height above the crank"
            quantity="length"
            si={part.elevationM}
            optional
            onChange={(elevationM) => {
              const { elevationM: _, ...rest } = part;
              replacePart((elevationM === undefined ? rest : { ...rest, elevationM }) as Part, 'elevationM');
            }}
          />
          <FigureInput
            title="Line to the engine"
            quantity="length"
            si={note.lineM}
            optional
            help="Along the hose."
            onChange={(lineM) => set('line', { lineM }, 'line')}
          />
        </div>
        <div>
          <ChoiceInput
            title="Mounted on the"
            value={place.mount}
            options={[
              { value: 'engine', label: 'engine' },
              { value: 'frame', label: 'frame' },
            ]}
            onChange={(mount) => put({ mount })}
          />
          <Surroundings part={part} note={note} set={set} />
        </div>
        <div>
          {toggle('near the exhaust', place.nearExhaust, (nearExhaust) => put({ nearExhaust }))}
          {toggle('sleeved or shielded', place.sleeved, (sleeved) => put({ sleeved }))}
          {toggle('can touch a belt, the steering or a wheel', place.nearMoving, (nearMoving) => put({ nearMoving }))}
          {toggle('comes out without removing anything else', place.serviceable, (serviceable) => put({ serviceable }))}
          {toggle('above the bumper', note.aboveBumper ?? false, (aboveBumper) => set('height', { aboveBumper }))}
          {toggle('level', note.isLevel ?? false, (isLevel) => set('level', { isLevel }))}
          {toggle('on rubber', note.rubberMounted ?? false, (rubberMounted) => set('mount', { rubberMounted }))}
          {!place.serviceable && <AccessField note={note} set={set} />}
        </div>
      </div>
      <Fold title={`Bracket${note.brackets ? `, revision ${note.brackets.length}` : ''}`}>
        <BracketSection
          part={part}
          brackets={note.brackets ?? []}
          onChange={(brackets) => set('bracket', { brackets })}
        />
      </Fold>
    </section>
  );
}

/** What must come off before the part does. */
function AccessField({ note, set }: { readonly note: PlaceNote; readonly set: SetPlace }) {
  return (
    <Field title="What comes off first">
      {(id) => (
        <Input
          id={id}
          value={note.accessNote ?? ''}
          maxLength={200}
          onChange={(e) => set('access', { accessNote: e.target.value || undefined }, 'access')}
        />
      )}
    </Field>
  );
}

/** What is around the place: stones, moving air, heat. */
function Surroundings({ part, note, set }: { readonly part: Part; readonly note: PlaceNote; readonly set: SetPlace }) {
  return (
    <>
      <ChoiceInput
        title="Stones and tyres"
        value={note.stones ?? 'none'}
        options={[
          { value: 'none', label: 'not said' },
          { value: 'protected', label: 'protected' },
          { value: 'exposed', label: 'exposed' },
        ]}
        onChange={(stones) => set('protection', { stones: stones === 'none' ? undefined : stones })}
      />
      {actsAs(part, 'cooler') && part.medium === 'air' && (
        <ChoiceInput
          title="Airflow"
          value={note.airflow ?? 'none'}
          options={[
            { value: 'none', label: 'not said' },
            { value: 'ram', label: 'ram air' },
            { value: 'fan', label: 'fan' },
            { value: 'still', label: 'still air' },
          ]}
          onChange={(airflow) => set('airflow', { airflow: airflow === 'none' ? undefined : airflow })}
        />
      )}
      <ChoiceInput
        title="Heat nearby"
        value={note.heat ?? 'none'}
        options={[
          { value: 'none', label: 'not said' },
          { value: 'cool', label: 'cool' },
          { value: 'warm', label: 'warm' },
          { value: 'hot', label: 'hot' },
        ]}
        onChange={(heat) => set('heat', { heat: heat === 'none' ? undefined : heat })}
      />
    </>
  );
}

const FIRST_BRACKET: Bracket = {
  widthM: 0.06,
  heightM: 0.12,
  holes: [
    { xM: 0.015, yM: 0.015, diameterM: 0.0085 },
    { xM: 0.045, yM: 0.015, diameterM: 0.0085 },
  ],
  bends: [],
};

type Revisions = NonNullable<PlaceNote['brackets']>;

/** A bracket through its revisions, and its template at true size. */
function BracketSection({
  part,
  brackets,
  onChange,
}: {
  readonly part: Part;
  readonly brackets: Revisions;
  readonly onChange: (brackets: Revisions) => void;
}) {
  const last = brackets.at(-1);
  const [shape, setShape] = useState<Bracket>(last?.shape ?? FIRST_BRACKET);
  const [changed, setChanged] = useState('');
  const problems = bracketProblems(shape);
  const isNew = JSON.stringify(shape) !== JSON.stringify(last?.shape);
  return (
    <>
      <BracketEditor shape={shape} onChange={setShape} title={`${part.name}, bracket`} />
      {problems.map((p) => (
        <p key={p} className="problem">
          {p}
        </p>
      ))}
      <div className="row">
        <Input
          aria-label="What changed and why"
          value={changed}
          maxLength={300}
          placeholder="what changed and why"
          onChange={(e) => setChanged(e.target.value)}
        />
        <Button
          disabled={!isNew || problems.length > 0}
          onClick={() => {
            onChange([...brackets, { on: today(), shape, changed }].slice(-40));
            setChanged('');
          }}
        >
          Save revision {brackets.length + 1}
        </Button>
      </div>
      <ol className="plain">
        {brackets.map((b, i) => (
          <li key={`${b.on} ${i}`}>
            Revision {i + 1}, {b.on}: {b.changed || 'no remark'}{' '}
            <Button size="small" type="link" onClick={() => setShape(b.shape)}>
              Show
            </Button>
          </li>
        ))}
      </ol>
    </>
  );
}
