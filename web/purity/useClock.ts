import { useEffect, useState } from 'react';

interface Kept {
  /** When the running stretch began, ms; null while it stands. */
  readonly since: number | null;
  /** Seconds of the stretches before. */
  readonly before: number;
}
const NOTHING: Kept = { since: null, before: 0 };

/** A clock that runs on while the page is written to, left or loaded again in this tab. */
export function useClock(name: string) {
  const place = `mercato.clock.${name}`;
  const [kept, setKept] = useState<Kept>(() => {
    try {
      return (JSON.parse(sessionStorage.getItem(place) ?? 'null') as Kept | null) ?? NOTHING;
    } catch {
      return NOTHING;
    }
  });
  const [now, setNow] = useState(Date.now);
  const running = kept.since !== null;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [running]);
  const keep = (next: Kept) => {
    sessionStorage.setItem(place, JSON.stringify(next));
    setKept(next);
    setNow(Date.now());
  };
  const stretch = kept.since === null ? 0 : Math.max(0, Math.round((now - kept.since) / 1000));
  return {
    running,
    /** The running stretch, s. */
    stretch,
    /** All stretches together, s. */
    seconds: kept.before + stretch,
    toggle: () => {
      const at = Date.now();
      keep(
        kept.since === null
          ? { ...kept, since: at }
          : { since: null, before: kept.before + Math.max(1, Math.round((at - kept.since) / 1000)) },
      );
    },
    clear: () => keep(NOTHING),
  };
}
