import type { JSX } from 'react';
import type { RuleTable } from '@mercato/core/rule-books/edition';
import type { Row } from '@mercato/core/rule-books/tableShapes';
import { readVerification } from '@mercato/core/rule-books/verification';

type Degree = 'checked' | 'recomputed' | 'own' | 'memory';

/** How far a row can be trusted. */
export function degreeOf(row: Row): Degree {
  const { how } = readVerification(row.verification ?? '');
  if (how === 'checked' || how === 'recomputed') return how;
  return how === 'entered' || row.origin === 'own' ? 'own' : 'memory';
}

const MARKS: Readonly<Record<Degree, JSX.Element>> = {
  checked: <path d="M2.5 8.5L6.5 12.5L13.5 4" fill="none" stroke="var(--within)" strokeWidth="2.4" />,
  recomputed: <path d="M3 6H13M3 10.5H13" fill="none" stroke="var(--within)" strokeWidth="2" />,
  own: <path d="M8 2L14 8L8 14L2 8Z" fill="none" stroke="var(--ink)" strokeWidth="1.6" />,
  memory: (
    <circle cx="8" cy="8" r="6" fill="none" stroke="var(--rule-strong)" strokeWidth="1.5" strokeDasharray="3 2.4" />
  ),
};

/** Provenance as a mark and words: where a row comes from, who checked it, what else was remembered. */
export function Trust({ row, table }: { row: Row; table: Pick<RuleTable, 'origin'> }) {
  const degree = degreeOf(row);
  const confidence = row.confidence ?? row.confidence_4;
  return (
    <span className="trust">
      <svg className="shape" width="16" height="16" aria-hidden="true">
        {MARKS[degree]}
      </svg>{' '}
      {[
        row.verification || 'from memory',
        row.origin || table.origin,
        confidence && confidence !== 'high' ? `confidence ${confidence}` : '',
        row.doubts ?? '',
      ]
        .filter(Boolean)
        .join('; ')}
    </span>
  );
}
