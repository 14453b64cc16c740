import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parse } from 'csv-parse/sync';
import type { ShippedBooks } from '@mercato/contract/catalogue/calculation';
import type { NameLists, SpeciesName } from '@mercato/contract/register/kinds';
import type { EditionContent, RuleBook, RuleTable } from '@mercato/core/rule-books/edition';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { type KindIsotherm, readIsotherms } from '@mercato/core/drying/isotherms';
import { type Desiccant, readDesiccants } from '@mercato/core/drying/overGel';
import { readEdition } from '@mercato/core/rule-books/readEdition';

const BOOKS_FOLDER = join(dirname(fileURLToPath(import.meta.url)), '../../core/rule-books/books');

/** Year of shipping; part of an edition's identity. */
const SHIPPED_YEAR = 2026;

const NAMES: Readonly<Record<RuleBook, string>> = {
  ista: `ISTA, as remembered ${SHIPPED_YEAR}`,
  aosa: `AOSA and Federal Seed Act, as remembered ${SHIPPED_YEAR}`,
  market: `Market minimum standards, as remembered ${SHIPPED_YEAR}`,
  noxious: `Noxious lists, as remembered ${SHIPPED_YEAR}`,
  shed: `Shed figures, as remembered ${SHIPPED_YEAR}`,
};

function readCsv(path: string): Record<string, string>[] {
  return parse(readFileSync(path), { columns: true, skip_empty_lines: true, trim: true });
}

/** Reads the shipped tables of one book from their files, cells as text. */
export function shippedContent(book: RuleBook): EditionContent {
  const folder = join(BOOKS_FOLDER, book);
  const tables: Record<string, RuleTable> = {};
  for (const { table = '', section = '', origin = '' } of readCsv(join(folder, 'tables.csv')))
    tables[table] = { section, origin, rows: readCsv(join(folder, `${table}.csv`)) };
  return { book, name: NAMES[book], year: SHIPPED_YEAR, tables };
}

let books: Pick<ShippedBooks, 'ista' | 'aosa'> | undefined;

/** The shipped editions that judge lots, read once: files of a release do not change while it runs. */
export function shippedBooks(): Pick<ShippedBooks, 'ista' | 'aosa'> {
  books ??= { ista: readEdition(shippedContent('ista')), aosa: readEdition(shippedContent('aosa')) };
  return books;
}

/** The shipped constants of moisture in balance with air, by kind. */
export const shippedIsotherms = (): readonly KindIsotherm[] =>
  readIsotherms(readCsv(join(BOOKS_FOLDER, 'literature', 'isotherms.csv')));

/** By species: the kind whose constants hold for it; common practice, no source. */
export const shippedIsothermKinds = (): Readonly<Record<string, string>> =>
  Object.fromEntries(
    readCsv(join(BOOKS_FOLDER, 'literature', 'isotherm-kinds.csv')).map((row) => [row.species ?? '', row.kind ?? '']),
  );

/** What desiccants hold in which air, as shipped. */
export const shippedDesiccants = (): readonly Desiccant[] =>
  readDesiccants(readCsv(join(BOOKS_FOLDER, 'literature', 'desiccants.csv')));

/** The shipped list of crop kinds. */
export function shippedKinds(): readonly Kind[] {
  const list = (text: string | undefined) =>
    text
      ? text
          .split(';')
          .map((part) => part.trim())
          .filter(Boolean)
      : [];
  const constants = new Map(
    readCsv(join(BOOKS_FOLDER, 'literature', 'viability-constants.csv')).flatMap((row) =>
      row.KE
        ? [
            [
              row.species ?? '',
              {
                KE: Number(row.KE),
                CW: Number(row.CW),
                CH: Number(row.CH),
                CQ: Number(row.CQ),
                source: row.source ?? '',
                confidence: row.confidence ?? '',
              },
            ] as const,
          ]
        : [],
    ),
  );
  const ageing = (species: string) => {
    const found = constants.get(species);
    return found ? { ageing: found } : {};
  };
  return readCsv(join(BOOKS_FOLDER, 'names', 'crops.csv')).map((row) => ({
    species: row.species ?? '',
    family: row.family ?? '',
    commonNames: list(row.common_names),
    synonyms: list(row.synonyms),
    chaffy: row.chaffy === 'yes',
    hardSeeded: row.hard_seeded === 'yes',
    thousandSeedWeightG:
      row.tsw_g_low && row.tsw_g_high ? { low: Number(row.tsw_g_low), high: Number(row.tsw_g_high) } : null,
    smallTest: {
      temperatureC:
        row.small_test_temp_c_low && row.small_test_temp_c_high
          ? [Number(row.small_test_temp_c_low), Number(row.small_test_temp_c_high)]
          : null,
      light: oneOf(['helps', 'dark', 'indifferent'], row.light),
      firstDay: row.small_test_days_first ? Number(row.small_test_days_first) : null,
      lastDay: row.small_test_days_end ? Number(row.small_test_days_end) : null,
    },
    keeping: {
      longevity: oneOf(['short', 'medium', 'long'], row.longevity),
      desiccation: oneOf(['orthodox', 'sensitive'], row.desiccation) ?? 'unknown',
      oilFraction: row.oil_fraction ? Number(row.oil_fraction) : null,
      ...ageing(row.species ?? ''),
    },
    confidence: oneOf(['high', 'medium', 'low'], row.confidence) ?? 'low',
  }));
}

/** Names of weeds and other species, for the search at the bench. */
export function shippedOtherSpecies(): readonly SpeciesName[] {
  return readCsv(join(BOOKS_FOLDER, 'names', 'other-species.csv')).map((row) => ({
    species: row.species ?? '',
    family: row.family ?? '',
    commonNames: (row.common_names ?? '').split(';').filter(Boolean),
    usually: row.status_usual === 'crop' || row.status_usual === 'either' ? row.status_usual : 'weed',
  }));
}

/** Kinds of inert matter, in the words of the list. */
export function shippedInertKinds(): NameLists['inertKinds'] {
  return readCsv(join(BOOKS_FOLDER, 'names', 'inert-kinds.csv')).map((row) => ({
    kind: row.kind ?? '',
    says: [row.description, row.note].filter(Boolean).join('; '),
  }));
}

function oneOf<const T extends string>(words: readonly T[], cell: string | undefined): T | null {
  return words.find((one) => one === cell) ?? null;
}
