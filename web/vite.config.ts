import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  build: {
    assetsInlineLimit: 0,
    target: 'es2022',
    outDir: 'dist',
    emptyOutDir: true,
    // The charts are one chunk of their own, and so is what shows the API document; each is loaded where it is shown.
    chunkSizeWarningLimit: 1600,
    // Schemas are asked for by the route that needs them; a page that has them already needs no chunk of their own.
    rolldownOptions: { checks: { pluginTimings: false, ineffectiveDynamicImport: false } },
  },
  worker: { format: 'es' },
  css: {
    preprocessorOptions: {
      scss: { silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'], quietDeps: true },
    },
  },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? '4310'}` } },
});
