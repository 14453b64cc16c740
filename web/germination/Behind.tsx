import type { GerminationTest } from '@mercato/contract/germination/germination';
import { dishSpread } from '@mercato/core/germination/betweenDishes';
import { overdispersion } from '@mercato/core/germination/overdispersion';
import { Speed } from './Speed.tsx';
import { courseOf, dishesOf } from './course.ts';

/** Less likely than that chance alone does not explain it; the tables of the rule books go by the same. */
const SELDOM = 0.025;

/** What stands behind the verdict of the table: whether the bench shows, and how fast the seed came. */
export default function Behind({ test }: { test: GerminationTest }) {
  const course = courseOf(test);
  return (
    <>
      <BenchOrChance test={test} />
      {course && <Speed course={course} />}
    </>
  );
}

function BenchOrChance({ test }: { test: GerminationTest }) {
  const dishes = dishesOf(test);
  if (dishes.x.length < 2) return <p className="soft">Close two dishes to compare them.</p>;
  const { statistic, pValue, df, dispersionRatio } = dishSpread(dishes);
  const { rho, seRho } = overdispersion(dishes);
  if (statistic === null || pValue === null)
    return <p className="soft">All dishes have the same result: no spread to evaluate.</p>;
  const [bench, alike] = [pValue < SELDOM, pValue > 1 - SELDOM];
  return (
    <>
      <p>
        {bench ? (
          <span className="outside">
            Dishes differ more than chance explains. Look at the bench before the seed: sown too close, a dry or wet
            corner, a warmer place, an analyst who evaluates otherwise.
          </span>
        ) : alike ? (
          <span className="outside">
            Dishes are more alike than chance permits. Check how they were counted: each dish by itself, without sight
            of the others?
          </span>
        ) : (
          'The differences between dishes are within chance.'
        )}{' '}
        <span className="soft">
          Chi-square <span className="fig">{statistic.toFixed(2)}</span> on {df}, chance of so much{' '}
          <span className="fig">{chanceWords(pValue)}</span>; spread{' '}
          <span className="fig">{(dispersionRatio ?? 0).toFixed(2)}</span> times that of chance
          {rho !== null &&
            rho > 0 &&
            `; likeness of seeds of one dish ${rho.toFixed(3)}${seRho === null ? '' : ` ± ${seRho.toFixed(3)}`}`}
          . The verdict is the table’s.
        </span>
      </p>
    </>
  );
}

const chanceWords = (chance: number) => (chance < 0.0001 ? 'below 0.01 %' : `${(100 * chance).toPrecision(2)} %`);
