import { useState } from 'react';
import {
  DELIMITER_WORDS,
  ENCODING_WORDS,
  listFaultWords,
  questionWords,
  sampleWords,
} from '@mercato/contract/store/listWords';
import type { FileAsk, ListReading, ListView } from '@mercato/contract/store/lists';
import { type ClimateAsk, CLOCKS, DEGREES } from '@mercato/core/store/list/readClimateLog';
import type { Ask } from '@mercato/core/store/list/readList';
import { MASS_UNITS } from '@mercato/core/units/gramsPer';
import { DATE_ORDERS, writtenDate } from '@mercato/core/units/writtenDate';
import { writtenFigure } from '@mercato/core/units/writtenFigure';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { ChoiceField } from '../ui/fields.tsx';

/** Changes how a list is read, from how it is read now. */
export type Say = (change: Partial<ListReading> | ((reading: ListReading) => Partial<ListReading>)) => void;

interface ChoicesProps<T extends string> {
  words: string;
  said: T | null;
  options: readonly { readonly value: T; readonly words: string; readonly samples: readonly string[] }[];
  choose: (value: T) => void;
}

/** One question with its answers as buttons; under each answer, what the cells would be. */
function Choices<T extends string>({ words, said, options, choose }: ChoicesProps<T>) {
  return (
    <fieldset className="ask">
      <legend>{words}</legend>
      <div className="d-flex flex-wrap gap-2">
        {options.map((one) => (
          <button
            key={one.value}
            type="button"
            className="answer"
            aria-pressed={one.value === said}
            onClick={() => choose(one.value)}
          >
            <b>{one.words}</b>
            {one.samples.map((sample, i) => (
              <span key={i} className="fig">
                {sample}
              </span>
            ))}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

export function FileQuestion({ ask, said, say }: { ask: FileAsk; said: unknown; say: Say }) {
  return (
    <Choices
      words={questionWords(ask)}
      said={said as string | null}
      options={ask.options.map((one) => ({ ...one, words: { ...ENCODING_WORDS, ...DELIMITER_WORDS }[one.value] }))}
      choose={(value) => say({ [ask.question]: value })}
    />
  );
}

export function Headings({ list, say }: { list: ListView; say: Say }) {
  const [line, setLine] = useState(String(list.reading.headings?.line ?? 1));
  const [lines, setLines] = useState(String(list.reading.headings?.lines ?? 1));
  return (
    <fieldset className="ask">
      <legend>Where are the headings?</legend>
      <ol className="head-lines">
        {list.head.map((one) => (
          <li key={one.line} value={one.line} className="fig">
            {one.text || ' '}
          </li>
        ))}
      </ol>
      <div className="fields">
        <ChoiceField
          label="headings begin on line"
          value={line}
          onChange={setLine}
          options={list.head.map((one) => [String(one.line), String(one.line)])}
        />
        <ChoiceField
          label="they are"
          value={lines}
          onChange={setLines}
          options={[
            ['1', 'one line'],
            ['2', 'two lines, the upper spans several columns'],
            ['0', 'none: packets begin there'],
          ]}
        />
      </div>
      <Quiet onClick={() => say({ headings: { line: Number(line), lines: Number(lines) as 0 | 1 | 2 }, columns: [] })}>
        The headings are so
      </Quiet>
    </fieldset>
  );
}

const YEAR = new Date().getUTCFullYear();

const CLOCK_WORDS = {
  local: 'the time of this place, with summer time',
  standard: 'the time of this place, winter time all year',
  universal: 'universal time (UTC)',
} as const;

/** The answers to a question, and what its cells would be under each. */
function answersTo({ question, samples }: Ask | ClimateAsk): { value: string; words: string; samples: string[] }[] {
  const shown = samples.slice(0, 4).map(sampleWords);
  switch (question) {
    case 'order':
      return DATE_ORDERS.map((order) => ({
        value: order,
        words: order,
        samples: shown.map((one) => {
          const found = writtenDate(one, { order, shortYears: 'not in the future', thisYear: YEAR });
          return `${one} → ${found.ok ? found.date : found.why ? listFaultWords(found.why) : '?'}`;
        }),
      }));
    case 'shortYears':
      return [
        { value: 'this century', words: '2000 to 2099', samples: [] },
        { value: 'not in the future', words: `up to ${YEAR}; what would be later is of the 1900s`, samples: [] },
      ];
    case 'mark':
      return ([',', '.'] as const).map((mark) => ({
        value: mark,
        words: mark === ',' ? 'the comma' : 'the point',
        samples: shown.map((one) => `${one} → ${writtenFigure(one, mark) ?? 'no figure'}`),
      }));
    case 'bareAmounts':
      return ['seeds', ...MASS_UNITS].map((unit) => ({
        value: unit,
        words: unit,
        samples: shown.map((one) => `${one} ${unit}`),
      }));
    case 'missingDate':
      return [
        { value: 'take the other', words: 'take the one for the other', samples: shown },
        { value: 'name the lines', words: 'no: show me the lines', samples: [] },
      ];
    case 'unknownPlaces':
      return [
        { value: 'make them', words: 'make boxes of these names', samples: shown },
        { value: 'into the note', words: 'write them on the packets', samples: [] },
      ];
    case 'percentOf':
      return ['10', '20', '25', '50', '100', '400'].map((seeds) => ({
        value: seeds,
        words: `${seeds} seeds each`,
        samples: shown.slice(0, 2).map((one) => `${one} of ${seeds}`),
      }));
    case 'testDay':
      return [
        { value: 'the day of packing', words: 'they were tested when packed', samples: shown },
        { value: 'into the note', words: 'write them on the packets, as no test', samples: [] },
      ];
    case 'clock':
      return CLOCKS.map((clock) => ({
        value: clock,
        words: CLOCK_WORDS[clock],
        samples: clock === 'local' ? shown : [],
      }));
    case 'degrees':
      return DEGREES.map((one) => ({
        value: one,
        words: one === 'C' ? 'Celsius' : 'Fahrenheit',
        samples: shown.map((sample) => `${sample} °${one}`),
      }));
    case 'columns':
      return [];
  }
}

export function Question({ ask, say }: { ask: Ask | ClimateAsk; say: Say }) {
  return (
    <Choices
      words={questionWords(ask)}
      said={null}
      options={answersTo(ask)}
      choose={(value) => say({ [ask.question]: ask.question === 'percentOf' ? Number(value) : value })}
    />
  );
}

const ANSWERS = {
  order: 'dates',
  shortYears: 'years of two digits',
  mark: 'tenths after',
  bareAmounts: 'figures without a unit',
  missingDate: 'missing dates',
  unknownPlaces: 'unknown places',
  percentOf: 'seeds of a test in percent',
  testDay: 'tests without a day',
  clock: 'the logger’s clock',
  degrees: 'degrees',
} as const;

/** What was said, each to be taken back. */
export function Answered({ list, say }: { list: ListView; say: Say }) {
  const said = (Object.keys(ANSWERS) as (keyof typeof ANSWERS)[]).filter((one) => list.reading[one] !== null);
  const mended = Object.values(list.reading.mended).reduce((sum, one) => sum + Object.keys(one).length, 0);
  if (said.length === 0 && mended === 0 && !list.reading.withoutBroken && list.reading.leftOut.length === 0)
    return null;
  return (
    <p className="soft">
      You said:{' '}
      {said.map((one) => (
        <span key={one}>
          {ANSWERS[one]}: <b>{list.reading[one]}</b>{' '}
          <Inline aria-label={`ask again about ${ANSWERS[one]}`} onClick={() => say({ [one]: null })}>
            ask again
          </Inline>{' '}
        </span>
      ))}
      {list.reading.withoutBroken && (
        <span>
          broken lines are left out <Inline onClick={() => say({ withoutBroken: false })}>show them</Inline>{' '}
        </span>
      )}
      {mended > 0 && <span>{mended} cells corrected </span>}
      {list.reading.leftOut.length > 0 && (
        <span>
          lines {list.reading.leftOut.join(', ')} left out{' '}
          <Inline onClick={() => say({ leftOut: [] })}>take them back</Inline>
        </span>
      )}
    </p>
  );
}
