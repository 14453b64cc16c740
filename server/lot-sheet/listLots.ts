import { and, asc, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { ShownStanding } from '@mercato/contract/lot-sheet/standing';
import type { LotList, LotListRow, LotState } from '@mercato/contract/register/lots';
import type { Reader } from '../database/connect.ts';
import { askedPage, askedText } from '../http/asked.ts';
import { todayIn } from '../http/day.ts';
import { holdsWords } from '../register/holdsWords.ts';
import { laboratory, lot } from '../register/tables.ts';
import { kindsNamed } from '../rule-books/editions.ts';

const PAGE = 25;
const STATES: readonly (LotState | 'all')[] = ['open', 'held', 'released', 'expired', 'divided', 'all'];

/** One page of the lots: searched, narrowed and turned as its address says. */
export async function listLots(tx: Reader, query: Readonly<Record<string, unknown>>, now: Date): Promise<LotList> {
  const [lab] = await tx.select({ zone: laboratory.zone }).from(laboratory);
  const today = todayIn(now, lab?.zone ?? 'UTC');
  const typed = askedText(query.q, 100);
  const state = STATES.find((one) => one === query.state) ?? 'all';
  const page = askedPage(query);
  const place = askedText(query.place, 200);
  const client = askedText(query.client, 200);
  const searched = [
    ...holdsWords(lot.searchText, typed),
    ...(client === '' ? [] : [sql`lower(${lot.request}->>'client') = ${client.toLowerCase()}`]),
    // Where dishes of it stand: the place itself, or what stands in it.
    ...(place === ''
      ? []
      : [
          sql`exists (select 1 from step_due d where d.lot_id = ${lot.id}
            and (d.room = ${place} or starts_with(d.room, ${`${place} › `})))`,
        ]),
  ];
  // Validity runs out without a write, so it is judged by the day on which somebody looks.
  const stateToday = sql<LotState>`case when ${lot.state} = 'released' and ${lot.validUntil} < ${today} then 'expired' else ${lot.state} end`;
  const here = and(
    ...searched,
    ...(state === 'all' ? [] : [eq(lot.state, state === 'expired' ? 'released' : state)]),
    ...(state === 'expired' || state === 'released' ? [eq(stateToday, state)] : []),
  );
  const rows = await tx
    .select({
      id: lot.id,
      reference: lot.reference,
      species: lot.species,
      massText: lot.massText,
      massUnit: lot.massUnit,
      state: stateToday,
      validUntil: lot.validUntil,
      standing: lot.standing,
    })
    .from(lot)
    .where(here)
    .orderBy(...orderOf(query.sort))
    .limit(PAGE)
    .offset((page - 1) * PAGE);
  const kinds = await kindsNamed(tx, [...new Set(rows.map((row) => row.species))]);
  const counted = await tx
    .select({ state: stateToday, n: sql<number>`count(*)::int` })
    .from(lot)
    .where(and(...searched))
    .groupBy(sql`1`);
  const totals: LotList['totals'] = { open: 0, held: 0, released: 0, expired: 0, divided: 0, all: 0 };
  for (const one of counted) {
    totals[one.state] = one.n;
    totals.all += one.n;
  }
  return {
    rows: rows.map((row): LotListRow => ({
      id: row.id,
      reference: row.reference,
      species: row.species,
      commonName: kinds.get(row.species)?.commonNames[0] ?? '',
      mass: { text: row.massText, unit: row.massUnit as LotListRow['mass']['unit'] },
      state: row.state,
      standing:
        row.state === 'expired'
          ? { step: 'release', mark: 'next', stands: { is: 'expired-on', day: row.validUntil ?? '' } }
          : comeDue(row.standing, today),
    })),
    total: totals[state],
    totals,
    page,
    pageSize: PAGE,
  };
}

/** The order that is asked for; the newest first where none is. */
function orderOf(sort: unknown): SQL[] {
  // What has no day comes last, whichever way it is turned.
  const due = sql`${lot.standing}->>'due'`;
  if (sort === 'due') return [sql`${due} asc nulls last`, asc(lot.reference)];
  if (sort === '-due') return [sql`${due} desc nulls last`, asc(lot.reference)];
  const by = { reference: [lot.reference], kind: [lot.species, lot.reference] };
  const asked = typeof sort === 'string' ? sort.replace(/^-/, '') : '';
  if (asked !== 'reference' && asked !== 'kind') return [desc(lot.createdAt), desc(lot.id)];
  return by[asked].map((column) => (sort === asked ? asc(column) : desc(column)));
}

/** Days pass without a write, so whether something is due is said when it is read. */
function comeDue<S extends ShownStanding>(standing: S, today: string): S {
  return standing.due !== undefined && standing.due <= today && standing.mark === 'not-judged'
    ? { ...standing, mark: 'next' }
    : standing;
}
