import type { Outcome, Rule, Verdict, WorkingStep } from './verdict.ts';

/** The working behind one number, as a screen shows it and a document freezes it. */
export interface NumberSlip {
  readonly title: string;
  readonly steps: readonly WorkingStep[];
  readonly outcome?: Outcome;
  readonly next?: string;
  readonly rule: { readonly text: string; readonly provenance: string } | null;
}

export function numberSlip(title: string, steps: readonly WorkingStep[], rule: Rule | null): NumberSlip {
  return {
    title,
    steps,
    rule: rule && {
      text: `${rule.edition}: ${rule.section}${rule.row ? `, ${rule.row}` : ''}`,
      provenance: `${rule.provenance.origin}, ${rule.provenance.verification}`,
    },
  };
}

export function verdictSlip(title: string, verdict: Verdict): NumberSlip {
  return { ...numberSlip(title, verdict.steps, verdict.rule), outcome: verdict.outcome, next: verdict.next };
}
