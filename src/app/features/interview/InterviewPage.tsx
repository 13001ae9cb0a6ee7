import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { ARCHETYPES, type ArchetypeId } from '../../../core/document/archetypes/archetypes';
import { buildFromInterview, WANTS, type Answers, type WantId } from '../../../core/document/archetypes/interview';
import { displayUnit, fromDisplay } from '../../../core/foundations/units';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { openProject } from '../../state/openProject';

const START: Answers = {
  engine: {
    name: '',
    description: '',
    displacementM3: 2e-3,
    cylinders: 4,
    idleSpeedRevS: 850 / 60,
    maximumSpeedRevS: 6500 / 60,
    oilGrade: '10W-40',
  },
  archetype: 'wetSump',
  wants: [],
  distanceM: {},
};
const LEAST_NAME = 1;

/** A new circuit by a few questions, in the order in which people think: what is there, what is wanted, where it goes. */
export default function InterviewPage() {
  const [answers, setAnswers] = useState(START);
  const [problem, setProblem] = useState<string>();
  const navigate = useNavigate();
  const { engine } = answers;
  const set = (change: Partial<Answers>) => setAnswers({ ...answers, ...change });
  const setEngine = (change: Partial<Answers['engine']>) => set({ engine: { ...engine, ...change } });
  const rpm = displayUnit('speed');
  const litres = displayUnit('volume');
  const wants = useMemo(() => WANTS.filter((w) => w.fits(answers.archetype)), [answers.archetype]);
  const build = async () => {
    if (engine.name.trim().length < LEAST_NAME) return setProblem('Give the engine a name by which you will know it.');
    const built = buildFromInterview({ ...answers, engine: { ...engine, name: engine.name.trim() } });
    if (!built.ok) return setProblem(built.why);
    if (await openProject(built.project)) await navigate('/');
  };
  return (
    <main className="page">
      <h1>A new circuit</h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void build();
        }}
      >
        <fieldset>
          <legend>1 · The engine</legend>
          <label className="field">
            <span>Name</span>
            <input
              type="text"
              value={engine.name}
              maxLength={80}
              onChange={(event) => setEngine({ name: event.target.value })}
            />
          </label>
          <NumberField
            label={`Swept volume, ${litres.symbol}`}
            shown={engine.displacementM3 * litres.factor}
            low={0.05}
            high={12}
            step={0.05}
            onChange={(v) => setEngine({ displacementM3: fromDisplay(v, litres) })}
          />
          <NumberField
            label="Cylinders"
            shown={engine.cylinders}
            low={1}
            high={16}
            step={1}
            onChange={(v) => setEngine({ cylinders: Math.round(v) })}
          />
          <NumberField
            label="Idle, rpm"
            shown={engine.idleSpeedRevS * rpm.factor}
            low={400}
            high={2500}
            step={50}
            onChange={(v) => setEngine({ idleSpeedRevS: fromDisplay(v, rpm) })}
          />
          <NumberField
            label="Maximum, rpm"
            shown={engine.maximumSpeedRevS * rpm.factor}
            low={2600}
            high={16000}
            step={100}
            onChange={(v) => setEngine({ maximumSpeedRevS: fromDisplay(v, rpm) })}
          />
          <label className="field">
            <span>Oil</span>
            <select value={engine.oilGrade} onChange={(event) => setEngine({ oilGrade: event.target.value })}>
              {OIL_GRADES.map((g) => (
                <option key={g.name}>{g.name}</option>
              ))}
            </select>
          </label>
        </fieldset>
        <fieldset>
          <legend>2 · Its stock circuit</legend>
          {ARCHETYPES.map((a) => (
            <label key={a.id} className="choice">
              <input
                type="radio"
                name="archetype"
                checked={answers.archetype === a.id}
                onChange={() => set({ archetype: a.id as ArchetypeId, wants: [] })}
              />
              <span>
                <strong>{a.label}</strong>
                <br />
                <span className="quiet">{a.note}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <fieldset>
          <legend>3 · What is wanted, and how far away it goes</legend>
          {wants.map((w) => {
            const chosen = answers.wants.includes(w.id);
            return (
              <div key={w.id} className="choice">
                <label>
                  <input
                    type="checkbox"
                    checked={chosen}
                    onChange={() =>
                      set({ wants: chosen ? answers.wants.filter((id) => id !== w.id) : [...answers.wants, w.id] })
                    }
                  />
                  <span>
                    <strong>{w.label}</strong>
                    <br />
                    <span className="quiet">{w.note}</span>
                  </span>
                </label>
                {chosen && w.distanceM !== undefined && (
                  <Distance
                    id={w.id}
                    value={answers.distanceM[w.id] ?? w.distanceM}
                    onChange={(m) => set({ distanceM: { ...answers.distanceM, [w.id]: m } })}
                  />
                )}
              </div>
            );
          })}
        </fieldset>
        {problem && (
          <p className="problem" role="alert">
            {problem}
          </p>
        )}
        <div className="moves">
          <button type="submit" className="make">
            Build the circuit and judge it
          </button>
        </div>
        <p className="quiet">
          Everything starts from realistic defaults, not from data of your engine: open each part afterwards and put in
          what you measured. The project that is open now is set aside and can be gone back to.
        </p>
      </form>
    </main>
  );
}

function Distance({
  id,
  value,
  onChange,
}: {
  readonly id: WantId;
  readonly value: number;
  readonly onChange: (m: number) => void;
}) {
  const u = displayUnit('length');
  return (
    <NumberField
      label={`Hose to it, ${u.symbol}`}
      shown={value * u.factor}
      low={0.05}
      high={6}
      step={0.05}
      onChange={(v) => onChange(fromDisplay(v, u))}
      key={id}
    />
  );
}

function NumberField({
  label,
  shown,
  low,
  high,
  step,
  onChange,
}: {
  readonly label: string;
  readonly shown: number;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <label className="field">
      <span>{label}</span>
      <input
        type="number"
        min={low}
        max={high}
        step={step}
        defaultValue={Number(shown.toPrecision(6))}
        required
        onChange={(event) => {
          const value = event.target.valueAsNumber;
          if (Number.isFinite(value) && value >= low && value <= high) onChange(value);
        }}
      />
    </label>
  );
}
