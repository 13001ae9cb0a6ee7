import { App as AntApp, Button, Dropdown } from 'antd';
import { useRef } from 'react';
import { sayIssue } from '../../../core/circuit/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../../../core/circuit/readProject';
import { QUANTITIES, type DisplayUnit, type Quantity } from '../../../core/units';
import { useWorkbench } from '../../state/workbench';
import { AntdTheme } from '../../theme/AntdTheme';

/** Quantities whose unit a reader may choose here; the rest follow length or have one unit. */
const CHOICES: readonly (readonly [string, readonly Quantity[]])[] = [['Pressure', ['pressure', 'pressurePerSpeed']], ['Temperature', ['temperature', 'temperatureDifference']], ['Flow', ['flow']], ['Lengths', ['bore', 'length', 'clearance', 'area', 'displacement', 'volume']]];

/** Import, export, units and theme; loaded after the sheet, with the dialogs that it may need. */
export default function ProjectMenu() {
  return <AntdTheme><AntApp component={false}><Menu /></AntApp></AntdTheme>;
}

function Menu() {
  const { units, setUnits, theme, setTheme } = useWorkbench();
  const project = useWorkbench((w) => w.project)!;
  const open = useWorkbench((w) => w.open);
  const { modal, message } = AntApp.useApp();
  const file = useRef<HTMLInputElement>(null);

  const exportFile = () => {
    const url = URL.createObjectURL(new Blob([`${JSON.stringify(project, null, 1)}\n`], { type: 'application/json' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${project.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.tidal.json`;
    link.click();
    URL.revokeObjectURL(url);
  };

  const importFile = async (chosen: File) => {
    const refuse = (sentences: readonly string[]) =>
      modal.error({ title: `${chosen.name} was not opened`, content: <div>{sentences.map((s) => <p key={s}>{s}</p>)}<p>Your project is as it was.</p></div>, okText: 'Understood' });
    if (chosen.size > LARGEST_FILE_BYTES) return void refuse([sayIssue(fileTooLarge(chosen.size))]);
    let text: string;
    try {
      text = await chosen.text();
    } catch {
      return void refuse(['The file could not be read. Check that it still exists and try again.']);
    }
    const read = readProjectText(text);
    if (!read.ok) return void refuse(read.issues.map(sayIssue));
    open(read.project);
    void message.success(`${read.project.name} is open`);
  };

  const unitItems = CHOICES.map(([label, quantities]) => ({
    key: label, label,
    children: (QUANTITIES[quantities[0]!] as readonly DisplayUnit[]).map((u, i) => ({
      key: `${label}-${u.id}`, label: u.symbol,
      onClick: () => setUnits({ ...units, ...Object.fromEntries(quantities.map((q) => [q, ((QUANTITIES[q] as readonly DisplayUnit[])[i] ?? (QUANTITIES[q] as readonly DisplayUnit[])[0]!).id])) }),
    })),
  }));

  return (
    <>
      <input
        ref={file} type="file" accept=".json,application/json" hidden aria-label="Project file"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void importFile(chosen);
        }}
      />
      <Dropdown trigger={['click']} menu={{ items: unitItems }}><Button>Units</Button></Dropdown>
      <Button onClick={() => setTheme(theme === 'dark' ? 'light' : 'dark')} aria-pressed={theme === 'dark'}>{theme === 'dark' ? 'Light' : 'Dark'}</Button>
      <Button onClick={() => file.current?.click()}>Import</Button>
      <Button onClick={exportFile}>Export</Button>
    </>
  );
}
