import { newOtherSeedsTestSchema, trayCountSchema } from '@mercato/contract/other-seeds/otherSeeds';
import { type FiledLot, number, type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { countTray, startSearch } from './count.ts';

/** What a file names as found. */
export const speciesFound = (cells: FiledLot, test: string): string[] => [
  ...cells.named('other-seeds.count', { test }),
  ...cells
    .further('other-seeds.trayExamined', test)
    .flatMap((dish) => cells.named('other-seeds.trayCount', { test, dish })),
];

/** Brings a search in, tray by tray. */
export async function bringSearch({ context, cells, test, body, write, draw, dated }: TestFromFile): Promise<void> {
  const plan = body().set('extent', 'other-seeds.extent', word, 'complete');
  plan.value.vesselId = await draw();
  plan.value.named = [...cells.named('other-seeds.named', { test })];
  const started = await write(plan, newOtherSeedsTestSchema, (checked) => startSearch(context, checked));
  const seen = await dated(started.vesselId);
  for (const tray of ['1', ...cells.further('other-seeds.trayExamined', test)]) {
    const first = tray === '1';
    const place = first ? {} : { dish: tray };
    const count = first ? 'other-seeds.count' : 'other-seeds.trayCount';
    const filled = body(place).set('examined', first ? 'other-seeds.examined' : 'other-seeds.trayExamined', word);
    filled.value.species = [];
    cells
      .named(count, { test, ...place })
      .forEach((name, i) =>
        filled.set(`species.${i}`, count, (cell) => ({ name, count: number(cell) }), undefined, name),
      );
    await write(filled, trayCountSchema, (checked) => countTray(seen, started, Number(tray), checked, 0));
  }
}
