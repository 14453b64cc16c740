import type Joi from 'joi';
import { isoDate } from '@mercato/contract/http/fields';
import { validate } from '@mercato/contract/http/validate';
import { type ImportAnswer, MOST_FAULTS } from '@mercato/contract/import/file';
import { lotHeaderSchema } from '@mercato/contract/register/lots';
import { requestSchema } from '@mercato/contract/register/request';
import type { TestStep } from '@mercato/contract/register/steps';
import { newWorkingSampleSchema } from '@mercato/contract/register/vessels';
import { submittedSampleSchema } from '@mercato/contract/sampling/sampling';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import type { Seen } from '../database/observations.ts';
import { Fault, fault } from '../http/fault.ts';
import type { SpooledFile } from '../http/spool.ts';
import { Body, type Cell, FROM_FILE, type FromFile, late, mass, number, word } from '../lot-sheet/fromFile.ts';
import { SHEET_STEPS } from '../lot-sheet/registry.ts';
import { lockLot, type Lot, lotById, openLot } from '../register/lots.ts';
import { keepRequest } from '../register/requests.ts';
import { seenOf } from '../register/seen.ts';
import { drawnBefore } from '../register/tests.ts';
import { speciesList } from '../rule-books/names.ts';
import { drawWorkingSample, receiveSample } from '../sampling/receive.ts';
import { type CellFault, type LotCells, LotFile } from './readFile.ts';

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
export async function importLots(context: FromFile, file: SpooledFile): Promise<ImportAnswer> {
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

/** What was found in a lot under a name that the list of species does not know. */
async function unresolvedIn(context: FromFile, cells: LotCells): Promise<ImportAnswer['unresolved']> {
  const { resolve } = await speciesList(context.tx);
  const names = SHEET_STEPS.flatMap(({ step, species }) =>
    [...(cells.tests.get(step) ?? [])].flatMap((test) => species?.(cells, String(test)) ?? []),
  );
  return [...new Set(names)]
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

async function importLot(context: FromFile, cells: LotCells): Promise<void> {
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
  for (const { step: name, bring } of SHEET_STEPS)
    for (const number of [...(cells.tests.get(name) ?? [])].sort((a, b) => a - b)) {
      const test = String(number);
      await bring?.({
        context,
        cells,
        lot,
        test,
        body: (at) => new Body(cells, { test, ...at }),
        write: (body, schema, run) => step(cells, body, schema, run),
        draw: () => draw(context, cells, lot, name as TestStep, test),
        dated: (vesselId) => seenIn(context, cells, name, test, vesselId),
        stop: (line, column, message) => {
          throw new Stopped([{ line, column, message }]);
        },
      });
    }
}

/** The day on which the figures of a test were seen, and those of single figures, as the file says; what it does not say is not known. */
async function seenIn(
  context: FromFile,
  cells: LotCells,
  step: string,
  test: string,
  vesselId: string,
): Promise<FromFile> {
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

async function draw(context: FromFile, cells: LotCells, lot: Lot, purpose: TestStep, test: string): Promise<string> {
  const body = new Body(cells, { test }).set('why', `${purpose}.why`, word);
  if (cells.get(`${purpose}.sample`, { test })?.unit === 'seeds') {
    body.set('seeds', `${purpose}.sample`, number);
    body.value.mass = null;
  } else body.set('mass', `${purpose}.sample`, mass);
  body.set('portion', `${purpose}.portion`, word);
  late(body.set('seenOn', `${purpose}.drawnOn`, word), 'seenOn');
  body.value.purpose = purpose;
  const sample = await step(cells, body, newWorkingSampleSchema, async (checked) =>
    drawWorkingSample(context, await lockLot(context.tx, lot.id), checked, 'unknown'),
  );
  return sample.id;
}
