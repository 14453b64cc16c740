const FLOOR = '(core|contract|server|web)';
// Shared rooms: one short list. `store` and `air` are to the seed store what `register` is to the laboratory; `lot-sheet` gathers what the steps know, and `release` prints it.
const ROOMS =
  'testing|register|hands|live|names|statistics|units|verdict|rule-books|catalogue|http|database|ui|api|paper|lot-sheet|devices|store|air|drying|optics|words';
// Steps that read other steps' results, and those that write through their use cases.
const GATHER = 'release|lot-sheet|today|words';
const WRITERS = 'demo|import';
const TABLES = '/(t|[a-z]+T)ables[.]ts$';
const NUMERIC = '^(node_modules/)?(@stdlib/|decimal[.]js|date-fns|@date-fns/|image-js|ml-matrix|d3-(contour|polygon))';

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'core-is-the-ground',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(contract|server|web)/' },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(server|web)/' },
    },
    {
      name: 'server-and-web-are-strangers',
      severity: 'error',
      from: { path: '^(server|web)/' },
      to: { path: '^(server|web)/', pathNot: '^$1/' },
    },
    {
      name: 'core-runs-anywhere',
      severity: 'error',
      from: { path: '^core/', pathNot: '[.]test[.]ts$|^core/testing/' },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev'], pathNot: NUMERIC },
    },
    {
      name: 'step-stays-in-its-step',
      severity: 'error',
      from: {
        path: `^${FLOOR}/([^/]+)/`,
        pathNot: `^${FLOOR}/(${GATHER}|${WRITERS}|catalogue|testing)/|[.]test[.]tsx?$|${TABLES}`,
      },
      // What a step offers to others is its routes: a page may read and write through those of any step. What documents
      // print is shaped by the release, and what is due by today; each step tells it.
      to: {
        path: `^${FLOOR}/[^/]+/`,
        pathNot: `^${FLOOR}/($2|${ROOMS})/|^contract/[^/]+/routes[.]ts$|^core/release/reported[.]ts$|^contract/today/today[.]ts$`,
      },
    },
    {
      // One database: a table may refer to a table of any room, and to nothing else of it.
      name: 'tables-refer-to-tables',
      severity: 'error',
      from: { path: `^${FLOOR}/([^/]+)/.*${TABLES}`, pathNot: `^${FLOOR}/(${GATHER}|${WRITERS})/` },
      to: { path: `^${FLOOR}/[^/]+/`, pathNot: `^${FLOOR}/($2|${ROOMS})/|${TABLES}` },
    },
    {
      name: 'gatherers-use-the-door',
      severity: 'error',
      from: { path: `^server/(${GATHER})/`, pathNot: '[.]test[.]ts$' },
      to: { path: '^server/[^/]+/', pathNot: `^server/($1|${ROOMS})/|/(result|step|due)[.]ts$` },
    },
    {
      name: 'numbers-come-in-by-argument',
      severity: 'error',
      from: { path: '^core/', pathNot: '^core/rule-books/|[.]test[.]ts$' },
      to: { path: '^core/rule-books/books/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'everything-is-found',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^pdfmake/interfaces|[?]url$' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(web/dist|vite[.]config|[.](css|scss)$)' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
