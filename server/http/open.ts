import type { Request, RequestHandler, Response, Router } from 'express';
import type { FileRoute, ParamsOf, ReadRoute, WriteRoute } from '@mercato/contract/http/route';
import { validate } from '@mercato/contract/http/validate';
import { refused } from './fault.ts';

/** Serves a read for which nobody needs to be signed in. */
export function openRead<Path extends string, Answer extends object>(
  router: Router,
  route: ReadRoute<Path, never, Answer>,
  handle: (request: Request, response: Response) => Promise<Answer> | Answer,
): void {
  router.get(route.path, async (request, response) => response.json(await handle(request, response)));
}

/** Serves a write for which nobody needs to be signed in, and which therefore opens its own transaction. */
export function openWrite<Path extends string, Body, Answer extends object>(
  router: Router,
  route: WriteRoute<Path, Body, Answer, false>,
  handle: (body: Body, request: Request, response: Response) => Promise<Answer> | Answer,
  ...guards: RequestHandler[]
): void {
  router[route.method](route.path, ...guards, async (request: Request, response: Response) => {
    const checked = validate(await route.body(), (request.body as unknown) ?? {});
    if (!checked.ok) throw refused(checked.faults);
    response.status(route.status).json(await handle(checked.value, request, response));
  });
}

/** Serves a file for which nobody needs to be signed in. */
export function openFile<Path extends string>(
  router: Router,
  route: FileRoute<Path>,
  handle: (request: Request<ParamsOf<Path>>) => Promise<{ readonly name: string; readonly body: string }>,
): void {
  router.get(route.path, async (request, response) => {
    const { name, body } = await handle(request as unknown as Request<ParamsOf<Path>>);
    response.type(`${route.type}; charset=utf-8`);
    response.setHeader('Content-Disposition', `inline; filename="${name}"`).send(body);
  });
}
