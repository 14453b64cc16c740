import { randomBytes } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { makeCode } from '@mercato/core/register/code';
import type { Reader } from '../database/connect.ts';

/**
 * Codes that no vessel, packet, place or bag carries. Codes are random; one in 2³⁰ is taken, then another is drawn. Two
 * that are drawn in the same moment are told apart by the tables themselves.
 */
export async function freeCodes(tx: Reader, count: number): Promise<string[]> {
  const free = new Set<string>();
  for (let tries = 0; free.size < count; tries += 1) {
    if (tries > 20) throw new Error('no free codes were found');
    while (free.size < count) free.add(makeCode(randomBytes(6)));
    const drawn = sql`any(${sql.param([...free])}::text[])`;
    const { rows } = await tx.execute<{ code: string }>(
      sql`select code from vessel where code = ${drawn}
          union all select code from packet where code = ${drawn}
          union all select code from store_place where code = ${drawn}
          union all select code from quick_bag where code = ${drawn}
          union all select code from shed_vessel where code = ${drawn}`,
    );
    for (const { code } of rows) free.delete(code);
  }
  return [...free];
}

export async function freeCode(tx: Reader): Promise<string> {
  const [code = ''] = await freeCodes(tx, 1);
  return code;
}
