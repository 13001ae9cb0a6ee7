import { Button } from 'antd';
import { useRouteError } from 'react-router';
import { exportProject } from './files/exportProject';
import { useDocument } from './state/document';
import { reloadOnce } from './state/reloadOnce';

const MISSING_PIECE = /dynamically imported module|module script|Importing a module|preload CSS/i;

/** Shown when the app itself fails. The project lies in the browser, and in memory: it can be exported here. */
export function AppFailed() {
  const error = useRouteError();
  const project = useDocument((d) => d.kept);
  const message = error instanceof Error ? error.message : '';
  // After an update the pieces of the older app are gone: the page as it is now has its own.
  if (MISSING_PIECE.test(message) && reloadOnce()) return null;
  return (
    <main id="main" tabIndex={-1} className="panel">
      <h1>The app stopped here</h1>
      <p role="alert">Your project is kept in this browser. Export it to be safe, then start again.</p>
      <p className="moves">
        {project && (
          <Button type="primary" onClick={() => exportProject(project)}>
            Export {project.name}
          </Button>
        )}
        <Button onClick={() => window.location.assign('/')}>Start again</Button>
      </p>
      <p className="quiet">If it stops again, report what you did and this: {message}</p>
    </main>
  );
}
