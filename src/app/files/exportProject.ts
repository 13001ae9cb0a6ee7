import type { Project } from '../../core/document/project/project';
import { saveFile } from './saveFile';

/** A file name made of a name. */
export const fileName = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase() || 'project';

/** Hands the user the project as a file. */
export const exportProject = (project: Project): void => saveFile(`${fileName(project.name)}.tidal.json`, project);
