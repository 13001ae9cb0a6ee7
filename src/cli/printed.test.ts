import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import { DEMO, folder } from './testing/commandLine';

/** The built command: it has the app's own font in it. */
const tidal = (...args: string[]) =>
  execFileSync(process.execPath, ['scripts/tidal.mjs', ...args], { encoding: 'utf8' });

it('the command line prints the sheet on both papers, and a bracket at true size', () => {
  for (const [demo, variant, paper, ...more] of [
    ['thornback', 'noseCooler', 'Letter', '--short'],
    ['saltmarsh', 'sideStream', 'A4', '--short'],
  ] as const) {
    const file = join(folder, `${demo}${paper}.pdf`);
    tidal('sheet', `demo/${demo}.json`, '--variant', variant, '--paper', paper, ...more, '-o', file);
    expect(existsSync(file)).toBe(true);
    const pdf = readFileSync(file, 'latin1');
    expect(pdf.startsWith('%PDF')).toBe(true);
    expect(pdf).toMatch(paper === 'A4' ? /MediaBox \[0 0 59[45]/ : /MediaBox \[0 0 612 792/);
    if (more.length > 0) expect(pdf.match(/\/Type \/Page\b/g)!.length).toBeLessThanOrEqual(2);
  }
  // A bracket's PDF is as large as its template, so that it prints at true size.
  const project = JSON.parse(readFileSync('demo/thornback.json', 'utf8')) as { notes: object };
  const shape = { widthM: 0.12, heightM: 0.06, holes: [{ xM: 0.02, yM: 0.02, diameterM: 0.0085 }], bends: [] };
  project.notes = { places: { noseCooler: { brackets: [{ on: '2026-11-26', shape, changed: '' }] } } };
  const [own, bracket] = [join(folder, 'own.json'), join(folder, 'bracket.pdf')];
  writeFileSync(own, JSON.stringify(project));
  tidal('bracket', own, 'noseCooler', '--variant', 'noseCooler', '-o', bracket);
  // 120 + 2 × 16 mm wide, 60 + 62 mm high, in points of 1/72 in.
  const [, width, height] = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(readFileSync(bracket, 'latin1'))!;
  expect(Math.abs(Number(width) - (152 / 25.4) * 72)).toBeLessThan(1.5);
  expect(Math.abs(Number(height) - (122 / 25.4) * 72)).toBeLessThan(1.5);
  const html = tidal('sheet', DEMO, '--variant', 'noseCooler');
  expect(html).toContain('<h1>Job sheet: Thornback</h1>');
});
