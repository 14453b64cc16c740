import { createHash } from 'node:crypto';
import { and, asc, desc, eq, inArray, isNull, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import { OWN_FIELDS, type OwnField } from '@mercato/contract/register/kinds';
import {
  type Edition,
  type EditionContent,
  type Figure,
  isBook,
  type KindMethod,
  RULE_BOOKS,
  type RuleBook,
} from '@mercato/core/rule-books/edition';
import { type Kind, methodsFor } from '@mercato/core/rule-books/findKind';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import type { Rule } from '@mercato/core/verdict/verdict';
import type { Reader, Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { shippedContent, shippedKinds } from './shipped.ts';
import { editionAct, kindFigure, ownKind, ruleBookEdition } from './tables.ts';

/** Stores the shipped editions of this release unless these very contents are there already. */
export async function storeShippedEditions(tx: Transaction, now: Date): Promise<void> {
  for (const book of RULE_BOOKS) {
    const content = shippedContent(book);
    if (isBook(book)) readEdition(content); // refuses to start on a table that cannot be read
    await tx
      .insert(ruleBookEdition)
      .values({
        id: uuid(),
        book,
        name: content.name,
        year: content.year,
        contentHash: hashOf(content),
        content,
        shipped: 'yes',
        createdAt: now,
      })
      .onConflictDoNothing();
  }
}

export const hashOf = (content: EditionContent): string =>
  createHash('sha256').update(JSON.stringify(content)).digest('hex');

/** Editions never change, so what was read once stays right. */
const read = new Map<string, Edition>();

export async function editionById(tx: Reader, id: string): Promise<Edition> {
  const known = read.get(id);
  if (known) return known;
  const [row] = await tx
    .select({ content: ruleBookEdition.content })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, id));
  if (!row) throw fault('not-found', 'rule-books.no-such-edition-rule');
  const edition = readEdition(row.content);
  read.set(id, edition);
  return edition;
}

/** The newest act on each edition. */
export async function editionActs(tx: Reader): Promise<Map<string, typeof editionAct.$inferSelect>> {
  const rows = await tx.select().from(editionAct).orderBy(asc(editionAct.at), asc(editionAct.id));
  return new Map(rows.map((row) => [row.editionId, row]));
}

/** The edition that new lots are judged by: the last one taken into use, else the newest shipped; never a retired one. */
export async function currentEdition(tx: Reader, book: RuleBook): Promise<{ id: string; name: string }> {
  const rows = await tx
    .select({ id: ruleBookEdition.id, name: ruleBookEdition.name, shipped: ruleBookEdition.shipped })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.book, book))
    .orderBy(desc(ruleBookEdition.createdAt), desc(ruleBookEdition.id));
  const acts = await editionActs(tx);
  const used = rows
    .filter((row) => acts.get(row.id)?.act === 'use')
    .sort((a, b) => (acts.get(b.id)?.at.getTime() ?? 0) - (acts.get(a.id)?.at.getTime() ?? 0))[0];
  const found = used ?? rows.find((row) => row.shipped === 'yes' && !acts.has(row.id));
  if (!found) throw new Error(`no edition of ${book} is in use`);
  return { id: found.id, name: found.name };
}

/** Book and name of an edition, without its rows. */
export async function editionHead(tx: Reader, id: string): Promise<{ book: RuleBook; name: string } | undefined> {
  const [row] = await tx
    .select({ book: ruleBookEdition.book, name: ruleBookEdition.name })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, id));
  return row && { book: row.book as RuleBook, name: row.name };
}

export async function editionContent(tx: Reader, id: string): Promise<EditionContent> {
  const [row] = await tx
    .select({ content: ruleBookEdition.content })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, id));
  if (!row) throw fault('not-found', 'rule-books.no-such-edition-rule');
  return row.content;
}

let shipped: ReadonlyMap<string, Kind> | undefined;
function shippedByName(): ReadonlyMap<string, Kind> {
  shipped ??= new Map(shippedKinds().map((one) => [one.species, one]));
  return shipped;
}

/** The laboratory's own kinds as they now stand: those that nothing supersedes. */
export async function ownKinds(tx: Reader, which?: SQL): Promise<(typeof ownKind.$inferSelect)[]> {
  const later = alias(ownKind, 'later');
  const rows = await tx
    .select({ row: ownKind })
    .from(ownKind)
    .leftJoin(later, eq(later.supersedes, ownKind.id))
    .where(and(isNull(later.id), which))
    .orderBy(asc(ownKind.species));
  return rows.map((one) => one.row);
}

/** The shipped kinds, and those that the laboratory added. */
export async function allKinds(tx: Reader): Promise<readonly Kind[]> {
  const own = new Map((await ownKinds(tx)).map((row) => [row.species, row.kind]));
  return [...shippedByName().values(), ...own.values()];
}

/** Kinds by scientific name; only what is not shipped is asked of the database. */
export async function kindsNamed(tx: Reader, species: readonly string[]): Promise<ReadonlyMap<string, Kind>> {
  const found = new Map(
    species.flatMap((one) => {
      const kind = shippedByName().get(one);
      return kind ? [[one, kind] as const] : [];
    }),
  );
  const others = species.filter((one) => !found.has(one));
  if (others.length > 0)
    for (const row of await ownKinds(tx, inArray(ownKind.species, others))) found.set(row.species, row.kind);
  return found;
}

export async function kindOf(tx: Reader, species: string): Promise<Kind | undefined> {
  return (await kindsNamed(tx, [species])).get(species);
}

/** What an edition says about a species, with the laboratory's own figures where the book has none. */
export async function methodsWithOwn(tx: Reader, edition: Edition, species: string): Promise<readonly KindMethod[]> {
  const later = alias(kindFigure, 'later');
  const own = await tx
    .select({ field: kindFigure.field, value: kindFigure.value, source: kindFigure.source })
    .from(kindFigure)
    .leftJoin(later, eq(later.supersedes, kindFigure.id))
    .where(and(eq(kindFigure.book, edition.book), eq(kindFigure.species, species), isNull(later.id)));
  const methods = methodsFor(edition, species);
  const base: readonly KindMethod[] =
    methods.length > 0 ? methods : own.length > 0 ? [{ bookKind: species, species }] : [];
  return base.map((method) =>
    own.reduce((filled, figure) => fillIn(edition, filled, figure.field as OwnField, figure), method),
  );
}

function fillIn(
  edition: Edition,
  method: KindMethod,
  field: OwnField,
  own: { value: string; source: string },
): KindMethod {
  if (method[field] !== undefined) return method;
  const rule: Rule = {
    book: edition.book,
    edition: 'the laboratory’s own figure',
    section: OWN_FIELDS[field].label,
    provenance: { origin: 'own', verification: own.source },
  };
  const list = {
    value: own.value
      .split(';')
      .map((part) => part.trim())
      .filter(Boolean),
    rule,
  } satisfies Figure<readonly string[]>;
  return { ...method, [field]: OWN_FIELDS[field].kind === 'list' ? list : { value: Number(own.value), rule } };
}

/** What was read of an edition while the laboratory had so many own figures, which are only ever added to. */
const filled = new WeakMap<
  Edition,
  { readonly figures: number; readonly methods: Map<string, readonly KindMethod[]> }
>();

async function methodsKnown(
  tx: Reader,
  edition: Edition,
  species: string,
  figures: number,
): Promise<readonly KindMethod[]> {
  const before = filled.get(edition);
  const known = before?.figures === figures ? before : { figures, methods: new Map<string, readonly KindMethod[]>() };
  if (known !== before) filled.set(edition, known);
  const methods = known.methods.get(species) ?? (await methodsWithOwn(tx, edition, species));
  known.methods.set(species, methods);
  return methods;
}

/**
 * The one row of an edition that speaks of a lot's kind, own figures filled in.
 * @param figures  how many own figures there are, where that was read: then what is known already is not read again
 */
export async function methodFor(
  tx: Reader,
  edition: Edition,
  species: string,
  bookKind: string | null,
  figures?: number,
): Promise<KindMethod | undefined> {
  const methods = await (figures === undefined
    ? methodsWithOwn(tx, edition, species)
    : methodsKnown(tx, edition, species, figures));
  return methods.find((one) => one.bookKind === bookKind) ?? (methods.length === 1 ? methods[0] : undefined);
}

/**
 * The least germination that the vegetable standards ask of a kind, percent, by any of the names it goes by; undefined
 * where they name none of them.
 */
export async function vegetableStandard(tx: Reader, names: readonly string[]): Promise<number | undefined> {
  const { id } = await currentEdition(tx, 'aosa');
  const table = (await editionContent(tx, id)).tables['vegetable-standards-201.31'];
  const wanted = new Set(names.map((one) => one.trim().toLowerCase()));
  for (const row of table?.rows ?? []) {
    const [head = '', ...rest] = (row.kind ?? '').toLowerCase().split(/,\s*/);
    // "Bean, runner" is the runner bean; "Cantaloupe (muskmelon, melon)" goes by three names.
    const bracket = /^([^(]+)\(([^)]+)\)?/.exec((row.kind ?? '').toLowerCase());
    const known = bracket
      ? [bracket[1] ?? '', ...(bracket[2] ?? '').split(',')]
      : rest.length > 0
        ? [`${rest.join(' ')} ${head}`]
        : [head];
    if (known.some((one) => wanted.has(one.trim()))) return Number(row.standard_percent);
  }
  return undefined;
}
