import { schemasOf, writes } from '../http/route.ts';
import type { ImportAnswer } from './file.ts';

export const importRoutes = {
  lots: writes('import.write', ['lots', 'lot'])
    .add('/import/lots', schemasOf(() => import('../http/fields.ts'))('fileSchema'), { media: 'text/csv' })
    .answers<ImportAnswer>(),
};
