import { Button, Select } from 'antd';
import { useState } from 'react';
import {
  engineSchema,
  heatSchema,
  namedStateSchema,
  oilSchema,
  rangeSchema,
  type Project,
} from '../../../core/document/project/project';
import { driveSchema, drivesOf, USES, type UseDrive } from '../../../core/document/project/use';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { SchemaForm, TextInput } from '../../forms/SchemaForm';
import { useDocument } from '../../state/document';
import { Field } from '../../forms/Field';
import { NewerLaws } from './NewerLaws';

const USE_LABELS = Object.fromEntries(USES.map((use) => [use.id, use.label]));
const LABELS = { v: 'V', inline: 'in-line', ...USE_LABELS };

/** The engine form: everything that is said of the engine as a whole, at any time. */
export default function EnginePage() {
  const project = useDocument((d) => d.project)!;
  return (
    <main id="main" tabIndex={-1} className="page engine">
      <h1>Engine</h1>
      <div className="columns">
        <EngineSection project={project} />
        <OilSection project={project} />
      </div>
      <DrivesSection project={project} />
      <ConditionsSection project={project} />
      <HeatSection project={project} />
      <NewerLaws />
    </main>
  );
}

interface SectionProps {
  readonly project: Project;
}

function EngineSection({ project }: SectionProps) {
  const setProject = useDocument((d) => d.setProject);
  const { engine } = project;
  return (
    <section aria-label="Engine">
      <TextInput
        title="Name"
        value={project.name}
        most={80}
        onChange={(name) => name.trim() !== '' && setProject('rename the engine', { name }, 'name')}
      />
      <TextInput
        title="Description"
        value={engine.description}
        most={200}
        onChange={(description) =>
          setProject('describe the engine', { engine: { ...engine, description } }, 'engine description')
        }
      />
      <SchemaForm
        schema={engineSchema}
        value={engine}
        leaveOut={['description', 'heat', 'drives']}
        labels={LABELS}
        onChange={(changed, field) => setProject('change the engine', { engine: changed }, `engine ${field}`)}
      />
      <TextInput
        title="Note"
        value={project.note}
        most={4000}
        lines={3}
        onChange={(note) => setProject('note on the engine', { note }, 'note')}
      />
    </section>
  );
}

function OilSection({ project }: SectionProps) {
  const setOil = useDocument((d) => d.setOil);
  const setProject = useDocument((d) => d.setProject);
  const { oil, range } = project;
  return (
    <section aria-label="Oil and range">
      <h2>Oil</h2>
      <Field title="Start from a grade">
        {(id) => (
          <Select
            id={id}
            value={OIL_GRADES.some((g) => g.name === oil.name) ? oil.name : null}
            placeholder="own oil"
            aria-label="Start from a grade"
            options={OIL_GRADES.map(({ name }) => ({ value: name, label: name }))}
            onChange={(name: string | null) => {
              const grade = OIL_GRADES.find((g) => g.name === name);
              if (grade) setOil({ ...grade });
            }}
          />
        )}
      </Field>
      <TextInput
        title="Grade or name"
        value={oil.name}
        most={80}
        onChange={(name) => name.trim() !== '' && setProject('name the oil', { oil: { ...oil, name } }, 'oil name')}
      />
      <SchemaForm
        schema={oilSchema}
        value={oil}
        leaveOut={['name']}
        onChange={(changed, field) => setProject('change the oil', { oil: changed }, `oil ${field}`)}
      />
      <h2>Operating range</h2>
      <SchemaForm
        schema={rangeSchema}
        value={range}
        onChange={(changed, field) => setProject('change the range', { range: changed }, `range ${field}`)}
      />
    </section>
  );
}

function HeatSection({ project }: SectionProps) {
  const setProject = useDocument((d) => d.setProject);
  const { engine } = project;
  return (
    <section aria-label="Heat">
      <h2>Heat</h2>
      <SchemaForm
        schema={heatSchema}
        value={engine.heat}
        onChange={(heat, field) =>
          setProject('change the engine’s heat', { engine: { ...engine, heat } }, `heat ${field}`)
        }
      />
    </section>
  );
}

/** The driving used for the heat check: that of the use, until one drive is changed. */
function DrivesSection({ project }: SectionProps) {
  const setProject = useDocument((d) => d.setProject);
  const { engine } = project;
  const drives = drivesOf(engine);
  const put = (changed: readonly UseDrive[] | undefined, on = '') => {
    const { drives: _, ...rest } = engine;
    setProject('change the drives', { engine: changed ? { ...rest, drives: [...changed] } : rest }, on);
  };
  const use = USES.find((each) => each.id === engine.use);
  return (
    <section aria-label="Drives">
      <h2>Driving used for the heat check</h2>
      <p>
        {engine.drives
          ? 'Your own.'
          : use
            ? `Those of its use, ${use.label.toLowerCase()}: ${use.note.toLowerCase()}`
            : 'No use is stated: full load until steady, the hardest there is.'}
      </p>
      <div className="columns">
        {drives.map((drive, i) => (
          <fieldset key={i}>
            <legend>{drive.name}</legend>
            <TextInput
              title="Name"
              value={drive.name}
              most={60}
              onChange={(name) =>
                name.trim() !== '' &&
                put(
                  drives.map((d, k) => (k === i ? { ...d, name } : d)),
                  `drive ${i} name`,
                )
              }
            />
            <SchemaForm
              schema={driveSchema}
              value={drive}
              leaveOut={['name', 'durationS']}
              onChange={(changed, field) =>
                put(
                  drives.map((d, k) => (k === i ? changed : d)),
                  `drive ${i} ${field}`,
                )
              }
            />
            <Duration
              drive={drive}
              onChange={(changed) =>
                put(
                  drives.map((d, k) => (k === i ? changed : d)),
                  `drive ${i} time`,
                )
              }
            />
            {drives.length > 1 && (
              <Button onClick={() => put(drives.filter((_, k) => k !== i))}>Remove {drive.name}</Button>
            )}
          </fieldset>
        ))}
      </div>
      <div className="moves">
        {drives.length < 8 && (
          <Button
            onClick={() => put([...drives, { ...drives[drives.length - 1]!, name: `Drive ${drives.length + 1}` }])}
          >
            Add a drive
          </Button>
        )}
        {engine.drives && <Button onClick={() => put(undefined)}>Back to the use’s drives</Button>}
      </div>
    </section>
  );
}

function Duration({ drive, onChange }: { readonly drive: UseDrive; readonly onChange: (drive: UseDrive) => void }) {
  return (
    <SchemaForm
      schema={driveSchema.pick({ durationS: true }).partial()}
      value={drive.durationS === null ? {} : { durationS: drive.durationS }}
      onChange={({ durationS }) => onChange({ ...drive, durationS: durationS ?? null })}
    />
  );
}

const MOST_CONDITIONS = 12;

/** Named conditions: what a press in the state bar goes to. */
function ConditionsSection({ project }: SectionProps) {
  const setProject = useDocument((d) => d.setProject);
  const { namedStates } = project;
  const [added, setAdded] = useState(0);
  const put = (changed: Project['namedStates'], on = '') =>
    setProject('change a named condition', { namedStates: changed }, on);
  return (
    <section aria-label="Named conditions">
      <h2>Named conditions</h2>
      <div className="columns">
        {namedStates.map((state, i) => (
          <fieldset key={`${i} ${added}`}>
            <legend>{state.name}</legend>
            <TextInput
              title="Name"
              value={state.name}
              most={40}
              onChange={(name) =>
                name.trim() !== '' &&
                put(
                  namedStates.map((s, k) => (k === i ? { ...s, name } : s)),
                  `condition ${i} name`,
                )
              }
            />
            <SchemaForm
              schema={namedStateSchema}
              value={state}
              leaveOut={['name']}
              onChange={(changed, field) =>
                put(
                  namedStates.map((s, k) => (k === i ? changed : s)),
                  `condition ${i} ${field}`,
                )
              }
            />
            <Button
              onClick={() => {
                put(namedStates.filter((_, k) => k !== i));
                setAdded(added + 1);
              }}
            >
              Remove {state.name}
            </Button>
          </fieldset>
        ))}
      </div>
      {namedStates.length < MOST_CONDITIONS && (
        <div className="moves">
          <Button
            onClick={() =>
              put([
                ...namedStates,
                {
                  name: `Condition ${namedStates.length + 1}`,
                  speedRevS: project.engine.idleSpeedRevS,
                  oilTemperatureK: 363.15,
                },
              ])
            }
          >
            Add a condition
          </Button>
        </div>
      )}
    </section>
  );
}
