import type { BookLine } from './bookState.ts';
import { CannotBe } from './cannotBe.ts';

/** The lines that a later one crossed out or corrected, with the reason. */
export function struckLines(lines: readonly BookLine[]): Map<number, string> {
  const struck = new Map<number, string>();
  lines.forEach(({ entry, corrects }, i) => {
    const strikes = entry.what === 'strike' ? entry : corrects;
    if (!strikes) return;
    const target = lines[strikes.line]?.entry;
    const refuse = (is: 'shed.not-struckable' | 'shed.struck-already' | 'shed.corrects-another-kind') =>
      new CannotBe('line', { is }, i);
    if (!target || strikes.line >= i || target.what === 'strike') throw refuse('shed.not-struckable');
    if (struck.has(strikes.line)) throw refuse('shed.struck-already');
    if (corrects && target.what !== entry.what) throw refuse('shed.corrects-another-kind');
    struck.set(strikes.line, strikes.reason);
  });
  return struck;
}

/** Lines in the order in which they hold: one that corrects another stands in its place. */
export function inTheirPlaces(lines: readonly BookLine[]): number[] {
  const places: number[] = [];
  lines.forEach(({ corrects }, i) => places.push(corrects ? (places[corrects.line] ?? i) : i));
  return lines.map((_, i) => i).sort((a, b) => (places[a] ?? 0) - (places[b] ?? 0) || a - b);
}
