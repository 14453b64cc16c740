import type { CandidateReason, Fit, Site } from '@mercato/core/store/candidates';
import type { AccessionHeader } from './accessions.ts';

export interface CandidateLine {
  accessionId: string;
  number: string;
  packetId: string;
  kind: string;
  variety: string;
  species: string;
  harvestYear: number;
  site: Site;
  owner: string;
  terms: AccessionHeader['terms'];
  fit: Fit;
  reasons: CandidateReason[];
}
export interface CandidateList {
  target: Site;
  total: number;
  candidates: CandidateLine[];
}
