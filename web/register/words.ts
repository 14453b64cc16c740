import type { Decision } from '@mercato/contract/register/decisions';

export const DECIDED: Readonly<Record<Decision, string>> = {
  accept: 'accepted',
  'set-aside': 'set aside',
  'own-lots': 'parts become lots of their own',
  refuse: 'sampling refused',
  'heterogeneity-test': 'heterogeneity test asked for',
};
