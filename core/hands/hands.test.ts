import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrive, type Hold, leave, NEVER_HELD, take } from './hands.ts';

/** What one page does: reads how things stand, presses, sends the oldest key, takes over, or puts down. */
const act = fc.record({
  page: fc.constantFrom('a', 'b', 'c'),
  does: fc.constantFrom('read', 'press', 'press', 'send', 'send', 'take', 'leave'),
});

/** What a page knows: the turn, and how many keys it has seen counted. A key carries both; the server gets the turn. */
interface Known {
  readonly turn: number;
  readonly counted: number;
}

// Source: plain reasoning about who had seen what; the example is the issue's: 30 and 30 keys of two people were 60.
describe('one hand at a time', () => {
  it('a key counts only if whoever pressed it had seen all keys of others that count before it', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 60 }), (acts) => {
        let hold: Hold = NEVER_HELD;
        const pages: Record<string, { knows: Known; waiting: Known[] }> = {};
        const counted: string[] = [];
        for (const { page, does } of acts) {
          const me = (pages[page] ??= { knows: { turn: 0, counted: 0 }, waiting: [] });
          if (does === 'press') me.waiting.push(me.knows);
          if (does === 'take') hold = take(hold, page, me.knows.turn);
          if (does === 'read' || does === 'take') me.knows = { turn: hold.turn, counted: counted.length };
          if (does === 'leave') hold = leave(hold, page);
          const key = does === 'send' ? me.waiting.shift() : undefined;
          if (!key) continue;
          const arrived = arrive(hold, page, key.turn);
          hold = arrived.hold;
          if (!arrived.counts) continue;
          expect(counted.slice(key.counted).filter((other) => other !== page)).toEqual([]);
          counted.push(page);
        }
      }),
      { numRuns: 3000 },
    );
  });

  it('alone, everything counts, however often it is put down and whatever was read', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('press', 'read', 'leave', 'take'), { maxLength: 40 }), (acts) => {
        let hold: Hold = NEVER_HELD;
        let knows = 0;
        for (const does of acts) {
          if (does === 'read') knows = hold.turn;
          else if (does === 'leave') hold = leave(hold, 'a');
          else if (does === 'take') hold = take(hold, 'a', knows);
          else {
            const arrived = arrive(hold, 'a', knows);
            expect(arrived.counts).toBe(true);
            hold = arrived.hold;
          }
        }
      }),
    );
  });

  it('what another has stays with them until it is taken over', () => {
    const mine = arrive(NEVER_HELD, 'a', 0).hold;
    expect(mine).toEqual({ turn: 1, since: 0, hand: 'a', held: true });
    expect(arrive(mine, 'b', 1)).toEqual({ counts: false, hold: mine });
    expect(leave(mine, 'b')).toBe(mine);
    const theirs = take(mine, 'b', 1);
    expect(theirs).toEqual({ turn: 2, since: 2, hand: 'b', held: true });
    expect(arrive(theirs, 'b', 1).counts).toBe(false);
    expect(arrive(theirs, 'b', 2).counts).toBe(true);
    expect(leave(theirs, 'b')).toEqual({ turn: 3, since: 2, hand: 'b', held: false });
  });
});
