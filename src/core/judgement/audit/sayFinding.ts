import { formatQuantity, type UnitChoice } from '../../foundations/units';
import type { Finding } from './finding';

/** A sentence of a finding with its figures in the reader's units. */
export function sayFinding(finding: Pick<Finding, 'figures'>, sentence: string, units: UnitChoice = {}): string {
  return sentence.replace(/\{(\w+)\}/g, (whole, key: string) => {
    const figure = finding.figures[key];
    return figure ? formatQuantity(figure.si, figure.quantity, units) : whole;
  });
}
