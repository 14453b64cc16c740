import Joi from 'joi';
import { type Role, ROLES } from '@mercato/core/register/permissions';
import { CLOSED_WEEKS } from '@mercato/core/units/closedDays';
import { COUNT_DEPTHS } from '@mercato/core/units/seedParts';
import { TEMPERATURE_UNITS } from '@mercato/core/units/degrees';
import { DATE_ORDERS } from '@mercato/core/units/writtenDate';
import { form, objectOf, oneOf, orNull, takes, type ValueOf } from '../http/body.ts';
import { isoDate, text, wholeNumber } from '../http/fields.ts';
import type { ExampleView } from './visit.ts';

export type SignIn = ValueOf<typeof signInSchema>;

export const signInSchema = objectOf({
  username: Joi.string().min(1).max(60).required().messages({ 'string.empty': 'the name is missing' }),
  password: Joi.string().min(1).max(200).required().messages({ 'string.empty': 'the password is missing' }),
});

export type PasswordReset = ValueOf<typeof passwordResetSchema>;
/** A one-time link with which somebody sets a password: shown once, to the lead who asked for it. */
export interface ResetLink {
  token: string;
  /** ISO instant at which it lapses. */
  expiresAt: string;
}

const username = () =>
  Joi.string()
    .pattern(/^[a-z][a-z0-9._-]{1,39}$/)
    .required()
    .messages({
      'string.pattern.base':
        'the sign-in name has 2 to 40 small letters, digits, dots or dashes and begins with a letter',
    });
const password = () =>
  Joi.string().min(12).max(200).required().messages({ 'string.min': 'the password needs at least 12 characters' });

const roles = () =>
  takes<Role[]>(
    Joi.array()
      .items(Joi.valid(...ROLES))
      .min(1)
      .unique()
      .required(),
  );

export const passwordChangeSchema = form('passwordChange', {
  current: Joi.string().min(1).max(200).required().messages({ 'string.empty': 'write your password of now' }),
  next: password(),
});
export const passwordResetSchema = form('passwordReset', {
  token: Joi.string().min(1).max(200).required(),
  password: password(),
});

export const newPersonSchema = form('newPerson', {
  username: username(),
  name: text(80).required(),
  password: password(),
  roles: roles(),
});

const zone = () =>
  Joi.string()
    .max(60)
    .required()
    .custom((value: string, helpers) => {
      try {
        new Intl.DateTimeFormat('en', { timeZone: value });
        return value;
      } catch {
        return helpers.message({ custom: 'zone must be a time zone such as Europe/Dublin' });
      }
    });

export const firstPersonSchema = form('firstPerson', {
  token: Joi.string().max(200).required(),
  username: username(),
  name: text(80).required(),
  password: password(),
  laboratory: text(120).required(),
  address: text(300, 0).required(),
  zone: zone(),
});

/** Sizes of paper that a laboratory's printer may hold. */
export const PAPER_SIZES = ['A4', 'LETTER'] as const;

/** So many single days that a laboratory is closed: those of several years. */
const MOST_CLOSED = 200;

export type LaboratoryView = ValueOf<typeof laboratorySchema>;

export const laboratorySchema = form('laboratory', {
  name: text(120).required().messages({ 'string.empty': 'give it a name' }),
  address: text(300, 0).required(),
  zone: zone(),
  paper: oneOf(PAPER_SIZES),
  /** Days of the week, and single days, on which nobody is at the bench. */
  closedWeek: oneOf(CLOSED_WEEKS),
  closedDays: Joi.array()
    .items(isoDate('closedDays', 'coming').optional())
    .max(MOST_CLOSED)
    .unique()
    .required()
    .messages({ 'array.max': `at most ${MOST_CLOSED} days`, 'array.unique': 'the same day twice' }),
  /** Which classes are told apart at a germination count. */
  countDepth: oneOf(COUNT_DEPTHS),
  /** So many days photographs of dishes are kept; null = for good. */
  photoDays: orNull(wholeNumber(1, 36_500)),
});

export const personChangeSchema = objectOf({
  name: text(80).required(),
  roles: roles(),
  active: Joi.boolean().required(),
});

/** How somebody writes and reads figures, days, temperatures and masses; null = they never said. */
export type Reading = ValueOf<typeof readingSchema>;
export const MARKS = ['.', ','] as const;
export const HEAVY_UNITS = ['kg', 'lb'] as const;
export const readingSchema = form('reading', {
  mark: orNull(oneOf(MARKS)),
  order: orNull(oneOf(DATE_ORDERS)),
  degrees: orNull(oneOf(TEMPERATURE_UNITS)),
  heavy: orNull(oneOf(HEAVY_UNITS)),
});

export interface PersonView {
  id: string;
  username: string;
  name: string;
  roles: Role[];
  active: boolean;
  version: number;
}
export interface SignedInPerson {
  id: string;
  username: string;
  name: string;
  roles: Role[];
}

export interface SessionView {
  person: SignedInPerson | null;
  csrf: string | null;
  /** Of who is signed in. */
  reading: Reading | null;
  laboratory: { name: string; zone: string };
  /** The calendar day in the laboratory's zone. */
  today: string;
  demoAccounts: { username: string; name: string; roles: Role[] }[];
  example: ExampleView;
  /** No person exists yet: the set-up link in the terminal makes the first. */
  empty: boolean;
}

export interface PeopleList {
  people: PersonView[];
}

export type SignedIn = Pick<SessionView, 'person' | 'csrf'>;
