/** Lines that nobody wants to find again on a machine that others use, and of which every blank counts. */
export const SECRET = /password|token|current|next/i;

/**
 * What is typed survives a reload of the page, in this tab alone: it is found again by the page and by what the form
 * began with, so that nothing is laid over a newer version. A form that is left takes it away.
 */
export class Reload<T extends object> {
  private readonly place: string;
  readonly values: T;
  /** It was found again, and is not sent yet. */
  restored: boolean;
  /** What the form last held. */
  last: T;

  constructor(private readonly initial: T) {
    this.place = `mercato.typed ${location.pathname} ${Object.keys(initial).join()}`;
    const kept = this.read();
    this.restored = kept !== null;
    this.values = kept ?? initial;
    this.last = this.values;
  }

  private get secret(): boolean {
    return Object.keys(this.initial).some((key) => SECRET.test(key));
  }

  private read(): T | null {
    if (this.secret) return null;
    try {
      const kept = JSON.parse(sessionStorage.getItem(this.place) ?? 'null') as { from: string; values: T } | null;
      return kept?.from === JSON.stringify(this.initial) ? kept.values : null;
    } catch {
      return null;
    }
  }

  keep(values: T): void {
    this.last = structuredClone(values);
    if (this.secret) return;
    try {
      sessionStorage.setItem(this.place, JSON.stringify({ from: JSON.stringify(this.initial), values }));
    } catch {
      // A full store keeps nothing; the form goes on without it.
    }
  }

  forget(): void {
    this.restored = false;
    sessionStorage.removeItem(this.place);
  }
}
