import { stepRows } from '../../../core/answer/bySteps';
import type { EffectAnswer } from '../../../core/answer/effectSchema';
import { sayAt } from '../../../core/answer/sayMeasures';
import type { UnitChoice } from '../../../core/foundations/units';

/** By change: what each adds after those before it, which sums to the whole; what it does alone; what is left. */
export function StepsTable({ answer, units }: { readonly answer: EffectAnswer; readonly units: UnitChoice }) {
  const rows = stepRows(answer);
  if (rows.length === 0) return null;
  return (
    <div className="scroll" tabIndex={0} role="region" aria-label="By change">
      <table className="steps-table">
        <thead>
          <tr>
            <th scope="col">Adds, in this order (alone; –: not without another)</th>
            {answer.steps.map((s) => (
              <th scope="col" key={s.id}>
                {s.name}
              </th>
            ))}
            <th scope="col">Together</th>
            <th scope="col">All</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ weighed, steps, whole, together }) => {
            const say = (si: number | null) => (si === null ? '–' : weighed.sayChange(si, units));
            return (
              <tr key={weighed.id}>
                <th scope="row">
                  {weighed.title}
                  {sayAt(weighed, answer.after!)}
                </th>
                {steps.map(({ added, alone }, i) => (
                  <td key={answer.steps[i]!.id}>
                    {say(added)} <span className="quiet">({say(alone)})</span>
                  </td>
                ))}
                <td>{say(together)}</td>
                <td>{say(whole)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
