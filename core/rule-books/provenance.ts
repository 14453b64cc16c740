import type { Provenance } from '../verdict/verdict.ts';
import { writeVerification } from './verification.ts';

const CONFIDENCES = ['high', 'medium', 'low'] as const;

/**
 * Where the figures of a row come from, as far as it says so itself: its own origin goes before that of its table, and
 * what nobody checked is from memory.
 */
export function provenanceOf(row: Readonly<Record<string, string>>, tableOrigin: string): Provenance {
  const confidence = CONFIDENCES.find((one) => one === (row.confidence ?? row.confidence_4));
  return {
    origin: row.origin || tableOrigin,
    verification: row.verification || writeVerification({ how: 'memory' }),
    ...(confidence ? { confidence } : {}),
    ...(row.doubts ? { doubts: row.doubts } : {}),
  };
}
