// npm start: installs what is missing, builds, serves with the demo data.
import { bin, installPackages, step } from './steps.mjs';

installPackages();
step('Building the app', bin('vite'), ['build', '--logLevel', 'error']);
step('Serving', bin('tsx'), ['src/server/main.ts']);
