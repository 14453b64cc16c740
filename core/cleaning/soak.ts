import type { Method, SoakAct } from './entries.ts';

/** Two schools of freeing seed by a soak: fresh water every other day, or left alone for days. */
export const SCHOOLS = ['waters', 'still'] as const;
export type School = (typeof SCHOOLS)[number];

export interface SoakRules {
  readonly waters: number;
  readonly daysBetweenWaters: number;
  readonly stillDays: number;
  /** Hours between two looks. */
  readonly lookHours: number;
}

export interface SoakStep {
  readonly act: SoakAct | 'look';
  /** ms; when it is due. */
  readonly dueAt: number;
}
export interface SoakState {
  /** What is to be done next; null = spread, it only has to dry. */
  readonly next: SoakStep | null;
  readonly waters: number;
  /** Mould was seen: it is ended at once. */
  readonly stop: boolean;
  /** Newest counts of what sank and what floated. */
  readonly sinkers: number | null;
  readonly floaters: number | null;
  /** Of what was counted last; null where nothing was. */
  readonly sankPercent: number | null;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Stirred once more, and left to settle, before anything is poured off. Common practice, no source. */
const SETTLES = HOUR;

/**
 * Where a soak stands, and what comes next. Washed seed is rinsed and spread, floated seed poured off first; fermented
 * seed is looked at and stirred, gets fresh water or is left alone by its school, is stirred once more, left to settle,
 * poured off, rinsed and spread. Mould on top is a sign to stop.
 *
 * @param startedAt  ms
 * @param done       in the order of time, ms
 * Source: common practice, no source; floaters may sink later, so that the second school waits.
 */
export function soakState(
  method: Method,
  school: School,
  rules: SoakRules,
  startedAt: number,
  done: readonly {
    readonly at: number;
    readonly did: SoakAct;
    readonly sinkers: number | null;
    readonly floaters: number | null;
  }[],
): SoakState {
  const last = (...acts: SoakAct[]) => done.findLast((one) => acts.includes(one.did));
  const waters = done.filter((one) => one.did === 'water').length;
  const stop = done.some((one) => one.did === 'mould');
  const counted = done.findLast((one) => one.sinkers !== null && one.floaters !== null);
  const all = (counted?.sinkers ?? 0) + (counted?.floaters ?? 0);
  return {
    next: nextStep(),
    waters,
    stop,
    sinkers: counted?.sinkers ?? null,
    floaters: counted?.floaters ?? null,
    sankPercent: all > 0 ? (100 * (counted?.sinkers ?? 0)) / all : null,
  };

  function nextStep(): SoakStep | null {
    const [spread, rinsed, decanted] = [last('spread'), last('rinsed'), last('decanted')];
    if (spread) return null;
    if (rinsed) return { act: 'spread', dueAt: rinsed.at };
    if (method === 'wash') return { act: 'rinsed', dueAt: startedAt };
    if (decanted) return { act: 'rinsed', dueAt: decanted.at };
    if (method === 'float') return { act: 'decanted', dueAt: startedAt };
    const mould = last('mould');
    if (mould) return { act: 'decanted', dueAt: mould.at };
    const looked = last('looked', 'stirred', 'water')?.at ?? startedAt;
    const ready =
      school === 'waters'
        ? startedAt + (rules.waters + 1) * rules.daysBetweenWaters * DAY
        : startedAt + rules.stillDays * DAY;
    if (school === 'waters' && waters < rules.waters) {
      const water = startedAt + (waters + 1) * rules.daysBetweenWaters * DAY;
      const look = looked + rules.lookHours * HOUR;
      return look < water ? { act: 'stirred', dueAt: look } : { act: 'water', dueAt: water };
    }
    const stirred = last('stirred');
    if (stirred && stirred.at >= ready) return { act: 'decanted', dueAt: stirred.at + SETTLES };
    const look = looked + rules.lookHours * HOUR;
    // Left alone means not stirred; it is looked at all the same.
    return look < ready
      ? { act: school === 'still' ? 'look' : 'stirred', dueAt: look }
      : { act: 'stirred', dueAt: ready };
  }
}
