import { and, asc, between, desc, eq, inArray, isNull, lte, type SQL, sql } from 'drizzle-orm';
import { type ShownStanding, stepPath } from '@mercato/contract/lot-sheet/standing';
import type { DishAct, Due, DuePlace } from '@mercato/contract/today/today';
import type { Role } from '@mercato/core/register/permissions';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { SOON_DAYS, type WhatIsDue } from '../register/due.ts';
import { lot } from '../register/tables.ts';
import { kindsNamed } from '../rule-books/editions.ts';

/** Most lots that are shown with a day, and without one: more than a house does in one. */
export const MOST_DATED = 500;
export const MOST_WITHOUT_DAY = 60;

const OPEN = inArray(lot.state, ['open', 'held']);
/** Counts and treatments of dishes are asked for dish by dish (`step_due`), not as the next step of their lot. */
const BY_DISH = sql`not (${lot.standing}->>'step' = 'germination' and ${lot.standing}->'stands'->>'is' in ('counting', 'to-warmth'))`;
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
    ...(await lots(lte(day, addDays(today, SOON_DAYS)), BY_DISH)
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
        room: null,
        ...handsOf(standing),
      };
    });
  },
};

/** Most things of dishes that are listed of what has come, and of what is to come. */
const MOST_DISHES = 500;

interface DishRow extends Record<string, unknown> {
  id: string;
  reference: string;
  species: string;
  due: string;
  room: string;
  test: number;
  act: DishAct;
  open: number[];
  of: number;
}
const DISHES = sql`select l.id, l.reference, l.species, d.due::text, d.room, d.test, d.act, d.open, d."of"
  from step_due d join lot l on l.id = d.lot_id where l.state in ('open', 'held')`;

/** Counts that have come, one of each test and place: the final one where it has, else the first; and what ends today. */
const dishesNow = (today: string) => sql`select * from (
    select distinct on (id, test, room) * from (${DISHES} and d.due <= ${today} and d.act->>'is' = 'count') c
    order by id, test, room, (act->>'final')::boolean desc, due
  ) counts union all (${DISHES} and d.due <= ${today} and d.until >= ${today})
  order by due, reference, test, room limit ${MOST_DISHES}`;
const dishesSoon = (today: string) =>
  sql`${DISHES} and d.due > ${today} and d.due <= ${addDays(today, SOON_DAYS)}
  order by d.due, l.reference, d.test, d.room limit ${MOST_DISHES}`;

/** What dishes of germination tests ask for: counts, treatments that end, paper that dries; by the shelf where they stand. */
export const dishesDue: WhatIsDue = {
  due: async (tx, { today }) => {
    const { rows: now } = await tx.execute<DishRow>(dishesNow(today));
    const { rows: soon } = await tx.execute<DishRow>(dishesSoon(today));
    const rows = [...now, ...soon];
    const kinds = await kindsNamed(tx, [...new Set(rows.map((one) => one.species))]);
    return rows.map(({ id, reference, species, due, room, test, act, open, of }): Due => ({
      what: 'dishes',
      reference,
      species,
      commonName: kinds.get(species)?.commonNames[0] ?? '',
      test,
      act,
      dishes: open,
      of,
      by: due,
      overdue: due < today,
      open: act.is === 'count' ? `/lots/${id}/germination/count?test=${test}` : `/lots/${id}/germination`,
      at: 'dishes',
      room: room === '' ? null : room,
      roles: ['analyst'],
    }));
  },
};

/** Results that a client was promised by a day, of lots that are not released yet. */
export const requestsDue: WhatIsDue = {
  due: async (tx, { today }) => {
    const promised = sql<string>`${lot.request}->>'dueOn'`;
    const rows = await tx
      .select({ id: lot.id, reference: lot.reference, by: promised, client: sql<string>`${lot.request}->>'client'` })
      .from(lot)
      .where(and(OPEN, lte(promised, addDays(today, SOON_DAYS))))
      .orderBy(asc(promised), asc(lot.reference))
      .limit(MOST_DATED);
    return rows.map(({ id, reference, by, client }) => ({
      what: 'request',
      reference,
      client,
      by,
      overdue: by < today,
      open: `/lots/${id}`,
      at: 'desk',
      room: null,
      roles: ['lead'],
    }));
  },
};
