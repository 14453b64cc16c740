import type { ListGap } from '@mercato/core/store/list/faults';
import type { ClimateQuestion } from '@mercato/core/store/list/readClimateLog';
import type { ListQuestion } from '@mercato/core/store/list/readList';
import type { DecimalMark } from '@mercato/core/units/writtenFigure';
import { speaker } from '../words/coded.ts';
import { DATE_FAULTS } from '../words/dates.ts';
import type { Delimiter, Encoding, FileAsk, FileFound } from './lists.ts';

type Text = { readonly text: string };
type Humidity = { readonly humidityPercent: number };

const markWord = (mark: DecimalMark) => (mark === ',' ? 'comma' : 'point');
const instant = (at: number) => `${new Date(at).toISOString().slice(0, 16).replace('T', ' ')} UTC`;

export const ENCODING_WORDS: Readonly<Record<Encoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16',
  'windows-1252': 'Windows, western Europe',
  'windows-1250': 'Windows, central Europe',
  macintosh: 'an old Macintosh',
  cp850: 'an old PC',
  'line by line': 'each line by itself: UTF-8 where it can be, Windows where not',
};
export const DELIMITER_WORDS: Readonly<Record<Delimiter, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

/** Why a cell of a list, a line of it or its file cannot be read, in words. */
export const LIST_FAULTS = {
  'air.temperature-outside': ({ temperatureC }: { temperatureC: number }) =>
    `${temperatureC} °C is not between −60 and 80 °C`,
  'air.more-than-full': ({ humidityPercent }: Humidity) =>
    `${humidityPercent} % is more than air can hold: a sensor that shows over 100 % is wet or broken`,
  'air.less-than-nothing': ({ humidityPercent }: Humidity) => `${humidityPercent} % is less than nothing`,
  'list.too-long': ({ most }: { most: number }) => `is longer than ${most} characters`,
  'list.notes-too-long': ({ most }: { most: number }) => `notes are longer than ${most} characters together`,
  'list.no-kind': 'what it is, is missing',
  'list.no-year': 'the year of harvest is missing',
  'list.no-date': 'the date is missing',
  'list.no-other-date': 'the other date is missing',
  'list.no-amount': 'how much it holds is missing',
  'list.holds-nothing': 'holds nothing: leave the line out',
  'list.year-outside': ({ date, first, last }: { date: string; first: number; last: number }) =>
    `${date} is not between ${first} and ${last}`,
  'list.packed-before-harvest': ({ day, harvest }: { day: string; harvest: string }) =>
    `packed ${day}, before its harvest ${harvest}`,
  'list.tested-before-harvest': ({ day, harvest }: { day: string; harvest: string }) =>
    `tested ${day}, before its harvest ${harvest}`,
  'list.test-of-too-many': ({ seeds }: { seeds: number }) => `${seeds} seeds are no test`,
  'list.more-than-sown': ({ hits, seeds }: { hits: number; seeds: number }) =>
    `${hits} sprouted are more than the ${seeds} seeds`,
  'list.over-hundred': ({ percent }: { percent: number }) => `${percent} % is more than all`,
  'list.share-of-seed': ({ percent, seeds }: { percent: number; seeds: number }) =>
    `${percent} % of ${seeds} seeds is no whole number`,
  'list.not-a-test': ({ text }: Text) => `“${text}” is no test: write 7/10 or 80 %`,
  'list.not-an-amount': ({ text }: Text) => `“${text}” is no amount: write 50, 50 seeds or 2.5 g`,
  'list.not-a-unit': ({ text }: Text) => `“${text}” is no unit known here: seeds, g, kg, oz, lb`,
  'list.too-many-digits': ({ text }: Text) => `“${text}” has more than nine digits`,
  'list.part-of-seed': ({ text }: Text) => `${text} is no whole number of seeds`,
  'list.not-a-figure': ({ text, mark }: { text: string; mark: DecimalMark | null }) =>
    `“${text}” is no figure${mark === null ? '' : ` with the ${markWord(mark)} before the tenths`}`,
  'list.not-a-kind': 'is not in the list of kinds: empty it, or add it there',
  'list.too-many-cells': ({ cells, named }: { cells: number; named: number }) =>
    `has ${cells} cells where ${named} are named: a comma inside a figure or a text, perhaps`,
  'list.quotation-open': 'a quotation mark is opened and never closed from here on',
  'list.one-column': 'has one column only: a list needs what it is, its year and how much',
  'list.not-parted': ({ delimiter }: { delimiter: Delimiter }) => `nothing is parted by ${DELIMITER_WORDS[delimiter]}`,
  'list.empty-file': 'the file is empty',
  'list.workbook': 'this is a workbook: open it and save the sheet as CSV',
  'list.no-text': 'this is no text: it holds bytes that no list has',
  'log.no-date-with-time': ({ text }: Text) => `“${text}” is no date with a time`,
  'log.no-day': ({ text }: Text) => `${text} has no day`,
  'log.no-such-time': ({ text }: Text) => `${text} is no time of the day`,
  'log.never-was': ({ text }: Text) =>
    `${text} never was: clocks were set forward over it (does the logger keep winter time?)`,
  'log.nothing-measured': ({ of }: { of: 'temperature' | 'humidity' }) => `${of} is missing`,
  'log.not-yet': ({ at }: { at: number }) => `${instant(at)} has not been yet`,
  'log.said-otherwise': ({ at, line }: { at: number; line: number }) =>
    `${instant(at)} stands on line ${line} too, with other figures`,
  'log.goes-back': ({ from, to }: { from: number; to: number }) => `goes back, from ${instant(from)} to ${instant(to)}`,
};

export const listFaultWords = speaker([LIST_FAULTS, DATE_FAULTS] as const);

const QUESTIONS: Readonly<Record<ListQuestion | ClimateQuestion, string>> = {
  columns: 'What is in each column?',
  order: 'In which order are these dates written?',
  shortYears: 'What do years of two digits mean?',
  mark: 'What parts the tenths in these figures?',
  bareAmounts: 'What do figures without a unit count?',
  missingDate: 'Some lines have one date, of the harvest or of the packing. What of the other?',
  unknownPlaces: 'These places are not in the store yet. What shall become of them?',
  percentOf: 'Of how many seeds are these tests?',
  testDay: 'These tests have no day. What of them?',
  clock: 'What did the logger’s clock show?',
  degrees: 'In which degrees are these temperatures?',
};
const FILE_QUESTIONS: Readonly<Record<FileAsk['question'], string>> = {
  encoding: 'This file is not in UTF-8. Under which reading are these lines right?',
  delimiter: 'What parts the columns of this file?',
  headings: 'On which line do the headings begin, and how many lines are they?',
};

/** A question about a list, as it is asked. */
export const questionWords = (ask: {
  readonly question: ListQuestion | ClimateQuestion | FileAsk['question'];
  readonly mixed?: boolean;
}): string =>
  ask.mixed === true
    ? 'Two hands wrote this file: some of its lines are UTF-8, some are not. Under which reading are all these lines right?'
    : { ...QUESTIONS, ...FILE_QUESTIONS }[ask.question];

/** A cell that raised a question as it stands, or what is missing in the list, in words. */
export function sampleWords(sample: string | ListGap): string {
  if (typeof sample === 'string') return sample;
  switch (sample.is) {
    case 'list.column-unsaid':
      return `column ${sample.column}`;
    case 'list.column-of-kind':
      return 'no column says what it is';
    case 'list.column-of-amount':
      return 'no column says how much there is';
    case 'list.column-of-date':
      return 'no column has a date: the year of harvest is needed';
    case 'log.column-of-time':
      return 'no column says when: date and time in one, or one each';
    case 'log.column-of-temperature':
      return 'no column has a temperature';
    case 'list.one-date':
      return `line ${sample.line}: only ${sample.column} ${sample.text}`;
    case 'list.test-undated':
      return `line ${sample.line}: ${sample.text}`;
  }
}

/** What was found out about a file without asking, in words. */
export function foundWords(found: FileFound): string {
  switch (found.is) {
    case 'encoding':
      return found.said ? `read as ${ENCODING_WORDS[found.encoding]}` : `written in ${ENCODING_WORDS[found.encoding]}`;
    case 'delimiter':
      return `columns parted by ${DELIMITER_WORDS[found.delimiter]}`;
    case 'headings':
      return `headings on line ${found.line}`;
    case 'mark':
      return `tenths after a ${markWord(found.mark)}`;
  }
}
