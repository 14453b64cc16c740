import { sowingRoutes } from '@mercato/contract/sowing/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { renderSowingPlan } from './paper.ts';
import { addPlan, changePlan, listPlans } from './plans.ts';

export function serveSowing(api: Api): void {
  api.read(sowingRoutes.list, async ({ tx, now }) => listPlans(tx, now));
  api.file(sowingRoutes.sheet, async ({ tx, now }) => ({
    name: 'sowing-plan.pdf',
    body: await renderSowingPlan(tx, now),
  }));
  api.write(sowingRoutes.plan, async (context) => {
    await addPlan(context, context.body);
    return listPlans(context.tx, context.now);
  });
  api.write(sowingRoutes.change, async (context) => {
    await changePlan(context, idParam(context.params, 'sowing'), { plan: context.body }, context.seenVersion);
    return listPlans(context.tx, context.now);
  });
  api.write(sowingRoutes.drop, async (context) => {
    await changePlan(context, idParam(context.params, 'sowing'), { dropped: context.body.reason }, context.seenVersion);
    return listPlans(context.tx, context.now);
  });
}
