export { listPlans } from './plans.ts';
