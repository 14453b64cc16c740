/** A place that one person has in hand. */
export interface HeldThing {
  what: 'dish' | 'tray' | 'bag';
  number: number;
}
export const heldThingWords = ({ what, number }: HeldThing): string => `${what} ${number}`;

export const HANDS_ACTS = {
  'taken-over': ({ from, ...thing }: HeldThing & { from: string | null }) =>
    `took ${heldThingWords(thing)} over from ${from ?? 'somebody'}`,
};
