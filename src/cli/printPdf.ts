import { execFile } from 'node:child_process';
import { accessSync, constants, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { delimiter, join, resolve } from 'node:path';
import { promisify } from 'node:util';
import { pathToFileURL } from 'node:url';
import { Refusal } from './refusal';

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'chrome'];
const PRINT_WITHIN_MS = 120_000;

/** Chromium: where CHROMIUM says, else on the path; undefined where there is none. */
function findChromium(): string | undefined {
  const own = process.env['CHROMIUM'];
  const places = (process.env['PATH'] ?? '')
    .split(delimiter)
    .flatMap((folder) => NAMES.map((name) => join(folder, name)));
  return [...(own === undefined ? [] : [own]), ...places].find((file) => {
    try {
      accessSync(file, constants.X_OK);
      return true;
    } catch {
      return false;
    }
  });
}

/** A page with the app's own font in it: with another one it breaks at other places, and needs more of them. */
async function withOwnFont(html: string): Promise<string> {
  const { default: font } =
    await import('@fontsource-variable/encode-sans/files/encode-sans-latin-wdth-normal.woff2?inline');
  return html.replace(
    '<style>',
    `<style>@font-face{font-family:'Encode Sans Variable';font-weight:100 900;font-stretch:75% 125%;src:url(${font}) format('woff2')}`,
  );
}

/** Prints a page that stands alone to a PDF file. @throws Refusal where there is no Chromium or it does not print */
export async function printPdf(html: string, output: string): Promise<void> {
  const chromium = findChromium();
  if (chromium === undefined)
    throw new Refusal(
      'No Chromium was found, which prints the PDF. Install it, set CHROMIUM to it, or write HTML: -o sheet.html',
    );
  const folder = mkdtempSync(join(tmpdir(), 'tidal-'));
  try {
    const page = join(folder, 'sheet.html');
    writeFileSync(page, await withOwnFont(html));
    // Root has no sandbox to drop into.
    const asRoot = process.getuid?.() === 0 ? ['--no-sandbox'] : [];
    await promisify(execFile)(
      chromium,
      [
        '--headless',
        ...asRoot,
        '--disable-gpu',
        '--no-first-run',
        '--disable-background-networking',
        `--user-data-dir=${join(folder, 'profile')}`,
        '--no-pdf-header-footer',
        `--print-to-pdf=${resolve(output)}`,
        pathToFileURL(page).href,
      ],
      { timeout: PRINT_WITHIN_MS },
    );
  } catch (error) {
    throw new Refusal(`The PDF could not be printed: ${(error as Error).message.split('\n')[0]}`);
  } finally {
    rmSync(folder, { recursive: true, force: true, maxRetries: 3 });
  }
}
