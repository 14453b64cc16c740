import type Joi from 'joi';
import { type Filled, read, type ReadRoute, schemasOf, type WriteRoute, writes } from '../http/route.ts';
import type { DayCorrection } from '../http/seen.ts';
import type { TestStep } from './steps.ts';

const schema = schemasOf(() => import('../http/seen.ts'));

const benchWrites = writes('bench.write', ['lot', 'lots']);

/** The route by which the day of weighings or counts of a step's test is corrected. */
export const testDays = <Step extends TestStep, Answer>(
  step: Step,
  fills: (answer: Answer) => Filled,
): WriteRoute<`/${Step}/tests/:test/days`, DayCorrection, Answer, true> =>
  benchWrites.seen.put(`/${step}/tests/:test/days` as const, schema('dayCorrectionSchema')).answers(fills);

/** The two routes of a step's results from elsewhere: read them, and enter or correct one. */
export function otherResults<Step extends TestStep, Body, Answer>(
  step: Step,
  body: () => Promise<Joi.Schema<Body>>,
): {
  readonly others: ReadRoute<`/lots/:lot/${Step}/others`, never, Answer>;
  readonly addOther: WriteRoute<`/lots/:lot/${Step}/others`, Body, Answer, false>;
} {
  const path = `/lots/:lot/${step}/others` as const;
  return {
    others: read(path, 'lots.read', ['lot']).answers<Answer>(),
    addOther: benchWrites.add(path, body).answers<Answer>(),
  };
}
