import { Exact, writtenDecimals } from '../units/mass.ts';
import type { BalanceState } from './watchReadings.ts';

export type Taken = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly reason: string };

/** Decimals of a gram that the work asks for: known, left to the balance, or following from the mass itself. */
export type AskedDecimals = number | null | ((text: string) => number | null);

/**
 * Takes the reading of a balance as a figure of so many decimals, or says why it cannot be taken. What a finer
 * balance shows is rounded half up to the decimals that the work asks for.
 *
 * @param shown       what the balance shows now
 * @param resolution  smallest step of the balance, g as text, such as 0.001
 * @param asked       decimals of a gram that are asked for; null = as the balance shows
 */
export function takeReading(shown: BalanceState, resolution: string, asked: AskedDecimals): Taken {
  const refuse = (reason: string): Taken => ({ ok: false, reason });
  if (shown.state === 'overload') return refuse('The balance is overloaded: take seed off.');
  if (shown.state === 'silent' || shown.text === null)
    return refuse('The balance is silent: its last reading is too old to be taken.');
  if (shown.state === 'moving') return refuse('The reading still moves: wait until it stands still.');
  if (shown.negative) return refuse('The balance shows less than nothing: set it to zero.');
  const can = writtenDecimals(resolution);
  const figure = new Exact(shown.text);
  const rounded = (decimals: number | null) => figure.toFixed(decimals ?? can, Exact.ROUND_HALF_UP);
  let decimals = typeof asked === 'function' ? asked(shown.text) : asked;
  // Rounding may lift a mass into a class that is weighed more coarsely: 9.9996 g to 10.00 g.
  if (typeof asked === 'function' && decimals !== null) decimals = Math.min(decimals, asked(rounded(decimals)) ?? can);
  if (decimals !== null && decimals > can)
    return refuse(`This balance resolves ${resolution} g, and ${decimals} decimals are asked: weigh on a finer one.`);
  return { ok: true, text: rounded(decimals) };
}
