import type { KeptProject } from '../../core/document/project/keptProject';
import { saveBytes, saveFile } from './saveFile';

/** A file name made of a name. */
export const fileName = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'project';

/** Hands the user the project as a file. */
export const exportProject = (project: KeptProject): void => saveFile(`${fileName(project.name)}.tidal.json`, project);

/** Hands the user the project with its photos as a zip file. @throws StoreProblem */
export async function exportWithPhotos(project: KeptProject): Promise<void> {
  const { packProject } = await import('../../storage/projectZip');
  saveBytes(`${fileName(project.name)}.tidal.zip`, await packProject(project));
}
