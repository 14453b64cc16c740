import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import type { NewLine } from '@mercato/contract/cleaning/batches';
import type { BatchLine, BatchView } from '@mercato/contract/cleaning/views';
import type { ShedFiguresView } from '@mercato/contract/cleaning/machines';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { type PassBalance, passBalance } from '@mercato/core/cleaning/balance';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { BatchBook, BookLine } from '@mercato/core/cleaning/bookState';
import { CannotBe } from '@mercato/core/cleaning/cannotBe';
import type { ShedEntry } from '@mercato/core/cleaning/entries';
import { type Bushel, type Handling, nearestOf } from '@mercato/core/cleaning/figures';
import { measuresBy } from '@mercato/core/cleaning/weighings';
import type { Figure } from '@mercato/core/rule-books/edition';
import type { SoakRules } from '@mercato/core/cleaning/soak';
import { Refused } from '../api/client.ts';
import { type Posted, useOutbox } from '../api/outbox.ts';
import { passOn, reading, send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';

export const useFigures = () => useQuery({ ...reading(cleaningRoutes.figures, {}), staleTime: Infinity });
export const useMachines = () => useQuery(reading(cleaningRoutes.machines, {}));

/** Where the mass of each pass went, reckoned for those that are looked at. */
export interface Balances {
  get(pass: string): PassBalance | undefined;
}
function balancesOf(book: BatchBook, share: Figure<number> | undefined): Balances {
  const known = new Map<string, PassBalance>();
  return {
    get: (id) => {
      const pass = book.passes.get(id);
      if (!pass || !share) return undefined;
      const balance = known.get(id) ?? passBalance(pass, share);
      known.set(id, balance);
      return balance;
    },
  };
}

export interface OpenBatch {
  readonly view: BatchView;
  readonly figures: ShedFiguresView;
  readonly book: BatchBook;
  readonly balances: Balances;
  readonly rules: SoakRules;
  readonly handling: Handling | null;
  readonly bushel: Bushel | null;
  /** Written here and not with the server yet, oldest first. */
  readonly waiting: readonly Posted[];
  readonly drop: (one: Posted) => Promise<void>;
  /** Why nothing goes out at the moment. */
  readonly trouble: string | null;
  readonly mayWrite: boolean;
  /** Writes a line; without a network it waits on this machine. What the server refuses is thrown. */
  readonly write: (entry: NewLine) => Promise<void>;
}

/** Thousand-seed weight of the kind, the middle of its range, g; null = not known. */
export const kindTswOf = ({ thousandSeedWeightG: tsw }: BatchView): number | null => tsw && (tsw.low + tsw.high) / 2;
export const parameterOf = (figures: ShedFiguresView, name: string): number => figures.parameters[name]?.value ?? 0;

const rulesOf = (figures: ShedFiguresView): SoakRules => ({
  waters: parameterOf(figures, 'soak_waters'),
  daysBetweenWaters: parameterOf(figures, 'soak_water_days'),
  stillDays: parameterOf(figures, 'soak_still_days'),
  lookHours: parameterOf(figures, 'stir_hours'),
});

const asBook = (line: BatchLine): BookLine => ({ at: Date.parse(line.at), entry: line.entry, corrects: line.corrects });

/** Always the same: the book is read anew for what waits, not for learning that nothing does. */
const NONE: readonly Posted[] = [];

/** A batch with what its lines leave, those that wait on this machine among them. */
export function useBatch(id: string): { readonly batch: OpenBatch | null; readonly error: Error | null } {
  const { session, may } = useSession();
  const { data: view, error } = useQuery({ ...reading(cleaningRoutes.batch, { batch: id }), refetchInterval: 60_000 });
  const { data: figures, error: noFigures } = useFigures();
  const { posted, trouble, put, drop } = useOutbox(session?.person?.id ?? '', (answer) => {
    void passOn(cleaningRoutes.write, answer as BatchView);
  });
  const waiting = useMemo(() => {
    const own = posted?.filter((one) => one.subject === subjectOf(id)) ?? NONE;
    return own.length > 0 ? own : NONE;
  }, [posted, id]);
  const write = useCallback(
    async (entry: NewLine) => {
      const params = { batch: id, line: crypto.randomUUID() };
      try {
        await send(cleaningRoutes.write, params, entry);
      } catch (failed) {
        if (!(failed instanceof Refused) || failed.status !== 0) throw failed;
        await put(subjectOf(id), cleaningRoutes.write, params, { ...entry, notedAt: new Date().toISOString() });
      }
    },
    [id, put],
  );
  // What is read anew each minute brings another hour with it, but most often the same lines.
  const { lines, species, family } = view ?? {};
  const treated = view?.of.header.treated;
  const read = useMemo(() => {
    if (!figures || lines === undefined || species === undefined || family === undefined || treated === undefined)
      return null;
    const bushel = nearestOf(figures.bushels, species, family);
    const measures = measuresBy(bushel, treated);
    const kept = lines.map(asBook);
    const there = new Set(lines.map((one) => one.id));
    const noted = waiting
      .filter((one) => one.refused === undefined && !there.has(one.path.split('/').at(-1) ?? ''))
      .map((one): BookLine => ({ at: one.at, entry: one.body as ShedEntry }));
    const book = readOrLess([...kept, ...noted], kept, measures);
    const share = figures.parameters.unaccounted_percent;
    const balances = balancesOf(book, share);
    return {
      figures,
      book,
      balances,
      rules: rulesOf(figures),
      handling: nearestOf(figures.handling, species, family),
      bushel,
    };
  }, [lines, species, family, treated, figures, waiting]);
  const mayWrite = may('shed.write');
  const batch = useMemo(
    () => (read && view ? { ...read, view, waiting, drop, trouble, mayWrite, write } : null),
    [read, view, waiting, drop, trouble, mayWrite, write],
  );
  return { batch, error: error ?? noFigures };
}

const subjectOf = (id: string) => `shed:${id}`;

/** The book with what waits on this machine; where somebody else wrote what does not go with it, as the server has it. */
function readOrLess(
  all: readonly BookLine[],
  kept: readonly BookLine[],
  measures: Parameters<typeof readBook>[1],
): BatchBook {
  try {
    return readBook(all, measures);
  } catch (error) {
    if (!(error instanceof CannotBe)) throw error;
    return readBook(kept, measures);
  }
}
