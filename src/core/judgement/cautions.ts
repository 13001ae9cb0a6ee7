/**
 * Warnings of what can hurt someone or wreck an engine: each said here, and nowhere else.
 * @source common practice, no source
 */
export const CAUTIONS = {
  makersLimits: 'The maker’s limits and torques come before this app’s.',
  qualified: 'Have safety-critical work checked by a qualified person.',
  nearExhaust: 'A leaking pressure line near an exhaust can start a fire.',
  wireWithoutFuse: 'A chafed wire without a fuse burns.',
  jack: 'Never go under a vehicle that only a jack holds.',
  hotOil: 'Hot oil and hot metal burn. Used oil goes where local rules say.',
  hotCoolant: 'Never open a hot cooling system.',
  solvent: 'Solvent burns and hurts the eyes: goggles, fresh air, no flame.',
  insideEngine: 'Inside the engine: work for someone who builds engines.',
  accumulator:
    'An accumulator stays under pressure with the engine stopped. Before a joint is loosened, open its valve and let the oil back until the gauge reads 0. Charge it with dry air or nitrogen within the maker’s limit, never with oxygen.',
  reliefSpring: 'The relief’s plug is under its spring: goggles, and a firm hand on the wrench.',
  weldPan: 'Oil vapour burns: nothing is welded before the pan is off, washed out and dry.',
  battery: 'Disconnect the battery before wiring.',
} as const;
