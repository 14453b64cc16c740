import Joi from 'joi';
import { type Book, BOOKS, type KindMethod } from '@mercato/core/rule-books/edition';
import type { Kind, SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { form, listOf, oneOf, orNull, type ValueOf } from '../http/body.ts';
import { text, why } from '../http/fields.ts';

/** A species by its names, for the search where seeds are called. */
export interface SpeciesName {
  species: string;
  family: string;
  commonNames: readonly string[];
  /** As it usually stands; a jurisdiction may see it otherwise. */
  usually: 'crop' | 'weed' | 'either';
}
export interface NameLists {
  /** Crops and other species, by scientific name. */
  species: readonly SpeciesName[];
  inertKinds: readonly { kind: string; says: string }[];
}

/** The names that people call shipped kinds, with how each is tested in a towel or a tray; anybody may read them. */
export interface TestedKind {
  name: string;
  hardSeeded: boolean;
  method: SmallTestMethod;
}
export interface TestedKinds {
  kinds: TestedKind[];
}

/** Figures that a laboratory may enter where its rule book has none. */
export const OWN_FIELDS = {
  submittedG: { label: 'least submitted sample', unit: 'g', kind: 'number' },
  purityG: { label: 'purity working sample', unit: 'g', kind: 'number' },
  otherSeedsG: { label: 'other-seeds working sample', unit: 'g', kind: 'number' },
  firstCountDay: { label: 'first count', unit: 'days', kind: 'days' },
  finalCountDay: { label: 'final count', unit: 'days', kind: 'days' },
  substrates: { label: 'substrates', unit: '', kind: 'list' },
  temperatures: { label: 'temperatures', unit: '°C', kind: 'list' },
} as const;
export type OwnField = keyof typeof OWN_FIELDS;

export const ownFigureSchema = form('ownFigure', {
  book: oneOf(BOOKS),
  field: oneOf(Object.keys(OWN_FIELDS) as OwnField[]),
  value: text(120)
    .required()
    .custom((value: string, helpers) => {
      const { field } = (helpers.state.ancestors as { field?: OwnField }[])[0] ?? {};
      const kind = field && field in OWN_FIELDS ? OWN_FIELDS[field].kind : 'list';
      if (kind === 'number' && !(/^\d{1,6}(\.\d{1,3})?$/.test(value) && Number(value) > 0))
        return helpers.message({ custom: 'value must be a mass above 0, such as 40 or 2.5' });
      if (kind === 'days' && !(/^\d{1,3}$/.test(value) && Number(value) >= 1 && Number(value) <= 400))
        return helpers.message({ custom: 'value must be a whole number of days, 1 to 400' });
      return value;
    }),
  source: why('say where the figure comes from'),
});

/** A kind that the shipped list does not hold. Names after the first are synonyms of their sort. */
export type NewKind = ValueOf<typeof newKindSchema>;

const kindKeys = {
  species: text(120)
    .pattern(/^[A-Z×][\p{L}-]+( [\p{L}×.-]+)+$/u)
    .required()
    .messages({
      'string.empty': 'the scientific name is missing',
      'string.pattern.base': 'the scientific name begins with the genus, such as Camelina sativa',
    }),
  family: text(80, 0).required(),
  commonNames: listOf(text(80), 1, 20).messages({ 'array.min': 'give at least one common name' }),
  synonyms: Joi.array().items(text(120)).max(20).required(),
  chaffy: Joi.boolean().required(),
  hardSeeded: Joi.boolean().required(),
  thousandSeedWeightG: orNull(
    form('kind.thousandSeedWeightG', {
      low: Joi.number().greater(0).max(1e5).required(),
      high: Joi.number().min(Joi.ref('low')).max(1e5).required(),
    }),
  ),
  source: why('say where the kind is known from'),
};
export const newKindSchema = form('kind', kindKeys);

/** Corrects a kind that the laboratory added; its scientific name stays. */
export const kindChangeSchema = form('kind', {
  ...kindKeys,
  reason: why('say why it is corrected'),
});

export interface KindView extends Kind {
  /** What each book says, the laboratory's own figures filled in; several where a book knows several kinds of the species. */
  methods: Record<Book, readonly KindMethod[]>;
}

export interface KindList {
  kinds: (Kind & { books: Book[]; bookKinds: Record<Book, string[]> })[];
}

export interface KindMethods {
  methods: readonly KindMethod[];
}
