import type { SowingNext } from './plans.ts';

/** What is to be done next for a sowing. */
export function sowingNextWords(next: SowingNext, kind: string): string {
  switch (next.what) {
    case 'test':
      return next.why === 'in-time'
        ? `start the test of ${kind}`
        : `start the test of ${kind}: it is too late for the first sowing, not for the last`;
    case 'order':
      return next.why === 'tested-poor'
        ? `${next.sprouted} of ${next.seeds} ${kind} sprouted: order other seed, or sow thickly`
        : `it is too late to test ${kind} before it is sown${next.why === 'too-late-to-test' ? '' : ' again'}: order other seed, or sow thickly`;
    case 'sow':
      return {
        'as-usual': `sow ${kind}`,
        thickly: `sow ${kind}, thickly`,
        untested: `sow ${kind} untested, thickly: there is no time for a test or for other seed`,
      }[next.how];
  }
}

/** A test as a plan tells of it: "18 of 20 sprouted". */
export const sproutedWords = ({ sprouted, seeds }: { sprouted: number; seeds: number }): string =>
  `${sprouted} of ${seeds} sprouted`;
