import { Button, Input } from 'antd';
import { Fold } from '../../forms/Fold';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import type { Cooling } from '../../../core/document/parts/shapes';
import { partSchema, type Part } from '../../../core/document/parts/part';
import { estimateAirCooling, fitAirCooling, type HeatPoint } from '../../../core/heat/coolers';
import { Oil } from '../../../core/physics/oil/oil';
import { displayUnit, formatFigure } from '../../../core/foundations/units';
import { parseQuantity } from '../../../core/foundations/units/parse';

type AirCooling = Extract<Cooling, { kind: 'air' }>;

/**
 * Cooler data as people have them: rows and width for an estimate, or a curve of heat against oil flow. The rating
 * point itself stands in the form.
 */
export function CoolingInput({
  part,
  cooling,
  onChange,
}: {
  readonly part: Extract<Part, { kind: 'cooler' }>;
  readonly cooling: AirCooling;
  readonly onChange: (part: Part) => void;
}) {
  const units = usePreferences((w) => w.units);
  const oil = useDocument((w) => w.project!.oil);
  const [rows, setRows] = useState('19');
  const [width, setWidth] = useState('280 mm');
  const [curve, setCurve] = useState('');
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string }>();
  const flow = displayUnit('flow', units).symbol;
  const heat = displayUnit('heatFlow', units).symbol;
  const take = (next: AirCooling, text: string) => {
    const made = partSchema.safeParse({ ...part, cooling: next });
    if (!made.success) return setSaid({ wrong: true, text: 'These figures do not describe a cooler.' });
    onChange(made.data);
    setSaid({ wrong: false, text });
  };
  const estimate = () => {
    const n = Number(rows);
    const w = parseQuantity(width, 'bore', { units });
    if (!(n >= 1 && n <= 100) || !w.ok || w.si <= 0)
      return setSaid({ wrong: true, text: 'Give the rows, 1 to 100, and the core’s width, for instance 280 mm.' });
    const { faceAreaM2, ratedHeatW } = estimateAirCooling(n, w.si);
    take(
      {
        ...cooling,
        faceAreaM2,
        ratedHeatW,
        ratedOilFlowM3S: 30e-3 / 60,
        ratedFaceSpeedMS: 10,
        ratedOilK: 373.15,
        ratedAirK: 308.15,
      },
      'Estimated from its face alone: engineering judgement, no data of your cooler.',
    );
  };
  const fit = () => {
    const points: HeatPoint[] = [];
    for (const [i, line] of curve
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean)
      .entries()) {
      const [q, p] = line.split(/[\s;]+/);
      const [oilFlow, heatW] = [
        parseQuantity(q ?? '', 'flow', { units }),
        parseQuantity(p ?? '', 'heatFlow', { units }),
      ];
      if (!oilFlow.ok || !heatW.ok)
        return setSaid({
          wrong: true,
          text: `Line ${i + 1}, “${line}”: write an oil flow in ${flow} and a heat in ${heat}, for instance 20 6.5.`,
        });
      points.push({ oilFlowM3S: oilFlow.si, heatW: heatW.si });
    }
    const fitted = fitAirCooling(points, cooling, new Oil(oil));
    if (!fitted)
      return setSaid({
        wrong: true,
        text: 'No cooler follows these points at the temperatures and air of the rating point: give two at least, and check them.',
      });
    take(
      fitted.cooling,
      `Applied; the points lie within ${formatFigure(100 * fitted.misfit, 'ratio', units, 1)} % of it.`,
    );
  };
  return (
    <Fold title="Cooling from rows, or from a curve…">
      <div className="inline">
        <label className="find">
          <span>Rows</span>
          <Input inputMode="numeric" value={rows} onChange={(event) => setRows(event.target.value)} />
        </label>
        <label className="find">
          <span>Core width</span>
          <Input value={width} onChange={(event) => setWidth(event.target.value)} />
        </label>
      </div>
      <Button onClick={estimate}>Estimate from these</Button>
      <label className="find">
        <span>
          Oil flow in {flow} and heat in {heat}, a point a line, at the air and temperatures below
        </span>
        <Input.TextArea rows={3} value={curve} onChange={(event) => setCurve(event.target.value)} />
      </label>
      <Button onClick={fit}>Use this curve</Button>
      {said && (
        <p className={said.wrong ? 'problem' : 'quiet'} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
    </Fold>
  );
}
