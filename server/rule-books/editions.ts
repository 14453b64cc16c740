import { createHash } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import { OWN_FIELDS, type OwnField } from '@mercato/contract/register/kinds';
import type { Book, Edition, EditionContent, Figure, KindMethod } from '@mercato/core/rule-books/edition';
import { methodsFor, type Kind } from '@mercato/core/rule-books/findKind';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import type { Rule } from '@mercato/core/verdict/verdict';
import type { Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { shippedContent, shippedKinds } from './shipped.ts';
import { kindFigure, ruleBookEdition } from './tables.ts';

/** Stores the shipped editions of this release unless these very contents are there already. */
export async function storeShippedEditions(tx: Transaction, now: Date): Promise<void> {
  for (const book of ['ista', 'aosa'] as const) {
    const content = shippedContent(book);
    readEdition(content); // refuses to start on a table that cannot be read
    const contentHash = createHash('sha256').update(JSON.stringify(content)).digest('hex');
    await tx
      .insert(ruleBookEdition)
      .values({
        id: uuid(),
        book,
        name: content.name,
        year: content.year,
        contentHash,
        content,
        shipped: 'yes',
        createdAt: now,
      })
      .onConflictDoNothing();
  }
}

/** Editions never change, so what was read once stays right. */
const read = new Map<string, Edition>();

export async function editionById(tx: Transaction, id: string): Promise<Edition> {
  const known = read.get(id);
  if (known) return known;
  const [row] = await tx
    .select({ content: ruleBookEdition.content })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, id));
  if (!row) throw fault('not-found', 'There is no such edition of a rule book.');
  const edition = readEdition(row.content as EditionContent);
  read.set(id, edition);
  return edition;
}

/** The newest shipped edition of a book: what new lots are judged by. */
export async function currentEdition(tx: Transaction, book: Book): Promise<{ id: string; name: string }> {
  const [row] = await tx
    .select({ id: ruleBookEdition.id, name: ruleBookEdition.name })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.book, book))
    .orderBy(desc(ruleBookEdition.createdAt), desc(ruleBookEdition.id))
    .limit(1);
  if (!row) throw new Error(`no edition of ${book} is stored`);
  return row;
}

export async function editionContent(tx: Transaction, id: string): Promise<EditionContent> {
  const [row] = await tx
    .select({ content: ruleBookEdition.content })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, id));
  if (!row) throw fault('not-found', 'There is no such edition of a rule book.');
  return row.content as EditionContent;
}

let kinds: readonly Kind[] | undefined;
export function allKinds(): readonly Kind[] {
  kinds ??= shippedKinds();
  return kinds;
}

export function kindOf(species: string): Kind | undefined {
  return allKinds().find((one) => one.species === species);
}

/** What an edition says about a species, with the laboratory's own figures where the book has none. */
export async function methodsWithOwn(tx: Transaction, edition: Edition, species: string): Promise<KindMethod[]> {
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

/** The one row of an edition that speaks of a lot's kind, own figures filled in. */
export async function methodFor(
  tx: Transaction,
  edition: Edition,
  species: string,
  bookKind: string | null,
): Promise<KindMethod | undefined> {
  const methods = await methodsWithOwn(tx, edition, species);
  return methods.find((one) => one.bookKind === bookKind) ?? (methods.length === 1 ? methods[0] : undefined);
}
