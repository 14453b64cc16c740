import type pg from 'pg';
import { CHANNEL } from './notes.ts';

/** Whoever notifies in a transaction waits at its end for all others who do: notes of so many ms go out together. */
const TOGETHER_MS = 15;

/** Tells the other processes and benches what was written, once it stands, and without anybody waiting for it. */
export class Teller {
  private notes: string[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly pool: pg.Pool) {}

  tell(note: string | null): void {
    if (note === null) return;
    this.notes.push(note);
    this.timer ??= setTimeout(() => void this.flush(), TOGETHER_MS);
  }

  private async flush(): Promise<void> {
    const { notes } = this;
    this.timer = undefined;
    this.notes = [];
    await this.pool
      .query('select pg_notify($1, note) from unnest($2::text[]) note', [CHANNEL, [...new Set(notes)]])
      // The database is gone, or this process ends: whoever listens hears of that, and reads all anew.
      .catch(() => undefined);
  }
}
