import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  check,
  date,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { ShownStanding } from '@mercato/contract/lot-sheet/standing';
import { DECISIONS } from '@mercato/contract/register/decisions';
import type { LotHeader } from '@mercato/contract/register/lots';
import { PAPER_SIZES } from '@mercato/contract/register/people';
import type { RequestView } from '@mercato/contract/register/request';
import { STATION_KINDS } from '@mercato/contract/register/stations';
import { TEST_STEPS } from '@mercato/contract/register/steps';
import type { Act } from '@mercato/contract/words/acts';
import { instant, oneOf, refersTo } from '../database/columns.ts';
import { ruleBookEdition } from '../rule-books/tables.ts';
import { person } from './peopleTables.ts';

/** The newest header of each lot, with what stands; a projection of `lot_revision` and the judgements. */
export const lot = pgTable(
  'lot',
  {
    id: uuid('id').primaryKey(),
    reference: text('reference').notNull().unique(),
    version: integer('version').notNull(),
    editionId: uuid('edition_id').notNull(),
    species: text('species').notNull(),
    /** The kind under the rule book's own name, where the book knows several of one species. */
    bookKind: text('book_kind'),
    variety: text('variety').notNull(),
    harvestYear: integer('harvest_year').notNull(),
    harvestMonth: integer('harvest_month'),
    massText: text('mass_text').notNull(),
    massUnit: text('mass_unit').notNull(),
    massKg: numeric('mass_kg').notNull(),
    containers: integer('containers').notNull(),
    containerMassText: text('container_mass_text'),
    containerMassUnit: text('container_mass_unit'),
    containerMassKg: numeric('container_mass_kg'),
    origin: text('origin').notNull(),
    /** The lot that this one is a part of. */
    parentLotId: uuid('parent_lot_id'),
    /** References of the lots that it was divided into. */
    parts: text('parts').array().notNull().default([]),
    /** The newest request, with its version; all of them stand in `lot_request`. */
    request: jsonb('request').$type<RequestView>(),
    /** How many heterogeneity tests there are, so that a lot without one is not asked for them. */
    heterogeneityTests: integer('heterogeneity_tests').notNull().default(0),
    createdAt: instant('created_at').notNull(),
    updatedAt: instant('updated_at').notNull(),
    updatedBy: uuid('updated_by').notNull(),
    /** Words that the list is searched by, folded to small letters. */
    searchText: text('search_text').notNull(),
    /** open · held · released · divided: the list's filter, with the day after which a released lot counts as expired. */
    state: text('state').notNull(),
    validUntil: date('valid_until'),
    /** Step, mark, and what stands, as codes with figures; derived, and rewritten with every write. */
    standing: jsonb('standing').$type<ShownStanding>().notNull(),
    /** The computation that this projection was derived by; null = it is to be derived anew. */
    standingVersion: text('standing_version'),
    /** What each step had to say when it was written to last, so that a write reads its own step alone; derived. */
    kept: jsonb('kept'),
  },
  (t) => [
    refersTo([t.editionId], [ruleBookEdition.id]),
    refersTo([t.parentLotId], [t.id]),
    refersTo([t.updatedBy], [person.id]),
    check('lot_mass', sql`mass_kg > 0 and mass_kg <> 'NaN'`),
    check('lot_containers', sql`containers >= 0`),
    index('lot_newest').on(t.createdAt.desc(), t.id.desc()),
    index('lot_state').on(t.state, t.createdAt.desc(), t.id.desc()),
    index('lot_search').using('gin', sql`search_text gin_trgm_ops`),
    index('lot_outdated')
      .on(t.id)
      .where(sql`standing_version is null`),
  ],
);

/** Every header a lot ever had. */
export const lotRevision = pgTable(
  'lot_revision',
  {
    lotId: uuid('lot_id').notNull(),
    version: integer('version').notNull(),
    header: jsonb('header').$type<LotHeader>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    reason: text('reason'),
  },
  (t) => [refersTo([t.by], [person.id]), refersTo([t.lotId], [lot.id]), primaryKey({ columns: [t.lotId, t.version] })],
);

/** What was asked for: client, tests, day, fee. A change is a new version. */
export const lotRequest = pgTable(
  'lot_request',
  {
    lotId: uuid('lot_id').notNull(),
    version: integer('version').notNull(),
    request: jsonb('request').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    reason: text('reason'),
  },
  (t) => [refersTo([t.by], [person.id]), refersTo([t.lotId], [lot.id]), primaryKey({ columns: [t.lotId, t.version] })],
);

/** Containers, primary, composite, submitted and working samples, replicates: one tree. */
export const vessel = pgTable(
  'vessel',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    parentId: uuid('parent_id'),
    kind: text('kind').notNull(),
    purpose: text('purpose'),
    number: integer('number').notNull(),
    code: text('code').notNull().unique(),
    place: text('place'),
    massText: text('mass_text'),
    massUnit: text('mass_unit'),
    massG: numeric('mass_g'),
    /** Seeds set, for a replicate. */
    seeds: integer('seeds'),
    /** The composite that it was poured into, for a primary sample. */
    pouredInto: uuid('poured_into'),
    /** Why it is lighter than its rule book asks, for a working sample. */
    why: text('why'),
    /** half: one of two half working samples. */
    portion: text('portion'),
    /** Who has it, at which station it lies and under which seal: what its newest events left. */
    holder: text('holder'),
    stationId: uuid('station_id'),
    seal: text('seal'),
    /** How it ended; null while it is there. */
    gone: text('gone'),
    /** The day after which a reserve sample may go. */
    discardOn: date('discard_on'),
    /** The day on which it was drawn; null where nobody said so. */
    drawnOn: date('drawn_on'),
    /** Why that was written down so late. */
    lateReason: text('late_reason'),
    /** Counts the writes to this vessel; what If-Match names. */
    version: integer('version').notNull().default(1),
    createdBy: uuid('created_by').notNull(),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (t) => [
    refersTo([t.lotId], [lot.id]),
    refersTo([t.parentId], [t.id]),
    refersTo([t.pouredInto], [t.id]),
    refersTo([t.stationId], [station.id]),
    refersTo([t.updatedBy], [person.id]),
    index('vessel_lot').on(t.lotId),
    index('vessel_parent').on(t.parentId),
    index('vessel_station').on(t.stationId),
    check('vessel_portion', sql`portion in ('half')`),
    check('vessel_gone', sql`gone in ('poured together','used up','discarded','returned')`),
    check(
      'vessel_kind',
      sql`kind in ('container','primary','composite','submitted','working','reserve','replicate','packet')`,
    ),
    check('vessel_mass', sql`mass_g is null or (mass_g >= 0 and mass_g <> 'NaN')`),
  ],
);

/** What happened to a vessel: every hand-over, move, seal, opening, division, and its end. Written once. */
export const vesselEvent = pgTable(
  'vessel_event',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: uuid('lot_id').notNull(),
    vesselId: uuid('vessel_id').notNull(),
    what: text('what').notNull(),
    /** The event as it was written down, by its kind. */
    detail: jsonb('detail').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.lotId], [lot.id]),
    refersTo([t.vesselId], [vessel.id]),
    index('vessel_event_lot').on(t.lotId, t.seq),
    check('vessel_event_what', sql`what in ('take','hand-over','move','seal','open','divide','finish')`),
  ],
);

/** A result of one step that was made elsewhere: another laboratory, another sample, a label. A correction supersedes it. */
export const otherResult = pgTable(
  'other_result',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    step: text('step').notNull(),
    number: integer('number').notNull(),
    detail: jsonb('detail').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    supersedes: uuid('supersedes'),
    reason: text('reason'),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.lotId], [lot.id]),
    refersTo([t.supersedes], [t.id]),
    uniqueIndex('other_result_one_root')
      .on(t.lotId, t.step, t.number)
      .where(sql`supersedes is null`),
    unique('other_result_one_successor').on(t.supersedes),
    check('other_result_reason', sql`(supersedes is null) = (reason is null)`),
  ],
);

/** A bench, machine or pit where one lot is open at a time. */
export const station = pgTable(
  'station',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull().unique(),
    kind: text('kind', { enum: STATION_KINDS }).notNull(),
    openLotId: uuid('open_lot_id'),
    /** The lot that ran here before; its seed may still be in the machine until that is cleaned. */
    lastLotId: uuid('last_lot_id'),
    clean: boolean('clean').notNull().default(true),
    createdAt: instant('created_at').notNull(),
  },
  (t) => [
    refersTo([t.lastLotId], [lot.id]),
    refersTo([t.openLotId], [lot.id]),
    oneOf('station_kind', 'kind', STATION_KINDS),
  ],
);

/** Which lots were open at a station, and when it was cleaned down. Written once. */
export const stationEvent = pgTable(
  'station_event',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    stationId: uuid('station_id').notNull(),
    lotId: uuid('lot_id'),
    what: text('what').notNull(),
    note: text('note').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.lotId], [lot.id]),
    refersTo([t.stationId], [station.id]),
    index('station_event_station').on(t.stationId, t.seq),
    check('station_event_what', sql`what in ('open','close','clean')`),
  ],
);

/** One test on one working sample. Its observations lie in the table of its step. */
export const benchTest = pgTable(
  'bench_test',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    step: text('step', { enum: TEST_STEPS }).notNull(),
    number: integer('number').notNull(),
    vesselId: uuid('vessel_id').notNull(),
    editionId: uuid('edition_id').notNull(),
    /** How it is made: for germination the substrate, temperature and calendar. */
    plan: jsonb('plan').notNull(),
    version: integer('version').notNull(),
    createdBy: uuid('created_by').notNull(),
    createdAt: instant('created_at').notNull(),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [
    refersTo([t.editionId], [ruleBookEdition.id]),
    refersTo([t.lotId], [lot.id]),
    refersTo([t.vesselId], [vessel.id]),
    unique('bench_test_number').on(t.lotId, t.step, t.number),
    unique('bench_test_vessel').on(t.vesselId),
    index('bench_test_weighed')
      .on(t.lotId)
      .where(sql`step = 'weight'`),
    oneOf('bench_test_step', 'step', TEST_STEPS),
  ],
);

/** A heterogeneity test: one attribute compared between containers. Its results are observations. */
export const heterogeneityTest = pgTable(
  'heterogeneity_test',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    number: integer('number').notNull(),
    attribute: text('attribute').notNull(),
    /** The component of purity, or the species counted. */
    part: text('part').notNull(),
    seedsEach: integer('seeds_each').notNull(),
    editionId: uuid('edition_id').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.editionId], [ruleBookEdition.id]),
    refersTo([t.lotId], [lot.id]),
    unique('heterogeneity_test_number').on(t.lotId, t.number),
  ],
);

/** A person's judgement on what the rules left open or blocked: stands beside the verdict, never over it. */
export const decision = pgTable(
  'decision',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    step: text('step').notNull(),
    /** What was decided on: a test, or the submitted sample. */
    testId: uuid('test_id'),
    vesselId: uuid('vessel_id'),
    heterogeneityId: uuid('heterogeneity_id'),
    /** accept: report it all the same. set-aside: the test stays on file and is not used. */
    decision: text('decision', { enum: DECISIONS }).notNull(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.heterogeneityId], [heterogeneityTest.id]),
    refersTo([t.testId], [benchTest.id]),
    refersTo([t.vesselId], [vessel.id]),
    index('decision_lot').on(t.lotId),
    oneOf('decision_kind', 'decision', DECISIONS),
    check('decision_subject', sql`num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1`),
  ],
);

/** An immutable verdict with all that it rests on. */
export const judgement = pgTable(
  'judgement',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: uuid('lot_id').notNull(),
    step: text('step').notNull(),
    /** What was judged: a test, or the submitted sample. */
    testId: uuid('test_id'),
    vesselId: uuid('vessel_id'),
    heterogeneityId: uuid('heterogeneity_id'),
    editionId: uuid('edition_id').notNull(),
    coreVersion: text('core_version').notNull(),
    observations: uuid('observations').array().notNull(),
    outcome: text('outcome').notNull(),
    result: jsonb('result').notNull(),
    /** Who made it judge: whoever weighed or counted last, or judged anew; null before it was kept. */
    by: uuid('by'),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.editionId], [ruleBookEdition.id]),
    refersTo([t.heterogeneityId], [heterogeneityTest.id]),
    refersTo([t.testId], [benchTest.id]),
    refersTo([t.vesselId], [vessel.id]),
    index('judgement_test').on(t.testId, t.seq.desc()),
    check('judgement_subject', sql`num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1`),
  ],
);

export const auditEntry = pgTable(
  'audit_entry',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    lotId: uuid('lot_id'),
    by: uuid('by'),
    at: instant('at').notNull(),
    /** What was done, in the words of before there were codes. */
    action: text('action'),
    act: jsonb('act').$type<Act>(),
    subject: text('subject').notNull(),
    before: jsonb('before'),
    after: jsonb('after'),
    reason: text('reason'),
  },
  (t) => [index('audit_lot').on(t.lotId, t.seq), check('audit_act', sql`num_nonnulls(action, act) = 1`)],
);

/** Answers already given, so that a repeated request does no harm. Kept 30 days. */
export const idempotencyKey = pgTable(
  'idempotency_key',
  {
    personId: uuid('person_id').notNull(),
    route: text('route').notNull(),
    key: text('key').notNull(),
    bodyHash: text('body_hash').notNull(),
    status: integer('status'),
    answer: jsonb('answer'),
    createdAt: instant('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.route, t.key] }), index('idempotency_age').on(t.createdAt)],
);

/** One-time links: the first person of an empty installation. */
export const setUpLink = pgTable('set_up_link', {
  tokenHash: text('token_hash').primaryKey(),
  createdAt: instant('created_at').notNull(),
  usedAt: instant('used_at'),
});

/** One-time links with which somebody sets a password anew. */
export const passwordReset = pgTable(
  'password_reset',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: uuid('person_id').notNull(),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    usedAt: instant('used_at'),
    by: uuid('by').notNull(),
  },
  (t) => [refersTo([t.by], [person.id]), refersTo([t.personId], [person.id])],
);

/** The laboratory itself. */
export const laboratory = pgTable(
  'laboratory',
  {
    id: integer('id').primaryKey().default(1),
    name: text('name').notNull(),
    address: text('address').notNull(),
    zone: text('zone').notNull(),
    /** What its printer holds. */
    paper: text('paper', { enum: PAPER_SIZES }).notNull().default('A4'),
    demo: boolean('demo').notNull(),
    demoDay: date('demo_day'),
    /** Signs the session cookies of all processes. */
    sessionSecret: text('session_secret').notNull(),
  },
  () => [check('laboratory_one', sql`id = 1`), oneOf('laboratory_paper', 'paper', PAPER_SIZES)],
);

/** Counters of the sign-in rate limit, shared by all processes. */
export const rateLimit = pgTable('rate_limit', {
  key: text('key').primaryKey(),
  hits: integer('hits').notNull(),
  resetAt: instant('reset_at').notNull(),
});
