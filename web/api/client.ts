import { PAGE_HEADER } from '@mercato/contract/http/live';
import type { FieldFault, Problem } from '@mercato/contract/http/problem';
import { PAGE } from './page.ts';

/** A refusal of the server, or the server out of reach (`status` 0). */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
    words?: string,
  ) {
    super(
      words ??
        problem?.detail ??
        (status === 0
          ? 'The server cannot be reached. Nothing was lost here; try again.'
          : `The server answered ${status}.`),
    );
  }

  get faults(): readonly FieldFault[] {
    return this.problem?.errors ?? [];
  }
}

/** What becomes of a write that waits on this machine, after the server's answer: `refused` is for good. */
export function fateOf(error: unknown): { readonly fate: 'signed-out' | 'later' | 'refused'; readonly words: string } {
  const status = error instanceof Refused ? error.status : 0;
  const words = error instanceof Error ? error.message : 'not sent';
  if (status === 401 || status === 403) return { fate: 'signed-out', words };
  return { fate: status < 400 || status >= 500 || status === 429 ? 'later' : 'refused', words };
}

let csrf = '';
export function setCsrf(token: string | null): void {
  csrf = token ?? '';
}

export interface WriteOptions {
  /** The version that this write is based on. */
  readonly version?: number;
  /** One key for one intention: a repeat after a lost answer does no harm. */
  readonly key?: string;
  readonly contentType?: string;
  /** Goes on when the page that asks is left. */
  readonly keepalive?: boolean;
}

const NOT_OURS =
  'Something between here and the server answered in its place. What you wrote is still here: try again.';

/** What was answered, as far as it is an answer of the server: a proxy or a sign-in page of a network speaks otherwise. */
async function answerOf(response: Response): Promise<{ ok: true; json: unknown } | { ok: false }> {
  try {
    const text = await response.text();
    return { ok: true, json: text ? JSON.parse(text) : {} };
  } catch {
    return { ok: false };
  }
}

/** One request, in the shape that the server wants; routes are asked through `routes.ts`. */
export async function request(
  method: string,
  path: string,
  body: unknown,
  options: WriteOptions,
  signal?: AbortSignal,
): Promise<unknown> {
  const headers: Record<string, string> = {};
  if (method !== 'GET') {
    headers['X-CSRF-Token'] = csrf;
    headers[PAGE_HEADER] = PAGE;
    headers['Idempotency-Key'] = options.key ?? crypto.randomUUID();
  }
  if (options.version !== undefined) headers['If-Match'] = `"${options.version}"`;
  if (body !== undefined) headers['Content-Type'] = options.contentType ?? 'application/json';
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      ...(options.keepalive ? { keepalive: true } : {}),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new Refused(0, null);
  }
  const answer = await answerOf(response);
  if (!answer.ok) throw new Refused(response.ok ? 502 : response.status, null, NOT_OURS);
  if (!response.ok) throw new Refused(response.status, answer.json as Problem);
  return answer.json;
}
