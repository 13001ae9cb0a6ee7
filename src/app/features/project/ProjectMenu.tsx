import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { App as AntApp, Button, Dropdown } from 'antd';
import { lazy, Suspense, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { sayIssue } from '../../../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../../../core/document/project/readProject';
import { METRIC_UNITS, QUANTITIES, US_UNITS, type DisplayUnit, type Quantity } from '../../../core/foundations/units';
import { exportProject } from '../../files/exportProject';
import { readTextFile } from '../../files/readTextFile';
import { DEMOS } from '../../state/demos';
import { openDemo, openProject } from '../../state/workspace';
import { VIEWS } from '../../views';

const HistoryDialog = lazy(() => import('./HistoryDialog').then((m) => ({ default: m.HistoryDialog })));

/** Quantities whose unit a reader may choose here; the rest follow length or have one unit. */
const CHOICES: readonly (readonly [string, readonly Quantity[]])[] = [
  ['Pressure', ['pressure', 'pressurePerSpeed']],
  ['Temperature', ['temperature', 'temperatureDifference']],
  ['Flow', ['flow']],
  ['Lengths', ['bore', 'length', 'clearance', 'area', 'displacement', 'volume']],
];

/** Import, export, units and theme; loaded after the sheet, with the dialogs that it may need. */
export default function ProjectMenu() {
  return (
    <AntApp component={false}>
      <Menu />
    </AntApp>
  );
}

function Menu() {
  const { units, setUnits, theme, setTheme } = usePreferences();
  const project = useDocument((w) => w.project)!;
  const copyVariant = useDocument((w) => w.copyVariant);
  const tidy = useDocument((w) => w.tidy);
  const [history, setHistory] = useState(false);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { modal, message } = AntApp.useApp();
  const file = useRef<HTMLInputElement>(null);

  const importFile = async (chosen: File) => {
    const refuse = (sentences: readonly string[]) =>
      modal.error({
        title: `${chosen.name} was not opened`,
        content: (
          <div>
            {sentences.map((s) => (
              <p key={s}>{s}</p>
            ))}
            <p>Your project is as it was.</p>
          </div>
        ),
        okText: 'OK',
      });
    if (chosen.size > LARGEST_FILE_BYTES) return void refuse([sayIssue(fileTooLarge(chosen.size))]);
    let text: string;
    try {
      text = await readTextFile(chosen);
    } catch {
      return void refuse(['The file could not be read. Check that it still exists and try again.']);
    }
    const read = readProjectText(text);
    if (!read.ok) return void refuse(read.issues.map(sayIssue));
    if (await openProject(read.project)) void message.success(`${read.project.name} is open`);
  };

  const systems = [
    { key: 'metric', label: 'Metric', onClick: () => setUnits(METRIC_UNITS) },
    { key: 'us', label: 'US', onClick: () => setUnits(US_UNITS) },
    { type: 'divider' as const },
  ];
  const unitItems = CHOICES.map(([label, quantities]) => ({
    key: label,
    label,
    children: (QUANTITIES[quantities[0]!] as readonly DisplayUnit[]).map((u, i) => ({
      key: `${label}-${u.id}`,
      label: u.symbol,
      onClick: () =>
        setUnits({
          ...units,
          ...Object.fromEntries(
            quantities.map((q) => [
              q,
              ((QUANTITIES[q] as readonly DisplayUnit[])[i] ?? (QUANTITIES[q] as readonly DisplayUnit[])[0]!).id,
            ]),
          ),
        }),
    })),
  }));

  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Project file"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void importFile(chosen);
        }}
      />
      <Dropdown
        trigger={['click']}
        menu={{
          items: VIEWS.flatMap(({ path, title }) =>
            title === undefined ? [] : [{ key: path, label: title, onClick: () => void navigate(`/${path}`) }],
          ),
          selectedKeys: [pathname.slice(1)],
        }}
      >
        <Button className="views-menu">Views</Button>
      </Dropdown>
      <Dropdown trigger={['click']} menu={{ items: [...systems, ...unitItems] }}>
        <Button>Units</Button>
      </Dropdown>
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'projects', label: 'Projects and backup…', onClick: () => void navigate('/projects') },
            { key: 'new', label: 'New engine…', onClick: () => void navigate('/new') },
            { key: 'import', label: 'Import…', onClick: () => file.current?.click() },
            { key: 'export', label: 'Export', onClick: () => exportProject(project) },
            { key: 'save', label: 'Versions…', onClick: () => setHistory(true) },
            { type: 'divider' },
            {
              key: 'copy',
              label: 'Duplicate variant',
              onClick: copyVariant,
            },
            { key: 'tidy', label: 'Rearrange drawing', onClick: tidy },
            {
              key: 'theme',
              label: theme === 'dark' ? 'Light colours' : 'Dark colours',
              onClick: () => setTheme(theme === 'dark' ? 'light' : 'dark'),
            },
            { type: 'divider' },
            ...DEMOS.map((demo) => ({
              key: demo.name,
              label: `Demo: ${demo.name}, ${demo.about}`,
              onClick: () =>
                void openDemo(demo).then(
                  (isOpen) => (isOpen ? navigate('/') : undefined),
                  (error: unknown) =>
                    void modal.error({
                      title: 'The demo was not opened',
                      content: error instanceof Error ? error.message : '',
                    }),
                ),
            })),
          ],
        }}
      >
        <Button>Project</Button>
      </Dropdown>
      {history && (
        <Suspense fallback={null}>
          <HistoryDialog open onClose={() => setHistory(false)} />
        </Suspense>
      )}
    </>
  );
}
