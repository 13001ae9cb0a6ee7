import { readFileSync } from 'node:fs';
import { demoProject } from '../../verification/testing/demo';
import { mutated, mutatedText } from '../../verification/testing/mutatedFiles';
import { decodeText, printable, sentence } from '../../foundations/text';
import { sayIssue } from './issue';
import { mendProject } from './mendProject';
import { readProject, readProjectText, type ReadResult } from './readProject';

/** Here; the campaign has 3,000 of each. */
const FILES = 150;
const TEXT = readFileSync('demo/thornback.json', 'utf8');

/** What a reader is told of a file: some lines, each short, in our own words. */
function checkSaid(read: ReadResult): void {
  if (read.ok) return;
  const said = read.issues.map(sayIssue);
  expect(said.length).toBeLessThanOrEqual(12);
  for (const line of said) {
    expect([line.length <= 400, printable(line)]).toEqual([true, line]);
    // The library's own words.
    expect(line).not.toMatch(/Invalid input|expected .* received|ZodError|\[object/);
  }
}

describe('The reader of project files', () => {
  it('takes or refuses whatever it is given, in some short lines, and never throws', () => {
    let refused = 0;
    for (let seed = 1; seed <= FILES; seed++) {
      const raw = mutated(JSON.parse(TEXT), seed);
      const read = readProject(raw);
      checkSaid(read);
      if (!read.ok) refused++;
      checkSaid(readProjectText(mutatedText(TEXT, seed)));
    }
    expect(refused).toBeGreaterThan(FILES / 2);
  });

  it('mends, or leaves, whatever it is given, and never throws', () => {
    let mended = 0;
    for (let seed = 1; seed <= FILES; seed++) if (mendProject(mutated(JSON.parse(TEXT), seed)).ok) mended++;
    expect(mended).toBeGreaterThan(FILES / 4);
  });

  it.each<[string, unknown]>([
    ['a version that throws when it is read', { ...JSON.parse(TEXT), version: { toString: 1 } }],
    ['version 1 with a scalar sheet', { ...JSON.parse(TEXT), version: 1, variants: [{ sheet: 3 }] }],
    ['version 1 with variants that are none', { ...JSON.parse(TEXT), version: 1, variants: [null, 3, 'x'] }],
    ['no version', { ...JSON.parse(TEXT), version: undefined }],
    ['half a version', { ...JSON.parse(TEXT), version: 1.5 }],
    ['a version below the first', { ...JSON.parse(TEXT), version: -3 }],
    ['a name of five million letters', { ...JSON.parse(TEXT), ['y'.repeat(5e6)]: 1 }],
  ])('refuses %s in words', (_, raw) => {
    const read = readProject(raw);
    expect(read.ok).toBe(false);
    checkSaid(read);
  });

  it.each<[string, Buffer]>([
    ['UTF-8 with a mark', Buffer.from(`\uFEFF${TEXT}`, 'utf8')],
    ['UTF-16', Buffer.from(`\uFEFF${TEXT}`, 'utf16le')],
    ['UTF-16 without a mark', Buffer.from(TEXT, 'utf16le')],
    ['UTF-16 of the other order', Buffer.from(`\uFEFF${TEXT}`, 'utf16le').swap16()],
    ['line ends of another system', Buffer.from(TEXT.replaceAll('\n', '\r\n'), 'utf8')],
  ])('reads %s', (_, bytes) => {
    expect(readProjectText(decodeText(bytes))).toMatchObject({ ok: true, project: demoProject() });
  });
});

describe('What comes from a file', () => {
  it('cannot steer a terminal, run backwards, or fill the screen', () => {
    expect(printable('a\u001b[31mb\u0007\u202Ec\u009bd')).toBe('a\ufffd[31mb\ufffd\ufffdc\ufffdd');
    expect(sentence('one\ntwo\r\n three')).toBe('one two three');
    expect(sentence('x'.repeat(5e6))).toHaveLength(400);
  });
});
