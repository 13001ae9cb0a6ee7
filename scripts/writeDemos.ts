// npm run demos: writes the invented demo engines anew in the present version of the format. Their figures are their
// own and stay.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readProjectText } from '../src/core/document/project/readProject';

const FOLDER = 'demo';

for (const file of readdirSync(FOLDER).filter((name) => name.endsWith('.json'))) {
  const read = readProjectText(readFileSync(join(FOLDER, file), 'utf8'));
  if (!read.ok) throw new Error(`${file}: ${JSON.stringify(read.issues)}`);
  writeFileSync(join(FOLDER, file), `${JSON.stringify(read.kept, null, 1)}\n`);
  console.log(`Wrote ${file}`);
}
