import { App as AntApp } from 'antd';
import { useNavigate } from 'react-router';
import { sayIssue } from '../../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../../core/document/project/readProject';
import { openProject } from '../state/workspace';
import { readTextFile } from './readTextFile';
import { useRefusal } from './useRefusal';

/** Opens a project file that the reader chose or dropped; what cannot be read is refused by name, and nothing changes. */
export function useProjectImport(): (chosen: File) => Promise<void> {
  const { message } = AntApp.useApp();
  const refusal = useRefusal('Your project is as it was.');
  const navigate = useNavigate();
  return async (chosen) => {
    const refuse = (sentences: readonly string[]) => refusal(`${chosen.name} was not opened`, sentences);
    if (chosen.size > LARGEST_FILE_BYTES) return refuse([sayIssue(fileTooLarge(chosen.size))]);
    let text: string;
    try {
      text = await readTextFile(chosen);
    } catch {
      return refuse(['The file could not be read. Check that it still exists and try again.']);
    }
    const read = readProjectText(text);
    if (!read.ok) return refuse(read.issues.map(sayIssue));
    if (!(await openProject(read.project))) return;
    await navigate('/');
    void message.success(`${read.project.name} is open`);
  };
}
