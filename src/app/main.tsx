import '@fontsource-variable/encode-sans/wdth.css';
import './theme/theme.css';
import { createRoot } from 'react-dom/client';
import { z } from 'zod';
import { App } from './App';

// The content security policy forbids code made from strings, zod's fast path included.
z.config({ jitless: true });

createRoot(document.getElementById('root')!).render(<App />);
