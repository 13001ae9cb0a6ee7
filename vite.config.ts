import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** antd by entry: one chunk of all of it would drag every page's components into the first load. */
export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  build: {
    outDir: 'dist/app',
    target: 'es2022',
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'antd', test: /node_modules[\\/](antd|@ant-design|@rc-component)[\\/]/, entriesAware: true },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1' },
});
