import { readFileSync } from 'node:fs';
import type { Router } from 'express';
import { ALL_ROUTES } from '@mercato/contract/http/allRoutes';
import { documentRoutes } from '@mercato/contract/http/documentRoutes';
import type { Route, WriteRoute } from '@mercato/contract/http/route';
import { PERMISSIONS } from '@mercato/core/register/permissions';
import { openRead } from './open.ts';

type Schema = Readonly<Record<string, unknown>>;

/** What each route answers; made from the types of the contract when the program is prepared (`scripts/answers.mjs`). */
interface AnswerSchemas {
  readonly schemas: Readonly<Record<string, Schema>>;
  /** By group and name of the route: "moisture.weigh". */
  readonly answers: Readonly<Record<string, Schema>>;
}
const ANSWERS = new URL('../../.cache/answers/answers.json', import.meta.url);

export interface ApiDocument {
  readonly openapi: '3.1.0';
  readonly info: Schema;
  readonly servers: readonly Schema[];
  readonly tags: readonly Schema[];
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>>; readonly securitySchemes: Schema };
}
interface Content {
  readonly [type: string]: { readonly schema?: Schema };
}
interface Operation {
  readonly operationId: string;
  readonly tags: readonly string[];
  readonly description?: string;
  readonly security: readonly Schema[];
  readonly parameters: readonly Schema[];
  readonly requestBody?: { readonly required: true; readonly content: Content };
  readonly responses: Readonly<Record<string, { readonly description: string; readonly content: Content }>>;
}

/** The document of all routes, OpenAPI 3.1: bodies from the schemas that check them, answers from their types. */
export async function apiDocument(): Promise<ApiDocument> {
  const { schemas, answers } = JSON.parse(readFileSync(ANSWERS, 'utf8')) as AnswerSchemas;
  const paths: Record<string, Record<string, Operation>> = {};
  for (const [group, routes] of Object.entries(ALL_ROUTES))
    for (const [name, route] of Object.entries(routes) as [string, Route][]) {
      const operationId = `${group}.${name}`;
      const path = route.path.replace(/:(\w+)/g, '{$1}');
      (paths[path] ??= {})[route.method] = {
        operationId,
        tags: [group],
        ...whoMay(route),
        parameters: parametersOf(route),
        ...(route.kind === 'write' ? { requestBody: await bodyOf(route) } : {}),
        responses: {
          [route.kind === 'write' ? route.status : 200]: answerOf(route, answers[operationId] ?? {}),
          default: {
            description: 'A refusal: which field, what was wrong, what is allowed.',
            content: { 'application/problem+json': { schema: answers.problem ?? {} } },
          },
        },
      };
    }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Mercato',
      version: '1',
      description:
        'What server and browser say to each other. Reads are GETs; each write carries an Idempotency-Key and, where it changes something with versions, an If-Match.',
    },
    servers: [{ url: '/api' }],
    tags: Object.keys(ALL_ROUTES).map((name) => ({ name })),
    paths,
    components: {
      schemas,
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'mercato.sid' } },
    },
  };
}

const whoMay = ({ permission }: Route): Pick<Operation, 'security' | 'description'> =>
  permission === 'anybody'
    ? { security: [] }
    : {
        security: [{ session: [] }],
        description: `Needs \`${permission}\`: ${PERMISSIONS[permission].join(', ')}.`,
      };

const text = (where: string, name: string, more: Schema = {}): Schema => ({
  name,
  in: where,
  required: where === 'path',
  schema: { type: 'string' },
  ...more,
});

const parametersOf = (route: Route): Schema[] => [
  ...[...route.path.matchAll(/:(\w+)/g)].map(([, name = '']) => text('path', name)),
  ...(route.kind === 'write'
    ? [
        ...(route.permission === 'anybody'
          ? []
          : [
              text('header', 'Idempotency-Key', { required: true, description: 'One key for one intention.' }),
              text('header', 'X-CSRF-Token', { required: true, description: 'As `session.view` gave it.' }),
            ]),
        ...(route.versioned
          ? [text('header', 'If-Match', { required: true, description: 'The version that the writer saw, quoted.' })]
          : []),
      ]
    : route.query.map((name) => text('query', name))),
];

async function bodyOf(route: WriteRoute): Promise<NonNullable<Operation['requestBody']>> {
  const schema = await route.body();
  return {
    required: true,
    content: {
      [route.media]: {
        schema: schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' }),
      },
    },
  };
}

function answerOf(route: Route, schema: Schema): Operation['responses'][string] {
  const type = { read: 'application/json', write: 'application/json', stream: 'text/event-stream' };
  return {
    description: 'What was asked for.',
    content:
      route.kind === 'file' ? { [route.type]: {} } : { [type[route.kind]]: route.kind === 'stream' ? {} : { schema } },
  };
}

/** The document at its address, and nothing else: the page that shows it comes with the client. */
export function serveDocument(router: Router): void {
  let made: Promise<ApiDocument> | undefined;
  openRead(router, documentRoutes.openapi, () => (made ??= apiDocument()));
}
