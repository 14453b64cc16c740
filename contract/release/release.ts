import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import type { ReleaseDocument } from '@mercato/core/release/documents';
import type { NumberSlip } from '@mercato/core/verdict/numberSlip';
import { text } from '../http/fields.ts';
import type { LotBrief } from '../register/lots.ts';
import { DOCUMENT_KINDS, type DocumentKind } from './kinds.ts';

export interface NewRelease {
  kind: DocumentKind;
  /** Why a document that exists is issued again, amended. */
  amendReason?: string;
}

export const newReleaseSchema = Joi.object<NewRelease, true>(
  worded('newRelease', {
    kind: Joi.string()
      .valid(...DOCUMENT_KINDS)
      .required(),
    amendReason: text(500, 3).optional(),
  }),
).required();

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
