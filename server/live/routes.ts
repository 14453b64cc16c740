import type { LiveNote } from '@mercato/contract/http/live';
import { sessionRoutes } from '@mercato/contract/register/routes';
import type { Api } from '../http/api.ts';
import type { Feed } from './feed.ts';

/** A line on which nothing is said for long is cut on the way. */
const BEAT_MS = 20_000;
/** Then the browser asks again, and whoever is not signed in any more is refused. */
const LIFE_MS = 30 * 60_000;

/** One event stream for a browser: what was written to, by its id. */
export function serveLive(api: Api, feed: Feed): void {
  api.stream(sessionRoutes.live, async (_context, emit, end) => {
    let missed = false;
    const say = (note: LiveNote) => {
      if (note.leave) return;
      missed = !emit(missed ? ({ missed: true } satisfies LiveNote) : note);
    };
    const stop = await feed.listen(say, end);
    const beat = setInterval(() => say({}), BEAT_MS);
    const life = setTimeout(end, LIFE_MS);
    return () => {
      clearInterval(beat);
      clearTimeout(life);
      stop();
    };
  });
}
