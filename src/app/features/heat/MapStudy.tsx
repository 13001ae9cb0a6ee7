import { usePreferences } from '../../state/preferences';
import type { DriveRequest } from '../../../core/studies/heat/drive';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { HeatMapView } from './HeatMapView';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Where the oil settles over air temperature and road speed at once. */
export function MapStudy({ drive: { speedRevS, load } }: { readonly drive: DriveRequest }) {
  const units = usePreferences((w) => w.units);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'map', { drive: { speedRevS, load } }, 'fresh');
  return (
    <div {...shownOf(study)}>
      <StudyStatus study={study} doing="finding oil temperatures" />
      {study.answer && <HeatMapView map={study.answer} units={units} />}
    </div>
  );
}
