import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { ShownStanding } from '@mercato/contract/lot-sheet/standing';
import { DECISIONS } from '@mercato/contract/register/decisions';
import type { LotHeader } from '@mercato/contract/register/lots';
import { PAPER_SIZES } from '@mercato/contract/register/people';
import type { RequestView } from '@mercato/contract/register/request';
import { STATION_KINDS } from '@mercato/contract/register/stations';
import type { LotWork } from '@mercato/contract/register/worked';
import { TEST_STEPS } from '@mercato/contract/register/steps';
import type { DishAct } from '@mercato/contract/today/today';
import type { Act } from '@mercato/contract/words/acts';
import type { Treatment } from '@mercato/core/register/treatment';
import { CLOSED_WEEKS } from '@mercato/core/units/closedDays';
import { COUNT_DEPTHS } from '@mercato/core/units/seedParts';
import { shedBatch } from '../cleaning/tables.ts';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { ruleBookEdition } from '../rule-books/tables.ts';
import { changed, person, written } from './peopleTables.ts';

/** The newest header of each lot, with what stands; a projection of `lot_revision` and the judgements. */
export const lot = pg.pgTable(
  'lot',
  {
    id: pg.uuid('id').primaryKey(),
    reference: pg.text('reference').notNull().unique(),
    version: pg.integer('version').notNull(),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    species: pg.text('species').notNull(),
    /** The kind under the rule book's own name, where the book knows several of one species. */
    bookKind: pg.text('book_kind'),
    variety: pg.text('variety').notNull(),
    harvestYear: pg.integer('harvest_year').notNull(),
    harvestMonth: pg.integer('harvest_month'),
    massText: pg.text('mass_text').notNull(),
    massUnit: pg.text('mass_unit').notNull(),
    massKg: pg.numeric('mass_kg').notNull(),
    containers: pg.integer('containers').notNull(),
    containerMassText: pg.text('container_mass_text'),
    containerMassUnit: pg.text('container_mass_unit'),
    containerMassKg: pg.numeric('container_mass_kg'),
    origin: pg.text('origin').notNull(),
    /** The lot that this one is a part of. */
    parentLotId: idOf('parent_lot_id', (): pg.AnyPgColumn => lot.id),
    /** References of the lots that it was divided into. */
    parts: pg.text('parts').array().notNull().default([]),
    /** The batch of the shed that it came from, and what its seed was treated with on the way. */
    batchId: idOf('batch_id', () => shedBatch.id),
    treatments: pg.jsonb('treatments').$type<Treatment[]>().notNull().default([]),
    /** What was done to it that changes its water, oldest first; nothing is taken out, only crossed out. */
    worked: pg.jsonb('worked').$type<LotWork[]>().notNull().default([]),
    /** The newest request, with its version; all of them stand in `lot_request`. */
    request: pg.jsonb('request').$type<RequestView>(),
    /** How many heterogeneity tests there are, so that a lot without one is not asked for them. */
    heterogeneityTests: pg.integer('heterogeneity_tests').notNull().default(0),
    createdAt: instant('created_at').notNull(),
    ...changed,
    /** Words that the list is searched by, folded to small letters. */
    searchText: pg.text('search_text').notNull(),
    /** open · held · released · divided: the list's filter, with the day after which a released lot counts as expired. */
    state: pg.text('state').notNull(),
    validUntil: pg.date('valid_until'),
    /** Step, mark, and what stands, as codes with figures; derived, and rewritten with every write. */
    standing: pg.jsonb('standing').$type<ShownStanding>().notNull(),
    /** The computation that this projection was derived by; null = it is to be derived anew. */
    standingVersion: pg.text('standing_version'),
    /** What each step had to say when it was written to last, so that a write reads its own step alone; derived. */
    kept: pg.jsonb('kept'),
  },
  (t) => [
    pg.check('lot_mass', sql`mass_kg > 0 and mass_kg <> 'NaN'`),
    pg.check('lot_containers', sql`containers >= 0`),
    pg.index('lot_newest').on(t.createdAt.desc(), t.id.desc()),
    pg.index('lot_state').on(t.state, t.createdAt.desc(), t.id.desc()),
    pg
      .index('lot_due')
      .on(sql`(standing->>'due')`)
      .where(sql`state in ('open', 'held')`),
    pg
      .index('lot_valid')
      .on(t.validUntil)
      .where(sql`state = 'released'`),
    pg.index('lot_search').using('gin', sql`search_text gin_trgm_ops`),
    pg.index('lot_client').using('gin', sql`lower(request->>'client') gin_trgm_ops`),
    pg
      .index('lot_outdated')
      .on(t.id)
      .where(sql`standing_version is null`),
  ],
);

/** Every header a lot ever had. */
export const lotRevision = pg.pgTable(
  'lot_revision',
  {
    lotId: idOf('lot_id', () => lot.id).notNull(),
    version: pg.integer('version').notNull(),
    header: pg.jsonb('header').$type<LotHeader>().notNull(),
    ...written,
    reason: pg.text('reason'),
  },
  (t) => [pg.primaryKey({ columns: [t.lotId, t.version] })],
);

/** What was asked for: client, tests, day, fee. A change is a new version. */
export const lotRequest = pg.pgTable(
  'lot_request',
  {
    lotId: idOf('lot_id', () => lot.id).notNull(),
    version: pg.integer('version').notNull(),
    request: pg.jsonb('request').notNull(),
    ...written,
    reason: pg.text('reason'),
  },
  (t) => [pg.primaryKey({ columns: [t.lotId, t.version] })],
);

/** Containers, primary, composite, submitted and working samples, replicates: one tree. */
export const vessel = pg.pgTable(
  'vessel',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    parentId: idOf('parent_id', (): pg.AnyPgColumn => vessel.id),
    kind: pg.text('kind').notNull(),
    purpose: pg.text('purpose'),
    number: pg.integer('number').notNull(),
    code: pg.text('code').notNull().unique(),
    place: pg.text('place'),
    massText: pg.text('mass_text'),
    massUnit: pg.text('mass_unit'),
    massG: pg.numeric('mass_g'),
    /** What of it went back into the vessel that it was drawn from, at its end. */
    putBackG: pg.numeric('put_back_g'),
    /** Seeds set, for a replicate; seeds drawn, for a working sample that is counted and not weighed. */
    seeds: pg.integer('seeds'),
    /** The composite that it was poured into, for a primary sample. */
    pouredInto: idOf('poured_into', (): pg.AnyPgColumn => vessel.id),
    /** Why it is lighter than its rule book asks, for a working sample. */
    why: pg.text('why'),
    /** half: one of two half working samples. */
    portion: pg.text('portion'),
    /** Who has it, at which station it lies and under which seal: what its newest events left. */
    holder: pg.text('holder'),
    stationId: idOf('station_id', () => station.id),
    seal: pg.text('seal'),
    /** How it ended; null while it is there. */
    gone: pg.text('gone'),
    /** The day after which a reserve sample may go. */
    discardOn: pg.date('discard_on'),
    /** The day on which it was drawn; null where nobody said so. */
    drawnOn: pg.date('drawn_on'),
    /** Why that was written down so late. */
    lateReason: pg.text('late_reason'),
    /** Counts the writes to this vessel; what If-Match names. */
    version: pg.integer('version').notNull().default(1),
    createdBy: pg.uuid('created_by').notNull(),
    ...changed,
    createdAt: instant('created_at').notNull(),
  },
  (t) => [
    pg.index('vessel_lot').on(t.lotId),
    pg.index('vessel_parent').on(t.parentId),
    pg.index('vessel_station').on(t.stationId),
    pg.check('vessel_portion', sql`portion in ('half')`),
    pg.check('vessel_gone', sql`gone in ('poured together','used up','discarded','returned','put back')`),
    pg.check(
      'vessel_kind',
      sql`kind in ('container','primary','composite','submitted','working','reserve','replicate','packet')`,
    ),
    pg.check('vessel_mass', sql`mass_g is null or (mass_g >= 0 and mass_g <> 'NaN')`),
  ],
);

/** What happened to a vessel: every hand-over, move, seal, opening, division, and its end. Written once. */
export const vesselEvent = pg.pgTable(
  'vessel_event',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    vesselId: idOf('vessel_id', () => vessel.id).notNull(),
    what: pg.text('what').notNull(),
    /** The event as it was written down, by its kind. */
    detail: pg.jsonb('detail').notNull(),
    ...written,
  },
  (t) => [
    pg.index('vessel_event_lot').on(t.lotId, t.seq),
    pg.check('vessel_event_what', sql`what in ('take','hand-over','move','seal','open','divide','finish')`),
  ],
);

/** A result of one step that was made elsewhere: another laboratory, another sample, a label. A correction supersedes it. */
export const otherResult = pg.pgTable(
  'other_result',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    step: pg.text('step').notNull(),
    number: pg.integer('number').notNull(),
    detail: pg.jsonb('detail').notNull(),
    ...written,
    supersedes: idOf('supersedes', (): pg.AnyPgColumn => otherResult.id),
    reason: pg.text('reason'),
  },
  (t) => [
    pg
      .uniqueIndex('other_result_one_root')
      .on(t.lotId, t.step, t.number)
      .where(sql`supersedes is null`),
    pg.unique('other_result_one_successor').on(t.supersedes),
    pg.check('other_result_reason', sql`(supersedes is null) = (reason is null)`),
  ],
);

/** A bench, machine or pit where one lot is open at a time. */
export const station = pg.pgTable(
  'station',
  {
    id: pg.uuid('id').primaryKey(),
    name: pg.text('name').notNull().unique(),
    kind: pg.text('kind', { enum: STATION_KINDS }).notNull(),
    openLotId: idOf('open_lot_id', () => lot.id),
    /** The lot that ran here before; its seed may still be in the machine until that is cleaned. */
    lastLotId: idOf('last_lot_id', () => lot.id),
    clean: pg.boolean('clean').notNull().default(true),
    createdAt: instant('created_at').notNull(),
  },
  () => [oneOf('station_kind', 'kind', STATION_KINDS)],
);

/** Which lots were open at a station, and when it was cleaned down. Written once. */
export const stationEvent = pg.pgTable(
  'station_event',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    stationId: idOf('station_id', () => station.id).notNull(),
    lotId: idOf('lot_id', () => lot.id),
    what: pg.text('what').notNull(),
    note: pg.text('note').notNull(),
    ...written,
  },
  (t) => [
    pg.index('station_event_station').on(t.stationId, t.seq),
    pg.check('station_event_what', sql`what in ('open','close','clean')`),
  ],
);

/** One test on one working sample. Its observations lie in the table of its step. */
export const benchTest = pg.pgTable(
  'bench_test',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    step: pg.text('step', { enum: TEST_STEPS }).notNull(),
    number: pg.integer('number').notNull(),
    vesselId: idOf('vessel_id', () => vessel.id).notNull(),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    /** How it is made: for germination the substrate, temperature and calendar. */
    plan: pg.jsonb('plan').notNull(),
    version: pg.integer('version').notNull(),
    createdBy: pg.uuid('created_by').notNull(),
    createdAt: instant('created_at').notNull(),
    updatedBy: pg.uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [
    pg.unique('bench_test_number').on(t.lotId, t.step, t.number),
    pg.unique('bench_test_vessel').on(t.vesselId),
    pg
      .index('bench_test_weighed')
      .on(t.lotId)
      .where(sql`step = 'weight'`),
    pg
      .index('bench_test_place')
      .using('gin', sql`lower(plan->>'place') gin_trgm_ops`)
      .where(sql`step = 'germination'`),
    oneOf('bench_test_step', 'step', TEST_STEPS),
  ],
);

/** A heterogeneity test: one attribute compared between containers. Its results are observations. */
export const heterogeneityTest = pg.pgTable(
  'heterogeneity_test',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    number: pg.integer('number').notNull(),
    attribute: pg.text('attribute').notNull(),
    /** The component of purity, or the species counted. */
    part: pg.text('part').notNull(),
    seedsEach: pg.integer('seeds_each').notNull(),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    ...written,
  },
  (t) => [pg.unique('heterogeneity_test_number').on(t.lotId, t.number)],
);

/** A person's judgement on what the rules left open or blocked: stands beside the verdict, never over it. */
export const decision = pg.pgTable(
  'decision',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: pg.uuid('lot_id').notNull(),
    step: pg.text('step').notNull(),
    /** What was decided on: a test, or the submitted sample. */
    testId: idOf('test_id', () => benchTest.id),
    vesselId: idOf('vessel_id', () => vessel.id),
    heterogeneityId: idOf('heterogeneity_id', () => heterogeneityTest.id),
    /** accept: report it all the same. set-aside: the test stays on file and is not used. */
    decision: pg.text('decision', { enum: DECISIONS }).notNull(),
    reason: pg.text('reason').notNull(),
    ...written,
  },
  (t) => [
    pg.index('decision_lot').on(t.lotId),
    oneOf('decision_kind', 'decision', DECISIONS),
    pg.check('decision_subject', sql`num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1`),
  ],
);

/** An immutable verdict with all that it rests on. */
export const judgement = pg.pgTable(
  'judgement',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: pg.uuid('lot_id').notNull(),
    step: pg.text('step').notNull(),
    /** What was judged: a test, or the submitted sample. */
    testId: idOf('test_id', () => benchTest.id),
    vesselId: idOf('vessel_id', () => vessel.id),
    heterogeneityId: idOf('heterogeneity_id', () => heterogeneityTest.id),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    coreVersion: pg.text('core_version').notNull(),
    observations: pg.uuid('observations').array().notNull(),
    outcome: pg.text('outcome').notNull(),
    result: pg.jsonb('result').notNull(),
    /** Who made it judge: whoever weighed or counted last, or judged anew; null before it was kept. */
    by: pg.uuid('by'),
    at: instant('at').notNull(),
  },
  (t) => [
    pg.index('judgement_test').on(t.testId, t.seq.desc()),
    pg.check('judgement_subject', sql`num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1`),
  ],
);

export const auditEntry = pg.pgTable(
  'audit_entry',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: pg.uuid('lot_id'),
    by: pg.uuid('by'),
    at: instant('at').notNull(),
    /** What was done, in the words of before there were codes. */
    action: pg.text('action'),
    act: pg.jsonb('act').$type<Act>(),
    subject: pg.text('subject').notNull(),
    before: pg.jsonb('before'),
    after: pg.jsonb('after'),
    reason: pg.text('reason'),
  },
  (t) => [pg.index('audit_lot').on(t.lotId, t.seq), pg.check('audit_act', sql`num_nonnulls(action, act) = 1`)],
);

/** Answers already given, so that a repeated request does no harm. Kept 30 days. */
export const idempotencyKey = pg.pgTable(
  'idempotency_key',
  {
    personId: pg.uuid('person_id').notNull(),
    route: pg.text('route').notNull(),
    key: pg.text('key').notNull(),
    bodyHash: pg.text('body_hash').notNull(),
    status: pg.integer('status'),
    answer: pg.jsonb('answer'),
    createdAt: instant('created_at').notNull(),
  },
  (t) => [pg.primaryKey({ columns: [t.personId, t.route, t.key] }), pg.index('idempotency_age').on(t.createdAt)],
);

/** One-time links: the first person of an empty installation. */
export const setUpLink = pg.pgTable('set_up_link', {
  tokenHash: pg.text('token_hash').primaryKey(),
  createdAt: instant('created_at').notNull(),
  usedAt: instant('used_at'),
});

/** One-time links with which somebody sets a password anew. */
export const passwordReset = pg.pgTable('password_reset', {
  tokenHash: pg.text('token_hash').primaryKey(),
  personId: idOf('person_id', () => person.id).notNull(),
  createdAt: instant('created_at').notNull(),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
  by: idOf('by', () => person.id).notNull(),
});

/** The laboratory itself. */
export const laboratory = pg.pgTable(
  'laboratory',
  {
    id: pg.integer('id').primaryKey().default(1),
    name: pg.text('name').notNull(),
    address: pg.text('address').notNull(),
    zone: pg.text('zone').notNull(),
    /** What its printer holds. */
    paper: pg.text('paper', { enum: PAPER_SIZES }).notNull().default('A4'),
    /** Days of the week, and single days, on which nobody is at the bench. */
    closedWeek: pg.text('closed_week', { enum: CLOSED_WEEKS }).notNull().default('none'),
    closedDays: pg.jsonb('closed_days').$type<string[]>().notNull().default([]),
    /** Classes whose kinds are told apart at a germination count. */
    countDepth: pg.text('count_depth', { enum: COUNT_DEPTHS }).notNull().default('classes'),
    /** So many days photographs of dishes are kept; null = for good. */
    photoDays: pg.integer('photo_days'),
    demo: pg.boolean('demo').notNull(),
    demoDay: pg.date('demo_day'),
    /** Signs the session cookies of all processes. */
    sessionSecret: pg.text('session_secret').notNull(),
  },
  () => [
    pg.check('laboratory_one', sql`id = 1`),
    oneOf('laboratory_paper', 'paper', PAPER_SIZES),
    oneOf('laboratory_closed_week', 'closed_week', CLOSED_WEEKS),
    oneOf('laboratory_count_depth', 'count_depth', COUNT_DEPTHS),
    pg.check('laboratory_photo_days', sql`photo_days between 1 and 36500`),
  ],
);

/**
 * What lots ask for on a day, step by step; derived, and rewritten with every write to the step. Whether it is asked for
 * is said when it is read: the lot must be open, and of several counts of a test the last one that has come holds.
 */
export const stepDue = pg.pgTable(
  'step_due',
  {
    lotId: idOf('lot_id', () => lot.id).notNull(),
    step: pg.text('step', { enum: TEST_STEPS }).notNull(),
    /** Of the thing among those of its step. */
    key: pg.text('key').notNull(),
    due: pg.date('due').notNull(),
    /** The last day on which it is asked for; null = until it is done. */
    until: pg.date('until'),
    test: pg.integer('test').notNull(),
    /** The room, cabinet or shelf; empty where nobody said. */
    room: pg.text('room').notNull(),
    act: pg.jsonb('act').$type<DishAct>().notNull(),
    /** Numbers of the dishes that it is about, of so many. */
    open: pg.integer('open').array().notNull(),
    of: pg.integer('of').notNull(),
  },
  (t) => [pg.primaryKey({ columns: [t.lotId, t.step, t.key] }), pg.index('step_due_day').on(t.due, t.lotId)],
);

/** Who said that they see to a thing that is due. */
export const dueClaim = pg.pgTable('due_claim', {
  key: pg.text('key').primaryKey(),
  ...written,
});

/** Secret addresses under which a calendar program reads what is due, for a person or a place. */
export const calendarFeed = pg.pgTable('calendar_feed', {
  id: pg.uuid('id').primaryKey(),
  /** Of the secret in its address; the secret itself is nowhere kept. */
  tokenHash: pg.text('token_hash').notNull().unique(),
  personId: idOf('person_id', () => person.id).notNull(),
  /** A room, cabinet or shelf by name; empty = all that waits for the person's hands. */
  place: pg.text('place').notNull(),
  createdAt: instant('created_at').notNull(),
  usedAt: instant('used_at'),
  revokedAt: instant('revoked_at'),
});

/** Counters of the sign-in rate limit, shared by all processes. */
export const rateLimit = pg.pgTable('rate_limit', {
  key: pg.text('key').primaryKey(),
  hits: pg.integer('hits').notNull(),
  resetAt: instant('reset_at').notNull(),
});
