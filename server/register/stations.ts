import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { stationRoutes } from '@mercato/contract/register/routes';
import type { StationAct, StationLot, StationView } from '@mercato/contract/register/stations';
import { readCode } from '@mercato/core/register/code';
import { brokeConstraint, forUpdate, type Reader } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal } from '../http/fault.ts';
import { lockLot } from './lots.ts';
import { namesOf } from './people.ts';
import { lot, station, stationEvent, vessel, vesselEvent } from './tables.ts';

type Station = typeof station.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit'>;

/** Stations and their guard: one lot is open at a time, and a machine is cleaned down before another variety. */
export function serveStations(api: Api): void {
  api.read(stationRoutes.list, async ({ tx }) => ({ stations: await readStations(tx) }));

  api.write(stationRoutes.add, async ({ tx, body, now, audit }) => {
    const id = uuid();
    await tx
      .insert(station)
      .values({ id, ...body, createdAt: now })
      .catch((error: unknown) => {
        if (brokeConstraint(error, 'station_name_unique'))
          throw fault('conflict', 'register.taken-choose-another', 'name');
        throw error;
      });
    await audit({ act: { is: 'station-added' }, subject: `station ${body.name}`, after: body });
    return { stations: await readStations(tx) };
  });

  api.write(stationRoutes.act, async (context) => {
    const { tx, params, body } = context;
    const [row] = await forUpdate(
      tx,
      tx
        .select()
        .from(station)
        .where(eq(station.id, idParam(params, 'station'))),
    );
    if (!row) throw fault('not-found', 'register.no-such-station');
    await act(context, row, body);
    return { stations: await readStations(tx) };
  });
}

async function act(context: Write, row: Station, body: StationAct): Promise<void> {
  if (body.what === 'take') {
    await takeVessel(context, row, body.code);
    return;
  }
  if (body.what === 'open') {
    await openAt(context, row, body.lotId);
    return;
  }
  if (body.what === 'close') {
    if (row.openLotId === null) throw fault('conflict', { is: 'register.no-lot-open', name: row.name }, 'what');
    await refuseLeftovers(context.tx, row);
    await closeAt(context, row);
    return;
  }
  if (row.openLotId !== null)
    throw fault('conflict', { is: 'register.cleaned-when-lot-closed', name: row.name }, 'what');
  await context.tx.update(station).set({ clean: true }).where(eq(station.id, row.id));
  await note(context, row, 'clean', row.lastLotId, body.note);
}

/** Puts a vessel on a station: opens its lot there, or refuses and says what of the other lot is missing. */
async function takeVessel(context: Write, row: Station, typed: string): Promise<void> {
  const { tx, hand, now, audit } = context;
  const reading = readCode(typed);
  if (!reading.ok) {
    const said = { is: 'register.no-code', fault: reading.fault } as const;
    throw fault('invalid', said, 'code');
  }
  const [found] = await tx.select({ lotId: vessel.lotId }).from(vessel).where(eq(vessel.code, reading.code));
  if (!found) throw fault('not-found', { is: 'register.no-vessel-laboratory-carries', code: reading.code }, 'code');
  await lockLot(tx, found.lotId);
  const [taken] = await tx.select().from(vessel).where(eq(vessel.code, reading.code));
  if (!taken || taken.gone !== null)
    throw fault('conflict', { is: 'register.no-longer', code: reading.code, gone: taken?.gone ?? 'gone' }, 'code');
  await openAt(context, row, taken.lotId);
  if (taken.stationId === row.id) return;
  await tx.update(vessel).set({ stationId: row.id, place: row.name }).where(eq(vessel.id, taken.id));
  await tx.insert(vesselEvent).values({
    lotId: taken.lotId,
    vesselId: taken.id,
    what: 'take',
    detail: { place: row.name },
    by: hand.personId,
    at: now,
  });
  await audit({
    lotId: taken.lotId,
    act: { is: 'station-taken', code: taken.code, station: row.name },
    subject: `vessel ${taken.code}`,
  });
}

/** Opens a lot at a station; the one before must be accounted for, and a machine cleaned of another variety. */
async function openAt(context: Write, row: Station, lotId: string): Promise<void> {
  if (row.openLotId === lotId) return;
  const { tx } = context;
  const [next] = await lotsNamed(tx, [lotId]);
  if (!next) throw fault('not-found', 'register.no-such-lot', 'lotId');
  if (row.openLotId !== null) {
    await refuseLeftovers(tx, row);
    // A machine says itself when a lot has run through; a bench is free as soon as nothing stands on it.
    if (row.kind === 'machine') {
      const [open] = await lotsNamed(tx, [row.openLotId]);
      throw fault(
        'conflict',
        { is: 'register.open-close-first', reference: open?.reference ?? 'A lot', name: row.name },
        'lotId',
      );
    }
    await closeAt(context, row);
  }
  // Only a machine can be unclean, and a lot that was open in it was refused above.
  if (!row.clean && row.lastLotId !== null && row.lastLotId !== lotId) {
    const [last] = await lotsNamed(tx, [row.lastLotId]);
    if (last && (last.species !== next.species || last.variety !== next.variety || last.variety === ''))
      throw fault(
        'conflict',
        {
          is: 'register.last-ran-clean-down',
          name: row.name,
          reference: last.reference,
          species: last.species,
          figure: last.variety ? ` ‘${last.variety}’` : '',
        },
        'what',
      );
  }
  await tx.update(station).set({ openLotId: lotId }).where(eq(station.id, row.id));
  await note(context, row, 'open', lotId, '');
}

async function closeAt(context: Write, row: Station): Promise<void> {
  await context.tx
    .update(station)
    .set({ openLotId: null, lastLotId: row.openLotId, clean: row.kind === 'bench' })
    .where(eq(station.id, row.id));
  await note(context, row, 'close', row.openLotId, '');
}

async function refuseLeftovers(tx: Reader, row: Station): Promise<void> {
  const left = await tx
    .select({ code: vessel.code, kind: vessel.kind, purpose: vessel.purpose })
    .from(vessel)
    .where(and(eq(vessel.stationId, row.id), isNull(vessel.gone)))
    .orderBy(asc(vessel.createdAt), asc(vessel.id));
  if (left.length === 0) return;
  const [open] = await lotsNamed(tx, row.openLotId === null ? [] : [row.openLotId]);
  throw fault(
    'conflict',
    {
      is: 'register.open-put-away-first',
      reference: open?.reference ?? 'Another lot',
      name: row.name,
      figure: left.map((one) => `${one.code} (${[one.kind, one.purpose].filter(Boolean).join(', ')})`).join('; '),
    },
    left.map((one): FieldRefusal => ({ path: 'vessels', message: { is: 'register.not-accounted', code: one.code } })),
  );
}

async function note(
  { tx, hand, now, audit }: Write,
  row: Station,
  what: 'open' | 'close' | 'clean',
  lotId: string | null,
  text: string,
): Promise<void> {
  await tx.insert(stationEvent).values({ stationId: row.id, lotId, what, note: text, by: hand.personId, at: now });
  await audit({
    lotId,
    act: { is: `station-${what}`, station: row.name },
    subject: `station ${row.name}`,
    after: { note: text },
  });
}

async function lotsNamed(tx: Reader, ids: readonly string[]): Promise<StationLot[]> {
  if (ids.length === 0) return [];
  return tx
    .select({ id: lot.id, reference: lot.reference, species: lot.species, variety: lot.variety })
    .from(lot)
    .where(inArray(lot.id, [...ids]));
}

const EVENTS_SHOWN = 20;

async function readStations(tx: Reader): Promise<StationView[]> {
  const rows = await tx.select().from(station).orderBy(asc(station.name));
  const names = await namesOf(tx);
  const ids = rows.flatMap((row) => [row.openLotId, row.lastLotId]).filter((one) => one !== null);
  const lots = new Map((await lotsNamed(tx, ids)).map((one) => [one.id, one]));
  const views: StationView[] = [];
  for (const row of rows) {
    const events = await tx
      .select({ event: stationEvent, reference: lot.reference })
      .from(stationEvent)
      .leftJoin(lot, eq(lot.id, stationEvent.lotId))
      .where(eq(stationEvent.stationId, row.id))
      .orderBy(desc(stationEvent.seq))
      .limit(EVENTS_SHOWN);
    views.push({
      id: row.id,
      name: row.name,
      kind: row.kind,
      lot: lots.get(row.openLotId ?? '') ?? null,
      vessels: await tx
        .select({ id: vessel.id, code: vessel.code, kind: vessel.kind, purpose: vessel.purpose })
        .from(vessel)
        .where(and(eq(vessel.stationId, row.id), isNull(vessel.gone)))
        .orderBy(asc(vessel.createdAt), asc(vessel.id)),
      last: lots.get(row.lastLotId ?? '') ?? null,
      clean: row.clean,
      events: events.map(({ event, reference }) => ({
        what: event.what,
        reference,
        note: event.note,
        by: names.get(event.by) ?? '',
        at: event.at.toISOString(),
      })),
    });
  }
  return views;
}
