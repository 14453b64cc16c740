import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { BatchAbout, NewBatch, NewLine } from '@mercato/contract/cleaning/batches';
import { ENTRY_WORDS, forbidsWords } from '@mercato/contract/cleaning/words';
import { readBook } from '@mercato/core/cleaning/batchBook';
import { CannotBe } from '@mercato/core/cleaning/cannotBe';
import type { BatchBook, Measures } from '@mercato/core/cleaning/bookState';
import type { EntryOf, ShedEntry } from '@mercato/core/cleaning/entries';
import { readScreens } from '@mercato/core/cleaning/readScreen';
import { forbids } from '@mercato/core/cleaning/screenings';
import { standingOf } from '@mercato/core/cleaning/standing';
import { forUpdate, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { waitingFor } from '../http/waiting.ts';
import { foldText } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { checkDay, instantSeen } from '../register/seen.ts';
import { todayIn } from '../http/day.ts';
import { accessionById, addAccession } from '../store/accessions.ts';
import { accession } from '../store/tables.ts';
import { soakRules } from './figures.ts';
import { keepGone, keepPasses, keepVessels } from './keptBeside.ts';
import { arriveLoad } from './loads.ts';
import { checkMachine } from './machines.ts';
import { shedBatch, shedLine } from './tables.ts';
import { type Batch, besides, bookLines, type Line, noBatch, type OpenBook, openBook } from './views.ts';

export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

/** Any fixed number: whoever gives the next running number holds this lock until the transaction ends. */
const NUMBER_LOCK = 431_018_280;

async function nextNumber(tx: Transaction): Promise<string> {
  await waitingFor({ is: 'store.numbers-being-given' }, tx.execute(sql`select pg_advisory_xact_lock(${NUMBER_LOCK})`));
  const [last] = await tx
    .select({ n: sql<number>`coalesce(max(substring(${shedBatch.number} from 3)::int), 0)` })
    .from(shedBatch);
  return `B-${String((last?.n ?? 0) + 1).padStart(4, '0')}`;
}

const searchWords = (about: BatchAbout, number: string, of: typeof accession.$inferSelect) =>
  foldText([number, about.name, of.kind, of.variety, of.species, of.header.from, of.header.site.name].join(' '));

const NOTHING_YET = {
  passes: 0,
  running: 0,
  inG: null,
  cleanG: '0',
  outcome: 'not-judged',
  expects: [],
  due: [],
} as const;

/** Starts a batch, of a harvest that is there or of a new one; the appointment that it came by has arrived. */
export async function startBatch(context: Write, body: NewBatch): Promise<string> {
  const { tx, hand, audit } = context;
  const { accessionId, accession: header, loadId, ...about } = body;
  // One of the two is there: the schema sees to it.
  const of = header === undefined ? await accessionById(tx, accessionId ?? '') : await addAccession(context, header);
  const id = uuid();
  const number = await nextNumber(tx);
  await tx.insert(shedBatch).values({
    id,
    number,
    accessionId: of.id,
    about,
    standing: NOTHING_YET,
    searchText: searchWords(about, number, of),
    createdAt: hand.at,
    updatedAt: hand.at,
    updatedBy: hand.personId,
  });
  if (loadId !== undefined) await arriveLoad(context, loadId, id);
  await audit({ act: { is: 'shed-batch-started' }, subject: `batch ${number}`, after: body });
  return id;
}

/** Locks a batch: its lines are written one after the other. */
async function lockBatch(tx: Transaction, id: string): Promise<Batch> {
  const [row] = await forUpdate(tx, tx.select().from(shedBatch).where(eq(shedBatch.id, id)));
  if (!row) throw noBatch();
  return row;
}

/** A batch that is locked, with its book. */
export async function lockedBook(tx: Transaction, id: string): Promise<OpenBook> {
  await lockBatch(tx, id);
  return openBook(tx, id);
}

export async function changeBatch(
  { tx, hand, audit }: Write,
  id: string,
  { reason, ...about }: BatchAbout & { readonly reason: string },
  seen: number | null,
): Promise<void> {
  const row = await lockBatch(tx, id);
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  const of = await accessionById(tx, row.accessionId);
  await tx
    .update(shedBatch)
    .set({
      about,
      version: row.version + 1,
      searchText: searchWords(about, row.number, of),
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .where(eq(shedBatch.id, id));
  await audit({
    act: { is: 'shed-batch-changed' },
    subject: `batch ${row.number}`,
    before: row.about,
    after: about,
    reason,
  });
}

/** A phone's clock may go so far ahead of ours, ms. Guess. */
const AHEAD = 10 * 60_000;

/** When a line was seen: as somebody states, as a phone noted it, or now. */
function seenAtOf({ hand }: Pick<Write, 'hand'>, line: NewLine): Date {
  if (line.seenOn !== undefined || line.notedAt === undefined) return instantSeen(hand, line);
  const noted = new Date(line.notedAt);
  if (noted.getTime() > hand.at.getTime() + AHEAD) throw fault('invalid', 'http.lies-future', 'notedAt');
  if (noted > hand.at) return hand.at;
  // What waited on a phone for days came late for a reason that everybody knows.
  checkDay(todayIn(noted, hand.zone), hand.today, null, true, 'notedAt');
  return noted;
}

/** What was said, without when and why. */
function entryOf({
  seenOn: _on,
  seenTime: _time,
  lateReason: _late,
  notedAt: _noted,
  corrects: _corrects,
  ...entry
}: NewLine): ShedEntry {
  return entry;
}

/**
 * Writes a line into a batch's book. Sent twice under one id it stands once.
 * @throws {Fault} 422 at the field for what cannot be, 409 for a line that was written for another batch
 */
export async function writeLine(context: Write, batchId: string, lineId: string, line: NewLine): Promise<void> {
  const { tx } = context;
  const open = await lockedBook(tx, batchId);
  const [there] = await tx.select().from(shedLine).where(eq(shedLine.id, lineId));
  if (there) {
    if (there.batchId !== batchId) throw fault('conflict', 'shed.line-of-another');
    return;
  }
  const { corrects = null, lateReason = null } = line;
  const corrected = corrects && open.lines[corrects.line];
  // What is corrected was seen when it was seen, unless that was wrong, too.
  const seenAt = corrected && line.seenOn === undefined ? corrected.seenAt : seenAtOf(context, line);
  await append(context, open, { id: lineId, entry: entryOf(line), corrects, lateReason, seenAt });
}

/** A line to be written. */
export interface Appended {
  readonly id: string;
  readonly entry: ShedEntry;
  readonly corrects: { readonly line: number; readonly reason: string } | null;
  readonly lateReason: string | null;
  readonly seenAt: Date;
}

/** Appends a line, after all that it says was held against the book and the machines; keeps what follows from it. */
export async function append(
  context: Write,
  open: OpenBook,
  { id, entry, corrects, lateReason, seenAt }: Appended,
): Promise<void> {
  const { tx, hand, audit } = context;
  const { batch: row, figures, lines: before } = open;
  const line = {
    batchId: row.id,
    line: before.length,
    id,
    entry,
    corrects: corrects?.line ?? null,
    reason: corrects?.reason ?? null,
    seenAt,
    lateReason,
    by: hand.personId,
    at: hand.at,
  };
  const next = [...before, line];
  const book = read(next, line.line, open.measures);
  await checkEntry(tx, open, entry, book);
  await tx.insert(shedLine).values(line);
  await keepVessels(tx, row.id, book);
  await keepPasses(tx, row.id, next, book);
  await keepGone(tx, row.id, book);
  const standing = standingOf(book, figures.parameter('unaccounted_percent'), soakRules(figures));
  const [due] = standing.due;
  await tx
    .update(shedBatch)
    .set({
      standing,
      dueAt: due && !book.closed ? new Date(due.at) : null,
      state: book.closed ? 'closed' : 'open',
      version: row.version + 1,
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .where(eq(shedBatch.id, row.id));
  await audit({
    act: { is: corrects ? 'shed-line-corrected' : 'shed-line-written', entry: ENTRY_WORDS[entry.what] },
    subject: `batch ${row.number}`,
    ...(corrects ? { before: before[corrects.line]?.entry } : {}),
    after: entry,
    reason: corrects?.reason ?? (entry.what === 'strike' ? entry.reason : undefined),
  });
}

/** @throws {Fault} 422 at the field of the new line, or because later lines rest on what is crossed out or corrected */
function read(lines: readonly Line[], newest: number, measures: Measures): BatchBook {
  try {
    return readBook(bookLines(lines), measures);
  } catch (error) {
    if (!(error instanceof CannotBe)) throw error;
    throw error.line === newest
      ? fault('invalid', error.why, error.path)
      : fault('invalid', 'shed.rests-on-it', 'line');
  }
}

/** What the book alone does not know: screens, machines, benches, and where screenings may go. */
async function checkEntry(
  tx: Transaction,
  { batch: row, of, figures }: OpenBook,
  entry: ShedEntry,
  book: BatchBook,
): Promise<void> {
  if (entry.what === 'pass') {
    const { screens } = entry.settings;
    const unknown = typeof screens === 'string' ? readScreens(screens, figures.screens).unknown : null;
    if (unknown !== null) throw fault('invalid', { is: 'shed.no-such-screen', text: unknown }, 'settings.screens');
    if (entry.method === 'treat' && entry.treatment === null)
      throw fault('invalid', 'shed.treatment-missing', 'treatment');
    if (entry.method === 'dry') checkTarget(entry, book);
    if (entry.machine !== null)
      await checkMachine(tx, entry.machine, { id: row.id, kind: of.kind, variety: of.variety });
  }
  if (entry.what === 'opened') {
    const others = [...book.vessels.values()]
      .filter((one) => one.openAt === entry.bench && one.id !== entry.vessel)
      .map((one) => one.name);
    const elsewhere = (await besides(tx, row.id, [entry.bench])).map(
      (one) => `${one.vessel} of ${one.batch} (${[one.kind, one.variety].filter(Boolean).join(' ')}), ${one.code}`,
    );
    if (others.length + elsewhere.length > 0)
      throw fault('conflict', { is: 'shed.another-open', others: [...others, ...elsewhere].join('; ') }, 'bench');
  }
  if (entry.what === 'gone') {
    const found = forbids(book.vessels.get(entry.vessel)?.treatments ?? [], entry.answers, entry.to);
    if (found.length > 0) throw fault('invalid', { is: 'shed.may-not-go', why: forbidsWords(found) }, 'to');
  }
}

/** Seed is dried down, never up. */
function checkTarget(entry: EntryOf<'pass'>, book: BatchBook): void {
  const { targetPercent } = entry.settings;
  const now = book.passes.get(entry.pass)?.inflows.flatMap((one) => one.weighed?.moisturePercent ?? []) ?? [];
  const dampest = Math.max(...now);
  if (typeof targetPercent === 'number' && now.length > 0 && targetPercent > dampest)
    throw fault('invalid', { is: 'shed.target-above', now: dampest }, 'settings.targetPercent');
}
