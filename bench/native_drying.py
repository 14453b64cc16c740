"""Moisture in balance and a bin that dries, in SciPy: the reference of bench/drying.ts, and of figures in core/drying's tests.

The same physics by another hand: roots by brentq, layers as a list; wheat, hard, modified Henderson (see isotherms.csv).
"""
import json
import math
import sys
import time

from scipy.integrate import solve_ivp
from scipy.optimize import brentq

A, B, C = 2.3007e-05, 2.2857, 55.815
P = 101325.0


def humidity_at(dry, t):
    return -math.expm1(-A * (t + C) * max(dry, 1e-12) ** B)


def dry_at(rh, t):
    """By its root, as a general library would: nothing is turned round by hand."""
    rh = min(0.995, max(0.001, rh))
    return brentq(lambda m: humidity_at(m, t) - rh, 1e-9, 60, xtol=1e-10)


def saturation(t):
    return 611.2 * math.exp(17.62 * t / (243.12 + t))


def ratio(t, rh):
    v = rh * saturation(t)
    return 0.62194 * v / (P - v)


def heat(t, w):
    return 1.006 * t + w * (2501 + 1.86 * t)


def air_at(h, w):
    return (h - 2501 * w) / (1.006 + 1.86 * w)


def humidity(t, w):
    return P * w / (0.62194 + w) / saturation(t)


def layer(t, w, dry, air_kg, thin):
    h = heat(t, w)
    still = dry_at(humidity(t, w), t)

    def gap(lost):
        out = w + lost / 100 / air_kg
        temp = air_at(h, out)
        return humidity(temp, out) - humidity_at(dry - lost, temp)

    low, high = (0, min(dry - still, (h / 2501 - w) * 100 * air_kg)) if dry > still else (max(dry - still, -w * 100 * air_kg), 0)
    if gap(low) >= 0:
        lost = low
    elif gap(high) <= 0:
        lost = high
    else:
        lost = brentq(gap, low, high, xtol=1e-10)
    slow = (dry - still) * thin
    lost = min(lost, slow) if dry > still else max(lost, slow)
    out = w + lost / 100 / air_kg
    return dry - lost, air_at(h, out), out


def bin_drying(mass, moisture, target, air_c, air_percent, m3h, rate, layers=24, steps=300):
    dry_kg = mass * (1 - moisture / 100)
    start = 100 * moisture / (100 - moisture)
    w0 = ratio(air_c, air_percent / 100)
    air_kg = m3h * (P - humidity(air_c, w0) * saturation(air_c)) / (287.055 * (air_c + 273.15))
    h = heat(air_c, w0)
    leaves = brentq(lambda w: humidity(air_at(h, w), w) - humidity_at(start, air_at(h, w)), 1e-9, h / 2501 - 1e-9)
    front = (start - dry_at(air_percent / 100, air_c)) / 100 * dry_kg / ((leaves - w0) * air_kg)
    step = front / steps
    thin = -math.expm1(-rate * step)
    bed = [start] * layers
    mean_at = top_at = None
    i = 0
    while top_at is None and i < steps * 8:
        i += 1
        t, w = air_c, w0
        for k in range(layers):
            bed[k], t, w = layer(t, w, bed[k], air_kg * step / (dry_kg / layers), thin)
        wet = lambda d: 100 * d / (100 + d)
        if mean_at is None and wet(sum(bed) / layers) <= target:
            mean_at = i * step
        if wet(bed[-1]) <= target and mean_at is not None:
            top_at = i * step
    return {"hoursToMean": mean_at, "hoursToTop": top_at, "leavesC": air_at(h, leaves), "leavesPercent": 100 * humidity(air_at(h, leaves), leaves)}


if __name__ == "__main__":
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    began = time.perf_counter()
    total = sum(dry_at(0.2 + 0.6 * i / count, 5 + 40 * i / count) for i in range(count))
    inversions = time.perf_counter() - began
    began = time.perf_counter()
    found = bin_drying(1000, 18, 13, 25, 50, 500, 0.3)
    took = time.perf_counter() - began
    # A thin layer as a differential equation, for the test of thinLayer.
    me = dry_at(0.5, 25)
    m0, m1 = 100 * 18 / 82, 100 * 13 / 87
    hit = lambda t, m: m[0] - m1
    hit.terminal = True
    thin = solve_ivp(lambda t, m: [-0.3 * (m[0] - me)], (0, 100), [m0], events=hit, rtol=1e-10, atol=1e-12)
    print(json.dumps({"inversions": inversions, "total": total, "bin": took, "thinHours": float(thin.t_events[0][0]), **found}))
