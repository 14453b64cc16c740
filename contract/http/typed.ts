import base from 'joi';
import { type Reader, typedDegrees, typedDay, typedDays, typedFigure } from '@mercato/core/units/typed';

const readerOf = (helpers: base.CustomHelpers): Reader | undefined =>
  (helpers.prefs.context as { reader?: Reader } | undefined)?.reader;

interface Typed extends base.Root {
  /** A number of days: people write weeks too. */
  days: () => base.NumberSchema;
  /** A day, yyyy-mm-dd; without a year the next that comes, or the last that was. */
  comingDay: () => base.StringSchema;
  pastDay: () => base.StringSchema;
  /** °C; people may think in others. */
  temperature: () => base.NumberSchema;
  /** A figure whose digits are kept as text. */
  figure: () => base.StringSchema;
}

const day = (type: string, without: 'coming' | 'past'): base.Extension => ({
  type,
  base: base.string(),
  coerce: {
    from: 'string',
    method: (value: string, helpers) => {
      const reader = readerOf(helpers);
      return { value: (reader && typedDay(value, reader, without)) ?? value };
    },
  },
});

/**
 * Schemas that read what people type — "6 300", "10 weeks", "10 May" — when they are given the reader as context, and
 * take canonical values only without one. The browser gives one, the server never does.
 */
export const typed = base.extend(
  {
    type: 'number',
    base: base.number(),
    coerce: {
      from: 'string',
      method: (value: string, helpers) => {
        const reader = readerOf(helpers);
        const figure = reader && typedFigure(value, reader.mark);
        return { value: figure == null ? value : Number(figure) };
      },
    },
  },
  {
    type: 'days',
    base: base.number(),
    coerce: {
      from: 'string',
      method: (value: string, helpers) => ({ value: (readerOf(helpers) && typedDays(value)) ?? value }),
    },
  },
  {
    type: 'temperature',
    base: base.number(),
    coerce: {
      from: 'string',
      method: (value: string, helpers) => {
        const reader = readerOf(helpers);
        return { value: (reader && typedDegrees(value, reader.mark, reader.degrees)) ?? value };
      },
    },
  },
  {
    type: 'figure',
    base: base.string(),
    coerce: {
      from: 'string',
      method: (value: string, helpers) => {
        const reader = readerOf(helpers);
        return { value: (reader && typedFigure(value, reader.mark)) ?? value };
      },
    },
  },
  day('comingDay', 'coming'),
  day('pastDay', 'past'),
) as Typed;
