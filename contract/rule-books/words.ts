import type { LeastMassNext } from '@mercato/core/rule-books/leastMass';

/** What a verdict on a sample's mass asks for. */
export const LEAST_MASS_NEXT: Readonly<Record<LeastMassNext, string>> = {
  'heavy-enough': 'Heavy enough.',
  'too-light': 'Too light: take more seed, or let the lead accept it; the report then says so.',
  'no-least-mass': 'The rule book gives no least mass for this kind: enter the laboratory’s own figure.',
};
