import type { Effects } from '../../../core/answer/effects';

const TITLES = { gains: 'Gains', costs: 'Costs', risks: 'At risk' } as const;

/** What a change gains, costs, and puts at risk. */
export function ThreeLines({ effects }: { readonly effects: Effects }) {
  return (
    <dl className="three">
      {(['gains', 'costs', 'risks'] as const).map((key) => (
        <div key={key}>
          <dt>{TITLES[key]}</dt>
          <dd>
            {effects[key].length === 0 ? (
              <span className="quiet">nothing</span>
            ) : (
              <ul>
                {effects[key].map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}
