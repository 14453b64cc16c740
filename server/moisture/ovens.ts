import { and, desc, eq, gt, inArray, sql } from 'drizzle-orm';
import { type OvenLoad, type OvenStage, type OvenStand, type OvensView } from '@mercato/contract/moisture/ovens';
import { ovenBand } from '@mercato/core/moisture/ovenCourse';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import type { Reader } from '../database/connect.ts';
import { currentObservations } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { namesOf } from '../register/people.ts';
import { benchTest, lot } from '../register/tables.ts';
import { lockTest } from '../register/tests.ts';
import { editionById, kindOf } from '../rule-books/editions.ts';
import { clockOf } from './result.ts';
import { moistureObservation } from './tables.ts';
import { workOven } from './weigh.ts';

/** What was weighed in longer ago is forgotten, not watched. */
const WATCHED_MS = 3 * 86_400_000;
/** As many tests as ovens hold. */
const MOST = 200;
const KNOWN_OVENS = 20;

/** Tests whose containers stand before, in or after an oven: weighed in lately, and not dried. */
export async function readOvens(tx: Reader, now: Date): Promise<OvensView> {
  const lately = tx
    .selectDistinct({ id: moistureObservation.subject })
    .from(moistureObservation)
    .where(
      and(
        inArray(moistureObservation.field, ['second.withSeed', 'oven.backAt']),
        gt(moistureObservation.recordedAt, new Date(now.getTime() - WATCHED_MS)),
      ),
    );
  const rows = await tx
    .select({ test: benchTest, lot: { id: lot.id, reference: lot.reference, species: lot.species } })
    .from(benchTest)
    .innerJoin(lot, eq(lot.id, benchTest.lotId))
    .where(inArray(benchTest.id, lately))
    .orderBy(desc(benchTest.createdAt))
    .limit(MOST);
  const current = await currentObservations(
    tx,
    moistureObservation,
    rows.map(({ test }) => test.id),
  );
  const names = await namesOf(tx);
  const stands: OvenStand[] = [];
  for (const { test, lot: of } of rows) {
    const own = new Map(current.flatMap((one) => (one.subject === test.id ? [[one.field, one]] : [])));
    const text = (field: string) => own.get(field)?.enteredText;
    const [loaded, dried] = ['withSeed', 'dried'].map((one) => own.has(`first.${one}`) && own.has(`second.${one}`));
    if (!loaded || dried) continue;
    const edition = await editionById(tx, test.editionId);
    const method = moistureMethodFor(edition.moistureMethods, of.species);
    const clock = clockOf(edition, method, text);
    const [backAt = null, outAt = null] = ['oven.backAt', 'oven.outAt'].map(text);
    stands.push({
      id: test.id,
      version: test.version,
      number: test.number,
      lot: { ...of, commonName: (await kindOf(tx, of.species))?.commonNames[0] ?? '' },
      method: (test.plan as { method?: string }).method ?? '',
      band: method && ovenBand(edition, method),
      oven: text('oven.oven') ?? '',
      stage: stageOf(backAt, outAt, own.has('oven.cooledMinutes')),
      weighedAt: (own.get('second.withSeed')?.recordedAt ?? test.createdAt).toISOString(),
      backAt,
      outAt,
      by: names.get((own.get('oven.outAt') ?? own.get('oven.backAt'))?.by ?? '') ?? null,
      clock,
    });
  }
  return { stands, ovens: await ovensOf(tx) };
}

const stageOf = (backAt: string | null, outAt: string | null, cooled: boolean): OvenStage =>
  backAt === null ? 'to-go-in' : outAt === null ? 'in-oven' : cooled ? 'to-weigh' : 'cools';

/** What ovens were called lately. */
async function ovensOf(tx: Reader): Promise<string[]> {
  const { rows } = await tx.execute<{ oven: string }>(sql`
    select distinct entered_text as oven from (
      select entered_text from moisture_observation where field = 'oven.oven' order by recorded_at desc limit 200
    ) lately where entered_text <> '' order by 1 limit ${KNOWN_OVENS}`);
  return rows.map(({ oven }) => oven);
}

/** Notes of several tests, all or none, that they are back at the oven's temperature, or were taken out of it. */
export async function workLoad(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  { what, at, oven, heard, tests }: OvenLoad,
): Promise<string[]> {
  const lots = new Set<string>();
  // In one order for all who write: two loads that share a test wait for each other.
  for (const { id, version } of [...tests].sort((a, b) => a.id.localeCompare(b.id))) {
    const test = await lockTest(context.tx, id, 'moisture', version);
    const body = { [what]: at, ...(what === 'backAt' && oven !== '' ? { oven } : {}), ...(heard ? { heard } : {}) };
    await workOven(context, test, body, () => 'at');
    lots.add(test.lotId);
  }
  return [...lots];
}
