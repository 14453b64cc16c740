import { file, filled, read, schemasOf, write } from '../http/route.ts';
import type { SowingPlans } from './plans.ts';

const schema = schemasOf(() => import('./plans.ts'));
const list = read('/store/sowings', 'store.read', ['sowings', 'store']).answers<SowingPlans>();
const fills = (_: SowingPlans) => filled(list, {});

export const sowingRoutes = {
  list,
  sheet: file('/store/sowings.pdf', 'store.read', 'application/pdf'),
  plan: write('post', '/store/sowings', 'store.write', schema('newSowingPlanSchema'), {
    status: 201,
    changes: ['store'],
  }).answers(fills),
  change: write('put', '/store/sowings/:sowing', 'store.write', schema('newSowingPlanSchema'), {
    versioned: true,
    changes: ['store'],
  }).answers(fills),
  drop: write('post', '/store/sowings/:sowing/drop', 'store.write', schema('dropPlanSchema'), {
    versioned: true,
    changes: ['store'],
  }).answers(fills),
};
