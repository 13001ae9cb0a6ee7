// npm start: installs what is missing, builds, serves with the demo data.
import { spawn } from 'node:child_process';
import { builtCli } from './buildCli.mjs';
import { bin, checkPlace, installPackages, root, step } from './steps.mjs';

checkPlace();
installPackages();
step('Building the app', bin('vite'), ['build', '--logLevel', 'error']);
builtCli(root);
console.log('• Serving');
const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], { cwd: root, stdio: 'inherit' });
// Whoever ends this ends the server.
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
