import { lazy, Suspense } from 'react';
import type { LawText } from '../../../core/network/explain/explainPart';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { Fold } from '../../forms/Fold';

const Formula = lazy(() => import('./Formula'));

/** Where a law has more than one equation, each has a line of its own. */
const BETWEEN_EQUATIONS = ',  ';
const BETWEEN_VALUES = ';  ';

/**
 * How a part's figures are calculated: its law, the same with values in the reader's units, its terms, and where it
 * comes from.
 */
export function LawView({ law, units }: { readonly law: LawText; readonly units: UnitChoice }) {
  return (
    <Fold title={`How it is calculated: ${law.title}`}>
      <Law law={law} units={units} />
    </Fold>
  );
}

function Law({ law, units }: { readonly law: LawText; readonly units: UnitChoice }) {
  const shown = new Map([...law.terms, law.result].map((t) => [t.symbol, formatQuantity(t.si, t.quantity, units)]));
  const substituted = law.substituted.replace(/\{([^}]+)\}/g, (_, symbol: string) => shown.get(symbol) ?? symbol);
  return (
    <div className="law">
      {law.equation.split(BETWEEN_EQUATIONS).map((each) => (
        <Suspense key={each} fallback={<div className="equation">{each}</div>}>
          <Formula equation={each} />
        </Suspense>
      ))}
      {substituted.split(BETWEEN_VALUES).map((each) => (
        <div key={each}>{each}</div>
      ))}
      <div>
        <strong>
          {law.result.symbol} = {formatQuantity(law.result.si, law.result.quantity, units)}
        </strong>
      </div>
      <div className="rows">
        {[...law.terms, law.result].map((t) => (
          <TermRow key={t.symbol} text={`${t.symbol}: ${t.meaning}`} value={formatQuantity(t.si, t.quantity, units)} />
        ))}
      </div>
      <div className="quiet">{law.source}</div>
    </div>
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
