import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./server/*/tables.ts', './server/*/*Tables.ts'],
  out: './server/database/migrations',
});
