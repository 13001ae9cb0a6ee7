import '@fontsource-variable/encode-sans/wdth.css';
import './theme/theme.css';
import { hydrateRoot } from 'react-dom/client';
import { z } from 'zod';
import { prepareToSolve } from '../workers/client';
import { App } from './App';
import { hadProject } from './begin/hasProject';
import { reloadOnce } from './state/reloadOnce';
import { keepForOffline } from './state/updates';

// The content security policy forbids code made from strings, zod's fast path included.
z.config({ jitless: true });

// What solves is loaded while the page is drawn and the project is read.
if (hadProject()) prepareToSolve();

// The first words are in the page already: the app goes on with them.
hydrateRoot(document.getElementById('root')!, <App />);

// After an update the pieces of the older app are gone: the page as it is now has its own.
window.addEventListener('vite:preloadError', (event) => {
  if (reloadOnce()) event.preventDefault();
});
// Once the first picture is there: keeping the code for later must not hold it up.
if (import.meta.env.PROD) window.addEventListener('load', () => setTimeout(keepForOffline, 0));
