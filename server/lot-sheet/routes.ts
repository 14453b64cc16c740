import { and, asc, desc, eq, isNotNull, sql, type SQL } from 'drizzle-orm';
import type { LotSheet, ScanAnswer } from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import { USUAL_TESTS } from '@mercato/contract/register/steps';
import type { StoreScan } from '@mercato/contract/store/packets';
import type { Act } from '@mercato/contract/words/acts';
import { readCode } from '@mercato/core/register/code';
import { batchNamed, shedScan } from '../cleaning/result.ts';
import type { Reader } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { checkVersion, idParam } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { bagScan } from '../quick-tests/result.ts';
import { decide } from '../register/decisions.ts';
import { divideLot } from '../register/divideLot.ts';
import { briefOf, laboratoryOf, openFile, requestOf } from '../register/lotFile.ts';
import { correctLot, freeReference, headerOf, lockLot, lotById, openLot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { person } from '../register/peopleTables.ts';
import { keepRequest } from '../register/requests.ts';
import { strikeWork, workLot } from '../register/worked.ts';
import { auditEntry, lot, lotRevision, vessel } from '../register/tables.ts';
import { countTests } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { editionById, kindOf } from '../rule-books/editions.ts';
import { storeScan } from '../store/scan.ts';
import { effectsOf, judgeTogether } from './effects.ts';
import { listLots } from './listLots.ts';
import { SHEET_STEPS } from './registry.ts';
import { rejudge } from './rejudge.ts';
import { workingOf } from './slips.ts';
import { type LotPicture, pictureOf } from './standing.ts';

/** Among how many of the newest lots clients are looked for, and how many are told. */
const NEWEST = 2000;
const CLIENTS = 100;
/** What is asked for with a new lot, but for who asks. */
const AS_USUAL = { theirReference: '', tests: [...USUAL_TESTS], dueOn: null, sampledBy: 'us' as const, fee: null };

export function serveLots(api: Api<LotPicture>): void {
  api.read(lotRoutes.list, async ({ tx, query, now }) => listLots(tx, query, now));
  api.read(lotRoutes.sheet, async ({ tx, params, now }) =>
    sheetOf(tx, await pictureOf(tx, await openFile(tx, idParam(params, 'lot'), now))),
  );

  api.write(lotRoutes.add, async (context) => {
    const { tx, hand, audit, settle } = context;
    const { asked, ...header } = context.body;
    const row = await openLot(tx, header, hand, audit);
    if (asked) await keepRequest(context, row, { ...AS_USUAL, ...asked }, 0);
    return sheetOf(tx, await settle(row.id));
  });
  api.read(lotRoutes.clients, async ({ tx }) => {
    const newest = tx.select({ request: lot.request }).from(lot).orderBy(desc(lot.id)).limit(NEWEST).as('newest');
    const rows = await tx
      .select({ client: sql<string>`${newest.request} ->> 'client'` })
      .from(newest)
      .where(isNotNull(newest.request));
    return { clients: [...new Set(rows.map((one) => one.client))].slice(0, CLIENTS) };
  });

  api.write(lotRoutes.correct, async ({ tx, params, body, seenVersion, hand, audit, settle }) => {
    const row = await lockLot(tx, idParam(params, 'lot'));
    if (seenVersion !== row.version)
      checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
    const { reason, ...header } = body;
    if (!reason) throw fault('invalid', 'lot-sheet.say-why-lot-corrected', 'reason');
    await correctLot(tx, row, header, hand, reason, (await countTests(tx, row.id)) > 0, audit);
    return sheetOf(tx, await settle(row.id));
  });

  api.write(lotRoutes.request, async (context) => {
    const row = await lockLot(context.tx, idParam(context.params, 'lot'));
    await keepRequest(context, row, context.body, context.seenVersion);
    return sheetOf(context.tx, await context.settle(row.id));
  });

  api.read(lotRoutes.nextReference, async ({ tx }) => ({ reference: await freeReference(tx) }));

  api.write(lotRoutes.divide, async (context) => {
    const row = await lockLot(context.tx, idParam(context.params, 'lot'));
    const { book } = await editionById(context.tx, row.editionId);
    await divideLot(context, row, book, context.body);
    return sheetOf(context.tx, await context.settle(row.id));
  });

  api.write(lotRoutes.work, async (context) => {
    const row = await lockLot(context.tx, idParam(context.params, 'lot'));
    await workLot(context, row, context.body, (await laboratoryOf(context.tx)).zone);
    return sheetOf(context.tx, await context.settle(row.id));
  });

  api.write(lotRoutes.strikeWork, async (context) => {
    const row = await lockLot(context.tx, idParam(context.params, 'lot'));
    await strikeWork(context, row, idParam(context.params, 'work'), context.body.reason);
    return sheetOf(context.tx, await context.settle(row.id));
  });

  api.write(lotRoutes.decide, async ({ tx, params, body, hand, audit, touch, settle }) => {
    const row = await lockLot(tx, idParam(params, 'lot'));
    await decide({ tx, hand, audit, touch }, row.id, body);
    return sheetOf(tx, await settle(row.id));
  });

  api.write(lotRoutes.judgeAnew, async (context) => {
    const row = await lockLot(context.tx, idParam(context.params, 'lot'));
    await rejudge(context, row, context.body.editionId, context.body.reason);
    return sheetOf(context.tx, await context.settle(row.id));
  });

  api.read(lotRoutes.effects, async ({ tx, params, query, now }) =>
    effectsOf(
      tx,
      idParam(params, 'edition'),
      typeof query.after === 'string' ? idParam({ after: query.after }, 'after') : null,
      now,
    ),
  );
  api.write(lotRoutes.judgeTogether, async (context) => judgeTogether(context, idParam(context.params, 'edition')));

  api.read(lotRoutes.history, async ({ tx, params }) => {
    const id = idParam(params, 'lot');
    const rows = await tx
      .select({
        at: auditEntry.at,
        by: person.name,
        act: sql<Act | string>`coalesce(${auditEntry.act}, to_jsonb(${auditEntry.action}))`,
        subject: auditEntry.subject,
        before: auditEntry.before,
        after: auditEntry.after,
        reason: auditEntry.reason,
      })
      .from(auditEntry)
      .leftJoin(person, eq(person.id, auditEntry.by))
      .where(eq(auditEntry.lotId, id))
      .orderBy(asc(auditEntry.seq))
      .limit(2000);
    return { entries: rows.map((row) => ({ ...row, at: row.at.toISOString() })) };
  });

  api.read(lotRoutes.scan, async ({ tx, params }): Promise<ScanAnswer | StoreScan> => {
    const reading = readCode(params.code);
    if (!reading.ok) throw fault('not-found', { is: 'register.no-code', fault: reading.fault });
    const [found] = await tx.select().from(vessel).where(eq(vessel.code, reading.code));
    const inStore = found
      ? null
      : ((await storeScan(tx, reading.code)) ??
        (await bagScan(tx, reading.code)) ??
        (await shedScan(tx, reading.code)));
    if (inStore) return inStore;
    if (!found) throw fault('not-found', { is: 'lot-sheet.no-vessel-laboratory-carries', code: reading.code });
    const of = await lotById(tx, found.lotId);
    const brief = briefOf(of, await editionById(tx, of.editionId), await kindOf(tx, of.species));
    const answer: ScanAnswer = {
      code: reading.code,
      vessel: vesselView(found, await namesOf(tx)),
      lot: brief,
      open:
        found.kind === 'replicate'
          ? `/lots/${brief.id}/germination/count?dish=${found.id}`
          : found.kind === 'working'
            ? `/lots/${brief.id}/${found.purpose ?? 'sampling'}?sample=${encodeURIComponent(found.code)}`
            : `/lots/${brief.id}/vessels?at=${found.id}`,
    };
    return answer;
  });
}

async function lotsOf(tx: Reader, where: readonly SQL[]): Promise<{ id: string; reference: string }[]> {
  if (where.length === 0) return [];
  return tx
    .select({ id: lot.id, reference: lot.reference })
    .from(lot)
    .where(and(...where))
    .orderBy(asc(lot.reference));
}

async function sheetOf(tx: Reader, picture: LotPicture): Promise<LotSheet> {
  const { lot: row, names, edition, brief, decisions } = picture.file;
  const revisions = await tx
    .select()
    .from(lotRevision)
    .where(eq(lotRevision.lotId, row.id))
    .orderBy(asc(lotRevision.version));
  const { facts } = picture.gathered;
  return {
    id: row.id,
    version: row.version,
    header: headerOf(row, edition.book),
    commonName: brief.commonName,
    chaffy: brief.chaffy,
    edition: brief.edition,
    code: picture.gathered.sampling.submitted?.vessel.code ?? null,
    state: picture.state,
    request: requestOf(row),
    parent: (await lotsOf(tx, row.parentLotId === null ? [] : [eq(lot.id, row.parentLotId)]))[0] ?? null,
    parts: row.parts.length === 0 ? [] : await lotsOf(tx, [eq(lot.parentLotId, row.id)]),
    batch: await batchNamed(tx, row.batchId),
    treatments: row.treatments,
    worked: row.worked,
    figures: SHEET_STEPS.flatMap(({ step, figure }) => (figure ? [{ step, figure: figure(facts) }] : [])),
    wouldHold: [...picture.wouldHold],
    steps: [...picture.lines],
    working: workingOf(picture.gathered, picture.file.edition),
    decisions: [...decisions],
    revisions: revisions.map((one) => ({
      version: one.version,
      header: one.header,
      by: names.get(one.by) ?? '',
      at: one.at.toISOString(),
      reason: one.reason,
    })),
  };
}
