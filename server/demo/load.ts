import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { DEMO_PASSWORD } from '@mercato/contract/register/demo';
import type { Role } from '@mercato/core/register/permissions';
import { planPrimarySamples } from '@mercato/core/sampling/primarySamples';
import { addDays } from '@mercato/core/units/days';
import type { Connection, Reader, Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { refreshStanding } from '../lot-sheet/standing.ts';
import { hashPassword } from '../register/hashPassword.ts';
import { lockLot, openLot } from '../register/lots.ts';
import { person } from '../register/peopleTables.ts';
import { laboratory } from '../register/tables.ts';
import { currentEdition, editionById, methodsWithOwn } from '../rule-books/editions.ts';
import { receiveSample } from '../sampling/receive.ts';
import { scribe } from '../scribe.ts';
import { demoBalances } from './balances.ts';
import { demoMeters } from './meters.ts';
import {
  addStations,
  CHAINED,
  demoCustody,
  demoHeterogeneity,
  demoPrimaries,
  demoRequest,
  sampledByClient,
} from './chain.ts';
import { demoCabinets } from './dishes.ts';
import { DEMO_LOTS, type DemoLot, type DemoState } from './lots.ts';
import { demoNoxious } from './otherSeeds.ts';
import { type Cast, inGrams, type Scene } from './scene.ts';
import { PLAYS, purityGrams, searchGrams } from './steps.ts';
import { demoShed } from './shed.ts';
import { demoStore } from './store.ts';

/** Invented people. */
const PEOPLE: readonly { username: string; name: string; roles: Role[] }[] = [
  { username: 'fennimore', name: 'Oda Fennimore', roles: ['lead'] },
  { username: 'marrow', name: 'Ilse Marrow', roles: ['analyst'] },
  { username: 'thorne', name: 'Anselm Thorne', roles: ['sampler'] },
];

const DEMO_LOCK = 431_018_274;

/** Loads the demo into a database where nobody and nothing is yet; does nothing anywhere else. */
export async function loadDemo({ db }: Connection, now: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${DEMO_LOCK})`);
    const [someone] = await tx.select({ id: person.id }).from(person).limit(1);
    if (someone) return;
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    await tx.update(laboratory).set({
      name: 'Quillmere Growers’ Seed Station',
      address: 'Tithe Barn, Quillmere',
      demo: true,
      demoDay: todayIn(now, zone),
      zone,
    });
    const passwordHash = await hashPassword(DEMO_PASSWORD);
    const people = PEOPLE.map((one) => ({ ...one, id: uuid() }));
    await tx
      .insert(person)
      .values(
        people.map((one, i) => ({ ...one, passwordHash, demo: true, createdAt: new Date(now.getTime() - 9e9 + i) })),
      );
    const [lead, analyst, sampler] = people;
    if (!lead || !analyst || !sampler) return;
    await addStations(tx, now);
    await demoBalances(tx, { lead, analyst, sampler }, now);
    await demoMeters(tx, { lead, analyst, sampler }, now);
    await demoNoxious(tx, { lead, analyst, sampler }, now);
    await demoStore(tx, { lead, analyst, sampler }, now, zone);
    await demoShed(tx, { lead, analyst, sampler }, now, zone);
    await demoCabinets(tx, { lead, analyst, sampler }, now);
    for (const [i, demo] of [...DEMO_LOTS].reverse().entries())
      await refreshStanding(tx, await writeLot(tx, demo, { lead, analyst, sampler }, now, zone, i), now);
  });
}

const ORDER: readonly DemoState[] = ['opened', 'sampled', 'weighing', 'gained', 'oven', 'set-up'];
const reaches = (state: DemoState, least: DemoState) => {
  const index = ORDER.indexOf(state);
  return index < 0 || index >= ORDER.indexOf(least);
};

async function writeLot(
  tx: Transaction,
  demo: DemoLot,
  cast: Cast,
  now: Date,
  zone: string,
  index: number,
): Promise<string> {
  const draw = generator(index * 7919 + 17);
  const done = ['ready', 'accepted', 'released', 'stale', 'expired', 'out-of-range', 'retesting', 'retested'].includes(
    demo.state,
  );
  const method = await methodOfDemo(tx, demo);
  const finalDay = method?.finalCountDay?.value ?? 14;
  const firstDay = Math.min(method?.firstCountDay?.value ?? 5, finalDay);
  const today = todayIn(now, zone);
  // How long ago the (first) test was set up, so that the state holds today.
  const daysAgo =
    demo.state === 'final-today'
      ? finalDay
      : demo.state === 'overdue'
        ? finalDay + 2
        : demo.state === 'set-up'
          ? firstDay
          : demo.state === 'retesting'
            ? 2 * finalDay + 1
            : demo.state === 'expired'
              ? 290 + index
              : done
                ? 2 * finalDay + 12 + Math.floor(draw() * 20)
                : 4;
  const setUp = addDays(today, -daysAgo);
  const at = (day: string, hour: number) =>
    new Date(Math.min(Date.parse(`${day}T00:00:00Z`) + (hour + draw()) * 3_600_000, now.getTime() - 60_000));

  const opened = scribe(tx, cast.sampler, at(addDays(setUp, -3), 8));
  const bare = await openLot(
    tx,
    {
      reference: demo.reference,
      species: demo.species,
      bookKind: method?.bookKind ?? null,
      variety: demo.variety,
      harvestYear: Number(setUp.slice(0, 4)) - (Number(setUp.slice(5, 7)) < 9 ? 1 : 0) - seasonsBack(demo.reference),
      harvestMonth: 8,
      mass: { text: String(demo.kg), unit: 'kg' },
      containers: demo.bags[0],
      containerMass: demo.bags[0] === 0 ? null : { text: String(demo.bags[1]), unit: 'kg' },
      origin: demo.origin,
      book: demo.book,
    },
    opened.hand,
    opened.audit,
  );
  const bareScene = { tx, lot: bare, demo, cast, method, setUp, today, firstDay, finalDay, at, draw };
  await demoRequest(bareScene, at(addDays(setUp, -3), 9));
  const lot = await lockLot(tx, bare.id);
  const scene: Scene = { ...bareScene, lot };
  if (!reaches(demo.state, 'sampled')) return lot.id;

  const [purityG, otherG] = [purityGrams(method), searchGrams(method)];
  const submittedG = Math.ceil(Math.max(method?.submittedG?.value ?? 0, (purityG + otherG) * 1.15 + 60));
  const chained = demo.reference === CHAINED;
  if (chained) await demoPrimaries(scene, at(addDays(setUp, -2), 7));
  const sampled = scribe(tx, cast.sampler, at(addDays(setUp, -2), 10));
  const edition = await editionById(tx, lot.editionId);
  const plan = planPrimarySamples(
    edition,
    demo.bags[0] > 0 ? { containers: demo.bags[0], containerMassKg: demo.bags[1] } : { bulkMassKg: demo.kg },
  );
  await receiveSample(
    sampled,
    lot,
    {
      mass: inGrams(String(chained ? 90 : submittedG)),
      drawnOn: addDays(setUp, -2),
      drawnBy: sampledByClient(demo.reference) ? 'the client' : cast.sampler.name,
      seal: `Q${1000 + index * 3}`,
      primarySamples: sampledByClient(demo.reference) ? null : plan.primarySamples,
    },
    0,
  );
  if (chained) await demoCustody(scene, at(addDays(setUp, -1), 8));
  await demoHeterogeneity(scene, at(addDays(setUp, -1), 16));
  for (const { from, play } of PLAYS) {
    if (!reaches(demo.state, from)) break;
    await play(scene);
  }
  return lot.id;
}

/** Where a book knows several kinds of a species, the demo takes the first. */
async function methodOfDemo(tx: Reader, demo: DemoLot) {
  const edition = await editionById(tx, (await currentEdition(tx, demo.book)).id);
  return (await methodsWithOwn(tx, edition, demo.species))[0];
}

/** Older lots of the demo come from earlier harvests, so that its fields have a past. */
function seasonsBack(reference: string): number {
  const number = Number(reference.slice(3));
  return number > 395 ? 0 : number > 380 ? 1 : 2;
}

/** Reproducible numbers 0..1, so that the demo is the same on every machine (mulberry32, public domain). */
function generator(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
