import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    // What the walk between the bags and the daily look at a round need stays on this machine, so that a page that is
    // loaded anew without a network still opens: the program itself, who is signed in, the draw of a lot, a round.
    // Everything else needs the server.
    VitePWA({
      strategies: 'generateSW',
      filename: 'sw.js',
      injectRegister: false,
      manifest: false,
      workbox: {
        // Files are kept as they are asked for: nobody loads all pages to walk between bags.
        globPatterns: [],
        skipWaiting: true,
        clientsClaim: true,
        inlineWorkboxRuntime: true,
        runtimeCaching: [
          {
            urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
            handler: 'NetworkFirst',
            // Every page is the one program.
            options: { cacheName: 'mercato-program', plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }] },
          },
          {
            // They never change under their name.
            urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
            handler: 'CacheFirst',
            options: { cacheName: 'mercato-program' },
          },
          {
            urlPattern: ({ url, sameOrigin }) =>
              sameOrigin && /^\/api\/(session|lots\/[0-9a-f-]{36}\/sampling|rounds\/[0-9a-f-]{36})$/.test(url.pathname),
            handler: 'NetworkFirst',
            // The page empties this one when somebody signs out.
            options: { cacheName: 'mercato-day' },
          },
        ],
      },
    }),
  ],
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
