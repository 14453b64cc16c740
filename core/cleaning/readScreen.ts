import type { ListedScreen } from './figures.ts';
import { MM_PER_INCH, type Screen } from './screen.ts';

/** Holes that a screen can have, mm. */
const LEAST_MM = 0.1;
const MOST_MM = 60;
/** A slot whose length nobody said is taken as so long as is usual, mm. */
const USUAL_SLOT_MM = 20;

const SHAPES: Readonly<Record<string, Screen['shape']>> = {
  '': 'round',
  round: 'round',
  slot: 'slot',
  oblong: 'slot',
  triangle: 'triangle',
  triangular: 'triangle',
  mesh: 'mesh',
  'wire mesh': 'mesh',
};

/** "5/64", "1 1/4", "2.5/64" or "2.0" as a number; NaN where it is none. */
function figure(text: string): number {
  const parts = /^(?:(\d+)\s+)?(\d+(?:\.\d+)?|\.\d+)(?:\/(\d+))?$/.exec(text.trim());
  if (!parts) return Number.NaN;
  const [, whole = '0', over = '', under] = parts;
  return under === undefined ? Number(over) : Number(whole) + Number(over) / Number(under);
}

/**
 * A screen as people write it: by its name in the list, or by its hole: "5.5 round", "14/64", "2 x 20 slot", "1/16 in",
 * "9/64 triangle", "20 mesh". Fractions are inches, other figures millimetres unless they say in.
 *
 * @returns null where there is no such screen: no shape, no size, or a size that no screen has
 */
export function readScreen(text: string, listed: readonly Pick<ListedScreen, 'name' | 'screen'>[]): Screen | null {
  const plain = text.trim().toLowerCase().replace(/×/g, 'x').replace(/,/g, '.').replace(/\s+/g, ' ');
  const known = listed.find((one) => one.name.toLowerCase() === plain);
  if (known) return known.screen;
  const parts = /^([\d./ ]+?)(?: ?x ?([\d./ ]+?))? ?(mm|in|inch|")? ?([a-z ]*)$/.exec(plain);
  const [, first = '', second, unit = '', name = ''] = parts ?? [];
  const shape = SHAPES[name.trim()];
  if (!parts || shape === undefined) return null;
  const inches = (of: string) => (unit === 'mm' ? false : unit !== '' || of.includes('/'));
  const mm = (of: string) => figure(of) * (inches(of) ? MM_PER_INCH : 1);
  const [holeMm, lengthMm] = [mm(first), second === undefined ? null : mm(second)];
  const possible = (one: number) => one >= LEAST_MM && one <= MOST_MM;
  if (shape === 'mesh') {
    // So many meshes to the inch: half of it is taken as wire, which nobody said.
    const [a, b] = [figure(second ?? first), figure(first)].map((n) => MM_PER_INCH / n / 2);
    return a !== undefined && b !== undefined && possible(a) && possible(b)
      ? { shape, holeMm: Math.min(a, b), lengthMm: Math.max(a, b), wireMm: Math.min(a, b) }
      : null;
  }
  if (!possible(holeMm) || (lengthMm !== null && !(lengthMm >= holeMm && possible(lengthMm)))) return null;
  if (shape === 'slot') return { shape, holeMm, lengthMm: lengthMm ?? USUAL_SLOT_MM };
  return lengthMm === null ? { shape, holeMm } : null;
}

/** Screens one over another, from the top; parted by a semicolon or a line. */
export function readScreens(
  text: string,
  listed: readonly Pick<ListedScreen, 'name' | 'screen'>[],
): { readonly screens: readonly Screen[]; readonly unknown: string | null } {
  const parts = text
    .split(/[;\n]/)
    .map((one) => one.trim())
    .filter(Boolean);
  const screens: Screen[] = [];
  for (const part of parts) {
    const screen = readScreen(part, listed);
    if (!screen) return { screens, unknown: part };
    screens.push(screen);
  }
  return { screens, unknown: null };
}

/** Steps of a 64th of an inch that a hole is nearest to; null where it lies a hundredth of a millimetre or more beside. */
export function sixtyFourths(holeMm: number): number | null {
  const steps = (holeMm / MM_PER_INCH) * 64;
  const near = Math.round(steps * 2) / 2;
  return near > 0 && (Math.abs(steps - near) * MM_PER_INCH) / 64 < 0.06 ? near : null;
}
