import { dropPlanSchema, newSowingPlanSchema } from '@mercato/contract/sowing/plans';
import { idParam, type Api } from '../http/api.ts';
import { renderSowingPlan } from './paper.ts';
import { addPlan, changePlan, listPlans } from './plans.ts';

export function sowingRoutes(api: Api): void {
  api.read('/store/sowings', async ({ tx, now }) => listPlans(tx, now));
  api.file('/store/sowings.pdf', async ({ tx, now }) => ({
    type: 'application/pdf',
    name: 'sowing-plan.pdf',
    body: await renderSowingPlan(tx, now),
  }));
  api.write({
    method: 'post',
    path: '/store/sowings',
    permission: 'store.write',
    schema: newSowingPlanSchema,
    status: 201,
    handle: async (context) => {
      await addPlan(context, context.body);
      return listPlans(context.tx, context.now);
    },
  });
  api.write({
    method: 'put',
    path: '/store/sowings/:sowing',
    permission: 'store.write',
    schema: newSowingPlanSchema,
    versioned: true,
    handle: async (context) => {
      await changePlan(context, idParam(context.params, 'sowing'), { plan: context.body }, context.seenVersion);
      return listPlans(context.tx, context.now);
    },
  });
  api.write({
    method: 'post',
    path: '/store/sowings/:sowing/drop',
    permission: 'store.write',
    schema: dropPlanSchema,
    versioned: true,
    handle: async (context) => {
      await changePlan(
        context,
        idParam(context.params, 'sowing'),
        { dropped: context.body.reason },
        context.seenVersion,
      );
      return listPlans(context.tx, context.now);
    },
  });
}
