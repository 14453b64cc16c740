/** The bundle for browsers; the types that exist are of the package's door for Node. */
declare module 'swagger-ui-dist/swagger-ui-es-bundle.js' {
  import type { SwaggerUIBundle } from 'swagger-ui-dist';
  const bundle: typeof SwaggerUIBundle;
  export default bundle;
}
