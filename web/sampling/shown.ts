import type { Verdict } from '@mercato/core/verdict/verdict';

/** Whose working stands beside the page. */
export type Shown = { title: string; verdict: Verdict } | 'plan';
