/** One throwaway cluster for a test run: a migrated template, cloned for every test file. */
import { join } from 'node:path';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { connect, migrateSchema } from '../database/connect.ts';

declare module 'vitest' {
  interface ProvidedContext {
    clusterUrl: string;
  }
}

interface Cluster {
  url: string;
  stop: () => Promise<void>;
}

export const TEMPLATE = 'mercato_template';

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const { openThrowawayCluster } = (await import(join(import.meta.dirname, '../../scripts/postgres.mjs'))) as {
    openThrowawayCluster: (parent: string) => Promise<Cluster>;
  };
  const cluster = await openThrowawayCluster(process.env.MERCATO_CLUSTERS ?? join(import.meta.dirname, '../../.cache'));
  const admin = new pg.Client(cluster.url);
  await admin.connect();
  await admin.query(`create database ${TEMPLATE}`);
  await admin.end();
  const template = connect(cluster.url.replace(/\/postgres$/, `/${TEMPLATE}`));
  await migrateSchema(template);
  await template.pool.end();
  project.provide('clusterUrl', cluster.url);
  return () => cluster.stop();
}
