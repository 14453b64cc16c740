import { v7 as uuid } from 'uuid';
import type { Problem } from '@mercato/contract/http/problem';

export const PASSWORD = 'a long enough word';

export interface Answer<T> {
  readonly status: number;
  readonly body: T & Partial<Problem>;
  readonly headers: Headers;
}

/** A browser as far as the server can tell: cookie, token, keys. */
export class Visitor {
  cookie = '';
  csrf = '';
  id = '';
  constructor(readonly base: string) {}

  async signIn(username: string, password = PASSWORD): Promise<Answer<{ csrf: string; person: { id: string } }>> {
    const answer = await this.send<{ csrf: string; person: { id: string } }>('POST', '/session', {
      username,
      password,
    });
    if (answer.status === 200) {
      this.csrf = answer.body.csrf;
      this.id = answer.body.person.id;
    }
    return answer;
  }

  async send<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.base}/api${path}`, {
      method,
      headers: {
        cookie: this.cookie,
        'X-CSRF-Token': this.csrf,
        'Idempotency-Key': uuid(),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const cookie = response.headers.get('set-cookie');
    if (cookie) this.cookie = cookie.split(';')[0] ?? '';
    const text = await response.text();
    const type = response.headers.get('content-type') ?? '';
    const answer: unknown = text && /json/.test(type) ? JSON.parse(text) : { text };
    await this.agree(method, path, response.status, type, answer);
    return { status: response.status, headers: response.headers, body: answer as T & Partial<Problem> };
  }

  /** Every answer of the tests is held against the API document; the benchmark asks by the same hands, and measures the server alone. */
  private async agree(...answer: Parameters<typeof import('./document.ts').agree>): Promise<void> {
    if (process.env.VITEST !== undefined) (await import('./document.ts')).agree(...answer);
  }

  /** A file as it is sent. */
  async bytes(path: string): Promise<{ status: number; type: string; body: Buffer }> {
    const response = await fetch(`${this.base}/api${path}`, { headers: { cookie: this.cookie } });
    const type = response.headers.get('content-type') ?? '';
    return { status: response.status, type, body: Buffer.from(await response.arrayBuffer()) };
  }

  get<T>(path: string): Promise<Answer<T>> {
    return this.send<T>('GET', path);
  }
  post<T>(path: string, body: unknown, headers?: Record<string, string>): Promise<Answer<T>> {
    return this.send<T>('POST', path, body, headers);
  }
  put<T>(path: string, body: unknown, version: number, headers: Record<string, string> = {}): Promise<Answer<T>> {
    return this.send<T>('PUT', path, body, { 'If-Match': `"${version}"`, ...headers });
  }
}
