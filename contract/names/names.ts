import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { text } from '../http/fields.ts';

/** Says which species a name stands for that the list does not know, or that a genus is none of those that any list names. */
export interface NameBinding {
  written: string;
  /** Any name of a species or genus that the list knows. */
  taxon: string;
  /** Of a genus: it is none of the species that a noxious list names. */
  noneListed: boolean;
  reason: string;
}
export const nameBindingSchema = Joi.object<NameBinding, true>(
  worded('nameBinding', {
    written: text(120).required(),
    taxon: text(120).required().messages({ 'string.empty': 'name the species, or the genus' }),
    noneListed: Joi.boolean().required(),
    reason: text(300, 3)
      .required()
      .messages({ 'string.empty': 'say how it is known', 'string.min': 'say how it is known' }),
  }),
).required();

/** A name as it was written, and what it is bound to. */
export interface FoundName {
  written: string;
  /** A species of the list, or a genus followed by `spp.`; null = it is bound to none. */
  taxon: string | null;
  /** Species that share it as a common name. */
  candidates: string[];
  noneListed: boolean;
  /** When the laboratory's own list came to know its species; null where the shipped one does, or none. */
  knownSince: string | null;
  /** Who bound it, and how it is known; null where the list itself knows it. */
  bound: { by: string; at: string; reason: string } | null;
}
