import { sayWhy } from '../supply/say';
import { formatQuantity, type UnitChoice } from '../../foundations/units';
import { sayFinding } from '../audit/sayFinding';
import type { Shortfall } from './shortfall';

const where = (s: Shortfall, units: UnitChoice) =>
  s.everywhere && s.verdict === 'dry'
    ? `${s.name} in every condition`
    : `${s.name} at ${formatQuantity(s.speedRevS, 'speed', units)}, ${formatQuantity(s.oilTemperatureK, 'temperature', units)}`;

/** Who is not supplied, at which state, and why: "Turbo at 7000 rpm, 120 °C. Its flow is …". */
export function sayShortfall(shortfall: Shortfall, units: UnitChoice = {}): string {
  const { decisive, finding } = shortfall;
  if (finding) return sayFinding(finding, finding.what, units);
  if (shortfall.drain && decisive)
    return `${where(shortfall, units)}. Drain flow with foam ${formatQuantity(decisive.actual, 'flow', units)}; capacity half full ${formatQuantity(decisive.limit, 'flow', units)}.`;
  return `${where(shortfall, units)}. ${sayWhy(shortfall.verdict, shortfall.decisive, units)}`;
}

/**
 * The same where it only just fails, so that figure and limit would read alike: "Turbo at 7000 rpm, 120 °C: its flow
 * goes above 1.90 L/min."
 */
export function sayEdge(shortfall: Shortfall, units: UnitChoice = {}): string {
  const { decisive } = shortfall;
  if (!decisive || shortfall.verdict === 'dry' || shortfall.drain) return sayShortfall(shortfall, units);
  return `${where(shortfall, units)}: ${decisive.quantity} ${decisive.side === 'low' ? 'falls below' : 'goes above'} ${formatQuantity(decisive.limit, decisive.quantity, units)}.`;
}
