import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { SHIPPED as books } from '@mercato/core/testing/books';
import { calculate } from './calculation.ts';
import { findCalculation } from './registry.ts';

const FOLDER = join(import.meta.dirname, 'checks');

interface Tolerance {
  abs?: number;
  rel?: number;
}
interface CheckFile {
  id: string;
  source: string;
  tolerance: Tolerance;
  cases: { in: unknown; out: unknown }[];
}

/** Every field of the expected answer must be there, numbers as near as the file says. */
function expectNear(got: unknown, want: unknown, tolerance: Tolerance, path: string): void {
  if (typeof want === 'object' && want !== null) {
    if (Array.isArray(want)) expect(got, path).toHaveLength(want.length);
    for (const [key, value] of Object.entries(want))
      expectNear((got as Record<string, unknown> | null)?.[key], value, tolerance, `${path}.${key}`);
  } else if (typeof want === 'number') {
    expect(typeof got, path).toBe('number');
    expect(Math.abs((got as number) - want), path).toBeLessThanOrEqual(
      Math.max(tolerance.abs ?? 0, (tolerance.rel ?? 0) * Math.abs(want)),
    );
  } else expect(got, path).toBe(want);
}

// Sources stand in each file: R 4.2.2 with the exact call, a named table, or plain arithmetic.
describe.each(readdirSync(FOLDER).sort())('check values of %s', (file) => {
  const check = JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as CheckFile;
  const calculation = findCalculation(check.id);
  it.each(check.cases.map((one, i) => [i + 1, one] as const))('case %i', (_i, one) => {
    if (!calculation) throw new Error(`${check.id} is not in the catalogue`);
    const answer = calculate(calculation, one.in, books);
    expect(answer).toMatchObject({ ok: true });
    if (answer.ok) expectNear(answer.out, one.out, check.tolerance, check.id);
  });
});
