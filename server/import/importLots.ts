import type Joi from 'joi';
import {
  dishCountSchema,
  newGerminationTestSchema,
  type GerminationPlan,
} from '@mercato/contract/germination/germination';
import { isoDate } from '@mercato/contract/http/fields';
import { validate } from '@mercato/contract/http/validate';
import { MOST_FAULTS, type ImportAnswer } from '@mercato/contract/import/file';
import { moistureWeighingsSchema, newMoistureTestSchema } from '@mercato/contract/moisture/moisture';
import { newOtherSeedsTestSchema, trayCountSchema } from '@mercato/contract/other-seeds/otherSeeds';
import { purityWeighingsSchema } from '@mercato/contract/purity/purity';
import { requestSchema } from '@mercato/contract/register/request';
import { lotHeaderSchema } from '@mercato/contract/register/lots';
import type { TestStep } from '@mercato/contract/register/steps';
import { newWorkingSampleSchema } from '@mercato/contract/register/vessels';
import { submittedSampleSchema } from '@mercato/contract/sampling/sampling';
import { FRACTIONS } from '@mercato/core/purity/fractions';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { countDish, openDishes, type OpenDishes } from '../germination/count.ts';
import { setUpTest } from '../germination/routes.ts';
import type { Seen } from '../database/observations.ts';
import type { WriteContext } from '../http/api.ts';
import { Fault, fault } from '../http/fault.ts';
import { weighMoisture } from '../moisture/routes.ts';
import { countTray } from '../other-seeds/count.ts';
import { startSearch } from '../other-seeds/routes.ts';
import { speciesList } from '../rule-books/names.ts';
import { weigh } from '../purity/weigh.ts';
import { lockLot, lotById, openLot, type Lot } from '../register/lots.ts';
import { seenOf } from '../register/seen.ts';
import { drawnBefore, startTest } from '../register/tests.ts';
import { keepRequest } from '../register/requests.ts';
import { drawWorkingSample, receiveSample } from '../sampling/samples.ts';
import type { SpooledFile } from '../http/spool.ts';
import { LotFile, type Cell, type CellFault, type LotCells, type Place } from './readFile.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'person' | 'hand' | 'now' | 'audit' | 'touch'>;

/** A body under construction, which remembers on which line each of its fields stood. */
class Body {
  readonly value: Record<string, unknown> = {};
  private readonly lines = new Map<string, { line: number; column: 'value' | 'unit' }>();
  constructor(
    private readonly lot: LotCells,
    private readonly at: Place = {},
  ) {}

  /** Puts a cell's figure at a path; `name` is for items that stand once for each name. */
  set(path: string, what: string, read: (cell: Cell) => unknown, missing?: unknown, name?: string): this {
    const cell = this.lot.get(what, name === undefined ? this.at : { ...this.at, name });
    if (cell) this.lines.set(path, { line: cell.line, column: 'value' });
    const value = cell ? read(cell) : missing;
    if (value === undefined) return this;
    const keys = path.split('.');
    const last = keys.pop() ?? '';
    let place = this.value;
    for (const key of keys) place = (place[key] ??= {}) as Record<string, unknown>;
    place[last] = value;
    return this;
  }

  where(path: string): { line: number; column: 'value' | 'unit' } | undefined {
    if (path.endsWith('.unit')) {
      const mass = this.lines.get(path.slice(0, -5));
      if (mass) return { line: mass.line, column: 'unit' };
    }
    for (let rest = path; ; rest = rest.slice(0, rest.lastIndexOf('.'))) {
      const found = this.lines.get(rest);
      if (found || !rest.includes('.')) return found;
    }
  }
}

const word = (cell: Cell) => cell.value;
const mass = (cell: Cell) => ({ text: cell.value, unit: cell.unit });
/** A number where it is one; otherwise the text, so that the schema can refuse it by its field. */
const number = (cell: Cell) => (/^\d{1,9}$/.test(cell.value) ? Number(cell.value) : cell.value);

/** Faults of one lot, gathered where its writing stopped. */
class Stopped extends Error {
  constructor(readonly faults: readonly CellFault[]) {
    super('the file has faults');
  }
}

/**
 * Brings a lot file in, all or nothing, through the same functions as the screens: what the rules
 * foresee is judged outside, what cannot be is refused with line and column (the first 1 000).
 */
export async function importLots(context: Write, file: SpooledFile): Promise<ImportAnswer> {
  const faults: CellFault[] = [];
  let count = 0;
  const note = (one: CellFault) => {
    count += 1;
    // The first by their line are told; a file of nothing but faults is not kept in memory.
    if (faults.length < 2 * MOST_FAULTS) faults.push(one);
  };
  const read = await LotFile.open(file.path, note);
  const { references } = read;
  if (references.length === 0 && count === 0) note({ line: 2, column: 'line', message: { is: 'import.no-lot' } });
  let figures = 0;
  const unresolved: ImportAnswer['unresolved'] = [];
  for (const reference of references) {
    if (count >= MOST_FAULTS) break;
    const cells = await read.cells(reference, note);
    figures += cells.size;
    try {
      // A savepoint for each lot: the faults of one do not hide those of the next.
      await context.tx.transaction((inner) => importLot({ ...context, tx: inner }, cells));
      unresolved.push(...(await unresolvedIn(context, cells)));
    } catch (error) {
      if (error instanceof Stopped) error.faults.forEach(note);
      else if (error instanceof Fault)
        note({
          line: cells.line,
          column: 'lot',
          message: `${error.message} ${error.errors.map((one) => one.message).join('; ')}`.trim(),
        });
      else throw error;
    }
  }
  if (count > 0) {
    const first = faults.sort((a, b) => a.line - b.line).slice(0, MOST_FAULTS);
    throw fault(
      'invalid',
      { is: 'import.nothing-brought-in', faults: count },
      first.map((one) => ({ path: `${one.line}.${one.column}`, message: one.message })),
    );
  }
  await context.audit({ act: { is: 'file-brought-in' }, subject: `${references.length} lots`, after: references });
  return { lots: references.length, figures, references: [...references], unresolved };
}

/** "otherSeeds: Poa annua" as a file names a part. */
function partOf(written: string): { readonly component: string; readonly name: string } {
  const colon = written.indexOf(':');
  return { component: written.slice(0, colon).trim(), name: written.slice(colon + 1).trim() };
}

/** What was found in a lot under a name that the list of species does not know. */
async function unresolvedIn(context: Write, cells: LotCells): Promise<ImportAnswer['unresolved']> {
  const { resolve } = await speciesList(context.tx);
  const tests = [...(cells.tests.get('other-seeds') ?? [])].map(String);
  const names = tests.flatMap((test) => [
    ...cells.named('other-seeds.count', { test }),
    ...[...cells.trays(test)].flatMap((dish) => cells.named('other-seeds.trayCount', { test, dish })),
  ]);
  const parts = [...(cells.tests.get('purity') ?? [])]
    .flatMap((test) => cells.named('purity.part', { test: String(test) }))
    .map(partOf)
    .flatMap(({ component, name }) => (component === 'inertMatter' ? [] : [name]));
  return [...new Set([...names, ...parts])]
    .filter((name) => taxonOf(resolve(name)) === null)
    .map((name) => ({ reference: cells.reference, name }));
}

/** Checks a body by its schema and runs the write; faults of either are put back to their lines. */
async function step<B, R>(
  cells: LotCells,
  body: Body,
  schema: Joi.Schema<B>,
  run: (body: B) => Promise<R>,
): Promise<R> {
  const place = (path: string): Pick<CellFault, 'line' | 'column'> =>
    body.where(path) ?? { line: cells.line, column: 'lot' };
  const checked = validate(schema, body.value);
  if (!checked.ok)
    throw new Stopped(
      checked.faults.map((one) => ({
        ...place(one.path),
        message: body.where(one.path) ? one.message : `${one.path}: ${one.message}`,
      })),
    );
  try {
    return await run(checked.value);
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    throw new Stopped(
      error.errors.length > 0
        ? error.errors.map((one) => ({ ...place(one.path), message: one.message }))
        : [{ line: cells.line, column: 'lot', message: error.message }],
    );
  }
}

async function importLot(context: Write, cells: LotCells): Promise<void> {
  const header = new Body(cells)
    .set('species', 'lot.species', word)
    .set('bookKind', 'lot.bookKind', (cell) => cell.value || null, null)
    .set('variety', 'lot.variety', word, '')
    .set('harvestYear', 'lot.harvest', (cell) =>
      /^\d{4}(-\d{2})?$/.test(cell.value) ? Number(cell.value.slice(0, 4)) : cell.value,
    )
    .set('harvestMonth', 'lot.harvest', (cell) => (cell.value.length === 7 ? Number(cell.value.slice(5)) : null))
    .set('mass', 'lot.mass', mass)
    .set('containers', 'lot.containers', number)
    .set('containerMass', 'lot.containerMass', mass, null)
    .set('origin', 'lot.origin', word, '')
    .set('book', 'lot.book', word);
  header.value.reference = cells.reference;
  const lot = await step(cells, header, lotHeaderSchema, (body) =>
    openLot(context.tx, body, context.hand, context.audit),
  );
  context.touch(lot.id);
  if (cells.has('request')) {
    const request = new Body(cells)
      .set('client', 'request.client', word)
      .set('theirReference', 'request.theirReference', word, '')
      .set('tests', 'request.tests', (cell) => cell.value.split(' '))
      .set('dueOn', 'request.dueOn', word, null)
      .set('sampledBy', 'request.sampledBy', word)
      .set('fee.text', 'request.fee', word)
      .set('fee.currency', 'request.currency', word);
    request.set('soldIn', 'request.soldIn', (cell) => cell.value.split(';').map((one) => one.trim()));
    request.value.fee ??= null;
    await step(cells, request, requestSchema, (body) => keepRequest(context, lot, body, 0));
  }
  if (cells.has('sample')) {
    const sample = new Body(cells)
      .set('mass', 'sample.mass', mass)
      .set('drawnOn', 'sample.drawnOn', word)
      .set('drawnBy', 'sample.drawnBy', word)
      .set('seal', 'sample.seal', word, '')
      .set('primarySamples', 'sample.primarySamples', number, null);
    await step(cells, sample, submittedSampleSchema, async (body) =>
      receiveSample(context, await lotById(context.tx, lot.id), body, 0),
    );
  }
  for (const [name, run] of Object.entries(TESTS))
    for (const test of [...(cells.tests.get(name) ?? [])].sort((a, b) => a - b))
      await run(context, cells, lot, String(test));
}

/** Why what a file brings is written down late. */
const FROM_FILE = 'brought in by a file';
function late(body: Body, path: string): Body {
  if (body.value[path] !== undefined) body.value.lateReason = FROM_FILE;
  return body;
}

/** The day on which the figures of a test were seen, and those of single figures, as the file says; what it does not say is not known. */
async function seenIn(
  context: Write,
  cells: LotCells,
  step: 'purity' | 'other-seeds' | 'moisture',
  test: string,
  vesselId: string,
): Promise<Write> {
  const after = await drawnBefore(context.tx, vesselId);
  const seen = (cell: Cell | undefined): Seen | undefined => {
    if (!cell) return undefined;
    const { error } = isoDate('the day').validate(cell.value);
    if (error) throw new Stopped([{ line: cell.line, column: 'value', message: error.message }]);
    try {
      return seenOf(context.hand, { seenOn: cell.value, lateReason: FROM_FILE }, after);
    } catch (fault) {
      if (!(fault instanceof Fault)) throw fault;
      throw new Stopped([{ line: cell.line, column: 'value', message: fault.errors[0]?.message ?? fault.message }]);
    }
  };
  const hand = context.hand;
  const unknown: Seen = { on: hand.today, from: 'file', at: null, lateReason: null };
  return {
    ...context,
    hand: {
      ...hand,
      seen: seen(cells.get(`${step}.seenOn`, { test })) ?? unknown,
      seenByField: new Map(
        cells.named(`${step}.fieldSeenOn`, { test }).flatMap((name) => {
          const one = seen(cells.get(`${step}.fieldSeenOn`, { test, name }));
          return one ? [[name, one] as const] : [];
        }),
      ),
    },
  };
}

async function draw(context: Write, cells: LotCells, lot: Lot, purpose: TestStep, test: string): Promise<string> {
  const body = new Body(cells, { test }).set('mass', `${purpose}.sample`, mass).set('why', `${purpose}.why`, word);
  if (purpose === 'purity') body.set('portion', 'purity.portion', word);
  late(body.set('seenOn', `${purpose}.drawnOn`, word), 'seenOn');
  body.value.purpose = purpose;
  const sample = await step(cells, body, newWorkingSampleSchema, async (checked) =>
    drawWorkingSample(context, await lockLot(context.tx, lot.id), checked, 'unknown'),
  );
  return sample.id;
}

const TESTS: Readonly<Record<TestStep, (context: Write, cells: LotCells, lot: Lot, test: string) => Promise<void>>> = {
  purity: async (context, cells, lot, test) => {
    const started = await startTest(context, 'purity', await draw(context, cells, lot, 'purity', test), {});
    const body = new Body(cells, { test });
    for (const field of [
      'workingSample',
      'pureSeed',
      'multipleUnits',
      'otherSeeds',
      'otherCropSeed',
      'weedSeed',
      'inertMatter',
    ])
      body.set(field, `purity.${field}`, word);
    body
      .set('chaffiness.chaffy', 'purity.chaffy', (cell) =>
        cell.value === 'yes' ? true : cell.value === 'no' ? false : cell.value,
      )
      .set('chaffiness.why', 'purity.chaffyWhy', word)
      .set('blowing.setting', 'purity.blowerSetting', word)
      .set('blowing.minutes', 'purity.blowerMinutes', word)
      .set('fractions.examined', 'purity.lookedAt', number);
    for (const field of FRACTIONS) body.set(`fractions.${field}`, `purity.${field}`, number);
    const names = cells.named('purity.part', { test });
    if (names.length > 0) body.value.parts = [];
    names.forEach((name, i) => {
      body.set(
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
      );
    });
    const dated = await seenIn(context, cells, 'purity', test, started.vesselId);
    await step(cells, body, purityWeighingsSchema, (checked) => weigh(dated, started, checked));
  },
  'other-seeds': async (context, cells, lot, test) => {
    const plan = new Body(cells, { test }).set('extent', 'other-seeds.extent', word, 'complete');
    plan.value.vesselId = await draw(context, cells, lot, 'other-seeds', test);
    plan.value.named = [...cells.named('other-seeds.named', { test })];
    const started = await step(cells, plan, newOtherSeedsTestSchema, (checked) => startSearch(context, checked));
    const dated = await seenIn(context, cells, 'other-seeds', test, started.vesselId);
    for (const tray of ['1', ...cells.trays(test)]) {
      const first = tray === '1';
      const at = first ? { test } : { test, dish: tray };
      const count = first ? 'other-seeds.count' : 'other-seeds.trayCount';
      const body = new Body(cells, at).set(
        'examined',
        first ? 'other-seeds.examined' : 'other-seeds.trayExamined',
        word,
      );
      body.value.species = [];
      cells.named(count, at).forEach((name, i) => {
        body.set(`species.${i}`, count, (cell) => ({ name, count: number(cell) }), undefined, name);
      });
      await step(cells, body, trayCountSchema, (checked) => countTray(dated, started, Number(tray), checked, 0));
    }
  },
  moisture: async (context, cells, lot, test) => {
    const vesselId = await draw(context, cells, lot, 'moisture', test);
    const method = new Body(cells, { test }).set('method', 'moisture.method', word);
    method.value.vesselId = vesselId;
    const started = await step(cells, method, newMoistureTestSchema, (checked) =>
      startTest(context, 'moisture', vesselId, { method: checked.method }),
    );
    const body = new Body(cells, { test });
    for (const which of ['first', 'second'])
      for (const field of ['container', 'withSeed', 'dried'])
        body.set(`${which}.${field}`, `moisture.${which}.${field}`, word);
    const dated = await seenIn(context, cells, 'moisture', test, started.vesselId);
    await step(cells, body, moistureWeighingsSchema, (checked) => weighMoisture(dated, started, checked));
  },
  germination: async (context, cells, lot, test) => {
    const plan = new Body(cells, { test });
    plan.value.vesselId = await draw(context, cells, lot, 'germination', test);
    for (const field of ['substrate', 'temperature', 'setUpDate']) plan.set(field, `germination.${field}`, word);
    for (const field of ['treatment', 'place']) plan.set(field, `germination.${field}`, word, '');
    for (const field of ['prechillDays', 'firstCountDay', 'finalCountDay', 'dishes', 'seedsPerDish'])
      plan.set(field, `germination.${field}`, number, field === 'prechillDays' ? 0 : undefined);
    late(plan, 'setUpDate');
    const started = await step(cells, plan, newGerminationTestSchema, (checked) => setUpTest(context, checked));
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
      const at = { test, dish: String(dish), day: String(day) };
      const line = CLASSES.map((one) => cells.get(`germination.${one}`, at)).find(Boolean)?.line ?? cells.line;
      const replicate = replicates.find((one) => one.number === dish);
      if (!replicate)
        throw new Stopped([{ line, column: 'dish', message: { is: 'import.dishes', dishes: replicates.length } }]);
      const body = new Body(cells, at);
      for (const one of CLASSES) body.set(`counts.${one}`, `germination.${one}`, number, 0);
      body.value.closed = true;
      body.value.entry = 'typed';
      body.value.final = said ? cells.get('germination.final', at)?.value === 'yes' : day === finalCountDay;
      body.set('cause', 'germination.cause', word).set('seenOn', 'germination.countedOn', word);
      body.value.lateReason = FROM_FILE;
      const lines = body.where.bind(body);
      body.where = (path) => lines(path) ?? { line, column: 'value' };
      const before = open;
      open = await step(cells, body, dishCountSchema, (checked) =>
        countDish(context, before, replicate.id, day, checked, checked.seenOn === undefined ? 'plan' : 'bench'),
      );
    }
  },
};
