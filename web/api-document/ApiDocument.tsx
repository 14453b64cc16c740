import 'swagger-ui-dist/swagger-ui.css';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import SwaggerUIBundle from 'swagger-ui-dist/swagger-ui-es-bundle.js';
import { documentRoutes } from '@mercato/contract/http/documentRoutes';
import { reading } from '../api/routes.ts';

/** What of the bundle is used here: its own React, and its components by name. */
interface Bundle {
  readonly React: { createElement: (type: unknown, props?: object | null, ...children: unknown[]) => unknown };
  readonly getComponent: (name: string, container?: boolean) => unknown;
}
/** The routes alone: the page has a head and a main part of its own, and nothing is tried from here. */
const sheet = ({ React }: Bundle) => ({
  components: {
    Sheet: ({ getComponent }: Bundle) =>
      React.createElement('div', { className: 'swagger-ui' }, React.createElement(getComponent('operations', true))),
  },
  wrapComponents: { authorizeOperationBtn: () => () => null },
});

/** Every route of the server, for those who write programs that ask it. Nothing is tried from here. */
export default function ApiDocument() {
  const { data, error } = useQuery({ ...reading(documentRoutes.openapi, {}), staleTime: Infinity });
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (data && place.current)
      SwaggerUIBundle({
        domNode: place.current,
        spec: data,
        docExpansion: 'none',
        // Examples are made from the schemas; long ones are opened by whoever wants them.
        defaultModelsExpandDepth: -1,
        supportedSubmitMethods: [],
        plugins: [sheet],
        layout: 'Sheet',
      });
  }, [data]);
  return (
    <main aria-busy={!data && !error ? true : undefined}>
      <h1>For programs</h1>
      <p className="soft">
        What the server answers and takes, as an OpenAPI document: <a href="/api/openapi.json">/api/openapi.json</a>.
      </p>
      {error && <p role="alert">{error.message}</p>}
      <h2>Routes, by what they are about</h2>
      <div ref={place} className="api-document" />
    </main>
  );
}
