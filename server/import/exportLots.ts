import { asc } from 'drizzle-orm';
import { stringify } from 'csv-stringify/sync';
import type { FieldView, TestFrame } from '@mercato/contract/register/lots';
import type { TestStep } from '@mercato/contract/register/steps';
import { fieldInTray } from '@mercato/contract/other-seeds/otherSeeds';
import { COLUMNS, ITEMS } from '@mercato/contract/import/file';
import { CLASSES } from '@mercato/core/units/seedCounts';
import type { Reader } from '../database/connect.ts';
import { gather } from '../lot-sheet/gather.ts';
import { openFile, requestOf } from '../register/lotFile.ts';
import { headerOf, type Lot } from '../register/lots.ts';
import { lot as lotTable } from '../register/tables.ts';

type Row = Partial<Record<(typeof COLUMNS)[number], string>>;
const ORDER = new Map(Object.keys(ITEMS).map((what, i) => [what, i]));

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
  const { sampling, purity, otherSeeds, moisture, germination } = await gather(tx, await openFile(tx, lot.id, now));
  const header = headerOf(lot, sampling.lot.book);
  const rows: Row[] = [];
  const add = (what: string, value: string | number | null, more: Row = {}) => {
    if (value !== null && value !== '') rows.push({ lot: lot.reference, what, value: String(value), ...more });
  };
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
  const fields = (prefix: string, views: Record<string, FieldView>, more: Row = {}) => {
    for (const [field, view] of Object.entries(views))
      if (ORDER.has(`${prefix}.${field}`))
        add(`${prefix}.${field}`, view.text, { ...more, ...(view.unit ? { unit: view.unit } : {}) });
  };
  if (sampling.submitted) fields('sample', sampling.submitted.fields);

  /** The day that most figures of a test were seen on, and the others by their names; what a file brought without a day has none. */
  const days = (step: 'purity' | 'other-seeds' | 'moisture', views: Record<string, FieldView>, more: Row) => {
    const known = Object.entries(views).filter(([, one]) => one.seenFrom !== 'file');
    const counts = new Map<string, number>();
    for (const [, { seenOn }] of known) counts.set(seenOn, (counts.get(seenOn) ?? 0) + 1);
    const [usual] = [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))[0] ?? [];
    add(`${step}.seenOn`, usual ?? null, more);
    for (const [name, { seenOn }] of known) if (seenOn !== usual) add(`${step}.fieldSeenOn`, seenOn, { ...more, name });
  };

  const drawn = new Map(sampling.working.map((one) => [one.vessel.code, one]));
  const begin = (step: TestStep, test: TestFrame): Row => {
    const more = { test: String(test.number) };
    const sample = drawn.get(test.vesselCode);
    if (sample?.vessel.mass) add(`${step}.sample`, sample.vessel.mass.text, { ...more, unit: sample.vessel.mass.unit });
    add(`${step}.why`, sample?.why ?? null, more);
    add(`${step}.drawnOn`, sample?.vessel.drawnOn ?? null, more);
    return more;
  };
  for (const test of purity.tests) {
    const more = begin('purity', test);
    add('purity.portion', test.portion === 'half' ? 'half' : null, more);
    days('purity', test.fields, more);
    const { chaffy, ...weighed } = test.fields;
    fields('purity', weighed, more);
    for (const { component, name, amount } of test.parts)
      add('purity.part', amount.kind === 'mass' ? amount.text : amount.kind === 'count' ? amount.seeds : 'trace', {
        ...more,
        name: `${component}: ${name}`,
        ...(amount.kind === 'trace' ? {} : { unit: amount.kind === 'mass' ? 'g' : 'seeds' }),
      });
    add('purity.chaffy', chaffy ? (test.chaffy ? 'yes' : 'no') : null, more);
    add('purity.lookedAt', test.fields['fraction:examined']?.text ?? null, more);
    for (const one of test.fractions) add(`purity.${one.fraction}`, one.seeds, more);
  }
  for (const test of otherSeeds.tests) {
    const more = begin('other-seeds', test);
    add('other-seeds.extent', test.extent === 'complete' ? null : test.extent, more);
    days(
      'other-seeds',
      Object.fromEntries(
        test.trays.flatMap((tray) =>
          Object.entries(tray.fields).map(([name, view]) => [fieldInTray(tray.number, name), view]),
        ),
      ),
      more,
    );
    for (const name of test.named) add('other-seeds.named', 'yes', { ...more, name });
    for (const { number, fields: own, species } of test.trays) {
      const at = number === 1 ? more : { ...more, dish: String(number) };
      add(number === 1 ? 'other-seeds.examined' : 'other-seeds.trayExamined', own.examined?.text ?? null, {
        ...at,
        unit: 'g',
      });
      for (const { name, count } of [...species].sort((a, b) => a.name.localeCompare(b.name)))
        add(number === 1 ? 'other-seeds.count' : 'other-seeds.trayCount', count, { ...at, name });
    }
  }
  for (const test of moisture.tests) {
    const more = begin('moisture', test);
    add('moisture.method', test.method, more);
    days('moisture', test.fields, more);
    fields('moisture', test.fields, more);
  }
  for (const test of germination.tests) {
    const more = begin('germination', test);
    for (const [field, value] of Object.entries(test.plan))
      if (ORDER.has(`germination.${field}`)) add(`germination.${field}`, value as string | number, more);
    for (const dish of test.dishes)
      for (const day of dish.days) {
        const at = { ...more, dish: String(dish.number), day: String(day.key) };
        add('germination.countedOn', day.seenFrom === 'plan' ? null : day.seenOn, at);
        add('germination.final', day.final ? 'yes' : null, at);
        add('germination.cause', day.cause, at);
        for (const one of CLASSES) add(`germination.${one}`, day.counts[one], at);
      }
  }
  const key = (row: Row) => [
    Number(row.test ?? 0) && stepOf(row) * 1000 + Number(row.test),
    Number(row.dish ?? 0) * 1000 + Number(row.day ?? 0),
  ];
  return rows
    .map((row, i) => ({ row, i, key: key(row) }))
    .sort(
      (a, b) =>
        (a.key[0] ?? 0) - (b.key[0] ?? 0) ||
        (a.key[1] ?? 0) - (b.key[1] ?? 0) ||
        (ORDER.get(a.row.what ?? '') ?? 0) - (ORDER.get(b.row.what ?? '') ?? 0) ||
        a.i - b.i,
    )
    .map((one) => one.row);
}

const STEPS: readonly string[] = ['purity', 'other-seeds', 'moisture', 'germination'];
const stepOf = (row: Row) => 1 + STEPS.indexOf((row.what ?? '').split('.')[0] ?? '');
