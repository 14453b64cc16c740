import type { Act } from '@mercato/contract/words/acts';
import { asStored, everyColumn, prepared, type Transaction } from '../database/connect.ts';
import { auditEntry } from './tables.ts';

/** What the record says of an act. */
export interface AuditNote {
  readonly lotId?: string | null;
  readonly act: Act;
  readonly subject: string;
  readonly before?: unknown;
  readonly after?: unknown;
  readonly reason?: string | undefined;
}

/** Writes an act into the record. */
export async function keepAudit(tx: Transaction, note: AuditNote, by: string, at: Date): Promise<void> {
  const { seq: _seq, action: _action, ...columns } = everyColumn(auditEntry);
  await prepared(tx, 'act', (on, name) => on.insert(auditEntry).values(columns).prepare(name)).execute(
    asStored(auditEntry, {
      lotId: note.lotId ?? null,
      by,
      at,
      act: note.act,
      subject: note.subject,
      before: note.before ?? null,
      after: note.after ?? null,
      reason: note.reason ?? null,
    }),
  );
}
