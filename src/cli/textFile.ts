import { readFileSync, statSync } from 'node:fs';
import { decodeText } from '../core/foundations/text';
import { Refusal } from './refusal';

/**
 * The text of a file named on the command line, as the browser reads it too; of standard input where its name is -.
 * @param tooLarge what to say of a file with so many bytes; undefined where it is small enough
 * @throws Refusal when it cannot be used
 */
export function textOf(file: string, tooLarge: (bytes: number) => string | undefined): string {
  let why: string | undefined;
  try {
    if (file === '-') return ofStandardInput(tooLarge);
    why = tooLarge(statSync(file).size);
    if (why === undefined) return decodeText(readFileSync(file));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    why = `${file}: ${missing ? 'there is no such file' : 'it cannot be read'}.`;
  }
  throw new Refusal(why);
}

function ofStandardInput(tooLarge: (bytes: number) => string | undefined): string {
  const bytes = readFileSync(0);
  const why = tooLarge(bytes.length);
  if (why !== undefined) throw new Refusal(why);
  return decodeText(bytes);
}
