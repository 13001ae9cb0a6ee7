import { App as AntApp, Button, Upload } from 'antd';
import { useNavigate } from 'react-router';
import { useProjectImport } from '../../files/useProjectImport';
import { DEMOS } from '../../state/demos';
import { useTour } from '../../state/tour';
import { openDemo } from '../../state/workspace';

/** The three ways to begin: one's own engine, an invented one, or a file. */
export function WaysToBegin() {
  const navigate = useNavigate();
  const { modal } = AntApp.useApp();
  const importFile = useProjectImport();
  const startTour = useTour((t) => t.start);
  const example = (demo: (typeof DEMOS)[number], withTour: boolean) =>
    void openDemo(demo).then(
      async (isOpen) => {
        if (!isOpen) return;
        await navigate('/');
        if (withTour) startTour();
      },
      (error: unknown) =>
        void modal.error({ title: 'The example was not opened', content: error instanceof Error ? error.message : '' }),
    );
  return (
    <div className="ways">
      <section aria-labelledby="way-own">
        <h2 id="way-own">My engine</h2>
        <p>
          Two minutes: displacement, pump, what the gauge shows, and what you want to change. Every guess is marked.
        </p>
        <Button type="primary" size="large" onClick={() => void navigate('/new')}>
          Start with my engine
        </Button>
      </section>
      <section aria-labelledby="way-example">
        <h2 id="way-example">Look at an example</h2>
        <p>Invented engines, each with one honest mistake to find.</p>
        {DEMOS.map((demo) => (
          <Button key={demo.name} size="large" block onClick={() => example(demo, false)}>
            <span>
              <strong>{demo.name}</strong>, {demo.about}
            </span>
          </Button>
        ))}
        <Button type="link" className="go" onClick={() => example(DEMOS[0], true)}>
          Show me around in 30 seconds
        </Button>
      </section>
      <section aria-labelledby="way-file">
        <h2 id="way-file">Open a file</h2>
        <p>A project that was exported from here. Or drop it anywhere on this page.</p>
        <Upload
          aria-label="Project file to open"
          accept=".json,.zip,application/json,application/zip"
          showUploadList={false}
          beforeUpload={(chosen) => {
            void importFile(chosen);
            return false;
          }}
        >
          <Button size="large">Choose a file…</Button>
        </Upload>
        <Button type="link" className="go" onClick={() => void navigate('/projects')}>
          Restore a backup
        </Button>
      </section>
    </div>
  );
}
