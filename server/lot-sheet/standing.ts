import { eq } from 'drizzle-orm';
import type { LotState } from '@mercato/contract/register/lots';
import type { Mark, Standing, StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import { EARLY, TEST_STEPS, type TestStep } from '@mercato/contract/register/steps';
import type { ReleaseRow } from '@mercato/contract/release/release';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import type { Reader, Transaction } from '../database/connect.ts';
import { openFile, requestOf, type LotFile } from '../register/lotFile.ts';
import { lot as lotTable } from '../register/tables.ts';
import { releasesOf } from '../release/result.ts';
import { blocksOf, gather, type Gathered } from './gather.ts';
import { reportedPureSeed } from './labelData.ts';

export interface LotPicture {
  readonly file: LotFile;
  readonly gathered: Gathered;
  readonly lines: readonly StepLine[];
  readonly releases: readonly ReleaseRow[];
  readonly state: LotState;
  /** Last day of the tag's validity, where a tag stands. */
  readonly validUntil: string | null;
  /** Why a lot that is released would be held if it were judged today; it stays released. */
  readonly wouldHold: readonly StepBlocks[];
  readonly standing: Standing;
}

/** The whole picture of one lot: every step's line, its releases, and what stands. */
export async function pictureOf(tx: Reader, file: LotFile): Promise<LotPicture> {
  const { today } = file;
  const gathered = await gather(tx, file);
  const releases = await releasesOf(tx, file);
  const wanted = requestOf(file.lot)?.tests ?? TEST_STEPS;
  const divided = file.lot.parts.length > 0;
  const current = releases.filter((one) => !one.superseded);
  const blocks = divided ? [] : blocksOf(gathered.lines);
  // What stands released was judged and signed: a rule that came since is said, and takes nothing back.
  const wouldHold = current.length > 0 ? blocks : [];
  const awaited = new Set<string>(gathered.steps.flatMap((one) => (one.awaited ? [one.step] : [])));
  const release = releaseLine(
    gathered.lines,
    releases,
    today,
    wanted.filter((one) => awaited.has(one)),
    divided,
    wouldHold,
  );
  const lines = [...gathered.lines.map((line) => unlessNeeded(line, wanted, divided)), release];
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
  return {
    file,
    gathered,
    lines,
    releases,
    state,
    validUntil,
    wouldHold,
    standing: standingOf(lines, release, state, gathered),
  };
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

function standingOf(
  lines: readonly StepLine[],
  release: StepLine<'release'>,
  state: LotState,
  gathered: Gathered,
): Standing {
  const of = ({ step, mark, stands, due }: StepLine) =>
    ({ step, mark, stands, ...(due === undefined ? {} : { due }) }) as Standing;
  if (state === 'released' || state === 'expired') {
    const marks: readonly Mark[] = lines.map((line) => line.mark);
    return {
      step: 'released',
      mark: marks.includes('near') ? 'near' : 'within',
      stands: {
        normal: gathered.facts.germination?.counts.normal ?? null,
        pure: reportedPureSeed(gathered.facts),
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

/** Writes the derived state of a lot into its row, so that lists read one table. */
export async function refreshStanding(tx: Transaction, lotId: string, now: Date): Promise<LotPicture> {
  const picture = await pictureOf(tx, await openFile(tx, lotId, now));
  await tx
    .update(lotTable)
    .set({
      state: picture.state === 'expired' ? 'released' : picture.state,
      validUntil: picture.validUntil,
      standing: picture.standing,
      standingVersion: CORE_VERSION,
    })
    .where(eq(lotTable.id, lotId));
  return picture;
}
