import Joi from 'joi';
import { LIST_COLUMNS, type ListColumn } from '@mercato/core/store/list/columns';
import type { ListFault } from '@mercato/core/store/list/faults';
import { type ListAnswers, NOTHING_ANSWERED } from '@mercato/core/store/list/listCells';
import {
  CLIMATE_COLUMNS,
  type ClimateAsk,
  type ClimateColumn,
  CLOCKS,
  DEGREES,
  type LoggedAir,
} from '@mercato/core/store/list/readClimateLog';
import type { Ask, ListedPacket } from '@mercato/core/store/list/readList';
import { MASS_UNITS } from '@mercato/core/units/gramsPer';
import { DATE_ORDERS } from '@mercato/core/units/writtenDate';
import type { DecimalMark } from '@mercato/core/units/writtenFigure';
import { objectOf, oneOf, orNull, takes, type ValueOf } from '../http/body.ts';
import { text, wholeNumber, why } from '../http/fields.ts';

/** How the bytes of a list can be read as text. */
export const ENCODINGS = [
  'utf-8',
  'utf-16le',
  'utf-16be',
  'windows-1252',
  'windows-1250',
  'macintosh',
  'cp850',
  'line by line',
] as const;
export type Encoding = (typeof ENCODINGS)[number];
export const DELIMITERS = [',', ';', '\t', '|'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

/** Lines over which the headings of a list may begin. */
export const MOST_TITLES = 9;
/** Most bytes of a list's file, and most lines. */
export const LIST_BYTES = 4_000_000;
export const LIST_LINES = 20_000;

/** What a file holds: packets, or what a logger saw of a place. */
export const LIST_KINDS = ['packets', 'climate'] as const;
export type ListKind = (typeof LIST_KINDS)[number];
export type AnyColumn = ListColumn | ClimateColumn;

export type NewList = ValueOf<typeof newListSchema>;
export const newListSchema = objectOf({
  name: text(200).required(),
  /** The place whose climate it is; null = a list of packets. */
  placeId: orNull(Joi.string().uuid({ separator: '-' })),
  /** The file, byte by byte. */
  base64: Joi.string()
    .base64()
    .max(Math.ceil((LIST_BYTES / 3) * 4) + 4)
    .required()
    .messages({
      'string.empty': 'the file is empty',
      'string.max': `the file is larger than ${LIST_BYTES / 1e6} MB: part it into several lists`,
    }),
});

/** How a list is read, as far as somebody said so; null = not said. */
export type ListReading = ValueOf<typeof listReadingSchema>;

export const COLUMN_WORDS: Readonly<Record<AnyColumn, string>> = { ...CLIMATE_COLUMNS, ...LIST_COLUMNS };

const said = <const T extends string>(values: readonly T[]) => orNull(oneOf(values));
export const listReadingSchema = objectOf({
  encoding: said(ENCODINGS),
  delimiter: said(DELIMITERS),
  /** Line on which the headings begin, from 1, and how many lines of them; none = 0 lines. */
  headings: orNull(
    objectOf({
      line: wholeNumber(1, MOST_TITLES),
      lines: takes<0 | 1 | 2>(Joi.number().valid(0, 1, 2).required()),
    }),
  ),
  columns: takes<readonly (AnyColumn | null)[]>(
    Joi.array<readonly (AnyColumn | null)[]>()
      .items(Joi.valid(...Object.keys(COLUMN_WORDS), null))
      .max(200)
      .custom((columns: (AnyColumn | null)[], helpers) => {
        const twice = columns.find(
          (one, i) => one !== null && one !== 'note' && one !== 'leave out' && columns.indexOf(one) !== i,
        );
        return twice
          ? helpers.message({ custom: `two columns cannot both be “${COLUMN_WORDS[twice]}”: leave one out` })
          : columns;
      })
      .required(),
  ),
  order: said(DATE_ORDERS),
  shortYears: said(['this century', 'not in the future']),
  mark: said(['.', ',']),
  bareAmounts: said(['seeds', ...MASS_UNITS]),
  missingDate: said(['take the other', 'name the lines']),
  unknownPlaces: said(['make them', 'into the note']),
  percentOf: orNull(Joi.number().integer().min(1).max(1000)).messages({
    'number.base': 'write a whole number of seeds, 1 to 1000',
    'number.integer': 'write a whole number of seeds, 1 to 1000',
    'number.min': 'write a whole number of seeds, 1 to 1000',
    'number.max': 'write a whole number of seeds, 1 to 1000',
  }),
  testDay: said(['the day of packing', 'into the note']),
  clock: said(CLOCKS),
  degrees: said(DEGREES),
  withoutBroken: Joi.boolean().required(),
  mended: Joi.object<ListAnswers['mended']>()
    .pattern(/^\d{1,5}$/, Joi.object().pattern(/^\d{1,3}$/, text(200, 0)))
    .max(LIST_LINES)
    .required(),
  leftOut: takes<readonly number[]>(
    Joi.array().items(Joi.number().integer().min(1).max(LIST_LINES)).max(LIST_LINES).unique().required(),
  ),
});

export const NOTHING_SAID: ListReading = {
  ...NOTHING_ANSWERED,
  encoding: null,
  delimiter: null,
  headings: null,
  clock: null,
  degrees: null,
  withoutBroken: false,
};

export const listUndoSchema = objectOf({
  reason: why('say why it is undone'),
});

export interface FileAsk {
  question: 'encoding' | 'delimiter' | 'headings';
  /** Whether some lines are in one encoding and some in another. */
  mixed?: boolean;
  options: { value: Encoding | Delimiter; samples: string[] }[];
}

/** What was found out about a file without asking. */
export type FileFound =
  | { is: 'encoding'; encoding: Encoding; /** Whether somebody said so. */ said: boolean }
  | { is: 'delimiter'; delimiter: Delimiter }
  | { is: 'headings'; line: number }
  | { is: 'mark'; mark: DecimalMark };

/** Why a line cannot be read: as the core finds it, or as the file is cut. */
export interface LineFault {
  line: number;
  /** From 0; null = the whole line. */
  column: number | null;
  message: ListFault | FileFault;
}

/** What is wrong with a file as a table, or with what only the store knows. */
export type FileFault =
  | { is: 'list.not-a-kind' | 'list.quotation-open' | 'list.one-column' }
  | { is: 'list.too-many-cells'; cells: number; named: number }
  | { is: 'list.not-parted'; delimiter: Delimiter };

export type ListState = 'open' | 'in' | 'undone';
export interface ListBrief {
  id: string;
  what: ListKind;
  /** The way to the place whose climate it is. */
  place: string[];
  name: string;
  by: string;
  at: string;
  state: ListState;
  /** Packets, or readings, of it that are in the store. */
  packets: number;
}
export interface Lists {
  lists: ListBrief[];
}

export interface ListView extends ListBrief {
  version: number;
  placeId: string | null;
  reading: ListReading;
  /** The same file, byte by byte, was here before. */
  before: { id: string; at: string; by: string; state: ListState } | null;
  found: FileFound[];
  fileAsks: FileAsk[];
  /** The first lines as they stand. */
  head: { line: number; text: string }[];
  columns: { heading: string; samples: string[]; proposal: AnyColumn | null }[];
  asks: (Ask | ClimateAsk)[];
  faults: (LineFault & { cell: string })[];
  faultCount: number;
  /** What would come in, or came in: the first of them. */
  preview: ListedPacket[];
  readings: LoggedAir[];
  readable: number;
  lines: number;
  /** Packets that were used since they came in, and stay when the list is undone. */
  used: { id: string; code: string; words: string }[];
}
