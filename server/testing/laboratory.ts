import { randomBytes } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import type { Problem } from '@mercato/contract/http/problem';
import type { LotHeader } from '@mercato/contract/register/lots';
import type { Role } from '@mercato/core/register/permissions';
import { makeApp } from '../app.ts';
import { connect, type Connection } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { hashPassword } from '../http/session.ts';
import { prepareLaboratory } from '../laboratory.ts';
import { person } from '../register/tables.ts';
import { TEMPLATE } from './database.ts';

export const PASSWORD = 'a long enough word';
let hashed: Promise<string> | undefined;

export interface Answer<T> {
  readonly status: number;
  readonly body: T & Partial<Problem>;
  readonly headers: Headers;
}

/** A browser as far as the server can tell: cookie, token, keys. */
export class Visitor {
  cookie = '';
  csrf = '';
  id = '';
  constructor(private readonly base: string) {}

  async signIn(username: string, password = PASSWORD): Promise<Answer<{ csrf: string; person: { id: string } }>> {
    const answer = await this.send<{ csrf: string; person: { id: string } }>('POST', '/session', {
      username,
      password,
    });
    if (answer.status === 200) {
      this.csrf = answer.body.csrf;
      this.id = answer.body.person.id;
    }
    return answer;
  }

  async send<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.base}/api${path}`, {
      method,
      headers: {
        cookie: this.cookie,
        'X-CSRF-Token': this.csrf,
        'Idempotency-Key': uuid(),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const cookie = response.headers.get('set-cookie');
    if (cookie) this.cookie = cookie.split(';')[0] ?? '';
    const text = await response.text();
    return {
      status: response.status,
      headers: response.headers,
      body: (text && /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : { text }) as T &
        Partial<Problem>,
    };
  }

  get<T>(path: string): Promise<Answer<T>> {
    return this.send<T>('GET', path);
  }
  post<T>(path: string, body: unknown, headers?: Record<string, string>): Promise<Answer<T>> {
    return this.send<T>('POST', path, body, headers);
  }
  put<T>(path: string, body: unknown, version: number, headers: Record<string, string> = {}): Promise<Answer<T>> {
    return this.send<T>('PUT', path, body, { 'If-Match': `"${version}"`, ...headers });
  }
}

export interface Laboratory {
  readonly connection: Connection;
  readonly api: Api;
  readonly base: string;
  readonly errors: unknown[];
  readonly clock: { now: Date };
  readonly visitor: () => Visitor;
  readonly as: (role: Role) => Promise<Visitor>;
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
  const { app, api } = await makeApp({ connection, clock: () => clock.now, log: (error) => errors.push(error) });
  const server = await new Promise<Server>((resolve) => {
    const started = app.listen(0, '127.0.0.1', () => {
      resolve(started);
    });
  });
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    connection,
    api,
    base,
    errors,
    clock,
    visitor: () => new Visitor(base),
    as: async (role) => {
      const visitor = new Visitor(base);
      await visitor.signIn(role);
      return visitor;
    },
    close: async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await connection.pool.end();
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
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
