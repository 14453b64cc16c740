import { stringify } from 'csv-stringify/sync';
import { asc } from 'drizzle-orm';
import { COLUMNS } from '@mercato/contract/import/file';
import { TEST_STEPS } from '@mercato/contract/register/steps';
import type { Reader } from '../database/connect.ts';
import { gather } from '../lot-sheet/gather.ts';
import { type Row, ROW_ORDER, RowWriter } from '../lot-sheet/rows.ts';
import { openFile, requestOf } from '../register/lotFile.ts';
import { headerOf, type Lot } from '../register/lots.ts';
import { lot as lotTable } from '../register/tables.ts';

/** All lots as the file that brings them in again: current figures, oldest lot first. */
export async function exportLots(tx: Reader, now: Date): Promise<string> {
  const rows: Row[] = [];
  for (const lot of await tx.select().from(lotTable).orderBy(asc(lotTable.createdAt), asc(lotTable.id)))
    rows.push(...(await rowsOf(tx, lot, now)));
  return stringify(
    rows.map((row) => COLUMNS.map((column) => row[column] ?? '')),
    { header: true, columns: [...COLUMNS], escape_formulas: true },
  );
}

async function rowsOf(tx: Reader, lot: Lot, now: Date): Promise<Row[]> {
  const file = await openFile(tx, lot.id, now);
  const { steps } = await gather(tx, file);
  const drawn = new Map(steps.flatMap((one) => one.drawn).map((one) => [one.vessel.code, one]));
  const writer = new RowWriter(lot.reference, drawn);
  const add = (what: string, value: string | number | null, more?: Row) => writer.add(what, value, more);
  const header = headerOf(lot, file.edition.book);
  add('lot.species', header.species);
  add('lot.book', header.book);
  add('lot.bookKind', header.bookKind);
  add('lot.variety', header.variety);
  add(
    'lot.harvest',
    header.harvestMonth === null
      ? header.harvestYear
      : `${header.harvestYear}-${String(header.harvestMonth).padStart(2, '0')}`,
  );
  add('lot.mass', header.mass.text, { unit: header.mass.unit });
  add('lot.containers', header.containers);
  if (header.containerMass) add('lot.containerMass', header.containerMass.text, { unit: header.containerMass.unit });
  add('lot.origin', header.origin);
  const request = requestOf(lot);
  if (request) {
    add('request.client', request.client);
    add('request.theirReference', request.theirReference);
    add('request.tests', request.tests.join(' '));
    add('request.dueOn', request.dueOn);
    add('request.sampledBy', request.sampledBy);
    add('request.fee', request.fee?.text ?? '');
    add('request.currency', request.fee?.currency ?? '');
    add('request.soldIn', (request.soldIn ?? []).join(';'));
  }
  for (const one of steps) one.rows(writer);
  const key = (row: Row) => [
    Number(row.test ?? 0) && stepOf(row) * 1000 + Number(row.test),
    Number(row.dish ?? 0) * 1000 + Number(row.day ?? 0),
  ];
  return writer.rows
    .map((row, i) => ({ row, i, key: key(row) }))
    .sort(
      (a, b) =>
        (a.key[0] ?? 0) - (b.key[0] ?? 0) ||
        (a.key[1] ?? 0) - (b.key[1] ?? 0) ||
        (ROW_ORDER.get(a.row.what ?? '') ?? 0) - (ROW_ORDER.get(b.row.what ?? '') ?? 0) ||
        a.i - b.i,
    )
    .map((one) => one.row);
}

/** Lines that are of no step of the tests stand first. */
const stepOf = (row: Row) => 1 + (TEST_STEPS as readonly string[]).indexOf((row.what ?? '').split('.')[0] ?? '');
