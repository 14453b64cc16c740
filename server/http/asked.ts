import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';
import { PAGE_HEADER } from '@mercato/contract/http/live';
import type { ParamsOf } from '@mercato/contract/http/route';
import { fault } from './fault.ts';
import { SpooledFile } from './spool.ts';

/** The laboratory's zone, read with the person. */
export const zoneOf = (response: Response): string => response.locals.zone as string;

/** Path parameters as text that the database can be asked for; anything else names nothing. */
export function plainParams<Path extends string>(request: Request): ParamsOf<Path> {
  for (const value of Object.values(request.params))
    if (String(value).includes('\u0000') || !String(value).isWellFormed())
      throw fault('not-found', 'http.no-such-address');
  return Object.fromEntries(
    Object.entries(request.params).map(([name, value]) => [name, String(value)]),
  ) as ParamsOf<Path>;
}

/** What a query says as text, at most so many characters; a character that no database takes is left out. */
export const askedText = (value: unknown, most: number): string =>
  typeof value === 'string' ? value.slice(0, most).replaceAll('\u0000', '') : '';

/** The page that a query asks for, from 1. */
export const askedPage = ({ page }: Readonly<Record<string, unknown>>): number =>
  typeof page === 'string' && /^\d{1,5}$/.test(page) ? Math.max(1, Number(page)) : 1;

export function keyOf(request: Request): string {
  const key = request.get('Idempotency-Key');
  if (!key || key.length > 100 || !/^[\x21-\x7e]+$/.test(key))
    throw fault('missing-idempotency-key', 'http.writes-carry-idempotency-key');
  return key;
}

/** The page that writes; what is no id names none. */
export function pageOf(request: Request): string | null {
  const page = request.get(PAGE_HEADER) ?? '';
  return UUID.test(page) ? page : null;
}

export function versionOf(request: Request, needed: boolean): number | null {
  const header = request.get('If-Match');
  if (header === undefined) {
    if (needed) throw fault('missing-version', 'http.write-needs-if-match');
    return null;
  }
  const digits = /^"?(\d{1,9})"?$/.exec(header)?.[1];
  if (digits === undefined) throw fault('malformed', 'http.if-match-version-number', 'If-Match');
  return Number(digits);
}

export function bodyHash(body: unknown, version: number | null): string {
  if (body instanceof SpooledFile) return body.sha256;
  const text = Buffer.isBuffer(body) ? body : JSON.stringify([version, body ?? null]);
  return createHash('sha256').update(text).digest('hex');
}

/** @throws {Fault} 412 when the locked row has moved on since the writer saw it */
export function checkVersion(
  seen: number | null,
  row: { readonly version: number; readonly updatedAt: Date },
  byName: string,
): void {
  if (seen !== null && seen !== row.version)
    throw fault('stale', {
      is: 'http.changed-version-yours-nothing',
      byName,
      updatedAt: row.updatedAt.toISOString(),
      version: row.version,
      seen,
    });
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A path parameter that must be an id; anything else names nothing. */
export function idParam(params: Readonly<Record<string, string>>, name: string): string {
  const value = params[name] ?? '';
  if (!UUID.test(value)) throw fault('not-found', { is: 'http.no', name, value: value.slice(0, 80) });
  return value;
}
