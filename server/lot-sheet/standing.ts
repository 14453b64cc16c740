import { eq, sql } from 'drizzle-orm';
import type { Mark, Standing, StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import { EARLY } from '@mercato/contract/register/early';
import type { LotState } from '@mercato/contract/register/lots';
import { type TestStep, USUAL_TESTS } from '@mercato/contract/register/steps';
import type { ReleaseRow } from '@mercato/contract/release/release';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import { asStored, filled, prepared, type Reader, type Transaction } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { reportedPureSeed } from '../purity/result.ts';
import { type LotFile, openFile, requestOf } from '../register/lotFile.ts';
import { lot as lotTable } from '../register/tables.ts';
import { type DocumentRow, documentsOf, releasesOf } from '../release/result.ts';
import { blocksOf, factsOf, gather, type Gathered, type Known, openAll } from './gather.ts';
import { keepDues } from './dues.ts';
import { keepStep, type Kept, keptOf, type KeptStep, lineOn, ownComputation, stillStands } from './kept.ts';
import { seenWith, SHEET_STEPS, type Views } from './registry.ts';
import type { Facts } from './step.ts';

/** What stands of a lot, once what each step has to say of it is known. */
interface Stands {
  readonly lines: readonly StepLine[];
  readonly releases: readonly ReleaseRow[];
  readonly state: LotState;
  /** Last day of the tag's validity, where a tag stands. */
  readonly validUntil: string | null;
  /** Why a lot that is released would be held if it were judged today; it stays released. */
  readonly wouldHold: readonly StepBlocks[];
  readonly standing: Standing;
}

export interface LotPicture extends Stands {
  readonly file: LotFile;
  readonly gathered: Gathered;
}

/** The whole picture of one lot: every step's line, its releases, and what stands. */
export async function pictureOf(tx: Reader, file: LotFile): Promise<LotPicture> {
  const gathered = await gather(tx, file);
  return { file, gathered, ...standsOf(file, gathered, await documentsOf(tx, file.lot.id)) };
}

const AWAITED: ReadonlySet<string> = new Set(SHEET_STEPS.flatMap((one) => (one.awaited ? [one.step] : [])));

function standsOf(
  file: LotFile,
  { lines: own, facts }: { readonly lines: readonly StepLine[]; readonly facts: Facts },
  documents: readonly DocumentRow[],
): Stands {
  const { today } = file;
  const releases = releasesOf(file, documents);
  const wanted = requestOf(file.lot)?.tests ?? USUAL_TESTS;
  const divided = file.lot.parts.length > 0;
  const current = releases.filter((one) => !one.superseded);
  const blocks = divided ? [] : blocksOf(own);
  // What stands released was judged and signed: a rule that came since is said, and takes nothing back.
  const wouldHold = current.length > 0 ? blocks : [];
  const release = releaseLine(
    own,
    releases,
    today,
    wanted.filter((one) => AWAITED.has(one)),
    divided,
    wouldHold,
  );
  const lines = [...own.map((line) => unlessNeeded(line, wanted, divided)), release];
  const held = blocks.length > 0 && current.length === 0;
  const validUntil = current.findLast((one) => one.validUntil !== null)?.validUntil ?? null;
  const expired = validUntil !== null && validUntil < today;
  const state: LotState = divided
    ? 'divided'
    : held
      ? 'held'
      : current.length === 0
        ? 'open'
        : expired
          ? 'expired'
          : 'released';
  return { lines, releases, state, validUntil, wouldHold, standing: standingOf(lines, release, state, facts) };
}

const early: ReadonlySet<string> = new Set(EARLY);
/** What nobody asked for, or what its parts go through now, is not the next thing to do. */
function unlessNeeded(line: StepLine, wanted: readonly TestStep[], divided: boolean): StepLine {
  if (line.step === 'sampling' || line.step === 'release') return line;
  if (divided) return { ...line, mark: line.mark === 'next' ? 'waits' : line.mark };
  const asked = wanted.includes(line.step);
  return asked || line.mark !== 'next' || !early.has(line.stands.is)
    ? line
    : { ...line, mark: 'waits', stands: { is: 'not-asked' } };
}

function releaseLine(
  lines: readonly StepLine[],
  releases: readonly ReleaseRow[],
  today: string,
  wanted: readonly TestStep[],
  divided: boolean,
  wouldHold: readonly StepBlocks[],
): StepLine<'release'> {
  const base = { step: 'release', by: null, at: null, blocks: [] } as const;
  const last = releases.at(-1);
  if (last) {
    const expired = last.validUntil !== null && last.validUntil < today;
    return {
      ...base,
      stands: {
        is: last.superseded ? 'superseded' : expired ? 'expired' : 'released',
        kind: last.kind,
        number: last.number,
        validUntil: last.validUntil,
        wouldHold: [...wouldHold],
      },
      mark: last.superseded || expired ? 'next' : 'within',
      by: last.by,
      at: last.at,
    };
  }
  if (divided) return { ...base, mark: 'waits', stands: { is: 'by-parts' } };
  const blocked = lines.filter((line) => line.blocks.length > 0).map((line) => line.step);
  if (blocked.length > 0) return { ...base, mark: 'waits', stands: { is: 'needs-decision', steps: blocked } };
  const untested = lines
    .filter(
      (line) =>
        (wanted as readonly string[]).includes(line.step) &&
        (line.mark === 'next' || line.mark === 'waits' || line.mark === 'not-judged'),
    )
    .map((line) => line.step);
  return untested.length > 0
    ? { ...base, mark: 'waits', stands: { is: 'waits-for', steps: untested } }
    : { ...base, mark: 'next', stands: { is: 'waits-for-lead' } };
}

function standingOf(lines: readonly StepLine[], release: StepLine<'release'>, state: LotState, facts: Facts): Standing {
  const of = ({ step, mark, stands, due }: StepLine) =>
    ({ step, mark, stands, ...(due === undefined ? {} : { due }) }) as Standing;
  if (state === 'released' || state === 'expired') {
    const marks: readonly Mark[] = lines.map((line) => line.mark);
    return {
      step: 'released',
      mark: marks.includes('near') ? 'near' : 'within',
      stands: {
        normal: facts.germination?.counts.normal ?? null,
        pure: reportedPureSeed(facts),
      },
    };
  }
  const [first] = lines;
  if (state === 'divided' && first) return of(first);
  return of(lines.find((line) => line.blocks.length > 0) ?? nextLine(lines) ?? release);
}

/** The one thing to do: what is due at the bench before what could be started. */
export function nextLine(lines: readonly StepLine[]): StepLine | undefined {
  return (
    lines.find((line) => line.mark === 'next' && line.due !== undefined) ??
    lines.find((line) => line.mark === 'next') ??
    lines.find((line) => line.due !== undefined)
  );
}

/** Derives what stands of a lot from all that is known of it, and writes it into its row, so that lists read one table. */
export async function refreshStanding(tx: Transaction, lotId: string, now: Date): Promise<LotPicture> {
  const file = await openFile(tx, lotId, now);
  const gathered = await gather(tx, file);
  const documents = await documentsOf(tx, lotId);
  const stands = standsOf(file, gathered, documents);
  const on = { file, sampled: gathered.steps.some((one) => one.samples) };
  await keepDues(
    tx,
    lotId,
    gathered.steps.filter((one) => DATED.has(one.key)),
  );
  await keep(tx, file, stands, {
    steps: Object.fromEntries(gathered.steps.map((one) => [one.key, keepStep(one, on)])),
    documents,
  });
  return { file, gathered, ...stands };
}

/** A lot that was written to, with what was read of it for that, so that nothing is read twice. */
export interface Written<Key extends keyof Views> {
  readonly file: LotFile;
  readonly view: Views[Key];
}

/**
 * Derives what stands of a lot after a write to one of its steps, and answers with that step. The others are as they
 * were kept, but for those of which something changed that they rest on, and those that are only seen together with it.
 */
export async function settleStep<Key extends keyof Views>(
  { tx, now, settled }: Pick<WriteContext<unknown>, 'tx' | 'now' | 'settled'>,
  lotId: string,
  key: Key,
  written?: Written<Key>,
): Promise<Views[Key]> {
  const file = written?.file ?? (await openFile(tx, lotId, now));
  const fresh = seenWith(key);
  const known: (Known & { readonly kept: KeptStep | undefined })[] = SHEET_STEPS.map((one) => {
    const kept = fresh.includes(one.key) ? undefined : stillStands(file, one.key);
    return { one, kept, view: one.key === key ? written?.view : undefined };
  });
  const { steps, views } = await openAll(
    tx,
    file,
    known.filter(({ kept }) => kept === undefined),
  );
  const on = {
    file,
    sampled: known.some(({ one, kept }) => (kept ? kept.samples : (steps.get(one.key)?.samples ?? false))),
  };
  const kept = known.map(({ one, kept: before }): [string, KeptStep] => {
    const opened = steps.get(one.key);
    return [one.key, opened ? keepStep(opened, on) : (before as KeptStep)];
  });
  await keepDues(
    tx,
    lotId,
    [...steps.values()].filter(({ key: of }) => DATED.has(of)),
  );
  const documents = keptOf(file)?.documents ?? (await documentsOf(tx, lotId));
  const facts = factsOf(kept.map(([, one]) => one.facts));
  const lines = kept.map(([, one]) => lineOn(one, file.today));
  await keep(tx, file, standsOf(file, { lines, facts }, documents), { steps: Object.fromEntries(kept), documents });
  settled(lotId);
  return views()[key];
}

/** Steps that ever ask for something on a day: a write to the others leaves that table alone. */
const DATED: ReadonlySet<string> = new Set(SHEET_STEPS.flatMap((one) => (one.asksByDay ? [one.key] : [])));

async function keep(
  tx: Transaction,
  { lot }: LotFile,
  { state, validUntil, standing }: Stands,
  kept: Omit<Kept, 'by'>,
): Promise<void> {
  await prepared(tx, 'stands of lot', (on, name) =>
    on
      .update(lotTable)
      .set({
        state: filled('state'),
        validUntil: filled('validUntil'),
        standing: filled('standing'),
        standingVersion: filled('standingVersion'),
        kept: filled('kept'),
      })
      .where(eq(lotTable.id, sql.placeholder('id')))
      .prepare(name),
  ).execute(
    asStored(lotTable, {
      id: lot.id,
      state: state === 'expired' ? 'released' : state,
      validUntil,
      standing,
      standingVersion: CORE_VERSION,
      kept: { by: ownComputation(), ...kept },
    }),
  );
}
