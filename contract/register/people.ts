import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { ROLES, type Role } from '@mercato/core/register/permissions';
import { text } from '../http/fields.ts';

export interface SignIn {
  username: string;
  password: string;
}

export const signInSchema = Joi.object<SignIn, true>({
  username: Joi.string().min(1).max(60).required().messages({ 'string.empty': 'the name is missing' }),
  password: Joi.string().min(1).max(200).required().messages({ 'string.empty': 'the password is missing' }),
}).required();

export interface PasswordChange {
  current: string;
  next: string;
}
export interface PasswordReset {
  token: string;
  password: string;
}
/** A one-time link with which somebody sets a password: shown once, to the lead who asked for it. */
export interface ResetLink {
  token: string;
  /** ISO instant at which it lapses. */
  expiresAt: string;
}

export interface NewPerson {
  username: string;
  name: string;
  password: string;
  roles: Role[];
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

export const passwordChangeSchema = Joi.object<PasswordChange, true>(
  worded('passwordChange', {
    current: Joi.string().min(1).max(200).required().messages({ 'string.empty': 'write your password of now' }),
    next: password(),
  }),
).required();
export const passwordResetSchema = Joi.object<PasswordReset, true>(
  worded('passwordReset', {
    token: Joi.string().min(1).max(200).required(),
    password: password(),
  }),
).required();

export const newPersonSchema = Joi.object<NewPerson, true>(
  worded('newPerson', {
    username: username(),
    name: text(80).required(),
    password: password(),
    roles: Joi.array()
      .items(Joi.string().valid(...ROLES))
      .min(1)
      .unique()
      .required(),
  }),
).required();

export interface FirstPerson {
  token: string;
  username: string;
  name: string;
  password: string;
  laboratory: string;
  address: string;
  zone: string;
}

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

export const firstPersonSchema = Joi.object<FirstPerson, true>(
  worded('firstPerson', {
    token: Joi.string().max(200).required(),
    username: username(),
    name: text(80).required(),
    password: password(),
    laboratory: text(120).required(),
    address: text(300, 0).required(),
    zone: zone(),
  }),
).required();

/** Sizes of paper that a laboratory's printer may hold. */
export const PAPER_SIZES = ['A4', 'LETTER'] as const;
export type PaperSize = (typeof PAPER_SIZES)[number];

export interface LaboratoryView {
  name: string;
  address: string;
  zone: string;
  paper: PaperSize;
}

export const laboratorySchema = Joi.object<LaboratoryView, true>(
  worded('laboratory', {
    name: text(120).required().messages({ 'string.empty': 'give it a name' }),
    address: text(300, 0).required(),
    zone: zone(),
    paper: Joi.string()
      .valid(...PAPER_SIZES)
      .required(),
  }),
).required();

export interface PersonChange {
  name: string;
  roles: Role[];
  active: boolean;
}

export const personChangeSchema = Joi.object<PersonChange, true>({
  name: text(80).required(),
  roles: Joi.array()
    .items(Joi.string().valid(...ROLES))
    .min(1)
    .unique()
    .required(),
  active: Joi.boolean().required(),
}).required();

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
  laboratory: { name: string; zone: string };
  /** The calendar day in the laboratory's zone. */
  today: string;
  demoAccounts: { username: string; name: string; roles: Role[] }[];
  /** No person exists yet: the set-up link in the terminal makes the first. */
  empty: boolean;
}

export interface PeopleList {
  people: PersonView[];
}

export type SignedIn = Pick<SessionView, 'person' | 'csrf'>;
