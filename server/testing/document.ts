import { readFileSync } from 'node:fs';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { ALL_ROUTES } from '@mercato/contract/http/allRoutes';
import type { Route } from '@mercato/contract/http/route';

/** What every answer of the tests is held against: the same schemas that the API document shows. */
const { schemas, answers } = JSON.parse(
  readFileSync(new URL('../../.cache/answers/answers.json', import.meta.url), 'utf8'),
) as { schemas: object; answers: Readonly<Record<string, object>> };
const ajv = new Ajv2020({ strict: false, inlineRefs: false });
ajv.addSchema({ $id: 'api', components: { schemas } });

const rooted = (schema: object): object =>
  JSON.parse(JSON.stringify(schema).replaceAll('"#/components', '"api#/components')) as object;
const compiled = new Map<string, ValidateFunction>();
function checkerOf(name: string): ValidateFunction {
  const check = compiled.get(name) ?? ajv.compile(rooted(answers[name] ?? {}));
  compiled.set(name, check);
  return check;
}

const routes = Object.entries(ALL_ROUTES)
  .flatMap(([group, of]) => (Object.entries(of) as [string, Route][]).map(([name, route]) => ({ group, name, route })))
  .map(({ group, name, route }) => ({
    id: `${group}.${name}`,
    route,
    at: new RegExp(`^${route.path.replace(/[.]/g, '\\.').replace(/:\w+/g, '[^/]+')}$`),
  }))
  // What is written out goes before what any word fits.
  .sort((a, b) => a.route.path.split(':').length - b.route.path.split(':').length);

/** @throws {Error} when the server answered what its document does not say */
export function agree(method: string, path: string, status: number, type: string, body: unknown): void {
  if (!/json/.test(type) || path.startsWith('/openapi')) return;
  const [bare = ''] = path.split('?');
  const found = routes.find(({ route, at }) => route.method === method.toLowerCase() && at.test(bare));
  const name = status < 300 ? found?.id : 'problem';
  if (name === undefined || found?.route.kind === 'file') return;
  const check = checkerOf(name);
  if (!check(body))
    throw new Error(
      `${method} ${path} (${status}) is not as ${name} says: ${(check.errors ?? [])
        .map((one) => `${one.instancePath} ${one.message ?? ''} ${JSON.stringify(one.params)}`)
        .slice(0, 8)
        .join('; ')}`,
    );
  if (status < 300 && found?.route.kind === 'write' && found.route.status !== status)
    throw new Error(`${method} ${path} answered ${status}, its route says ${found.route.status}`);
}
