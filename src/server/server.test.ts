import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { listen } from './server';

describe('The server', () => {
  let server: Awaited<ReturnType<typeof listen>>;
  beforeAll(async () => {
    const root = mkdtempSync(join(tmpdir(), 'tidal-app-'));
    mkdirSync(join(root, 'assets'));
    writeFileSync(join(root, 'index.html'), '<!doctype html><title>app</title>');
    writeFileSync(join(root, 'assets', 'index-abc123.js'), `//${'x'.repeat(5000)}`);
    server = await listen(0, '127.0.0.1', root);
  });
  afterAll(() => server.close());
  const get = (path: string) => fetch(`${server.url}${path}`, { headers: { accept: 'text/html,*/*' } });

  it('serves the page on loopback with a policy that allows only its own files', async () => {
    expect(server.url).toMatch(/^http:\/\/127\.0\.0\.1:/);
    const { headers } = await get('');
    expect(headers.get('content-security-policy')).toContain("script-src 'self';");
    expect(headers.get('content-security-policy')).not.toMatch(/unsafe-eval|script-src[^;]*unsafe/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-cache');
  });

  it('lets hashed files be kept for ever, and compresses them', async () => {
    const { headers } = await get('assets/index-abc123.js');
    expect(headers.get('cache-control')).toContain('immutable');
    expect(headers.get('content-encoding')).toBeTruthy();
  });

  it('gives the page for a route of the app and 404 for a missing file', async () => {
    expect(await (await get('some/view')).text()).toContain('<title>app</title>');
    expect((await get('assets/missing.js')).status).toBe(404);
  });

  it('says what to do when nothing is built', () => {
    expect(() => listen(0, '127.0.0.1', '/nowhere')).toThrow('npm run build');
  });
});
