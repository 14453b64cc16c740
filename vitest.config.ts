import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Many tests wait for the database: without this a machine of two cores runs one file at a time.
    maxWorkers: '100%',
    projects: [
      // Pure code keeps nothing between files: its modules are loaded once.
      { test: { name: 'core', root: 'core', isolate: false, include: ['**/*.test.ts'], testTimeout: 60_000 } },
      { test: { name: 'devices', root: 'devices', include: ['**/*.test.ts'], testTimeout: 60_000 } },
      { test: { name: 'contract', root: 'contract', isolate: false, include: ['**/*.test.ts'], testTimeout: 60_000 } },
      {
        test: {
          name: 'web',
          root: 'web',
          environment: 'jsdom',
          include: ['**/*.test.{ts,tsx}'],
          setupFiles: ['./testing/patience.ts'],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          root: 'server',
          include: ['**/*.test.ts'],
          globalSetup: './testing/database.ts',
          testTimeout: 180_000,
          hookTimeout: 240_000,
        },
      },
      { test: { name: 'scripts', root: 'scripts', include: ['**/*.test.mjs'], testTimeout: 360_000 } },
    ],
  },
});
