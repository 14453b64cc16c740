import { asc, desc, eq } from 'drizzle-orm';
import type { SeenOn } from '@mercato/contract/http/seen';
import type { End, NewVesselEvent, VesselEventView } from '@mercato/contract/sampling/vesselEvents';
import type { VesselNode, VesselTree } from '@mercato/contract/sampling/vessels';
import { judgeDivider } from '@mercato/core/sampling/dividers';
import { type EnteredMass, Exact, shownGrams, toGrams } from '@mercato/core/units/mass';
import { balanceMasses } from '@mercato/core/units/massBalance';
import type { Verdict } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import type { LotFile } from '../register/lotFile.ts';
import { person } from '../register/peopleTables.ts';
import { seenOf } from '../register/seen.ts';
import { station, vessel, vesselEvent } from '../register/tables.ts';
import { massOf, type Vessel, vesselView } from '../register/vessels.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;

/** Everything drawn from a vessel. */
export const drawnFrom = (vessels: readonly Vessel[], id: string): readonly Vessel[] =>
  vessels.filter((one) => one.parentId === id);

/** What vessels took of the one that they were drawn from, less what was put back into it. */
export const grams = (vessels: readonly Vessel[]) =>
  vessels.reduce((sum, one) => sum.plus(one.massG ?? 0).minus(one.putBackG ?? 0), new Exact(0));

/** @throws {Fault} 409 when the vessel has come to its end */
export function checkThere(row: Vessel, path: string): void {
  if (row.gone !== null) throw fault('conflict', { is: 'sampling.no-longer', code: row.code, gone: row.gone }, path);
}

/**
 * Writes down what happened to a vessel of a (locked) lot.
 * @throws {Fault} 409 when it is gone, or sealed as it should not be; 422 when masses do not balance
 */
export async function recordEvent(
  { tx, hand, now, audit, touch }: Write,
  row: Vessel,
  vessels: readonly Vessel[],
  body: NewVesselEvent,
): Promise<void> {
  checkThere(row, 'what');
  const [last] = await tx
    .select()
    .from(vesselEvent)
    .where(eq(vesselEvent.vesselId, row.id))
    .orderBy(desc(vesselEvent.seq))
    .limit(1);
  // What it leaves of the vessel follows on what was left before.
  seenOf(
    hand,
    body,
    last
      ? { on: (last.detail as SeenOn).seenOn ?? todayIn(last.at, hand.zone), what: { is: 'vessel-touched' } }
      : row.drawnOn === null
        ? null
        : { on: row.drawnOn, what: { is: 'vessel-drawn' } },
  );
  const { change, verdict } = effectOf(row, vessels, body);
  if (Object.keys(change).length > 0) await tx.update(vessel).set(change).where(eq(vessel.id, row.id));
  await tx.insert(vesselEvent).values({
    lotId: row.lotId,
    vesselId: row.id,
    what: body.what,
    detail: { ...body, ...(verdict ? { verdict } : {}) },
    by: hand.personId,
    at: now,
  });
  await audit({
    lotId: row.lotId,
    act: { is: 'vessel-event', vessel: row.kind, code: row.code, event: body },
    subject: `vessel ${row.code}`,
    before: { holder: row.holder, place: row.place, seal: row.seal },
    after: body,
  });
  touch(row.lotId);
}

/** Whoever draws from a sealed vessel has opened it: the tree says so, though nobody noted how the seal was. */
export async function openToDraw({ tx, hand, now }: Pick<Write, 'tx' | 'hand' | 'now'>, row: Vessel): Promise<void> {
  if (row.seal === null) return;
  await tx.update(vessel).set({ seal: null }).where(eq(vessel.id, row.id));
  await tx.insert(vesselEvent).values({
    lotId: row.lotId,
    vesselId: row.id,
    what: 'open',
    detail: { what: 'open', drawnFrom: row.seal },
    by: hand.personId,
    at: now,
  });
}

type Change = Partial<Pick<Vessel, 'holder' | 'place' | 'seal' | 'gone' | 'stationId' | 'putBackG'>>;

/** What an event leaves of a vessel: who has it, where it stands, its seal, its end. */
function effectOf(
  row: Vessel,
  vessels: readonly Vessel[],
  body: NewVesselEvent,
): { change: Change; verdict?: Verdict } {
  switch (body.what) {
    case 'hand-over':
      return { change: { holder: body.to, stationId: null, ...(body.place ? { place: body.place } : {}) } };
    case 'move':
      return { change: { place: body.place, stationId: null } };
    case 'seal':
      if (row.seal !== null)
        throw fault('conflict', { is: 'sampling.under-seal-note-opening', code: row.code, seal: row.seal }, 'seal');
      return { change: { seal: body.seal } };
    case 'open':
      if (row.seal === null) throw fault('conflict', { is: 'sampling.under-no-seal', code: row.code }, 'what');
      return { change: { seal: null } };
    case 'divide': {
      const both = toGrams(body.first).plus(toGrams(body.second));
      if (!both.gt(0)) throw fault('invalid', 'http.above-0', 'first.text');
      if (row.massG !== null && both.gt(row.massG))
        throw fault(
          'invalid',
          {
            is: 'sampling.both-weigh-g-holds',
            both: shownGrams(both),
            code: row.code,
            shownGrams: shownGrams(new Exact(row.massG)),
          },
          'second.text',
        );
      return { change: {}, verdict: judgeDivider(toGrams(body.first).toNumber(), toGrams(body.second).toNumber()) };
    }
    case 'finish':
      checkBalance(row, vessels, body);
      return {
        change: { gone: body.how, stationId: null, ...(body.how === 'put back' ? putBack(row, vessels, body) : {}) },
      };
  }
}

/**
 * What of a working sample goes back into the sample that it was drawn from.
 * @throws {Fault} 422 where nothing is weighed or it is no working sample, 409 where that sample is gone
 */
function putBack(
  row: Vessel,
  vessels: readonly Vessel[],
  { rest }: Extract<NewVesselEvent, { what: 'finish' }>,
): Pick<Change, 'putBackG'> {
  const from = vessels.find((one) => one.id === row.parentId);
  if (row.kind !== 'working' || row.massG === null || !from)
    throw fault('invalid', 'sampling.only-working-put-back', 'how');
  checkThere(from, 'how');
  if (!rest || !toGrams(rest).gt(0)) throw fault('invalid', 'http.above-0', 'rest.text');
  return { putBackG: toGrams(rest).toString() };
}

/** What a vessel took of the one that it was drawn from, less what was put back. */
function takenBy(row: Vessel): EnteredMass | null {
  if (row.massG === null || row.putBackG === null) return massOf(row);
  return { text: new Exact(row.massG).minus(row.putBackG).toDecimalPlaces(9).toString(), unit: 'g' };
}

const WORKED_UP: readonly End[] = ['used up', 'put back'];

/** At its end a vessel has given away, keeps, and has lost no more and no less than it held. */
function checkBalance(
  row: Vessel,
  vessels: readonly Vessel[],
  body: Extract<NewVesselEvent, { what: 'finish' }>,
): void {
  const whole = massOf(row);
  if (!whole) {
    if (body.rest) throw fault('invalid', { is: 'sampling.never-weighed-rest-cannot', code: row.code }, 'rest');
    return;
  }
  const children = drawnFrom(vessels, row.id).flatMap((one) => takenBy(one) ?? []);
  const balance = balanceMasses(whole, body.rest ? [...children, body.rest] : children, toGrams(body.loss));
  if (balance.outcome === 'balanced') return;
  // A working sample and a packet are worked up: what they held is in the records of their tests.
  if (
    balance.outcome === 'missing' &&
    WORKED_UP.includes(body.how) &&
    ['working', 'packet', 'primary'].includes(row.kind)
  )
    return;
  const off = shownGrams(balance.differenceG.abs());
  throw fault('invalid', 'sampling.masses-do-not-balance', [
    balance.outcome === 'missing'
      ? {
          path: 'loss.text',
          message: {
            is: 'sampling.g-not-accounted-held',
            off,
            code: row.code,
            text: whole.text,
            unit: whole.unit,
            shownGrams: shownGrams(grams(drawnFrom(vessels, row.id))),
          },
        }
      : {
          path: 'rest.text',
          message: { is: 'sampling.parts-weigh-g-more', off, text: whole.text, unit: whole.unit, code: row.code },
        },
  ]);
}

/** The vessels of a lot with all that happened to each, oldest first. */
export async function readTree(tx: Reader, file: LotFile): Promise<VesselTree> {
  const rows = await tx
    .select()
    .from(vesselEvent)
    .where(eq(vesselEvent.lotId, file.lot.id))
    .orderBy(asc(vesselEvent.seq));
  const stations = new Map(
    (await tx.select({ id: station.id, name: station.name }).from(station)).map((one) => [one.id, one.name]),
  );
  const people = await tx
    .select({ name: person.name })
    .from(person)
    .where(eq(person.active, true))
    .orderBy(asc(person.name));
  return {
    lot: file.brief,
    people: people.map((one) => one.name),
    nodes: file.vessels.map((row): VesselNode => {
      const drawn = drawnFrom(file.vessels, row.id);
      const out = grams(drawn);
      return {
        ...vesselView(row, file.names),
        pouredInto: row.pouredInto,
        holder: row.holder,
        station: stations.get(row.stationId ?? '') ?? null,
        seal: row.seal,
        gone: row.gone,
        discardOn: row.discardOn,
        why: row.why,
        drawnG: drawn.some((one) => one.massG !== null) ? shownGrams(out) : null,
        leftG: row.massG === null || row.gone !== null ? null : shownGrams(new Exact(row.massG).minus(out)),
        events: rows
          .filter((one) => one.vesselId === row.id)
          .map((one): VesselEventView => {
            const detail = one.detail as NewVesselEvent & { verdict?: Verdict; place?: string };
            return {
              event: one.what === 'take' ? { what: 'take', place: detail.place ?? '' } : detail,
              verdict: detail.verdict ?? null,
              by: file.names.get(one.by) ?? '',
              at: one.at.toISOString(),
              seenOn: detail.seenOn ?? null,
            };
          }),
      };
    }),
  };
}
