import { formatQuantity } from '../../../core/foundations/units';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useView } from '../../state/view';

/** Two states are the same when they read the same. */
const SAME = 1e-6;

/** The project's named states: a press goes there. */
export function NamedStates() {
  const project = useDocument((d) => d.project)!;
  const units = usePreferences((p) => p.units);
  const speedRevS = useView((v) => v.speedRevS);
  const oilTemperatureK = useView((v) => v.oilTemperatureK);
  const goTo = useView((v) => v.goTo);
  return (
    <div className="named" role="group" aria-label="Named states">
      {project.namedStates.map((state, i) => {
        const here =
          Math.abs(state.speedRevS - speedRevS) < SAME && Math.abs(state.oilTemperatureK - oilTemperatureK) < SAME;
        return (
          <button
            key={state.name}
            type="button"
            aria-pressed={here}
            aria-keyshortcuts={String(i + 1)}
            onClick={() => goTo(state)}
          >
            <strong>{state.name}</strong>
            <span>
              {formatQuantity(state.speedRevS, 'speed', units)},{' '}
              {formatQuantity(state.oilTemperatureK, 'temperature', units)}
            </span>
          </button>
        );
      })}
    </div>
  );
}
