import { CAUTIONS } from '../../../core/judgement/cautions';
import { FirstFew } from '../../forms/FirstFew';
import { VERDICT_ENTRY } from '../../help/verdictEntry';
import { Why } from '../../help/Why';
import { Skeleton } from 'antd';
import { lazy, memo, Suspense } from 'react';
import { useView } from '../../state/view';
import { usePreferences } from '../../state/preferences';
import { formatFigure, formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { sayMargin, sayVerdict, sayWhy } from '../../../core/judgement/supply/say';
import type { ConsumerRange, Sweep } from '../../../core/judgement/sweep/sweep';
import { VerdictIcon } from '../../marks/VerdictMark';
import { sayNote } from '../../../core/judgement/sayNote';
import type { ResultNote, SolveResult } from '../../../core/judgement/stateResult';

/** Places kept for findings that are being worked out: as many as a screen shows. */
const MOST_AWAITED = 12;

const GuessBand = lazy(() => import('./GuessBand'));
const PickupRow = lazy(() => import('./PickupRow'));

/** Each component at its worst over the range, weightiest first; a click sets the state and opens the part. */
export function Findings({
  result,
  sweep,
  sweeping,
  warnings,
  own,
}: {
  readonly result: SolveResult;
  readonly sweep: Sweep | undefined;
  readonly sweeping: boolean;
  readonly warnings: readonly string[];
  /** For an engine of the reader's own: whether it was fitted to its gauge. Absent for demos. */
  readonly own: { readonly fitted: boolean } | undefined;
}) {
  const units = usePreferences((w) => w.units);
  const notes: readonly ResultNote[] = result.notes;
  const ranked = [...(sweep?.consumers ?? [])].sort(
    (a, b) =>
      (a.worst?.decisive?.nearRatio ?? (a.supplied ? 1e9 : -1e9)) -
      (b.worst?.decisive?.nearRatio ?? (b.supplied ? 1e9 : -1e9)),
  );
  const open = ranked.filter((c) => !c.supplied).length;
  return (
    <>
      <h2>
        Whole operating range{' '}
        <span aria-live="polite">
          {sweeping
            ? 'working…'
            : sweep
              ? `${open === 0 ? `all ${ranked.length} components supplied` : `${open} of ${ranked.length} components not supplied`} (${sweep.states} conditions checked)`
              : ''}
        </span>
      </h2>
      {own && (
        <Suspense fallback={null}>
          <GuessBand fitted={own.fitted} />
        </Suspense>
      )}
      {notes.map((note) => (
        <div className="notice" key={`${note.code}${note.where}`}>
          <strong>{sayNote(note, units).head}</strong> {sayNote(note, units).text}
        </div>
      ))}
      {warnings.map((warning) => (
        <div className="notice" key={warning}>
          {warning}
        </div>
      ))}
      {sweep && sweep.notConverged.length > 0 && (
        <div className="notice">
          <strong>{sweep.notConverged.length} conditions could not be solved.</strong> First:{' '}
          {formatQuantity(sweep.notConverged[0]!.speedRevS, 'speed', units)},{' '}
          {formatQuantity(sweep.notConverged[0]!.oilTemperatureK, 'temperature', units)}.
        </div>
      )}
      {!sweep &&
        sweeping &&
        result.consumers
          .slice(0, MOST_AWAITED)
          .map((c) => <Skeleton key={c.part} className="finding-awaited" title={false} paragraph={{ rows: 4 }} />)}
      {sweep && (
        <Suspense fallback={null}>
          <PickupRow pickup={sweep.pickup} />
        </Suspense>
      )}
      <FirstFew of={ranked} what="components">
        {(c) => <RangeRow key={c.part} consumer={c} units={units} />}
      </FirstFew>
      <h3>Cautions</h3>
      <p className="quiet">{[CAUTIONS.nearExhaust, CAUTIONS.makersLimits, CAUTIONS.qualified].join(' ')}</p>
    </>
  );
}

/** One component at its worst. It waits for the range, not for the condition: moving an instrument leaves it as it is. */
const RangeRow = memo(function RangeRow({
  consumer: c,
  units,
}: {
  readonly consumer: ConsumerRange;
  readonly units: UnitChoice;
}) {
  const setState = useView((w) => w.setState);
  const select = useView((w) => w.select);
  return (
    <div className="finding-row">
      <button
        type="button"
        className="finding"
        onClick={() => {
          if (c.worst) setState(c.worst.state);
          select(c.part);
        }}
      >
        <VerdictIcon verdict={c.verdict} />
        <div>
          <strong>{c.name}</strong> {sayVerdict(c.verdict, c.worst?.decisive)}
          {c.worst?.decisive && (
            <div className={`figure${c.supplied ? '' : ' out'}`}>
              {formatFigure(Math.abs(c.worst.decisive.margin), c.worst.decisive.quantity, units)}{' '}
              <small>{sayMargin(c.worst.decisive, units).replace(/^[^a-zA-Z]+/, '')}</small>
            </div>
          )}
          <div>{sayWhy(c.verdict, c.worst?.decisive ?? null, units)}</div>
          {c.worst && (
            <div className="where">
              Closest to a limit at {formatQuantity(c.worst.state.speedRevS, 'speed', units)},{' '}
              {formatQuantity(c.worst.state.oilTemperatureK, 'temperature', units)}
            </div>
          )}
        </div>
      </button>
      <Why of={VERDICT_ENTRY[c.verdict]} />
    </div>
  );
});
