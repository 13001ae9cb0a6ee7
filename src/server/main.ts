import { whereToListen } from './address';
import { Logger } from './logger';
import { runInThread } from './runInThread';
import { listen } from './server';

try {
  const { port, host } = whereToListen(process.env);
  const { url, close } = await listen({ port, host, logger: new Logger(runInThread) });
  console.log(`Tidal Gauge is at ${url} with three invented engines to look at. Stop it with Ctrl+C.`);
  const stop = () => void close().then(() => process.exit(0));
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
} catch (error) {
  const { code, port, message } = error as NodeJS.ErrnoException & { readonly port?: number };
  console.error(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken. Start with another one: PORT=${(port ?? 0) + 1} npm start`
      : message,
  );
  process.exitCode = 1;
}
