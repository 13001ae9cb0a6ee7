// npm start: installs what is missing, builds, serves with the demo data.
import { spawn } from 'node:child_process';
import { bin, installPackages, root, step } from './steps.mjs';

installPackages();
step('Building the app', bin('vite'), ['build', '--logLevel', 'error']);
console.log('• Serving');
const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], { cwd: root, stdio: 'inherit' });
// Whoever ends this ends the server.
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
