import { SimulatedBalance } from './simulatedBalance.ts';

/** How the bagger misbehaves besides its scale: the gate does not close; the bag rests on something. */
export const BAGGER_FAULTS = ['gate', 'hung'] as const;
type BaggerFault = (typeof BAGGER_FAULTS)[number];

/** Seed that runs through the gate, g in a second, and what hangs in the air when it closes. */
const RUNS_G_S = 900;
const IN_THE_AIR_G = 60;
/** A gate that sticks stays open so long. */
const STICKS_MS = 1500;
/** Share of the load that the scale does not feel while the bag rests on something. */
const RESTS = 0.15;

/** The scale under a bagger: it fills a bag to a weight, a little over or under, and weighs it as a balance does. */
export class SimulatedBagger extends SimulatedBalance {
  private filling: { readonly toG: number; closesAt: number | null } | null = null;
  private inBag = 0;
  private felt = 0;
  private last: number | null = null;
  private broken: BaggerFault | null = null;

  override say(now: number): string | null {
    const passed = this.last === null ? 0 : now - this.last;
    this.last = now;
    if (this.filling) {
      this.inBag += (RUNS_G_S * passed) / 1000;
      const reached = this.inBag >= this.filling.toG - IN_THE_AIR_G;
      if (reached && this.filling.closesAt === null)
        this.filling.closesAt = now + (this.broken === 'gate' ? STICKS_MS : 0);
      if (this.filling.closesAt !== null && now >= this.filling.closesAt) {
        this.inBag += IN_THE_AIR_G;
        this.filling = null;
        if (this.broken === 'gate') this.broken = null;
      }
    }
    this.lay(now);
    return super.say(now);
  }

  override hear(line: string, now: number): string | null {
    const [word = '', argument = ''] = line.trim().split(/\s+/);
    if (word === 'FILL') {
      const grams = Number(argument);
      if (!/^\d{1,6}(\.\d{1,3})?$/.test(argument) || !(grams > IN_THE_AIR_G)) return 'NO fill to how much?';
      if (this.inBag > 0) return 'NO take the bag away first';
      this.filling = { toG: grams, closesAt: null };
      return 'OK';
    }
    if (word === 'BAG') {
      this.filling = null;
      this.inBag = 0;
      if (this.broken === 'hung') this.broken = null;
      this.lay(now);
      return 'OK';
    }
    if (word === 'FAULT' && (BAGGER_FAULTS as readonly string[]).includes(argument)) {
      this.broken = argument as BaggerFault;
      return 'OK';
    }
    return super.hear(line, now);
  }

  /** Lays on the scale what it is to feel. */
  private lay(now: number): void {
    const feels = this.broken === 'hung' ? this.inBag * (1 - RESTS) : this.inBag;
    const more = feels - this.felt;
    if (Math.abs(more) < 0.001) return;
    super.hear(`PUT ${more.toFixed(3)}`, now);
    this.felt = feels;
  }
}
