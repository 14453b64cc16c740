import { expose } from 'comlink';
import { type AcceptancePlan, designPlan, type Spread } from '@mercato/core/sampling/acceptance';
import { acceptanceCurve, type AcceptanceCurve, type CurvePlan } from '@mercato/core/sampling/acceptanceCurve';
import { heterogeneityPower, type PowerPoint, type PowerTask } from '@mercato/core/sampling/heterogeneityPower';

/** Errors keep their words on the way out; a class does not travel. */
export type Told<T> = { readonly ok: true; readonly out: T } | { readonly ok: false; readonly message: string };

function told<T>(work: () => T): Told<T> {
  try {
    return { ok: true, out: work() };
  } catch (error) {
    if (error instanceof RangeError) return { ok: false, message: error.message };
    throw error;
  }
}

const POINTS = 160;
/** How often progress is told, of the whole. */
const STEP = 0.01;

const statistics = {
  curve: (plan: CurvePlan): Told<AcceptanceCurve> => told(() => acceptanceCurve(plan, POINTS)),
  design: (spread: Spread, aql: number, alpha: number, lql: number, beta: number): Told<AcceptancePlan> =>
    told(() => designPlan(spread, aql, alpha, lql, beta)),
  power: (task: PowerTask, progress: (share: number) => void): Told<PowerPoint[]> =>
    told(() => {
      const work = heterogeneityPower(task);
      for (let next = STEP; ;) {
        const step = work.next();
        if (step.done) return step.value;
        if (step.value >= next) {
          progress(step.value);
          next += STEP;
        }
      }
    }),
};
export type Statistics = typeof statistics;

expose(statistics);
