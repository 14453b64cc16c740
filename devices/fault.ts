/** How long a stand-in misbehaves once it is told to, ms. */
const FAULT_MS = 60_000;

/** The one fault that a stand-in has now, if any; it passes by itself. */
export class Fault<Kind extends string> {
  private now: { readonly kind: Kind; readonly until: number } | null = null;

  constructor(private readonly kinds: readonly Kind[]) {}

  /** Takes a fault on; answers as a device answers a command. */
  hear(named: string, now: number): string {
    const kind = this.kinds.find((one) => one === named);
    if (kind === undefined) return `NO faults are ${this.kinds.join(', ')}`;
    this.now = { kind, until: now + FAULT_MS };
    return 'OK';
  }

  at(now: number): Kind | null {
    if (this.now && now >= this.now.until) this.now = null;
    return this.now?.kind ?? null;
  }

  end(): void {
    this.now = null;
  }
}

/** What no pattern reads. */
export const NOISE = 'A\u0007R 4.·6 Ω 3';
