/**
 * One hand at a time: who has a dish, a tray or a bag, so that what two people count of it is never added up in
 * silence. A hand is one page of one person's browser.
 */
export interface Hold {
  /** Goes up each time it is taken up, put down, or goes over; a key carries the one under which it was pressed. */
  readonly turn: number;
  /** The first turn under which keys of the hand that has it (or had it last) count. */
  readonly since: number;
  /** The hand that has it, or had it last. */
  readonly hand: string | null;
  readonly held: boolean;
}

export const NEVER_HELD: Hold = { turn: 0, since: 0, hand: null, held: false };

/**
 * What becomes of a key. It counts where its hand has the place, or where nobody has and nobody had since its page
 * looked: its hand has the place from then on. Any other comes late, and changes nothing.
 */
export function arrive(hold: Hold, hand: string, turn: number): { readonly counts: boolean; readonly hold: Hold } {
  if (hold.hand === hand)
    return turn >= hold.since ? { counts: true, hold: heldBy(hold, hand) } : { counts: false, hold };
  if (hold.held || turn !== hold.turn) return { counts: false, hold };
  return { counts: true, hold: { turn: hold.turn + 1, since: hold.turn, hand, held: true } };
}

/** A hand takes the place, from another one too; `seen` is the turn that its page knew. */
export function take(hold: Hold, hand: string, seen: number): Hold {
  if (hold.hand === hand) return heldBy(hold, hand);
  const turn = hold.turn + 1;
  // Where nobody had it since the page looked, what was pressed on it counts already.
  return { turn, since: !hold.held && seen === hold.turn ? hold.turn : turn, hand, held: true };
}

/** A hand puts the place down; one that does not have it changes nothing. */
export const leave = (hold: Hold, hand: string): Hold => (hold.held && hold.hand === hand ? putDown(hold) : hold);

/** Whoever has it puts it down: what was counted is closed. */
export const putDown = (hold: Hold): Hold => (hold.held ? { ...hold, turn: hold.turn + 1, held: false } : hold);

const heldBy = (hold: Hold, hand: string): Hold =>
  hold.held ? hold : { ...hold, turn: hold.turn + 1, hand, held: true };
