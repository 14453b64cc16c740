import type { EditionContent } from '../rule-books/edition.ts';
import { Exact, GRAMS_PER, type MassUnit } from '../units/mass.ts';
import { outcomeUpTo, type Rule, type Verdict } from '../verdict/verdict.ts';

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
        provenance: {
          origin: row.origin || table.origin,
          verification: row.verification || 'from memory',
          ...(row.confidence === 'high' || row.confidence === 'medium' || row.confidence === 'low'
            ? { confidence: row.confidence }
            : {}),
          ...(row.doubts ? { doubts: row.doubts } : {}),
        },
      },
    };
  });
}

/** A species named by itself goes before its genus. */
export function rowOf(rows: readonly NoxiousRow[], species: string): NoxiousRow | undefined {
  const genus = `${species.split(' ')[0] ?? species} spp.`;
  return rows.find((row) => row.species === species) ?? rows.find((row) => row.species === genus);
}

/** `no-sale`: may not be sold there. `name`: must be named with its rate. `named-none`: nothing of it was found. */
export type Consequence = 'no-sale' | 'name';

export interface NoxiousVerdict extends Verdict {
  readonly jurisdiction: string;
  readonly species: string;
  readonly standing: Standing;
  readonly found: number;
  readonly consequence: Consequence;
}

/**
 * What a jurisdiction makes of the seeds that were found: a prohibited species, or more of a restricted one than
 * its limit, may not be sold there; a restricted one within its limit must be named with its rate.
 *
 * @param found      seeds by scientific name, integers ≥ 0; what was not found is left out of the answer
 * @param examinedG  mass searched, g, > 0
 * @throws {RangeError} if the mass is not above 0
 *
 * Source: the list itself; the comparison is plain arithmetic, exact at the limit.
 */
export function judgeNoxious(
  rows: readonly NoxiousRow[],
  found: Readonly<Record<string, number>>,
  examinedG: number,
): readonly NoxiousVerdict[] {
  if (!(examinedG > 0 && examinedG < Infinity))
    throw new RangeError(`examinedG must be above 0 and finite, got ${examinedG}`);
  const jurisdictions = [...new Set(rows.map((row) => row.jurisdiction))];
  return jurisdictions.flatMap((jurisdiction) => {
    const mine = rows.filter((row) => row.jurisdiction === jurisdiction);
    return Object.entries(found).flatMap(([species, count]) => {
      const row = count > 0 ? rowOf(mine, species) : undefined;
      return row ? [judgeOne(row, species, count, examinedG)] : [];
    });
  });
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
      next: `Prohibited: may not be sold in ${row.jurisdiction}.`,
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
      next: `Restricted: must be named with its rate in ${row.jurisdiction}.`,
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
    next: over
      ? `Over the limit: may not be sold in ${row.jurisdiction}.`
      : `Restricted, within the limit: must be named with its rate in ${row.jurisdiction}.`,
  };
}
