import { isReservoir } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import type { Variant } from '../../document/project/project';

/** Oil of the sump or the tank, as its engine is filled. */
export const fillM3 = ({ circuit }: Variant): number =>
  circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);

/** True where somebody said how much oil the engine takes. */
const isFillKnown = ({ known, circuit }: Variant): boolean =>
  circuit.parts.some((p) => isReservoir(p) && known?.includes(`${p.id}.volumeM3`));

/** A volume, said as an estimate where nobody has said it. */
export const about = (variant: Variant): string => (isFillKnown(variant) ? '' : 'about ');
