import { readFileSync } from 'node:fs';
import type { Project } from '../../document/project/project';
import { readProjectText } from '../../document/project/readProject';

/** A demo engine as a user opens it. @throws where the file is refused */
export function demoProject(name = 'thornback'): Project {
  const read = readProjectText(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(`demo/${name}.json is refused: ${JSON.stringify(read.issues)}`);
  return read.project;
}
