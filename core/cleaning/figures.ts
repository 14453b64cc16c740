import type { DryingAir } from '../drying/safeAir.ts';
import type { EditionContent, Figure } from '../rule-books/edition.ts';
import { TableReader } from '../rule-books/tableReader.ts';
import type { Rule } from '../verdict/verdict.ts';
import { circleInside, type Screen, type Size } from './screen.ts';

export const SURE = ['high', 'medium', 'low'] as const;
export type Sure = (typeof SURE)[number];

/** A screen of the list, with what it is called in trade. */
export interface ListedScreen {
  readonly name: string;
  readonly screen: Screen;
  /** Trade size in inches, such as 5/64 or .064 x 3/8; empty where there is none. */
  readonly inches: string;
  readonly usedFor: string;
  readonly sure: Sure;
  readonly rule: Rule;
}

/** What is known of a kind's seed, or of what grows in it; sd beside every mean. */
export interface Particle {
  readonly name: string;
  readonly role: 'seed' | 'contaminant';
  readonly size: Size;
  /** mm. */
  readonly sizeSd: Size;
  readonly densityGCm3: number;
  readonly thousandSeedWeightG: number;
  /** Share of its ellipsoid that it fills. */
  readonly shapeFactor: number;
  /** Air that carries it, m/s; null = by its size and density. */
  readonly velocity: { readonly mS: number; readonly sd: number } | null;
  readonly sure: Readonly<Record<'size' | 'density' | 'velocity', Sure>>;
  readonly rule: Rule;
}

export interface Bushel {
  readonly kind: string;
  /** Species and genera that it counts for. */
  readonly taxa: readonly string[];
  readonly pounds: Figure<number>;
}

export const RIPE_SIGNS = [
  'pod-dry',
  'pod-cracks',
  'seed-hard',
  'seed-colour',
  'head-parts',
  'head-brown',
  'stalk-dry',
  'umbel-brown',
  'capsule-opens',
  'capsule-rattles',
  'fluff',
  'back-yellow',
  'husk-papery',
  'fruit-coloured',
  'fruit-past',
] as const;
export type RipeSign = (typeof RIPE_SIGNS)[number];
export const UNRIPE_SIGNS = ['milky-sap', 'white-seed', 'soft-pods', 'wet-tissue', 'green-head'] as const;
export type UnripeSign = (typeof UNRIPE_SIGNS)[number];
export const CUT_AT = ['dew', 'after-dew', 'any'] as const;
export const FREED_BY = ['none', 'wash', 'float', 'ferment'] as const;
export type FreedBy = (typeof FREED_BY)[number];
export const CAUTIONS = ['dust', 'awns', 'prickles', 'hot', 'knife', 'ferment', 'poison', 'sap'] as const;
export type Caution = (typeof CAUTIONS)[number];

/** How a kind is picked, and how its seed is freed from wet fruit. */
export interface Handling {
  readonly taxa: readonly string[];
  readonly ripe: readonly RipeSign[];
  readonly unripe: readonly UnripeSign[];
  /** Kinds that shatter are cut in the dew, kinds that are threshed dry after it. */
  readonly cutAt: (typeof CUT_AT)[number];
  /** Dry on the plant, or cut early to finish under cover. */
  readonly dries: 'plant' | 'cover' | 'either';
  readonly freedBy: FreedBy;
  readonly soakDays: readonly [from: number, to: number] | null;
  readonly cautions: readonly Caution[];
  readonly rule: Rule;
}

/** The figures of the shed, of one edition. */
export interface ShedFigures {
  readonly edition: string;
  readonly screens: readonly ListedScreen[];
  readonly particles: readonly Particle[];
  readonly bushels: readonly Bushel[];
  readonly handling: readonly Handling[];
  readonly dryingAir: readonly DryingAir[];
  /** @throws {RangeError} when the edition lacks it */
  readonly parameter: (name: string) => Figure<number>;
}

/**
 * The figures of an edition of the shed.
 * @throws {RangeError} if the edition is none, or naming table, row and column of a cell that cannot be read
 */
export function readShedFigures(content: EditionContent): ShedFigures {
  if (content.book !== 'shed') throw new RangeError(`${content.name} holds no figures of a shed`);
  const reader = new CodeReader(content);
  const parameters = new Map(reader.rows('parameters').map((row, i) => [row.parameter ?? '', { row, i }] as const));
  return {
    edition: content.name,
    screens: screensOf(reader),
    particles: particlesOf(reader),
    bushels: reader.rows('bushels').map((row, i) => {
      const kind = reader.cell('bushels', i, 'kind');
      return {
        kind,
        taxa: reader.list('bushels', i, 'taxa') ?? [],
        pounds: {
          value: reader.number('bushels', i, 'lb_per_bushel'),
          rule: reader.rule('bushels', row, kind),
        },
      };
    }),
    handling: handlingOf(reader),
    dryingAir: reader.rows('drying-air').map((row, i) => {
      const from = reader.number('drying-air', i, 'moisture_from');
      const to = reader.optionalNumber('drying-air', i, 'moisture_to');
      return {
        moistureFrom: from,
        moistureTo: to,
        mostC: reader.number('drying-air', i, 'most_c'),
        rule: reader.rule('drying-air', row, to === null ? `from ${from} %` : `${from} to ${to} %`),
      };
    }),
    parameter: (name) => {
      const found = parameters.get(name);
      if (!found) throw new RangeError(`${content.name} holds no parameter "${name}"`);
      return {
        value: reader.number('parameters', found.i, 'value'),
        rule: { ...reader.rule('parameters', found.row), section: found.row.section ?? '' },
      };
    },
  };
}

/** A reader of cells that hold one of some codes, or a list of them. */
class CodeReader extends TableReader {
  code<const T extends string>(table: string, i: number, column: string, of: readonly T[]): T {
    return this.known(table, i, column, of, this.cell(table, i, column));
  }

  codes<const T extends string>(table: string, i: number, column: string, of: readonly T[]): T[] {
    return (this.list(table, i, column) ?? []).map((cell) => this.known(table, i, column, of, cell));
  }

  private known<T extends string>(table: string, i: number, column: string, of: readonly T[], cell: string): T {
    const found = of.find((one) => one === cell);
    if (found === undefined)
      throw new RangeError(`table "${table}", row ${i + 1}, column "${column}": "${cell}" is none of ${of.join(', ')}`);
    return found;
  }
}

function screensOf(reader: CodeReader): ListedScreen[] {
  const table = 'screens';
  return reader.rows(table).map((row, i) => {
    const name = reader.cell(table, i, 'name');
    const size = reader.number(table, i, 'size_mm');
    const length = reader.optionalNumber(table, i, 'length_mm');
    const shape = reader.code(table, i, 'shape', ['round', 'slot', 'triangle', 'mesh']);
    const needed = (column: string, value: number | null) => {
      if (value === null)
        throw new RangeError(`table "${table}", row ${i + 1}, column "${column}": a ${shape} needs it`);
      return value;
    };
    const screen = ((): Screen => {
      switch (shape) {
        case 'round':
          return { shape, holeMm: size };
        case 'slot':
          return { shape, holeMm: size, lengthMm: needed('length_mm', length) };
        case 'triangle':
          return {
            shape,
            holeMm:
              reader.code(table, i, 'measured_as', ['circle inside', 'side']) === 'side' ? circleInside(size) : size,
          };
        case 'mesh':
          return {
            shape,
            holeMm: size,
            lengthMm: needed('length_mm', length),
            wireMm: needed('wire_mm', reader.optionalNumber(table, i, 'wire_mm')),
          };
      }
    })();
    const rule = reader.rule(table, row, name);
    return {
      name,
      screen,
      inches: reader.cell(table, i, 'inches'),
      usedFor: reader.cell(table, i, 'used_for'),
      sure: rule.provenance.confidence ?? 'low',
      rule,
    };
  });
}

function particlesOf(reader: CodeReader): Particle[] {
  const table = 'particles';
  return reader.rows(table).map((row, i) => {
    const name = reader.cell(table, i, 'name');
    const number = (column: string) => reader.number(table, i, column);
    const sizes = (end: string): Size => ({
      lengthMm: number(`length_${end}`),
      widthMm: number(`width_${end}`),
      thicknessMm: number(`thickness_${end}`),
    });
    const [mS, sd] = [
      reader.optionalNumber(table, i, 'terminal_velocity_m_s'),
      reader.optionalNumber(table, i, 'terminal_sd'),
    ];
    return {
      name,
      role: reader.code(table, i, 'role', ['seed', 'contaminant']),
      size: sizes('mm'),
      sizeSd: sizes('sd'),
      densityGCm3: number('density_g_cm3'),
      thousandSeedWeightG: number('tsw_g'),
      shapeFactor: number('shape_factor'),
      velocity: mS === null ? null : { mS, sd: sd ?? 0.1 * mS },
      sure: {
        size: reader.code(table, i, 'sure_size', SURE),
        density: reader.code(table, i, 'sure_density', SURE),
        velocity: reader.code(table, i, 'sure_velocity', SURE),
      },
      rule: reader.rule(table, row, name),
    };
  });
}

function handlingOf(reader: CodeReader): Handling[] {
  const table = 'handling';
  return reader.rows(table).map((row, i) => {
    const [from, to] = [
      reader.optionalNumber(table, i, 'soak_days_from'),
      reader.optionalNumber(table, i, 'soak_days_to'),
    ];
    const taxa = reader.list(table, i, 'taxa') ?? [];
    return {
      taxa,
      ripe: reader.codes(table, i, 'ripe', RIPE_SIGNS),
      unripe: reader.codes(table, i, 'unripe', UNRIPE_SIGNS),
      cutAt: reader.code(table, i, 'pick', CUT_AT),
      dries: reader.code(table, i, 'dries', ['plant', 'cover', 'either']),
      freedBy: reader.code(table, i, 'free_by', FREED_BY),
      soakDays: from === null || to === null ? null : [from, to],
      cautions: reader.codes(table, i, 'cautions', CAUTIONS),
      rule: reader.rule(table, row, taxa.join(', ')),
    };
  });
}

/** Rows that name a species, its genus or its family; where several do, the nearest to the species decides. */
export function nearestOf<T extends { readonly taxa: readonly string[] }>(
  rows: readonly T[],
  species: string,
  family: string,
): T | null {
  const genus = species.split(' ')[0] ?? species;
  for (const name of [species, genus, family]) {
    const found = name === '' ? undefined : rows.find((one) => one.taxa.includes(name));
    if (found) return found;
  }
  return null;
}
