import type { BalanceSettings, BalanceShown } from '@mercato/contract/devices/balances';
import { lineReader } from '@mercato/core/devices/linePattern';
import { type BalanceState, ReadingWatch } from '@mercato/core/devices/watchReadings';
import type { Heard } from './hub.ts';

/** How a balance is heard. */
export function hearBalance({ address, pattern, overload }: BalanceSettings): Heard<Omit<BalanceShown, 'reached'>> {
  return {
    address,
    reads: JSON.stringify([pattern, overload]),
    watch: () => {
      const read = lineReader(pattern, overload);
      const watch = new ReadingWatch();
      return {
        take: (line, at) => {
          watch.take(read(line), at);
        },
        forget: () => {
          watch.forget();
        },
        shown: (now) => ages(watch.at(now), now),
      };
    },
  };
}

/** Two clocks never agree: ages instead of times. */
const ages = (state: BalanceState, now: number): Omit<BalanceShown, 'reached'> => ({
  state: state.state,
  text: state.text,
  negative: state.negative,
  steadyForMs: state.steadySince === null ? null : now - state.steadySince,
  ageMs: state.lastAt === null ? null : now - state.lastAt,
  garbage: state.garbage,
});
