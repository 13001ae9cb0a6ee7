import { FILE_WORDS } from './fileWords';
import { App as AntApp } from 'antd';
import { useNavigate } from 'react-router';
import { sayIssue } from '../../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../../core/document/project/readProject';
import type { KeptProject } from '../../core/document/project/keptProject';
import { StoreProblem } from '../../storage/storeProblem';
import { openProject } from '../state/workspace';
import { readTextFile } from './readTextFile';
import { useRefusal } from './useRefusal';

const LARGEST_ZIP_BYTES = 200 * 1024 * 1024;

/**
 * Opens a project file that the reader chose or dropped; what cannot be read is refused by name, and nothing changes.
 */
export function useProjectImport(): (chosen: File) => Promise<void> {
  const { message } = AntApp.useApp();
  const refusal = useRefusal('Your project is as it was.');
  const navigate = useNavigate();
  const open = async (project: KeptProject, also = '') => {
    if (!(await openProject(project))) return;
    await navigate('/');
    void message.success(`${project.name} is open${also}`);
  };
  /** A project with its photos. */
  const openZip = async (chosen: File, refuse: (sentences: readonly string[]) => void) => {
    if (chosen.size > LARGEST_ZIP_BYTES) return refuse(['The zip file is over 200 MiB.']);
    try {
      const { unpackProject } = await import('../../storage/projectZip');
      const read = await unpackProject(new Uint8Array(await chosen.arrayBuffer()), Date.now());
      if (!read.ok) return refuse(read.sentences);
      await open(read.project, read.missing > 0 ? `; ${read.missing} of its photos are not in the file` : '');
    } catch (error) {
      refuse([
        error instanceof StoreProblem ? `Its photos could not be kept. ${error.message}` : FILE_WORDS.unreadable,
      ]);
    }
  };
  return async (chosen) => {
    const refuse = (sentences: readonly string[]) => refusal(`${chosen.name} was not opened`, sentences);
    if (/\.zip$/i.test(chosen.name)) return openZip(chosen, refuse);
    if (chosen.size > LARGEST_FILE_BYTES) return refuse([sayIssue(fileTooLarge(chosen.size))]);
    let text: string;
    try {
      text = await readTextFile(chosen);
    } catch {
      return refuse([FILE_WORDS.unreadable]);
    }
    const read = readProjectText(text);
    if (!read.ok) return refuse(read.issues.map(sayIssue));
    await open(read.kept);
  };
}
