import type { OvenStand } from '@mercato/contract/moisture/ovens';

const MINUTE = 60_000;

/** Tests that went into one oven together, or came out of it together. */
export interface Load {
  readonly key: string;
  readonly oven: string;
  readonly method: string;
  readonly stage: Exclude<OvenStand['stage'], 'to-go-in'>;
  readonly stands: readonly OvenStand[];
}

const ORDER = ['in-oven', 'cools', 'to-weigh'] as const;
/** When something has to be done with it next; what has no clock comes last. */
const nextAt = ({ stands: [one] }: Load): string =>
  one?.clock?.is === 'in-oven' ? one.clock.outAt : one?.clock?.is === 'cools' ? one.clock.from : '9999';

/** What stands in an oven or has come out of it, by what shares a clock; what comes out or has cooled first stands first. */
export function loadsOf(stands: readonly OvenStand[]): Load[] {
  const loads = new Map<string, Load>();
  for (const one of stands) {
    if (one.stage === 'to-go-in') continue;
    const key = [one.stage, one.oven, one.method, one.backAt, one.outAt].join('|');
    const before = loads.get(key)?.stands ?? [];
    loads.set(key, { key, oven: one.oven, method: one.method, stage: one.stage, stands: [...before, one] });
  }
  return [...loads.values()].sort(
    (a, b) => ORDER.indexOf(a.stage) - ORDER.indexOf(b.stage) || nextAt(a).localeCompare(nextAt(b)),
  );
}

/** What a load asks for now: a figure that reads across the room, and words. */
export interface Told {
  readonly is: 'waits' | 'now' | 'late' | 'free';
  readonly figure: string;
  readonly words: string;
  /** The instant that it is about. */
  readonly at: string | null;
  readonly mark: 'next' | 'outside' | null;
}

const minutes = (from: number, to: string) => Math.max(0, Math.ceil((Date.parse(to) - from) / MINUTE));
const hours = (all: number) => `${Math.floor(all / 60)}:${String(all % 60).padStart(2, '0')}`;

/** @param looked  ms since 1970; what was pressed since then was pressed now */
export function toldOf({ stage, stands: [one] }: Load, looked: number): Told {
  const clock = one?.clock;
  const pressed = one?.outAt ?? one?.backAt;
  const now = pressed ? Math.max(looked, Date.parse(pressed)) : looked;
  if (stage === 'to-weigh')
    return { is: 'free', figure: '', words: 'cooled: weigh the dried containers', at: null, mark: 'next' };
  if (!clock) {
    const since = (stage === 'in-oven' ? one?.backAt : one?.outAt) ?? null;
    return {
      is: 'free',
      figure: since === null ? '' : hours(Math.floor((now - Date.parse(since)) / MINUTE)),
      words: stage === 'in-oven' ? 'in the oven, without hours of a rule book' : 'out of the oven',
      at: since,
      mark: null,
    };
  }
  if (clock.is === 'in-oven') {
    if (now < Date.parse(clock.outFrom))
      return { is: 'waits', figure: hours(minutes(now, clock.outAt)), words: 'left', at: clock.outAt, mark: null };
    return now <= Date.parse(clock.outUntil)
      ? { is: 'now', figure: 'out', words: 'take it out now', at: clock.outAt, mark: 'next' }
      : { is: 'late', figure: 'late', words: 'take it out', at: clock.outUntil, mark: 'outside' };
  }
  if (now < Date.parse(clock.from))
    return { is: 'waits', figure: hours(minutes(now, clock.from)), words: 'to cool', at: clock.from, mark: null };
  return now <= Date.parse(clock.until)
    ? { is: 'now', figure: 'weigh', words: 'now', at: clock.until, mark: 'next' }
    : { is: 'late', figure: 'late', words: 'cooled too long', at: clock.until, mark: 'outside' };
}
