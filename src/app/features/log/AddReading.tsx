import { Button } from 'antd';
import { useState } from 'react';
import type { Logged } from '../../../core/document/project/log';
import { FigureInput } from '../../forms/FigureInput';
import { useDocument } from '../../state/document';
import { useStudy } from '../../state/useStudy';
import { useSettled } from '../../state/useSettled';

const HOT_OIL_K = 373.15;

/** A reading of the gauge with what is predicted for it, ready to be kept. */
export function AddReading({ onAdd }: { readonly onAdd: (logged: Logged) => void }) {
  const project = useDocument((d) => d.project)!;
  const [speedRevS, setSpeed] = useState(project.engine.idleSpeedRevS);
  const [oilTemperatureK, setOil] = useState(HOT_OIL_K);
  const [pressurePa, setPressure] = useState<number>();
  const state = useSettled({ states: [{ speedRevS, oilTemperatureK }] });
  const { answer } = useStudy('expected', state, 'fresh');
  return (
    <div className="row" role="group" aria-label="New reading">
      <FigureInput
        title="Engine speed"
        quantity="speed"
        si={speedRevS}
        onChange={(si) => si !== undefined && si > 0 && setSpeed(si)}
      />
      <FigureInput
        title="Oil temperature"
        quantity="temperature"
        si={oilTemperatureK}
        onChange={(si) => si !== undefined && setOil(si)}
      />
      <FigureInput title="Pressure" quantity="pressure" si={pressurePa} optional onChange={setPressure} />
      <Button
        disabled={pressurePa === undefined}
        onClick={() => {
          onAdd({
            reading: { kind: 'pressure', speedRevS, oilTemperatureK, pressurePa: pressurePa! },
            predicted: answer?.at[0]?.pressurePa ?? null,
          });
          setPressure(undefined);
        }}
      >
        Add reading
      </Button>
    </div>
  );
}
