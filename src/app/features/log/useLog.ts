import type { Log } from '../../../core/document/project/log';
import { activeVariant, inSeason, type Project, type Variant } from '../../../core/document/project/project';
import { useDocument } from '../../state/document';
import { useStudy } from '../../state/useStudy';

/** The open engine, its variant and its log. */
export function useEngineLog(): {
  readonly project: Project;
  readonly variant: Variant;
  readonly before: Variant | undefined;
  readonly log: Log;
} {
  const project = useDocument((d) => d.project)!;
  const variant = activeVariant(project);
  const from = variant.bench?.plan?.from ?? variant.basedOn;
  return {
    project,
    variant,
    before: project.variants.find((v) => v.id === from && v.id !== variant.id),
    log: project.log ?? {},
  };
}

/** An id that a list does not have yet. */
export function freshId(stem: string, taken: readonly { readonly id: string }[]): string {
  let n = taken.length + 1;
  while (taken.some((t) => t.id === `${stem}${n}`)) n++;
  return `${stem}${n}`;
}

const HOT_OIL_K = 373.15;
const COLD_AIR_K = 293.15;
const WARM_UP_S = 1800;
/** Fast idle without load, standing. */
const FAST_IDLE = 2;
const NO_LOAD = 0.05;

/** What the studies say of a first start in a workshop at 20 °C. */
export function useStartPredictions() {
  const { project, variant } = useEngineLog();
  const { engine, range } = inSeason(project, variant);
  const coldK = Math.max(range.coldestOilK, COLD_AIR_K);
  const filling = useStudy(
    'filling',
    { start: 'prefilled', oilTemperatureK: coldK, crankForS: 30, idleForS: 600 },
    'fresh',
  );
  const expected = useStudy(
    'expected',
    {
      states: [
        { speedRevS: engine.idleSpeedRevS, oilTemperatureK: coldK },
        { speedRevS: engine.idleSpeedRevS, oilTemperatureK: HOT_OIL_K },
      ],
    },
    'fresh',
  );
  const warm = useStudy(
    'warmUp',
    {
      drive: {
        speedRevS: FAST_IDLE * engine.idleSpeedRevS,
        airTemperatureK: COLD_AIR_K,
        roadSpeedMS: 0,
        load: NO_LOAD,
      },
      startK: COLD_AIR_K,
      durationS: WARM_UP_S,
    },
    'fresh',
  );
  const [coldIdle, hotIdle] = expected.answer?.at ?? [];
  return {
    studies: [filling, expected, warm] as const,
    predicted: { filling: filling.answer, coldIdle, hotIdle, thermostatOpensS: warm.answer?.opensS },
    coldK,
  };
}
