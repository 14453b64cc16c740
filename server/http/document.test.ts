import { Ajv2020 } from 'ajv/dist/2020.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ALL_ROUTES } from '@mercato/contract/http/allRoutes';
import type { Route } from '@mercato/contract/http/route';
import { agree } from '../testing/document.ts';
import { type Laboratory, openLaboratory } from '../testing/laboratory.ts';
import type { ApiDocument } from './document.ts';

let lab: Laboratory;
let document: ApiDocument;
beforeAll(async () => {
  lab = await openLaboratory();
  const answer = await fetch(`${(await lab.as('lead')).base}/api/openapi.json`);
  document = (await answer.json()) as ApiDocument;
});
afterAll(() => lab.close());

const inContract: Route[] = Object.values(ALL_ROUTES).flatMap((one) => Object.values(one) as Route[]);
const address = ({ method, path }: Route) => `${method} ${path.replace(/:(\w+)/g, '{$1}')}`;

describe('the document of all routes', () => {
  it('names every route that is served, once, and none that is not', () => {
    const named = Object.entries(document.paths).flatMap(([path, of]) =>
      Object.keys(of).map((one) => `${one} ${path}`),
    );
    expect(new Set(named).size).toBe(inContract.length);
    const served = new Set(lab.api.routes.map(address));
    const unsigned = inContract.filter((one) => one.permission === 'anybody').map(address);
    expect(named.filter((one) => !served.has(one) && !unsigned.includes(one))).toEqual([]);
    expect([...served].filter((one) => !named.includes(one))).toEqual([]);
    const ids = Object.values(document.paths).flatMap((of) => Object.values(of).map((one) => one.operationId));
    expect(new Set(ids).size).toBe(ids.length);
  });

  // Source: OpenAPI 3.1.0: schemas are JSON Schema 2020-12; references lead to a component that is there.
  it('is made of schemas that can be read, without a reference that leads nowhere', () => {
    const references = [...JSON.stringify(document).matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)];
    expect(references.length).toBeGreaterThan(100);
    for (const [, name = ''] of references) expect(document.components.schemas).toHaveProperty([name]);
    const ajv = new Ajv2020({ strict: false, inlineRefs: false, logger: false });
    ajv.addSchema({ $id: 'api', ...document });
    for (const of of Object.values(document.paths))
      for (const one of Object.values(of)) {
        const { requestBody } = one as { requestBody?: { content: Record<string, { schema: object }> } };
        for (const { schema } of Object.values(requestBody?.content ?? {}))
          expect(ajv.validateSchema(schema)).toBe(true);
      }
    expect(document.openapi).toBe('3.1.0');
  });

  it('knows an answer that is none of its route', () => {
    const person = { id: 'p', version: 1, username: 'u', name: 'n', roles: ['lead'], active: true };
    const told = (body: unknown, status = 200) => {
      agree('GET', '/people?x=1', status, 'application/json', body);
    };
    expect(() => {
      told({ people: [{ ...person, roles: ['king'] }] });
    }).toThrow(/people\.list/);
    expect(() => {
      told({});
    }).toThrow(/people/);
    expect(() => {
      told({ people: [] }, 404);
    }).toThrow(/problem/);
    told({ people: [person] });
    expect(() => {
      agree('POST', '/people', 200, 'application/json', person);
    }).toThrow(/its route says 201/);
  });
});
