import mersenneTwister from '@stdlib/random-base-mt19937';

/**
 * Whole numbers below a limit, each as likely as the other: values of the incomplete last round are thrown away. The same
 * seed gives the same numbers.
 *
 * @param seed  whole number 1..4294967295
 * Source: Matsumoto M. & Nishimura T. (1998) ACM TOMACS 8:3–30.
 */
export function randomBelow(seed: number): (limit: number) => number {
  const next = mersenneTwister.factory({ seed: [seed] });
  return (limit) => {
    const complete = Math.floor(2 ** 32 / limit) * limit;
    let value = next();
    while (value >= complete) value = next();
    return value % limit;
  };
}
