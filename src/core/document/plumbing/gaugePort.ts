import type { Part } from '../parts/part';

/**
 * The end of the main gallery, or the first bearings' inlet where no gallery is named; undefined where there is
 * neither.
 */
export function galleryPort(parts: readonly Part[]): string | undefined {
  const place =
    parts.find((p) => p.kind === 'line' && p.form === 'gallery') ?? parts.find((p) => p.kind === 'bearings');
  return place && `${place.id}.${place.kind === 'line' ? 'out' : 'in'}`;
}

/** Where the pressure gauge reads: its sender, or the gallery where none is fitted. */
export function gaugePort(parts: readonly Part[]): string | undefined {
  const gauge = parts.find((p) => p.kind === 'gauge');
  return gauge ? `${gauge.id}.in` : galleryPort(parts);
}
