import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { isInRange, whyNotHere } from './place.mjs';

describe('Where the project can run', () => {
  it.each([
    ['20.18.9', false],
    ['20.19.0', true],
    ['21.0.0', false],
    ['22.12.0', false],
    ['22.13.1', true],
    ['23.9.0', false],
    ['26.1.0', true],
  ])('Node.js %s: %s', (version, isGood) => {
    expect(isInRange(version, '^20.19.0 || ^22.13.0 || >=24.0.0')).toBe(isGood);
  });

  it('is told of an old Node.js, by a version that is only said to be there', () => {
    expect(whyNotHere(resolve('.'), '18.20.0')).toMatch(
      /^Node\.js 18\.20\.0 is here; \^20\.19\.0 .* is needed\. Install/,
    );
    expect(whyNotHere(resolve('.'))).toBeUndefined();
  });

  it('is told of a folder that is not writable, as another user than root', () => {
    const folder = mkdtempSync(join(tmpdir(), 'tidal-place-'));
    writeFileSync(join(folder, 'package.json'), '{"engines":{"node":">=20.0.0"}}');
    chmodSync(folder, 0o555);
    // Root may write anywhere: another user asks, where there is one.
    const ask = `import(${JSON.stringify(resolve('scripts/place.mjs'))}).then((m) => console.log(m.whyNotHere(${JSON.stringify(folder)})))`;
    const asNobody = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};
    chmodSync(folder, 0o555);
    const said = execFileSync(process.execPath, ['-e', ask], { encoding: 'utf8', cwd: '/', ...asNobody });
    expect(said).toContain(`${folder} is not writable for you`);
  });
});
