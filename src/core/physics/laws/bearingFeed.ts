/** How a journal bearing gets its oil. */
export type BearingFeed =
  | { readonly kind: 'fullGroove'; readonly landEachM: number }
  | { readonly kind: 'halfGroove'; readonly landEachM: number }
  | { readonly kind: 'hole'; readonly holeDiameterM: number; readonly holeAngleRad: number };

/**
 * Feed-pressure flow of one journal bearing per unit of Δp/μ: Q = k·Δp/μ_film.
 *
 * full groove, both lands: k = πDc³(1 + 1.5ε²)/(6l)
 * half groove at the widest film, both lands: k = Dc³(π + 6ε + 1.5πε² + 4ε³/3)/(12l)
 * hole: k = 0.675·h³·(d_h/L + 0.4)^1.75, h = c(1 + ε·cos θ), θ from the widest film
 *
 * Range: 0 ≤ ε < 1; hole: 0.05 ≤ d_h/L ≤ 0.5 or so.
 *
 * @param diameterM D @param lengthM L, axial @param clearanceRadialM c @param eccentricityRatio ε
 * @returns k for one bearing [m³]
 * @source thin-film slot flow with a clearance c(1 + ε cos θ); hole: Martin and Lee (1983), constants from memory.
 * @example bearingFeedCoefficientM3({ kind: 'fullGroove', landEachM: 0.008 }, 0.05, 0.012, 25e-6, 0.5) // 7.03075e-14
 */
export function bearingFeedCoefficientM3(
  feed: BearingFeed,
  diameterM: number,
  lengthM: number,
  clearanceRadialM: number,
  eccentricityRatio: number,
): number {
  return (
    feedBaseM3(feed, diameterM, lengthM, clearanceRadialM) * feedShape(feed, eccentricityRatio, towardWidest(feed))
  );
}

/** What of {@link bearingFeedCoefficientM3} does not follow the eccentricity [m³]. */
export function feedBaseM3(feed: BearingFeed, diameterM: number, lengthM: number, clearanceRadialM: number): number {
  const c3 = clearanceRadialM * clearanceRadialM * clearanceRadialM;
  switch (feed.kind) {
    case 'fullGroove':
      return (Math.PI * diameterM * c3) / (6 * feed.landEachM);
    case 'halfGroove':
      return (diameterM * c3) / (12 * feed.landEachM);
    case 'hole':
      return 0.675 * c3 * (feed.holeDiameterM / lengthM + 0.4) ** 1.75;
  }
}

/** cos θ of a hole, 0 without one: worked out once, for the two below. */
export const towardWidest = (feed: BearingFeed): number => (feed.kind === 'hole' ? Math.cos(feed.holeAngleRad) : 0);

/** What of it does [-]. @param e ε, 0 ≤ ε < 1 @param toward {@link towardWidest} */
export function feedShape(feed: BearingFeed, e: number, toward: number): number {
  switch (feed.kind) {
    case 'fullGroove':
      return 1 + 1.5 * e * e;
    case 'halfGroove':
      return Math.PI + e * (6 + e * (1.5 * Math.PI + (4 / 3) * e));
    case 'hole': {
      const film = 1 + e * toward;
      return film * film * film;
    }
  }
}

/**
 * d ln k/dε of {@link bearingFeedCoefficientM3}: what a little more eccentricity does to the feed flow.
 * @param e ε, 0 ≤ ε < 1 @param toward {@link towardWidest} @returns [-] @source derivative of the same expressions
 */
export function feedByEccentricity(feed: BearingFeed, e: number, toward: number): number {
  switch (feed.kind) {
    case 'fullGroove':
      return (3 * e) / (1 + 1.5 * e * e);
    case 'halfGroove':
      return (6 + 3 * Math.PI * e + 4 * e * e) / (Math.PI + 6 * e + 1.5 * Math.PI * e * e + (4 / 3) * e * e * e);
    case 'hole':
      return (3 * toward) / (1 + e * toward);
  }
}
