import type { GerminationView } from '@mercato/contract/germination/germination';
import { reasonsSeen, type RetestReason } from '@mercato/core/germination/retest';
import { TREATMENT_FACTS, TREATMENTS } from '@mercato/core/germination/treatments';
import { useLines } from '../ui/lines.ts';

/** Substrates on which a doubtful evaluation is settled, by the letters of either book. */
const SOILS = ['S', 'TS', 'O', 'TPS'];

/** What a plan begins with: the test before it, or the rule book. */
function beginning({ method, tests, today }: GerminationView) {
  const last = tests.at(-1)?.plan;
  return {
    because: '' as RetestReason | '',
    substrate: last?.substrate ?? method?.substrates?.value[0] ?? '',
    temperature: last?.temperature ?? method?.temperatures?.value[0] ?? '',
    treatment: last?.treatment ?? '',
    setUpDate: today,
    lateReason: '',
    prechillDays: String(last?.prechillDays ?? 0),
    firstCountDay: String(last?.firstCountDay ?? method?.firstCountDay?.value ?? ''),
    finalCountDay: String(last?.finalCountDay ?? method?.finalCountDay?.value ?? ''),
    layout: last ? `${last.dishes}×${last.seedsPerDish}` : '4×100',
    place: last?.place ?? '',
    moistenDays: String(last?.moistenDays ?? 0),
    batch: last?.substrateBatch?.batch ?? '',
    ph: last?.substrateBatch?.ph ?? '',
    conductivity: last?.substrateBatch?.conductivity ?? '',
  };
}

export const usePlanLines = (view: GerminationView) => useLines({ ...beginning(view), shelves: '' });
export type PlanLines = ReturnType<typeof usePlanLines>;

/** What the figures of the last test say about why it should be tested again. */
export function seenIn({ tests, fresh }: GerminationView): RetestReason[] {
  const last = tests.at(-1);
  return reasonsSeen({
    fresh: fresh !== null,
    apart: last?.result.verdict?.outcome === 'outside',
    errors: (last?.days?.outcome ?? 'within') === 'outside' || (last?.dishes.some((dish) => dish.spoiled) ?? false),
  });
}

/** What a reason asks of the plan, as far as the book and the test before say. */
export function proposed(because: RetestReason, { method, tests }: GerminationView) {
  const last = tests.at(-1)?.plan;
  if (because === 'range' && last) {
    const { substrate, temperature, treatment, prechillDays } = last;
    return { substrate, temperature, treatment, prechillDays: String(prechillDays) };
  }
  if (because === 'dormancy') {
    const said = method?.treatments?.value[0] ?? '';
    const known = TREATMENTS.find((one) => said.toLowerCase().replaceAll('-', '').includes(one.replaceAll('-', '')));
    return {
      treatment: said || TREATMENT_FACTS['pre-chill'].printed,
      prechillDays: String(said && !known ? 0 : TREATMENT_FACTS[known ?? 'pre-chill'].daysBefore),
    };
  }
  if (because === 'toxic' || because === 'hard-to-judge') {
    const soil = method?.substrates?.value.find((one) => SOILS.includes(one) && one !== last?.substrate);
    return { substrate: soil ?? 'S' };
  }
  return {};
}
