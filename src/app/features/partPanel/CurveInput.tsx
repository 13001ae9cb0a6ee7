import { Button, Input } from 'antd';
import { Fold } from '../../forms/Fold';
import { useState } from 'react';
import { partSchema, type Part } from '../../../core/document/parts/part';
import { fitRating, type CurvePoint } from '../../../core/document/parts/ratingFit';
import { displayUnit, formatFigure, type UnitChoice } from '../../../core/foundations/units';
import { parseQuantity } from '../../../core/foundations/units/parse';

type Rated = Extract<Part, { ratedFlowM3S: number }>;

/** True for parts known by a rating point: a data sheet's curve serves them as well. */
export function isRated(part: Part): part is Rated {
  return 'ratedFlowM3S' in part;
}

/**
 * A data sheet's curve, a point a line: its least-squares rating point and viscous share take the place of the part's.
 */
export function CurveInput({
  part,
  units,
  onChange,
}: {
  readonly part: Rated;
  readonly units: UnitChoice;
  readonly onChange: (part: Part) => void;
}) {
  const [text, setText] = useState('');
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string }>();
  const flow = displayUnit('flow', units).symbol;
  const pressure = displayUnit('pressure', units).symbol;
  const take = () => {
    const points: CurvePoint[] = [];
    for (const [i, line] of text
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean)
      .entries()) {
      const [q, p] = line.split(/[\s;]+/);
      const [flowSi, dropSi] = [
        parseQuantity(q ?? '', 'flow', { units }),
        parseQuantity(p ?? '', 'pressure', { units }),
      ];
      if (!flowSi.ok || !dropSi.ok)
        return setSaid({
          wrong: true,
          text: `Line ${i + 1}, “${line}”: write a flow in ${flow} and a drop in ${pressure}, for instance 20 0.08.`,
        });
      points.push({ flowM3S: flowSi.si, pressureDropPa: dropSi.si });
    }
    const fitted = fitRating(points, part.ratedViscosityPaS, part.ratedDensityKgM3);
    const made =
      fitted &&
      partSchema.safeParse({
        ...part,
        ratedFlowM3S: fitted.rating.flowM3S,
        ratedPressureDropPa: fitted.rating.pressureDropPa,
        viscousShare: fitted.rating.viscousShare,
      });
    if (!fitted || !made?.success)
      return setSaid({
        wrong: true,
        text: 'No such curve fits these points: give two flows at least, with a drop that grows as the flow grows.',
      });
    onChange(made.data);
    setSaid({
      wrong: false,
      text: `Applied; the points lie within ${formatFigure(100 * fitted.misfit, 'ratio', units, 1)} % of it, viscous share ${formatFigure(fitted.rating.viscousShare, 'ratio', units, 2)}.`,
    });
  };
  return (
    <Fold title="From a curve…">
      <label className="find">
        <span>
          Flow in {flow} and drop in {pressure}, a point a line, at the viscosity below
        </span>
        <Input.TextArea rows={4} value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      <Button onClick={take}>Use these points</Button>
      {said && (
        <p className={said.wrong ? 'problem' : 'quiet'} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
    </Fold>
  );
}
