import { nothing, schemasOf, writes } from '../http/route.ts';

const schema = schemasOf(() => import('./visit.ts'));
const exampleWrites = writes('settings.write', ['session']);

/** A laboratory of its own to play in, beside the real one: made, visited, and taken away again. */
export const exampleRoutes = {
  make: exampleWrites.add('/example', nothing).answers<object>(),
  takeAway: exampleWrites.remove('/example', nothing).answers<object>(),
  /** Goes into the example as one of its people, or leaves it. */
  visit: writes('own.write', ['session']).put('/example/visit', schema('visitSchema')).answers<object>(),
};
