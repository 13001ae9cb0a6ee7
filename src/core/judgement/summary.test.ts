import { demoProject } from '../verification/testing/demo';
import { AUDIT_STUDY } from '../studies/audit/auditStudy';
import { SWEEP_STUDY } from '../studies/sweep/sweepStudy';
import { studyHere } from '../studies/job/runHere';
import { summaryOf } from './summary';

describe('A summary as plain text', () => {
  const project = demoProject();
  const sweep = studyHere(SWEEP_STUDY, project, {});
  const findings = studyHere(AUDIT_STUDY, project, {});

  it('says the verdict first, then each component at its worst with figure and limit', () => {
    const lines = summaryOf(project, sweep, findings).split('\n');
    expect(lines[0]).toBe('Thornback, Stock (invented demo data)');
    expect(lines[3]).toBe('1 of 7 components not supplied (337 conditions checked).');
    const turbo = lines.find((l) => l.startsWith('- Turbo:'))!.replace(/\u00a0/g, ' ');
    expect(turbo).toBe(
      '- Turbo: too much flow, 0.18 L/min above maximum. Flow 2.08 L/min; maximum 1.90 L/min. Closest to a limit at 7000 rpm, 120 °C.',
    );
    expect(lines.filter((l) => l.startsWith('- ')).length).toBeGreaterThanOrEqual(sweep.consumers.length);
  });

  it('has no placeholder left, and no unit of the other system', () => {
    const text = summaryOf(project, sweep, findings, { pressure: 'psi', temperature: 'degF' });
    expect(text).not.toMatch(/[{}]/);
    expect(text).not.toMatch(/\d\u00a0(bar|°C)/);
  });

  it('leaves the audit out where it is not there yet', () => {
    expect(summaryOf(project, sweep, undefined)).not.toContain('Audit:');
  });
});
