import { afterAll, beforeAll } from 'vitest';
import { type Laboratory, openLaboratory, type Visitor } from './laboratory.ts';

export interface Hands {
  lab: Laboratory;
  sampler: Visitor;
  analyst: Visitor;
  lead: Visitor;
}

/** A laboratory for the calling test file with one person of each role signed in; open while its tests run. */
export function useHands(): Hands {
  const hands = {} as Hands;
  beforeAll(async () => {
    const lab = await openLaboratory();
    Object.assign(hands, {
      lab,
      sampler: await lab.as('sampler'),
      analyst: await lab.as('analyst'),
      lead: await lab.as('lead'),
    } satisfies Hands);
  });
  afterAll(() => hands.lab.close());
  return hands;
}
