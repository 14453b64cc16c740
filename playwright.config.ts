import { defineConfig } from '@playwright/test';

const port = process.env.PORT ?? '4310';

export default defineConfig({
  testDir: 'e2e',
  outputDir: '.cache/e2e-results',
  // Files side by side, on one start and one demo: none writes to a lot of another.
  fullyParallel: false,
  workers: 2,
  // Generous: a machine that shares its cores may take several times as long, and a slow pass is no fault.
  timeout: 420_000,
  expect: { timeout: 40_000 },
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'UTC',
    // °C and kg, as most of the world has them; what a browser's region changes has its own test.
    locale: 'en-GB',
    // What a service worker asks for cannot be answered by a test; the walk, which needs it, lets it in.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      chromiumSandbox: process.getuid?.() !== 0,
      args: [
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--no-proxy-server',
        '--disable-background-networking',
        '--disable-component-update',
        '--font-render-hinting=none',
        '--force-color-profile=srgb',
      ],
    },
  },
  webServer: {
    command: 'node scripts/start.mjs',
    url: `http://127.0.0.1:${port}/api/session`,
    timeout: 240_000,
    stdout: 'pipe',
    gracefulShutdown: { signal: 'SIGTERM', timeout: 20_000 },
  },
});
