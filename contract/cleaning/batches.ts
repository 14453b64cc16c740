import Joi from 'joi';
import {
  ANSWERS,
  FATES,
  GOALS,
  METHODS,
  type Method,
  MISHAPS,
  OUTLETS,
  PRICE_PER,
  PRICED_BY,
  type ShedAmount,
  type ShedEntry,
  SOAK_ACTS,
  STOPS,
  VESSELS,
} from '@mercato/core/cleaning/entries';
import { TREATMENT_CLASSES } from '@mercato/core/register/treatment';
import { RIPE_SIGNS, UNRIPE_SIGNS } from '@mercato/core/cleaning/figures';
import { BOOKS } from '@mercato/core/rule-books/edition';
import { MASS_UNITS } from '@mercato/core/units/gramsPer';
import {
  type BodyOf,
  form,
  listOf,
  objectOf,
  oneOf,
  optional,
  orNull,
  takes,
  type ValueOf,
  yesNo,
} from '../http/body.ts';
import { decimalText, text, why } from '../http/fields.ts';
import { type SeenAt, seenAtKeys } from '../http/seen.ts';
import { typed } from '../http/typed.ts';
import { accessionHeaderSchema } from '../store/accessions.ts';
import { SETTINGS_SCHEMAS } from './methods.ts';

const id = () => Joi.string().uuid({ separator: '-' }).required();
const number = (least: number, most: number) => typed.number().min(least).max(most).required();
const maybe = (least: number, most: number) => orNull(typed.number().min(least).max(most));
const whole = (least: number, most: number) => typed.number().integer().min(least).max(most).required();
const maybeWhole = (least: number, most: number) => orNull(typed.number().integer().min(least).max(most));
const note = () => text(500, 0).required();
/** Wet basis. */
const moisture = () => maybe(0.1, 99.9);

export const PURPOSES = ['home', 'store', 'sale', 'lot'] as const;
/** What may be done with seed of this variety. */
export const RIGHTS = ['own-sowing', 'saleable', 'certified', 'not-known'] as const;

/** In mass, in trade bushels, or by its room. */
const amount = () =>
  takes<ShedAmount>(
    Joi.alternatives().conditional('.by', {
      switch: [
        {
          is: 'mass',
          then: Joi.object({ by: oneOf(['mass']), text: decimalText('its weight'), unit: oneOf(MASS_UNITS) }),
        },
        { is: 'bushels', then: Joi.object({ by: oneOf(['bushels']), text: decimalText('the bushels') }) },
        { is: 'litres', then: Joi.object({ by: oneOf(['litres']), text: decimalText('the litres') }) },
      ],
      otherwise: Joi.object({ by: oneOf(['mass', 'bushels', 'litres']) }).unknown(),
    }),
  ).required();
const weighing = () =>
  objectOf({
    amount: amount(),
    moisturePercent: moisture(),
    scale: orNull(objectOf({ name: text(60).required(), stepG: number(0, 1e6) })),
  });
const maybeWeighed = () => orNull(weighing());
const into = () =>
  takes<EntryInto>(
    Joi.object({
      vessel: id().optional(),
      made: objectOf({ id: id(), name: text(40).required(), kind: oneOf(VESSELS) }).optional(),
    })
      .xor('vessel', 'made')
      .messages({ 'object.missing': 'say into what', 'object.xor': 'name one vessel, not two' }),
  ).required();
type EntryInto = Extract<ShedEntry, { what: 'picked' }>['into'];
const share = (field: string) => objectOf({ [field]: whole(0, 1e6), of: whole(1, 1e6) });
const counted = (field: string) =>
  orNull(
    share(field).custom((value: Record<string, number>, helpers) =>
      (value[field] ?? 0) > (value.of ?? 0)
        ? helpers.message({ custom: `there cannot be more of them than the ${value.of} that were looked at` })
        : value,
    ),
  );

/** Each kind of line with what it holds; when it was seen is said beside it. */
const ENTRIES = {
  picked: {
    into: into(),
    weighed: maybeWeighed(),
    by: listOf(text(60), 0, 20),
    ripe: listOf(Joi.string().valid(...RIPE_SIGNS), 0, RIPE_SIGNS.length),
    unripe: listOf(Joi.string().valid(...UNRIPE_SIGNS), 0, UNRIPE_SIGNS.length),
    keptUnripe: yesNo(),
    dries: oneOf(['plant', 'cover']),
    plants: maybeWhole(1, 1e6),
    claimPerPlant: maybe(0.1, 1e7),
    note: note(),
  },
  arrived: {
    into: into(),
    weighed: weighing(),
    ticket: text(60, 0).required(),
    dockagePercent: maybe(0, 100),
    testWeightKgHl: maybe(1, 150),
    note: note(),
  },
  pass: {
    pass: id(),
    method: oneOf(METHODS),
    machine: orNull(id()),
    goal: oneOf(GOALS),
    settings: takes<Readonly<Record<string, unknown>>>(
      Joi.alternatives().conditional('method', {
        switch: METHODS.map((is) => ({ is, then: SETTINGS_SCHEMAS[is] })),
        otherwise: Joi.object(),
      }),
    ).required(),
    from: listOf(objectOf({ vessel: id(), part: yesNo(), weighed: maybeWeighed() }), 1, 40).messages({
      'array.min': 'say what goes in',
    }),
    treatment: orNull(objectOf({ product: text(120).required(), class: oneOf(TREATMENT_CLASSES) })),
  },
  'came-off': { pass: id(), outlet: oneOf(OUTLETS), into: orNull(into()), weighed: maybeWeighed() },
  ended: {
    pass: id(),
    minutes: maybe(0, 100_000),
    people: maybe(0.1, 500),
    good: orNull(Joi.boolean()),
    note: note(),
  },
  weighed: { vessel: id(), weighed: weighing() },
  stopped: { pass: id(), why: oneOf(STOPS), minutes: maybe(0, 100_000), note: note() },
  looked: {
    vessel: id(),
    sample: objectOf({
      pure: orNull(objectOf({ part: number(0, 1e6), of: number(0.0001, 1e6), by: oneOf(['mass', 'number']) })),
      hundredSeedsG: maybe(0.001, 1000),
      testWeightKgHl: maybe(1, 150),
      cut: counted('filled'),
      defects: orNull(objectOf({ spotted: whole(0, 1e6), bored: whole(0, 1e6), of: whole(1, 1e6) })),
      towel: counted('sprouted'),
    }),
    note: note(),
  },
  soak: {
    pass: id(),
    did: oneOf(SOAK_ACTS),
    sinkers: maybeWhole(0, 1e6),
    floaters: maybeWhole(0, 1e6),
    note: note(),
  },
  drying: {
    pass: id(),
    weighed: maybeWeighed(),
    airC: maybe(-40, 150),
    airPercent: maybe(0, 100),
    seedC: maybe(-40, 150),
  },
  sorted: { pass: id(), by: text(60, 0).required(), minutes: number(0.1, 1440), massG: number(0.001, 1e7) },
  plots: { pass: id(), sorted: number(0, 1e7), unsorted: number(0, 1e7) },
  priced: {
    pass: id(),
    by: oneOf(PRICED_BY),
    prices: listOf(objectOf({ fromPercent: number(0, 100), perKg: number(0, 1e6) }), 1, 12),
    rejectedPerKg: number(-1e6, 1e6),
    wagePerHour: number(0, 1e6),
    feePerKg: number(0, 1e6),
  },
  settled: {
    baseMoisturePercent: maybe(0, 99.9),
    price: orNull(objectOf({ per: oneOf(PRICE_PER), each: number(0, 1e6) })),
    feePerKg: number(0, 1e6),
  },
  opened: { vessel: id(), bench: text(60).required() },
  covered: { vessel: id() },
  mishap: { is: oneOf(MISHAPS), vessel: orNull(id()), note: text(500).required() },
  gone: {
    vessel: id(),
    part: yesNo(),
    weighed: maybeWeighed(),
    to: oneOf(FATES),
    whom: text(120, 0).required(),
    answers: objectOf({
      viableWeeds: oneOf(ANSWERS),
      ergot: oneOf(ANSWERS),
      mould: oneOf(ANSWERS),
      poisonous: oneOf(ANSWERS),
    }),
  },
  closed: { note: note() },
  strike: { line: whole(0, 1e6), reason: why('say why it is crossed out') },
} as const;

const timed = <K extends object>(keys: K) => ({
  ...keys,
  ...seenAtKeys,
  /** The instant at which it was noted on a phone, where it was sent later. */
  notedAt: optional(Joi.string().isoDate()),
});
type Timed<E> = E & SeenAt & { readonly notedAt?: string };
/** What a line says, without its becoming bags: that makes a lot or packets, and has an address of its own. */
export type WrittenEntry = Exclude<ShedEntry, { what: 'bagged' }>;
/** A line as it is written: what is said, when it was seen, and the line that it corrects. */
export type NewLine = Timed<WrittenEntry> & { readonly corrects?: { readonly line: number; readonly reason: string } };
type What = keyof typeof ENTRIES;

/** What one kind of line may hold; of a pass by its way of working, where that is known already. */
export function lineSchemaOf(what: What, method?: Method): Joi.ObjectSchema<NewLine> {
  const keys = {
    what: oneOf([what]),
    ...timed(ENTRIES[what]),
    corrects: optional(objectOf({ line: whole(0, 1e6), reason: why('say why it is corrected') })),
  };
  return form(
    'shed',
    method ? { ...keys, settings: SETTINGS_SCHEMAS[method] } : keys,
  ) as unknown as Joi.ObjectSchema<NewLine>;
}
const WHATS = Object.keys(ENTRIES) as What[];
export const newLineSchema = takes<NewLine>(
  Joi.alternatives().conditional('.what', {
    switch: WHATS.map((is) => ({ is, then: lineSchemaOf(is) })),
    otherwise: Joi.object({ what: oneOf(WHATS) }).unknown(),
  }),
).required();

const aboutKeys = {
  name: text(80).required().messages({ 'string.empty': 'give it a name, such as oats of the Long Acre' }),
  goal: oneOf(GOALS),
  purpose: oneOf(PURPOSES),
  rights: oneOf(RIGHTS),
  /** What grew beside it stands with the harvest; this is of the shed. */
  note: note(),
};
export type BatchAbout = BodyOf<typeof aboutKeys>;
export type NewBatch = ValueOf<typeof newBatchSchema>;
export const newBatchSchema = form('shedBatch', {
  ...aboutKeys,
  accessionId: optional(Joi.string().uuid({ separator: '-' })),
  accession: optional(accessionHeaderSchema),
  /** The appointment that it came by. */
  loadId: optional(Joi.string().uuid({ separator: '-' })),
})
  .xor('accessionId', 'accession')
  .messages({ 'object.missing': 'say what it is: kind and year of harvest', 'object.xor': 'name one harvest, not two' })
  .required();
export const batchChangeSchema = form('shedBatch', { ...aboutKeys, reason: why('say why it is changed') });

/** Into bags: a lot of the laboratory, packets of the store, or for own sowing. */
export type BagAct = ValueOf<typeof bagSchema>;
export const bagSchema = form('shedBag', {
  ...seenAtKeys,
  vessel: id(),
  part: yesNo(),
  weighed: maybeWeighed(),
  into: oneOf(['lot', 'packets', 'own-sowing', 'given']),
  /** How many, and what each holds, g; what is over goes into none. */
  bags: whole(1, 10_000),
  eachG: maybe(0.01, 1e7),
  /** Of a lot. */
  reference: text(40, 0).required(),
  book: oneOf(BOOKS),
  /** Of packets. */
  placeId: orNull(Joi.string().uuid({ separator: '-' })),
  spilled: yesNo(),
  note: note(),
});
