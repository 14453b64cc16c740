import { sql } from 'drizzle-orm';
import type { RequestHandler } from 'express';
import { exampleRoutes } from '@mercato/contract/register/routes';
import type { Api } from '../http/api.ts';
import type { Example } from './example.ts';

declare module 'express-session' {
  interface SessionData {
    /** The person of the example as whom it is visited. */
    example: string;
  }
}

/** Made and taken away by a lead, visited by anybody who is signed in. */
export function serveExample(api: Api, example: Example): void {
  api.write(exampleRoutes.make, async () => {
    await example.make();
    return {};
  });
  api.write(exampleRoutes.takeAway, async () => {
    await example.takeAway();
    return {};
  });
  api.write(exampleRoutes.visit, async ({ tx, body, sessionId }) => {
    const visit = { example: body.as === null ? null : await example.personOf(body.as) };
    await tx.execute(
      sql`update session set sess = (sess::jsonb || ${JSON.stringify(visit)}::jsonb)::json where sid = ${sessionId}`,
    );
    return {};
  });
}

/** Coming and going, and signing in and out, are the real laboratory's. */
const REAL = /^\/(example(\/|$)|set-up$|reset$)/;

/** Whoever visits the example is answered by it. */
export function exampleDoor(example: Example): RequestHandler {
  return async (request, response, next) => {
    const signing = request.path === '/session' && request.method !== 'GET';
    const world = request.session.example && !signing && !REAL.test(request.path) ? await example.router() : null;
    if (world) await world(request, response, next);
    else next();
  };
}
