/** Largest seed, and one more. */
const SEEDS = 2 ** 32;

/**
 * Pseudo-random numbers by a seed: for the shifts only.
 * @returns numbers from 0 to 1, 1 apart @source mulberry32, public domain (from memory)
 */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / SEEDS;
  };
}

/**
 * A Kronecker sequence: point n has the fractional parts of n·√p for the primes p in turn, shifted at random. It fills
 * a box more evenly than chance does, can be gone on with, and needs no table. The first coordinates fill best: give
 * them what counts most.
 * @source Richtmyer (1951), LA-1342; Niederreiter (1978), Bull. Amer. Math. Soc. 84, 957–1041 (from memory)
 */
export class QuasiRandom {
  private readonly slope: Float64Array;
  /** Shift by coordinate, one set after another: independent copies of the sequence, whose scatter tells its error. */
  private readonly shift: Float64Array;

  /** @param copies independent shifts, ≥ 2 to know an error */
  constructor(
    readonly dimensions: number,
    readonly copies: number,
    seed: number,
  ) {
    this.slope = Float64Array.from(firstPrimes(dimensions), (p) => Math.sqrt(p) % 1);
    const random = seeded(seed);
    this.shift = Float64Array.from({ length: dimensions * copies }, random);
  }

  /** One coordinate of point n of a copy. @returns greater than 0, less than 1 */
  coordinate(n: number, copy: number, dimension: number): number {
    const x = (n * this.slope[dimension]! + this.shift[copy * this.dimensions + dimension]!) % 1;
    return Math.min(1 - Number.EPSILON, Math.max(Number.EPSILON, x));
  }
}

function firstPrimes(count: number): number[] {
  const primes: number[] = [];
  for (let n = 2; primes.length < count; n++) if (primes.every((p) => n % p !== 0)) primes.push(n);
  return primes;
}
