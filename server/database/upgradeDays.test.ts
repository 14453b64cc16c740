import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { blocksWords } from '@mercato/contract/lot-sheet/words';
import { analysisTag, testReport } from '@mercato/core/release/documents';
import { prepareLaboratory } from '../laboratory.ts';
import { documentData } from '../lot-sheet/documentData.ts';
import { refreshOutdated } from '../lot-sheet/refreshOutdated.ts';
import { pictureOf } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lot as lotTable } from '../register/tables.ts';
import { release } from '../release/tables.ts';
import { TEMPLATE } from '../testing/database.ts';
import { spoken } from '../testing/spoken.ts';
import { connect, type Connection, migrateSchema } from './connect.ts';

/** What the version before made: its full demo and more (fixtures/README.md). */
const DUMP = gunzipSync(readFileSync(join(import.meta.dirname, 'fixtures/before-days.sql.gz'))).toString();
const NOW = new Date('2026-11-28T09:00:00Z');
const NAME = 'upgraded_days';

/** Tables that are written once. */
const ONCE = [
  'sampling_observation',
  'purity_observation',
  'other_seeds_observation',
  'moisture_observation',
  'heterogeneity_observation',
  'germination_count',
  'tally_event',
  'find_event',
  'lot_revision',
  'lot_request',
  'vessel_event',
  'station_event',
  'heterogeneity_test',
  'decision',
  'judgement',
  'audit_entry',
  'release',
  'other_result',
  'balance_check',
  'packet_line',
  'place_line',
  'packet_test',
  'bag_look',
  'bag_end',
  'batch_line',
];

let admin: pg.Client;
let old: pg.Client;
let connection: Connection;
let columns: Map<string, string[]>;
let before: Map<string, string>;
let states: Map<string, string>;

/** A hash over the columns that the version before knew, row by row. */
async function hashes(): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const table of ONCE) {
    const list = (columns.get(table) ?? []).map((one) => `"${one}"`).join(', ');
    const { rows } = await old.query<Record<string, unknown>>(`select ${list} from "${table}" order by ${list}`);
    found.set(table, `${rows.length} ${createHash('sha256').update(JSON.stringify(rows)).digest('hex')}`);
  }
  return found;
}

const stateOf = async () =>
  new Map(
    (await old.query<{ reference: string; state: string }>('select reference, state from lot')).rows.map((row) => [
      row.reference,
      row.state,
    ]),
  );

beforeAll(async () => {
  admin = new pg.Client(inject('clusterUrl'));
  await admin.connect();
  await admin.query(`create database ${NAME}`);
  const url = inject('clusterUrl').replace(/\/postgres$/, `/${NAME}`);
  old = new pg.Client(url);
  await old.connect();
  await old.query(DUMP);
  await old.query('set search_path to public');
  columns = new Map();
  for (const { table_name, column_name } of (
    await old.query<{ table_name: string; column_name: string }>(
      `select table_name, column_name from information_schema.columns
       where table_schema = 'public' and data_type not in ('json', 'jsonb') or udt_name = 'jsonb' and table_schema = 'public'
       order by table_name, ordinal_position`,
    )
  ).rows)
    columns.set(table_name, [...(columns.get(table_name) ?? []), column_name]);
  before = await hashes();
  states = await stateOf();
  connection = connect(url);
  await migrateSchema(connection);
  await prepareLaboratory(connection, NOW);
  await refreshOutdated(connection, () => NOW);
});
afterAll(async () => {
  await old.end();
  await connection.pool.end();
  await admin.query(`drop database ${NAME} with (force)`);
  await admin.end();
});

const lotNamed = async (reference: string) => {
  const [row] = await connection.db.select().from(lotTable).where(eq(lotTable.reference, reference));
  const picture = await pictureOf(connection.db, await openFile(connection.db, row?.id ?? '', NOW));
  const data = documentData(picture.file, picture.gathered);
  const tag = new Map(analysisTag(data, 5).lines.map((one) => [one.label, one.value]));
  const report = new Map(testReport(data).lines.map((one) => [one.label, one.value]));
  return { row, picture, tag, report };
};

describe('the database of the version before comes up with its days', () => {
  it('holds every row that was written once, to the letter, and all of the demo', async () => {
    expect(await hashes()).toEqual(before);
    for (const table of ['germination_count', 'judgement', 'audit_entry', 'release', 'packet_line'])
      expect(Number(before.get(table)?.split(' ')[0]), table).toBeGreaterThan(10);
  });

  it('has every constraint that a new database has, word for word, and no other', async () => {
    const constraints = `select format('%s %s: %s', conrelid::regclass, conname, pg_get_constraintdef(oid)) as line
      from pg_constraint where connamespace = 'public'::regnamespace order by 1`;
    const fresh = new pg.Client(inject('clusterUrl').replace(/\/postgres$/, `/${TEMPLATE}`));
    await fresh.connect();
    // A dump that is read back groups conditions anew: only their parentheses differ.
    const ofDatabase = async (client: pg.Client) =>
      (await client.query<{ line: string }>(constraints)).rows.map((row) => row.line.replaceAll(/[()]/g, ''));
    const wanted = await ofDatabase(fresh);
    await fresh.end();
    expect(wanted.length).toBeGreaterThan(200);
    expect(await ofDatabase(old)).toEqual(wanted);
  });

  it('refuses changes to what is written once, as before', async () => {
    for (const table of [
      'germination_count',
      'purity_observation',
      'sampling_observation',
      'heterogeneity_observation',
    ])
      await expect(old.query(`update ${table} set seen_on = '2020-01-01'`), table).rejects.toMatchObject({
        code: 'P0001',
      });
  });

  it('a typo put right 150 days later was seen when the count was: the tag keeps its month', async () => {
    const { rows } = await old.query<{ on: string; from: string; n: number }>(
      `select seen_on::text as on, seen_from as from, count(*)::int as n from germination_count
       where lot_id = (select id from lot where reference = 'OLD-150') group by 1, 2 order by 1`,
    );
    // The evening of 8 June in UTC is 9 June in Athens, the zone of this laboratory.
    expect(rows).toEqual([
      { on: '2026-06-02', from: 'recorded', n: 4 },
      { on: '2026-06-09', from: 'recorded', n: 5 },
    ]);
    const { tag, picture } = await lotNamed('OLD-150');
    expect([tag.get('Tested'), tag.get('Valid to the end of')]).toEqual(['June 2026', 'November 2026']);
    expect(picture.releases.map((one) => one.superseded)).toEqual([true]);
  });

  it('a test of 2023 that a file brought in is of 2023, from the plan', async () => {
    for (const reference of ['OLD-2023', 'OLD-2023R']) {
      const { tag, picture } = await lotNamed(reference);
      expect([tag.get('Tested'), tag.get('Valid to the end of')]).toEqual(['September 2023', 'February 2024']);
      const days = picture.gathered.germination.tests.flatMap((one) => one.dishes.flatMap((dish) => dish.days));
      expect(days.map((one) => [one.seenOn, one.seenFrom])).toEqual(
        Array.from({ length: 4 }, () => [
          ['2023-09-10', 'plan'],
          ['2023-09-16', 'plan'],
        ]).flat(),
      );
    }
  });

  it('a count closed on the day of the set-up holds an open lot; of a released one it is said, and nothing taken back', async () => {
    const held = await lotNamed('OLD-DAY0B');
    expect(held.row).toMatchObject({ state: 'held' });
    expect(held.report.get('Germination: days')).toBe('0');
    const released = await lotNamed('OLD-DAY0');
    expect(released.row).toMatchObject({ state: 'released' });
    expect(released.picture.wouldHold.map(blocksWords)).toEqual([
      'Germination: final count on day 0, day 10 is prescribed; decision pending.',
    ]);
    expect(released.picture.lines.map(spoken).at(-1)?.note).toContain(
      'would be held today: Germination: final count on day 0',
    );
  });

  it('who weighed and counted stays, though the lead judged anew', async () => {
    const { picture } = await lotNamed('OLD-ANEW');
    const hands = Object.fromEntries(picture.lines.map((one) => [one.step, one.by]));
    expect(hands).toMatchObject({
      purity: 'Ilse Marrow',
      'other-seeds': 'Ilse Marrow',
      germination: 'Ilse Marrow',
      sampling: 'Anselm Thorne',
    });
    const { rows } = await old.query<{ name: string; n: number }>(
      `select p.name, count(*)::int as n from vessel v join person p on p.id = v.created_by where v.kind = 'replicate'
         and v.lot_id not in (select id from lot where reference like 'OLD-2023%') group by 1`,
    );
    expect(rows.map((one) => one.name)).toEqual(['Ilse Marrow']);
  });

  it('only these lots stand otherwise than before, each for its reason', async () => {
    const now = await stateOf();
    const changed = [...now].filter(([reference, state]) => states.get(reference) !== state);
    const why: string[] = [];
    for (const [reference, state] of changed) {
      const { picture } = await lotNamed(reference);
      const [block] = picture.gathered.lines.flatMap((line) => spoken(line).blocks ?? []);
      const reason = (block ?? '').replace(
        /Other seeds: (?:(?!Other seeds:).)* of purity.*$/,
        'purity and the search contradict each other',
      );
      why.push(`${reference} ${states.get(reference) ?? ''} → ${state}: ${reason}`);
    }
    const contradicted = 'open → held: purity and the search contradict each other';
    expect(new Set(why)).toEqual(
      new Set([
        // Red clover ends on day 7 by the Act; these were planned for day 10. The evening count is of the next day in Athens.
        'OLD-150 open → held: Germination: final count on day 11, day 7 is prescribed; decision pending.',
        'OLD-2023 open → held: Germination: final count on day 10, day 7 is prescribed; decision pending.',
        // Its final count was made on day 0 of ten.
        'OLD-DAY0B open → held: Germination: final count on day 0, day 10 is prescribed; decision pending.',
        // Found as wild oat, which is bound to its species now; and its purity found other weeds.
        'OLD-WILD2 open → held: Other seeds: the lot cannot be sold in Quillmere Vale: it contains Avena fatua; decision pending. purity and the search contradict each other',
        ...['QM-0391', 'QM-0396', 'QM-0409', 'QM-0415', 'QM-0421', 'QM-0424', 'QM-0428'].map(
          (reference) => `${reference} ${contradicted}`,
        ),
        // A name that stands in no list.
        'QM-0412 open → held: Other seeds: “Poterium sanguisorba” is bound to no species; decision pending.',
      ]),
    );
    expect(now.size).toBe(states.size);
  });

  it('documents stand as they were signed; made today, only those say otherwise whose days were wrong', async () => {
    const rows = await connection.db.select().from(release);
    const different: string[] = [];
    for (const row of rows) {
      const snapshot = row.snapshot;
      const { picture, tag, report } = await lotNamed(snapshot.reference);
      if (picture.releases.find((one) => one.id === row.id)?.superseded) continue;
      const today = row.kind === 'tag' ? tag : report;
      // Pure live seed says since which seed it counts; its figure is the same.
      // None found is said in words now, with its limit beneath.
      const figure = (value: string | undefined) =>
        value?.split(' (germination')[0]?.replace(/: 0 in ([\d.]+ g) \(at most .*\)$/, ': none found in $1');
      for (const line of snapshot.document.lines.filter((one) => one.label !== 'Noxious weeds'))
        if (figure(today.get(line.label)) !== figure(line.value))
          different.push(`${snapshot.reference} ${line.label}: ${line.value} → ${today.get(line.label) ?? ''}`);
    }
    expect(different.sort()).toEqual([
      'OLD-151 Tested: November 2026 → June 2026',
      'OLD-151 Valid to the end of: April 2027 → November 2026',
      'OLD-2023R Tested: November 2026 → September 2023',
      'OLD-2023R Valid to the end of: April 2027 → February 2024',
      'OLD-DAY0 Germination: days: 10 → 0',
    ]);
  });

  it('a name that nobody had bound reads as clear no more: wild oat is Avena fatua, and the released tag stands', async () => {
    const released = await lotNamed('OLD-WILD');
    expect(released.tag.get('Noxious weeds')).toBe('wild oat 27 per lb');
    expect(released.row).toMatchObject({ state: 'released' });
    expect(released.picture.wouldHold.map(blocksWords)[0]).toMatch(
      /cannot be sold in Quillmere Vale: it contains Avena fatua/,
    );
    const open = await lotNamed('OLD-WILD2');
    expect(open.picture.gathered.otherSeeds.tests[0]?.names).toMatchObject([
      { written: 'wild oat', taxon: 'Avena fatua' },
    ]);
    // Of a lot of which nobody said where it is sold nothing is said to be absent.
    expect((await lotNamed('OLD-151')).tag.get('Noxious weeds')).toMatch(/^not examined against a list/);
  });

  it('what dries says so on its packet, and a bag that has ended has ended once', async () => {
    const { rows } = await old.query<{
      busy: { batchId: string; what: string; dueAt: string } | null;
      inside: string | null;
    }>(
      `select p.busy, (select t.id::text from timed_batch t
          where t.state = 'running' and t.packet_ids ? p.id::text order by t.started_at desc, t.id desc limit 1) as inside
        from packet p`,
    );
    expect(rows.filter((one) => one.busy !== null).length).toBeGreaterThan(0);
    for (const one of rows) expect(one.busy?.batchId ?? null).toBe(one.inside);
    for (const one of rows) if (one.busy?.dueAt) expect(new Date(one.busy.dueAt).toISOString()).toBe(one.busy.dueAt);
    const ends = (await old.query<{ number: number }>('select number from bag_end')).rows;
    expect(ends.length).toBeGreaterThan(0);
    expect(ends.every((one) => one.number === 1)).toBe(true);
  });

  it('a second start finds nothing to do', async () => {
    const rows = async () => (await old.query<Record<string, unknown>>('select * from lot order by id')).rows;
    const once = await rows();
    await migrateSchema(connection);
    await prepareLaboratory(connection, NOW);
    expect(await refreshOutdated(connection, () => NOW)).toBe(0);
    expect(await rows()).toEqual(once);
    expect(await hashes()).toEqual(before);
  });
});
