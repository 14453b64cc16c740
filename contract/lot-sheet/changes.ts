import { keyWords } from '../words/text.ts';

/** One thing that an entry of the trail changed, in plain words; null = it was not there. */
export interface Change {
  readonly what: string;
  readonly before: string | null;
  readonly after: string | null;
}

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
const isGroup = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;
/** A figure with its unit or currency. */
const isFigure = (value: object): value is { text: string; unit?: string; currency?: string } =>
  'text' in value && Object.keys(value).every((key) => ['text', 'unit', 'currency'].includes(key));

/** A key as it is said; a position of a list from 1. */
const said = (key: string): string => (/^\d+$/.test(key) ? String(Number(key) + 1) : keyWords(key));

/** A value as people write it; undefined where it is an id of the program, or nothing at all. */
function plain(value: unknown): string | undefined {
  if (value === null || value === undefined || value === '') return undefined;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return ID.test(value) ? undefined : value;
  if (Array.isArray(value) && value.every((one) => !isGroup(one)))
    return value.flatMap((one) => plain(one) ?? []).join(', ') || undefined;
  return isGroup(value) && !Array.isArray(value) && isFigure(value)
    ? [value.text, value.unit ?? value.currency].filter(Boolean).join(' ') || undefined
    : undefined;
}

/** The stamp of a version, which the entry itself says beside; an `at` of its own, such as when a dial was read, stays. */
const STAMP: readonly string[] = ['at', 'by', 'version'];
const unstamped = (value: unknown): unknown =>
  isGroup(value) && STAMP.every((key) => key in value)
    ? Object.fromEntries(Object.entries(value).filter(([key]) => !STAMP.includes(key)))
    : value;

/** What is said by a code of the program: its words are the code's own, without dashes. */
const CODED: readonly string[] = [
  'act',
  'cause',
  'decision',
  'divider',
  'entry',
  'extent',
  'fate',
  'how',
  'kind',
  'look',
  'method',
  'portion',
  'purpose',
  'step',
  'tests',
  'treatment',
  'what',
  'wrapping',
];
const uncoded = (key: string | undefined, text: string): string =>
  key !== undefined && CODED.includes(key) && /^[a-z]+([-, ]+[a-z]+)*$/.test(text) ? text.replaceAll('-', ' ') : text;

/** The values that an entry holds, by what each is called, from the outside in. */
function valuesOf(value: unknown, path: readonly string[] = []): Map<string, string> {
  const text = plain(value);
  if (text !== undefined) return new Map([[path.join(', '), uncoded(path.at(-1), text)]]);
  if (!isGroup(value)) return new Map();
  return new Map(Object.entries(value).flatMap(([key, one]) => [...valuesOf(one, [...path, said(key)])]));
}

/** What an entry of the trail changed: one line for each value that is not what it was. Ids of the program are left out. */
export function changesOf(before: unknown, after: unknown): readonly Change[] {
  const [old, now] = [valuesOf(unstamped(before)), valuesOf(unstamped(after))];
  return [...new Set([...old.keys(), ...now.keys()])]
    .map((what) => ({ what, before: old.get(what) ?? null, after: now.get(what) ?? null }))
    .filter((one) => one.before !== one.after);
}

/** What an entry is about, where it has a name of its own: a lot, a code, a place. */
export const subjectWords = (subject: string): string =>
  subject.split(' ').some((one) => ID.test(one)) ? '' : subject.replace(/^vessel /, 'sample ');
