import { randomBytes } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import type { LotHeader } from '@mercato/contract/register/lots';
import type { Role } from '@mercato/core/register/permissions';
import { makeApp } from '../app.ts';
import { connect, type Connection } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { prepareLaboratory } from '../laboratory.ts';
import { Feed } from '../live/feed.ts';
import { hashPassword } from '../register/hashPassword.ts';
import { person } from '../register/peopleTables.ts';
import { bringInAnyOrder } from './anyOrder.ts';
import { TEMPLATE } from './database.ts';
import { checkKept } from './kept.ts';
import { PASSWORD, Visitor } from './visitor.ts';

export { PASSWORD, Visitor, type Answer } from './visitor.ts';

let hashed: Promise<string> | undefined;

export interface Laboratory {
  readonly connection: Connection;
  readonly api: Api;
  readonly base: string;
  readonly errors: unknown[];
  readonly clock: { now: Date };
  readonly visitor: () => Visitor;
  readonly as: (role: Role) => Promise<Visitor>;
  /** The same laboratory served by a process of its own, with somebody signed in there. */
  readonly anotherProcess: (role: Role, over?: Connection) => Promise<Visitor>;
  readonly close: () => Promise<void>;
}

/** A laboratory of its own for a test file: a fresh database, the whole application on a free port, three people. */
export async function openLaboratory(): Promise<Laboratory> {
  const url = inject('clusterUrl');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = new pg.Client(url);
  await admin.connect();
  await admin.query(`create database ${name} template ${TEMPLATE}`);
  const connection = connect(url.replace(/\/postgres$/, `/${name}`));
  bringInAnyOrder(connection.pool);
  const clock = { now: new Date('2026-11-24T09:00:00Z') };
  await prepareLaboratory(connection, clock.now);
  hashed ??= hashPassword(PASSWORD);
  const passwordHash = await hashed;
  await connection.db.insert(person).values(
    (['sampler', 'analyst', 'lead'] as const).map((role) => ({
      id: uuid(),
      username: role,
      name: `The ${role}`,
      roles: [role],
      passwordHash,
      createdAt: clock.now,
    })),
  );
  const errors: unknown[] = [];
  const ends: (() => Promise<unknown>)[] = [];
  const serve = async (over: Connection) => {
    const feed = new Feed(over.url);
    const { app, api } = await makeApp({
      connection: over,
      feed,
      clock: () => clock.now,
      log: (error) => errors.push(error),
    });
    const server = await new Promise<Server>((resolve) => {
      const started = app.listen(0, '127.0.0.1', () => {
        resolve(started);
      });
    });
    // On a busy machine a visitor's next request comes late; its connection is there still.
    server.keepAliveTimeout = 120_000;
    ends.push(async () => {
      await feed.stop();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await over.pool.end();
    });
    return { api, base: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
  };
  const { api, base } = await serve(connection);
  const signedIn = async (at: string, role: Role) => {
    const visitor = new Visitor(at);
    await visitor.signIn(role);
    return visitor;
  };
  return {
    connection,
    api,
    base,
    errors,
    clock,
    visitor: () => new Visitor(base),
    as: (role) => signedIn(base, role),
    anotherProcess: async (role, over = connect(connection.url)) => signedIn((await serve(over)).base, role),
    close: async () => {
      try {
        await checkKept(connection, clock.now);
      } finally {
        for (const end of ends) await end();
        await admin.query(`drop database ${name} with (force)`);
        await admin.end();
      }
    },
  };
}

export const CLOVER: LotHeader = {
  reference: 'T-1',
  species: 'Trifolium pratense',
  bookKind: null,
  variety: 'Ambersett',
  harvestYear: 2026,
  harvestMonth: 8,
  mass: { text: '4200', unit: 'kg' },
  containers: 84,
  containerMass: { text: '50', unit: 'kg' },
  origin: 'field 6',
  book: 'aosa',
};
