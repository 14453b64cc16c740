import { Router } from 'express';
import pg from 'pg';
import type { Role } from '@mercato/core/register/permissions';
import { connect, type Connection, migrateSchema } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { prepareLaboratory } from '../laboratory.ts';
import { Feed } from '../live/feed.ts';
import { refreshOutdated } from '../lot-sheet/refreshOutdated.ts';
import { person } from '../register/peopleTables.ts';
import { loadDemo } from './load.ts';

/** What a laboratory is served with. */
export interface World {
  readonly connection: Connection;
  readonly feed: Feed;
}

interface Opened extends World {
  readonly router: Router;
}

export interface ExampleParts {
  /** The real laboratory's: the example lies in another database of the same server. */
  readonly connection: Connection;
  readonly clock: () => Date;
  /** Serves the routes of a laboratory. */
  readonly serve: (router: Router, world: World) => void;
}

const INSUFFICIENT_PRIVILEGE = '42501';
const ALREADY_THERE = '42P04';
const codeOf = (error: unknown) => (error instanceof pg.DatabaseError ? error.code : undefined);

/**
 * A laboratory of its own to play in: the demo, in another database of the same server, so that nothing of it ever
 * stands among what is real, and taking it away takes nothing else. Several processes may serve it: each opens it when
 * somebody visits, and finds out by asking whether it is still there.
 */
export class Example {
  private opened: Promise<Opened> | null = null;

  constructor(private readonly parts: ExampleParts) {}

  private get url(): URL {
    const url = new URL(this.parts.connection.url);
    url.pathname = `${url.pathname.slice(0, 54)}_example`;
    return url;
  }

  private get name(): string {
    return decodeURIComponent(this.url.pathname.slice(1));
  }

  async isThere(): Promise<boolean> {
    const { rowCount } = await this.parts.connection.pool.query('select 1 from pg_database where datname = $1', [
      this.name,
    ]);
    return rowCount === 1;
  }

  /** Makes it, or what of it is missing. @throws {Fault} 409 where the server gives no right to */
  async make(): Promise<void> {
    try {
      await this.parts.connection.pool.query(`create database ${pg.escapeIdentifier(this.name)}`);
    } catch (error) {
      if (codeOf(error) === INSUFFICIENT_PRIVILEGE) throw fault('conflict', 'register.no-right-example');
      if (codeOf(error) !== ALREADY_THERE) throw error;
    }
    await this.open();
  }

  /** Takes it away, with whatever was played in it. */
  async takeAway(): Promise<void> {
    const before = this.opened;
    this.opened = null;
    await before?.then(shut, () => undefined);
    await this.parts.connection.pool.query(`drop database if exists ${pg.escapeIdentifier(this.name)} with (force)`);
  }

  /** Its routes; null while there is none. */
  async router(): Promise<Router | null> {
    if (await this.isThere()) return (await this.open()).router;
    const before = this.opened;
    this.opened = null;
    void before?.then(shut, () => undefined);
    return null;
  }

  /** Who plays a role in it. @throws {Fault} 409 while there is none */
  async personOf(role: Role): Promise<string> {
    if (!(await this.isThere())) throw fault('conflict', 'register.no-example', 'as');
    const people = await (await this.open()).connection.db.select({ id: person.id, roles: person.roles }).from(person);
    const found = people.find((one) => one.roles.includes(role));
    if (!found) throw fault('conflict', 'register.no-example', 'as');
    return found.id;
  }

  async stop(): Promise<void> {
    await this.opened?.then(shut, () => undefined);
  }

  private open(): Promise<Opened> {
    this.opened ??= this.fill().catch((error: unknown) => {
      this.opened = null;
      throw error;
    });
    return this.opened;
  }

  /** Brings it to this version and loads what nobody loaded yet. */
  private async fill(): Promise<Opened> {
    const url = this.url.toString();
    const connection = connect(url);
    try {
      await migrateSchema(connection);
      await prepareLaboratory(connection, this.parts.clock());
      await loadDemo(connection, this.parts.clock());
      await refreshOutdated(connection, this.parts.clock);
    } catch (error) {
      await connection.pool.end();
      throw error;
    }
    const world = { connection, feed: new Feed(url) };
    const router = Router();
    this.parts.serve(router, world);
    return { ...world, router };
  }
}

async function shut({ connection, feed }: Opened): Promise<void> {
  await feed.stop();
  await connection.pool.end();
}
