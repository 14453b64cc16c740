import type { Topic } from '@mercato/contract/http/live';
import type { ParamsOf } from '@mercato/contract/http/route';
import type { Role } from '@mercato/core/register/permissions';
import type { Connection, Reader, Transaction } from '../database/connect.ts';
import type { Hand } from '../database/observations.ts';
import type { AuditNote } from '../register/audit.ts';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly username: string;
  readonly roles: readonly Role[];
}

export interface ReadContext<Path extends string = string> {
  readonly tx: Reader;
  readonly person: SignedIn;
  readonly params: ParamsOf<Path>;
  readonly query: Readonly<Record<string, unknown>>;
  readonly now: Date;
}

export interface WriteContext<B, Picture = unknown, Prepared = unknown, Path extends string = string> extends Omit<
  ReadContext<Path>,
  'query' | 'tx'
> {
  readonly tx: Transaction;
  readonly body: B;
  /** What was fetched before the transaction began. */
  readonly prepared: Prepared;
  readonly hand: Hand;
  /** The version that the writer saw; checked by `checkVersion` against the locked row. */
  readonly seenVersion: number | null;
  readonly audit: (note: AuditNote) => Promise<void>;
  /** Marks a lot whose standing must be derived anew before the transaction ends. */
  readonly touch: (lotId: string) => void;
  /** The session that writes. */
  readonly sessionId: string;
  /** Tells the other processes something of its own, once the transaction stands. */
  readonly tellNote: (note: string) => void;
  /** Says on the live stream what was written to, once the transaction stands; of touched lots it says so itself. */
  readonly tell: (topic: Topic) => void;
  /** What stands of a lot was derived by whoever wrote to it, and need not be derived again. */
  readonly settled: (lotId: string) => void;
  /** Derives a touched lot's standing now, and answers with the whole picture of it. */
  readonly settle: (lotId: string) => Promise<Picture>;
}

/** What takes its time and needs no database: done before the transaction, which holds a connection. */
export type Prepare<B, Prepared, Path extends string> = (
  context: Omit<ReadContext<Path>, 'query'> & { readonly body: B },
) => Promise<Prepared>;

/** A file as a read answers with it. */
export interface AnsweredFile {
  readonly name: string;
  /** All of it, or slice by slice as it is fetched. */
  readonly body: Buffer | string | AsyncIterable<Buffer>;
  /** Of what is fetched in slices: how many bytes there are, and that they never change. */
  readonly bytes?: number;
}

export interface ApiParts<Picture> {
  readonly connection: Connection;
  readonly clock: () => Date;
  /** Says on the live stream what was written. */
  readonly tell: (note: string | null) => void;
  /** Answers once this process hears who is signed out. */
  readonly listening: () => Promise<unknown>;
  /** Derives what stands of a lot after a write; given by the application, because it gathers all steps. */
  readonly refreshStanding: (tx: Transaction, lotId: string, now: Date) => Promise<Picture>;
}
