import { actsAs, type Part } from '../parts/part';

/**
 * The end of the main gallery, or the first bearings' inlet where no gallery is named; undefined where there is
 * neither.
 */
export function galleryPort(parts: readonly Part[]): string | undefined {
  const place = parts.find((p) => actsAs(p, 'line') && p.form === 'gallery') ?? parts.find((p) => actsAs(p, 'mains'));
  return place && `${place.id}.${actsAs(place, 'line') ? 'out' : 'in'}`;
}

/** Where the pressure gauge reads: its sender, or the gallery where none is fitted. */
export function gaugePort(parts: readonly Part[]): string | undefined {
  const gauge = parts.find((p) => actsAs(p, 'gauge'));
  return gauge ? `${gauge.id}.in` : galleryPort(parts);
}
