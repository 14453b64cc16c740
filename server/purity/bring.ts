import { purityWeighingsSchema } from '@mercato/contract/purity/purity';
import { FRACTIONS } from '@mercato/core/purity/fractions';
import { type FiledLot, number, type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { startTest } from '../register/tests.ts';
import { weigh } from './weigh.ts';

/** "otherSeeds: Poa annua" as a file names a part. */
function partOf(written: string): { readonly component: string; readonly name: string } {
  const colon = written.indexOf(':');
  return { component: written.slice(0, colon).trim(), name: written.slice(colon + 1).trim() };
}

/** What a file names as parts, inert matter aside: each is a species. */
export const speciesOfParts = (cells: FiledLot, test: string): string[] =>
  cells
    .named('purity.part', { test })
    .map(partOf)
    .flatMap(({ component, name }) => (component === 'inertMatter' ? [] : [name]));

/** Brings the weighings of a purity test in. */
export async function bringPurity({ context, cells, test, body, write, draw, dated }: TestFromFile): Promise<void> {
  const started = await startTest(context, 'purity', await draw(), {});
  const filled = body();
  for (const field of [
    'workingSample',
    'pureSeed',
    'multipleUnits',
    'otherSeeds',
    'otherCropSeed',
    'weedSeed',
    'inertMatter',
  ])
    filled.set(field, `purity.${field}`, word);
  filled
    .set('chaffiness.chaffy', 'purity.chaffy', (cell) =>
      cell.value === 'yes' ? true : cell.value === 'no' ? false : cell.value,
    )
    .set('chaffiness.why', 'purity.chaffyWhy', word)
    .set('blowing.setting', 'purity.blowerSetting', word)
    .set('blowing.minutes', 'purity.blowerMinutes', word)
    .set('fractions.examined', 'purity.lookedAt', number);
  for (const field of FRACTIONS) filled.set(`fractions.${field}`, `purity.${field}`, number);
  const names = cells.named('purity.part', { test });
  if (names.length > 0) filled.value.parts = [];
  names.forEach((name, i) =>
    filled.set(
      `parts.${i}`,
      'purity.part',
      ({ value, unit }) => ({
        ...partOf(name),
        amount:
          unit === 'g'
            ? { kind: 'mass', text: value }
            : unit === 'seeds'
              ? { kind: 'count', seeds: /^\d{1,7}$/.test(value) ? Number(value) : value }
              : { kind: value },
      }),
      undefined,
      name,
    ),
  );
  const seen = await dated(started.vesselId);
  await write(filled, purityWeighingsSchema, (checked) => weigh(seen, started, checked));
}
