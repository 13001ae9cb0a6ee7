import { listen } from './server';

const DEFAULT_PORT = 4173;
const LOOPBACK = '127.0.0.1';

const port = Number(process.env['PORT'] ?? DEFAULT_PORT);
// Loopback unless asked otherwise: data stay on this machine.
const host = process.env['HOST'] ?? LOOPBACK;

try {
  const { url } = await listen(port, host);
  console.log(`Tidal Gauge is at ${url} with the demo engine Thornback. Stop it with Ctrl+C.`);
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code;
  console.error(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken. Start with another one: PORT=4174 npm start`
      : (error as Error).message,
  );
  process.exitCode = 1;
}
