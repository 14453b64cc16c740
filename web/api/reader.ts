import type { Reader } from '@mercato/core/units/typed';
import type { DateOrder } from '@mercato/core/units/writtenDate';
import type { DecimalMark } from '@mercato/core/units/writtenFigure';

const PLACE = 'mercato.figures';
/** How people write figures and dates, as a choice on this machine. */
export const FIGURES = [
  ['', 'I never said', null, null],
  ['point-day', '6,300.5 and 31/12/2026', '.', 'day first'],
  ['point-month', '6,300.5 and 12/31/2026', '.', 'month first'],
  ['comma-day', '6 300,5 and 31.12.2026', ',', 'day first'],
] as const satisfies readonly (readonly [string, string, DecimalMark | null, DateOrder | null])[];

const chosen = (): string => {
  try {
    return localStorage.getItem(PLACE) ?? '';
  } catch {
    return '';
  }
};
export const figuresChosen = chosen;
export function chooseFigures(which: string): void {
  if (which === '') localStorage.removeItem(PLACE);
  else localStorage.setItem(PLACE, which);
}

/** Whoever types here: by what they said of their figures and dates, on the laboratory's day. */
export function readerNow(today: string = new Date().toISOString().slice(0, 10)): Reader {
  const [, , mark, order] = FIGURES.find(([which]) => which === chosen()) ?? FIGURES[0];
  return { mark, order, today };
}
