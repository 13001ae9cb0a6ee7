/**
 * Odd multipliers with well-spread bits.
 * @source Knuth, The Art of Computer Programming, vol. 3 (1998), 6.4: multiplicative hashing
 */
const MULTIPLIERS = [0x9e3779b1, 0x85ebca77, 0xc2b2ae3d, 0x27d4eb2f] as const;

/**
 * A fingerprint of a text, 32 hexadecimal digits: to tell whether two texts differ, not to keep secrets.
 * @param text any
 * @example textHash('') !== textHash(' ') // true
 */
export function textHash(text: string): string {
  const lanes: number[] = MULTIPLIERS.map((m) => m ^ text.length);
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    for (let lane = 0; lane < 4; lane++) {
      const mixed = Math.imul(lanes[lane]! ^ code, MULTIPLIERS[lane]!);
      lanes[lane] = mixed ^ (mixed >>> 15);
    }
  }
  return lanes.map((x) => (x >>> 0).toString(16).padStart(8, '0')).join('');
}
