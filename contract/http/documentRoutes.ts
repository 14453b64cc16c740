import { read } from './route.ts';

export const documentRoutes = {
  /** The document of all routes: OpenAPI 3.1. */
  openapi: read('/openapi.json', 'anybody', []).answers<object>(),
};
