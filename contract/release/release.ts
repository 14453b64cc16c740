import type { ReleaseDocument } from '@mercato/core/release/documents';
import type { NumberSlip } from '@mercato/core/verdict/numberSlip';
import { form, oneOf, optional, type ValueOf } from '../http/body.ts';
import { text } from '../http/fields.ts';
import type { LotBrief } from '../register/lots.ts';
import { DOCUMENT_KINDS, type DocumentKind } from './kinds.ts';

export type NewRelease = ValueOf<typeof newReleaseSchema>;

export const newReleaseSchema = form('newRelease', {
  kind: oneOf(DOCUMENT_KINDS),
  /** Why a document that exists is issued again, amended. */
  amendReason: optional(text(500, 3)),
});

export interface ReleaseRow {
  id: string;
  kind: DocumentKind;
  number: number;
  amends: number | null;
  amendReason: string | null;
  by: string;
  at: string;
  /** Last day on which it may be used; null for a report. */
  validUntil: string | null;
  /** What it rests on has been corrected since. */
  superseded: boolean;
}

export interface ReleaseView {
  lot: LotBrief;
  tag: ReleaseDocument;
  report: ReleaseDocument;
  slips: Record<string, NumberSlip>;
  releases: ReleaseRow[];
}

/** What a release froze. */
export interface ReleaseSnapshot {
  document: ReleaseDocument;
  slips: Record<string, NumberSlip>;
  reference: string;
  number: number;
  kind: DocumentKind;
  at: string;
  by: string;
  amends: number | null;
}
