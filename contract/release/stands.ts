import type { Step } from '../register/steps.ts';
import type { DocumentKind } from './kinds.ts';

/** How the release of a lot stands; `Blocks` is what a step has against one. */
export type ReleaseStands<Blocks> =
  | {
      is: 'released' | 'expired' | 'superseded';
      kind: DocumentKind;
      number: number;
      /** Last day of its validity, where it has one. */
      validUntil: string | null;
      /** What would hold the lot if it were judged today. */
      wouldHold: Blocks[];
    }
  | { is: 'expired-on' | 'expires-on'; day: string }
  | { is: 'by-parts' }
  | { is: 'needs-decision'; steps: Step[] }
  | { is: 'waits-for'; steps: Step[] }
  | { is: 'waits-for-lead' };
