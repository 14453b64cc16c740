import { type ComponentType, lazy } from 'react';
import type { TestStep } from '@mercato/contract/register/steps';

/** The page of each step that tests a sample; a new step is one line here, and one without a page does not compile. */
export const STEP_PAGES: Readonly<Record<TestStep, ComponentType>> = {
  purity: lazy(() => import('./purity/Purity.tsx')),
  'other-seeds': lazy(() => import('./other-seeds/OtherSeeds.tsx')),
  moisture: lazy(() => import('./moisture/Moisture.tsx')),
  weight: lazy(() => import('./weight/Weight.tsx')),
  germination: lazy(() => import('./germination/Germination.tsx')),
};
