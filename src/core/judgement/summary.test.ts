import { demoProject } from '../verification/testing/demo';
import { CHECK_STUDY } from '../studies/check/checkStudy';
import { studyHere } from '../studies/job/runHere';
import { summaryOf } from './summary';

describe('A summary as plain text', () => {
  const project = demoProject();
  const check = studyHere(CHECK_STUDY, project, { sure: false });

  it('says the verdict first, then each component at its worst with figure and limit', () => {
    const lines = summaryOf(project, check).split('\n');
    expect(lines[0]).toBe('Thornback, Stock (invented demo data)');
    expect(lines[3]).toBe('Not supplied, too hot, pickup bare (computing how sure).');
    const turbo = lines.find((l) => l.startsWith('- Turbo:'))!.replace(/\u00a0/g, ' ');
    expect(turbo).toBe(
      '- Turbo: too much flow, 0.18 L/min above maximum. Flow 2.08 L/min; maximum 1.90 L/min. Closest to a limit at 7000 rpm, 120 °C.',
    );
    expect(lines.filter((l) => l.startsWith('- ')).length).toBeGreaterThanOrEqual(check.sweep.consumers.length);
  });

  it('has no placeholder left, and no unit of the other system', () => {
    const text = summaryOf(project, check, { pressure: 'psi', temperature: 'degF' });
    expect(text).not.toMatch(/[{}]/);
    expect(text).not.toMatch(/\d\u00a0(bar|°C)/);
  });
});
