import {
  dishCountSchema,
  type GerminationPlan,
  newGerminationTestSchema,
} from '@mercato/contract/germination/germination';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { SEED_PARTS } from '@mercato/core/units/seedParts';
import { FROM_FILE, late, number, type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { countDish, openDishes, type OpenDishes } from './count.ts';
import { setUpTest } from './setUp.ts';

/** Brings a germination test in, count by count. */
export async function bringGermination({
  context,
  cells,
  lot,
  test,
  body,
  write,
  draw,
  stop,
}: TestFromFile): Promise<void> {
  const plan = body();
  plan.value.vesselId = await draw();
  for (const field of ['substrate', 'temperature', 'setUpDate']) plan.set(field, `germination.${field}`, word);
  for (const field of ['treatment', 'place']) plan.set(field, `germination.${field}`, word, '');
  for (const field of ['prechillDays', 'firstCountDay', 'finalCountDay', 'dishes', 'seedsPerDish'])
    plan.set(field, `germination.${field}`, number, field === 'prechillDays' ? 0 : undefined);
  late(plan, 'setUpDate');
  const started = await write(plan, newGerminationTestSchema, (checked) => setUpTest(context, checked));
  let open: OpenDishes = await openDishes(context.tx, lot, context.now);
  const replicates = open.file.vessels.filter((one) => one.parentId === started.vesselId);
  const { finalCountDay } = started.plan as GerminationPlan;
  const counted = [...(cells.dishDays.get(test) ?? [])]
    .map((one) => one.split(' ').map(Number) as [number, number])
    .sort((a, b) => a[1] - b[1] || a[0] - b[0]);
  // A file of before says of no count that it closed its dish: the one of the planned last day did.
  const said = counted.some(([dish, day]) =>
    cells.get('germination.final', { test, dish: String(dish), day: String(day) }),
  );
  for (const [dish, day] of counted) {
    const place = { dish: String(dish), day: String(day) };
    const at = { test, ...place };
    const line = CLASSES.map((one) => cells.get(`germination.${one}`, at)).find(Boolean)?.line ?? cells.line;
    const replicate = replicates.find((one) => one.number === dish);
    if (!replicate) return stop(line, 'dish', { is: 'import.dishes', dishes: replicates.length });
    const filled = body(place);
    for (const one of CLASSES) filled.set(`counts.${one}`, `germination.${one}`, number, 0);
    for (const one of SEED_PARTS)
      if (cells.get(`germination.${one}`, { test, ...place })) filled.set(`parts.${one}`, `germination.${one}`, number);
    filled.value.closed = true;
    filled.value.entry = 'typed';
    filled.value.final = said ? cells.get('germination.final', at)?.value === 'yes' : day === finalCountDay;
    filled.set('cause', 'germination.cause', word).set('seenOn', 'germination.countedOn', word);
    filled.value.lateReason = FROM_FILE;
    const lines = filled.where.bind(filled);
    filled.where = (path) => lines(path) ?? { line, column: 'value' };
    const before = open;
    open = await write(filled, dishCountSchema, (checked) =>
      countDish(context, before, replicate.id, day, checked, checked.seenOn === undefined ? 'plan' : 'bench'),
    );
  }
}
