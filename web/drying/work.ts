import type { DryingFigures } from '@mercato/contract/catalogue/dryingFigures';
import { binDrying, leavingAir } from '@mercato/core/drying/binDrying';
import { dryFromWet } from '@mercato/core/drying/equilibrium';
import { dryingForecast, massAfterDrying } from '@mercato/core/drying/forecast';
import { gelNeeded, overGel } from '@mercato/core/drying/overGel';
import { thinLayer, thinLayerRate } from '@mercato/core/drying/thinLayer';
import { between } from '@mercato/core/units/argument';
import type { KnownWater } from './figures.ts';
import { figureAt, type PlanFault, type PlanKey, type PlanLines, weighingsOf, worked } from './lines.ts';

/** Everything that is worked out of what was typed; a fault stands at its line. */
export function work(values: PlanLines, known: KnownWater | null, figures: DryingFigures) {
  const at = (key: PlanKey) => figureAt(values, key);
  const [airC, airPercent, moisturePercent, targetPercent] = [
    at('temperature'),
    at('humidity'),
    at('moisture'),
    at('target'),
  ];
  const typedMass = at('mass');
  const massG = typedMass === undefined ? undefined : typedMass * (values.unit === 'kg' ? 1000 : 1);
  const gel = figures.desiccants.find((one) => one.name === values.desiccant);
  const water = known?.water;
  const way = values.way;
  const shut = (holdsPercent: number, mass: number, moisture: number, air: number) => ({
    massG: mass,
    moisturePercent: moisture,
    holdsPercent,
    airC: air,
  });
  const lines = weighingsOf(values.weighings);
  return {
    airC,
    airPercent,
    moisturePercent,
    targetPercent,
    massG,
    lines,
    down: targetPercent === undefined || moisturePercent === undefined || targetPercent <= moisturePercent,
    massAfterG: worked(() =>
      massG !== undefined && moisturePercent !== undefined && targetPercent !== undefined
        ? massAfterDrying(massG, moisturePercent, targetPercent)
        : null,
    ),
    // Asked by itself: air that cannot be is refused before anything is reckoned with it.
    balance: worked(() => {
      if (airPercent !== undefined) between('airPercent', airPercent, 0, 100);
      return water && airC !== undefined ? water.dryAt((airPercent ?? 50) / 100, airC) : null;
    }),
    wanted: worked(() =>
      water && airC !== undefined && targetPercent !== undefined
        ? water.humidityAt(dryFromWet(targetPercent), airC)
        : null,
    ),
    needed: worked(() =>
      way === 'gel' &&
      water &&
      gel &&
      massG !== undefined &&
      moisturePercent !== undefined &&
      targetPercent !== undefined &&
      airC !== undefined
        ? gelNeeded(water, gel, shut(at('holds') ?? 0, massG, moisturePercent, airC), targetPercent)
        : null,
    ),
    over: worked(() => {
      const gelG = at('gel');
      return way === 'gel' &&
        water &&
        gel &&
        gelG !== undefined &&
        massG !== undefined &&
        moisturePercent !== undefined &&
        airC !== undefined
        ? overGel(water, gel, shut(at('holds') ?? 0, massG, moisturePercent, airC), gelG)
        : null;
    }),
    layer: worked(() => {
      if (
        way !== 'layer' ||
        !water ||
        moisturePercent === undefined ||
        targetPercent === undefined ||
        airC === undefined ||
        airPercent === undefined
      )
        return null;
      const rate = thinLayerRate(airC);
      const by = (each: number) => thinLayer(water, moisturePercent, targetPercent, { airC, airPercent }, each);
      return { low: by(rate.low), high: by(rate.high) };
    }),
    forecast: worked(() =>
      way === 'layer' &&
      !('line' in lines) &&
      lines.length > 0 &&
      moisturePercent !== undefined &&
      targetPercent !== undefined
        ? dryingForecast({
            weighings: lines,
            startPercent: moisturePercent,
            targetPercent,
            restsAtPercent: null,
          })
        : null,
    ),
    bin: worked(() => {
      const airM3h = at('airM3h');
      return way === 'bin' &&
        water &&
        massG !== undefined &&
        moisturePercent !== undefined &&
        targetPercent !== undefined &&
        airC !== undefined &&
        airPercent !== undefined &&
        airM3h !== undefined
        ? binDrying(water, {
            massKg: massG / 1000,
            moisturePercent,
            targetPercent,
            airC,
            airPercent,
            airM3h,
            rate: thinLayerRate(airC).low,
          })
        : null;
    }),
    leaves: worked(() =>
      way !== 'gel' && water && airC !== undefined && airPercent !== undefined && moisturePercent !== undefined
        ? leavingAir(water, { airC, airPercent }, moisturePercent)
        : null,
    ),
  };
}
export type Found = ReturnType<typeof work>;

/** The first figure that cannot be, at its line. */
export function faultOf(all: Found): PlanFault | null {
  if ('line' in all.lines)
    return { key: 'weighings', message: `line ${all.lines.line}: two figures, hours and grams, such as 6 945` };
  return (
    [all.balance, all.wanted, all.massAfterG, all.needed, all.over, all.layer, all.forecast, all.bin, all.leaves].find(
      (one) => one.fault !== null,
    )?.fault ?? null
  );
}
