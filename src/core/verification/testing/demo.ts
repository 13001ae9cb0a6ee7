import larkspur from '../../../../demo/larkspur.json';
import saltmarsh from '../../../../demo/saltmarsh.json';
import thornback from '../../../../demo/thornback.json';
import type { KeptProject } from '../../document/project/keptProject';
import type { Project } from '../../document/project/project';
import { readProjectText } from '../../document/project/readProject';

/** Imported, not read: whoever asks which tests a change touches finds them by their imports. */
const DEMOS: Readonly<Record<string, unknown>> = { thornback, saltmarsh, larkspur };

/** The same as it is kept. @throws where the file is refused */
export function demoKept(name = 'thornback'): KeptProject {
  return readDemo(name).kept;
}

/** A demo engine as a user opens it. @throws where the file is refused */
export function demoProject(name = 'thornback'): Project {
  return readDemo(name).project;
}

function readDemo(name: string) {
  const read = readProjectText(JSON.stringify(DEMOS[name]));
  if (!read.ok) throw new Error(`demo/${name}.json is refused: ${JSON.stringify(read.issues)}`);
  return read;
}
