import { expose } from 'comlink';
import { type AgeTest, sharesOn } from '@mercato/core/storage/fitAgeing';
import { type NoOwnCurve, ownCurve, type OwnCurve } from '@mercato/core/storage/ownRecord';

const POINTS = 60;
const REACH = 1.25;

export interface DrawnCurve {
  readonly own: OwnCurve;
  /** Days, and shares with their limits. */
  readonly points: readonly { days: number; estimate: number; lower: number; upper: number }[];
}
export type Fitted = DrawnCurve | { readonly reason: NoOwnCurve };

const ageing = {
  /** The curves of many series, each with the points of its picture, or the reason why it has none. */
  fit: (series: readonly (readonly AgeTest[])[]): Fitted[] =>
    series.map((tests) => {
      const own = ownCurve(tests);
      if (!('curve' in own)) return own;
      const last = own.oldestDays * REACH;
      const at = sharesOn(own.curve);
      return {
        own,
        points: Array.from({ length: POINTS + 1 }, (_, i) => {
          const days = (last * i) / POINTS;
          return { days, ...at(days) };
        }),
      };
    }),
};
export type Ageing = typeof ageing;

expose(ageing);
