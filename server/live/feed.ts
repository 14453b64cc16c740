import pg from 'pg';
import type { LiveNote } from '@mercato/contract/http/live';
import { CHANNEL } from './notes.ts';

const RETRY_MS = 1000;

/** This process's ear at the database: one line, opened by the first listener, taken up again when it is lost. */
export class Feed {
  /** Each with how it is told that nothing comes any more. */
  private readonly listeners = new Map<(note: LiveNote) => void, () => void>();
  private client: pg.Client | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;
  private opening: Promise<void> | null = null;

  constructor(private readonly url: string) {}

  /** Answers once the line is open, so that nothing that is written from then on is missed; with how to stop. */
  async listen(listener: (note: LiveNote) => void, end: () => void): Promise<() => void> {
    this.listeners.set(listener, end);
    this.opening ??= this.open();
    await this.opening;
    return () => this.listeners.delete(listener);
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    for (const end of this.listeners.values()) end();
    this.listeners.clear();
    await this.client?.end().catch(() => undefined);
  }

  private tell(note: LiveNote): void {
    for (const one of this.listeners.keys()) one(note);
  }

  private async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    let lost = false;
    const again = () => {
      if (lost) return;
      lost = true;
      void client.end().catch(() => undefined);
      if (this.stopped) return;
      this.timer = setTimeout(() => {
        void this.open().then(() => {
          // What was written while nobody listened is not told again.
          this.tell({ missed: true });
        });
      }, RETRY_MS);
    };
    client.on('error', again);
    client.on('end', again);
    client.on('notification', ({ payload }) => this.tell(JSON.parse(payload ?? '{}') as LiveNote));
    this.client = client;
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
    } catch {
      again();
    }
  }
}
