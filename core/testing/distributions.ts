/**
 * Distribution functions to forty digits, for the tests alone: they share nothing with the library that the product
 * takes its quantiles from. Source of the series and fractions: Abramowitz & Stegun (1964), chapters 6, 7 and 26;
 * NIST Digital Library of Mathematical Functions 5.11.1, 8.7.1, 8.17.22.
 */
import { Decimal } from 'decimal.js';

const D = Decimal.clone({ precision: 60 });
type Big = InstanceType<typeof D>;
const EPS = new D('1e-45');

/** Bernoulli numbers B2, B4 …, exactly, by their recursion. */
const BERNOULLI: Big[] = (() => {
  const all: Big[] = [new D(1)];
  for (let m = 1; m <= 60; m += 1) {
    let sum = new D(0);
    let choose = new D(1);
    for (let k = 0; k < m; k += 1) {
      sum = sum.plus(choose.times(all[k] ?? 0));
      choose = choose.times(m + 1 - k).div(k + 1);
    }
    all.push(sum.neg().div(m + 1));
  }
  return all.filter((_, i) => i > 0 && i % 2 === 0);
})();

const LN_2PI = D.acos(-1).times(2).ln();

/** ln Γ(x), x > 0: shifted up, then Stirling's series. */
export function lnGamma(x: Decimal.Value): Big {
  let at = new D(x);
  let shift = new D(1);
  while (at.lt(60)) {
    shift = shift.times(at);
    at = at.plus(1);
  }
  let sum = at.minus(0.5).times(at.ln()).minus(at).plus(LN_2PI.div(2));
  let power = at;
  for (const [i, b] of BERNOULLI.entries()) {
    const n = 2 * (i + 1);
    const term = b.div(power.times(n * (n - 1)));
    sum = sum.plus(term);
    if (term.abs().lt(EPS)) break;
    power = power.times(at).times(at);
  }
  return sum.minus(shift.ln());
}

/** P(shape, x): chance that a gamma value of rate 1 does not exceed x. */
export function gammaChance(x: Decimal.Value, shape: Decimal.Value): Big {
  const [at, a] = [new D(x), new D(shape)];
  if (at.lte(0)) return new D(0);
  const front = a
    .times(at.ln())
    .minus(at)
    .minus(lnGamma(a.plus(1)))
    .exp();
  let term = new D(1);
  let sum = new D(1);
  for (let n = 1; n < 2_000_000; n += 1) {
    term = term.times(at).div(a.plus(n));
    sum = sum.plus(term);
    if (term.lt(sum.times(EPS))) break;
  }
  return front.times(sum);
}

/** I(x; a, b): chance that a beta value does not exceed x, by the continued fraction. */
export function betaChance(x: Decimal.Value, a: Decimal.Value, b: Decimal.Value): Big {
  const [at, p, q] = [new D(x), new D(a), new D(b)];
  if (at.lte(0)) return new D(0);
  if (at.gte(1)) return new D(1);
  if (at.gt(p.plus(1).div(p.plus(q).plus(2)))) return new D(1).minus(betaChance(new D(1).minus(at), q, p));
  const front = p
    .times(at.ln())
    .plus(q.times(new D(1).minus(at).ln()))
    .minus(lnGamma(p))
    .minus(lnGamma(q))
    .plus(lnGamma(p.plus(q)))
    .exp()
    .div(p);
  let c = new D(1);
  let d = new D(1).minus(p.plus(q).times(at).div(p.plus(1))).pow(-1);
  let h = d;
  for (let m = 1; m < 500_000; m += 1) {
    const twice = p.plus(2 * m);
    const even = new D(m).times(q.minus(m)).times(at).div(twice.minus(1).times(twice));
    d = new D(1).plus(even.times(d)).pow(-1);
    c = new D(1).plus(even.div(c));
    h = h.times(d).times(c);
    const odd = p
      .plus(m)
      .times(p.plus(q).plus(m))
      .times(at)
      .neg()
      .div(twice.times(twice.plus(1)));
    d = new D(1).plus(odd.times(d)).pow(-1);
    c = new D(1).plus(odd.div(c));
    const step = d.times(c);
    h = h.times(step);
    if (step.minus(1).abs().lt(EPS)) break;
  }
  return front.times(h);
}

/** Φ(z): through the gamma function of shape ½. */
export function normalChance(z: Decimal.Value): Big {
  const at = new D(z);
  const half = gammaChance(at.times(at).div(2), 0.5).div(2);
  return at.lt(0) ? new D(0.5).minus(half) : new D(0.5).plus(half);
}
