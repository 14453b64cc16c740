import Joi from 'joi';
import { type Air, type Alarm, ALARMS, type Band, type MeanAir } from '@mercato/core/air/air';
import { toCelsius } from '@mercato/core/air/dial';
import { DESICCANT_STATES, DESICCANTS, type PlaceEntry, type PlaceStanding } from '@mercato/core/air/placeBook';
import { TEMPERATURE_UNITS, type TemperatureUnit } from '@mercato/core/units/degrees';
import { eitherOf, form, objectOf, oneOf, optional, orNull, takes, type ValueOf } from '../http/body.ts';
import { portOfAddress, reason, temperature, text, wholeNumber, why } from '../http/fields.ts';
import { typed } from '../http/typed.ts';
import type { ListBrief } from '../store/lists.ts';
import type { PlaceView } from '../store/packets.ts';

const degrees = orNull(temperature(-60, 80));
const percent = orNull(Joi.number().min(0).max(100)).messages({
  'number.max': 'air holds no more than 100 %',
  'number.min': 'no air is drier than 0 %',
});
const instant = (what: string) =>
  Joi.string()
    .isoDate()
    .required()
    .custom((value: string, helpers) =>
      /T.*(Z|[+-]\d{2}:\d{2})$/.test(value) && !Number.isNaN(Date.parse(value))
        ? new Date(value).toISOString()
        : helpers.message({ custom: `write ${what} as a date with its time and zone` }),
    );

export type ClimateSettings = ValueOf<typeof climateSettingsSchema>;
const ordered =
  (low: keyof Band, high: keyof Band, words: string) => (band: Band, helpers: Joi.CustomHelpers<Band>) => {
    const [least, most] = [band[low], band[high]];
    return least !== null && most !== null && least >= most ? helpers.message({ custom: words }) : band;
  };
export const climateSettingsSchema = form('climateSettings', {
  /** null = nobody said. */
  band: orNull(
    form('climateSettings.band', {
      leastC: degrees,
      mostC: degrees,
      leastPercent: percent,
      mostPercent: percent,
      graceMinutes: wholeNumber(0, 10_080),
      silentMinutes: wholeNumber(1, 43_200),
    })
      .custom(ordered('leastC', 'mostC', 'the warmest must be above the coldest'))
      .custom(ordered('leastPercent', 'mostPercent', 'the dampest must be above the driest')),
  ),
  /** tcp://address:port, or empty. */
  logger: Joi.string()
    .allow('')
    .pattern(/^tcp:\/\/[A-Za-z0-9.-]{1,120}:\d{1,5}$/)
    .required()
    .custom(portOfAddress)
    .messages({ 'string.pattern.base': 'write tcp://address:port, or nothing where there is no logger' }),
  reason: optional(reason()),
});

/** A dial as it was read, in the unit that it shows. */
export type NewReading = ValueOf<typeof newReadingSchema>;
export const newReadingSchema = form('newReading', {
  at: instant('when it was read'),
  temperature: form('newReading.temperature', {
    text: typed
      .figure()
      .pattern(/^-?\d{1,3}(\.\d{1,3})?$/)
      .required()
      .messages({
        'string.empty': 'write the temperature that the dial shows',
        'string.pattern.base': 'write the temperature as a figure, such as 4.5',
      }),
    unit: takes<TemperatureUnit>(
      Joi.valid(...TEMPERATURE_UNITS)
        .required()
        .messages({ 'any.only': 'say whether the dial shows °C or °F' }),
    ),
  }).custom((value: { text: string; unit: TemperatureUnit }, helpers) => {
    const celsius = toCelsius(value);
    return celsius >= -60 && celsius <= 80
      ? value
      : helpers.message({ custom: 'temperature must lie between −60 and 80 °C (−76 and 176 °F)' });
  }),
  humidityPercent: percent,
  /** It was looked at again: the dial does show what can hardly be in such a place. */
  sure: optional(Joi.boolean()),
});

/** A reading that was wrong counts no more, with the reason. */
export const strikeReadingSchema = objectOf({
  reason: why('say why it is crossed out'),
});

/** A dial that somebody read, as it was read. */
export interface DialReading {
  id: string;
  at: string;
  /** As read; of those of earlier versions the figure in °C. */
  temperature: { text: string; unit: TemperatureUnit };
  humidityPercent: number | null;
  by: string;
  struck: string | null;
}

export const placeEntrySchema: Joi.Schema<PlaceEntry> = eitherOf(
  'what',
  {
    door: {
      at: instant('when it was opened'),
      minutes: Joi.number()
        .greater(0)
        .max(10_080)
        .required()
        .messages({ 'number.base': 'say how many minutes it stood open' }),
      why: text(200, 0).required(),
    },
    desiccant: {
      stuff: oneOf(DESICCANTS),
      massG: Joi.number()
        .greater(0)
        .max(100_000)
        .required()
        .messages({ 'number.base': 'say how many grams lie in it' }),
      lookEveryDays: wholeNumber(1, 730),
    },
    seen: {
      state: oneOf(DESICCANT_STATES),
    },
    'no desiccant': {},
    alarm: {
      alarm: oneOf(ALARMS),
      from: instant('when it began'),
      words: why('say what was done'),
    },
    strike: {
      line: wholeNumber(0, 1e6),
      reason: why('say why it is crossed out'),
    },
  },
  'placeEntry',
);

export interface AlarmView {
  alarm: Alarm;
  from: string;
  /** null = it goes on. */
  to: string | null;
  minutes: number;
  worst: number | null;
  /** What was done, where somebody has seen it. */
  seen: string | null;
}

export interface PlaceCare {
  place: PlaceView;
  band: Band | null;
  logger: string;
  days: number;
  /** Thinned to what a picture shows: each with the extremes of its stretch. */
  air: (Air & { coldestC: number; warmestC: number })[];
  latest: (Omit<Air, 'at'> & { at: string }) | null;
  /** Dials that somebody read in the last 90 days, newest first. */
  dials: DialReading[];
  mean: MeanAir | null;
  alarms: AlarmView[];
  desiccant: PlaceStanding['desiccant'];
  openings: number;
  openMinutes: number;
  lines: { line: number; entry: PlaceEntry; by: string; at: string; struck: string | null }[];
  files: ListBrief[];
}

/** What calls for somebody at a place. */
export type CareCall = { goesOn: boolean } & (
  | { what: 'alarm'; alarm: AlarmView }
  | { what: 'desiccant'; desiccant: NonNullable<PlaceStanding['desiccant']> }
  /** No reading came in so many days. */
  | { what: 'climate-unknown'; days: number }
);

export interface CareLine {
  placeId: string;
  place: string[];
  /** What calls for somebody, worst first. */
  calls: CareCall[];
  latest: PlaceCare['latest'];
}
export interface CareList {
  now: string;
  places: CareLine[];
}

export interface LoggerAnswer {
  care: PlaceCare;
  /** Readings that were new. */
  taken: number;
  /** Lines of it that could not be read. */
  garbled: number;
}
