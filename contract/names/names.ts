import Joi from 'joi';
import { form, type ValueOf } from '../http/body.ts';
import { text, why } from '../http/fields.ts';

/** Says which species a name stands for that the list does not know, or that a genus is none of those that any list names. */
export type NameBinding = ValueOf<typeof nameBindingSchema>;
export const nameBindingSchema = form('nameBinding', {
  written: text(120).required(),
  /** Any name of a species or genus that the list knows. */
  taxon: text(120).required().messages({ 'string.empty': 'name the species, or the genus' }),
  /** Of a genus: it is none of the species that a noxious list names. */
  noneListed: Joi.boolean().required(),
  reason: why('say how it is known'),
});

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
