import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { SowingPlans } from './plans.ts';

const schema = schemasOf(() => import('./plans.ts'));
const list = read('/store/sowings', 'store.read', ['sowings', 'store']).answers<SowingPlans>();
const fills = (_: SowingPlans) => filled(list, {});

const storeWrites = writes('store.write', ['store']);

export const sowingRoutes = {
  list,
  sheet: file('/store/sowings.pdf', 'store.read', 'application/pdf'),
  plan: storeWrites.add('/store/sowings', schema('newSowingPlanSchema')).answers(fills),
  change: storeWrites.seen.put('/store/sowings/:sowing', schema('newSowingPlanSchema')).answers(fills),
  drop: storeWrites.seen.post('/store/sowings/:sowing/drop', schema('dropPlanSchema')).answers(fills),
};
