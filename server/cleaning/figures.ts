import type { ShedFiguresView } from '@mercato/contract/cleaning/machines';
import { readShedFigures, type ShedFigures } from '@mercato/core/cleaning/figures';
import type { SoakRules } from '@mercato/core/cleaning/soak';
import type { Reader } from '../database/connect.ts';
import { currentEdition, editionContent } from '../rule-books/editions.ts';

/** Editions never change: each is read once. */
const read = new Map<string, ShedFigures>();

/** The figures of the shed that are in use. */
export async function shedFigures(tx: Reader): Promise<ShedFigures & { readonly id: string }> {
  const { id } = await currentEdition(tx, 'shed');
  let figures = read.get(id);
  if (!figures) {
    figures = readShedFigures(await editionContent(tx, id));
    read.set(id, figures);
  }
  return { ...figures, id };
}

export const soakRules = ({ parameter }: Pick<ShedFigures, 'parameter'>): SoakRules => ({
  waters: parameter('soak_waters').value,
  daysBetweenWaters: parameter('soak_water_days').value,
  stillDays: parameter('soak_still_days').value,
  lookHours: parameter('stir_hours').value,
});

export async function figuresView(tx: Reader): Promise<ShedFiguresView> {
  const { id, parameter, ...figures } = await shedFigures(tx);
  const { tables } = await editionContent(tx, id);
  const names = (tables.parameters?.rows ?? []).flatMap((row) => row.parameter ?? []);
  return {
    ...figures,
    editionId: id,
    parameters: Object.fromEntries(names.map((name) => [name, parameter(name)])),
  };
}
