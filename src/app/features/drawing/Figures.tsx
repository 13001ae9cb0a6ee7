import { memo } from 'react';
import { placeOf } from '../../../core/document/parts/ports';
import type { Verdict } from '../../../core/judgement/stateResult';
import { displayUnit, formatFigure, formatInDrawing, type UnitChoice } from '../../../core/foundations/units';
import type { DrawingLayout } from './layout';
import type { Reading } from './reading';
import { VerdictMark } from '../../marks/VerdictMark';

export const FIGURES_HEIGHT = 68;
/** Verdicts as short as a column is wide. */
const SHORT: Readonly<Record<Verdict, string>> = {
  inBand: 'OK',
  near: 'marginal',
  shut: 'closed',
  short: 'under',
  flooded: 'over',
  dry: 'no oil',
  unknown: 'unsolved',
};
/** Average width of a character of these figures' names [px]. */
const CHARACTER = 7;

/** Average width of a character of a flow, and what a column keeps free beside it [px]. */
const FLOW_CHARACTER = 5.4;
const ASIDE = 8;

/** A flow with as many decimals as there is room for [px]. */
function flowWithin(width: number, flowM3S: number, units: UnitChoice): string {
  for (const decimals of [undefined, 1]) {
    const text = formatInDrawing(flowM3S, 'flow', units, decimals);
    if (text.length * FLOW_CHARACTER <= width) return text;
  }
  return formatInDrawing(flowM3S, 'flow', units, 0);
}

/** The figures under the profile: what each part takes and leaves, and each consumer's verdict with its margin. */
export const Figures = memo(function Figures({
  layout,
  reading,
  units,
}: {
  readonly layout: DrawingLayout;
  readonly reading: Reading;
  readonly units: UnitChoice;
}) {
  const { decimals } = displayUnit('pressure', units);
  return (
    <g>
      <text className="t-small ink2" x={8} y={34}>
        change
      </text>
      <text className="t-small ink2" x={8} y={52}>
        outlet
      </text>
      {layout.stations.map((s) => {
        const x = (s.x0 + s.x1) / 2;
        if (s.role === 'consumer') {
          const consumer = reading.consumer(s.part.id);
          if (!consumer) return null;
          const { decisive } = consumer;
          const side = decisive
            ? decisive.margin < 0
              ? decisive.side === 'low'
                ? 'below min.'
                : 'above max.'
              : decisive.side === 'low'
                ? 'above min.'
                : 'below max.'
            : '';
          const unit = decisive ? displayUnit(decisive.quantity, units).shortSymbol : '';
          const bad = !consumer.supplied;
          return (
            <g key={s.part.id}>
              <line x1={s.x0 + 2} x2={s.x0 + 2} y1={0} y2={FIGURES_HEIGHT} stroke="var(--rule)" />
              <VerdictMark verdict={consumer.verdict} x={s.x0 + 13} y={11} label={false} scale={0.8} />
              <text className={`t-small narrow ${bad ? 'alarm' : ''}`} fontWeight={740} x={s.x0 + 23} y={15}>
                {SHORT[consumer.verdict]}
              </text>
              {decisive && (
                <text className={`t-headline narrow ${bad ? 'alarm' : ''}`} x={s.x0 + 6} y={36}>
                  {formatFigure(Math.abs(decisive.margin), decisive.quantity, units)}
                  {decisive.quantity === 'pressure' && (
                    <tspan className="t-small narrow ink2" fontWeight={520} dx={3}>
                      {unit}
                    </tspan>
                  )}
                </text>
              )}
              {decisive && (
                <text className="t-small narrow ink2" x={s.x0 + 6} y={50}>
                  {decisive.quantity === 'pressure' ? side : `${unit} ${side.split(' ')[0]}`}
                </text>
              )}
              <text className="t-small narrow ink2" x={s.x0 + 6} y={65}>
                {consumer.flowM3S === null ? '—' : flowWithin(s.x1 - s.x0 - ASIDE, consumer.flowM3S, units)}
              </text>
            </g>
          );
        }
        if (s.role === 'hanger' || placeOf(s.part) === 'apart') return null;
        const takes = reading.ownChangePa(s.part.id);
        const outlet = reading.outletPa(s.part.id);
        if (takes === null || outlet === null) return null;
        return (
          <g key={s.part.id} textAnchor="middle">
            <text className="t-small" fontWeight={640} x={x} y={16}>
              {short(s.part.name, s.x1 - s.x0)}
              <title>{s.part.name}</title>
            </text>
            <text className="t-small" fontWeight={640} x={x} y={34}>
              {takes > 0 ? '+' : ''}
              {formatFigure(takes, 'pressure', units, decimals)}
            </text>
            <text className="t-small" x={x} y={52}>
              {formatFigure(outlet, 'pressure', units, decimals)}
            </text>
          </g>
        );
      })}
    </g>
  );
});

/** A name cut to its column; the whole is in the title. */
function short(name: string, width: number): string {
  const most = Math.floor(width / CHARACTER);
  return name.length <= most + 1 ? name : `${name.slice(0, most - 1)}…`;
}
