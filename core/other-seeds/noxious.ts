import type { EditionContent } from '../rule-books/edition.ts';
import { provenanceOf } from '../rule-books/provenance.ts';
import { genusOf, isGenus } from '../rule-books/resolveName.ts';
import { aboveZero } from '../units/argument.ts';
import { GRAMS_PER, type MassUnit } from '../units/gramsPer.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Rule, type Verdict } from '../verdict/verdict.ts';
import type { OtherSeedsNext } from './next.ts';

export type Standing = 'prohibited' | 'restricted';

/** One line of a jurisdiction's list. */
export interface NoxiousRow {
  readonly jurisdiction: string;
  /** A scientific name, or a genus followed by `spp.`. */
  readonly species: string;
  readonly standing: Standing;
  /** At most so many seeds in so much seed; null = no limit of its own. */
  readonly limit: { readonly most: number; readonly per: number; readonly unit: MassUnit } | null;
  readonly note: string;
  readonly rule: Rule;
}

/**
 * The lists of an edition of noxious lists.
 * @throws {RangeError} if the edition is none, or a cell cannot be read
 */
export function readNoxious(content: EditionContent): readonly NoxiousRow[] {
  const table = content.tables.species;
  if (content.book !== 'noxious' || !table) throw new RangeError(`${content.name} holds no noxious lists`);
  return table.rows.map((row, i) => {
    const { standing, unit = '' } = row;
    if (standing !== 'prohibited' && standing !== 'restricted')
      throw new RangeError(`row ${i + 1}, column "standing": "${standing ?? ''}" is neither prohibited nor restricted`);
    return {
      jurisdiction: row.jurisdiction ?? '',
      species: row.species ?? '',
      standing,
      limit: row.most && row.per ? { most: Number(row.most), per: Number(row.per), unit: unit as MassUnit } : null,
      note: row.note ?? '',
      rule: {
        book: content.book,
        edition: content.name,
        section: row.jurisdiction ?? '',
        row: row.species ?? '',
        provenance: provenanceOf(row, table.origin),
      },
    };
  });
}

/** A species named by itself goes before its genus. */
export function rowOf(rows: readonly NoxiousRow[], species: string): NoxiousRow | undefined {
  return (
    rows.find((row) => row.species === species) ??
    rows.find((row) => isGenus(row.species) && genusOf(row.species) === genusOf(species))
  );
}

/**
 * `no-sale`: cannot be sold there. `name`: must be named with its rate. `unclear`: nobody can say, because what was
 * found is bound to no species, or to a genus of which the list names some.
 */
export type Consequence = 'no-sale' | 'name' | 'unclear';

export interface NoxiousVerdict extends Verdict<OtherSeedsNext> {
  readonly jurisdiction: string;
  /** The species or genus; of what is bound to none, the name as it was written. */
  readonly species: string;
  readonly standing: Standing | null;
  readonly found: number;
  readonly consequence: Consequence;
}

/** What was found, by the name it was written under. */
export interface Find {
  readonly written: string;
  /** The species of the list that it is bound to, or a genus followed by `spp.`; null = it is bound to none. */
  readonly taxon: string | null;
  /** Of a genus: an analyst says that it is none of the species that any list names. */
  readonly noneListed?: boolean;
  readonly seeds: number;
}

/**
 * What a jurisdiction makes of the seeds that were found: a prohibited species, or more of a restricted one than
 * its limit, cannot be sold there; a restricted one within its limit must be named with its rate. What is bound to no
 * species is never taken for absent: it is not judged against any list. A genus is judged as such; where a list names
 * species of it, it is not judged until somebody says which it is, or that it is none of them.
 *
 * @param rows       names as `Find.taxon` has them
 * @param found      seeds, integers ≥ 0; several names of one species are judged together
 * @param examinedG  mass searched, g, > 0
 * @throws {RangeError} if the mass is not above 0
 *
 * Source: the list itself; the comparison is plain arithmetic, exact at the limit.
 */
export function judgeNoxious(
  rows: readonly NoxiousRow[],
  found: readonly Find[],
  examinedG: number,
): readonly NoxiousVerdict[] {
  aboveZero('examinedG', examinedG);
  const finds = together(found);
  return [...new Set(rows.map((row) => row.jurisdiction))].flatMap((jurisdiction) => {
    const mine = rows.filter((row) => row.jurisdiction === jurisdiction);
    return finds.flatMap((find): NoxiousVerdict[] => {
      if (find.taxon === null) return [unclear(jurisdiction, find, find.written, 'bound to no species')];
      const row = rowOf(mine, find.taxon);
      if (row) return [judgeOne(row, find.taxon, find.seeds, examinedG)];
      const { taxon } = find;
      const listed = isGenus(taxon) ? mine.filter((one) => genusOf(one.species) === genusOf(taxon)) : [];
      return listed.length > 0 && !find.noneListed
        ? [unclear(jurisdiction, find, find.taxon, `the list names ${listed.map((one) => one.species).join(', ')}`)]
        : [];
    });
  });
}

/** Finds of one taxon as one; those that are bound to none stay by their names. */
function together(found: readonly Find[]): readonly Find[] {
  const byTaxon = new Map<string, Find>();
  for (const find of found) {
    if (find.seeds <= 0) continue;
    const key = find.taxon ?? `? ${find.written}`;
    const before = byTaxon.get(key);
    byTaxon.set(
      key,
      before
        ? { ...before, seeds: before.seeds + find.seeds, noneListed: Boolean(before.noneListed && find.noneListed) }
        : find,
    );
  }
  return [...byTaxon.values()];
}

function unclear(jurisdiction: string, find: Find, species: string, why: string): NoxiousVerdict {
  return {
    jurisdiction,
    species,
    standing: null,
    found: find.seeds,
    consequence: 'unclear',
    measured: find.seeds,
    limit: null,
    unit: 'seeds',
    outcome: 'not-judged',
    rule: null,
    steps: [
      { label: 'seeds found', result: String(find.seeds) },
      { label: 'written as', result: find.written },
      { label: 'not evaluated', result: why },
    ],
    next: find.taxon === null ? 'bound-to-no-species' : 'say-which-of-the-genus',
  };
}

function judgeOne(row: NoxiousRow, species: string, count: number, examinedG: number): NoxiousVerdict {
  const head = [
    { label: 'seeds found', result: String(count) },
    { label: 'mass searched', result: String(examinedG), unit: 'g' },
    {
      label: row.species === species ? 'stands in the list' : `stands in the list as ${row.species}`,
      result: row.standing,
    },
  ];
  const base = { jurisdiction: row.jurisdiction, species, standing: row.standing, found: count, rule: row.rule };
  if (row.standing === 'prohibited')
    return {
      ...base,
      measured: count,
      limit: 0,
      unit: 'seeds',
      outcome: 'outside',
      consequence: 'no-sale',
      steps: [...head, { label: 'most allowed', result: '0', unit: 'seeds' }],
      next: 'prohibited',
    };
  if (!row.limit)
    return {
      ...base,
      measured: count,
      limit: null,
      unit: 'seeds',
      outcome: 'within',
      consequence: 'name',
      steps: [...head, { label: 'most allowed', result: 'no limit of its own' }],
      next: 'restricted-without-limit',
    };
  const { most, per, unit } = row.limit;
  const inMass = new Exact(count).times(GRAMS_PER[unit]).times(per).div(examinedG);
  const words = `${per === 1 ? '' : `${per} `}${unit}`;
  const over = inMass.gt(most);
  return {
    ...base,
    measured: inMass.toNumber(),
    limit: most,
    unit: `seeds per ${words}`,
    outcome: over ? 'outside' : outcomeUpTo(inMass.toNumber(), most),
    consequence: over ? 'no-sale' : 'name',
    steps: [
      ...head,
      {
        label: `in ${words}`,
        expression: `${count} × ${new Exact(GRAMS_PER[unit]).times(per).toString()} / ${examinedG}`,
        result: inMass.toDecimalPlaces(2).toString(),
      },
      { label: 'most allowed', result: String(most) },
    ],
    next: over ? 'over-noxious-limit' : 'restricted-within-limit',
  };
}
