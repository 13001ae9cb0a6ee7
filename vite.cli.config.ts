import { defineConfig } from 'vite';

/**
 * The command line as files that Node.js runs as they are: `help` in one, the core beside it, loaded by what asks for
 * it. Packages are in it, so that none is looked up at a start.
 */
export default defineConfig({
  publicDir: false,
  ssr: { noExternal: true },
  build: {
    ssr: 'src/cli/tidal.ts',
    outDir: 'dist/cli',
    target: 'node20',
    rolldownOptions: { output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' } },
  },
});
