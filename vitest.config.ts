import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: 'core', include: ['**/*.test.ts'] } },
      { test: { name: 'devices', root: 'devices', include: ['**/*.test.ts'] } },
      { test: { name: 'contract', root: 'contract', include: ['**/*.test.ts'] } },
      {
        test: { name: 'web', root: 'web', environment: 'jsdom', include: ['**/*.test.{ts,tsx}'], testTimeout: 30_000 },
      },
      {
        test: {
          name: 'server',
          root: 'server',
          include: ['**/*.test.ts'],
          globalSetup: './testing/database.ts',
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
      { test: { name: 'scripts', root: 'scripts', include: ['**/*.test.mjs'], testTimeout: 180_000 } },
    ],
  },
});
