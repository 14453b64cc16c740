import { and, asc, between, desc, eq, inArray, isNull, lte, type SQL, sql } from 'drizzle-orm';
import { type ShownStanding, stepPath } from '@mercato/contract/lot-sheet/standing';
import type { Due, DuePlace } from '@mercato/contract/today/today';
import type { Role } from '@mercato/core/register/permissions';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { SOON_DAYS, type WhatIsDue } from '../register/due.ts';
import { benchTest, lot } from '../register/tables.ts';
import { kindsNamed } from '../rule-books/editions.ts';

/** Most lots that are shown with a day, and without one: more than a house does in one. */
export const MOST_DATED = 500;
export const MOST_WITHOUT_DAY = 60;

const OPEN = inArray(lot.state, ['open', 'held']);
const day = sql<string>`(${lot.standing}->>'due')`;
const mark = sql<string>`${lot.standing}->>'mark'`;
const COLUMNS = { id: lot.id, reference: lot.reference, species: lot.species, standing: lot.standing } as const;

/** Lots whose day comes within four weeks, soonest first, and those that can go on or wait for a decision now. */
async function lotsToDo(tx: Reader, today: string) {
  const lots = (...where: SQL[]) =>
    tx
      .select(COLUMNS)
      .from(lot)
      .where(and(OPEN, ...where))
      .$dynamic();
  return [
    ...(await lots(lte(day, addDays(today, SOON_DAYS)))
      .orderBy(asc(day), asc(lot.reference))
      .limit(MOST_DATED)),
    ...(await lots(isNull(day), inArray(mark, ['next', 'outside']))
      // What waits for a decision is not pushed out by what came in since.
      .orderBy(desc(eq(mark, 'outside')), desc(lot.createdAt), desc(lot.id))
      .limit(MOST_WITHOUT_DAY)),
  ];
}

/** How long a tag that has run out is asked after: what nobody tested again by then is no longer for sale. */
const EXPIRED_DAYS = 60;

/** Released lots whose tag runs out within four weeks, or did within two months. */
async function lotsExpiring(tx: Reader, today: string) {
  const rows = await tx
    .select({ id: lot.id, reference: lot.reference, species: lot.species, validUntil: lot.validUntil })
    .from(lot)
    .where(
      and(eq(lot.state, 'released'), between(lot.validUntil, addDays(today, -EXPIRED_DAYS), addDays(today, SOON_DAYS))),
    )
    .orderBy(asc(lot.validUntil), asc(lot.reference))
    .limit(MOST_DATED);
  return rows.map(({ validUntil, ...row }) => {
    const day = validUntil ?? '';
    const standing: ShownStanding = {
      step: 'release',
      mark: 'next',
      stands: { is: day < today ? 'expired-on' : 'expires-on', day },
      due: day,
    };
    return { ...row, standing };
  });
}

/** Where the dishes of lots stand, as the newest plan of each says. */
async function roomsOf(tx: Reader, lots: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (lots.length === 0) return new Map();
  const rows = await tx
    .select({ lotId: benchTest.lotId, room: sql<string>`coalesce(${benchTest.plan}->>'place', '')` })
    .from(benchTest)
    .where(and(inArray(benchTest.lotId, [...lots]), sql`${benchTest.step} = 'germination'`))
    .orderBy(asc(benchTest.number));
  return new Map(rows.filter((one) => one.room !== '').map((one) => [one.lotId, one.room]));
}

/** Where a lot's next step is done, and by whom. */
function handsOf({ step, mark: how }: ShownStanding): { at: DuePlace; roles: Role[] } {
  if (how === 'outside') return { at: 'desk', roles: ['analyst', 'lead'] };
  if (step === 'release' || step === 'released') return { at: 'desk', roles: ['lead'] };
  if (step === 'sampling') return { at: 'sampling', roles: ['sampler'] };
  return { at: step === 'germination' ? 'dishes' : 'bench', roles: ['analyst'] };
}

/** What lots ask of somebody: counts by their day, steps that can go on, results that wait for a decision. */
export const lotsDue: WhatIsDue = {
  due: async (tx, { today }) => {
    const rows = [...(await lotsToDo(tx, today)), ...(await lotsExpiring(tx, today))];
    const kinds = await kindsNamed(tx, [...new Set(rows.map((one) => one.species))]);
    const dated = rows.filter(({ standing }) => standing.due !== undefined);
    const rooms = await roomsOf(
      tx,
      dated.map((one) => one.id),
    );
    return rows.map(({ id, reference, species, standing }): Due => {
      const by = standing.due ?? null;
      return {
        what: 'lot',
        reference,
        species,
        commonName: kinds.get(species)?.commonNames[0] ?? '',
        standing,
        by,
        overdue: by !== null && by < today,
        open: stepPath(id, standing),
        room: rooms.get(id) ?? null,
        ...handsOf(standing),
      };
    });
  },
};
