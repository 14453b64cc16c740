import type { warmestAir } from '@mercato/core/drying/safeAir';
import { degrees } from '../api/reader.ts';
import { VerdictMark } from '../ui/shapes.tsx';

/** Seed that is to keep for decades is dried in cool air. Source: FAO Genebank Standards (2014), 5 to 20 °C; from memory. */
const BANK_C = 20;
interface SafeAirProps {
  use: string;
  airC: number | undefined;
  limit: ReturnType<typeof warmestAir>;
  /** About how warm damp seed is in that air. */
  seedC: number | null;
}

/** How warm the air may be, and how warm the seed is in it: two things. */
export function SafeAir({ use, airC, limit, seedC }: SafeAirProps) {
  if (use === 'eat')
    return (
      <p className="soft">
        Seed to eat does not have to germinate. Avoid scorching and cracking; ask the buyer for limits.
      </p>
    );
  const most = use === 'bank' ? BANK_C : limit?.mostC;
  if (most === undefined || airC === undefined) return null;
  const hot = airC > most;
  return (
    <p>
      <VerdictMark mark={hot ? 'outside' : 'within'} /> Air at most <b className="fig">{degrees(most, 0)}</b>{' '}
      {use === 'bank' ? 'for seed that is to keep for decades' : 'at this moisture'}
      {hot ? ': too hot, the seed dies.' : '.'}{' '}
      <span className="soft">
        {use === 'bank'
          ? 'FAO Genebank Standards (2014): dried at 5 to 20 °C; from memory.'
          : `${limit?.rule.provenance.origin ?? ''}, ${limit?.rule.provenance.verification ?? ''}.`}
        {seedC !== null &&
          ` The seed itself is cooler while water leaves it, about ${degrees(seedC, 0)} here, and as warm as the air once it is dry: measure both.`}
      </span>
    </p>
  );
}
