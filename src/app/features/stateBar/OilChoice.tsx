import { memo } from 'react';
import { SelectInput } from '../../forms/SelectInput';
import { formatQuantity } from '../../../core/foundations/units';
import { activeVariant, inSeason } from '../../../core/document/project/project';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';

/** The oil's viscosity is said where grades are compared [K]. */
const GRADED_AT_K = 373.15;

/** The oil of the project, or of the variant's season where it has one of its own. */
export const OilChoice = memo(function OilChoice() {
  const project = useDocument((d) => d.project)!;
  const setOil = useDocument((d) => d.setOil);
  const setSeason = useDocument((d) => d.setSeason);
  const units = usePreferences((p) => p.units);
  const { season } = activeVariant(project);
  const { oil } = inSeason(project, activeVariant(project));
  const choose = (name: string) => {
    const grade = OIL_GRADES.find((each) => each.name === name);
    if (grade && season?.oil) setSeason({ ...season, oil: { ...grade } });
    else if (grade) setOil({ ...grade });
  };
  const label = `Oil${season ? `, ${season.name}` : ''}`;
  const names = [...new Set([oil.name, ...OIL_GRADES.map((each) => each.name)])];
  return (
    <div className="instrument still">
      <div className="label">{label}</div>
      <SelectInput
        label={label}
        value={oil.name}
        options={names.map((name) => ({ value: name, label: name }))}
        onChange={choose}
      />
      <div className="quiet">
        {formatQuantity(oil.viscosity100M2S, 'kinematicViscosity', units)} at{' '}
        {formatQuantity(GRADED_AT_K, 'temperature', units)}
      </div>
    </div>
  );
});
