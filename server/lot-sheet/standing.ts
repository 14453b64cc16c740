import { eq } from 'drizzle-orm';
import type { LotState, Mark, Standing, StepLine } from '@mercato/contract/register/lots';
import { TEST_STEPS, type TestStep } from '@mercato/contract/register/steps';
import type { ReleaseRow } from '@mercato/contract/release/release';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import type { Reader, Transaction } from '../database/connect.ts';
import { openFile, requestOf, type LotFile } from '../register/lotFile.ts';
import { lot as lotTable } from '../register/tables.ts';
import { releasesOf } from '../release/result.ts';
import { gather, type Gathered } from './gather.ts';
import { reportedCounts, reportedPureSeed } from './labelData.ts';

export interface LotPicture {
  readonly file: LotFile;
  readonly gathered: Gathered;
  readonly lines: readonly StepLine[];
  readonly releases: readonly ReleaseRow[];
  readonly state: LotState;
  /** Last day of the tag's validity, where a tag stands. */
  readonly validUntil: string | null;
  /** Why a lot that is released would be held if it were judged today; it stays released. */
  readonly wouldHold: readonly string[];
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
  const blocks = divided ? [] : gathered.lines.flatMap((line) => line.blocks ?? []);
  // What stands released was judged and signed: a rule that came since is said, and takes nothing back.
  const wouldHold = current.length > 0 ? blocks : [];
  const lines = [
    ...gathered.lines.map((line) => unlessNeeded(line, wanted, divided)),
    releaseLine(gathered.lines, releases, today, wanted, divided, wouldHold),
  ];
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
    standing: standingOf(lines, state, gathered),
  };
}

export const expiredNote = (validUntil: string) => `expired on ${validUntil}: test again`;

/** What nobody asked for, or what its parts go through now, is not the next thing to do. */
function unlessNeeded(line: StepLine, wanted: readonly TestStep[], divided: boolean): StepLine {
  const asked = line.step === 'sampling' || (wanted as readonly string[]).includes(line.step);
  if (divided && line.step !== 'sampling') return { ...line, mark: line.mark === 'next' ? 'waits' : line.mark };
  return asked || line.mark !== 'next' || line.figure !== '' ? line : { ...line, mark: 'waits', note: 'not asked for' };
}

function releaseLine(
  lines: readonly StepLine[],
  releases: readonly ReleaseRow[],
  today: string,
  wanted: readonly TestStep[],
  divided: boolean,
  wouldHold: readonly string[],
): StepLine {
  const base = { step: 'release' as const, figure: '', by: null, at: null, blocks: null };
  const last = releases.at(-1);
  if (last) {
    const name = `${last.kind} ${last.number}`;
    const expired = last.validUntil !== null && last.validUntil < today;
    return {
      ...base,
      figure: name,
      note: last.superseded
        ? 'based on superseded data: issue an amended one'
        : expired
          ? expiredNote(last.validUntil ?? '')
          : [
              `released${last.validUntil ? `, valid to ${last.validUntil}` : ''}`,
              ...wouldHold.map((one) => `would be held today: ${one}`),
            ].join('; '),
      mark: last.superseded || expired ? 'next' : 'within',
      by: last.by,
      at: last.at,
    };
  }
  if (divided) return { ...base, mark: 'waits', note: 'its parts are released' };
  const blocked = lines.filter((line) => line.blocks !== null);
  if (blocked.length > 0)
    return {
      ...base,
      mark: 'waits',
      note: `waits for a decision on ${blocked.map((line) => name(line.step)).join(' and ')}`,
    };
  const untested = lines.filter(
    (line) =>
      line.step !== 'moisture' &&
      (wanted as readonly string[]).includes(line.step) &&
      (line.mark === 'next' || line.mark === 'waits' || line.mark === 'not-judged') &&
      line.step !== 'sampling',
  );
  return untested.length > 0
    ? { ...base, mark: 'waits', note: `waits for ${untested.map((line) => name(line.step)).join(', ')}` }
    : { ...base, mark: 'next', note: 'waits for the lead' };
}

const name = (step: string) => step.replace('-', ' ');

function standingOf(lines: readonly StepLine[], state: LotState, gathered: Gathered): Standing {
  const of = (line: StepLine): Standing => ({
    step: line.step,
    mark: line.mark,
    note: [line.figure, line.note].filter(Boolean).join(', '),
    ...(line.due === undefined ? {} : { due: line.due }),
  });
  if (state === 'released' || state === 'expired') {
    const marks: readonly Mark[] = lines.map((line) => line.mark);
    const counts = reportedCounts(gathered);
    const pure = reportedPureSeed(gathered);
    return {
      step: 'released',
      mark: marks.includes('near') ? 'near' : 'within',
      note: [counts ? `${counts.normal} %` : '', pure ? `${pure} pure` : ''].filter(Boolean).join(' · '),
    };
  }
  const [first] = lines;
  if (state === 'divided' && first) return of(first);
  const outside = lines.find((line) => line.blocks !== null);
  if (outside) return of(outside);
  const next = nextLine(lines);
  return next ? of(next) : { step: 'release', mark: 'waits', note: '' };
}

/** The one thing to do: what is due at the bench before what could be started. */
export function nextLine(lines: readonly StepLine[]): StepLine | undefined {
  return (
    lines.find((line) => line.mark === 'next' && line.step === 'germination' && line.figure !== '') ??
    lines.find((line) => line.mark === 'next') ??
    lines.find((line) => line.due !== undefined) ??
    lines.find((line) => line.step === 'release')
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
