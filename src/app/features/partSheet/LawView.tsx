import type { LawText } from '../../../core/network/explain/explainPart';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';

/** Where a law has more than one equation, each has a line of its own. */
const BETWEEN_EQUATIONS = ',  ';
const BETWEEN_VALUES = ';  ';

/** A law, the same with values in the reader's units, its terms, and where it comes from. */
export function LawView({ law, units }: { readonly law: LawText; readonly units: UnitChoice }) {
  const shown = new Map([...law.terms, law.result].map((t) => [t.symbol, formatQuantity(t.si, t.quantity, units)]));
  const substituted = law.substituted.replace(/\{([^}]+)\}/g, (_, symbol: string) => shown.get(symbol) ?? symbol);
  return (
    <>
      <h3>{law.title}, with its values</h3>
      <div className="law">
        {law.equation.split(BETWEEN_EQUATIONS).map((each) => (
          <div key={each} className="equation">
            {each}
          </div>
        ))}
        {substituted.split(BETWEEN_VALUES).map((each) => (
          <div key={each}>{each}</div>
        ))}
        <div>
          <strong>
            {law.result.symbol} = {formatQuantity(law.result.si, law.result.quantity, units)}
          </strong>
        </div>
        <details>
          <summary>Terms</summary>
          <div className="rows">
            {law.terms.map((t) => (
              <TermRow
                key={t.symbol}
                text={`${t.symbol}: ${t.meaning}`}
                value={formatQuantity(t.si, t.quantity, units)}
              />
            ))}
          </div>
        </details>
        <div className="quiet">{law.source}</div>
      </div>
    </>
  );
}

function TermRow({ text, value }: { readonly text: string; readonly value: string }) {
  return (
    <>
      <span>{text}</span>
      <span>{value}</span>
    </>
  );
}
