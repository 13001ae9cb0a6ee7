import { useDocument } from '../../state/document';
import { useFocusReturn } from '../../state/useFocusReturn';
import { usePreferences } from '../../state/preferences';
import { Button, Input } from 'antd';
import { Dialog } from '../../forms/Dialog';
import { SelectInput } from '../../forms/SelectInput';
import { useState } from 'react';
import { withVariant, activeVariant, type Project, type Season } from '../../../core/document/project/project';
import { readWhole } from '../../../core/document/project/readProject';
import { sayIssue } from '../../../core/document/project/issue';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { displayUnit, toDisplay, type UnitChoice } from '../../../core/foundations/units';
import { parseQuantity } from '../../../core/foundations/units/parse';
import { Field } from '../../forms/Field';

const TEMPERATURES = [
  ['coldestOilK', 'Coldest oil'],
  ['hottestOilK', 'Hottest oil'],
  ['airTemperatureK', 'Air'],
] as const;

/** The open variant: its name, what its season changes, and the way to throw it away. */
export default function VariantDialog({ onClose }: { readonly onClose: () => void }) {
  useFocusReturn(undefined);
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const renameVariant = useDocument((w) => w.renameVariant);
  const deleteVariant = useDocument((w) => w.deleteVariant);
  const setSeason = useDocument((w) => w.setSeason);
  const variant = activeVariant(project);
  const { season } = variant;
  const u = displayUnit('temperature', units);
  const [name, setName] = useState(variant.name);
  const [seasonName, setSeasonName] = useState(season?.name ?? '');
  const [oil, setOil] = useState(season?.oil?.name ?? '');
  const [texts, setTexts] = useState(() =>
    Object.fromEntries(
      TEMPERATURES.map(([key]) => [
        key,
        season?.[key] === undefined ? '' : String(Math.round(toDisplay(season[key], u) * 10) / 10),
      ]),
    ),
  );
  const [problem, setProblem] = useState<string>();
  const keep = () => {
    const made = seasonOf({ name: seasonName, oil, texts }, season, units);
    if (typeof made === 'string') return setProblem(made);
    const wrong = made && problemWith(project, made);
    if (wrong) return setProblem(wrong);
    if (name.trim() === '') return setProblem('A variant needs a name.');
    if (name.trim() !== variant.name) renameVariant(name.trim());
    if (JSON.stringify(made) !== JSON.stringify(season)) setSeason(made);
    onClose();
  };
  const grades = [...new Set([...OIL_GRADES.map((g) => g.name), ...(season?.oil ? [season.oil.name] : [])])];
  return (
    <Dialog
      title={`This variant: ${variant.name}`}
      onCancel={onClose}
      onOk={keep}
      okText="Save"
      cancelText="Cancel"
      destroyOnHidden
    >
      <Field title="Name">
        {(id) => <Input id={id} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />}
      </Field>
      <h3 className="variant-season">Season</h3>
      <p className="quiet">What changes for this variant; blank: as the project.</p>
      <Field title="Season">
        {(id) => (
          <Input
            id={id}
            value={seasonName}
            maxLength={40}
            placeholder="Winter"
            onChange={(event) => setSeasonName(event.target.value)}
          />
        )}
      </Field>
      <Field title="Oil">
        {(id) => (
          <SelectInput
            id={id}
            label="Oil"
            value={oil}
            options={[
              { value: '', label: `${project.oil.name}, the project’s` },
              ...grades.map((g) => ({ value: g, label: g })),
            ]}
            onChange={setOil}
          />
        )}
      </Field>
      <TemperatureFields texts={texts} onChange={setTexts} unit={u.symbol} />
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
      {variant.basedOn !== undefined && (
        <Button
          onClick={() => {
            deleteVariant();
            onClose();
          }}
        >
          Delete this variant
        </Button>
      )}
    </Dialog>
  );
}

/** The temperatures that a season alters, as they are typed. */
function TemperatureFields({
  texts,
  onChange,
  unit,
}: {
  readonly texts: Readonly<Record<string, string>>;
  readonly onChange: (texts: Record<string, string>) => void;
  readonly unit: string;
}) {
  return TEMPERATURES.map(([key, title]) => (
    <Field key={key} title={title}>
      {(id) => (
        <Input
          id={id}
          value={texts[key]}
          suffix={unit}
          inputMode="decimal"
          onChange={(event) => onChange({ ...texts, [key]: event.target.value })}
        />
      )}
    </Field>
  ));
}

/**
 * The season as typed; undefined where there is none; a sentence where it cannot be read.
 * @param before keeps an oil that is not in the list
 */
function seasonOf(
  typed: { readonly name: string; readonly oil: string; readonly texts: Readonly<Record<string, string>> },
  before: Season | undefined,
  units: UnitChoice,
): Season | undefined | string {
  const figures: Partial<Record<(typeof TEMPERATURES)[number][0], number>> = {};
  for (const [key, title] of TEMPERATURES) {
    const text = typed.texts[key] ?? '';
    if (text.trim() === '') continue;
    const parsed = parseQuantity(text, 'temperature', { units });
    if (!parsed.ok) return `${title}: this is not a temperature. Write for instance 10, or leave it empty.`;
    figures[key] = parsed.si;
  }
  const name = typed.name.trim();
  const grade =
    OIL_GRADES.find((g) => g.name === typed.oil) ?? (before?.oil?.name === typed.oil ? before.oil : undefined);
  if (name === '' && !grade && Object.keys(figures).length === 0) return undefined;
  if (name === '') return 'Give the season a name, for instance Winter.';
  return { name, ...(grade ? { oil: { ...grade } } : {}), ...figures };
}

/** Why a project with this season would be refused; undefined where it would not. */
function problemWith(project: Project, season: Season): string | undefined {
  const read = readWhole(withVariant(project, { ...activeVariant(project), season }));
  return read.ok ? undefined : read.issues.map(sayIssue).join(' ');
}
