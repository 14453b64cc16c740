import type { WeighedOn } from '@mercato/contract/devices/balances';
import type { BalanceHere } from './balanceHere.tsx';

/** By field: the balance that a figure was taken from. */
export type TakenFrom = Readonly<Record<string, WeighedOn>>;

/** The note of a field follows its figure: what is typed over a reading is no reading. */
export function takenFrom(all: TakenFrom, field: string, on: WeighedOn | undefined): TakenFrom {
  const { [field]: _gone, ...rest } = all;
  return on ? { ...rest, [field]: on } : rest;
}

/** What is sent of it; a balance that is read by eye goes with what is typed anew. */
export function weighedOnBody(
  here: BalanceHere | null,
  figures: Readonly<Record<string, string | undefined>>,
  stood: Readonly<Record<string, { readonly text: string }>>,
  taken: TakenFrom,
): { weighedOn?: TakenFrom } {
  const eye = here?.balance?.address === '' ? here.note() : null;
  const on = Object.fromEntries(
    Object.entries(figures).flatMap(([field, text]) => {
      const by = taken[field] ?? (text && text !== stood[field]?.text ? eye : null);
      return by && text ? [[field, by]] : [];
    }),
  );
  return Object.keys(on).length > 0 ? { weighedOn: on } : {};
}
