import { sql } from 'drizzle-orm';
import type { NewWorkingSample } from '@mercato/contract/register/vessels';
import type { DrawView } from '@mercato/contract/sampling/sampling';
import { type EnteredMass, Exact, type ExactNumber, shownGrams, toGrams } from '@mercato/core/units/mass';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { After } from '../register/seen.ts';
import { addVessels, type NewVessel, nextVesselNumber, type Vessel } from '../register/vessels.ts';
import { drawnFrom, grams } from './custody.ts';
import { readDraw } from './draw.ts';

export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;

/** Nothing is drawn from a sample before the sample itself was drawn. */
export const drawn = (from: Vessel): After | null =>
  from.drawnOn === null ? null : { on: from.drawnOn, what: { is: 'drawn', vessel: from.kind } };

export function lastTaken(primaries: readonly Vessel[], draw: DrawView | null, zone: string): After | null {
  const days = (draw?.primaries ?? []).flatMap((one) =>
    one.taken && primaries.some((vessel) => vessel.id === one.taken?.vesselId)
      ? [todayIn(new Date(one.taken.at), zone)]
      : [],
  );
  const on = days.sort().at(-1);
  return on === undefined ? null : { on, what: { is: 'last-primary-taken' } };
}

/** The first day of what was made of the submitted sample: a working sample, a set-up, something weighed or counted. */
export async function firstDependent(tx: Reader, file: LotFile, submitted: Vessel): Promise<After | null> {
  const drawnDays = file.vessels
    .filter((one) => one.parentId === submitted.id && one.drawnOn !== null)
    .map((one) => ({ on: one.drawnOn ?? '', what: { is: 'drawn-from-it' as const, vessel: one.kind } }));
  const setUps = file.tests.flatMap((one) => {
    const { setUpDate } = one.plan as { setUpDate?: string };
    return setUpDate === undefined
      ? []
      : [{ on: setUpDate, what: { is: 'test-set-up' as const, step: one.step, test: one.number } }];
  });
  // Working samples of earlier versions carry no day: what was seen of them does.
  const { rows } = await tx.execute<{ day: string | null }>(sql`select min(seen_on)::text as day from (
    select seen_on from purity_observation where lot_id = ${file.lot.id}
    union all select seen_on from other_seeds_observation where lot_id = ${file.lot.id}
    union all select seen_on from moisture_observation where lot_id = ${file.lot.id}
    union all select seen_on from germination_count where lot_id = ${file.lot.id}) seen`);
  const seen = rows.flatMap(({ day }) => (day === null ? [] : [{ on: day, what: { is: 'something-seen' as const } }]));
  return [...drawnDays, ...setUps, ...seen].sort((a, b) => a.on.localeCompare(b.on))[0] ?? null;
}

export const ofHalf = ({ portion }: NewWorkingSample) => (portion === 'half' ? ' for a half sample' : '');

export async function newSample(
  { tx, hand, now }: Pick<Write, 'tx' | 'hand' | 'now'>,
  one: Omit<NewVessel, 'number'>,
): Promise<Vessel> {
  const number = await nextVesselNumber(tx, one.lotId, one.kind);
  const [row] = await addVessels(tx, [{ ...one, number }], hand.personId, now);
  if (!row) throw new Error(`the ${one.kind} sample was not stored`);
  return row;
}

export function weight(mass: EnteredMass): ExactNumber {
  const massG = toGrams(mass);
  if (!massG.gt(0)) throw fault('invalid', 'http.above-0', 'mass.text');
  return massG;
}

/** No more can be drawn than is left; `own` is a part that is weighed anew, and does not count against itself. */
export function refuseMoreThanLeft(
  { vessels }: Pick<LotFile, 'vessels'>,
  from: Vessel,
  massG: ExactNumber,
  own?: Vessel,
): void {
  if (from.massG === null) return;
  const left = new Exact(from.massG).minus(grams(drawnFrom(vessels, from.id).filter((one) => one.id !== own?.id)));
  if (massG.gt(left))
    throw fault('invalid', { is: 'sampling.only-g-left-sample', left: shownGrams(left), kind: from.kind }, 'mass.text');
}

export function refuseUneven(draw: Awaited<ReturnType<typeof readDraw>>): void {
  const uneven = draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven)
    throw fault(
      'conflict',
      { is: 'sampling.container-looks-uneven-do', container: uneven.container },
      'primarySamples',
    );
}
