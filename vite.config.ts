import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { contentKey, filesBelow } from './scripts/contentKey.mjs';
import { PAGE_PIECES, WORKER_PIECES } from './src/app/begin/loadedTogether';
import { writeIntoPage } from './src/app/begin/writeIntoPage';
import { unusedKitRules } from './src/app/theme/unusedKitRules';

const BUILD_DIGITS = 16;
/** What computes: an answer that other code kept is computed anew. */
const computes = filesBelow(import.meta.dirname, ['src/core']).filter((file) => !/\.test\.ts$|\/testing\//.test(file));

/** antd by entry: one chunk of all of it would drag every page's components into the first load. */
export default defineConfig({
  define: { __BUILD__: JSON.stringify(contentKey(import.meta.dirname, computes).slice(0, BUILD_DIGITS)) },
  plugins: [
    react(),
    writeIntoPage,
    VitePWA({
      // A newer version waits until the user agrees, or until no page is open any more: never in the middle of work.
      registerType: 'prompt',
      injectRegister: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png}'],
        navigateFallback: '/index.html',
        // The page that installed it is served by it too: what it has not loaded yet is there when the server goes.
        clientsClaim: true,
        cleanupOutdatedCaches: true,
        sourcemap: false,
      },
      manifest: {
        name: 'Tidal Gauge',
        short_name: 'Tidal Gauge',
        description: 'Models an engine’s whole lubrication circuit and checks that every component is supplied.',
        theme_color: '#f2f3ee',
        background_color: '#f2f3ee',
        display: 'standalone',
        start_url: '/',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
    }),
  ],
  css: { postcss: { plugins: [unusedKitRules] } },
  worker: { format: 'es', rolldownOptions: { output: { codeSplitting: { groups: WORKER_PIECES } } } },
  build: {
    outDir: 'dist/app',
    target: 'es2022',
    // The content security policy takes fonts from files only.
    assetsInlineLimit: (file) => (file.endsWith('.woff2') ? false : undefined),
    rolldownOptions: {
      output: {
        codeSplitting: { groups: PAGE_PIECES },
      },
    },
  },
  server: { host: '127.0.0.1' },
});
