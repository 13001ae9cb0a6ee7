import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { AutoComplete, Button, Form, Select, Switch } from 'antd';
import { Fragment, useMemo, useState } from 'react';
import { sayIssue } from '../../../core/document/project/issue';
import { changePart, partExtras, partFields } from '../../../core/document/parts/partFields';
import type { PartField } from '../../../core/document/parts/schemaFields';
import { actsAs, type Part, type PartOf } from '../../../core/document/parts/part';
import { fieldIssue } from '../../../core/document/project/fieldIssue';
import {
  OWN_JOINTS,
  ownThread,
  THREAD_IDS,
  threadLabel,
  type Thread,
  type ThreadId,
} from '../../../core/document/parts/threads';
import { activeVariant } from '../../../core/document/project/project';
import { inputsOf } from '../../../core/studies/inputs/inputs';
import { partFamiliesOf } from '../../../core/studies/sizing/partFamilies';
import { sizablesOf, withSize, type Sizable } from '../../../core/studies/sizing/sizable';
import { lossLabel } from '../../../core/network/explain/explainPart';
import { DASH_BORES_M } from '../../../core/foundations/units/boreSizes';
import { Field } from '../../forms/Field';
import { TextInput } from '../../forms/SchemaForm';
import { useSecondFrame } from '../../forms/useSecondFrame';
import { CoolingInput } from './CoolingInput';
import { DrainPoints } from './DrainPoints';
import { EndsInput, hasLosses } from './EndsInput';
import { CurveInput, isRated } from './CurveInput';
import { ChangedNote, KnownOf, MeaningChoice, useChangedHere, type Meaning } from './Meaning';
import { QuantityInput } from './QuantityInput';
import { PartSizeFinder } from './PartSizeFinder';
import { SizeFinder } from './SizeFinder';

/** What of a form is seen at once on a usual screen: the rest is drawn when this is on it. */
const FIRST_FIELDS = 8;

/** A part's numbers as a form made from its schema. What the schema refuses is said beside the field and not kept. */
export default function PartForm({ part }: { readonly part: Part }) {
  const replaceInDocument = useDocument((w) => w.replacePart);
  const [meaning, setMeaning] = useState<Meaning>('asMeant');
  const replacePart = (changed: Part, field?: string) => replaceInDocument(changed, field, meaning);
  const changedFigures = useChangedHere(part.id);
  const units = usePreferences((w) => w.units);
  const fields = useMemo(
    () => partFields(part).filter((f) => !(actsAs(part, 'drain') && f.path[0] === 'profile')),
    [part],
  );
  const sizables = useMemo(() => new Map(sizablesOf(part).map((s) => [s.path.join('.'), s])), [part]);
  const guesses = useGuesses(part);
  const isWhole = useSecondFrame();
  const [problem, setProblem] = useState<{ readonly at: string; readonly text: string }>();
  const change = (field: PartField, value: unknown) => {
    const changed = changePart(part, field.path, value);
    if (changed.ok) {
      setProblem(undefined);
      replacePart(changed.part, field.path.join('.'));
      return;
    }
    setProblem({
      at: field.path.join('.'),
      text: changed.issues.map((issue) => sayIssue(fieldIssue(issue, undefined))).join(' '),
    });
  };
  /** A figure of a hose that was named by its size. */
  const changeDash = (field: PartField, dash: number) => change({ ...field, path: ['dash'] }, dash);
  const take = ({ path }: Sizable, si: number) => {
    const sized = withSize(part, path, si);
    if (sized) replacePart(sized);
  };
  return (
    <Form aria-label={`Specifications of ${part.name}`}>
      <TextInput
        title="Name"
        value={part.name}
        most={80}
        onChange={(name) => name.trim() !== '' && replacePart({ ...part, name }, 'name')}
      />
      <TextInput
        title="Note"
        value={part.note ?? ''}
        most={2000}
        lines={2}
        onChange={(note) => replacePart({ ...part, note: note === '' ? undefined : note }, 'note')}
      />
      <KnownOf part={part.id} fields={fields} />
      <MeaningChoice part={part.id} value={meaning} onChange={setMeaning} />
      {actsAs(part, 'drain') && <DrainPoints drain={part} onChange={(changed) => replacePart(changed, 'profile')} />}
      {actsAs(part, 'cooler') && part.cooling?.kind === 'air' && <FanSwitch part={part} cooling={part.cooling} />}
      {hasLosses(part) && <EndsInput part={part} onChange={(changed) => replacePart(changed)} />}
      {actsAs(part, 'cooler') && part.cooling?.kind === 'air' && (
        <CoolingInput part={part} cooling={part.cooling} onChange={(changed) => replacePart(changed)} />
      )}
      {partFamiliesOf(part).length > 0 && <PartSizeFinder part={part} onTake={(taken) => replacePart(taken)} />}
      {isRated(part) && <CurveInput part={part} units={units} onChange={(changed) => replacePart(changed)} />}
      {(isWhole ? fields : fields.slice(0, FIRST_FIELDS)).map((field, i) => {
        const at = field.path.join('.');
        const sizable = sizables.get(at);
        const changed = changedFigures.get(at);
        const heading = field.group !== fields[i - 1]?.group && field.group !== '' ? field.group : undefined;
        return (
          <Fragment key={at}>
            {heading && <h3>{heading}</h3>}
            <FieldRow
              field={field}
              part={part}
              isGuess={guesses.has(at)}
              onChange={(value, dash) => (dash === undefined ? change(field, value) : changeDash(field, dash))}
              problem={problem?.at === at ? problem.text : undefined}
            />
            {changed && <ChangedNote field={field} changed={changed} />}
            {sizable && (
              <SizeFinder
                part={part}
                sizable={sizable}
                current={field.value as number}
                onTake={(si) => take(sizable, si)}
              />
            )}
          </Fragment>
        );
      })}
      <div className="moves">
        {(isWhole ? partExtras(part) : []).map((extra) => (
          <Button
            key={extra.key}

            onClick={() => {
              const changed = changePart(part, [extra.key], extra.there ? undefined : extra.seed);
              if (changed.ok) replacePart(changed.part);
            }}
          >
            {extra.there ? `Remove ${extra.label.replace(/^Add /, '')}` : extra.label}
          </Button>
        ))}
      </div>
    </Form>
  );
}

/** Figures of a part that are still defaults, by path; of an engine of the reader's own. */
function useGuesses(part: Part): ReadonlySet<string> {
  const project = useDocument((d) => d.project);
  return useMemo(() => {
    if (!project || project.madeUp) return new Set();
    const variant = activeVariant(project);
    const known = new Set(variant.known ?? []);
    const fitted = new Set(variant.calibration?.applied?.figures.map((f) => [f.part, ...f.path].join('.')));
    return new Set(
      inputsOf(project, variant)
        .filter((i) => i.part === part.id && !known.has(i.id) && !fitted.has(i.id))
        .map((i) => i.path.join('.')),
    );
  }, [project, part.id]);
}

function FieldRow({
  field,
  part,
  isGuess,
  onChange,
  problem,
}: {
  readonly field: PartField;
  readonly part: Part;
  readonly isGuess: boolean;
  readonly onChange: (value: unknown, dash?: number) => void;
  readonly problem: string | undefined;
}) {
  const { input } = field;
  const title = field.path.includes('losses') ? `${lossTitle(part, field)}: ${field.title.toLowerCase()}` : field.title;
  if (field.path.join('.') === 'dash')
    return <DashInput value={field.value as number | undefined} onChange={onChange} />;
  if (field.path[field.path.length - 1] === 'thread')
    return <ThreadInput title={title} value={String(field.value)} onChange={(thread) => onChange(thread)} />;
  if (input.kind === 'number')
    return (
      <QuantityInput
        title={title}
        field={field}
        input={input}
        onChange={onChange}
        problem={problem}
        names={actsAs(part, 'line') && part.form !== 'drilling' ? 'dash' : 'drill'}
        guess={isGuess}
      />
    );
  return (
    <Field title={title} problem={problem}>
      {(id) =>
        input.kind === 'boolean' ? (
          <Switch id={id} checked={field.value === true} onChange={(on) => onChange(on)} aria-label={title} />
        ) : (
          <Select
            id={id}
            value={field.value as string}
            onChange={(chosen) => onChange(chosen)}
            aria-label={title}
            allowClear={input.optional}
            options={input.options.map((option) => ({ value: option, label: optionLabel(option) }))}
          />
        )
      }
    </Field>
  );
}

const NO_DASH = 'none';

/** The dash size of a hose: it sets the bore. */
function DashInput({
  value,
  onChange,
}: {
  readonly value: number | undefined;
  readonly onChange: (dash: number | undefined) => void;
}) {
  const sizes = Object.keys(DASH_BORES_M);
  return (
    <Field title="Dash size">
      {(id) => (
        <Select
          id={id}
          value={value === undefined ? NO_DASH : String(value)}
          onChange={(chosen) => onChange(chosen === NO_DASH ? undefined : Number(chosen))}
          aria-label="Dash size"
          options={[
            { value: NO_DASH, label: 'none (by bore)' },
            ...sizes.map((size) => ({ value: size, label: `dash ${size}` })),
          ]}
        />
      )}
    </Field>
  );
}

/** An electric fan on an air cooler: its fields follow below when there is one. */
function FanSwitch({ part, cooling }: { readonly part: Part; readonly cooling: AirCooling }) {
  const replacePart = useDocument((w) => w.replacePart);
  const { fan, ...bare } = cooling;
  return (
    <Field title="Electric fan">
      {(id) => (
        <Switch
          id={id}
          checked={fan !== undefined}
          aria-label="Electric fan"
          onChange={(on) =>
            replacePart({ ...part, cooling: on ? { ...bare, fan: USUAL_FAN } : bare } as Part, 'cooling.fan')
          }
        />
      )}
    </Field>
  );
}
type AirCooling = Extract<NonNullable<PartOf<'cooler'>['cooling']>, { kind: 'air' }>;
/** A fan with its switch at the cooler's outlet. @source engineering judgement */
const USUAL_FAN = { faceSpeedMS: 5, onK: 369.15, offK: 363.15 } as const;

/** A thread of the list, or one typed: "flare M18x1.5". */
function ThreadInput({
  title,
  value,
  onChange,
}: {
  readonly title: string;
  readonly value: string;
  readonly onChange: (thread: string) => void;
}) {
  const label = threadLabel(value as Thread);
  const [text, setText] = useState(label);
  const [wrong, setWrong] = useState(false);
  const choose = (typed: string) => {
    const listed = THREAD_IDS.find((id) => id === typed || threadLabel(id) === typed);
    const thread = listed ?? ownThread(typed);
    setWrong(thread === undefined);
    if (!thread) return;
    setText(threadLabel(thread));
    onChange(thread);
  };
  return (
    <Field
      title={title}
      problem={
        wrong
          ? `Choose one, or begin with ${OWN_JOINTS.map((own) => own.word).join(', ')}: “flare M18x1.5”.`
          : undefined
      }
    >
      {(id) => (
        <AutoComplete
          id={id}
          value={text}
          aria-label={title}
          options={THREAD_IDS.map((thread) => ({ value: threadLabel(thread) }))}
          showSearch={{
            filterOption: (typed, option) => String(option?.value).toLowerCase().includes(typed.toLowerCase()),
          }}
          onChange={(typed: string) => setText(typed)}
          onSelect={(typed: string) => choose(typed)}
          onBlur={() => text !== label && choose(text)}
        />
      )}
    </Field>
  );
}

function lossTitle(part: Part, field: PartField): string {
  const at = field.path.indexOf('losses');
  let here: unknown = part;
  for (const key of field.path.slice(0, at + 2)) here = (here as Record<string | number, unknown>)[key];
  return lossLabel(here as Parameters<typeof lossLabel>[0]);
}

const threads = new Set<string>(THREAD_IDS);

/** A choice as it is said: threads by their names, the rest with their words apart. */
function optionLabel(option: string): string {
  if (threads.has(option)) return threadLabel(option as ThreadId);
  if (option === 'inLowOutHigh' || option === 'inHighOutLow')
    return option === 'inLowOutHigh' ? 'in low, out high' : 'in high, out low';
  if (option === 'aluminiumIronCaps') return 'aluminium, iron caps';
  return option.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}
