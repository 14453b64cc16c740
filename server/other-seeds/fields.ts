import { fieldInTray } from '@mercato/contract/other-seeds/otherSeeds';
import type { FieldView } from '@mercato/contract/register/lots';
import { Exact } from '@mercato/core/units/mass';
import type { Entry } from '../database/observations.ts';

/**
 * How trays lie in the observations of a test: the first under `examined` and `species:<name>`, tray n > 1 under
 * `tray:<n>:…`, so that a search made in one go reads as it always did.
 */
const SPECIES = 'species:';

/** Which tray a field belongs to, and its name there. */
export function trayOf(field: string): { tray: number; name: string } {
  const found = /^tray:(\d+):/.exec(field);
  return found ? { tray: Number(found[1]), name: field.slice(found[0].length) } : { tray: 1, name: field };
}

export function trayEntries(
  tray: number,
  examined: string,
  species: readonly { name: string; count: number }[],
): Entry[] {
  return [
    { field: fieldInTray(tray, 'examined'), text: examined, unit: 'g', value: new Exact(examined).toString() },
    ...species.map(({ name, count }) => ({
      field: fieldInTray(tray, `${SPECIES}${name}`),
      text: String(count),
      unit: null,
      value: String(count),
    })),
  ];
}

type Texts = Readonly<Record<string, Pick<FieldView, 'text'>>>;

/** The fields of one tray, under their names there. */
export function fieldsOfTray<F>(fields: Readonly<Record<string, F>>, tray: number): Record<string, F> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([field, view]) => {
      const at = trayOf(field);
      return at.tray === tray ? [[at.name, view]] : [];
    }),
  );
}

/** Seeds by species in one tray's fields; those that were struck to 0 are left out. */
export function speciesIn(fields: Texts): { name: string; count: number }[] {
  return Object.entries(fields)
    .flatMap(([field, { text }]) =>
      field.startsWith(SPECIES) && Number(text) > 0 ? [{ name: field.slice(SPECIES.length), count: Number(text) }] : [],
    )
    .sort((a, b) => b.count - a.count || a.name.localeCompare(b.name));
}
