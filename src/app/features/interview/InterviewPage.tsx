import { Button, Input, Radio, Switch, Form } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { answersSchema, completeAnswers, type Answers } from '../../../core/document/archetypes/answers';
import { ARCHETYPES } from '../../../core/document/archetypes/archetypes';
import { buildFromAnswers } from '../../../core/document/archetypes/buildProject';
import { USES } from '../../../core/document/project/use';
import { formatQuantity } from '../../../core/foundations/units';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { FigureInput } from '../../forms/FigureInput';
import { useKeeping } from '../../state/keeping';
import { openProject } from '../../state/workspace';
import { fitted } from './fitted';
import { GaugeQuestions } from './GaugeQuestions';
import { JobsQuestion } from './JobsQuestion';
import type { Change, SectionProps } from './sectionProps';
import { usePreferences } from '../../state/preferences';
import { Field } from '../../forms/Field';

const RPM = 1 / 60;
const LITRE = 1e-3;
const START: Answers = answersSchema.parse({
  name: 'x',
  archetype: 'wetSump',
  displacementM3: 2 * LITRE,
  cylinders: 4,
  idleRpm: 850,
  redlineRpm: 6500,
});
const CYLINDERS = [1, 16] as const;
const MOST_MAINS = 17;

const JETS_OPEN_PA = 2e5;

/**
 * A new engine by a few questions, in the order in which people think: what is there, what it is for, what is changed.
 */
export default function InterviewPage() {
  const [answers, setAnswers] = useState<Answers>({ ...START, name: '' });
  const [problem, setProblem] = useState<string>();
  const [fitting, setFitting] = useState(false);
  const navigate = useNavigate();
  const set: Change = (change) => setAnswers((before) => ({ ...before, ...change }));
  const full = useMemo(() => completeAnswers(answers), [answers]);
  const build = async () => {
    if (answers.name.trim() === '') return setProblem('Give the engine a name.');
    const read = answersSchema.safeParse(answers);
    if (!read.success)
      return setProblem(
        answers.idleRpm >= answers.redlineRpm
          ? 'Idle must be below the redline.'
          : 'A figure is out of range: look at the fields marked red.',
      );
    const built = buildFromAnswers(read.data);
    if (!built.ok) return setProblem(built.why);
    setFitting(true);
    const { kept, said } = await fitted(built.kept).finally(() => setFitting(false));
    if (!(await openProject(kept))) return;
    if (said) useKeeping.getState().tell(said);
    await navigate('/');
  };
  const section = { answers, full, set };
  return (
    <main id="main" tabIndex={-1} className="page interview">
      <h1>New engine</h1>
      <Form onFinish={() => void build()}>
        <EngineQuestions {...section} />
        <GaugeQuestions {...section} />
        <BuildQuestions {...section} />
        <CircuitQuestion {...section} />
        <JobsQuestion {...section} />
        {problem && (
          <p className="problem" role="alert">
            {problem}
          </p>
        )}
        <div className="moves">
          <Button type="primary" htmlType="submit" loading={fitting}>
            Create and check
          </Button>
        </div>
        <p className="quiet">
          What is not asked starts from realistic defaults, not from data of your engine. Everything can be changed
          later. The open project is kept.
        </p>
      </Form>
    </main>
  );
}

function EngineQuestions({ answers, full, set }: SectionProps) {
  const units = usePreferences((p) => p.units);
  const use = USES.find((each) => each.id === full.use)!;
  return (
    <fieldset>
      <legend>1 · The engine</legend>
      <Field title="Name">
        {(id) => (
          <Input
            id={id}
            value={answers.name}
            maxLength={80}
            onChange={(event) => set({ name: event.target.value })}
            aria-label="Name"
          />
        )}
      </Field>
      <FigureInput
        title="Displacement"
        quantity="volume"
        si={answers.displacementM3}
        allowed={[0.02 * LITRE, 30 * LITRE]}
        onChange={(displacementM3) => displacementM3 !== undefined && set({ displacementM3 })}
        help="In L, cc or cubic inches."
      />
      <FigureInput
        title="Cylinders"
        quantity="ratio"
        si={answers.cylinders}
        allowed={CYLINDERS}
        onChange={(n) => n !== undefined && set({ cylinders: Math.round(n), mainBearings: undefined })}
      />
      <ChoiceInput
        title="Layout"
        value={full.layout}
        options={[
          { value: 'inline', label: 'In-line' },
          { value: 'v', label: 'V' },
          { value: 'flat', label: 'Flat' },
        ]}
        onChange={(layout) => set({ layout, mainBearings: undefined })}
      />
      {full.crankBearings === 'plain' && (
        <FigureInput
          title="Main bearings"
          quantity="ratio"
          si={full.mainBearings}
          whole
          allowed={[1, MOST_MAINS]}
          onChange={(n) => n !== undefined && set({ mainBearings: n })}
        />
      )}
      <FigureInput
        title="Idle"
        quantity="speed"
        si={answers.idleRpm * RPM}
        allowed={[200 * RPM, 4000 * RPM]}
        onChange={(si) => si !== undefined && set({ idleRpm: si / RPM })}
      />
      <FigureInput
        title="Redline"
        quantity="speed"
        si={answers.redlineRpm * RPM}
        allowed={[800 * RPM, 25_000 * RPM]}
        onChange={(si) => si !== undefined && set({ redlineRpm: si / RPM })}
      />
      <ChoiceInput
        title="Use"
        value={full.use}
        options={USES.map(({ id, label }) => ({ value: id, label }))}
        onChange={(chosen) => set({ use: chosen })}
        note={use.note}
      />
      <OilQuestions answers={answers} full={full} set={set} />
      <FigureInput
        title="Brake power at the redline"
        quantity="heatFlow"
        si={answers.brakePowerW}
        optional
        onChange={(brakePowerW) => set({ brakePowerW })}
        help={`In kW or hp. Blank: ${formatQuantity(full.brakePowerW, 'heatFlow', units)}.`}
      />
    </fieldset>
  );
}

/** Which oil, and how much of it. */
function OilQuestions({ answers, full, set }: SectionProps) {
  return (
    <>
      <ChoiceInput
        title="Oil"
        value={full.oilGrade}
        options={OIL_GRADES.map(({ name }) => ({ value: name, label: name }))}
        onChange={(oilGrade) => set({ oilGrade })}
      />
      <FigureInput
        title="Oil it takes, with its filter"
        quantity="volume"
        si={answers.oilFillM3}
        optional
        onChange={(oilFillM3) => set({ oilFillM3 })}
        help="Blank: an estimate, and the plan says so."
      />
      {answers.oilFillM3 !== undefined && (
        <ChoiceInput
          title="Known from"
          value={answers.oilFillFrom}
          options={[
            { value: 'book', label: 'Its book' },
            { value: 'drained', label: 'Measured as it was drained' },
          ]}
          onChange={(oilFillFrom) => set({ oilFillFrom })}
        />
      )}
    </>
  );
}

function BuildQuestions({ full, set }: SectionProps) {
  const units = usePreferences((p) => p.units);
  return (
    <fieldset>
      <legend>3 · How it is built</legend>
      <ChoiceInput
        title="Valve gear"
        value={full.valveGear}
        options={[
          { value: 'pushrod', label: 'Pushrod' },
          { value: 'singleCam', label: 'Single cam' },
          { value: 'twinCam', label: 'Twin cam' },
        ]}
        onChange={(valveGear) => set({ valveGear })}
        note={full.valveGear === 'pushrod' ? 'Cam in the block, rockers fed with oil' : 'Cam bearings in the head'}
      />
      <ChoiceInput
        title="Lifters"
        value={full.lifters}
        options={[
          { value: 'hydraulic', label: 'Hydraulic' },
          { value: 'solid', label: 'Solid' },
        ]}
        onChange={(lifters) => set({ lifters })}
        note={full.lifters === 'hydraulic' ? 'They take oil all the time' : 'They take no oil'}
      />
      <ChoiceInput
        title="Block"
        value={full.block}
        options={[
          { value: 'iron', label: 'Iron' },
          { value: 'aluminium', label: 'Aluminium' },
          { value: 'aluminiumIronCaps', label: 'Aluminium, iron caps' },
        ]}
        onChange={(block) => set({ block })}
        note={full.block === 'iron' ? 'Clearances stay as measured' : 'Clearances grow as it warms'}
      />
      <ChoiceInput
        title="Crank runs in"
        value={full.crankBearings}
        options={[
          { value: 'plain', label: 'Plain bearings' },
          { value: 'rolling', label: 'Rolling bearings' },
        ]}
        onChange={(crankBearings) => set({ crankBearings })}
      />
      <YesNo
        title="Piston jets"
        value={full.pistonJets}
        onChange={(pistonJets) => set({ pistonJets })}
        note={
          full.pistonJets
            ? `One jet per piston, open above about ${formatQuantity(JETS_OPEN_PA, 'pressure', units, 0)}`
            : 'None'
        }
      />
      <YesNo
        title="Chain tensioner fed with oil"
        value={full.tensioner}
        onChange={(tensioner) => set({ tensioner })}
        note={full.tensioner ? 'Bleeds a little all the time' : 'None'}
      />
      <ChoiceInput
        title="Fuel"
        value={full.fuel}
        options={[
          { value: 'petrol', label: 'Petrol' },
          { value: 'diesel', label: 'Diesel' },
        ]}
        onChange={(fuel) => set({ fuel })}
      />
      <ChoiceInput
        title="Engine cooled by"
        value={full.cooling}
        options={[
          { value: 'liquid', label: 'Coolant' },
          { value: 'air', label: 'Air' },
        ]}
        onChange={(cooling) => set({ cooling })}
      />
      <ChoiceInput
        title="Oil cooler as built"
        value={full.stockCooler}
        options={[
          { value: 'none', label: 'None' },
          { value: 'coolant', label: 'Coolant-fed' },
          { value: 'air', label: 'Air' },
        ]}
        onChange={(stockCooler) => set({ stockCooler })}
        note={full.stockCooler === 'air' ? 'With a thermostat' : ''}
      />
    </fieldset>
  );
}

function YesNo({
  title,
  value,
  onChange,
  note,
}: {
  readonly title: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
  readonly note: string;
}) {
  return (
    <Field title={title} note={note}>
      {(id) => <Switch id={id} checked={value} onChange={onChange} aria-label={title} />}
    </Field>
  );
}

function CircuitQuestion({ answers, set }: SectionProps) {
  return (
    <fieldset>
      <legend>4 · Its stock circuit</legend>
      <Radio.Group
        className="choices"
        value={answers.archetype}
        onChange={(event) => set({ archetype: event.target.value as Answers['archetype'], wants: [], asked: {} })}
        aria-label="Stock circuit"
      >
        {ARCHETYPES.map((a) => (
          <Radio key={a.id} value={a.id} className="choice">
            <strong>{a.label}</strong>
            <br />
            <span className="quiet">{a.note}</span>
          </Radio>
        ))}
      </Radio.Group>
    </fieldset>
  );
}
