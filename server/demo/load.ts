import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { TestStep } from '@mercato/contract/register/steps';
import { DEMO_PASSWORD } from '@mercato/contract/register/demo';
import { addDays } from '@mercato/core/units/days';
import type { Role } from '@mercato/core/register/permissions';
import { planPrimarySamples } from '@mercato/core/sampling/primarySamples';
import type { Connection, Reader, Transaction } from '../database/connect.ts';
import { hashPassword } from '../register/hashPassword.ts';
import { todayIn } from '../http/day.ts';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import { weighMoisture } from '../moisture/weigh.ts';
import { countTray } from '../other-seeds/count.ts';
import { startSearch } from '../other-seeds/count.ts';
import { lockLot, openLot, type Lot } from '../register/lots.ts';
import { laboratory } from '../register/tables.ts';
import { person } from '../register/peopleTables.ts';
import { startTest, type BenchTest } from '../register/tests.ts';
import { currentEdition, editionById, methodsWithOwn } from '../rule-books/editions.ts';
import { drawWorkingSample, receiveSample } from '../sampling/samples.ts';
import { refreshStanding } from '../lot-sheet/standing.ts';
import { scribe } from '../scribe.ts';
import {
  addStations,
  CHAINED,
  demoCustody,
  demoHeterogeneity,
  demoPrimaries,
  demoRequest,
  sampledByClient,
} from './chain.ts';
import { germinate, type Cast } from './germinate.ts';
import { demoBalances } from './balances.ts';
import { demoNoxious, demoSearch, SEARCHED } from './otherSeeds.ts';
import { demoHalves, demoSecondLaboratory, HALVED, weighDemo } from './purity.ts';
import { demoStore } from './store.ts';
import { demoWeight, WEIGHED } from './weight.ts';
import { DEMO_LOTS, type DemoLot, type DemoState } from './lots.ts';

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
    await demoNoxious(tx, { lead, analyst, sampler }, now);
    await demoStore(tx, { lead, analyst, sampler }, now, zone);
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
  await demoRequest(tx, bare, demo.book, cast, today, at(addDays(setUp, -3), 9));
  const lot = await lockLot(tx, bare.id);
  if (!reaches(demo.state, 'sampled')) return lot.id;

  const purityG = method?.purityG?.value ?? 5;
  const otherG = Math.min(method?.otherSeedsG?.value ?? purityG * 10, 1000);
  const moistureG = 12;
  const submittedG = Math.ceil(Math.max(method?.submittedG?.value ?? 0, (purityG + otherG) * 1.15 + 60));
  const chained = demo.reference === CHAINED;
  if (chained) await demoPrimaries(tx, lot, cast, at(addDays(setUp, -2), 7), draw);
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
      mass: { text: String(chained ? 90 : submittedG), unit: 'g' },
      drawnOn: addDays(setUp, -2),
      drawnBy: sampledByClient(demo.reference) ? 'the client' : cast.sampler.name,
      seal: `Q${1000 + index * 3}`,
      primarySamples: sampledByClient(demo.reference) ? null : plan.primarySamples,
    },
    0,
  );
  if (chained) await demoCustody(tx, lot, cast, today, at(addDays(setUp, -1), 8));
  await demoHeterogeneity(tx, lot, cast, at(addDays(setUp, -1), 16), draw);
  if (!reaches(demo.state, 'weighing')) return lot.id;

  const bench = scribe(tx, cast.analyst, at(addDays(setUp, -1), 9));
  if (demo.reference === HALVED) await demoHalves(bench, lot);
  else {
    const purity = await startFor(bench, lot, 'purity', purityG * 1.02);
    await weighDemo(bench, purity, demo, purityG * (1 + draw() * 0.015), draw);
  }
  await demoSecondLaboratory(bench, lot);
  if (demo.reference === SEARCHED) await demoSearch(bench, lot, otherG);
  if (!reaches(demo.state, 'gained')) return lot.id;

  const searching = scribe(tx, cast.analyst, at(addDays(setUp, -1), 13));
  const sample = await drawFor(searching, lot, 'other-seeds', otherG);
  const search = await startSearch(searching, { vesselId: sample.id, extent: 'complete', named: [] });
  await countTray(
    searching,
    search,
    1,
    { examined: String(otherG), species: demo.found.map(([name, count]) => ({ name, count })) },
    0,
  );
  if (!reaches(demo.state, 'oven')) return lot.id;

  const drying = scribe(tx, cast.analyst, at(addDays(setUp, -1), 15));
  const ovenMethod = moistureMethodFor((await editionById(tx, lot.editionId)).moistureMethods, demo.species);
  const moisture = await startFor(drying, lot, 'moisture', moistureG, {
    method: ovenMethod?.hours
      ? `oven ${ovenMethod.temperatureC.replace(/\D+/, '')} °C, ${ovenMethod.hours} h`
      : 'oven 103 °C, 17 h',
  });
  await weighMoisture(drying, moisture, ovenTexts(demo.moisture, draw, demo.state !== 'oven'));
  if (!reaches(demo.state, 'set-up')) return lot.id;
  if (WEIGHED.has(demo.reference)) await demoWeight(drying, lot, method?.species ?? demo.species, draw);

  await germinate(tx, lot, demo, cast, {
    setUp,
    today,
    firstDay,
    finalDay,
    at,
    draw,
    substrate: method?.substrates?.value[0] ?? 'TP',
    temperature: method?.temperatures?.value[0] ?? '20',
  });
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

type Scribe = ReturnType<typeof scribe>;

async function startFor(
  hand: Scribe,
  lot: Lot,
  purpose: TestStep,
  grams: number,
  plan: object = {},
): Promise<BenchTest> {
  return startTest(hand, purpose, (await drawFor(hand, lot, purpose, grams)).id, plan);
}

async function drawFor(hand: Scribe, lot: Lot, purpose: TestStep, grams: number) {
  return drawWorkingSample(hand, await lockLot(hand.tx, lot.id), {
    purpose,
    mass: { text: grams.toFixed(grams < 10 ? 2 : 1), unit: 'g' },
  });
}

function ovenTexts(percent: number, draw: () => number, dried: boolean) {
  const one = (p: number) => {
    const container = 18 + draw() * 4;
    const seed = 4.4 + draw() * 0.3;
    return {
      container: container.toFixed(3),
      withSeed: (container + seed).toFixed(3),
      ...(dried ? { dried: (container + seed * (1 - p / 100)).toFixed(3) } : {}),
    };
  };
  return { first: one(percent + 0.03), second: one(percent - 0.04) };
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
