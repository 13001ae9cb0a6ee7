import { auditToEnd, sayFinding } from '../core/judgement/audit';
import { load, type Options } from './load';

const WEIGHT_WORDS = { stop: 'STOP', mend: 'mend', look: 'look', note: 'note' } as const;

/** `tidal audit`: every rule, heaviest finding first. Exits 1 where something must be mended and is not waived. */
export function audit(file: string, options: Options): number {
  const circuit = load(file, options.variant);
  const findings = auditToEnd(circuit);
  if (options.json)
    console.log(JSON.stringify({ project: circuit.project.name, variant: circuit.variant.id, findings }, null, 1));
  else
    for (const finding of findings) {
      console.log(
        `${WEIGHT_WORDS[finding.weight]}  ${finding.title}: ${sayFinding(finding, finding.what)}${finding.waived === null ? '' : ` (waived: ${finding.waived})`}`,
      );
      console.log(`      ${sayFinding(finding, finding.why)}`);
      for (const remedy of finding.remedies) console.log(`      - ${remedy}`);
    }
  return findings.some((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend')) ? 1 : 0;
}
