import { schemasOf, write } from '../http/route.ts';
import type { ImportAnswer } from './file.ts';

export const importRoutes = {
  lots: write('post', '/import/lots', 'import.write', schemasOf(() => import('../http/fields.ts'))('fileSchema'), {
    status: 201,
    media: 'text/csv',
    changes: ['lots', 'lot'],
  }).answers<ImportAnswer>(),
};
