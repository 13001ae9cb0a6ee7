import { FILE_WORDS } from '../../files/fileWords';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { App as AntApp, Button, Dropdown, Segmented } from 'antd';
import { lazy, Suspense, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import {
  displayUnit,
  METRIC_UNITS,
  QUANTITIES,
  US_UNITS,
  type Quantity,
  type UnitChoice,
} from '../../../core/foundations/units';
import { activeVariant } from '../../../core/document/project/project';
import { exportProject, exportWithPhotos, fileName } from '../../files/exportProject';
import { studyPool } from '../../../workers/studyPool';
import { useDrop } from '../../files/useDrop';
import { useProjectImport } from '../../files/useProjectImport';
import { DEMOS } from '../../state/demos';
import { useHelp } from '../../state/help';
import { withWholeDrawing } from '../../state/wholeDrawing';
import { useTour } from '../../state/tour';
import { openDemo } from '../../state/workspace';
import { VIEWS } from '../../views';

const UnitsDialog = lazy(() => import('./UnitsDialog').then((m) => ({ default: m.UnitsDialog })));
const HistoryDialog = lazy(() => import('./HistoryDialog').then((m) => ({ default: m.HistoryDialog })));

const ignore = () => undefined;

/** The system that is chosen, where every unit is of one; none is marked where they are mixed. */
function systemOf(units: UnitChoice): 'Metric' | 'US' | undefined {
  const same = (system: UnitChoice) =>
    (Object.keys(QUANTITIES) as Quantity[]).every((q) => displayUnit(q, units) === displayUnit(q, system));
  return same(METRIC_UNITS) ? 'Metric' : same(US_UNITS) ? 'US' : undefined;
}

/** Import, export, units and theme; loaded after the drawing, with the dialogs that it may need. */
export default function ProjectMenu() {
  return (
    <AntApp component={false}>
      <Menu />
    </AntApp>
  );
}

function Menu() {
  const { units, setUnits, theme, setTheme } = usePreferences();
  const demos = useDemoItems();
  const copyVariant = useDocument((w) => w.copyVariant);
  const tidy = useDocument((w) => w.tidy);
  const openHelp = useHelp((h) => h.open);
  const startTour = useTour((t) => t.start);
  const [dialog, setDialog] = useState<'versions' | 'units'>();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const importFile = useProjectImport();
  const isOver = useDrop(importFile);
  const file = useRef<HTMLInputElement>(null);

  const { picture, copySummary, exportPhotos } = useTakeOut();
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        hidden
        aria-label="Project file"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void importFile(chosen);
        }}
      />
      <ViewsMenu />
      <Segmented
        aria-label="Units"
        value={systemOf(units)}
        options={['Metric', 'US']}
        onChange={(system) => setUnits(system === 'US' ? US_UNITS : METRIC_UNITS)}
      />
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'projects', label: 'Projects and backup…', onClick: () => void navigate('/projects') },
            { key: 'new', label: 'New engine…', onClick: () => void navigate('/new') },
            { key: 'import', label: 'Import…', onClick: () => file.current?.click() },
            { key: 'export', label: 'Export', onClick: () => exportProject(useDocument.getState().kept!) },
            {
              key: 'exportPhotos',
              label: 'Export with photos',
              onClick: exportPhotos,
            },
            {
              key: 'out',
              label: 'Print, picture, summary',
              children: [
                { key: 'print', label: 'Print this page…', onClick: () => window.print() },
                { key: 'svg', label: 'Drawing as SVG', disabled: pathname !== '/', onClick: () => picture('svg') },
                { key: 'png', label: 'Drawing as PNG', disabled: pathname !== '/', onClick: () => picture('png') },
                { key: 'summary', label: 'Copy summary as text', onClick: copySummary },
              ],
            },
            { key: 'save', label: 'Versions…', onClick: () => setDialog('versions') },
            { type: 'divider' },
            {
              key: 'copy',
              label: 'Duplicate variant',
              onClick: copyVariant,
            },
            { key: 'units', label: 'Units…', onClick: () => setDialog('units') },
            { key: 'tidy', label: 'Rearrange drawing', onClick: tidy },
            {
              key: 'theme',
              label: theme === 'dark' ? 'Light colours' : 'Dark colours',
              onClick: () => setTheme(theme === 'dark' ? 'light' : 'dark'),
            },
            { key: 'tour', label: 'Show me around', onClick: startTour },
            { type: 'divider' },
            ...demos,
          ],
        }}
      >
        <Button>Project</Button>
      </Dropdown>
      {isOver && (
        <div className="dropping" role="status">
          Drop the project file to open it
        </div>
      )}
      <Button onClick={openHelp} aria-keyshortcuts="?">
        Help
      </Button>
      <Suspense fallback={null}>
        {dialog === 'versions' && <HistoryDialog onClose={() => setDialog(undefined)} />}
        {dialog === 'units' && <UnitsDialog onClose={() => setDialog(undefined)} />}
      </Suspense>
    </>
  );
}

/** The views by name, where the row of them has no room. */
function ViewsMenu() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  return (
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
  );
}

/** A line for each demo, which opens it. */
function useDemoItems() {
  const navigate = useNavigate();
  const { modal } = AntApp.useApp();
  return DEMOS.map((demo) => ({
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
  }));
}

/** What is made to be taken out of the app: the drawing as a picture, the summary as text, a file with its photos. */
function useTakeOut() {
  const units = usePreferences((p) => p.units);
  const project = useDocument((w) => w.project)!;
  const { modal, message } = AntApp.useApp();
  const picture = (kind: 'svg' | 'png') => {
    const drawing = document.querySelector<SVGSVGElement>('.drawing > svg');
    const axis = document.querySelector<SVGSVGElement>('.drawing .pinned svg') ?? undefined;
    if (!drawing) return;
    void import('../../files/savePicture')
      .then(({ savePicture }) =>
        withWholeDrawing(() =>
          savePicture(drawing, fileName(`${project.name} ${activeVariant(project).name}`), kind, axis),
        ),
      )
      .catch(() => message.error(FILE_WORDS.noPicture));
  };
  const noSummary = (error: unknown) =>
    void message.error(`There is no summary: ${error instanceof Error ? error.message : 'nothing was computed'}`);
  const copy = async () => {
    const { summaryOf } = await import('../../../core/judgement/summary');
    const { signal } = new AbortController();
    // Asked for when it is wanted: a page without the circuit computes nothing for it.
    const engine = { id: useDocument.getState().id, project };
    const check = await studyPool().run('check', engine, { sure: true }, ignore, signal, 'now');
    const text = summaryOf(project, check.for(engine)!, units);
    try {
      await navigator.clipboard.writeText(text);
      void message.success('The summary is copied.');
    } catch {
      // A browser that does not let the app copy lets the reader do it.
      modal.info({ title: 'Summary', width: 640, content: <pre className="summary">{text}</pre>, okText: 'Close' });
    }
  };
  const exportPhotos = () =>
    void exportWithPhotos(useDocument.getState().kept!).catch((error: unknown) =>
      message.error(`There is no file: ${error instanceof Error ? error.message : 'the photos could not be read'}`),
    );
  return { picture, exportPhotos, copySummary: () => void copy().catch(noSummary) };
}
